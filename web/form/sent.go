package form

import (
	"net/url"
	"slices"
	"strings"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Sent is what came with a request: the values as typed and what is wrong
// with them. The zero Sent is a form nobody has filled in yet.
type Sent struct {
	Form   string // name of the form the values belong to
	Values url.Values
	Faults logbook.Faults
	Units  measure.System
	shown  *bool // the page has told what is wrong; nil for a form nobody has sent
}

// Await is t with a note of whether a page has told what is wrong.
func (t Sent) Await() Sent {
	t.shown = new(bool)
	return t
}

// Untold is what a page was to tell of a refused form and did not.
func (t Sent) Untold(sys measure.System) string {
	if t.shown == nil || *t.shown {
		return ""
	}
	var words []string
	for _, f := range t.Faults {
		words = append(words, f.Says.In(sys))
	}
	return strings.Join(words, " ")
}

func (t Sent) tell() {
	if t.shown != nil {
		*t.shown = true
	}
}

// Fill lays the typed values and faults over a form's fields and gives it a
// fresh client key.
func (t Sent) Fill(f Form) Form {
	f.Key = NewKey()
	mine := t.Form == f.Name
	known := map[string]bool{}
	t.fill(f.Fields, f.Name, known)
	t.fill(f.More, f.Name, known)
	f.MoreOpen = f.MoreOpen || mine && slices.ContainsFunc(f.More, func(m Field) bool { return m.Error != "" || m.Value != "" && m.Kind != "choice" })
	if !mine {
		return f
	}
	f.Open = true
	t.tell()
	for _, fault := range t.Faults {
		if !known[fault.Field] {
			f.Error = strings.TrimSpace(f.Error + " " + fault.Says.In(t.Units))
		}
	}
	return f
}

// fill fields of a form.
func (t Sent) fill(fields []Field, name string, known map[string]bool) {
	for i := range fields {
		field := &fields[i]
		known[field.Name] = true
		field.ID = name + "-" + field.Name
		typed := false
		if t.Form == name {
			values, sent := t.Values[field.Name]
			switch {
			case field.Kind == "tick":
				field.Value = t.Values.Get(field.Name)
			case field.Kind == "file", field.Kind == "photo":
				field.Value = ""
			case sent && len(values) > 0:
				field.Value, typed = values[0], true
			}
			field.Ticked = field.About && t.Values.Get("about") != ""
			field.Error = t.At(field.Name)
		}
		if bare, ok := strings.CutSuffix(field.Value, " "+field.Unit); ok && !typed && field.Unit != "" && strings.Trim(bare, "0123456789.,") == "" {
			field.Value = bare // the unit stands behind the field already; what was typed stays
		}
		if !typed && (field.Kind == "quantity" || field.Kind == "count") { // an amount of the program's own
			field.Value = t.Units.Text(field.Value)
		}
		field.Hint = t.Units.Text(field.Hint)
		if field.Kind == "day" {
			field.asDay(t.Units, typed)
		}
		for j := range field.Options {
			o := &field.Options[j]
			o.Chosen = o.Value == field.Value
		}
	}
}

// asDay writes a day as the grower does, and says in which order it is read.
func (f *Field) asDay(sys measure.System, typed bool) {
	if d, err := measure.ParseDay(f.Value); err == nil && !typed {
		f.Value = sys.Day(d)
	}
	f.MonthFirst = sys.DayOrder() == measure.MonthFirst
	if f.Hint == "" {
		f.Hint = "Like 9 Jun, yesterday, or 9/6/2026"
		if f.MonthFirst {
			f.Hint = "Like Jun 9, yesterday, or 6/9/2026"
		}
	}
}

// At a field, what is wrong with it; empty for nothing. It counts as told.
func (t Sent) At(field string) string {
	var said []string
	for _, f := range t.Faults {
		if f.Field == field {
			said = append(said, f.Says.In(t.Units))
			t.tell()
		}
	}
	return strings.Join(said, " ")
}
