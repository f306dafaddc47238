package web

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// tonightBody is the page of the nights ahead that may freeze, and of what stands covered.
type tonightBody struct {
	Answer string // what must come in tonight
	Nights []nightView
	Usual  *usualNights // that nothing is forecast of; nil where all are
	Heard  form.Form    // a night's minimum, as it was heard
	Out    *outView
	Blight *blightView
	Hot    []hotView
	Said   string
	Wrong  string // why nothing was kept
	keptTogether
	Caution []form.Caution
}

// hotView is a hot day ahead.
type hotView struct {
	Day, Max, Bags string
	Stops          bool
	Source         string
}

// hotDays ahead, in words.
func hotDays(look *garden.View, row []forecast.PlantingForecast, sys measure.System) ([]hotView, error) {
	ahead, err := look.Forecast()
	var out []hotView
	for _, h := range forecast.HotDays(ahead, row) {
		out = append(out, hotView{h.Day.Short(), sys.Temperature(measure.Temperature(h.Max)), strings.Join(h.Bags, ", "), h.Stops, forecastName(h.Source)})
	}
	return out, err
}

// nightView is one night.
type nightView struct {
	Key, Day, Min, Source string
	First                 bool // it is the next, and can be seen to now
	Usual                 bool // nothing is forecast of it
	Act                   bool
	Things                []nightLine
	Rooms                 []roomLine
	Most                  int  // chance of a frost at one of them, %
	Many                  bool // more of them than are named in a line
}

// roomLine is the floor of one shelter that what is carried in takes.
type roomLine struct{ Name, More, Free, Working string }

// manyThings are not named in a line.
const manyThings = 5

// nightLine is one bag, pot or tray in it.
type nightLine struct {
	Field    string // "bag", or "pot" for one of the nursery
	ID       logbook.ID
	Label    string
	Low, Wet string
	Heavy    bool // for one person
	Chance   int
	Working  string // address of how the chance comes about
	Way      string
	Said     string // value of the way, as it is kept
	Act      bool
}

// outView is what stands covered or carried in, to be brought out again.
type outView struct {
	Key    string
	Things []coveredBag
	Button string
}

// coveredBag is one of them.
type coveredBag struct {
	Field string // "bag" or "pot"
	ID    logbook.ID
	Label string
	Says  string
	Said  string // value that undoes it
}

// wayWords say what is best done before a frost.
var wayWords = map[forecast.NightWay]string{
	forecast.CarryIn: "carry it in", forecast.Cover: "cover it with fleece", forecast.Heap: "heap medium over its tops, or cover it",
}

// coverWords say how a bag stands under shelter for the time being.
var coverWords = map[string]string{
	logbook.Fleeced: "fleece over it since", logbook.Heaped: "medium over its tops since", logbook.CarriedIn: "carried in on", logbook.UnderGlass: "carried under glass on",
}

// nightsOf a look, with the nursery and the room there is.
func nightsOf(look *garden.View, row []forecast.PlantingForecast) ([]forecast.Night, []logbook.NursingState, error) {
	site, _, err := look.Site()
	if err != nil {
		return nil, nil, err
	}
	ahead, err := look.Nights()
	if err != nil {
		return nil, nil, err
	}
	nursery, err := look.Nursery()
	if err != nil {
		return nil, nil, err
	}
	return forecast.Nights(ahead, row, nursery, site.LiftLimit, forecast.Rooms(&site, row, nursery, look.Today())), nursery, nil
}

// usualNights are the chances of a frost in nights that nothing is forecast of, at each place
// where something green stands.
type usualNights struct {
	Places []string
	Nights []usualNight
}

type usualNight struct {
	Day     string
	Chances []string
}

// chanceWords say a chance as the lines of a night do.
func chanceWords(p float64) string {
	if p < 0.005 {
		return "under 1 %"
	}
	return fmt.Sprintf("%d %%", int(100*p+0.5))
}

// answer says what must come in tonight, and puts down the nights that nothing is forecast of.
func (b *tonightBody) answer(look *garden.View, row []forecast.PlantingForecast, sys measure.System) error {
	nights, err := look.Nights()
	if err != nil {
		return err
	}
	nursery, err := look.Nursery()
	if err != nil {
		return err
	}
	places := forecast.Exposed(row, nursery, look.Today())
	b.Heard = heardForm(look.Today(), sys)
	if len(places) == 0 {
		b.Answer = "Nothing must come in: nothing green stands where a frost could reach it."
		return nil
	}
	for i := range nights {
		f := &nights[i]
		if f.Source != logbook.Usual {
			continue
		}
		if b.Usual == nil {
			b.Usual = &usualNights{}
			for _, p := range places {
				b.Usual.Places = append(b.Usual.Places, p.Where)
			}
		}
		u := usualNight{Day: f.Day.Short()}
		for _, p := range places {
			u.Chances = append(u.Chances, chanceWords(f.FrostAt(p)))
		}
		b.Usual.Nights = append(b.Usual.Nights, u)
	}
	tonight := &nights[0]
	by := sys.Temperature(measure.Temperature(tonight.Min)) + " is forecast in the open"
	if tonight.Source == logbook.Usual {
		by = "nothing is forecast, and by the usual nights of your site"
	}
	worst := tonight.FrostAt(places[0])
	switch first := len(b.Nights) > 0 && b.Nights[0].First; {
	case first && b.Nights[0].Act:
		b.Answer = fmt.Sprintf("See to %s tonight: %s, a chance of frost of up to %s.", b.Nights[0].names(func(l *nightLine) bool { return l.Act }), by, chanceWords(worst))
	case first:
		b.Answer = fmt.Sprintf("Nothing must come in tonight; watch %s: %s, a chance of frost of up to %s.", b.Nights[0].names(nil), by, chanceWords(worst))
	default:
		b.Answer = fmt.Sprintf("Nothing must come in tonight: %s, a chance of frost of %s where it is coldest.", by, chanceWords(worst))
	}
	return nil
}

// names of the things of a night that are wanted, a few of them.
func (v *nightView) names(wanted func(*nightLine) bool) string {
	var out []string
	for i := range v.Things {
		if wanted == nil || wanted(&v.Things[i]) {
			out = append(out, v.Things[i].Label)
		}
	}
	if more := len(out) - manyThings; more > 0 {
		return strings.Join(out[:manyThings], ", ") + fmt.Sprintf(" and %d more", more)
	}
	return strings.Join(out, ", ")
}

// heardForm is a coming night's minimum, as it was heard or read.
func heardForm(today measure.Day, sys measure.System) form.Form {
	f := form.Form{Name: "heard", Title: "A minimum you heard or read", Action: "/tonight/heard", Button: "Keep it", Fields: []form.Field{
		{Name: "tmin", Label: "Minimum in the open", Kind: "quantity", Unit: string(sys.TemperatureUnit())},
		{Name: "night", Label: "Night into", Kind: "choice"},
	}}
	for lead := 1; lead <= forecast.ForecastDays; lead++ {
		d := today + measure.Day(lead)
		name := d.Long()
		if lead == 1 {
			name = "tonight, into " + d.Short()
		}
		f.Fields[1].Options = append(f.Fields[1].Options, form.Option{Value: d.ISO(), Name: name})
	}
	return f
}

// heardNight keeps a coming night's minimum.
func (s *Site) heardNight(c *gin.Context) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	night := r.Day("night")
	low, err := measure.ParseTemperature(r.Text("tmin"), r.Units.TemperatureUnit(), r.Units)
	if err != nil {
		r.Refuse("tmin", err)
	}
	kept, err := r.keep(func() error {
		_, err := s.garden.TypeNight(c.Request.Context(), night, float64(low), s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.tonightPage(c, http.StatusUnprocessableEntity, "", refuse(c, r.Sent("heard")))
	}
	return s.redirectWithFlash(c, tonightAddress, "Kept: the night into "+night.Short()+". It can be taken back on the weather page.")
}

// nights ahead of a look, with what stands covered.
func nights(look *garden.View, row []forecast.PlantingForecast, sys measure.System) ([]nightView, *outView, error) {
	list, nursery, err := nightsOf(look, row)
	if err != nil {
		return nil, nil, err
	}
	var out []nightView
	for i := range list {
		out = append(out, newNightView(&list[i], sys))
	}
	return out, newOutView(row, nursery, look.Today()), nil
}

func newNightView(n *forecast.Night, sys measure.System) nightView {
	v := nightView{Key: form.NewKey(), Day: n.Day.Short(), Min: sys.Temperature(measure.Temperature(n.Min)), Source: forecastName(n.Source), First: n.Lead <= 1, Usual: n.Source == logbook.Usual, Act: n.Act()}
	for i := range n.Things {
		v.Things = append(v.Things, newNightLine(&n.Things[i], n.Lead, sys))
		v.Most = max(v.Most, v.Things[i].Chance)
	}
	v.Many = len(v.Things) > manyThings
	for i := range n.Rooms {
		r := &n.Rooms[i]
		name := strings.TrimPrefix(strings.TrimPrefix(r.Shelter.Offset().Where, "in a "), "in an ")
		switch {
		case r.More == 0:
		case !r.Known():
			v.Rooms = append(v.Rooms, roomLine{Name: name})
		default:
			v.Rooms = append(v.Rooms, roomLine{name, sys.Area(r.More), sys.Area(r.Left() + r.More), fmt.Sprintf("/tonight/room/%s/%d", r.Shelter, n.Lead)})
		}
	}
	return v
}

func newNightLine(t *forecast.NightThing, lead int, sys measure.System) nightLine {
	l := nightLine{Field: "bag", Label: t.Label, Low: sys.Temperature(measure.Temperature(t.Low)), Chance: int(100*t.Chance + 0.5), Way: wayWords[t.Way], Said: string(t.Way), Act: t.Act}
	if t.Way == forecast.CarryIn {
		l.Way = "carry it into " + strings.TrimPrefix(t.Into.Offset().Where, "in ")
	}
	if t.Planting != nil {
		if l.ID = t.Planting.Planting.ID; t.Wet > 0 {
			l.Wet = sys.Mass(t.Wet)
		}
		if t.Way == forecast.CarryIn && (t.Into == climate.Greenhouse || t.Into == climate.Wrapped) {
			l.Said = logbook.UnderGlass
		}
		l.Heavy = t.Heavy
		l.Working = fmt.Sprintf("/tonight/working/%d/%d", l.ID, lead)
		return l
	}
	l.Field, l.ID, l.Said = "pot", t.Nursling.ID, string(climate.Fleece)
	if t.Way == forecast.CarryIn {
		l.Said = string(t.Into)
	}
	l.Working = fmt.Sprintf("/tonight/pots/%d/%d", l.ID, lead)
	return l
}

// newOutView is what stands under shelter for the time being; nil for nothing.
func newOutView(row []forecast.PlantingForecast, nursery []logbook.NursingState, today measure.Day) *outView {
	v := outView{Key: form.NewKey()}
	covers, ins := false, false
	for i := range row {
		st := &row[i]
		how, since, ok := st.Covered()
		if !ok {
			continue
		}
		one := coveredBag{"bag", st.Planting.ID, st.Bag.Label, coverWords[how] + " " + since.Short(), logbook.Uncovered}
		if how == logbook.CarriedIn || how == logbook.UnderGlass {
			one.Said, ins = logbook.CarriedOut, true
		} else {
			covers = true
		}
		v.Things = append(v.Things, one)
	}
	for i := range nursery {
		n := &nursery[i]
		if from, since, ok := forecast.BroughtIn(n, today); ok {
			v.Things = append(v.Things, coveredBag{"pot", n.ID, n.Label, fmt.Sprintf("moved on %s, %s; it stood %s", since.Short(), n.Now.Offset().Where, from.Offset().Where), string(from)})
			ins = true
		}
	}
	switch {
	case covers && ins:
		v.Button = "Uncovered and carried out"
	case covers:
		v.Button = "Uncovered"
	case ins:
		v.Button = "Carried out again"
	default:
		return nil
	}
	return &v
}

// forecastName says in two words whose forecast it is.
func forecastName(source string) string {
	if source == logbook.Simulated || source == logbook.Usual {
		return source + " weather"
	}
	return "forecast of " + source
}

func (s *Site) tonight(c *gin.Context) error { return s.tonightPage(c, http.StatusOK, "", form.Sent{}) }

func (s *Site) tonightPage(c *gin.Context, status int, wrong string, sent form.Sent) error {
	look, row, sys, err := s.atRow(c)
	if err != nil {
		return err
	}
	body := tonightBody{Said: s.said(c), Wrong: wrong, Caution: beware("lifting")}
	if body.Nights, body.Out, err = nights(look, row, sys); err != nil {
		return err
	}
	if err = body.answer(look, row, sys); err != nil {
		return err
	}
	sent.Units = sys
	body.Heard = sent.Fill(body.Heard)
	if body.Blight, err = blightWarning(look, row); err != nil {
		return err
	}
	if body.Hot, err = hotDays(look, row, sys); err != nil {
		return err
	}
	body.Back = tonightAddress
	if err := body.kept(look, c.Query("done"), sys); err != nil {
		return err
	}
	s.render(c, status, "tonight", view{Title: "Tonight", Stage: "Today", Body: body})
	return nil
}

// frostWorking is of the chance of a frost at one bag, or one pot, in one night ahead.
func (s *Site) frostWorking(field string) func(*gin.Context) error {
	return func(c *gin.Context) error {
		look, row, sys, err := s.atRow(c)
		if err != nil {
			return err
		}
		list, _, err := nightsOf(look, row)
		if err != nil {
			return err
		}
		for _, n := range list {
			for i := range n.Things {
				t := &n.Things[i]
				if l := newNightLine(t, n.Lead, sys); l.Field == field && l.ID == pathID(c) && fmt.Sprint(n.Lead) == c.Param("lead") {
					return s.answerWorking(c, climate.FrostChanceWorking(t.Low, n.Spread, n.Source == logbook.Usual), t.Label)
				}
			}
		}
		return logbook.ErrNotFound
	}
}

// roomWorking is of the floor that what is carried in takes under one shelter.
func (s *Site) roomWorking(c *gin.Context) error {
	look, row, _, err := s.atRow(c)
	if err != nil {
		return err
	}
	list, _, err := nightsOf(look, row)
	if err != nil {
		return err
	}
	shelter := climate.Shelter(c.Param("shelter"))
	for i := range list {
		if w, ok := list[i].RoomWorking(shelter); ok && fmt.Sprint(list[i].Lead) == c.Param("lead") {
			return s.answerWorking(c, w, shelter.Offset().Name)
		}
	}
	return logbook.ErrNotFound
}

const tonightAddress = "/tonight"

// protectTonight keeps that bags and pots were covered, carried in, or brought out again: as
// the page says of each, or all alike.
func (s *Site) protectTonight(c *gin.Context) error {
	how := c.PostForm("how")
	switch how {
	case "said", logbook.Fleeced, logbook.CarriedIn:
	default:
		return logbook.ErrNotFound
	}
	return s.keepTogether(c, tonightAddress+"?done=", func(r *reading, a garden.Request) error {
		var p garden.Protection
		for _, id := range r.ticked() {
			b := garden.ProtectedBag{Planting: id, How: how}
			if how == "said" {
				b.How = r.Text(fmt.Sprintf("said-bag-%d", id))
			}
			p.Bags = append(p.Bags, b)
		}
		for _, id := range r.ids("pot") {
			pot := garden.ProtectedPot{Nursling: id, Shelter: climate.Fleece}
			switch how {
			case "said":
				pot.Shelter = climate.Shelter(r.Text(fmt.Sprintf("said-pot-%d", id)))
			case logbook.CarriedIn:
				pot.Shelter = climate.FrostFree
			}
			p.Pots = append(p.Pots, pot)
		}
		_, err := s.garden.Protect(c.Request.Context(), p, a)
		return err
	}, func(r *reading) error {
		return s.tonightPage(c, http.StatusUnprocessableEntity, r.Faults[0].Says.In(r.Units), form.Sent{})
	})
}
