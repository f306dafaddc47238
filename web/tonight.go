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
	Nights []nightView
	Out    *outView
	Blight string
	Hot    []hotView
	Source string
	Said   string
	Wrong  string // why nothing was kept
	keptTogether
	Caution []form.Caution
}

// hotView is a hot day ahead.
type hotView struct {
	Day, Max, Bags string
	Stops          bool
}

// hotDays ahead, in words.
func hotDays(look *garden.View, row []forecast.PlantingForecast, sys measure.System) ([]hotView, error) {
	ahead, err := look.Forecast()
	var out []hotView
	for _, h := range forecast.HotDays(ahead, row) {
		out = append(out, hotView{h.Day.Short(), sys.Temperature(measure.Temperature(h.Max)), strings.Join(h.Bags, ", "), h.Stops})
	}
	return out, err
}

// nightView is one night.
type nightView struct {
	Key, Day, Min string
	First         bool // it is the next, and can be seen to now
	Act           bool
	Bags          []nightBagView
}

type nightBagView struct {
	ID             logbook.ID
	Label, Variety string
	Low, Wet       string
	Chance         int
	Lead           int // nights ahead
	Way            string
	Indoors        bool
	Act            bool
}

// outView is what stands covered or carried in, to be brought out again.
type outView struct {
	Key    string
	Covers []coveredBag
	Ins    []coveredBag
}

type coveredBag struct {
	ID    logbook.ID
	Label string
	Since string
}

// wayWords say what is best done before a frost.
var wayWords = map[forecast.NightWay]string{
	forecast.CarryIn: "carry it in", forecast.Cover: "cover it with fleece", forecast.Heap: "heap medium over its tops, or cover it",
}

// nights ahead of a look, with what stands covered.
func nights(look *garden.View, row []forecast.PlantingForecast, sys measure.System) ([]nightView, *outView, error) {
	site, _, err := look.Site()
	if err != nil {
		return nil, nil, err
	}
	ahead, err := look.Forecast()
	if err != nil {
		return nil, nil, err
	}
	var out []nightView
	for _, n := range forecast.Nights(ahead, row, site.LiftLimit, site.Shelters) {
		v := nightView{Key: form.NewKey(), Day: n.Day.Short(), Min: sys.Temperature(measure.Temperature(n.Min)), First: n.Lead <= 1, Act: n.Act()}
		for _, b := range n.Bags {
			v.Bags = append(v.Bags, nightBagView{
				ID: b.Planting.Planting.ID, Label: b.Planting.Bag.Label, Variety: b.Planting.Variety.Name, Low: sys.Temperature(measure.Temperature(b.Low)),
				Wet: sys.Mass(b.Wet), Chance: int(100*b.Chance + 0.5), Lead: n.Lead, Way: wayWords[b.Way], Indoors: b.Way == forecast.CarryIn, Act: b.Act,
			})
		}
		out = append(out, v)
	}
	covered := outView{Key: form.NewKey()}
	for i := range row {
		st := &row[i]
		how, since, ok := st.Covered()
		one := coveredBag{st.Planting.ID, st.Bag.Label, since.Short()}
		switch {
		case !ok:
		case how == logbook.CarriedIn:
			covered.Ins = append(covered.Ins, one)
		default:
			covered.Covers = append(covered.Covers, one)
		}
	}
	if len(covered.Covers)+len(covered.Ins) == 0 {
		return out, nil, nil
	}
	return out, &covered, nil
}

// blightWarning is what the weather of the last days says of late blight, where bags are at
// risk; empty for nothing.
func blightWarning(look *garden.View, row []forecast.PlantingForecast) (string, error) {
	today := look.Today()
	labels := ""
	for i := range row {
		if row[i].AtRisk(today) {
			if labels != "" {
				labels += ", "
			}
			labels += row[i].Bag.Label
		}
	}
	if labels == "" {
		return "", nil
	}
	records, err := look.Weather(today-9, today)
	if err != nil {
		return "", err
	}
	var days []climate.HumidDay
	for _, d := range records {
		days = append(days, climate.HumidDay{Day: d.Day, Min: d.Min, Hours90: float64(d.Hours90())})
	}
	warned := forecast.Blight(days, today)
	if warned == 0 {
		return "", nil
	}
	return fmt.Sprintf("Weather for late blight up to %s. Look at %s for dark blotches with wet edges, white below. At the first: cut the tops the same day, bag them, keep them out of the compost, and lift dry in two to three weeks.", warned.Short(), labels), nil
}

func (s *Site) tonight(c *gin.Context) error { return s.tonightPage(c, http.StatusOK, "") }

func (s *Site) tonightPage(c *gin.Context, status int, wrong string) error {
	look, row, sys, err := s.atRow(c)
	if err != nil {
		return err
	}
	body := tonightBody{Said: s.said(c), Wrong: wrong, Source: look.WeatherName(), Caution: beware("lifting")}
	if body.Nights, body.Out, err = nights(look, row, sys); err != nil {
		return err
	}
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

// frostWorking is of the chance of a frost at one bag in one night ahead.
func (s *Site) frostWorking(c *gin.Context) error {
	look, row, _, err := s.atRow(c)
	if err != nil {
		return err
	}
	ahead, err := look.Forecast()
	if err != nil {
		return err
	}
	for _, n := range forecast.Nights(ahead, row, 0, nil) {
		for _, b := range n.Bags {
			if b.Planting.Planting.ID == pathID(c) && fmt.Sprint(n.Lead) == c.Param("lead") {
				return s.answerWorking(c, climate.FrostChanceWorking(b.Low, n.Spread), b.Planting.Bag.Label)
			}
		}
	}
	return logbook.ErrNotFound
}

const tonightAddress = "/tonight"

// protectTonight keeps that bags were covered, carried in, or brought out again.
func (s *Site) protectTonight(c *gin.Context) error {
	how := c.PostForm("how")
	switch how {
	case logbook.Fleeced, logbook.CarriedIn, logbook.Uncovered, logbook.CarriedOut:
	default:
		return logbook.ErrNotFound
	}
	e := logbook.Entry{Kind: logbook.Protected, Thing: how, Day: s.clock.Today()}
	return s.keepTogether(c, tonightAddress+"?done=", func(r *reading, a garden.Request) error {
		_, err := s.garden.RecordMany(c.Request.Context(), e, r.ticked(), a)
		return err
	}, func(r *reading) error {
		return s.tonightPage(c, http.StatusUnprocessableEntity, r.Faults[0].Says.In(r.Units))
	})
}
