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
		plan := Plan{Regime: Regime(regime % 5), Every: 1 + rng.IntN(5), Litres: measure.Volume(rng.IntN(3))}
		r.Trace(&b, days, sights, plan.Gives)
		in := days[0].Capacity // the soak
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
	r.Trace(&b, days, nil, Plan{}.Gives)
	least, given := 1.0, measure.Volume(0)
	for i, theta := range r.Theta {
		if i > Young {
			least = math.Min(least, theta)
		}
		given += r.Taken[i]
	}
	if least < 0.3 || given < 40 {
		t.Errorf("by need it falls to θ %.2f on %v", least, given)
	}
	r.Trace(&b, days, nil, Plan{Regime: RainOnly}.Gives)
	if dry := r.Theta[len(r.Theta)-1]; dry > 0.05 {
		t.Errorf("eighty days without rain leave θ %.2f", dry)
	}
	r.Trace(&b, days, nil, Plan{Regime: ByDrip, Every: 1, Litres: 5}.Gives)
	if got := Waterlogged(r.Theta); got != 0 || r.Flows[9].Drained == 0 {
		t.Errorf("5 L a day by drip: full on %.0f %% of days, and %v runs through", 100*got, r.Flows[9].Drained)
	}
	wet := Bag{Top: 0.13, Plants: 3, Below: 20}
	r.Trace(&wet, days[:20], nil, Plan{Regime: FromBelow, Every: 10, Litres: 25}.Gives)
	if r.Theta[12] < r.Theta[8] {
		t.Errorf("its reservoir filled on the tenth day, θ goes from %.2f to %.2f", r.Theta[8], r.Theta[12])
	}
}

// Evidence moves θ by its weight, and teaches the bag's own factor.
func TestEvidenceMovesTheBelief(t *testing.T) {
	k := NewBelief()
	before := k.Theta
	for range 4 {
		k.Pass(k.Theta-0.12, 0.12, false)
	}
	k.See(0.35, FingerSD) // half of what was reckoned is lost again as much
	if !(k.Theta < before-4*0.12 && k.Theta > 0.35) || k.Factor <= 1 {
		t.Errorf("after a dry finger θ is %.3f and the factor %.3f", k.Theta, k.Factor)
	}
	sd := k.SD()
	k.See(0.4, WeightSD)
	if !(k.SD() < sd) {
		t.Errorf("a second look leaves ±%.3f, was ±%.3f", k.SD(), sd)
	}
	// A bag that loses half as much again, looked at every third day, is found out.
	days := make([]Day, 60)
	for i := range days {
		days[i] = Day{ET0: 3, Canopy: 0.7, Capacity: 8}
		if i%3 == 2 {
			days[i].Given = 6
		}
	}
	truth, guess := Bag{Top: 0.13, Plants: 3, Factor: 1.5}, Bag{Top: 0.13, Plants: 3}
	var seen, r Run
	none := Plan{Regime: RainOnly}.Gives
	seen.Trace(&truth, days, nil, none)
	var sights []Sight
	for i := 1; i < len(days); i += 3 {
		sights = append(sights, Sight{i, seen.Theta[i], WeightSD})
	}
	r.Trace(&guess, days, sights, none)
	if math.Abs(r.Belief.Factor-1.5) > 0.12 || r.Belief.FactorSD() > 0.15 {
		t.Errorf("the factor is learned as %.2f ± %.2f, want 1.5", r.Belief.Factor, r.Belief.FactorSD())
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
	if got := Waterlogged(theta); math.Abs(got-3.0/8) > 1e-12 {
		t.Errorf("full on %.3f of its days, want 0.375", got)
	}
	for theta, want := range map[float64]measure.Volume{0.9: 0.5, 0.5: 4.5, 0.949: 0.25, 0.96: 0} {
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
	r.Trace(&bag, days, sights, Plan{}.Gives)
	b.ReportAllocs()
	for b.Loop() {
		for range 200 {
			r.Trace(&bag, days, sights, Plan{}.Gives)
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
