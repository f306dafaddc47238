package forecast

import (
	"context"
	"hash/maphash"
	"math"
	"math/rand/v2"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// EnsembleForecast of one planting over many simulated years that begin with what is known:
// the 10th, 50th and 90th percentile of its dates and of its harvest.
type EnsembleForecast struct {
	Up, Mature growth.Spread   // days; Mature counts a year that does not reach it as never
	Raises     []growth.Spread // days of the raises to come
	Index      []growth.Spread // season index today, in a week, in two …, and so on
	Final      growth.Spread   // season index at the end
	Years      []float32       // the same, year by year: the years are those of every planting
	Ripe       float64         // share of the years in which it is mature
	Stems      []StemBand      // every third day from planting on
}

// StemBand is how long stems may be on a day, cm from where they came through.
type StemBand struct {
	Day       measure.Day
	Low, High measure.Length
}

// ensembleYears that plantings are run through. Model.
const ensembleYears = 200

// weeksAhead that a harvest is foretold for, this week among them.
const weeksAhead = 13

// stemEvery so many days the spread of the stems is kept.
const stemEvery = 3

// Key changes when what an ensemble of a planting follows from does.
func (s *PlantingForecast) Key(today measure.Day) uint64 {
	var h maphash.Hash
	h.SetSeed(hashSeed)
	maphash.WriteComparable(&h, today)
	maphash.WriteComparable(&h, s.Grown.key)
	return h.Sum64()
}

// Ensemble runs plantings that were forecast through simulated years that begin with
// what is known. done is called as each planting is through. It fails only with the context's
// error, when that ends.
func Ensemble(ctx context.Context, list []PlantingForecast, site *logbook.Site, n *climate.Normals, forecast []Forecast, today measure.Day, done func()) ([]*EnsembleForecast, error) {
	runs := make([]ensembleRun, len(list))
	plants := make([]growth.Member, len(list))
	from, until := today, today
	for i := range list {
		gr := list[i].Grown
		plants[i] = growth.Member{Plant: gr.Plant, Fit: gr.Fit, Seed: list[i].identity()}
		if w := list[i].Water; w != nil {
			plants[i].Waters = w.Draws
		}
		if list[i].Variety.Class.Crop() == crop.Potato {
			plants[i].Plant.End = 0 // each year has frosts of its own
		}
		runs[i] = ensembleRun{st: &list[i], today: today, raises: make([][]float64, 0, 4)}
		from, until = min(from, gr.Plant.Planted-airBefore), max(until, gr.Plant.Planted+measure.Day(len(gr.Run.Stem)+60))
	}
	years := simulate(knownTo(list, from, today), site, n, forecast, from, until, today)
	if err := growth.Ensemble(ctx, plants, years, func(i, _ int, c *growth.Run) { runs[i].visit(c) }, done); err != nil {
		return nil, err
	}
	out := make([]*EnsembleForecast, len(runs))
	for i := range runs {
		out[i] = runs[i].sum()
	}
	return out, nil
}

// identity of a planting, saved or not: what is drawn for it follows from that.
func (s *PlantingForecast) identity() uint64 {
	h := uint64(s.Season.Year)
	for _, id := range [...]logbook.ID{s.Bag.ID, s.Variety.ID} {
		h = (h ^ uint64(id)) * 0x9e3779b97f4a7c15
		h ^= h >> 32
	}
	return h
}

// knownTo a day is the weather from one day on that the plantings of a list were grown
// through, NaN where nothing of it was recorded. Each knows that of its own days.
func knownTo(list []PlantingForecast, from, today measure.Day) *growth.Weather {
	days := max(0, int(today-from)+1)
	w := &growth.Weather{From: from, Min: make([]float64, days), Max: make([]float64, days)}
	for i := range w.Min {
		w.Min[i] = math.NaN()
	}
	for i := range list {
		a, begins := list[i].Grown.Air, list[i].Grown.Plant.Planted-airBefore
		for d := max(begins, from, a.From); d <= today && int(d-a.From) < len(a.Min); d++ {
			if at := d - a.From; int(at) >= len(a.Usual) || !a.Usual[at] {
				w.Min[d-from], w.Max[d-from] = a.Min[at], a.Max[at]
			}
		}
	}
	return w
}

// simulate years of weather: what is known up to the end of the forecast, with the
// error that has, and simulated days from there on.
func simulate(known *growth.Weather, site *logbook.Site, n *climate.Normals, forecast []Forecast, from, until, today measure.Day) []growth.Weather {
	days := int(until-from) + 1
	sim := climate.NewSimulator(n, climate.DrawnSeed)
	rng := rand.New(rand.NewPCG(1, uint64(today)))
	radiation := make([]float64, days)
	for i := range radiation {
		radiation[i] = climate.Radiation(site.Latitude, (from + measure.Day(i)).YearDay())
	}
	out := make([]growth.Weather, ensembleYears)
	ahead := byLead(forecast)
	var year, next [365]climate.DayWeather
	sim.Year(&next)
	for k := range out {
		year = next
		sim.Year(&next)
		w := growth.Weather{From: from, Min: make([]float64, days), Max: make([]float64, days), PAR: make([]float64, days)}
		err := rng.NormFloat64()
		for i := range days {
			d := from + measure.Day(i)
			var low, high float64
			at := int(d - known.From)
			switch lead := int(d - today); {
			case lead <= 0 && at >= 0 && at < len(known.Min) && known.Min[at] == known.Min[at]: // not NaN
				low, high = known.Min[at], known.Max[at]
			case lead > 0 && lead <= ForecastDays && ahead[lead] != nil:
				off := err * ahead[lead].Spread
				low, high = ahead[lead].Min+off, ahead[lead].Max+off
			default:
				day := year[climate.DayIndex(d)]
				if d.Year() > today.Year() {
					day = next[climate.DayIndex(d)]
				}
				low, high = day.Min, day.Max
			}
			w.Min[i], w.Max[i], w.PAR[i] = low, high, climate.PAR(climate.Solar(low, high, radiation[i]))
		}
		out[k] = w
	}
	return out
}

// ensembleRun gathers what the runs of one planting come to.
type ensembleRun struct {
	st         *PlantingForecast
	today      measure.Day
	up, mature []float64
	raises     [][]float64
	index      [weeksAhead][]float64
	final      []float64
	stems      [][]float64
	climbs     []hill.Climb
}

// never is what a day that is not reached counts as when days are put in order.
var never = math.Inf(1)

func (r *ensembleRun) visit(c *growth.Run) {
	day := func(d measure.Day) float64 {
		if d == 0 {
			return never
		}
		return float64(d)
	}
	r.up, r.mature = append(r.up, day(c.Up)), append(r.mature, day(c.Mature))
	r.final = append(r.final, c.Season())
	for k := range r.index {
		r.index[k] = append(r.index[k], c.IndexOn(r.today+measure.Day(7*k)))
	}
	r.climbs, _ = climbs(r.st, c, r.today, r.climbs[:0])
	for i, climb := range r.climbs {
		if i == len(r.raises) {
			r.raises = append(r.raises, nil)
		}
		r.raises[i] = append(r.raises[i], float64(climb.Day))
	}
	for i := 0; i < len(c.Stem); i += stemEvery {
		if i/stemEvery == len(r.stems) {
			r.stems = append(r.stems, nil)
		}
		r.stems[i/stemEvery] = append(r.stems[i/stemEvery], c.Stem[i])
	}
}

// sum of all years.
func (r *ensembleRun) sum() *EnsembleForecast {
	years := make([]float32, len(r.final))
	for k, index := range r.final {
		years[k] = float32(index)
	}
	p := &EnsembleForecast{Years: years, Up: growth.NewSpread(r.up), Mature: growth.NewSpread(r.mature), Final: growth.NewSpread(r.final)}
	for _, d := range r.mature {
		if d < never {
			p.Ripe += 1 / float64(len(r.mature))
		}
	}
	for _, days := range r.raises {
		if len(days)*2 >= len(r.up) { // half of the years bring it on
			p.Raises = append(p.Raises, growth.NewSpread(days))
		}
	}
	for k := range r.index {
		p.Index = append(p.Index, growth.NewSpread(r.index[k]))
	}
	for i, lengths := range r.stems {
		s := growth.NewSpread(lengths)
		p.Stems = append(p.Stems, StemBand{r.st.Grown.Plant.Planted + measure.Day(i*stemEvery), measure.Length(s.Low), measure.Length(s.High)})
	}
	return p
}

// Harvest is what a bag may give on a day, with its range.
type Harvest struct {
	Day            measure.Day
	Yield          measure.Mass
	Low, High      measure.Mass
	Adds           measure.Mass // over the week before; 0 for the first
	Mature, Beyond bool         // Beyond the day its leaves are gone
}

// YieldOutlook of a bag: its weight now, week by week, and when it is ready.
type YieldOutlook struct {
	Now, Ready Harvest
	Weeks      []Harvest
	From       bag.Calibration
	Prospect   *EnsembleForecast // nil while it is being worked out
}

// YieldOutlook of a planting that was reckoned, from what is expected of it.
func (s *PlantingForecast) YieldOutlook(growing bag.Growing, p *EnsembleForecast, today measure.Day) YieldOutlook {
	out := YieldOutlook{From: growing.From, Prospect: p}
	c := &s.Grown.Run
	low, high := growing.From.Range()
	at := func(d measure.Day, spread growth.Spread) Harvest {
		h := Harvest{Day: d, Mature: c.Mature != 0 && d >= c.Mature, Beyond: c.Gone != 0 && d > c.Gone}
		index := c.IndexOn(d)
		if index <= 0 {
			return h
		}
		g := growing
		g.Season = index
		h.Yield = bag.Expect(g).Yield
		down, up := 1-low, high-1
		if spread.Mid > 0 { // of the weather and of the model, which err apart
			down = math.Hypot(down, 1-spread.Low/spread.Mid)
			up = math.Hypot(up, spread.High/spread.Mid-1)
		}
		h.Low, h.High = h.Yield*measure.Mass(math.Max(0, 1-down)), h.Yield*measure.Mass(1+up)
		if off := s.gone(d); off > 0 { // what was picked is no longer in it
			h.Yield, h.Low, h.High = max(0, h.Yield-off), max(0, h.Low-off), max(0, h.High-off)
		}
		return h
	}
	week := func(k int) growth.Spread {
		if p == nil || k >= len(p.Index) {
			return growth.Spread{}
		}
		return p.Index[k]
	}
	ready := s.LiftOn()
	for k := range weeksAhead {
		h := at(today+measure.Day(7*k), week(k))
		if k > 0 {
			h.Adds = h.Yield - out.Weeks[k-1].Yield
		}
		out.Weeks = append(out.Weeks, h)
	}
	out.Now = out.Weeks[0]
	final := growth.Spread{}
	if p != nil {
		final = p.Final
	}
	out.Ready = at(ready, final)
	return out
}

// SumOutlooks of several bags together: what they come to when each is ready, and the
// range of the sum in four years of five. Years that are good or bad are so for all of
// them, by their weather and by what seasons did beside it; how bags differ beside is drawn for
// each. Low and high are 0 while ensembles are being worked out.
func SumOutlooks(list []PlantingForecast, growing []bag.Growing, found []*EnsembleForecast) (sum Harvest) {
	var totals, common [ensembleYears]float64
	seasons := rand.New(rand.NewPCG(ensembleYears, 12))
	for k := range common {
		common[k] = seasons.NormFloat64() / tenth
	}
	known := true
	for i := range list {
		g := growing[i]
		g.Season = list[i].Grown.Run.IndexOn(list[i].LiftOn())
		sum.Yield += bag.Expect(g).Yield
		if known = known && found[i] != nil && len(found[i].Years) == ensembleYears; !known {
			continue
		}
		g.Season = bag.FullSeason
		full := float64(bag.Expect(g).Yield)
		shared, own := g.From.Parts()
		rng := rand.New(rand.NewPCG(list[i].identity(), 11))
		for k, index := range found[i].Years {
			totals[k] += full * float64(index) * math.Max(0, 1+common[k]*shared+rng.NormFloat64()/tenth*own)
		}
	}
	if known && len(list) > 0 {
		spread := growth.NewSpread(totals[:])
		sum.Low, sum.High = measure.Mass(spread.Low), measure.Mass(spread.High)
	}
	return sum
}

// tenth is how many standard deviations from the middle a tenth of a normal distribution
// begins.
const tenth = 1.2816
