// Package assign proposes which variety goes into which bag so that the weeks one
// wants to eat from are fed.
//
// It knows bags and varieties only by what one gives in the other, and when.
package assign
