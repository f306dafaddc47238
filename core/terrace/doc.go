// Package terrace works out how many hours of sun fall on the spots where bags
// stand, behind walls, fences and houses, and how far apart and how heavy they
// stand.
//
// Lengths are metres. It knows bags only as round or square footprints.
package terrace
