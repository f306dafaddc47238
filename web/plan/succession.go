package plan

import (
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// succession page.
type successionBody struct {
	Form    form.Form
	Batches []batchLine
	Gaps    []calendar.Gap
	Weeks   []weekBox
	Missing string
	Ran     bool
}

// batchLine is one batch with an address to plan it at.
type batchLine struct {
	N int
	calendar.Batch
	Apart int // days after the batch before
	Plan  string
}

// weekBox is a stretch of the days asked for, as a share of their width.
type weekBox struct {
	Text string
	X, W int
	Gap  bool
}

func (s *Pages) succession(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	today := look.Today()
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	var potatoes []logbook.Variety
	for _, v := range cat.Varieties {
		if v.Class.Crop() == crop.Potato {
			potatoes = append(potatoes, v)
		}
	}
	body := successionBody{}
	if len(potatoes) == 0 {
		body.Missing = "variety"
		s.Render(c, http.StatusOK, "succession", frame.View{Title: "One after another", Stage: "Plan", Body: body})
		return nil
	}
	// Earlies first: they are what successions are grown of.
	slices.SortStableFunc(potatoes, func(a, b logbook.Variety) int {
		return slices.Index(crop.Classes(), a.Class) - slices.Index(crop.Classes(), b.Class)
	})
	v := parts.Choose(potatoes, r.ID("variety"), func(v logbook.Variety) logbook.ID { return v.ID })
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	year := r.Count("year")
	if year == 0 {
		year = site.SeasonToPlant(today)
	}
	from, until, each := measure.Date(year, 7, 1), measure.Date(year, 9, 30), calendar.Feeds()
	if site.South() {
		from, until = measure.Date(year+1, 1, 1), measure.Date(year+1, 3, 31)
	}
	t := form.Sent{Units: r.Units}
	if r.Text("from") != "" {
		t.Form, t.Values = "succession", r.Values
		from, until = r.Day("from"), r.Day("until")
		if r.Text("each") != "" {
			each = r.Count("each")
		}
		body.Ran = true
	}
	timing := readTiming(&r, logbook.UsualTiming(logbook.Bag{}, v), crop.Potato)
	if r.Faults == nil {
		batches, gaps, err := look.Succession(v, timing, hill.UsualCover, year, from, until, each)
		if err := r.Refused(err); err != nil {
			return err
		}
		body.tell(batches, gaps, v, year, from, until)
	}
	t.Faults = r.Faults
	body.Form = t.Fill(successionForm(potatoes, v, timing, year, from, until, each))
	s.Render(c, http.StatusOK, "succession", frame.View{Title: "One after another", Stage: "Plan", Body: body})
	return nil
}

func (b *successionBody) tell(batches []calendar.Batch, gaps []calendar.Gap, v logbook.Variety, year int, from, until measure.Day) {
	b.Gaps = gaps
	width := float64(until-from) + 1
	box := func(f, u measure.Day, text string, gap bool) {
		x := int(float64(f-from) / width * 1000)
		b.Weeks = append(b.Weeks, weekBox{text, x, int(float64(u+1-from)/width*1000) - x, gap})
	}
	for i, x := range batches {
		line := batchLine{N: i + 1, Batch: x}
		if i > 0 {
			line.Apart = int(x.Plant - batches[i-1].Plant)
		}
		q := url.Values{"variety": {fmt.Sprint(v.ID)}, "year": {fmt.Sprint(year)}, "plant-day": {x.Plant.ISO()}, "way": {string(x.Way)}, "shelter": {string(x.Shelter)}}
		line.Plan = "/plan?" + q.Encode()
		b.Batches = append(b.Batches, line)
		box(x.From, x.Until, fmt.Sprint("batch ", i+1), false)
	}
	for _, g := range gaps {
		box(g.From, g.Until, "nothing", true)
	}
}

func successionForm(potatoes []logbook.Variety, v logbook.Variety, t logbook.Timing, year int, from, until measure.Day, each int) form.Form {
	var varieties, shelters, ways []form.Option
	for _, p := range potatoes {
		varieties = append(varieties, form.Option{Value: fmt.Sprint(p.ID), Name: p.Name + " · " + p.Class.Name()})
	}
	for _, sh := range climate.Shelters() {
		shelters = append(shelters, form.Option{Value: string(sh), Name: sh.Offset().Name})
	}
	for _, w := range []calendar.Way{calendar.Direct, calendar.PreGrown} {
		ways = append(ways, form.Option{Value: string(w), Name: w.Name()})
	}
	return form.Form{Name: "succession", Action: "/plan/succession", Button: "Propose batches", Fields: []form.Field{
		{Name: "variety", Label: "Variety", Kind: "choice", Value: fmt.Sprint(v.ID), Options: varieties},
		{Name: "from", Label: "Eat from", Kind: "day", Value: from.ISO()},
		{Name: "until", Label: "until", Kind: "day", Value: until.ISO()},
		{Name: "each", Label: "One batch lasts", Kind: "count", Unit: "days", Value: strconv.Itoa(each)},
		{Name: "way", Label: "Started", Kind: "choice", Value: string(t.Way), Options: ways},
		{Name: "shelter", Label: "Stands", Kind: "choice", Value: string(t.Shelter), Options: shelters},
		{Name: "year", Label: "Season", Kind: "count", Value: strconv.Itoa(year)},
	}}
}
