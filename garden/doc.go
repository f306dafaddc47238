// Package garden holds the use cases that change a garden, and the views that pages
// read it by, each in one transaction. What a garden holds is in logbook, how it grows
// on in forecast.
//
// It calls the rules of core, keeps everything in a Store it declares itself,
// and takes the day as an argument: it has no clock and knows no pages or tables.
package garden
