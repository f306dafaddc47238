package web

import (
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/core/climate"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// blightView is a warning of late blight, with the bags to look at.
type blightView struct {
	Key    string
	Warned measure.Day // up to which the weather favoured it; 0 where it does not
	Near   measure.Day // spots were seen beside them; 0 where they were not
	Bags   []coveredBag
	Source string // of its weather, where not all of it is the grower's own
}

// blightWarning is what the weather of the last days says of late blight, where bags are at
// risk that nobody has looked at since; nil for nothing.
func blightWarning(look *garden.View, row []forecast.PlantingForecast) (*blightView, error) {
	today := look.Today()
	if len(forecast.ToLook(row, 0, today)) == 0 {
		return nil, nil
	}
	records, err := look.Weather(today-9, today)
	if err != nil {
		return nil, err
	}
	v := blightView{Key: form.NewKey()}
	var days []climate.HumidDay
	for _, d := range records {
		if !d.Own() {
			v.Source = forecastName(d.Source)
		}
		days = append(days, climate.HumidDay{Day: d.Day, Min: d.Min, Hours90: float64(d.Hours90()), Mean: (d.Min + d.Max) / 2})
	}
	var list []*forecast.PlantingForecast
	if v.Warned = forecast.Blight(days, today); v.Warned != 0 {
		list = forecast.ToLook(row, v.Warned, today)
	}
	if len(list) == 0 {
		v.Warned = 0
	}
	near, seen := forecast.NearSpots(row, today)
	for _, st := range near {
		v.Near = seen
		if !slices.Contains(list, st) {
			list = append(list, st)
		}
	}
	for _, st := range list {
		v.Bags = append(v.Bags, coveredBag{ID: st.Planting.ID, Label: st.Bag.Label})
	}
	if len(v.Bags) == 0 {
		return nil, nil
	}
	return &v, nil
}

// lookedForBlight keeps that bags were looked at for late blight: with spots, or none.
func (s *Site) lookedForBlight(c *gin.Context) error {
	e := logbook.Entry{Day: s.dayOf(c)}
	switch c.PostForm("how") {
	case "none":
		e.Kind, e.What = logbook.Tended, job.Look
	case "spots":
		e.Kind, e.Thing = logbook.Sighted, logbook.BlightSpots
	case "much":
		e.Kind, e.Thing = logbook.Sighted, logbook.BlightWhite
	default:
		return logbook.ErrNotFound
	}
	return s.keepTogether(c, tonightAddress+"?done=", func(r *reading, a garden.Request) error {
		_, err := s.garden.RecordMany(c.Request.Context(), e, r.ticked(), a)
		return err
	}, func(r *reading) error {
		return s.tonightPage(c, http.StatusUnprocessableEntity, r.Faults[0].Says.In(r.Units), form.Sent{})
	})
}

// has reports whether a bag is to be looked at.
func (v *blightView) has(planting logbook.ID) bool {
	return v != nil && slices.ContainsFunc(v.Bags, func(b coveredBag) bool { return b.ID == planting })
}
