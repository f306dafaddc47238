package plan

import (
	"cmp"
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// firstBody is the page of the one question that comes first.
type firstBody struct {
	Form    form.Form
	Ground  bool                // it is a bed or row
	Answer  *garden.FirstAnswer // nil while the question cannot be answered
	Drawing parts.Drawing
	Above   draw.Above
	Loose   measure.Loads
	Limits  measure.Phrase // what holds the harvest down
	Timing  *calendar.Schedule
	Steps   []firstStep
	Query   url.Values
	Climate string
	Caution []form.Caution
}

// firstStep is one filling or raise with its day.
type firstStep struct {
	When, What string
	Bring      measure.Volume
	Figure     string // of what to bring
}

// usualFirst is asked until the grower says otherwise.
const usualFirst measure.Volume = 40

// askForm is the question, as it was asked or with what is usual.
func askForm(f garden.First, sys measure.System) form.Form {
	var bodies, classes []form.Option
	for _, b := range garden.Bodies() {
		bodies = append(bodies, form.Option{Value: string(b), Name: b.Name()})
	}
	for _, c := range crop.Classes() {
		classes = append(classes, form.Option{Value: string(c), Name: c.Name()})
	}
	count := ""
	if f.Count > 0 {
		count = fmt.Sprint(f.Count)
	}
	box, bed := [3]measure.Length{120, 80, 40}, [3]measure.Length{300, 120}
	return form.Form{Name: "ask", Action: "/ask", Button: "Show me", Fields: []form.Field{
		{Name: "body", Label: "I have", Kind: "choice", Value: string(cmp.Or(f.Body, garden.InBag)), Options: bodies},
		{
			Name: "litres", Label: "so large", Kind: "quantity", Value: SizeWords(&f, sys), Read: "/read/size", Suggest: commonSizes(sys),
			Hint: fmt.Sprintf("Its litres; a box %s; a bed %s or %s", sidesWords(box, sys), sidesWords(bed, sys), sys.Print(measure.Area(4))),
		},
		{Name: "count", Label: "and so many", Kind: "count", Value: count, Hint: "Tubers or slips. Empty: as many as it takes"},
		{Name: "class", Term: "class", Label: "of", Kind: "choice", Value: string(f.Class), Options: classes, Hint: "Not sure? Most shop potatoes are maincrops"},
		{Name: "climate", Label: "where it is", Kind: "choice", Value: f.Climate, Options: parts.ClimateOptions()},
	}, More: []form.Field{
		{Name: "bags", Label: "How many such you have", Kind: "count", Value: fmt.Sprint(max(f.Bags, 1))},
		{Name: "day", Label: "Planted already, on", Kind: "day", About: true, Hint: "Empty: they are still to be planted"},
	}}
}

// SizeWords of what is asked about, as it is typed.
func SizeWords(f *garden.First, sys measure.System) string {
	switch {
	case f.Ground > 0:
		return sys.Print(f.Ground)
	case f.Sides[0] > 0:
		return sidesWords(f.Sides, sys)
	}
	return sys.Edit(f.Litres)
}

// sidesWords are the sides that are told.
func sidesWords(sides [3]measure.Length, sys measure.System) string {
	var out []string
	for _, l := range sides {
		if l > 0 {
			out = append(out, sys.Edit(l))
		}
	}
	return strings.Join(out, " × ")
}

// ReadSize reads how large what is asked about is: litres, sides or an area.
func ReadSize(r *frame.Reading, field string, f *garden.First) {
	text := r.Text(field)
	v, err := measure.ParseVolume(text, r.Units.VolumeUnit(), r.Units)
	if err == nil && (f.Body == garden.InBag || f.Body == garden.InBox || !plainNumber(text)) {
		f.Litres = v
		return
	}
	if a, err := measure.ParseArea(text, "", r.Units); err == nil {
		f.Litres, f.Ground = 0, a
		return
	}
	sides, sidesErr := measure.ParseSides(text, r.Units.LengthUnit(), r.Units)
	if sidesErr != nil {
		r.Refuse(field, cmp.Or(err, sidesErr))
		return
	}
	f.Litres = 0
	copy(f.Sides[:], sides)
}

func plainNumber(text string) bool {
	_, err := measure.ParseNumber(text)
	return err == nil
}

// commonSizes of bags that are sold, to choose from.
func commonSizes(sys measure.System) []string {
	var out []string
	for _, v := range []measure.Volume{15, 25, 30, 40, 50, 60, 100} {
		out = append(out, sys.Volume(v))
	}
	return out
}

// first reads the question; what is not asked is as usual.
func (s *Pages) first(r *frame.Reading, look *garden.View) (garden.First, error) {
	site, known, err := look.Site()
	if err != nil {
		return garden.First{}, err
	}
	f := garden.First{Litres: usualFirst, Class: crop.Maincrop, Climate: climate.Presets()[0].Key}
	if known {
		f.Climate = site.Climate
	}
	f.Body = garden.Body(cmp.Or(r.Text("body"), string(garden.InBag)))
	if r.Text("litres") != "" {
		ReadSize(r, "litres", &f)
	}
	f.Count = r.Count("count")
	if c := r.Text("class"); c != "" {
		f.Class = crop.Class(c)
	}
	if c := r.Text("climate"); c != "" {
		f.Climate = c
	}
	if r.Text("bags") != "" {
		f.Bags = r.Count("bags")
	}
	f.Year = seasonIn(f.Climate, &site, look.Today())
	return f, nil
}

// seasonIn a climate on a day: of the garden's own site where it is that one's.
func seasonIn(key string, own *logbook.Site, today measure.Day) int {
	if p, ok := climate.PresetNamed(key); ok && key != own.Climate {
		site := logbook.NewSite(p)
		return site.SeasonOn(today)
	}
	return own.SeasonOn(today)
}

// Question as it stands on a first page, with what is usual.
func (s *Pages) Question(c *gin.Context, look *garden.View) (form.Form, error) {
	sys, err := s.Units(c)
	if err != nil {
		return form.Form{}, err
	}
	r := frame.Reading{Reader: form.Reader{Units: sys}}
	f, err := s.first(&r, look)
	return form.Sent{Units: sys}.Fill(askForm(f, sys)), err
}

// firstAsked is the question that a request asks.
func (s *Pages) firstAsked(c *gin.Context) (*garden.View, frame.Reading, garden.First, error) {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return nil, r, garden.First{}, err
	}
	f, err := s.first(&r, look)
	return look, r, f, err
}

// ask answers the question; nothing is kept.
func (s *Pages) ask(c *gin.Context) error { return s.askPage(c, http.StatusOK, nil) }

func (s *Pages) askPage(c *gin.Context, status int, faults logbook.Faults) error {
	look, r, f, err := s.firstAsked(c)
	if err != nil {
		return err
	}
	body := firstBody{}
	r.Faults = append(r.Faults, faults...)
	if !slices.ContainsFunc(r.Faults, func(f logbook.Fault) bool { return f.Field != "bags" && f.Field != "day" }) {
		f.Bags = 0
		if err := body.answer(look, f, &r); err != nil {
			return err
		}
	}
	sent := r.Sent("ask")
	if len(r.Faults) == 0 {
		sent.Form = ""
	} else if status == http.StatusOK {
		status = http.StatusUnprocessableEntity
	}
	body.Form = sent.Fill(askForm(f, r.Units))
	body.Form.Error = ""
	for _, fault := range r.Faults {
		if fault.Field == "" {
			body.Form.Error = fault.Says.In(r.Units)
		}
	}
	s.Render(c, status, "first", frame.View{Title: "How much goes into it?", Stage: "Plan", Supposed: true, Body: body})
	return nil
}

// answer fills the page.
func (b *firstBody) answer(look *garden.View, f garden.First, r *frame.Reading) error {
	a, err := look.Answer(f)
	if faults, ok := frame.AsFaults(err); ok {
		r.Faults = append(r.Faults, faults...)
		return nil
	}
	if err != nil {
		return err
	}
	if p, ok := climate.PresetNamed(f.Climate); ok && a.Supposed {
		b.Climate = p.Name
	}
	b.Answer, b.Timing, b.Ground = &a, a.Dates, a.Bag.Model.Shape.Ground()
	b.Loose = a.Ladder.Loads()
	b.Limits = a.Growing.LimitWords()
	shares := make([]float64, len(a.Buy))
	for i, part := range a.Buy {
		shares[i] = part.Share
	}
	for i, v := range r.Units.Divided(r.Units.Together(b.Loose...), shares) {
		a.Buy[i].Loose = v
	}
	b.Drawing.Detail = draw.NewDetail(draw.Look{Planting: &a.PlantingForecast, Units: r.Units, Ladder: true}, &b.Drawing.Defs)
	b.Drawing.Shown = b.Drawing.Scale * planScale
	b.Above = draw.NewAbove(a.Bag.Model.Shape, a.Spots(&a.Planting), draw.SeedRef(f.Class.Crop()), &b.Drawing.Detail, r.Units)
	b.steps(r.Units)
	if b.Caution = parts.Beware("mix", "lifting"); b.Ground {
		b.Caution = nil
	}
	b.Query = url.Values{"body": {string(f.Body)}, "litres": {SizeWords(&f, r.Units.Plain())}, "count": {fmt.Sprint(a.Number)}, "class": {string(f.Class)}, "climate": {f.Climate}, "year": {fmt.Sprint(a.Year)}}
	return nil
}

// steps of filling and raising, each with its day.
func (b *firstBody) steps(sys measure.System) {
	a := b.Answer
	day := "planting day"
	if a.Dates.Plant != 0 {
		day = a.Dates.Plant.Short()
	}
	for i, f := range a.Ladder.Fills {
		b.Steps = append(b.Steps, firstStep{day, "fill, " + parts.FillWords(a.Ladder, i) + ", to " + sys.Length(f.To), f.Loose, fmt.Sprint(forecast.FigureFill, i+1)})
	}
	for i, r := range a.Ladder.Rungs {
		s := firstStep{When: "later", What: fmt.Sprintf("raise %d, when stems stand %s, to %s", i+1, sys.Length(r.Trigger), sys.Length(r.To)), Bring: r.Loose, Figure: fmt.Sprint(forecast.FigureRung, i+1)}
		if a.Grown != nil && i < len(a.Grown.Climbs) {
			s.When = "about " + a.Grown.Climbs[i].Day.Short()
		}
		b.Steps = append(b.Steps, s)
	}
}

// askWorking answers with the working of a figure of the answer.
func (s *Pages) askWorking(c *gin.Context) error {
	look, r, f, err := s.firstAsked(c)
	if err != nil {
		return err
	}
	if year := r.Count("year"); year > 0 {
		f.Year = year
	}
	a, err := look.Answer(f)
	if _, ok := frame.AsFaults(err); ok || r.Faults != nil {
		return logbook.ErrNotFound
	}
	if err != nil {
		return err
	}
	switch c.Param("figure") {
	case figurePlantDay:
		return s.AnswerWorking(c, a.PlantDay, a.Bag.Label)
	case FigureExpect:
		return s.AnswerWorking(c, bag.ExpectWorking(a.Growing), a.Bag.Label)
	}
	return s.ShowWorking(c, &a.PlantingForecast, c.Param("figure"))
}

// LeftLine is one thing that makes a garden ready.
type LeftLine struct {
	Have           bool
	To, What, Says string
}

// LeftLines of a garden that is not ready, in the order they are best done in.
func LeftLines(s garden.Started) []LeftLine {
	return []LeftLine{
		{s.Site, "/site", "Where your garden is", "its frosts, warmth and sun set every date"},
		{s.Bags, "/bags", "The bags you have", "their measures, or only their litres, and a label each"},
		{s.Varieties, "/plan", "What you grow", "a variety, or only whether it is early or late"},
		{s.Plan, "/plan", "What goes into which bag", "how many, how deep, and when to raise it"},
		{s.Seed, "/seed", "Seed in hand", "tubers or slips, weighed, counted or guessed"},
	}
}

// keepFirst makes a garden of the question.
func (s *Pages) keepFirst(c *gin.Context) error {
	_, r, f, err := s.firstAsked(c)
	if err != nil {
		return err
	}
	if year := r.Count("year"); year > 0 {
		f.Year = year
	}
	if r.Text("day") != "" {
		f.Planted, f.About = r.Day("day"), r.Text("about") != ""
	}
	var id logbook.ID
	kept, err := r.Keep(func() (err error) {
		id, err = s.Garden.KeepFirst(c.Request.Context(), f, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.askPage(c, http.StatusUnprocessableEntity, r.Faults)
	}
	if f.Bags > 1 {
		return s.RedirectWithFlash(c, fmt.Sprintf("/plan/season?year=%d", f.Year), fmt.Sprintf("Kept: your site, %d bags alike and a plan for each. Put right what differs at any time.", f.Bags))
	}
	return s.RedirectWithFlash(c, fmt.Sprintf("/plantings/%d", id), "Kept: your site, this bag and its plan. Put right what differs at any time.")
}
