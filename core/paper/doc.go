// Package paper reads lists of weights as they stand on paper: one to a line or apart by
// commas, in mixed units, with words around them, tares taken off and counts.
//
// What cannot be read is kept and said, never guessed and never dropped.
package paper
