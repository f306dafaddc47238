package frame

import (
	"bytes"
	"embed"
	"errors"
	"fmt"
	"html/template"
	"io/fs"
	"log/slog"
	"net/http"
	"net/url"
	"path"
	"strings"
	"sync"
	plain "text/template"

	"github.com/gin-gonic/gin"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/parts"
)

//go:embed templates
var templates embed.FS

// buffers that pages and drawings are made in, *bytes.Buffer.
var buffers = sync.Pool{New: func() any { return new(bytes.Buffer) }}

// mainBlock is the name of a page's main block.
func mainBlock(page string) string { return "main " + page }

// loadPages of the frame and of all stages.
func (f *Frame) loadPages() (*pages, error) {
	funcs := template.FuncMap{
		"pagesof": f.Listed,
		"asset":   f.assets.address,
		"address": func(path string, rest ...any) template.URL {
			if len(rest) == 0 {
				return Address(path, nil)
			}
			asked, _ := rest[0].(url.Values)
			return Address(path, asked, rest[1:]...)
		},
		"px":        draw.Px,
		"scale":     draw.Scale,
		"class":     func(c crop.Class) string { return c.Name() },
		"fillwords": parts.FillWords,
		"title":     measure.Upper,
		"seedof":    parts.SeedOf,
		"seedmark":  parts.SeedMark,
		"newkey":    form.NewKey,
		"add":       func(a, b int) int { return a + b },
		"list":      func(parts ...any) []any { return parts },
		"percent":   func(share float64) float64 { return 100 * share },
		"args": func(pairs ...any) map[string]any {
			m := make(map[string]any, len(pairs)/2)
			for i := 0; i+1 < len(pairs); i += 2 {
				m[fmt.Sprint(pairs[i])] = pairs[i+1]
			}
			return m
		},
	}
	drawings, err := plain.New("").Funcs(plain.FuncMap{"px": draw.Px, "scale": draw.Scale, "add": funcs["add"], "sub": func(a int) int { return -a }, "half": func(a int) int { return a / 2 }}).
		ParseFS(templates, "templates/drawings/*.svg")
	if err != nil {
		return nil, err
	}
	funcs["drawing"] = func(name string, data any) (template.HTML, error) {
		b := buffers.Get().(*bytes.Buffer)
		defer buffers.Put(b)
		b.Reset()
		err := drawings.ExecuteTemplate(b, name, data)
		return template.HTML(b.String()), err // the drawings escape what is text
	}
	funcs["both"] = func(name string, data interface{ Papers() (desk, phone any) }) (template.HTML, error) {
		b := buffers.Get().(*bytes.Buffer)
		defer buffers.Put(b)
		b.Reset()
		desk, phone := data.Papers()
		b.WriteString(`<div class="ondesk">`)
		err := drawings.ExecuteTemplate(b, name, desk)
		b.WriteString(`</div><div class="onphone">`)
		err = errors.Join(err, drawings.ExecuteTemplate(b, name, phone))
		b.WriteString(`</div>`)
		return template.HTML(b.String()), err // the drawings escape what is text
	}
	p := &pages{}
	funcs["main"] = func(v View) (template.HTML, error) {
		b := buffers.Get().(*bytes.Buffer)
		defer buffers.Put(b)
		b.Reset()
		err := p.set.ExecuteTemplate(b, mainBlock(v.page), v)
		return template.HTML(b.String()), err // made by the templates, which escape
	}
	if p.set, err = template.New("").Funcs(funcs).ParseFS(templates, "templates/parts/*.html"); err != nil {
		return nil, err
	}
	err = p.add(templates)
	for i := range f.stages {
		err = errors.Join(err, p.add(f.stages[i].Templates))
	}
	return p, err
}

// add the pages of a folder of templates.
func (p *pages) add(from fs.FS) error {
	names, err := fs.Glob(from, "templates/*.html")
	if err != nil {
		return err
	}
	for _, name := range names {
		if p.set, err = p.set.ParseFS(from, name); err != nil {
			return err
		}
		if _, err := p.set.AddParseTree(mainBlock(strings.TrimSuffix(path.Base(name), ".html")), p.set.Lookup("main").Tree); err != nil {
			return err
		}
	}
	return nil
}

// View is what every page is rendered from; Body is the page's own.
type View struct {
	Title string
	Stage string // the stage of the year the page belongs to
	Body  any

	// Filled in by render.
	SeasonName func(year int) string
	page       string
	Units      measure.System
	Today      measure.Day
	Season     seasonLine
	Demo       bool
	// Practice is set where a scale stands in outside the demo.
	Practice bool
	Path     string
	// Untold is what was wrong with a form that is not on the page any more.
	Untold string
	// Presumed is what stands in for a site that was not set; empty where it was.
	Presumed string
	// Supposed is set where the page says itself which site its dates rest on.
	Supposed bool
	local    bool
	question func() (form.Form, error)
	// Trouble is why nothing can be saved now; empty when all is well.
	Trouble string
}

// OnlyHere reports whether the address the page was asked at leads nowhere but to this
// machine, so that a code with it is of no use to a phone.
func (v View) OnlyHere() bool { return v.local }

// Question is the one that comes first, for pages that have nothing to show yet.
func (v View) Question() (form.Form, error) { return v.question() }

// Variety is the form of one more variety, for pages that cannot do without.
func (v View) Variety() form.Form {
	f := parts.VarietyForm()
	f.Fields = append(f.Fields, form.Field{Name: "back", Kind: "hidden", Value: v.Path})
	return form.Sent{Units: v.Units}.Fill(f)
}

// More reports whether the page is the one of all the rest.
func (v View) More() bool { return v.Stage == "More" }

// Systems offered in the footer.
func (View) Systems() []measure.System { return measure.Systems[:] }

// restOnSite are the stages whose pages rest on the site.
var restOnSite = map[string]bool{"Today": true, "Plan": true, "Seed": true, "Bags": true}

// presumed is the climate that dates rest on while no site was set, where a page has
// dates.
func presumed(look *garden.View, stage string) (string, error) {
	if !restOnSite[stage] {
		return "", nil
	}
	site, known, err := look.Site()
	if err != nil || known {
		return "", err
	}
	p, _ := climate.PresetNamed(site.Climate)
	return p.Name, nil
}

// requestPath is the address of the page a request is for, without what it was to say
// once; "/" for a form that came back.
func requestPath(c *gin.Context) string {
	if c.Request.Method != http.MethodGet {
		return "/"
	}
	q := c.Request.URL.Query()
	q.Del("said")
	q.Del("done")
	return PathWith(c.Request.URL.Path, q)
}

// Write executes one block of the templates.
func (s *Frame) Write(c *gin.Context, status int, block string, data any) {
	b := buffers.Get().(*bytes.Buffer)
	defer buffers.Put(b)
	b.Reset()
	if err := s.pages.set.ExecuteTemplate(b, block, data); err != nil {
		number := form.NewKey()[:8]
		slog.Error("rendering", "number", number, "block", block, "path", c.Request.URL.Path, "error", err)
		c.String(http.StatusInternalServerError, "This page could not be drawn. The program's log says why under number %s.", number)
		return
	}
	c.Header("Cache-Control", "no-store")
	c.Header("Vary", "HX-Request")
	c.Data(status, "text/html; charset=utf-8", b.Bytes())
}

// stage is one mark of the season strip.
type stage struct {
	Key, Name, Address string
	Here               bool
}

// seasonLine is the strip across the top: the stages, and where today stands.
type seasonLine struct {
	forecast.SeasonLine
	Stages []stage
}

// Percent of the strip's width at which a stage's mark stands.
func (l seasonLine) Percent(i int) string {
	return fmt.Sprintf("%.2f%%", (float64(i)+0.04)*100/float64(max(1, len(l.Stages))))
}

// Dot is where today stands: between the marks of the stages it lies between.
func (l seasonLine) Dot() string {
	marks := map[forecast.Mark]string{forecast.MarkPlan: "plan", forecast.MarkPlant: "bags", forecast.MarkLift: "lift"}
	from, to, share := l.Between()
	return fmt.Sprintf("%.2f%%", ((1-share)*l.at(marks[from])+share*l.at(marks[to])+0.04)*100/float64(max(1, len(l.Stages))))
}

func (l seasonLine) at(stage string) float64 {
	for i, s := range l.Stages {
		if s.Address == "/"+stage {
			return float64(i)
		}
	}
	return float64(len(l.Stages)) - 0.3
}

// strip of the stages, each under its digit of the year's order.
func (s *Frame) strip(here string) []stage {
	var list []stage
	for i := range s.stages {
		if t := &s.stages[i]; t.Digit != "" {
			list = append(list, stage{t.Digit, t.Name, t.Address, t.Name == here})
		}
	}
	return list
}
