// Package seed judges sprouts, cuts tubers and allots pieces to bags so that the
// bags can be compared fairly.
//
// It knows no dates and no labels; chance comes in as a seed.
package seed
