package today

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
	"glebata/web/frame"
	"glebata/web/parts"
)

// hotDays ahead, in words.
func hotDays(look *garden.View, row []forecast.PlantingForecast, sys measure.System) ([]hotView, error) {
	ahead, err := look.Forecast()
	var out []hotView
	for _, h := range forecast.HotDays(ahead, row) {
		out = append(out, hotView{h.Day.Short(), sys.Temperature(measure.Temperature(h.Max)), strings.Join(h.Bags, ", "), h.Stops, parts.ForecastName(h.Source)})
	}
	return out, err
}

// coverWords say how a bag stands under shelter for the time being.
var coverWords = map[string]string{
	logbook.Fleeced: "fleece over it since", logbook.Heaped: "medium over its tops since", logbook.CarriedIn: "carried in on", logbook.UnderGlass: "carried under glass on",
}

// nights ahead of a look, with what stands covered.
func nights(look *garden.View, row []forecast.PlantingForecast, sys measure.System) ([]parts.NightView, *outView, error) {
	list, nursery, err := parts.NightsOf(look, row)
	if err != nil {
		return nil, nil, err
	}
	var out []parts.NightView
	for i := range list {
		out = append(out, parts.NewNightView(&list[i], sys))
	}
	return out, newOutView(row, nursery, look.Today()), nil
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
		one := parts.CoveredBag{Field: "bag", ID: st.Planting.ID, Label: st.Bag.Label, Says: coverWords[how] + " " + since.Short(), Said: logbook.Uncovered}
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
			v.Things = append(v.Things, parts.CoveredBag{Field: "pot", ID: n.ID, Label: n.Label, Says: fmt.Sprintf("moved on %s, %s; it stood %s", since.Short(), n.Now.Offset().Where, from.Offset().Where), Said: string(from)})
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

func (s *Pages) tonight(c *gin.Context) error {
	return s.tonightPage(c, http.StatusOK, "", form.Sent{})
}

func (s *Pages) tonightPage(c *gin.Context, status int, wrong string, sent form.Sent) error {
	look, row, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	body := tonightBody{Said: s.Said(c), Wrong: wrong, Caution: parts.Beware("lifting"), FirstErrs: measure.Warming(climate.ForecastSD(1)), LastErrs: measure.Warming(climate.ForecastSD(forecast.ForecastDays))}
	if body.Nights, body.Out, err = nights(look, row, sys); err != nil {
		return err
	}
	if err = body.answer(look, row, sys); err != nil {
		return err
	}
	sent.Units = sys
	body.Heard = sent.Fill(body.Heard)
	if body.Blight, err = parts.BlightWarning(look, row); err != nil {
		return err
	}
	if body.Hot, err = hotDays(look, row, sys); err != nil {
		return err
	}
	body.Back = frame.TonightAddress
	if err := body.Kept(look, c.Query("done"), sys); err != nil {
		return err
	}
	s.Render(c, status, "tonight", frame.View{Title: "Tonight", Stage: "Today", Body: body})
	return nil
}

// frostWorking is of the chance of a frost at one bag, or one pot, in one night ahead.
func (s *Pages) frostWorking(field string) func(*gin.Context) error {
	return func(c *gin.Context) error {
		look, row, sys, err := s.AtRow(c)
		if err != nil {
			return err
		}
		list, _, err := parts.NightsOf(look, row)
		if err != nil {
			return err
		}
		for _, n := range list {
			for i := range n.Things {
				t := &n.Things[i]
				if l := parts.NewNightLine(t, n.Lead, sys); l.Field == field && l.ID == frame.PathID(c) && fmt.Sprint(n.Lead) == c.Param("lead") {
					return s.AnswerWorking(c, climate.FrostChanceWorking(t.Low, n.Spread, n.Source == logbook.Usual), t.Label)
				}
			}
		}
		return logbook.ErrNotFound
	}
}

// roomWorking is of the floor that what is carried in takes under one shelter.
func (s *Pages) roomWorking(c *gin.Context) error {
	look, row, _, err := s.AtRow(c)
	if err != nil {
		return err
	}
	list, _, err := parts.NightsOf(look, row)
	if err != nil {
		return err
	}
	shelter := climate.Shelter(c.Param("shelter"))
	for i := range list {
		if w, ok := list[i].RoomWorking(shelter); ok && fmt.Sprint(list[i].Lead) == c.Param("lead") {
			return s.AnswerWorking(c, w, shelter.Offset().Name)
		}
	}
	return logbook.ErrNotFound
}

// protectTonight keeps that bags and pots were covered, carried in, or brought out again: as
// the page says of each, or all alike.
func (s *Pages) protectTonight(c *gin.Context) error {
	how := c.PostForm("how")
	switch how {
	case "said", logbook.Fleeced, logbook.CarriedIn:
	default:
		return logbook.ErrNotFound
	}
	return s.KeepTogether(c, frame.TonightAddress+"?done=", func(r *frame.Reading, a garden.Request) error {
		var p garden.Protection
		for _, id := range r.Ticked() {
			b := garden.ProtectedBag{Planting: id, How: how}
			if how == "said" {
				b.How = r.Text(fmt.Sprintf("said-bag-%d", id))
			}
			p.Bags = append(p.Bags, b)
		}
		for _, id := range r.IDs("pot") {
			pot := garden.ProtectedPot{Nursling: id, Shelter: climate.Fleece}
			switch how {
			case "said":
				pot.Shelter = climate.Shelter(r.Text(fmt.Sprintf("said-pot-%d", id)))
			case logbook.CarriedIn:
				pot.Shelter = climate.FrostFree
			}
			p.Pots = append(p.Pots, pot)
		}
		_, err := s.Garden.Protect(c.Request.Context(), p, a)
		return err
	}, func(r *frame.Reading) error {
		return s.tonightPage(c, http.StatusUnprocessableEntity, r.Faults[0].Says.In(r.Units), form.Sent{})
	})
}

// heardNight keeps a coming night's minimum.
func (s *Pages) heardNight(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	night := r.Day("night")
	low, err := measure.ParseTemperature(r.Text("tmin"), r.Units.TemperatureUnit(), r.Units)
	if err != nil {
		r.Refuse("tmin", err)
	}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.TypeNight(c.Request.Context(), night, float64(low), s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.tonightPage(c, http.StatusUnprocessableEntity, "", frame.Refuse(c, r.Sent("heard")))
	}
	return s.RedirectWithFlash(c, frame.TonightAddress, "Kept: the night into "+night.Short()+". It can be taken back on the weather page.")
}
