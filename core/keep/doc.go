// Package keep is what comes after lifting: for now what a harvest cost and whether the outlay is
// paid back.
//
// It knows no dates but years, and no bags but what is counted of them.
package keep
