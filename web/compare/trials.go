package compare

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/working"
	"glebata/garden"
	"glebata/garden/compare"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// trialsBody is the page of trials: those there are, and a new one.
type trialsBody struct {
	Said   string
	Trials []trialLine
	Form   form.Form
	Bags   []trialTick
	Season int
	Years  []form.Option
	Draw   uint64
	Power  powerTable
	Error  string // at the bags
	Put    bool   // the grower puts the bags
}

// trialLine is one trial in the list.
type trialLine struct {
	logbook.Trial
	Bags int
}

// trialTick is a planting that may be put to an arm.
type trialTick struct {
	ID                       logbook.ID
	Label, Variety, Kind, At string
	Ticked                   bool
}

// powerTable is how many bags an arm a trial needs.
type powerTable struct {
	Vary     string
	VaryHref string
	From     int // bags of the grower's own; 0 for the usual variation
	Measure  string
	Effects  []string
	Rows     []powerRow
	Drawing  draw.OnBoth[draw.Power] // of two arms
}

type powerRow struct {
	Arms  int
	Cells []compareCell
}

// mostDrawn bags an arm that the power of a trial is drawn for.
const mostDrawn = 40

// effects that the power of a trial is shown for: so much more.
var effects = []float64{0.25, 0.5, 1}

func newPowerTable(all []compare.Bag, m *compare.Measure) powerTable {
	v := compare.Varies(all, m)
	t := powerTable{Vary: measure.Metric.Print(measure.Share(v.Of)), VaryHref: string(frame.Address("/compare/trials/working/vary", nil, "measure", m.Key)), From: v.Bags, Measure: m.Name}
	for _, e := range effects {
		t.Effects = append(t.Effects, measure.Metric.Print(measure.Share(e)))
	}
	var curves []draw.PowerCurve
	for _, e := range effects {
		c := draw.PowerCurve{Name: draw.Escape(measure.Metric.Print(measure.Share(e)) + " more"), First: trial.FewestBags}
		for n := trial.FewestBags; n <= mostDrawn; n++ {
			c.Powers = append(c.Powers, trial.Power(v.Of, e, 2, n))
		}
		curves = append(curves, c)
	}
	t.Drawing = draw.Both(func(p draw.Paper) draw.Power { return draw.NewPower(curves, mostDrawn, p) })
	for arms := 2; arms <= trial.MaxTrialArms; arms++ {
		row := powerRow{Arms: arms}
		for _, e := range effects {
			cell := compareCell{Text: "over 500"}
			if n, err := trial.BagsPerArm(v.Of, e, arms); err == nil {
				cell.Text, cell.has = strconv.Itoa(n), true
				cell.Href = string(frame.Address("/compare/trials/working/power", nil, "arms", arms, "effect", e, "measure", m.Key))
			}
			row.Cells = append(row.Cells, cell)
		}
		t.Rows = append(t.Rows, row)
	}
	return t
}

// powerWorking is of one cell of the table.
func (s *Pages) powerWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	all, err := look.Compared()
	if err != nil {
		return err
	}
	arms, _ := strconv.Atoi(c.Query("arms"))
	effect, _ := strconv.ParseFloat(c.Query("effect"), 64)
	m := compare.MeasureNamed(c.Query("measure"), compare.Tubers)
	v := compare.Varies(all, m)
	w, err := trial.PowerWorking(v.Of, effect, arms, v.Bags)
	if err != nil {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, w, "A trial")
}

// varyWorking is of how the grower's bags vary.
func (s *Pages) varyWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	all, err := look.Compared()
	if err != nil {
		return err
	}
	v := compare.Varies(all, compare.MeasureNamed(c.Query("measure"), compare.Tubers))
	return s.AnswerWorking(c, v.Working(), "Your bags")
}

func (s *Pages) trials(c *gin.Context) error { return s.trialsPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) trialsPage(c *gin.Context, status int, t form.Sent) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	t.Units = r.Units
	trials, err := look.Trials()
	if err != nil {
		return err
	}
	all, err := look.Compared()
	if err != nil {
		return err
	}
	body := trialsBody{Said: s.Said(c), Draw: rand.Uint64N(1_000_000) + 1}
	for _, tr := range trials {
		body.Trials = append(body.Trials, trialLine{tr, len(tr.Bags)})
	}
	body.Season, _ = strconv.Atoi(c.Query("year"))
	if typed, err := strconv.Atoi(t.Values.Get("year")); err == nil {
		body.Season = typed
	}
	if drawn, err := strconv.ParseUint(t.Values.Get("draw"), 10, 32); err == nil && drawn > 0 {
		body.Draw = drawn
	}
	if err := body.season(look, t); err != nil {
		return err
	}
	body.Form = t.Fill(trialForm())
	body.Error = strings.TrimSpace(t.At("bags") + " " + t.At(""))
	body.Put = slices.ContainsFunc(t.Faults, func(f logbook.Fault) bool { return strings.HasPrefix(f.Field, "bags-") }) || t.Values.Get("bags-1") != ""
	body.Power = newPowerTable(all, compare.MeasureNamed(t.Values.Get("measure"), compare.Tubers))
	s.Render(c, status, "trials", frame.View{Title: "Trials", Stage: "Compare", Body: body})
	return nil
}

// season the trial is of, with its plantings to be ticked.
func (b *trialsBody) season(look *garden.View, t form.Sent) error {
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	if b.Season == 0 {
		site, _, err := look.Site()
		if err != nil {
			return err
		}
		b.Season = site.SeasonOn(look.Today())
	}
	for _, season := range cat.Seasons {
		b.Years = append(b.Years, form.Option{Value: strconv.Itoa(season.Year), Name: strconv.Itoa(season.Year), Chosen: season.Year == b.Season})
	}
	list, err := look.OfSeason(b.Season)
	if err != nil {
		return err
	}
	for i := range list {
		p := &list[i]
		if p.Stage == logbook.StageDropped {
			continue
		}
		tick := trialTick{ID: p.Planting.ID, Label: p.Bag.Label, Variety: p.Variety.Name, Kind: p.Bag.Model.Name, At: stageWord(p.Stage)}
		tick.Ticked = slices.Contains(t.Values["bag"], fmt.Sprint(tick.ID))
		b.Bags = append(b.Bags, tick)
	}
	return nil
}

func stageWord(s logbook.Stage) string {
	return map[logbook.Stage]string{logbook.StagePlanned: "planned", logbook.StageGrowing: "growing", logbook.StageClosed: "finished", logbook.StageDropped: "plan dropped"}[s]
}

// trialForm is what a trial is asked for with.
func trialForm() form.Form {
	var factors, measures []form.Option
	for _, f := range compare.Factors() {
		if f.Key != "year" {
			factors = append(factors, form.Option{Value: f.Key, Name: f.Name})
		}
	}
	factors = append(factors, form.Option{Value: logbook.OtherFactor, Name: "something else"})
	for _, m := range compare.Measures() {
		measures = append(measures, form.Option{Value: m.Key, Name: m.Name})
	}
	pairs := []form.Option{{Value: "", Name: "the first two, or none of more"}}
	for _, p := range trial.Pairs(trial.MaxTrialArms) {
		pairs = append(pairs, form.Option{Value: fmt.Sprintf("%d-%d", p.First, p.Second), Name: fmt.Sprintf("arm %d against arm %d", p.First+1, p.Second+1)})
	}
	f := form.Form{Name: "trial", Action: "/compare/trials", Button: "Lay it out", Fields: []form.Field{
		{Name: "question", Label: "The question", Kind: "text", Hint: "One sentence that the harvest can answer."},
		{Name: "factor", Label: "The arms differ in", Kind: "choice", Value: "school", Options: factors},
		{Name: "measure", Label: "What answers it", Kind: "choice", Value: "ratio", Options: measures},
		{Name: "blocks", Label: "Dealt within", Kind: "choice", Value: "", Options: []form.Option{{Value: "", Name: "all bags together"}, {Value: string(compare.ByPlace), Name: "each place"}, {Value: string(compare.ByKind), Name: "each kind of bag"}}},
	}}
	f.Fields = append(f.Fields, []form.Field{
		{Name: "pair", Label: "Which arms are judged", Kind: "choice", Options: pairs, Hint: "Named now, a pair of three or four arms needs fewer bags than one that is picked after looking."},
		{Name: "matters", Label: "The least difference that matters", Kind: "count", Unit: "%", Hint: "Under it either would do. Empty for not said."},
		{Name: "judge-on", Label: "Judged from", Kind: "day", Hint: "Empty: as soon as every bag is finished."},
	}...)
	for i := 1; i <= trial.MaxTrialArms; i++ {
		name := form.Field{Name: fmt.Sprintf("arm-%d", i), Label: fmt.Sprintf("Arm %d", i), Kind: "text"}
		if i > 2 {
			name.Hint = "Empty for none."
		}
		f.Fields = append(f.Fields, name)
		f.More = append(f.More, form.Field{Name: fmt.Sprintf("bags-%d", i), Label: fmt.Sprintf("Bags of arm %d", i), Kind: "text", Hint: "Their labels: R1, R6, R11"})
	}
	return f
}

// layTrial keeps a trial.
func (s *Pages) layTrial(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	n := readTrial(&r)
	asked := s.Request(c)
	var id logbook.ID
	kept, err := r.Keep(func() (err error) {
		id, err = s.Garden.LayTrial(c.Request.Context(), n, asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.trialsPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("trial")))
	}
	return s.RedirectWithFlash(c, fmt.Sprintf("/compare/trials/%d", id), "Laid out.")
}

// readTrial that a form asks for.
func readTrial(r *frame.Reading) garden.NewTrial {
	n := garden.NewTrial{Trial: logbook.Trial{Question: r.Text("question"), Factor: r.Text("factor"), Measure: r.Text("measure")}, Blocks: compare.Blocks(r.Text("blocks"))}
	year, err := strconv.Atoi(r.Text("year"))
	if err != nil || year < 1900 || year > 2200 {
		r.Faults.Add("year", "Choose the season.")
	}
	n.Year = year
	if first, second, ok := strings.Cut(r.Text("pair"), "-"); ok {
		n.Pair[0], _ = strconv.Atoi(first)
		n.Pair[1], _ = strconv.Atoi(second)
		n.Pair[0], n.Pair[1] = max(0, n.Pair[0]), max(0, n.Pair[1])
	}
	n.Matters = r.Number("matters", 0) / 100
	if r.Text("judge-on") != "" {
		n.JudgeOn = r.Day("judge-on")
	}
	n.Draw, _ = strconv.ParseUint(r.Text("draw"), 10, 32)
	n.Draw = max(1, n.Draw)
	n.Bags = r.Ticked()
	last := 0
	var put [][]string
	for i := 1; i <= trial.MaxTrialArms; i++ {
		name, labels := r.Text(fmt.Sprintf("arm-%d", i)), labelsIn(r.Text(fmt.Sprintf("bags-%d", i)))
		if name != "" || len(labels) > 0 {
			last = i
		}
		n.Arms, put = append(n.Arms, name), append(put, labels)
	}
	n.Arms, put = n.Arms[:last], put[:last]
	if slices.ContainsFunc(put, func(l []string) bool { return len(l) > 0 }) {
		n.Put = put
	}
	return n
}

// labelsIn a list as it is typed.
func labelsIn(text string) []string {
	return strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ';' || r == ' ' || r == '\n' })
}

// dropTrial gives a trial up, takes it up again, or sets the plans of its bags from their arms.
func (s *Pages) dropTrial(c *gin.Context) error {
	drop := c.Param("doing") == "drop"
	id := frame.PathID(c)
	if c.Param("doing") == "plans" {
		n, err := s.Garden.PlanTrial(c.Request.Context(), id, s.Request(c))
		if refused := (logbook.Faults)(nil); errors.As(err, &refused) && len(refused) > 0 {
			return s.RedirectWithFlash(c, fmt.Sprintf("/compare/trials/%d", id), refused[0].Says.In(measure.Metric))
		}
		if err != nil {
			return err
		}
		return s.RedirectWithFlash(c, fmt.Sprintf("/compare/trials/%d", id), parts.Counted(n, "plan")+" set as the arms say.")
	}
	if err := s.Garden.DropTrial(c.Request.Context(), id, drop, s.Request(c)); err != nil {
		return err
	}
	words := "Given up. Its bags count on as any others."
	if !drop {
		words = "Taken up again."
	}
	return s.RedirectWithFlash(c, fmt.Sprintf("/compare/trials/%d", id), words)
}

// trialWorking is of a figure of a trial.
func (s *Pages) trialWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	sheet, err := look.TrialSheet(frame.PathID(c))
	if err != nil {
		return err
	}
	var w working.Working
	ok := false
	figure := c.Param("figure")
	switch {
	case figure == compare.FigureGroup:
		for i := range sheet.Arms {
			if a := &sheet.Arms[i]; strconv.Itoa(i) == c.Query("arm") && len(a.Group.Bags) > 0 {
				w, ok = sheet.ArmWorking(a), true
			}
		}
	case sheet.Judged != nil:
		w, ok = verdictWorking(sheet.Judged, sheet.Measure, sheet.FirstArm(), sheet.SecondArm(), figure)
	}
	if !ok {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, w, sheet.Question)
}
