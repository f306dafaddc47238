package logbook

import (
	"slices"
	"strings"
	"unicode/utf8"

	"glebata/core/crop"
	"glebata/core/measure"
)

const MaxName = 40

// UnknownName of a variety that nobody knows, by its class.
func UnknownName(class crop.Class) string { return "unknown " + class.Name() }

// NotKnown reports whether nobody knows what variety it is.
func (v Variety) NotKnown() bool { return strings.EqualFold(v.Name, UnknownName(v.Class)) }

// NameOfNone reports whether a name, of another garden's say, is that of a variety nobody knows, with its
// season or without.
func NameOfNone(name string) bool {
	name = strings.ToLower(name)
	return slices.ContainsFunc(crop.Classes(), func(c crop.Class) bool {
		none := strings.ToLower(UnknownName(c))
		return name == none || strings.HasPrefix(name, none+" of ")
	})
}

// CheckName tidies a name and faults one that is empty or too long.
func CheckName(faults *Faults, field, what, name string) string {
	name = measure.PlainLine(name)
	switch {
	case name == "":
		faults.Add(field, "Give the "+what+" a name.")
	case utf8.RuneCountInString(name) > MaxName:
		faults.Add(field, "The name of the "+what+" is over {} letters.", MaxName)
	}
	return name
}

// LabelWord reports whether a label can stand on a bag and in an address.
func LabelWord(label string) bool {
	if label == "" || len(label) > 12 {
		return false
	}
	for _, r := range label {
		if (r < 'a' || r > 'z') && (r < 'A' || r > 'Z') && (r < '0' || r > '9') && r != '-' {
			return false
		}
	}
	return true
}

// longest text of a note that is kept, in bytes.
const maxText = 4000
