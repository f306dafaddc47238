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
	// How far a forecast is off on its first night, and on its last.
	FirstErrs, LastErrs measure.Warming
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
			l.Wet = sys.Stands(t.Wet)
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
	body := tonightBody{Said: s.said(c), Wrong: wrong, Caution: beware("lifting"), FirstErrs: measure.Warming(climate.ForecastSD(1)), LastErrs: measure.Warming(climate.ForecastSD(forecast.ForecastDays))}
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
