// Package truth holds the rules of the core against a plain reference of their own,
// written from the rules of growing and not from the core, on random cases.
package truth

import (
	"fmt"
	"math"
	"math/rand/v2"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
)

// Rule that is held against its reference. Case draws one and says how the two differ;
// empty where they agree.
type Rule struct {
	Name string
	Case func(rng *rand.Rand) string
}

// Check a rule on so many random cases; it returns how many disagree and the first that
// does.
func (r Rule) Check(cases int, seed uint64) (disagree int, first string) {
	rng := rand.New(rand.NewPCG(seed, 17))
	for range cases {
		if says := r.Case(rng); says != "" {
			if disagree++; disagree == 1 {
				first = says
			}
		}
	}
	return disagree, first
}

// differ says how two figures of a case differ by more than a share of them.
func differ(what string, got, want float64, asked ...any) string {
	if math.Abs(got-want) <= 1e-6*math.Max(1, math.Abs(want)) {
		return ""
	}
	return fmt.Sprintf("%s: %g, by the reference %g, of %v", what, got, want, asked)
}

func first(says ...string) string {
	for _, s := range says {
		if s != "" {
			return s
		}
	}
	return ""
}

func between(rng *rand.Rand, low, high float64) float64 { return low + (high-low)*rng.Float64() }

func anyClass(rng *rand.Rand) class { return classes[rng.IntN(len(classes))] }

// Rules that have a reference.
func Rules() []Rule {
	return []Rule{
		{"volume of a round bag", roundVolume}, {"volume of a box", boxVolume}, {"ladder", ladder}, {"litre rule", litreRule},
		{"harvest and tubers", expectation}, {"grades", grades}, {"wet weight", wetWeight},
		{"fertiliser", fertiliser}, {"effective degrees", degrees}, {"course of a season", season}, {"radiation and evapotranspiration", sun},
		{"frost risk", frost}, {"cutting", cutting}, {"slips", slips}, {"sprouting", sprouting}, {"weigh-in and ratio", weighIn},
	}
}

func roundVolume(rng *rand.Rand) string {
	base, top, h := between(rng, 10, 90), between(rng, 10, 90), between(rng, 10, 120)
	s, err := bag.NewRound(measure.Length(base), measure.Length(top), measure.Length(h))
	if err != nil {
		return err.Error()
	}
	a := between(rng, 0, h)
	b := between(rng, a, h)
	return differ("litres", float64(s.Between(measure.Length(a), measure.Length(b))), frustum(base, top, h, a, b), base, top, h, a, b)
}

func boxVolume(rng *rand.Rand) string {
	l, w, h := between(rng, 15, 200), between(rng, 15, 100), between(rng, 10, 80)
	tl, tw := l*between(rng, 1, 1.3), w*between(rng, 1, 1.3)
	s, err := bag.NewBox(measure.Length(l), measure.Length(w), measure.Length(tl), measure.Length(tw), measure.Length(h))
	if err != nil {
		return err.Error()
	}
	a := between(rng, 0, h/2)
	b := between(rng, a, h)
	got, want := float64(s.Between(measure.Length(a), measure.Length(b))), box(l, w, tl, tw, h, a, b)
	if math.Abs(got-want) > 2e-3*math.Max(1, want) { // a box is reckoned by the mean of its areas
		return fmt.Sprintf("litres: %g, by slices %g, of %v", got, want, []float64{l, w, tl, tw, h, a, b})
	}
	return ""
}

func ladder(rng *rand.Rand) string {
	base, top, h := between(rng, 25, 60), between(rng, 25, 60), between(rng, 30, 90)
	s, err := bag.NewRound(measure.Length(base), measure.Length(top), measure.Length(h))
	if err != nil {
		return err.Error()
	}
	p := hill.Defaults(hill.Steps)
	p.Base, p.Cover, p.MaxLayer, p.Settling = measure.Length(between(rng, 5, 12)), measure.Length(between(rng, 4, 10)), measure.Length(between(rng, 4, 14)), between(rng, 0, 0.5)
	l, err := hill.Lay(s, p)
	if err != nil {
		return err.Error()
	}
	levels := rungs(float64(p.Base+p.Cover), h-float64(p.Headspace), float64(p.MaxLayer))
	if len(levels) != len(l.Rungs) {
		return fmt.Sprintf("%d layers, by the reference %d, of %v", len(l.Rungs), len(levels), []any{base, top, h, p})
	}
	from := float64(p.Base + p.Cover)
	for i, to := range levels {
		settled := frustum(base, top, h, from, to)
		if says := first(differ("level", float64(l.Rungs[i].To), to, i, p), differ("settled", float64(l.Rungs[i].Settled), settled, i, p),
			differ("loose", float64(l.Rungs[i].Loose), settled/(1-p.Settling), i, p)); says != "" {
			return says
		}
		from = to
	}
	return ""
}

func litreRule(rng *rand.Rand) string {
	d, h := between(rng, 30, 120), between(rng, 20, 60)
	s, err := bag.NewRound(measure.Length(d), measure.Length(d), measure.Length(h))
	if err != nil {
		return err.Error()
	}
	c := anyClass(rng)
	litres := frustum(d, d, h, 0, h-4)
	got := bag.Suggest(s, bag.Room{Headspace: 4}, crop.Class(c.key), false)
	return differ("plants by litres", float64(got.ByLitres), math.Max(1, math.Floor(litres/c.litres+1e-9)), c.key, d, h)
}

func expectation(rng *rand.Rand) string {
	c := anyClass(rng)
	n, sprouts, litres, depth, index, area := 1+rng.IntN(9), 1+rng.IntN(6), between(rng, 5, 200), between(rng, 8, 60), between(rng, 0.05, 1.3), between(rng, 0.2, 3)
	e := bag.Expect(bag.Growing{Class: crop.Class(c.key), Plants: n, Sprouts: sprouts, Usable: measure.Volume(litres), Depth: measure.Length(depth), Area: measure.Area(area), Season: index})
	kg, tubers := harvest(c, float64(n), float64(sprouts), litres, depth, area, index)
	return first(differ("yield", e.Yield.Kilograms(), kg, c.key, n, litres, depth, area, index), differ("tubers", e.Tubers, tubers, c.key, n, sprouts, litres),
		differ("mean", float64(e.Mean), 1000*kg/tubers, c.key, n, sprouts, litres))
}

func grades(rng *rand.Rand) string {
	c := anyClass(rng)
	n, litres := 1+rng.IntN(6), between(rng, 10, 90)
	e := bag.Expect(bag.Growing{Class: crop.Class(c.key), Plants: n, Sprouts: 3, Usable: measure.Volume(litres), Season: bag.FullSeason})
	a, b, d := underShare(float64(e.Mean), 40), underShare(float64(e.Mean), 110), underShare(float64(e.Mean), 180)
	for _, g := range [][2]float64{{e.Grades.Small, a}, {e.Grades.Salad, b - a}, {e.Grades.Medium, d - b}, {e.Grades.Baker, 1 - d}} {
		if math.Abs(g[0]-g[1]) > 1e-4 {
			return fmt.Sprintf("shares %+v, by the reference %g, %g, %g, %g, of tubers of %v", e.Grades, a, b-a, d-b, 1-d, e.Mean)
		}
	}
	return ""
}

func wetWeight(rng *rand.Rand) string {
	parts := map[string]float64{"peat mix": 0.75, "coir": 0.75, "compost": 0.95, "garden soil": 1.6, "sand": 1.9, "perlite": 0.30, "straw": 0.15}
	text, whole, weighs := "", 0.0, 0.0
	for key, kg := range parts {
		if share := float64(rng.IntN(5)); share > 0 {
			text += fmt.Sprintf("%s=%g,", key, share)
			whole, weighs = whole+share, weighs+share*kg
		}
	}
	if whole == 0 {
		return ""
	}
	m, err := medium.ParseMix(text[:len(text)-1])
	if err != nil {
		return err.Error()
	}
	litres, empty := between(rng, 1, 300), between(rng, 0, 9000)
	return differ("kg", m.WetWeight(measure.Volume(litres), measure.Mass(empty)).Kilograms(), litres*weighs/whole+empty/1000+1, text, litres, empty)
}

func fertiliser(rng *rand.Rand) string {
	c := anyClass(rng)
	tenths := 1 + rng.IntN(9)
	litres, percent, compost := between(rng, 8, 90), between(rng, 3, 12), float64(tenths)/10
	m, err := medium.ParseMix(fmt.Sprintf("compost=%d,coir=%d", tenths, 10-tenths))
	if err != nil {
		return err.Error()
	}
	d := medium.Dress(crop.Class(c.key), m, measure.Volume(litres), medium.Product{Nitrogen: percent}, medium.HalfIn)
	want := math.Max(0, c.nitrogen*litres-0.05*compost*litres)
	return first(differ("nitrogen wanted", d.Wanted, want, c.key, litres, compost), differ("base dose", float64(d.Base), want/2/(percent/100), c.key, litres, percent, compost))
}

func degrees(rng *rand.Rand) string {
	t := between(rng, -10, 45)
	return first(differ("potato", growth.EffectiveDegrees(crop.Potato, t), effective(false, t), t), differ("sweet potato", growth.EffectiveDegrees(crop.SweetPotato, t), effective(true, t), t),
		differ("share of a potato", growth.TemperatureShare(crop.Potato, t), growing(false, t), t), differ("share of a sweet potato", growth.TemperatureShare(crop.SweetPotato, t), growing(true, t), t))
}

func season(rng *rand.Rand) string {
	c := anyClass(rng)
	mean := between(rng, 9, 27)
	if c.sweet {
		mean = between(rng, 17, 36)
	}
	cover, chitted, on := between(rng, 0, 15), rng.IntN(2) == 0, 10+rng.IntN(120)
	need := 120 + 7*cover
	if chitted {
		need = 60 + 7*cover
	}
	if c.sweet {
		need = 60
	}
	if got := growth.EmergenceNeed(chitted, measure.Length(cover)); !c.sweet && math.Abs(got-need) > 1e-9 {
		return fmt.Sprintf("needs %g, by the reference %g", got, need)
	}
	w := growth.Weather{}
	for range 700 {
		w.Min, w.Max, w.PAR = append(w.Min, mean-3), append(w.Max, mean+3), append(w.PAR, 7)
	}
	const planted = measure.Day(10)
	p := growth.Plant{Class: crop.Class(c.key), Planted: planted, Need: need, Stays: []growth.Stay{{Offset: climate.Open.Offset()}}}
	var run growth.Run
	growth.Grow(&p, &w, &run)
	up, mature, stem, index := course(c, need, mean, 7, on)
	if run.Mature == 0 {
		return "" // colder than it ripens in
	}
	if measure.Day(on) >= run.Mature-planted {
		stem = float64(run.StemOn(planted + measure.Day(on)))
	}
	return first(differ("up", float64(run.Up-planted), float64(up), c.key, mean, need), differ("mature", float64(run.Mature-planted), float64(mature), c.key, mean, need),
		differ("stem", float64(run.StemOn(planted+measure.Day(on))), stem, c.key, mean, on), differ("index", run.Season(), index, c.key, mean))
}

func sun(rng *rand.Rand) string {
	latitude, day := between(rng, -66, 66), 1+rng.IntN(365)
	low := between(rng, -5, 20)
	high := low + between(rng, 1, 18)
	ra := extraterrestrial(latitude, day)
	et := 0.0023 * ((low+high)/2 + 17.8) * math.Sqrt(high-low) * 0.408 * ra
	return first(differ("radiation", climate.Radiation(latitude, day), ra, latitude, day), differ("solar", climate.Solar(low, high, ra), 0.16*math.Sqrt(high-low)*ra, low, high),
		differ("PAR", climate.PAR(ra), 0.48*ra), differ("evapotranspiration", climate.Evapotranspiration(low, high, ra), math.Max(0, et), low, high, ra))
}

func frost(rng *rand.Rand) string {
	days, sd := between(rng, -60, 60), between(rng, 1, 30)
	risk := between(rng, 0.02, 0.6)
	margin := climate.Margin(climate.RiskTolerance(risk), sd)
	return first(differ("in spring", climate.After(days, sd), upper(days/sd), days, sd), differ("in autumn", climate.Before(days, sd), 1-upper(days/sd), days, sd),
		differ("risk at the margin", upper(margin/sd), risk, risk, sd))
}

func cutting(rng *rand.Rand) string {
	weight, eyes := float64(20+rng.IntN(400)), rng.IntN(16)
	return differ("pieces", float64(seed.UsualCutting.Of(measure.Mass(weight), eyes).Pieces), float64(piecesOf(weight, eyes)), weight, eyes)
}

func slips(rng *rand.Rand) string {
	days, wanted := rng.IntN(130), rng.IntN(80)
	need := math.Ceil(float64(wanted)*1.2 - 1e-9)
	says := first(differ("slips", float64(seed.SlipsBy(days, 25)), float64(slipsBy(float64(days))), days), differ("needed", float64(seed.SlipsNeeded(wanted)), need, wanted))
	if each := slipsBy(float64(days)); each > 0 {
		roots, _ := seed.RootsNeeded(int(need), days, 25)
		says = first(says, differ("roots", float64(roots), math.Ceil(need/float64(each)), days, need))
	}
	return says
}

func sprouting(rng *rand.Rand) string {
	longest, t, light := between(rng, 0, 0.9), between(rng, 4, 20), rng.IntN(2) == 0
	had := between(rng, 0, 80)
	if longest > 0.05 {
		had = 60
	} else {
		longest = 0
	}
	rate := 0.35
	if light {
		rate = 0.10
	}
	need := math.Max(0, 10-10*longest) / rate
	if longest == 0 {
		need += math.Max(0, 60-had)
	}
	days, ok := seed.DaysToReady(measure.Length(longest), had, measure.Temperature(t), light)
	if !ok {
		return "no day is given"
	}
	return differ("days", float64(days), math.Ceil(need/(t-2)-1e-9), longest, had, t, light)
}

func weighIn(rng *rand.Rand) string {
	var batches []lift.Batch
	edible := 0.0
	for range 1 + rng.IntN(6) {
		gross, tare := between(rng, 500, 5000), between(rng, 0, 400)
		b := lift.Batch{Gross: measure.Mass(gross), Tare: measure.Mass(tare), Grade: lift.Grades()[rng.IntN(len(lift.Grades()))]}
		switch b.Grade {
		case "keep", "small", "eat-first", "seed":
			edible += gross - tare
		}
		batches = append(batches, b)
	}
	pieces := between(rng, 50, 600)
	r, ok := lift.Bag{Seed: measure.Mass(pieces), Total: lift.Sum(batches)}.Ratio()
	if !ok {
		return "no ratio"
	}
	return first(differ("edible", float64(lift.Sum(batches).Edible), edible, batches), differ("ratio", r, edible/pieces, pieces))
}
