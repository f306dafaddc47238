// Package form is the forms of the pages: their fields ready to lay out, what was sent
// of them read in the grower's units, and what is wrong with it said at its field, with
// everything as it was typed. It knows no page and no request.
package form
