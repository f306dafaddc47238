package forecast

import (
	"math"
	"slices"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/water"
	"glebata/garden/logbook"
)

// plansByKey are the plans by their keys in the log.
var plansByKey = map[string]water.Plan{
	logbook.AsItWants: {}, logbook.AllWritten: {Written: true},
	logbook.ByRhythm: {Regime: water.ByRhythm}, logbook.OnTimer: {Regime: water.ByDrip}, logbook.FromBelow: {Regime: water.FromBelow}, logbook.RainAlone: {Regime: water.RainOnly},
}

// plans that were set, in the order of their days.
func (w *Water) plans(st *PlantingForecast) []water.PlanSince {
	out := []water.PlanSince{{}}
	for i := range st.Care {
		e := &st.Care[i]
		if e.Kind != logbook.Irrigated {
			continue
		}
		p := plansByKey[e.Thing]
		p.Every, p.Litres = max(1, e.Level), measure.Volume(e.Amount)*w.part
		out = append(out, water.PlanSince{From: max(0, int(e.Day-w.From)), Plan: p})
	}
	slices.SortStableFunc(out, func(a, b water.PlanSince) int { return a.From - b.From })
	return out
}

// Of evidence that is no entry's own figure. Model.
const (
	wateredTo, wateredSD = 0.95, 0.10 // after a watering of nobody knows how much
	saucerful            = 2          // litres that a saucer holds, where nobody says
	sunnyHours           = 12         // h a day where nothing stands in the light
	reservoirHolds       = 0.5        // of the room under the holes, which medium fills
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
	c := water.Course{Plans: w.plans(st), Today: w.Today, Base: w.Bag.Below}
	w.Plan = c.Plans[len(c.Plans)-1].Plan
	days := past + AwayDays
	if w.Routine() { // it goes on as it was set, to the end
		days = max(days, int(st.Grown.Usual.End()-w.From)+1)
	}
	all := w.weather(st, a, days, holds)
	if len(all) < past { // it has stood for longer than the weather is held
		return nil
	}
	c.Days = all[:min(len(all), past+ForecastDays)]
	w.beyond = all[len(c.Days):min(len(all), past+AwayDays)]
	if w.Routine() {
		c.Days = all
	}
	w.Days = c.Days
	c.Sights = w.entries(st, holds)
	if rained := func(d water.Day) bool { return !d.Covered }; slices.ContainsFunc(c.Days, rained) {
		c.Rain = a.rains(int(w.From-a.From), len(c.Days))
	}
	w.Run.Trace(&w.Bag, &c, w.supplies(&c))
	w.supplied()
	w.Fits = w.allWritten(c)
	w.cut(past + ForecastDays)
	w.ask(a, len(c.Sights) > 0 && c.Sights[len(c.Sights)-1].Day >= w.Today)
	return w
}

// supplies keeps what each draw's water allows of growth: by need that is enough after today.
func (w *Water) supplies(c *water.Course) func(day, draw int, theta float64) {
	n, upTo := water.Draws, w.Today
	if c.Rain != nil {
		n = len(c.Rain)
	}
	if w.Routine() {
		upTo = len(c.Days) - 1
	}
	w.Draws = make([][]float32, n)
	return func(day, draw int, theta float64) {
		share := growth.WaterShare(theta)
		if share == 1 || day > upTo {
			return
		}
		if w.Draws[draw] == nil {
			w.Draws[draw] = slices.Repeat([]float32{1}, upTo+1)
		}
		w.Draws[draw][day] = float32(share)
	}
}

// supplied is the mean of the draws; nil, as are they, where all of them have enough.
func (w *Water) supplied() {
	short := 0
	for _, row := range w.Draws {
		for day, share := range row {
			if w.Supply == nil {
				w.Supply = make([]float32, len(row))
			}
			w.Supply[day] += 1 - share
		}
		short = max(short, len(row))
	}
	for day := range w.Supply {
		w.Supply[day] = 1 - w.Supply[day]/float32(len(w.Draws))
	}
	if short == 0 {
		w.Draws = nil
	}
}

// cut what was traced off after so many days.
func (w *Water) cut(days int) {
	n := min(days, len(w.Days))
	r := &w.Run
	w.Days, r.Theta, r.Low, r.High = w.Days[:n], r.Theta[:n], r.Low[:n], r.High[:n]
	r.Soaked, r.Flows, r.Taken = r.Soaked[:n], r.Flows[:n], r.Taken[:n]
}

// newWaterBag is a planting's part of its bag.
func newWaterBag(st *PlantingForecast) water.Bag {
	shape, part := st.Bag.Model.Shape, st.Planting.Part()
	b := water.Bag{
		Top: float64(shape.AreaAt(shape.Height())) * part, Leaves: float64(shape.Canopy()) * part, Plants: max(1, st.Plants), Bed: shape.Ground(),
		Cloth: st.Bag.Model.Material == logbook.Fabric, Slips: st.Sweet() || st.Grown.PotsUp != 0,
	}
	if d := st.Bag.Model.Drainage; d.Way == bag.SideHoles && !shape.Ground() { // water stands up to the holes
		b.Below = shape.Between(0, d.HoleHeight) * reservoirHolds * measure.Volume(part)
	}
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
	p, run := &st.Grown.Plant, &st.Grown.Usual // a height that was measured tells nothing of its water
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
			ET0: et0, Rain: a.rainOn(at), Canopy: canopyOn(run, d), Covered: stands.Roof,
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
			if w.waterings++; w.waterings == 1 || at < w.first {
				w.first = at
			}
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
		w.Entries++
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
	w.Now, w.Left, w.Low, w.High = r.Asked, r.Theta[w.Today], r.Low[w.Today], r.High[w.Today]
	if lost := r.Flows[w.Today].Lost; !seen && capacity > 0 {
		w.Now.In = min(capacity, w.Now.In+lost)
		still := float64(lost / capacity)
		w.Left, w.Low, w.High = math.Min(1, w.Left+still), math.Min(1, w.Low+still), math.Min(1, w.High+still)
	}
	if w.Now.Theta() < w.Bag.Threshold(w.Today+1) {
		w.Give = w.whole(w.Now).Give()
	}
	w.Since = w.From + measure.Day(max(0, r.Since))
	if r.Next != 0 {
		w.Next = w.From + measure.Day(r.Next)
	}
	if tomorrow := w.Today + 1; tomorrow < len(w.Days) && !w.Days[tomorrow].Covered {
		w.Rained = a.wetTomorrow
	}
}

// Of entries that may be all there is: so many waterings, and so few of the days since the first
// of them on which the bag would have been as good as empty, if they are. Practice.
const (
	tenWaterings = 10
	emptyShare   = 0.05
	emptyUnder   = 0.1
)

// allWritten reports whether the waterings that are written down may be all it was given.
func (w *Water) allWritten(c water.Course) bool {
	if !w.Loose() || w.waterings < tenWaterings {
		return false
	}
	c.Plans = []water.PlanSince{{}, {From: w.first, Plan: water.Plan{Written: true}}}
	c.Days = c.Days[:w.Today+1]
	var run water.Run
	run.Trace(&w.Bag, &c, nil)
	empty := 0
	for _, theta := range run.Theta[w.first:] {
		if theta < emptyUnder {
			empty++
		}
	}
	return float64(empty) <= emptyShare*float64(len(run.Theta)-w.first)
}
