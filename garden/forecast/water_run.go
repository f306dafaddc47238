package forecast

import (
	"math"
	"slices"

	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/water"
	"glebata/garden/logbook"
)

// regimeSince is a plan of watering from a day of the run on.
type regimeSince struct {
	from int
	plan water.Plan
}

// regimes by their keys in the log.
var regimes = map[string]water.Regime{
	logbook.AsItWants: water.ByNeed, logbook.ByRhythm: water.ByRhythm, logbook.OnTimer: water.ByDrip, logbook.FromBelow: water.FromBelow, logbook.RainAlone: water.RainOnly,
}

// plans that were set, in the order of their days.
func (w *Water) plans(st *PlantingForecast) []regimeSince {
	out := []regimeSince{{}}
	for i := range st.Care {
		e := &st.Care[i]
		if e.Kind != logbook.Irrigated {
			continue
		}
		p := water.Plan{Regime: regimes[e.Thing], Every: max(1, e.Level), Litres: measure.Volume(e.Amount) * w.part}
		w.planned = w.planned || p.Regime != water.ByNeed
		out = append(out, regimeSince{max(0, int(e.Day-w.From)), p})
	}
	slices.SortStableFunc(out, func(a, b regimeSince) int { return a.from - b.from })
	return out
}

// Of evidence that is no entry's own figure. Model.
const (
	wateredTo, wateredSD = 0.95, 0.10 // after a watering of nobody knows how much
	saucerful            = 2          // litres that a saucer holds, where nobody says
	sunnyHours           = 12         // h a day where nothing stands in the light
	leastRange           = 4          // °C between night and day, indoors too
)

// fingers are θ by the levels of a finger check, from dry to wet.
var fingers = [...]float64{0.35, 0.55, 0.80, 1.00}

// Of a bed in the ground: how deep its roots drink, in cm, and what a litre of its soil holds
// for them. Practice.
const (
	bedRoots measure.Length = 15
	bedHolds measure.Volume = 0.15
)

// water of a planting that grows; nil where its medium is not known.
func (in *Inputs) water(st *PlantingForecast, a *air) *Water {
	if st.Stage != logbook.StageGrowing || st.Grown == nil {
		return nil
	}
	ground := st.Bag.Model.Shape.Ground()
	holds := measure.Volume(st.FeedAsk.Mix.Water())
	past := int(in.Today-st.State.Planted) + 1
	if past < 1 || !ground && (holds <= 0 || len(st.Layers) == 0) {
		return nil
	}
	w := &Water{From: st.State.Planted, Today: past - 1, Bag: newWaterBag(st), part: measure.Volume(st.Planting.Part())}
	w.Days = w.weather(st, a, past+AwayDays, holds)
	if len(w.Days) < past { // it has stood for longer than the weather is held
		return nil
	}
	w.beyond = w.Days[min(past+ForecastDays, len(w.Days)):]
	w.Days = w.Days[:len(w.Days)-len(w.beyond)]
	sights := w.entries(st, holds)
	first := len(w.Days)
	if w.Since != 0 {
		first = int(w.Since - w.From)
	}
	plans := w.plans(st)
	w.Plan = plans[len(plans)-1].plan
	w.Run.Trace(&w.Bag, w.Days, sights, func(day int, s water.State, wants bool) measure.Volume {
		at := plans[0]
		for _, p := range plans {
			if p.from <= day {
				at = p
			}
		}
		if at.plan.Regime == water.ByNeed && day >= min(first, w.Today) { // whoever brings it writes it down
			return 0
		}
		return at.plan.Gives(day-at.from, s, wants)
	})
	seen := len(sights) > 0 && sights[len(sights)-1].Day >= w.Today
	w.ask(a, seen)
	return w
}

// newWaterBag is a planting's part of its bag.
func newWaterBag(st *PlantingForecast) water.Bag {
	shape, part := st.Bag.Model.Shape, st.Planting.Part()
	b := water.Bag{Top: float64(shape.AreaAt(shape.Height())) * part, Plants: max(1, st.Plants), Cloth: st.Bag.Model.Material == logbook.Fabric, Slips: st.Sweet() || st.Grown.PotsUp != 0}
	p := &st.Grown.Plant
	share := p.Sun
	if n := len(p.Suns); n > 0 { // where it stands now
		share = p.Suns[n-1].Share
	}
	if share > 0 && !p.Indoors() {
		b.Sun = sunnyHours * share
	}
	return b
}

// weather of each day of the run, with the leaves and the medium of that day.
func (w *Water) weather(st *PlantingForecast, a *air, n int, holds measure.Volume) []water.Day {
	out := make([]water.Day, n)
	p, run := &st.Grown.Plant, &st.Grown.Run
	stay := 0
	var stands climate.MicroclimateOffset
	for i := range out {
		d := w.From + measure.Day(i)
		for stay < len(p.Stays) && p.Stays[stay].From <= d {
			stands, stay = p.Stays[stay].Offset, stay+1
		}
		at := int(d - a.From)
		if at < 0 || at >= len(a.Min) {
			return out[:i]
		}
		low, high := stands.Inside(a.Min[at], a.Max[at], p.Heated)
		if mid := (low + high) / 2; high-low < leastRange { // indoors
			low, high = mid-leastRange/2, mid+leastRange/2
		}
		et0 := climate.Evapotranspiration(low, high, a.ra[at])
		if stands.Frostless() {
			light := growth.WindowPAR
			if stands.Kept && p.Lamp > 0 {
				light = p.Lamp
			}
			et0 = climate.EvapotranspirationIn((low+high)/2, light)
		}
		out[i] = water.Day{
			ET0: et0, Rain: a.rain[at], Canopy: canopyOn(run, d), Covered: stands.Roof,
		}
		if s := st.Bag.Model.Shape; s.Ground() {
			out[i].Capacity = s.Between(0, bedRoots) * bedHolds * w.part
			continue
		}
		for _, l := range st.Layers {
			if l.Day <= d && l.Of == hill.Medium { // chips and straw hold next to nothing for roots
				out[i].Capacity += l.Settled * holds * w.part
			}
		}
	}
	return out
}

// canopyOn a day: the share of leaf, none once it has gone.
func canopyOn(run *growth.Run, d measure.Day) float64 {
	if i := int(d - run.Planted); i >= 0 && i < len(run.Canopy) {
		return run.Canopy[i]
	}
	return 0
}

// entries put what was done into the days, and return what was seen, by day.
func (w *Water) entries(st *PlantingForecast, holds measure.Volume) []water.Sight {
	var sights []water.Sight
	for i := range st.Care {
		e := &st.Care[i]
		at := int(e.Day - w.From)
		if at < 0 || at >= len(w.Days) {
			continue
		}
		see := func(theta, sd float64) { sights = append(sights, water.Sight{Day: at, Theta: theta, SD: sd}) }
		switch e.Kind {
		case logbook.Watered:
			w.given(e, at, see)
		case logbook.Moisture:
			switch {
			case e.Amount > 0:
				see(math.Min(1, e.Amount/100), water.ProbeSD)
			case e.Level >= 1 && e.Level <= len(fingers):
				see(fingers[e.Level-1], water.FingerSD)
			default:
				continue
			}
		case logbook.Hefted:
			if st.Bag.Model.Shape.Ground() || holds <= 0 { // nobody lifts it
				continue
			}
			capacity := w.Days[at].Capacity / w.part
			wet := st.FeedAsk.Mix.WetWeight(capacity/holds, st.Bag.Model.Empty)
			see(math.Max(0, math.Min(1, 1+(e.Amount/1000-wet.Kilograms())/float64(capacity))), water.WeightSD)
		case logbook.Fed: // liquid feed is water too, and tells nothing of other days
			if e.Level == logbook.FeedVolume {
				w.Days[at].Given += measure.Volume(e.Amount) * w.part
			}
			continue
		case logbook.Mulched:
			for i := at; i < len(w.Days); i++ {
				w.Days[i].Mulched = e.Thing != logbook.MulchOff
			}
			continue
		case logbook.Irrigated:
			if e.Thing == logbook.FromBelow {
				w.Bag.Below = max(w.Bag.Below, measure.Volume(e.Amount)*w.part)
			}
			continue
		default:
			continue
		}
		if w.Since == 0 || e.Day < w.Since {
			w.Since = e.Day
		}
	}
	slices.SortStableFunc(sights, func(a, b water.Sight) int { return a.Day - b.Day })
	return sights
}

// given by an entry of watering.
func (w *Water) given(e *logbook.Entry, at int, see func(theta, sd float64)) {
	switch {
	case e.Thing == "rain": // the weather has it
	case e.Amount > 0:
		w.Days[at].Given += measure.Volume(e.Amount) * w.part
	case e.Thing == "saucer":
		w.Days[at].Given += saucerful * w.part
	default:
		see(wateredTo, wateredSD)
	}
}

// ask what it wants today, and when it wants some again.
// Today is not over: what it takes is still there, unless the bag was looked at today.
func (w *Water) ask(a *air, seen bool) {
	r := &w.Run
	capacity := w.Days[w.Today].Capacity
	w.Now = water.State{In: measure.Volume(r.Theta[w.Today]) * capacity, Capacity: capacity}
	if !seen {
		w.Now.In = min(capacity, w.Now.In+r.Flows[w.Today].Lost)
	}
	if w.Now.Theta() < w.Bag.Threshold(w.Today+1) {
		w.Give = w.whole(w.Now).Give()
	}
	for i := w.Today + 1; i < len(r.Theta); i++ {
		if r.Theta[i] < w.Bag.Threshold(i+1) {
			w.Next = w.From + measure.Day(i)
			break
		}
	}
	if tomorrow := w.Today + 1; tomorrow < len(w.Days) && !w.Days[tomorrow].Covered {
		w.Rained = a.wetTomorrow
	}
}
