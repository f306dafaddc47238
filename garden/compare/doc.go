// Package compare sets finished bags against one another: by any measure, by anything that was
// kept of them, and says what that shows and what it does not.
//
// It reads nothing and asks no clock; what it needs of the garden it is given.
package compare
