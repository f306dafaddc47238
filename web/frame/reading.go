package frame

import (
	"fmt"
	"io"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/form"
)

// IDs of every value of a field.
func (r *Reading) IDs(field string) []logbook.ID {
	var ids []logbook.ID
	for _, id := range r.Values[field] {
		one := form.Reader{Values: map[string][]string{"id": {id}}}
		ids = append(ids, one.ID("id"))
	}
	return ids
}

// Ticked bags of a form.
func (r *Reading) Ticked() []logbook.ID { return r.IDs("bag") }

// Uploaded is a file that was sent, or its lines pasted.
func Uploaded(c *gin.Context, r *Reading) ([]byte, error) {
	up, head, err := c.Request.FormFile("file")
	if err != nil || head.Size == 0 {
		return []byte(r.Values.Get("lines")), nil
	}
	defer func() { _ = up.Close() }() // only read
	file, err := io.ReadAll(up)
	if err != nil {
		return nil, fmt.Errorf("reading the file: %w", err)
	}
	return file, nil
}

// Picked are the plantings that a form asks for, in the order they stand in: those ticked, those
// of a variety or a place that is ticked, and those of the list. A fault at "list" where it names
// what is not offered.
func (r *Reading) Picked(offered []*forecast.PlantingForecast) []logbook.ID {
	wanted := r.Ticked()
	all := r.Values["all"]
	for _, st := range offered {
		if slices.Contains(all, fmt.Sprintf("variety-%d", st.Variety.ID)) || slices.Contains(all, fmt.Sprintf("place-%d", st.Bag.Place.ID)) {
			wanted = append(wanted, st.Planting.ID)
		}
	}
	at := func(label string) []logbook.ID {
		var ids []logbook.ID
		for _, st := range offered {
			if strings.EqualFold(st.Bag.Label, label) {
				ids = append(ids, st.Planting.ID)
			}
		}
		return ids
	}
	labels, err := openformat.ReadLabels(r.Text("list"), func(label string) bool { return at(label) != nil })
	if err != nil {
		r.Refuse("list", err)
		return nil
	}
	var none []string
	for _, label := range labels {
		ids := at(label)
		if ids == nil {
			none = append(none, label)
		}
		wanted = append(wanted, ids...)
	}
	if none != nil {
		r.Faults.Add("list", "{}: no such bag stands here that this could be done to.", strings.Join(none, ", "))
	}
	var out []logbook.ID
	for _, id := range wanted {
		if !slices.Contains(out, id) {
			out = append(out, id)
		}
	}
	return out
}

// Download answers with a file to be kept under a name.
func (s *Frame) Download(c *gin.Context, kind, name string, content []byte) {
	c.Header("Content-Disposition", `attachment; filename="`+strings.ReplaceAll(name, `"`, "")+`"`)
	c.Header("Cache-Control", "no-store")
	c.Data(http.StatusOK, kind, content)
}

// RequestAddress of the program, as it is reached.
func RequestAddress(c *gin.Context) string {
	scheme := "http"
	if c.Request.TLS != nil {
		scheme = "https"
	}
	return scheme + "://" + c.Request.Host
}

// KeepTogether carries out what a form asks of several bags, under one key that can be taken
// back, and leads to a page that says it: its address is to, and the key. What is refused is
// told by again.
func (s *Frame) KeepTogether(c *gin.Context, to string, do func(r *Reading, a garden.Request) error, again func(r *Reading) error) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	asked := s.Request(c)
	kept, err := r.Keep(func() error { return do(&r, asked) })
	if err != nil {
		return err
	}
	if !kept {
		return again(&r)
	}
	c.Redirect(http.StatusSeeOther, to+asked.Key)
	return nil
}

// Mapping of a table's columns: as it was sent, else as it was kept, else by its headings.
// A needed one that is nowhere is refused at its field.
func (r *Reading) Mapping(columns []openformat.Column, header []string, kept map[string]string) openformat.Mapping {
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

const OverdueAddress = "/walk/overdue"

const TonightAddress = "/tonight"

const LiftAddress = "/lift"

// ManyPlansAddress is where a list of plans is typed.
const ManyPlansAddress = "/plan/many"

// LeadUp from the addresses of forms to the pages above them, when they are opened.
func LeadUp(r *gin.RouterGroup, forms ...string) {
	for _, form := range forms {
		r.GET(form, func(c *gin.Context) {
			c.Redirect(http.StatusSeeOther, c.Request.URL.Path[:strings.LastIndex(c.Request.URL.Path, "/")])
		})
	}
}
