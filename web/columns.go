package web

import (
	"fmt"
	"strconv"

	"glebata/core/measure"
	"glebata/openformat"
	"glebata/web/form"
)

// mapping of a table's columns: as it was sent, else as it was kept, else by its headings.
// A needed one that is nowhere is refused at its field.
func (r *reading) mapping(columns []openformat.Column, header []string, kept map[string]string) openformat.Mapping {
	m := openformat.Guess(header, columns, kept)
	for _, col := range columns {
		if v := r.Text("at-" + col.Key); v != "" {
			delete(m, col.Key)
			if at, err := strconv.Atoi(v); err == nil && at >= 0 && at < len(header) {
				m[col.Key] = at
			}
		}
	}
	for _, col := range columns {
		if _, ok := m[col.Key]; col.Needed && !ok {
			r.Faults.Add("at-"+col.Key, "Say in which column the {} stands.", col.Name)
		}
	}
	return m
}

// columnFields say where each column stands in a table.
func columnFields(columns []openformat.Column, header []string, m openformat.Mapping, sent form.Sent) []form.Field {
	var out []form.Field
	for _, col := range columns {
		f := form.Field{ID: "map-" + col.Key, Name: "at-" + col.Key, Label: col.Name, Kind: "choice", Value: "none", Options: []form.Option{{Value: "none", Name: "not there"}}, Error: sent.At("at-" + col.Key)}
		for i, h := range header {
			f.Options = append(f.Options, form.Option{Value: fmt.Sprint(i), Name: h})
		}
		if at, ok := m[col.Key]; ok {
			f.Value = fmt.Sprint(at)
		}
		out = append(out, chosen(f))
	}
	return out
}

// chosen marks the option of a field's value.
func chosen(f form.Field) form.Field {
	for i := range f.Options {
		f.Options[i].Chosen = f.Options[i].Value == f.Value
	}
	return f
}

// headings that the columns of a mapping have in a table.
func headings(m openformat.Mapping, header []string) map[string]string {
	out := map[string]string{}
	for key, at := range m {
		out[key] = measure.PlainLine(header[at])
	}
	return out
}
