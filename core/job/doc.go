// Package job says what is due at one bag, each thing with its day and why, from
// what is known and foretold of it. It looks at one bag at a time and works none of
// its dates out itself.
package job
