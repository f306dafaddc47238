package water

import (
	"math"
	"math/rand/v2"
	"testing"
	"testing/quick"

	"glebata/core/measure"
)

// By hand: a top of 40 cm is 0.12566 m²; leaves 0.22 · 3 · 0.6 = 0.396 m², at most three
// times the top, 0.37699; Kc = 0.35 + 0.75 · 0.6 = 0.80; 4 mm of it 1.20637 L, in 8 h of sun
// 0.96510 L, through cloth 1.25463 L; mulched Kc = 0.20 + 0.90 · 0.6 = 0.74.
func TestLossOfADay(t *testing.T) {
	top := math.Pi / 4 * 0.16
	for _, c := range []struct {
		bag  Bag
		day  Day
		want float64
	}{
		{Bag{Top: top, Plants: 3}, Day{ET0: 4, Canopy: 0.6}, 1.20637},
		{Bag{Top: top, Plants: 3, Sun: 8}, Day{ET0: 4, Canopy: 0.6}, 0.96510},
		{Bag{Top: top, Plants: 3, Sun: 8, Cloth: true}, Day{ET0: 4, Canopy: 0.6}, 1.25463},
		{Bag{Top: top, Plants: 3, Sun: 8, Cloth: true, Factor: 2}, Day{ET0: 4, Canopy: 0.6}, 2.50926},
		{Bag{Top: top, Plants: 3}, Day{ET0: 4, Canopy: 0.6, Mulched: true}, 1.11590},
		{Bag{Top: top, Plants: 3, Sun: 1}, Day{ET0: 4}, 4 * 0.125664 * 0.35 / 2},
		{Bag{Top: top, Plants: 1}, Day{ET0: 4, Canopy: 0.2}, 4 * 0.125664 * 0.5}, // the top is wider than its leaves
	} {
		if got := float64(c.bag.Loss(&c.day)); math.Abs(got-c.want) > 5e-5 {
			t.Errorf("%+v on %+v loses %.5f L, want %.5f", c.bag, c.day, got, c.want)
		}
	}
}

// sequence of days, as odd as may be.
func sequence(rng *rand.Rand, n int) ([]Day, []Sight) {
	capacity := measure.Volume(2 + 12*rng.Float64())
	var days []Day
	var sights []Sight
	for i := range n {
		if rng.IntN(12) == 0 {
			capacity += measure.Volume(4 * rng.Float64())
		}
		d := Day{ET0: 8 * rng.Float64(), Canopy: rng.Float64(), Capacity: capacity, Mulched: rng.IntN(3) == 0, Covered: rng.IntN(4) == 0}
		if rng.IntN(3) == 0 {
			d.Rain = 40 * rng.ExpFloat64()
		}
		if rng.IntN(4) == 0 {
			d.Given = measure.Volume(6 * rng.Float64())
		}
		days = append(days, d)
		if rng.IntN(8) == 0 {
			sights = append(sights, Sight{i, rng.Float64(), []float64{FingerSD, WeightSD, ProbeSD}[rng.IntN(3)]})
		}
	}
	return days, sights
}

// What goes in is lost, drained, or still there, whatever comes; nothing is ever emptier
// than empty or fuller than full.
func TestTheBalanceCloses(t *testing.T) {
	var r Run
	check := func(seed uint64, plants uint8, cloth bool, regime uint8) bool {
		rng := rand.New(rand.NewPCG(seed, 1))
		days, sights := sequence(rng, 1+rng.IntN(200))
		b := Bag{Top: 0.05 + rng.Float64(), Plants: int(plants % 12), Cloth: cloth, Sun: 14 * rng.Float64(), Below: measure.Volume(rng.IntN(3)) * 2}
		plan := Plan{Regime: Regime(regime % 5), Written: rng.IntN(2) == 0, Every: 1 + rng.IntN(5), Litres: measure.Volume(rng.IntN(3))}
		c := Course{Days: days, Sights: sights, Plans: []PlanSince{{Plan: plan}}, Today: rng.IntN(len(days)), Base: b.Below}
		if rng.IntN(2) == 0 {
			c.Rain = make([][]float64, 8)
			for k := range c.Rain {
				for range days {
					c.Rain[k] = append(c.Rain[k], 10*rng.ExpFloat64())
				}
			}
		}
		r.Trace(&b, &c, nil)
		in := days[0].Capacity + b.Below // the soak
		for i, f := range r.Flows {
			in += f.Rain + f.Given + f.Brought + f.Seen - f.Lost - f.Drained
			if f.Lost < 0 || f.Drained < 0 || r.Theta[i] < 0 || r.Theta[i] > 1 || r.Low[i] > r.Theta[i] || r.High[i] < r.Theta[i] || math.IsNaN(r.Theta[i]) {
				return false
			}
		}
		return math.Abs(float64(in-r.State.In-r.State.Below)) < 1e-6
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 400}); err != nil {
		t.Error(err)
	}
}

// Bags watered when they want it never want it for long; rain alone leaves them dry.
func TestRegimes(t *testing.T) {
	var days []Day
	for range 80 {
		days = append(days, Day{ET0: 4, Canopy: 0.8, Capacity: 8})
	}
	b := Bag{Top: 0.13, Plants: 3}
	var r Run
	r.Trace(&b, course(days, Plan{}), nil)
	least, given := 1.0, measure.Volume(0)
	for i, theta := range r.Theta {
		if i > Young {
			least = math.Min(least, theta)
		}
		given += r.Taken[i]
	}
	if least < 0.25 || given < 40 {
		t.Errorf("by need it falls to θ %.2f on %v", least, given)
	}
	r.Trace(&b, course(days, Plan{Regime: RainOnly}), nil)
	if dry := r.Theta[len(r.Theta)-1]; dry > 0.05 {
		t.Errorf("eighty days without rain leave θ %.2f", dry)
	}
	r.Trace(&b, course(days, Plan{Regime: ByDrip, Every: 1, Litres: 5}), nil)
	if got := Waterlogged(r.Soaked); got != 0 || r.Flows[9].Drained == 0 {
		t.Errorf("5 L a day by drip: full on %.0f %% of days, and %v runs through", 100*got, r.Flows[9].Drained)
	}
	wet := Bag{Top: 0.13, Plants: 3, Below: 20}
	r.Trace(&wet, course(days[:20], Plan{Regime: FromBelow, Every: 10, Litres: 25}), nil)
	if r.Theta[12] < r.Theta[8] {
		t.Errorf("its reservoir filled on the tenth day, θ goes from %.2f to %.2f", r.Theta[8], r.Theta[12])
	}
}

// course of days that are past, by one plan.
func course(days []Day, p Plan, sights ...Sight) *Course {
	return &Course{Days: days, Plans: []PlanSince{{Plan: p}}, Sights: sights, Today: len(days) - 1}
}

// Evidence moves θ by its weight, and where all that is given is written down it teaches the
// bag's own factor.
func TestEvidenceMovesWhatIsBelieved(t *testing.T) {
	written := Plan{Written: true}
	few := make([]Day, 5)
	for i := range few {
		few[i] = Day{ET0: 3, Canopy: 0.7, Capacity: 8}
	}
	b := Bag{Top: 0.13, Plants: 3}
	var without, finger, scale Run
	without.Trace(&b, course(few, written), nil)
	finger.Trace(&b, course(few, written, Sight{4, 0.3, FingerSD}), nil)
	scale.Trace(&b, course(few, written, Sight{4, 0.3, WeightSD}), nil)
	if !(finger.Theta[4] < without.Theta[4] && scale.Theta[4] < finger.Theta[4] && scale.Theta[4] > 0.3) || finger.Factor <= 1 {
		t.Errorf("θ %.3f, by a finger that says 0.3 %.3f with a factor of %.2f, by a scale %.3f", without.Theta[4], finger.Theta[4], finger.Factor, scale.Theta[4])
	}
	if wide := func(r *Run) float64 { return r.High[4] - r.Low[4] }; !(wide(&scale) < wide(&finger) && wide(&finger) < wide(&without)) {
		t.Errorf("a look leaves %.3f, %.3f by the scale, without %.3f", wide(&finger), wide(&scale), wide(&without))
	}
	// A second look the same day says less than the first, and a wet bag is not asked for.
	idle := make([]Day, 20) // that take nothing: what is not known of it only grows with the days
	for i := range idle {
		idle[i].Capacity = 8
	}
	var once, twice Run
	once.Trace(&b, course(idle, written, Sight{19, 0.3, FingerSD}), nil)
	twice.Trace(&b, course(idle, written, Sight{19, 0.3, FingerSD}, Sight{19, 0.3, FingerSD}), nil)
	if first, second := 1-once.Theta[19], once.Theta[19]-twice.Theta[19]; !(first > 0.15 && second < 0.7*first && second > 0.05) {
		t.Errorf("a second look moves it by %.3f, the first by %.3f", second, first)
	}
	loose := course(dryDays(30), Plan{}, Sight{29, 1, WeightSD})
	var wet Run
	if wet.Trace(&b, loose, nil); wet.Since != 29 || math.Abs(wet.Asked.Theta()-wet.Theta[29]) > 1e-9 || wet.Asked.Theta() < 0.75 {
		t.Errorf("weighed full it asks by %.2f since day %d, believed %.2f", wet.Asked.Theta(), wet.Since, wet.Theta[29])
	}
	// A bag that loses half as much again, looked at every third day, is found out.
	days := make([]Day, 60)
	for i := range days {
		days[i] = Day{ET0: 3, Canopy: 0.7, Capacity: 8}
		if i%3 == 2 {
			days[i].Given = 6
		}
	}
	truth, in, r := Bag{Top: 0.13, Plants: 3, Factor: 1.5}, Start(8), Run{}
	var sights []Sight
	for i := range days {
		if in, _ = truth.Step(in, &days[i]); i%3 == 1 {
			sights = append(sights, Sight{i, in.Theta(), WeightSD})
		}
	}
	r.Trace(&b, course(days, written, sights...), nil)
	if math.Abs(r.Factor-1.5) > 0.12 || r.FactorSD > 0.15 {
		t.Errorf("the factor is learned as %.2f ± %.2f, want 1.5", r.Factor, r.FactorSD)
	}
}

// dryDays of high summer for three plants in 8 L of water.
func dryDays(n int) []Day {
	days := make([]Day, n)
	for i := range days {
		days[i] = Day{ET0: 4, Canopy: 0.8, Capacity: 8}
	}
	return days
}

// What was not written down may have been given: one finger check, or one watering, says how
// wet the bag was on its day and nothing of the days after it.
func TestOneEntryPinsItsDayAlone(t *testing.T) {
	b := Bag{Top: 0.13, Plants: 3}
	var none, felt, given, rain Run
	none.Trace(&b, course(dryDays(60), Plan{}), nil)
	felt.Trace(&b, course(dryDays(60), Plan{}, Sight{20, 0.35, FingerSD}), nil)
	one := dryDays(60)
	one[20].Given = 3
	given.Trace(&b, course(one, Plan{}), nil)
	if felt.Theta[20] > none.Theta[20]-0.05 || felt.High[20]-felt.Low[20] > 0.8*(none.High[20]-none.Low[20]) {
		t.Errorf("dry to the finger θ is %.2f to %.2f, unseen %.2f to %.2f", felt.Low[20], felt.High[20], none.Low[20], none.High[20])
	}
	for what, r := range map[string]*Run{"a finger check": &felt, "a watering": &given} {
		sum := 0.0
		for i := range r.Theta {
			sum += (r.Theta[i] - none.Theta[i]) / 60
		}
		if math.Abs(sum) > 0.03 || math.Abs(r.Theta[59]-none.Theta[59]) > 0.12 {
			t.Errorf("%s on the 20th day moves the mean of θ by %.3f, and the 59th from %.2f to %.2f", what, sum, none.Theta[59], r.Theta[59])
		}
	}
	if mean := none.Theta[40]; mean < 0.4 || mean > 0.8 || none.Low[40] > 0.4 || none.High[40] < 0.75 {
		t.Errorf("watered by need and never written of it has θ %.2f, %.2f to %.2f", mean, none.Low[40], none.High[40])
	}
	// Rain alone leaves it dry, and by rain that is drawn it is as wide as that.
	c := course(dryDays(60), Plan{Regime: RainOnly})
	rng := rand.New(rand.NewPCG(2, 2))
	for k := range 40 {
		c.Rain = append(c.Rain, make([]float64, 60))
		for i := range c.Rain[k] {
			if rng.IntN(3) == 0 {
				c.Rain[k][i] = 40 * rng.ExpFloat64()
			}
		}
	}
	rain.Trace(&b, c, nil)
	if mean := rain.Theta[50]; mean < 0.1 || mean > 0.8 || rain.High[50]-rain.Low[50] < 0.3 {
		t.Errorf("by drawn rain alone θ is %.2f, %.2f to %.2f", mean, rain.Low[50], rain.High[50])
	}
}

// What is asked for runs from the last that is known, and four days after it was wanted from
// a watering that is taken as given.
func TestWhatIsAskedForRunsFromTheLastThatIsKnown(t *testing.T) {
	b := Bag{Top: 0.13, Plants: 3, Slips: true}
	days := dryDays(40)
	days[30].Given = 8
	on := func(day int, p Plan) (r Run) {
		c := course(days, p)
		c.Today = day
		r.Trace(&b, c, nil)
		return r
	}
	wanted, last := 0, -1
	for i := range days {
		r := on(i, Plan{})
		if r.Since < last {
			t.Fatalf("on day %d it runs from day %d, before from %d", i, r.Since, last)
		}
		if last = r.Since; r.Asked.Theta() < Want {
			wanted++
		} else {
			wanted = 0
		}
		if wanted > latest+1 {
			t.Errorf("day %d: wanted for %d days, and still not taken as given", i, wanted)
		}
		if i >= 30 && i < 34 && (last != 30 || r.Asked.Theta() > r.Theta[i]+1e-9) {
			t.Errorf("day %d after a can that was written down: from day %d, asked by θ %.2f, believed %.2f", i, last, r.Asked.Theta(), r.Theta[i])
		}
		if next := r.Next; i < 30 && r.Asked.Theta() >= Want && (next <= i || next > i+5) {
			t.Errorf("day %d: it wants some again on day %d", i, next)
		}
	}
	if since := on(29, Plan{}).Since; since < 15 || since >= 29 {
		t.Errorf("after weeks of which nothing is written it runs from day %d", since)
	}
	if r := on(29, Plan{Written: true}); r.Since != -1 || r.Asked.Theta() > 0.1 {
		t.Errorf("all of it written down, it runs from day %d, and has θ %.2f after 29 dry ones", r.Since, r.Asked.Theta())
	}
	// Rain that fills it counts as a watering.
	days[12].Rain = 200
	if since := on(14, Plan{}).Since; since != 12 {
		t.Errorf("filled by rain on the 12th day it runs from %d", since)
	}
}

// What stands under the roots is drunk from before θ falls, fills from what drains, and is
// filled with what is given.
func TestAReservoirIsDrunkFrom(t *testing.T) {
	b := Bag{Top: 0.13, Plants: 3, Below: 6}
	c := course(dryDays(30), Plan{Written: true})
	c.Base = 6
	var r, without Run
	r.Trace(&b, c, nil)
	without.Trace(&Bag{Top: 0.13, Plants: 3}, course(dryDays(30), Plan{Written: true}), nil)
	if r.Theta[4]-without.Theta[4] < 0.4 {
		t.Errorf("with 6 L below θ falls to %.2f in five days, without to %.2f", r.Theta[4], without.Theta[4])
	}
	if dry, wet := (State{In: 4, Capacity: 8}), (State{In: 4, Capacity: 8, Base: 6, Below: 1}); wet.Give()-dry.Give() != 5 {
		t.Errorf("with 5 L lacking below it is given %v, without %v", wet.Give(), dry.Give())
	}
}

func TestSwingAndWaterlogging(t *testing.T) {
	theta := []float64{1, 0.7, 0.3, 0.2, 0.9, 0.8, 0.99, 0.99}
	if got := Swing(theta, 7); math.Abs(got-0.7) > 1e-12 {
		t.Errorf("swing %.2f, want 0.70", got)
	}
	if got := Swing(theta, 3); got != 0 {
		t.Errorf("a bag that only dries swings by %.2f", got)
	}
	for at, want := range map[int]float64{7: 0, 8: 1} { // wet from that day on, looked back 20 days from day 29
		long := make([]float64, 40)
		for i := at; i < len(long); i++ {
			long[i] = 1
		}
		if got := Swing(long, 29); got != want {
			t.Errorf("a rise on day %d swings by %.2f 29 days on, want %.0f", at, got, want)
		}
	}
	if got := Waterlogged([]float64{1, 0, 0, 0.5, 0, 0, 1, 0.5}); math.Abs(got-3.0/8) > 1e-12 {
		t.Errorf("full on %.3f of its days, want 0.375", got)
	}
	for theta, want := range map[float64]measure.Volume{0.9: 0.5, 0.5: 4.5, 0.949: 0.5, 0.96: 0} {
		if got := (State{In: measure.Volume(10 * theta), Capacity: 10}).Give(); math.Abs(float64(got-want)) > 1e-9 {
			t.Errorf("at θ %.3f of 10 L it is given %v, want %v", theta, got, want)
		}
	}
	if seed, slips := (&Bag{}), (&Bag{Slips: true}); seed.Threshold(Young-1) != WantSeed || seed.Threshold(Young) != Want || slips.Threshold(1) != Want {
		t.Error("seed is watered as if it were up, or slips as if they were seed")
	}
}

// 200 bags over 200 days.
func BenchmarkWater(b *testing.B) {
	days, sights := sequence(rand.New(rand.NewPCG(7, 7)), 200)
	bag := Bag{Top: 0.13, Plants: 3, Cloth: true}
	var r Run
	c := course(days, Plan{}, sights...)
	r.Trace(&bag, c, nil)
	b.ReportAllocs()
	for b.Loop() {
		for range 200 {
			r.Trace(&bag, c, nil)
		}
	}
	b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(b.N)/200/200, "ns/bag-day")
}

// The working of a day's loss comes to what was lost, dry or wet, mulched or not.
func TestTheWorkingOfALossComesToIt(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 3))
	days, _ := sequence(rng, 120)
	b := Bag{Top: 0.13, Plants: 3, Cloth: true, Sun: 6, Factor: 1.2}
	s := Start(days[0].Capacity)
	scaled := 0
	for i := range days {
		next, f := b.Step(s, &days[i])
		before := State{In: next.In + f.Lost, Capacity: days[i].Capacity}
		w := b.LossWorking(&days[i], before, f.Lost)
		if last := w.Steps[len(w.Steps)-1].Result; w.Result != f.Lost || math.Abs(float64(last.(measure.Volume)-f.Lost)) > 1e-9 {
			t.Errorf("day %d lost %v, and its working comes to %v", i, f.Lost, last)
		}
		if b.Loss(&days[i])-f.Lost > 1e-9 {
			scaled++
		}
		s = next
	}
	if scaled == 0 {
		t.Error("no day was dry enough to lose less")
	}
}
