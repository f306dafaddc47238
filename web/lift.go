package web

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/lift"
	"glebata/core/measure"
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
