package frame

import (
	"fmt"
	"html/template"
	"maps"
	"net/url"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Address of a page with what it is asked. That of a figure's working takes everything
// its page was asked, so that it answers for what is shown and nothing else. It is
// escaped once, here. Pairs of a name and a value stand in place of what was asked.
func Address(path string, asked url.Values, pairs ...any) template.URL {
	q := maps.Clone(asked)
	for i := 0; i+1 < len(pairs); i += 2 {
		if q == nil {
			q = url.Values{}
		}
		q.Set(fmt.Sprint(pairs[i]), fmt.Sprint(pairs[i+1]))
	}
	return template.URL(PathWith(path, q))
}

// PathWith a query, when there is one.
func PathWith(path string, q url.Values) string {
	if len(q) == 0 {
		return path
	}
	return path + "?" + q.Encode()
}

// Exactly a length, for an address: nothing of it is rounded, in whatever units it is
// read.
func Exactly(l measure.Length) string {
	return strconv.FormatFloat(float64(l), 'g', -1, 64) + " cm"
}

// PathID is the id in the address of a request; 0 where there is none.
func PathID(c *gin.Context) logbook.ID {
	n, err := strconv.ParseInt(c.Param("id"), 10, 64)
	if err != nil {
		return 0
	}
	return logbook.ID(n)
}

// Fragment reports whether htmx asks for a part of a page.
func Fragment(c *gin.Context) bool { return c.GetHeader("HX-Request") == "true" }

// Back is where a form came from on this site, "/" when unknown.
func Back(c *gin.Context) string {
	to := c.PostForm("back")
	at, err := url.Parse(to)
	if err != nil || at.Scheme != "" || at.Host != "" || at.User != nil || !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") || strings.Contains(to, "\\") {
		return "/"
	}
	return to
}
