package logbook

import (
	"glebata/core/measure"
)

// StockKind is the kind of an entry in the shed's log.
type StockKind string

// The kinds of entry.
const (
	StockCounted StockKind = "counted"
	StockBought  StockKind = "bought"
	StockVoided  StockKind = "voided"
)

// StockEntry is one line of the shed's log: appended, never edited.
type StockEntry struct {
	ID      ID
	Product ID
	Kind    StockKind
	Packs   float64
	Day     measure.Day
	Logged  measure.Day
	Key     string
	Voids   ID
}
