// Package garden knows the grower's seasons: varieties, bags, plantings and the
// log of what was done and seen, and holds the use cases that change them.
//
// It calls the rules of core, keeps everything in a Store it declares itself,
// and takes the day as an argument: it has no clock and knows no pages or tables.
package garden
