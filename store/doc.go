// Package store keeps a garden in one SQLite file: the schema and its
// migrations, every query in full, and the way from rows to entities and back.
//
// It decides nothing about growing; what must never be is also a constraint of
// the schema, so that no other program can write it either.
package store
