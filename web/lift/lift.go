package lift

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// liftBody is the stage of lifting: what is ready, in the order to lift it, and what came up.
type liftBody struct {
	Lines    []liftLine
	Row      liftRow
	Strays   form.Form // volunteers
	Need     form.Field
	Enough   string // what to lift for it
	EnoughIn string // them
	Day      string // the first dry day, where something is to be lifted
	Source   string
	Said     string
	Caution  []form.Caution
	parts.KeptTogether
}

// need says which bags to lift for what is wanted this week, in their order.
func (b *liftBody) need(r *frame.Reading, ripe []forecast.Ripeness, sys measure.System) {
	b.Need = form.Field{ID: "need", Name: "need", Label: "Needed this week, about", Kind: "quantity", Unit: string(sys.ScaleUnit()), Value: r.Text("need")}
	if b.Need.Value == "" {
		return
	}
	wanted := r.Mass("need", sys.ScaleUnit())
	if len(r.Faults) > 0 {
		b.Need.Error = r.Faults[0].Says.In(sys)
		return
	}
	chosen, sum := forecast.EnoughFor(ripe, wanted)
	var labels []string
	for _, one := range chosen {
		labels = append(labels, one.Planting.Bag.Label)
	}
	switch {
	case len(chosen) == 0:
		b.Enough = "Nothing is big enough to eat yet."
		return
	case sum.Sum() < wanted:
		b.Enough = "All that can be eaten has less in it, " + strings.Join(labels, ", ") + ": about"
	default:
		b.Enough = "Lift " + strings.Join(labels, ", ") + ": about"
	}
	b.EnoughIn = sys.Print(sum)
}

// liftRow is the Row at lifting: bags that are ready or begun, with what was lifted and what is
// still expected heaped beneath, to one scale.
type liftRow struct {
	Defs draw.Defs
	Bags []liftBag
}

type liftBag struct {
	Bag   parts.RowBag
	Heap  draw.Heap
	Stage draw.Text
}

// maxLiftRow of bags that are drawn.
const maxLiftRow = 24

func (r *liftRow) add(ripe *forecast.Ripeness, sys measure.System) {
	st := ripe.Planting
	if len(r.Bags) >= maxLiftRow || ripe.Stage < lift.ToEat && len(st.Batches) == 0 {
		return
	}
	b := parts.RowBag{Label: draw.Escape(st.Bag.Label)}
	b.Section = draw.NewSection(draw.Look{Planting: st, Units: sys}, &r.Defs)
	b.PxW, b.PxH = draw.Px(b.Section.W, parts.RowScale), draw.Px(b.Section.H, parts.RowScale)
	r.Bags = append(r.Bags, liftBag{b, draw.NewExpected(st, ripe.Inside, ripe.Mean, parts.RowScale, sys), draw.Escape(ripe.Stage.Name())})
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
	Frost           string // chance of one in that week
	Blight          bool   // the weather favours it
	Cut, Ready      bool   // its tops can be cut; it can be weighed in
	Lifted          string // so far
	Pick            bool   // some can be eaten while it goes on
}

// stageKinds are the marks of the stages.
var stageKinds = map[lift.Stage]string{lift.NotYet: "wait", lift.ToEat: "look", lift.TopsOff: "cut-down", lift.Setting: "wait", lift.ToLift: "lift", lift.LiftNow: "lift late"}

func (s *Pages) liftPage(c *gin.Context) error { return s.lifting(c, http.StatusOK, form.Sent{}) }

func (s *Pages) lifting(c *gin.Context, status int, t form.Sent) error {
	look, row, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	blight, err := parts.BlightWarning(look, row)
	if err != nil {
		return err
	}
	ripe, err := ripeness(look, row)
	if err != nil {
		return err
	}
	body := liftBody{Said: s.Said(c), Caution: parts.Beware("green", "knives", "lifting", "stored")}
	for i := range ripe {
		one := &ripe[i]
		l := newLiftLine(one, sys)
		l.Blight = blight.Has(one.Planting.Planting.ID)
		body.Lines = append(body.Lines, l)
		body.Row.add(one, sys)
		if one.Stage >= lift.ToLift && one.Dry != nil && body.Day == "" {
			body.Day, body.Source = one.Dry.Day.Long(), parts.ForecastName(one.Dry.Source)
		}
	}
	body.need(&r, ripe, sys)
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	t.Units = sys
	body.Strays = t.Fill(straysForm(cat, sys, look.Today()))
	body.Back = frame.LiftAddress
	if err := body.Kept(look, c.Query("done"), sys); err != nil {
		return err
	}
	s.Render(c, status, "lift", frame.View{Title: "Lift", Stage: "Lift", Body: body})
	return nil
}

// ripeness of a row, the first to be lifted first.
func ripeness(look *garden.View, row []forecast.PlantingForecast) ([]forecast.Ripeness, error) {
	growing, err := look.ExpectedInRow(row)
	if err != nil {
		return nil, err
	}
	ahead, err := look.Forecast()
	if err != nil {
		return nil, err
	}
	nights, err := look.Nights()
	return forecast.RipenessOf(row, growing, ahead, nights, look.Today()), err
}

// liftWorking is of what a week more adds to a bag, or of the frost it may cost.
func (s *Pages) liftWorking(c *gin.Context) error {
	look, row, _, err := s.AtRow(c)
	if err != nil {
		return err
	}
	ripe, err := ripeness(look, row)
	if err != nil {
		return err
	}
	for i := range ripe {
		one := &ripe[i]
		if one.Planting.Planting.ID != frame.PathID(c) {
			continue
		}
		switch c.Param("figure") {
		case "week":
			return s.AnswerWorking(c, one.WeekWorking(), one.Planting.Bag.Label)
		case "frost":
			return s.AnswerWorking(c, one.FrostWorking(), one.Planting.Bag.Label)
		}
	}
	return logbook.ErrNotFound
}

// enoughWorking is of the bags for what is needed this week.
func (s *Pages) enoughWorking(c *gin.Context) error {
	look, row, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	wanted := r.Mass("need", sys.ScaleUnit())
	ripe, err := ripeness(look, row)
	if err != nil {
		return err
	}
	if len(r.Faults) > 0 {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, forecast.EnoughWorking(ripe, wanted), "All bags")
}

func newLiftLine(r *forecast.Ripeness, sys measure.System) liftLine {
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
		l.Inside = sys.Expected(r.Inside)
	}
	if r.High > 0 && r.Stage < lift.Setting {
		l.Adds = fmt.Sprintf("%s to %s", sys.Expected(r.Low), sys.Expected(r.High))
		if r.Frost >= 0.005 {
			l.Frost = fmt.Sprintf("%.0f %%", 100*r.Frost)
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
