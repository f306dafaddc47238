package parts

import (
	"fmt"

	"glebata/core/measure"
	"glebata/openformat"
	"glebata/web/form"
)

// ColumnFields say where each column stands in a table.
func ColumnFields(columns []openformat.Column, header []string, m openformat.Mapping, sent form.Sent) []form.Field {
	var out []form.Field
	for _, col := range columns {
		f := form.Field{ID: "map-" + col.Key, Name: "at-" + col.Key, Label: col.Name, Kind: "choice", Value: "none", Options: []form.Option{{Value: "none", Name: "not there"}}, Error: sent.At("at-" + col.Key)}
		for i, h := range header {
			f.Options = append(f.Options, form.Option{Value: fmt.Sprint(i), Name: h})
		}
		if at, ok := m[col.Key]; ok {
			f.Value = fmt.Sprint(at)
		}
		out = append(out, Chosen(f))
	}
	return out
}

// Chosen marks the option of a field's value.
func Chosen(f form.Field) form.Field {
	for i := range f.Options {
		f.Options[i].Chosen = f.Options[i].Value == f.Value
	}
	return f
}

// Headings that the columns of a mapping have in a table.
func Headings(m openformat.Mapping, header []string) map[string]string {
	out := map[string]string{}
	for key, at := range m {
		out[key] = measure.PlainLine(header[at])
	}
	return out
}
