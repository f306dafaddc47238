package openformat

import (
	"bytes"
	"encoding/csv"
	"errors"
	"io"
	"strings"

	"glebata/core/measure"
)

// Table is a sheet with a heading line, as it stands in the file.
type Table struct {
	Header []string
	Rows   [][]string
	Lines  []int // of the file, by row, from 1
}

// Bounds of a table.
const (
	mostRows    = 5000
	mostColumns = 60
)

// ReadTable reads CSV separated by commas, semicolons or tabs, with a heading line. It
// returns the first thing wrong with it.
func ReadTable(file []byte) (Table, *LineError) {
	file = bytes.TrimPrefix(file, []byte("\xef\xbb\xbf"))
	first, _, _ := bytes.Cut(file, []byte("\n"))
	r := csv.NewReader(bytes.NewReader(file))
	r.FieldsPerRecord, r.TrimLeadingSpace, r.LazyQuotes = -1, true, true
	r.Comma = separator(string(first))
	var t Table
	for {
		fields, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return t, &LineError{1, measure.Say("This cannot be read as a table.")}
		}
		for i := range fields {
			fields[i] = measure.PlainLine(fields[i])
		}
		line, _ := r.FieldPos(0)
		switch {
		case t.Header == nil:
			t.Header = fields
		case strings.Join(fields, "") != "":
			t.Rows, t.Lines = append(t.Rows, fields), append(t.Lines, line)
		}
		if len(t.Rows) > mostRows || len(t.Header) > mostColumns {
			return t, &LineError{line, measure.Say("A table has up to {} lines of {} columns: send it in parts.", mostRows, mostColumns)}
		}
	}
	if len(t.Rows) == 0 {
		return t, &LineError{1, measure.Say("There are no lines under the heading.")}
	}
	return t, nil
}

// Column that a table may have.
type Column struct {
	Key, Name string
	Needed    bool
	Aliases   []string // headings it is known by, lower case
}

// Mapping is at which place of a table a column stands, by its key; what it has not is left
// out.
type Mapping map[string]int

// Guess the mapping of a heading: as it was mapped before, by the heading's words in kept,
// else by name and alias.
func Guess(header []string, columns []Column, kept map[string]string) Mapping {
	out, taken := Mapping{}, map[int]bool{}
	find := func(key string, match func(string) bool) {
		if _, ok := out[key]; ok {
			return
		}
		for i, h := range header {
			if h = strings.ToLower(strings.TrimSpace(h)); h != "" && !taken[i] && match(h) {
				out[key], taken[i] = i, true
				return
			}
		}
	}
	for _, c := range columns {
		if was, ok := kept[c.Key]; ok {
			find(c.Key, func(h string) bool { return h == was })
		}
	}
	for _, c := range columns {
		find(c.Key, func(h string) bool {
			if h == c.Key || h == strings.ToLower(c.Name) {
				return true
			}
			for _, a := range c.Aliases {
				if h == a {
					return true
				}
			}
			return false
		})
	}
	for _, c := range columns {
		find(c.Key, func(h string) bool {
			for _, a := range append(c.Aliases, c.Key) {
				if len(a) > 2 && strings.Contains(h, a) {
					return true
				}
			}
			return false
		})
	}
	return out
}

// At is the text of a column in a row; empty where there is none.
func (m Mapping) At(row []string, key string) string {
	i, ok := m[key]
	if !ok || i < 0 || i >= len(row) {
		return ""
	}
	return row[i]
}
