// Package parts are the parts of pages that several stages show: lines of a log, nights, notes of a working,
// bags to pick, fields that several forms have. They are made of what a look at the garden gives, and know
// of no request.
package parts
