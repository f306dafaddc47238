// Package frame is what all pages have in common: the guard before a request, its one look at the garden,
// the form that it brings and how that is refused, the press that is safe to repeat, and the answer.
//
// A handler of a stage reads the request, calls one use case and renders; nothing is computed here, and
// nothing is known of how a garden is kept.
package frame
