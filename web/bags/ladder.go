package bags

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// ladderBody is the ladder of one bag: its section beside its season.
type ladderBody struct {
	S        *forecast.PlantingForecast
	Defs     draw.Defs
	Section  draw.Section
	PxW, PxH int
	Charts   draw.OnBoth[draw.LadderChart]
	Chart    *draw.LadderChart // the one for a desk, to whose scale the section stands
	Day      measure.Day       // that is looked at
	Today    measure.Day
	Level    measure.Length // on that day
	Stem     measure.Length // over the medium, 0 for none
	Future   bool
	Rungs    []rungLine
	Moved    []string // what was measured has moved
	Asks     []string // what is questioned
	Raise    *form.Form
	Measure  *form.Form
	Seen     []form.Form // emergence, flowers, frost
	Outlook  *yieldView
	Progress garden.Progress
	Done     *parts.LogLine
	Said     string
	Href     string
}

// rungLine is one rung of the ladder as a row of its table.
type rungLine struct {
	Status, When, Window string
	Of                   string // what it is made of, where that is not medium
	From, To             measure.Length
	Settled, Loose       measure.Volume
	Feed                 string
	Working              string
	Cut                  bool
}

func (s *Pages) ladder(c *gin.Context) error { return s.ladderPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) ladderPage(c *gin.Context, status int, t form.Sent) error {
	look, st, sys, err := s.AtBag(c)
	if err != nil {
		return err
	}
	t.Units = sys
	today := look.Today()
	if st.Grown == nil && status != http.StatusOK {
		_, h, err := s.withHistory(c, st.Planting.ID)
		if err != nil {
			return err
		}
		return s.plantingPage(c, status, h, &st, t)
	}
	if st.Grown == nil {
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d", st.Planting.ID))
		return nil
	}
	growing, err := look.Expected(&st)
	if err != nil {
		return err
	}
	prospects, progress, err := look.Prospects([]forecast.PlantingForecast{st})
	if err != nil {
		return err
	}
	body := ladderBody{S: &st, Day: today, Today: today, Progress: progress, Href: fmt.Sprintf("/plantings/%d/ladder", st.Planting.ID),
		Said: s.Said(c)}
	if d, err := measure.ParseDay(c.Query("day")); err == nil {
		body.Day = d
	}
	if n := 0; c.Query("n") != "" {
		if _, err := fmt.Sscan(c.Query("n"), &n); err == nil {
			body.Day = st.Grown.Plant.Planted - 4 + measure.Day(n)
		}
	}
	p := prospects[st.Planting.ID]
	if err := body.draw(p, t.Units); err != nil {
		return err
	}
	body.rungs(p, t.Units)
	body.tell(t.Units)
	body.forms(t, today)
	body.Outlook = newYieldView(&st, growing, p, look.WeatherName(), today, t.Units)
	for _, e := range st.Log {
		if c.Query("done") == fmt.Sprint(e.ID) {
			done := parts.NewLogLine(&st, &e, t.Units)
			body.Done = &done
		}
	}
	s.Render(c, status, "ladder", frame.View{Title: "Ladder of " + st.Bag.Label, Stage: "Bags", Body: body})
	return nil
}

// draw the section on the day that is looked at, and the season beside it.
func (b *ladderBody) draw(p *forecast.EnsembleForecast, sys measure.System) error {
	st := b.S
	b.Charts = draw.Both(func(on draw.Paper) draw.LadderChart {
		return draw.NewLadderChart(st, p, b.Day, b.Today, b.Href+"#raise", sys, on)
	})
	b.Chart = &b.Charts.Desk
	b.Day = min(max(b.Day, b.Chart.First), b.Chart.Last)
	b.Future = b.Day > b.Today
	then, err := st.OnDay(b.Day, b.Today)
	if err != nil {
		return err
	}
	b.Section = draw.NewSection(draw.Look{Planting: &then, Units: sys, Ladder: true}, &b.Defs)
	b.Section.Tag = nil
	scale := b.Chart.PxCm / 10 // px to a mm
	top, foot := int(float64(b.Chart.Ground)/scale), int(float64(b.Chart.H-b.Chart.Ground)/scale)
	b.Section.Y0, b.Section.H = -top, top+foot
	b.PxW, b.PxH = draw.Px(b.Section.W, scale), b.Chart.H
	b.Section.View = draw.Mark(fmt.Sprintf("%d %d %d %d", b.Section.X0, b.Section.Y0, b.Section.W, b.Section.H))
	b.Section.Label = draw.Escape(st.Bag.Label)
	b.Level = st.Bag.Model.Shape.Told(then.Level)
	b.Stem, _ = then.Shows()
	return nil
}

// rungs that are laid and those to come, with the windows of their days.
func (b *ladderBody) rungs(p *forecast.EnsembleForecast, sys measure.System) {
	st := b.S
	told := st.Bag.Model.Shape.Told
	for i, l := range st.Layers {
		status := "planting day"
		if i > 0 && l.Day > st.State.Planted {
			status = "done"
		}
		b.Rungs = append(b.Rungs, rungLine{Status: status, When: l.Day.Short(), Of: litter(l.Of), From: told(l.From), To: told(l.To), Settled: l.Settled, Loose: st.Filling.LooseMaterial(l.Of, l.Settled)})
	}
	if len(st.Layers) == 0 {
		for i, f := range st.Ladder.Fills {
			b.Rungs = append(b.Rungs, rungLine{Status: "planting day", When: st.Grown.Plant.Planted.Short(), Of: litter(f.Of), From: told(f.From), To: told(f.To), Settled: f.Settled, Loose: f.Loose,
				Working: fmt.Sprintf("/plantings/%d/working/fill-%d", st.Planting.ID, i+1)})
		}
	}
	doses := map[measure.Length]string{}
	if f := st.Feed; f != nil && f.Base > 0 && !f.Refused && len(f.Layers) > 1 {
		share := float64(f.Base) / float64(st.FeedAsk.Litres)
		for _, r := range st.Grown.Climbs {
			doses[r.To] = sys.Mass(measure.Mass(share * float64(r.Settled)))
		}
	}
	for i, r := range st.Grown.Climbs {
		line := rungLine{Status: "to come", When: "about " + r.Day.Short(), Of: litter(r.Of), From: told(r.From), To: told(r.To), Settled: r.Settled, Loose: r.Loose, Feed: doses[r.To], Cut: r.Cut}
		if i == 0 && st.RaiseDue() {
			line.Status, line.When = "due", "now"
		}
		if i == 0 {
			line.Working = fmt.Sprintf("/plantings/%d/working/rung-1", st.Planting.ID)
		}
		if p != nil && i < len(p.Raises) {
			low, _, high := p.Raises[i].Days()
			line.Window = low.Short() + " to " + high.Short()
		}
		b.Rungs = append(b.Rungs, line)
	}
}

// litter that a layer is made of; empty for medium, which needs no word.
func litter(of hill.Material) string {
	if of == hill.Medium {
		return ""
	}
	return of.Name()
}

// tell what a measurement moved, and what is questioned.
func (b *ladderBody) tell(sys measure.System) {
	st := b.S
	f := st.Grown.Fit
	for _, q := range f.Outliers {
		level := measure.Say("{} of stem by {} is hardly to be believed: a slip in typing, or has something stopped it? It is kept, and left out of the forecast.", q.Length, q.Day)
		b.Asks = append(b.Asks, level.In(sys))
	}
	if f.Shift == 0 && f.Rate == 1 {
		return
	}
	say := func(says string, args ...any) { b.Moved = append(b.Moved, measure.Say(says, args...).In(sys)) }
	if absolute(f.Rate-1) > worthSaying {
		word := "faster"
		if f.Rate < 1 {
			word = "slower"
		}
		say("Measured heights say that its stems grow {} % "+word+" than usual.", int(100*absolute(f.Rate-1)+0.5))
	}
	was, is := st.Grown.Usual.Up, st.Grown.Run.Up
	if was != is && was != 0 && is != 0 {
		say("It came up about {}, and not on {}.", is, was)
	}
	for i, now := range st.Grown.Climbs {
		if i < len(st.Grown.UsualClimbs) && st.Grown.UsualClimbs[i].Day != now.Day {
			say("The layer to {} moves from {} to {}.", now.To, st.Grown.UsualClimbs[i].Day, now.Day)
		}
	}
}

// worthSaying is the share that growth must differ from the usual to be told.
const worthSaying = 0.03

// At is the day that is looked at, counted from the first of the chart.
func (b ladderBody) At() int { return int(b.Day - b.Chart.First) }

func absolute(v float64) float64 {
	if v < 0 {
		return -v
	}
	return v
}

// forms of what is logged along the ladder.
func (b *ladderBody) forms(t form.Sent, today measure.Day) {
	st := b.S
	if st.Stage != logbook.StageGrowing {
		return
	}
	at := fmt.Sprintf("/plantings/%d/", st.Planting.ID)
	day := form.Field{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO()}
	from := form.Field{Name: "from", Kind: "hidden", Value: "ladder"}
	fill := func(f form.Form) form.Form {
		f.Fields = append(f.Fields, from)
		return t.Fill(f)
	}
	if st.Level < st.Bag.Model.Shape.Rim()-0.05 {
		f := fill(raiseForm(st, t.Units, at, day))
		b.Raise = &f
	}
	f := fill(measureForm(st, t.Units, at, day))
	b.Measure = &f
	for _, f := range seenForms(st, at, day) {
		b.Seen = append(b.Seen, fill(f))
	}
}

// yieldView is a bag's outlook in words and drawn.
type yieldView struct {
	Dates              *parts.Dates
	Now, Ready         forecast.Harvest
	Weeks              []forecast.Harvest
	Curve              draw.OnBoth[draw.Bulking]
	From               bag.Calibration
	RipeText, Address  string
	Computing, Started bool
}

func newYieldView(st *forecast.PlantingForecast, growing bag.Growing, p *forecast.EnsembleForecast, weather string, today measure.Day, sys measure.System) *yieldView {
	o := st.YieldOutlook(growing, p, today)
	v := &yieldView{Dates: parts.NewDates(st, p, weather), Now: o.Now, Ready: o.Ready, From: o.From, Computing: p == nil, Started: o.Now.Yield > 0}
	for _, w := range o.Weeks {
		if !w.Beyond && (w.Day <= st.LiftOn()+7) {
			v.Weeks = append(v.Weeks, w)
		}
	}
	v.Curve = draw.Both(func(p draw.Paper) draw.Bulking { return draw.NewBulking(v.Weeks, st.LiftOn(), sys, p) })
	if p != nil {
		switch {
		case p.Ripe < 0.995 && p.Ripe >= 0.5:
			v.RipeText = fmt.Sprintf("It ripens in %.0f of 100 seasons like those here.", 100*p.Ripe)
		case p.Ripe < 0.5:
			v.RipeText = fmt.Sprintf("It ripens in only %.0f of 100 seasons like those here: it is lifted unripe, smaller but good.", 100*p.Ripe)
		}
	}
	return v
}
