// Package openformat reads and writes the formats others can use: daily weather
// as CSV, a season as an iCalendar feed, labels as PDF.
//
// It decides nothing about growing and keeps nothing.
package openformat
