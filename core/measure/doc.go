// Package measure holds the quantities a grower works with (mass, volume,
// length, area, temperature, the day) as types that cannot be mixed up, reads
// them as people write them and prints them in the grower's own units.
//
// Inside the program every quantity is kept in one unit: grams, litres,
// centimetres, square metres, degrees Celsius. It knows nothing of bags or crops.
package measure
