// Package trial says what bags show against one another, and what they cannot: intervals,
// permutations, power, the laying out of a trial and the judging of it, and why a bag may have
// done poorly.
//
// It knows no labels beyond those it is given, no dates but as numbers of days, and no chance
// but the seed passed in.
package trial
