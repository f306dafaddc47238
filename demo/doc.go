// Package demo fills a garden with the invented scenario of Net Loft Steps, a
// stepped terrace above a small harbour, by running the garden's own use cases
// day by day, so that every number is what the rules give.
package demo
