// Package logbook is what a garden holds and what its logs come to: entities, entries,
// refusals, and the one replay that turns a log into a state. What cannot be applied is
// set aside and named. It is pure: it knows no store, no clock, no weather and no pages.
package logbook
