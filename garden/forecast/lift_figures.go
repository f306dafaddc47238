package forecast

import (
	"math"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// LiftFigure is one measure on the sheet of a bag. Figure names the working of the planting that it opens;
// Own is set where the sheet has a working of its own.
type LiftFigure struct {
	Says    string
	Value   measure.Phrase
	Figure  string
	Own     string
	Working working.Working
}

// LiftMinutes are how long its weigh-ins took, as far as it was entered.
func (s *PlantingForecast) LiftMinutes() int {
	n := 0
	for i := range s.Log {
		if s.Log[i].Kind == logbook.Weighed {
			n += s.Log[i].Level
		}
	}
	return n
}

// LiftFigures of a bag that had so many stems, as far as they were counted: what it gave for its seed, its
// room, its plants, its water and the time it took.
func (s *PlantingForecast) LiftFigures(stems float64) []LiftFigure {
	var out []LiftFigure
	add := func(figure, says string, value measure.Phrase) {
		out = append(out, LiftFigure{Says: says, Value: value, Figure: figure})
	}
	own := func(key, says string, value any, w working.Working) {
		out = append(out, LiftFigure{Says: says, Value: measure.Say("{}", value), Own: key, Working: w})
	}
	m, h := s.Measures(), &s.Harvest
	if r, ok := m.Ratio(); ok {
		low, high := m.RatioRange()
		value := measure.Say("× {}", measure.Ratio(r))
		if high-low > 0.05 {
			value = measure.Say("× {} ({} to {})", measure.Ratio(r), measure.Ratio(low), measure.Ratio(high))
		}
		add(FigureRatio, "for each gram of seed", value)
		if gross, ok := m.GrossRatio(); ok && m.Gross > m.Edible {
			add(FigureRatio, "with discards", measure.Say("× {}", measure.Ratio(gross)))
		}
	}
	for _, of := range []struct {
		figure, says string
		value        any
		known        bool
	}{
		{FigurePerLitre, "a litre of medium", measure.PerLitre(m.PerLitre()), m.PerLitre() > 0},
		{FigurePerArea, "a square metre", measure.PerArea(m.PerArea()), m.PerArea() > 0},
		{FigurePerPlant, "a plant", m.PerPlant(), m.PerPlant() > 0},
	} {
		if of.known {
			add(of.figure, of.says, measure.Say("{}", of.value))
		}
	}
	if stems > 0 && h.Edible > 0 {
		each := h.Edible / measure.Mass(stems)
		own("stem", "a stem", each, lift.ShareWorking("Harvest for each stem", "edible harvest", h.Edible, "stems, by the sprouts that were counted, else the usual", stems, each))
	}
	if v := h.MeanTuber(); v > 0 {
		add(FigureMean, "mean tuber", measure.Say("{}", v))
	}
	if n := h.Count; n > 0 && s.Plants > 0 {
		each := measure.Each(float64(n) / float64(s.Plants))
		own("tubers", "tubers a plant, of those counted", each, lift.ShareWorking("Tubers for each plant", "tubers that were counted", n, "tubers or slips planted", s.Plants, each))
	}
	if kg := h.Edible.Kilograms(); kg > 0 {
		if m := s.Bag.Model; m.Price > 0 {
			season := float64(m.Price) / float64(max(1, m.Lasts))
			each := measure.Money(math.Round(season / kg))
			own("cost", "of what its bag costs a season, for each kilogram", each, lift.ShareWorking("Cost of the bag for each kilogram", "its price over the seasons it lasts", measure.Money(math.Round(season)), "kilograms of edible harvest", kg, each))
		}
		if water := s.WaterEntered(); water > 0 {
			each := water / measure.Volume(kg)
			own("water", "of water entered, for each kilogram", each, lift.ShareWorking("Water for each kilogram", "water that was entered", water, "kilograms of edible harvest", kg, each))
		}
	}
	if h.Gross > 0 {
		keep := h.ByGrade[lift.Keep]
		share := measure.Share(keep / h.Gross)
		own("keep", "of it to keep", share, lift.ShareWorking("Share to keep", "graded to keep", keep, "all that was lifted, discards too", h.Gross, share))
	}
	if minutes := s.LiftMinutes(); minutes > 0 {
		hours := float64(minutes) / 60
		each := h.Gross / measure.Mass(hours)
		own("hour", "an hour of lifting", each, lift.ShareWorking("Lifted in an hour", "all that was lifted, discards too", h.Gross, "hours it took", math.Round(100*hours)/100, each))
	}
	return out
}
