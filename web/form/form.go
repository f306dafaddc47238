package form

import (
	"crypto/rand"
	"encoding/hex"
)

// NewKey is a client key: the form that carries it counts once.
func NewKey() string {
	var b [12]byte
	_, _ = rand.Read(b[:]) // never fails
	return hex.EncodeToString(b[:])
}

// Option of a choice.
type Option struct {
	Value, Name string
	Chosen      bool
	Group       string
}

// Field of a form, ready to lay out.
type Field struct {
	ID, Name, Label string
	Value           string
	Unit            string // taken for a bare number, shown behind the field
	Kind            string // "quantity", "count", "day", "choice", "text", "words", "tick"
	Options         []Option
	Read            string // address that reads the typed value back
	Hint            string // said below the field
	Term            string // key of the guide's word that says what is meant
	Error           string // said below the field instead
	Device          string // what reads it, by its address, where a stand-in is at hand
	Max             string // of a day, for the calendar it can be chosen from
	MonthFirst      bool   // of a day: it is written so
	Suggest         []string
	About           bool // of a day: it can be marked as about right
	Ticked          bool // and was
}

// Caution is what can hurt someone, said where the step is.
type Caution struct{ Key, Where, Says string }

// Form of a page, ready to lay out.
type Form struct {
	Name, Title string
	Action      string
	Key         string
	Button      string
	Error       string // about the form as a whole
	Fields      []Field
	More        []Field // folded away under MoreTitle
	MoreTitle   string
	MoreOpen    bool
	Open        bool
	Caution     []Caution
	Says        string // a line of what it does, above the fields
	File        bool   // it sends a file
	With        string // selector of what is typed elsewhere and goes along, so that it is not lost
	StandIn     bool   // a stand-in for a device is offered, and says so
}

// At is the field of a name, for templates that lay out by hand.
func (f Form) At(name string) Field {
	for _, field := range f.Fields {
		if field.Name == name {
			return field
		}
	}
	return Field{}
}
