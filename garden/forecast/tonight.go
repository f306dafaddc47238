package forecast

import (
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Night is a night ahead in which green growth in bags stands in danger.
type Night struct {
	Forecast
	Bags []NightBag
}

// NightBag is one bag in it.
type NightBag struct {
	Planting *PlantingForecast
	Low      float64 // °C forecast where it stands
	Chance   float64 // of a frost there
	Act      bool    // at 0.5 °C or under, and not only to be watched
	Wet      measure.Mass
	Way      NightWay
}

// NightWay is what is best done with a bag before a frost.
type NightWay string

// The ways.
const (
	CarryIn NightWay = "in"     // one person can, and there is somewhere
	Cover   NightWay = "fleece" // where it stands
	Heap    NightWay = "heap"   // medium over small tops
)

// smallTops can be heaped over, in cm. Practice.
const smallTops measure.Length = 10

// Act reports whether anything in the night is to be seen to.
func (n *Night) Act() bool {
	for i := range n.Bags {
		if n.Bags[i].Act {
			return true
		}
	}
	return false
}

// Nights ahead for a row of bags, of what the grower lifts alone and the shelters there are.
func Nights(ahead []Forecast, row []PlantingForecast, limit measure.Mass, shelters []climate.Shelter) []Night {
	indoors := false
	for _, s := range shelters {
		indoors = indoors || s.Offset().Roof
	}
	var out []Night
	for _, f := range ahead {
		n := Night{Forecast: f}
		for i := range row {
			st := &row[i]
			if !st.green(f.Day) {
				continue
			}
			where := st.standsOn(f.Day)
			low := f.Min + float64(where.Night)
			if where.Frostless() || low > climate.FrostWatch {
				continue
			}
			b := NightBag{Planting: st, Low: low, Chance: climate.Before(-low, f.Spread), Act: low <= climate.FrostAct, Wet: st.wetNow(), Way: Cover}
			stem, known := st.Shows()
			switch {
			case known && stem <= smallTops && len(st.Rungs) > 0 && !st.Sweet():
				b.Way = Heap
			case indoors && b.Wet > 0 && b.Wet <= limit:
				b.Way = CarryIn
			}
			n.Bags = append(n.Bags, b)
		}
		if len(n.Bags) > 0 {
			out = append(out, n)
		}
	}
	return out
}

// green reports whether there are leaves over the medium on a day that a frost could take.
func (s *PlantingForecast) green(d measure.Day) bool {
	if s.Stage != logbook.StageGrowing || s.Grown == nil {
		return false
	}
	run := &s.Grown.Run
	return (run.Up != 0 && run.Up <= d || s.Sweet()) && (run.Gone == 0 || run.Gone > d || run.Ending == growth.Killed)
}

// standsOn a day: what the shelter it then stands under does to the air.
func (s *PlantingForecast) standsOn(d measure.Day) climate.MicroclimateOffset {
	var out climate.MicroclimateOffset
	for _, stay := range s.Grown.Plant.Stays {
		if stay.From <= d {
			out = stay.Offset
		}
	}
	return out
}

// wetNow is what the bag weighs with the water that is in it.
func (s *PlantingForecast) wetNow() measure.Mass {
	full := s.FeedAsk.Mix.WetWeight(s.Settled(), s.Bag.Model.Empty)
	if s.Water != nil {
		now := s.Water.whole(s.Water.Now)
		full -= measure.Mass(1000 * float64(now.Capacity-now.In))
	}
	return max(0, full)
}

// Covered reports whether a bag is covered or carried in for the time being, and since when.
func (s *PlantingForecast) Covered() (how string, since measure.Day, ok bool) {
	if s.Stage != logbook.StageGrowing {
		return "", 0, false
	}
	for i := len(s.Care) - 1; i >= 0; i-- {
		if e := &s.Care[i]; e.Kind == logbook.Protected {
			return e.Thing, e.Day, e.Thing == logbook.Fleeced || e.Thing == logbook.CarriedIn
		}
	}
	return "", 0, false
}

// Blight is the last day up to today on which the weather warned of late blight, of two in a
// row that favour it; 0 for none in the last week. It is the potatoes' alone, and theirs only
// from half their leaf on.
func Blight(days []climate.HumidDay, today measure.Day) measure.Day {
	warned := climate.BlightDays(days)
	if len(warned) == 0 || warned[len(warned)-1] < today-blightFresh || warned[len(warned)-1] > today {
		return 0
	}
	return warned[len(warned)-1]
}

// blightFresh is how long a warning stands, in days; blightLeaf the share of leaf from which
// it matters.
const blightFresh, blightLeaf = 7, 0.5

// AtRisk of late blight on a day.
func (s *PlantingForecast) AtRisk(d measure.Day) bool {
	return s.Stage == logbook.StageGrowing && !s.Sweet() && s.Grown != nil && canopyOn(&s.Grown.Run, d) >= blightLeaf && !s.standsOn(d).Roof
}

// HotDay is a day ahead that is too hot for tubers that have set.
type HotDay struct {
	Forecast
	Bags  []string // labels
	Stops bool     // somewhere over 32 °C, where they stop growing
}

// Heat slows tubers over a daily mean of 24 °C, and stops them over a maximum of 32 °C.
// Practice.
const hotMean, hotMax = 24, 32

// HotDays ahead for a row of bags: of potatoes that have set tubers.
func HotDays(ahead []Forecast, row []PlantingForecast) []HotDay {
	var out []HotDay
	for _, f := range ahead {
		h := HotDay{Forecast: f}
		for i := range row {
			st := &row[i]
			if !st.green(f.Day) || st.Sweet() || st.Grown.Run.Initiation == 0 || st.Grown.Run.Initiation > f.Day {
				continue
			}
			low, high := st.standsOn(f.Day).Inside(f.Min, f.Max, st.Grown.Plant.Heated)
			if (low+high)/2 > hotMean || high > hotMax {
				h.Bags, h.Stops = append(h.Bags, st.Bag.Label), h.Stops || high > hotMax
			}
		}
		if len(h.Bags) > 0 {
			out = append(out, h)
		}
	}
	return out
}
