// Package lift does the sums of the harvest: nets from gross and tare, totals
// by grade, and the measures that compare a harvest with what was planted.
//
// It knows nothing of which bag or day a batch came from.
package lift
