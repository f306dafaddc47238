package plan

import (
	"fmt"
	"net/http"
	"net/url"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/working"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type designBody struct {
	Form    form.Form
	Defs    draw.Defs
	Kinds   []designKind
	Sheet   forecast.DesignSheet
	Chosen  *designKind
	Curve   draw.OnBoth[draw.Yield]
	Aims    []aimChoice
	Query   url.Values
	Missing bool
	Costs   bool // of some the price is known
	Notes   []parts.Note
}

// designKind is one kind of bag, drawn and weighed up.
type designKind struct {
	*forecast.Candidate
	Section  draw.Section
	PxW, PxH int
	Bars     []gradeBar
	Href     string // chooses it for the curve
	Plan     string // plans a free bag of it
	Chosen   bool
	Cost     string // of one, a season
}

// gradeBar is the share of one grade, of 1000.
type gradeBar struct {
	Key  string
	X, W int
	Text string
}

type aimChoice struct {
	Name   string
	Choice bag.Choice
}

// designScale is the scale that kinds of bag are laid side by side at, in px per
// mm.
const designScale = 0.27

// readDesign reads what kinds of bag are weighed up for.
func readDesign(r *frame.Reading, cat garden.Catalogue) (ask forecast.DesignRequest, kind logbook.ID) {
	ask = forecast.DesignRequest{Class: crop.Maincrop, Aim: bag.MaxWeight, By: forecast.ByAim, Headspace: hill.UsualHeadspace, Calibrate: r.Text("mine") != "no"}
	if v := parts.Choose(cat.Varieties, r.ID("variety"), func(v logbook.Variety) logbook.ID { return v.ID }); v.ID != 0 && r.ID("variety") == v.ID {
		ask.Class, ask.Variety = v.Class, v.ID
	} else if c := crop.Class(r.Text("class")); c.Known() {
		ask.Class = c
	}
	if a := bag.Aim(r.Text("aim")); a.Known() {
		ask.Aim = a
	}
	if by := forecast.NumberBy(r.Text("by")); by.Known() {
		ask.By = by
	}
	ask.Own, ask.Sprouts = r.Count("own"), r.Count("sprouts")
	if ask.Own > 0 && r.Text("by") == "" {
		ask.By = forecast.ByOwn
	}
	ask.Headspace = r.LengthOr("headspace", hill.UsualHeadspace)
	ask.Mix = cat.Recipe(r.Text("mix")).Mix
	return ask, r.ID("kind")
}

func (s *Pages) design(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	body := designBody{Missing: len(cat.Models) == 0}
	ask, kind := readDesign(&r, cat)
	t := form.Sent{Form: "design", Values: r.Values, Units: r.Units}
	if r.Faults == nil {
		body.Sheet, err = look.Design(ask)
		if err := r.Refused(err); err != nil {
			return err
		}
	}
	t.Faults = r.Faults
	body.Form = t.Fill(designForm(cat, ask, body.Sheet.Mine, r.Units))
	body.query(ask, r.Text("mix"), r.Units)
	if r.Faults == nil {
		body.tell(ask, kind, r.Units)
	}
	s.Render(c, http.StatusOK, "design", frame.View{Title: "Which bag", Stage: "Plan", Body: body})
	return nil
}

func (b *designBody) query(ask forecast.DesignRequest, mix string, sys measure.System) {
	q := url.Values{"class": {string(ask.Class)}, "aim": {string(ask.Aim)}, "by": {string(ask.By)}, "headspace": {frame.Exactly(ask.Headspace)}}
	set := func(name, value, empty string) {
		if value != empty {
			q.Set(name, value)
		}
	}
	set("variety", fmt.Sprint(ask.Variety), "0")
	set("own", fmt.Sprint(ask.Own), "0")
	set("sprouts", fmt.Sprint(ask.Sprouts), "0")
	set("mix", mix, "")
	if !ask.Calibrate {
		q.Set("mine", "no")
	}
	b.Query = q
}

func (b *designBody) tell(ask forecast.DesignRequest, kind logbook.ID, sys measure.System) {
	best := -1
	for i := range b.Sheet.Candidates {
		c := &b.Sheet.Candidates[i]
		k := designKind{Candidate: c, Href: string(frame.Address("/plan/design", b.Query, "kind", c.Model.ID, "headspace", sys.Plain().Fine(ask.Headspace)))}
		k.Section = draw.NewSection(draw.Look{Planting: &c.Draft, Units: sys, Ladder: true}, &b.Defs)
		k.Section.Tag = nil
		k.PxW, k.PxH = draw.Px(k.Section.W, designScale), draw.Px(k.Section.H, designScale)
		k.Bars = gradeBars(c.Choice.Grades)
		if c.Free != 0 && ask.Variety != 0 {
			q := url.Values{"bag": {fmt.Sprint(c.Free)}, "variety": {fmt.Sprint(ask.Variety)}, "number": {fmt.Sprint(c.Choice.Plants)}}
			k.Plan = "/plan?" + q.Encode()
		}
		if m := c.Model; m.Price > 0 {
			b.Costs = true
			k.Cost = sys.Money(measure.Money(m.Price/max(1, m.Lasts)), 2)
		}
		b.Kinds = append(b.Kinds, k)
		if c.Works && (best < 0 || c.Choice.Yield > b.Sheet.Candidates[best].Choice.Yield) {
			best = i
		}
	}
	for i := range b.Kinds {
		if b.Kinds[i].Model.ID == kind {
			best = i
		}
	}
	if best < 0 && len(b.Kinds) > 0 {
		best = 0
	}
	if best < 0 {
		return
	}
	b.Kinds[best].Chosen = true
	b.Chosen = &b.Kinds[best]
	c := b.Chosen.Candidate
	b.Curve = draw.Both(func(p draw.Paper) draw.Yield { return draw.NewYield(c.Choices, c.Choice, sys, p) })
	for _, aim := range bag.Aims() {
		b.Aims = append(b.Aims, aimChoice{aim.Name(), aim.Best(c.Choices)})
	}
	g := growingAt(c)
	b.Notes = []parts.Note{parts.NewNote(bag.ExpectWorking(g), c.Model.Name, sys), parts.NewNote(bag.TubersWorking(g), c.Model.Name, sys)}
}

// growingAt is what a candidate's choice was asked of.
func growingAt(c *forecast.Candidate) bag.Growing {
	g := c.Growing
	g.Plants, g.Sprouts = c.Choice.Plants, c.Choice.Sprouts
	if g.Class.Crop() == crop.Potato {
		g.Seed = measure.Mass(g.Plants) * crop.SeedPiece
	}
	return g
}

func gradeBars(g bag.Grades) []gradeBar {
	var out []gradeBar
	x := 0
	for _, part := range []struct {
		key   string
		share float64
	}{{"small", g.Small}, {"salad", g.Salad}, {"medium", g.Medium}, {"baker", g.Baker}} {
		w := int(1000*part.share + 0.5)
		out = append(out, gradeBar{part.key, x, w, fmt.Sprintf("%.0f %%", 100*part.share)})
		x += w
	}
	return out
}

func designForm(cat garden.Catalogue, ask forecast.DesignRequest, mine int, sys measure.System) form.Form {
	varieties := []form.Option{{Value: "", Name: "any of a class"}}
	for _, v := range cat.Varieties {
		varieties = append(varieties, form.Option{Value: fmt.Sprint(v.ID), Name: v.Name + " · " + v.Class.Name()})
	}
	var classes, aims, schools, mixes []form.Option
	for _, c := range crop.Classes() {
		classes = append(classes, form.Option{Value: string(c), Name: c.Name()})
	}
	for _, a := range bag.Aims() {
		aims = append(aims, form.Option{Value: string(a), Name: a.Name()})
	}
	for _, n := range forecast.NumberSchools() {
		schools = append(schools, form.Option{Value: string(n), Name: n.Name()})
	}
	for _, m := range cat.Recipes {
		mixes = append(mixes, form.Option{Value: m.Key, Name: m.Name})
	}
	variety := ""
	if ask.Variety != 0 {
		variety = fmt.Sprint(ask.Variety)
	}
	own := form.Field{Name: "mine", Label: "Scaled by your harvests", Kind: "choice", Value: "yes", Options: []form.Option{{Value: "yes", Name: "yes"}, {Value: "no", Name: "no"}}}
	switch mine {
	case 0:
		own.Hint = "You have none of this class yet"
	case 1:
		own.Hint = "From your 1 bag"
	default:
		own.Hint = fmt.Sprintf("From your %d bags", mine)
	}
	return form.Form{Name: "design", Action: "/plan/design", Button: "Weigh them up", Fields: []form.Field{
		{Name: "variety", Label: "Variety", Kind: "choice", Value: variety, Options: varieties},
		{Name: "class", Label: "or class", Kind: "choice", Value: string(ask.Class), Options: classes},
		{Name: "aim", Label: "For", Kind: "choice", Value: string(ask.Aim), Options: aims},
	}, MoreTitle: "Number, sprouts, mix, headspace", More: []form.Field{
		{Name: "by", Label: "How many, by", Kind: "choice", Value: string(ask.By), Options: schools},
		{Name: "own", Label: "Your own number", Kind: "count", Value: parts.CountOrEmpty(ask.Own)},
		{Name: "sprouts", Label: "Sprouts kept on each", Kind: "count", Value: parts.CountOrEmpty(ask.Sprouts), Hint: "Empty: as suits the aim"},
		{Name: "mix", Label: "Filled with", Kind: "choice", Value: medium.Recipes()[0].Key, Options: mixes},
		{Name: "headspace", Label: "Kept free below the rim", Kind: "quantity", Unit: string(sys.LengthUnit()), Hint: "usually " + sys.Length(hill.UsualHeadspace)},
		own,
	}}
}

// designWorking is of one figure of one kind of bag.
func (s *Pages) designWorking(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	ask, kind := readDesign(&r, cat)
	sheet, err := look.Design(ask)
	if err != nil || r.Faults != nil {
		return logbook.ErrNotFound
	}
	for i := range sheet.Candidates {
		k := &sheet.Candidates[i]
		if k.Model.ID != kind {
			continue
		}
		var w working.Working
		switch c.Param("figure") {
		case FigureExpect:
			w = bag.ExpectWorking(growingAt(k))
		case figureMeanTuber:
			w = bag.TubersWorking(growingAt(k))
		case "wet":
			w = ask.Mix.WetWorking(k.Usable, k.Model.Empty)
		default:
			return logbook.ErrNotFound
		}
		return s.AnswerWorking(c, w, k.Model.Name)
	}
	return logbook.ErrNotFound
}

// expectWorking is of what a planting may give.
func (s *Pages) expectWorking(c *gin.Context, st *forecast.PlantingForecast) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	g, err := look.Expected(st)
	if err != nil {
		return err
	}
	w := bag.ExpectWorking(g)
	if c.Param("figure") == figureMeanTuber {
		w = bag.TubersWorking(g)
	}
	return s.AnswerWorking(c, w, st.Bag.Label+", "+st.Variety.Name)
}

// Figures of an expectation, as addresses name them.
const (
	FigureExpect    = "expected"
	FigureNow       = "now" // what lies in a bag today
	figureMeanTuber = "mean-tuber"
)
