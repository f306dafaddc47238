// Package bag holds the bag as a body: its shape, the litres between two
// levels, where water stands, how many tubers it takes and where they lie.
//
// Heights are settled levels in centimetres above the inside of the base.
// It knows nothing of seasons, labels or what grows later.
package bag
