package plan

import (
	"fmt"
	"net/http"
	"net/url"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/core/advice"
	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type planBody struct {
	Form    form.Form
	Variety form.Form
	Draft   *forecast.Draft // nil while something is missing or wrong
	Drawing parts.Drawing
	Above   draw.Above
	Settled measure.Volume
	Loose   measure.Loads
	Query   url.Values // the plan as its form would send it
	Missing string     // what to do first, in an empty garden
	Drill   bool       // ask for the grower's word to drill
	Notes   []parts.Note
	Said    string
	Reason  string
	// Timing is what the dates come to, counted back from the site's frosts.
	Timing   *calendar.Schedule
	Progress garden.Progress
	Expect   *bag.Expectation
	May      calendar.Verdict
	Limits   measure.Phrase // what holds it down, and what one step more would add
	Wet      measure.Mass   // full, in summer
	Advice   advice.List    // of weight and mix
	When     []form.Field
	Hints    []string // fields whose hints are renewed one by one
}

func (s *Pages) plan(c *gin.Context) error { return s.planPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) planPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	t.Units = r.Units
	body := planBody{Variety: t.Fill(parts.VarietyForm()), Said: s.Said(c)}
	if body.Missing = missing(cat); body.Missing != "" {
		s.Render(c, status, "plan", frame.View{Title: "Plan", Stage: "Plan", Body: body})
		return nil
	}
	a, err := s.readPlan(look, cat, &r)
	if err != nil {
		return err
	}
	plan := t.Anew("plan", &r.Reader)
	if t.Form == "plan" {
		plan.Faults = t.Faults
	}
	draft, err := forecast.DraftPlanting(a.bag, a.variety, a.number, a.filling)
	if faults, ok := frame.AsFaults(err); ok && len(plan.Faults) == 0 {
		plan.Faults = append(plan.Faults, faults...)
	}
	if cat.TakenIn(a.bag.ID, a.year) && len(plan.Faults) == 0 && t.Form != "plan" && r.Text("bag") != "" && r.Text("beside") == "" {
		plan.Faults.Add("bag", "Bag {} is taken already: choose another, or say below that they share it.", a.bag.Label)
	}
	if err == nil && r.Faults == nil {
		if err := s.when(c, &body, &draft, a, &plan); err != nil {
			return err
		}
		if gone := draft.Dates != nil && draft.Dates.Was != 0; gone && !body.May.OK && r.Text("year") == "" { // its season is past: the next
			a.year++
			if r.Text("chitted") == "" {
				a.timing = readTiming(&r, logbook.UsualTiming(a.bag, a.variety), a.variety.Class.Crop())
				if err := a.timeToChit(look); err != nil {
					return err
				}
			}
			if draft, err = forecast.DraftPlanting(a.bag, a.variety, a.number, a.filling); err == nil {
				err = s.when(c, &body, &draft, a, &plan)
			}
			if err != nil {
				return err
			}
		}
	}
	if q := planWith(r.Values, r.ID("variety")); len(q) > 1 { // goes along where no script sends what is typed
		body.Variety.Action += "?" + q.Encode()
	}
	body.Form = plan.Fill(planForm(cat, a, body.Timing, r.Units))
	timings := timingFields(a.timing, a.variety.Class.Crop(), nil)
	for _, f := range body.Form.Fields {
		if slices.ContainsFunc(timings, func(t form.Field) bool { return t.Name == f.Name }) {
			body.When = append(body.When, f)
		} else {
			body.Hints = append(body.Hints, f.ID)
		}
	}
	body.Drill = !draft.Drainage.Plantable
	body.Reason = a.school.ReasonFor(a.variety.Class).In(r.Units)
	if a.usual {
		body.Reason = measure.Upper(a.school.Params().Name) + ". " + body.Reason
	}
	if err == nil && r.Faults == nil {
		body.show(&draft, a, r.Units)
	}
	s.Render(c, status, "plan", frame.View{Title: "Plan a bag", Stage: "Plan", Body: body})
	return nil
}

// when works the dates of a draft out.
func (s *Pages) when(c *gin.Context, body *planBody, d *forecast.Draft, a planAsk, t *form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	err = look.GrowDraft(d, a.year, a.timing, a.mix.Mix)
	if faults, ok := frame.AsFaults(err); ok {
		t.Faults = append(t.Faults, faults...)
		return nil
	}
	if err != nil {
		return err
	}
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	body.Advice = nil
	if body.May, err = look.May(d, a.year); err != nil {
		return err
	}
	body.weigh(d, a.mix.Mix, site.LiftLimit)
	growing, err := look.Expected(&d.PlantingForecast)
	if err != nil {
		return err
	}
	e := bag.Expect(growing)
	body.Expect, body.Limits = &e, growing.LimitWords()
	line := []forecast.SheetLine{{PlantingForecast: d.PlantingForecast, Schedule: *d.Dates}}
	body.Progress, err = look.Windows(line)
	body.Timing = &line[0].Schedule
	return err
}

// weigh the bag as it will stand full and wet, and look at the mix.
func (b *planBody) weigh(d *forecast.Draft, m medium.Mix, limit measure.Mass) {
	b.Wet = d.WetWeight(m)
	if b.Wet > neverMoved*limit {
		b.Advice.Add(advice.Heavy, advice.Tip, "", "Full and wet it weighs about {}: fill it where it will stay.", measure.Stands(b.Wet))
	} else if b.Wet > limit {
		b.Advice.Add(advice.Heavy, advice.Warn, "", "Full and wet it weighs about {}, over your limit of {}: two people, wheels, or fill it where it stands.", measure.Stands(b.Wet), measure.Stands(limit))
	}
	if d.Grown != nil && d.Grown.Plant.Unlit() {
		b.Advice.Add(advice.Dim, advice.Warn, "", "Indoors without a lamp there is a window's light, and little grows by it: plan it in the heated room and write the lamp down with the site, or plan it a place outside.")
	}
	b.Advice = slices.Concat(b.Advice, d.Bag.Condition.Advice(), medium.Rotting(m), medium.Acidity(d.Variety.Class.Crop(), m))
}

// neverMoved is how many times what the grower lifts alone nobody moves any more. Practice.
const neverMoved = 8

// planScale is how much larger than on a phone the pictures of a plan are shown:
// two of them stand side by side.
const planScale = 1.15

// show puts the drawings and totals of a draft in the body.
func (b *planBody) show(d *forecast.Draft, a planAsk, sys measure.System) {
	b.Draft = d
	b.Drawing.Detail = draw.NewDetail(draw.Look{Planting: &d.PlantingForecast, Units: sys, Ladder: true}, &b.Drawing.Defs)
	b.Drawing.Shown = b.Drawing.Scale * planScale
	lower := d.Spots(&d.Planting)
	b.Above = draw.NewAbove(d.Bag.Model.Shape, lower, draw.SeedRef(d.Variety.Class.Crop()), &b.Drawing.Detail, sys)
	b.Settled, _ = d.Ladder.Wanted()
	b.Loose = d.Ladder.Loads()
	q := url.Values{}
	q.Set("bag", fmt.Sprint(a.bag.ID))
	q.Set("variety", varietyValue(a.variety))
	q.Set("school", string(a.school))
	q.Set("number", fmt.Sprint(a.number))
	q.Set("headspace", frame.Exactly(a.filling.Headspace))
	if a.filling.Filler > 0 {
		q.Set("filler", frame.Exactly(a.filling.Filler))
	}
	q.Set("base", frame.Exactly(a.filling.Base))
	q.Set("cover", frame.Exactly(a.filling.Cover))
	q.Set("layer", frame.Exactly(a.filling.MaxLayer))
	q.Set("settling", fmt.Sprintf("%g", a.filling.Settling*100))
	if a.filling.Trigger > 0 {
		q.Set("trigger", frame.Exactly(a.filling.Trigger))
	}
	if a.filling.Showing > 0 {
		q.Set("showing", frame.Exactly(a.filling.Showing))
	}
	if a.filling.Raises != hill.BySchool {
		q.Set("raises", fmt.Sprint(int(a.filling.Raises)))
	}
	q.Set("mix", a.mix.Key)
	q.Set("year", fmt.Sprint(a.year))
	for _, f := range timingFields(a.timing, a.variety.Class.Crop(), nil) {
		q.Set(f.Name, f.Value)
	}
	b.Query = q
	figures := []string{forecast.FigureNumber, forecast.FigureLadder, forecast.FigureLitres, forecast.FigureSeed}
	b.Notes = parts.NewNotes(&d.PlantingForecast, figures, sys)
}

// missing says what to add first.
func missing(cat garden.Catalogue) string {
	switch {
	case len(cat.Models) == 0:
		return "model"
	case len(cat.Bags) == 0:
		return "bag"
	case len(cat.Varieties) == 0:
		return "variety"
	}
	return ""
}

func (s *Pages) savePlan(c *gin.Context) error {
	a, r, err := s.plannedIn(c)
	if err != nil {
		return err
	}
	if r.Faults == nil {
		_, err := s.Garden.PlanBag(c.Request.Context(), garden.NewPlanting{
			// What was chosen, not what a plan that chose nothing is drawn with.
			Year: a.year, Bag: r.ID("bag"), Variety: r.ID("variety"), Unknown: readUnknownClass(r), Number: a.number,
			Filling: a.filling, Timing: a.timing, Mix: a.mix.Mix, WillDrill: r.Text("drill") != "", Beside: r.Text("beside") != "",
		}, s.Request(c))
		if err := r.Refused(err); err != nil {
			return err
		}
	}
	if r.Faults != nil {
		return s.planPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, form.Sent{Form: "plan", Faults: r.Faults}))
	}
	c.Redirect(http.StatusSeeOther, "/bags/"+url.PathEscape(a.bag.Label)+"?said=planned")
	return nil
}

func (s *Pages) planWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	a, r, err := s.plannedIn(c)
	if err != nil {
		return err
	}
	draft, err := forecast.DraftPlanting(a.bag, a.variety, a.number, a.filling)
	if err != nil || r.Faults != nil {
		return logbook.ErrNotFound
	}
	if err := look.GrowDraft(&draft, a.year, a.timing, a.mix.Mix); err != nil {
		return logbook.ErrNotFound
	}
	switch figure := c.Param("figure"); figure {
	case figurePlantDay:
		return s.answerTiming(c, &draft.PlantingForecast)
	case FigureExpect, figureMeanTuber:
		return s.expectWorking(c, &draft.PlantingForecast)
	}
	return s.ShowWorking(c, &draft.PlantingForecast, c.Param("figure"))
}

// planWith is the plan that was being made when a variety was added, with that chosen.
func planWith(sent url.Values, variety logbook.ID) url.Values {
	q := url.Values{}
	for name, v := range sent {
		if v[0] != "" {
			q.Set(name, v[0])
		}
	}
	for _, f := range parts.VarietyForm().Fields {
		q.Del(f.Name)
	}
	q.Del("key")
	q.Del("said")
	q.Set("variety", fmt.Sprint(variety))
	return q
}
