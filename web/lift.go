package web

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/paper"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
)

const liftAddress = "/lift"

// liftBody is the stage of lifting: what is ready, in the order to lift it, and what came up.
type liftBody struct {
	Lines   []liftLine
	Row     liftRow
	Strays  form.Form // volunteers
	Need    form.Field
	Enough  string // what to lift for it
	Day     string // the first dry day, where something is to be lifted
	Source  string
	Said    string
	Caution []form.Caution
	keptTogether
}

// need says which bags to lift for what is wanted this week, in their order.
func (b *liftBody) need(r *reading, ripe []forecast.Ripeness, sys measure.System) {
	b.Need = form.Field{ID: "need", Name: "need", Label: "Needed this week, about", Kind: "quantity", Unit: string(sys.ScaleUnit()), Value: r.Text("need")}
	if b.Need.Value == "" {
		return
	}
	wanted := r.Mass("need", sys.ScaleUnit())
	if len(r.Faults) > 0 {
		b.Need.Error = r.Faults[0].Says.In(sys)
		return
	}
	var labels []string
	var sum measure.Mass
	for i := range ripe {
		if sum < wanted && ripe[i].Stage >= lift.ToEat && ripe[i].Stage != lift.Setting && ripe[i].Inside > 0 {
			labels, sum = append(labels, ripe[i].Planting.Bag.Label), sum+ripe[i].Inside
		}
	}
	switch {
	case len(labels) == 0:
		b.Enough = "Nothing is ready to eat yet."
	case sum < wanted:
		b.Enough = fmt.Sprintf("All that is ready, %s, has about %s in it: less than that.", strings.Join(labels, ", "), sys.Mass(sum))
	default:
		b.Enough = fmt.Sprintf("Lift %s: about %s.", strings.Join(labels, ", "), sys.Mass(sum))
	}
}

// liftRow is the Row at lifting: bags that are ready or begun, with what was lifted and what is
// still expected heaped beneath, to one scale.
type liftRow struct {
	Defs draw.Defs
	Bags []liftBag
}

type liftBag struct {
	Bag    rowBag
	Heap   draw.Heap
	Inside draw.Text
}

// maxLiftRow of bags that are drawn.
const maxLiftRow = 24

func (r *liftRow) add(ripe *forecast.Ripeness, sys measure.System) {
	st := ripe.Planting
	if len(r.Bags) >= maxLiftRow || ripe.Stage < lift.ToEat && len(st.Batches) == 0 {
		return
	}
	b := rowBag{Label: draw.Escape(st.Bag.Label)}
	b.Section = draw.NewSection(draw.Look{Standing: st, Units: sys}, &r.Defs)
	b.PxW, b.PxH = draw.Px(b.Section.W, rowScale), draw.Px(b.Section.H, rowScale)
	r.Bags = append(r.Bags, liftBag{b, draw.NewExpected(st, ripe.Inside, ripe.Mean, rowScale, sys), draw.Escape(sys.Mass(st.Harvest.Edible + ripe.Inside))})
}

// liftLine is one planting.
type liftLine struct {
	ID              logbook.ID
	Label, Variety  string
	Stage           string
	Kind            string // of the stage, for its colour
	Eat, Tops, Lift string
	Why             []string
	Inside, Adds    string
	Costs           string
	Cut, Ready      bool   // its tops can be cut; it can be weighed in
	Lifted          string // so far
	Pick            bool   // some can be eaten while it goes on
}

// stageKinds are the marks of the stages.
var stageKinds = map[lift.Stage]string{lift.NotYet: "wait", lift.ToEat: "look", lift.TopsOff: "cut-down", lift.Setting: "wait", lift.ToLift: "lift", lift.LiftNow: "lift late"}

func (s *Site) liftPage(c *gin.Context) error { return s.lifting(c, http.StatusOK, form.Sent{}) }

func (s *Site) lifting(c *gin.Context, status int, t form.Sent) error {
	look, row, sys, err := s.atRow(c)
	if err != nil {
		return err
	}
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	blight, err := blightWarning(look, row)
	if err != nil {
		return err
	}
	growing, err := look.ExpectedInRow(row)
	if err != nil {
		return err
	}
	ahead, err := look.Forecast()
	if err != nil {
		return err
	}
	body := liftBody{Said: s.said(c), Source: look.WeatherName(), Caution: beware("green", "knives", "lifting", "stored")}
	ripe := forecast.RipenessOf(row, growing, ahead, look.Today())
	for i := range ripe {
		one := &ripe[i]
		l := newLiftLine(one, sys, look.Today())
		if blight.has(one.Planting.Planting.ID) && l.Adds != "" {
			l.Costs = strings.TrimPrefix(l.Costs+", and the weather of late blight", ", and ")
		}
		body.Lines = append(body.Lines, l)
		body.Row.add(one, sys)
		if one.Stage >= lift.ToLift && one.Dry != 0 && body.Day == "" {
			body.Day = one.Dry.Long()
		}
	}
	body.need(&r, ripe, sys)
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	t.Units = sys
	body.Strays = t.Fill(straysForm(cat, sys, look.Today()))
	body.Back = liftAddress
	if err := body.kept(look, c.Query("done"), sys); err != nil {
		return err
	}
	s.render(c, status, "lift", view{Title: "Lift", Stage: "Lift", Body: body})
	return nil
}

func newLiftLine(r *forecast.Ripeness, sys measure.System, today measure.Day) liftLine {
	st := r.Planting
	day := func(d measure.Day) string {
		if d == 0 {
			return ""
		}
		return d.Short()
	}
	l := liftLine{
		ID: st.Planting.ID, Label: st.Bag.Label, Variety: st.Variety.Name, Stage: r.Stage.Name(), Kind: stageKinds[r.Stage],
		Eat: day(r.Eat), Tops: day(r.Tops), Lift: day(r.Lift),
		Cut: st.HaulmCutOn() == 0 && r.Stage == lift.TopsOff, Ready: r.Stage >= lift.ToEat, Pick: r.Stage == lift.ToEat,
	}
	if len(st.Batches) > 0 {
		l.Lifted = sys.Mass(st.Harvest.Edible)
	}
	for _, w := range r.Why {
		l.Why = append(l.Why, w.In(sys))
	}
	if r.Inside > 0 {
		l.Inside = sys.Mass(r.Inside)
	}
	if r.High > 0 && r.Stage < lift.Setting {
		l.Adds = fmt.Sprintf("%s to %s", sys.Mass(r.Low), sys.Mass(r.High))
		if r.Frost >= 0.005 {
			l.Costs = fmt.Sprintf("a chance of frost of %.0f %%", 100*r.Frost)
		}
	}
	return l
}

// straysForm is for plants that nobody planted.
func straysForm(cat garden.Catalogue, sys measure.System, today measure.Day) form.Form {
	var bags, classes []form.Option
	for _, b := range cat.Bags {
		bags = append(bags, form.Option{Value: fmt.Sprint(b.ID), Name: b.Label})
	}
	for _, k := range crop.Classes() {
		classes = append(classes, form.Option{Value: string(k), Name: k.Name()})
	}
	f := weighForm("/lift/volunteers", cat, sys, today)
	return form.Form{
		Name: "strays", Title: "Volunteers: plants nobody planted", Action: f.Action, Button: "Weigh them in", Caution: f.Caution,
		Says: "They are kept as a harvest of their own, without a ratio: nobody knows their seed.",
		Fields: []form.Field{
			{Name: "bag", Label: "They came up in", Kind: "choice", Options: bags}, {Name: "class", Label: "As far as one can tell they were", Kind: "choice", Value: string(crop.Maincrop), Options: classes},
			f.At("gross-1"), f.At("container-1"), f.At("grade-1"), f.At("day"),
		},
	}
}

// strays keeps what volunteers gave.
func (s *Site) strays(c *gin.Context) error {
	look, r, err := s.lookAndForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	v := garden.Volunteers{Bag: r.ID("bag"), Class: crop.Class(r.Text("class")), Day: r.Day("day")}
	v.Batches = r.batches(scaleReader(&logbook.PlantingState{}, cat.Containers, r.Units))
	asked := s.asked(c)
	var id logbook.ID
	kept, err := r.keep(func() (err error) {
		id, err = s.garden.LiftVolunteers(c.Request.Context(), v, asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.lifting(c, http.StatusUnprocessableEntity, refuse(c, r.Sent("strays")))
	}
	c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d/sheet", id))
	return nil
}

// poolBody is the page of a bin that several bags went into.
type poolBody struct {
	Key   string
	Bags  []poolBag
	Form  form.Form
	Error string
}

type poolBag struct {
	ID             logbook.ID
	Label, Variety string
	Ticked         bool
	Count          form.Field
}

func (s *Site) poolPage(c *gin.Context) error { return s.pooling(c, http.StatusOK, form.Sent{}) }

func (s *Site) pooling(c *gin.Context, status int, t form.Sent) error {
	look, row, sys, err := s.atRow(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	t.Units = sys
	f := weighForm("/lift/pool", cat, sys, look.Today())
	f.Name, f.Button = "pool", "Weigh the bin in"
	f.Fields = append(f.Fields, form.Field{Name: "by", Label: "Shared out by", Kind: "choice", Value: "expected", Options: []form.Option{
		{Value: "expected", Name: "what was expected in each"}, {Value: "even", Name: "the same for each"}, {Value: "count", Name: "the tubers counted at each"},
	}})
	body := poolBody{Form: t.Fill(f)}
	body.Key = body.Form.Key
	body.Error = strings.TrimSpace(t.At("bags") + " " + t.At(""))
	for i := range row {
		st := &row[i]
		if st.Stage != logbook.StageGrowing {
			continue
		}
		name := fmt.Sprintf("count-%d", st.Planting.ID)
		b := poolBag{ID: st.Planting.ID, Label: st.Bag.Label, Variety: st.Variety.Name, Count: form.Field{ID: "pool-" + name, Name: name, Label: "Tubers of " + st.Bag.Label, Kind: "count", Value: t.Values.Get(name), Error: t.At(name)}}
		for _, id := range t.Values["bag"] {
			b.Ticked = b.Ticked || id == fmt.Sprint(b.ID)
		}
		if wrong := t.At(fmt.Sprintf("bag-%d", st.Planting.ID)); wrong != "" {
			body.Error = strings.TrimSpace(body.Error + " " + wrong)
		}
		body.Bags = append(body.Bags, b)
	}
	s.render(c, status, "pool", view{Title: "One bin of several bags", Stage: "Lift", Body: body})
	return nil
}

// pool keeps a bin that several bags went into.
func (s *Site) pool(c *gin.Context) error {
	return s.keepTogether(c, liftAddress+"?done=", func(r *reading, a garden.Request) error {
		look, err := s.look(c)
		if err != nil {
			return err
		}
		cat, err := look.Catalogue()
		if err != nil {
			return err
		}
		p := garden.Pooling{Plantings: r.ids("bag"), By: garden.PoolBy(r.Text("by")), Day: r.Day("day")}
		for _, id := range p.Plantings {
			n := 0
			if p.By == garden.ByCount {
				n = r.Count(fmt.Sprintf("count-%d", id))
			}
			p.Counts = append(p.Counts, n)
		}
		p.Batches = r.batches(scaleReader(&logbook.PlantingState{}, cat.Containers, r.Units))
		if r.Faults != nil {
			return nil // told by the page
		}
		_, err = s.garden.Pool(c.Request.Context(), p, a)
		return err
	}, func(r *reading) error {
		return s.pooling(c, http.StatusUnprocessableEntity, refuse(c, r.Sent("pool")))
	})
}

// paperBody is the page of a sheet of paper that is typed or pasted as it stands.
type paperBody struct {
	Form  form.Form
	Lines []paperLine
	Good  int
	Bad   int
	Text  string
	Day   string
	Key   string
	Error string
}

// paperLine is one line of it as it was understood.
type paperLine struct {
	Line int
	Text string
	Says string
	Bad  bool
}

func (s *Site) paperPage(c *gin.Context) error {
	return s.onPaper(c, http.StatusOK, form.Sent{}, paperBody{})
}

func (s *Site) onPaper(c *gin.Context, status int, t form.Sent, body paperBody) error {
	var err error
	if t.Units, err = s.units(c); err != nil {
		return err
	}
	today := s.clock.Today()
	body.Form = t.Fill(form.Form{Name: "paper", Action: "/lift/paper/read", Button: "Read it", Fields: []form.Field{
		{Name: "lines", Label: "As it stands on the paper", Kind: "words", Hint: "A line a weight, its bag first: R2: 3 lb 2 oz less blue bucket, keep 40, green 3"},
		{Name: "day", Label: "Lifted on", Kind: "day", Value: today.ISO(), Max: today.ISO()},
	}})
	body.Key = form.NewKey()
	s.render(c, status, "paper", view{Title: "A sheet of paper", Stage: "Lift", Body: body})
	return nil
}

// sheet reads the lines of a sheet, each for the bag it names. What cannot be read says why.
func (r *reading) sheet(look *garden.View) (entries []logbook.Entry, lines []paperLine, err error) {
	row, err := look.Row()
	if err != nil {
		return nil, nil, err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return nil, nil, err
	}
	day := r.Day("day")
	texts := strings.Split(strings.ReplaceAll(r.Values.Get("lines"), "\r", ""), "\n")
	if len(texts) > paper.MaxLines {
		r.Faults.Add("lines", "A sheet holds up to {} lines.", paper.MaxLines)
		return nil, nil, nil
	}
	var at *forecast.PlantingForecast // of the line before, where a line names none
	for i, text := range texts {
		if text = strings.TrimSpace(text); text == "" {
			continue
		}
		line := paperLine{Line: i + 1, Text: text}
		if label, rest, ok := strings.Cut(text, ":"); ok {
			at = nil
			for k := range row {
				if st := &row[k]; st.Stage == logbook.StageGrowing && strings.EqualFold(st.Bag.Label, strings.TrimSpace(label)) {
					at = st
				}
			}
			if text = strings.TrimSpace(rest); at == nil {
				line.Bad, line.Says = true, "Nothing grows in a bag “"+strings.TrimSpace(label)+"”."
			}
		}
		switch {
		case line.Bad:
		case at == nil:
			line.Bad, line.Says = true, "Say which bag: its label and a colon before the weight."
		default:
			from := scaleReader(&at.PlantingState, cat.Containers, r.Units)
			l, err := from.Read(text)
			if err != nil {
				line.Bad, line.Says = true, err.Error()
				break
			}
			e := logbook.Entry{Planting: at.Planting.ID, Day: day}
			said := []string{}
			for k := range l.Batches {
				b := logbook.NewBatch(&l.Batches[k], l.Text)
				e.Batches, said = append(e.Batches, b), append(said, batchWords(&b, at.Variety.Class.Crop().Lifted(), r.Units))
			}
			entries = append(entries, e)
			line.Says = at.Bag.Label + ": " + strings.Join(said, "; ")
		}
		lines = append(lines, line)
	}
	if len(lines) == 0 {
		r.Faults.Add("lines", "Write or paste the lines of your sheet.")
	}
	return entries, lines, nil
}

// readPaper shows what was understood of a sheet; nothing is kept yet.
func (s *Site) readPaper(c *gin.Context) error {
	look, r, err := s.lookAndForm(c)
	if err != nil {
		return err
	}
	body := paperBody{Text: r.Values.Get("lines"), Day: r.Text("day")}
	if _, body.Lines, err = r.sheet(look); err != nil {
		return err
	}
	for _, l := range body.Lines {
		if l.Bad {
			body.Bad++
		} else {
			body.Good++
		}
	}
	status := http.StatusOK
	if r.Faults != nil {
		status = http.StatusUnprocessableEntity
	}
	return s.onPaper(c, status, refuse(c, r.Sent("paper")), body)
}

// keepPaper keeps the lines that can be read.
func (s *Site) keepPaper(c *gin.Context) error {
	return s.keepTogether(c, liftAddress+"?done=", func(r *reading, a garden.Request) error {
		look, err := s.look(c)
		if err != nil {
			return err
		}
		entries, _, err := r.sheet(look)
		if err != nil {
			return err
		}
		if r.Faults != nil {
			return nil // told by the page
		}
		_, err = s.garden.WeighMany(c.Request.Context(), entries, a)
		return err
	}, func(r *reading) error {
		return s.onPaper(c, http.StatusUnprocessableEntity, refuse(c, r.Sent("paper")), paperBody{})
	})
}
