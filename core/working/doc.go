// Package working holds a computed figure together with the steps that led to
// it: the formula in words, the numbers put in, where the rule comes from and
// what would change it.
//
// A working keeps quantities, not text: it is printed in the grower's units
// only when it is shown. It computes nothing itself.
package working
