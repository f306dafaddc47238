package web

import (
	"fmt"
	"html/template"
	"maps"
	"net/url"
	"strconv"

	"glebata/core/measure"
)

// address of a page with what it is asked. That of a figure's working takes everything
// its page was asked, so that it answers for what is shown and nothing else. It is
// escaped once, here. Pairs of a name and a value stand in place of what was asked.
func address(path string, asked url.Values, pairs ...any) template.URL {
	q := maps.Clone(asked)
	for i := 0; i+1 < len(pairs); i += 2 {
		if q == nil {
			q = url.Values{}
		}
		q.Set(fmt.Sprint(pairs[i]), fmt.Sprint(pairs[i+1]))
	}
	return template.URL(pathWith(path, q))
}

// pathWith a query, when there is one.
func pathWith(path string, q url.Values) string {
	if len(q) == 0 {
		return path
	}
	return path + "?" + q.Encode()
}

// exactly a length, for an address: nothing of it is rounded, in whatever units it is
// read.
func exactly(l measure.Length) string {
	return strconv.FormatFloat(float64(l), 'g', -1, 64) + " cm"
}
