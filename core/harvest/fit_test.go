package harvest

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
)

// anyGarden with bins, ranges, empty bags and other gardens.
func anyGarden(rng *rand.Rand) []Weighing {
	var list []Weighing
	for range 2 + rng.IntN(20) {
		var w Weighing
		for range 1 + rng.IntN(3)*rng.IntN(2) {
			b := Bag{fmt.Sprint(rng.IntN(4)), fmt.Sprint(2020 + rng.IntN(3)), fmt.Sprint(rng.IntN(2)), "", 500 + 2000*rng.Float64()}
			if rng.IntN(8) == 0 {
				b.Garden = "next door"
			}
			w.Bags = append(w.Bags, b)
			if rng.IntN(6) > 0 {
				w.Low += b.Expected * math.Max(0, 1+0.4*rng.NormFloat64())
			}
		}
		if w.High = w.Low; rng.IntN(4) == 0 {
			w.High *= 1.3
		}
		list = append(list, w)
	}
	return list
}

// solve a small dense system by elimination.
func solve(a [][]float64, b []float64) []float64 {
	n := len(b)
	for i := range n {
		for j := i + 1; j < n; j++ {
			f := a[j][i] / a[i][i]
			for k := i; k < n; k++ {
				a[j][k] -= f * a[i][k]
			}
			b[j] -= f * b[i]
		}
	}
	x := make([]float64, n)
	for i := n - 1; i >= 0; i-- {
		x[i] = b[i]
		for k := i + 1; k < n; k++ {
			x[i] -= a[i][k] * x[k]
		}
		x[i] /= a[i][i]
	}
	return x
}

// byHand are the levels of a model at the weights and variances that it settled on, without the k-th
// observation: the normal equations written out in full.
func byHand(m *Model, without int) []float64 {
	n := len(m.kinds)
	a, b := make([][]float64, n), make([]float64, n)
	for i := range a {
		a[i] = make([]float64, n)
		sd := levelSD
		switch {
		case i == 0:
			b[0] = 1 / (levelSD * levelSD)
		case m.kinds[i] == ofSeason:
			sd = m.season
		default:
			sd = priorSD[m.kinds[i]]
		}
		a[i][i] = 1 / (sd * sd)
	}
	for k := range m.seen {
		if k == without {
			continue
		}
		o, row := &m.seen[k], make([]float64, n)
		for _, t := range o.terms {
			row[t.at] += t.share
		}
		for i := range n {
			b[i] += o.u / o.scale * row[i] * o.y
			for j := range n {
				a[i][j] += o.u / o.scale * row[i] * row[j]
			}
		}
	}
	return solve(a, b)
}

// The fit is that of the equations written out, at its own weights and variances; leaving one weighing
// out by algebra is leaving it out of them; the order of the weighings changes nothing; doubling all
// weights changes no level.
func TestTheFitAgainstItsEquations(t *testing.T) {
	for seed := range uint64(200) {
		rng := rand.New(rand.NewPCG(seed, 3))
		list := anyGarden(rng)
		m := Fit(list)
		if m.turns >= mostTurns {
			t.Fatalf("garden %d does not settle", seed)
		}
		for i, v := range byHand(m, -1) {
			if math.Abs(v-m.mean[i]) > 1e-8 {
				t.Errorf("garden %d: level %d is %.10f, want %.10f", seed, i, m.mean[i], v)
			}
		}
		for k := range m.seen {
			if got, want := m.Without(k), of(byHand(m, k), m.seen[k].terms); math.Abs(got-want) > 1e-7 {
				t.Errorf("garden %d without %d: %.9f, want %.9f", seed, k, got, want)
			}
		}
		turned, twice := slices.Clone(list), slices.Clone(list)
		slices.Reverse(turned)
		for i := range twice {
			w := twice[i]
			w.Bags, w.Low, w.High = slices.Clone(w.Bags), 2*w.Low, 2*w.High
			for j := range w.Bags {
				w.Bags[j].Expected *= 2
			}
			twice[i] = w
		}
		for name, other := range map[string][]Weighing{"turned": turned, "twice as heavy": twice} {
			if a, b := m.Next("1", "0"), Fit(other).Next("1", "0"); math.Abs(a.Level-b.Level) > 1e-8 || math.Abs(a.Low-b.Low) > 1e-8 || a.Bags != b.Bags {
				t.Errorf("garden %d, %s: %+v, want %+v", seed, name, b, a)
			}
		}
	}
}

func TestWhatWeighingsTell(t *testing.T) {
	one := func(share float64, variety, season string) Weighing {
		return Weighing{[]Bag{{variety, season, "steps", "", 1000}}, 1000 * share, 1000 * share}
	}
	none := Fit(nil).Next("a", "")
	if none.Level != 1 || math.Abs(none.Low-0.44) > 0.01 || math.Abs(none.High-1.56) > 0.01 || none.Bags != 0 {
		t.Errorf("without harvests %+v", none)
	}
	// Four empty bags of one season do not make next year's certain.
	empty := Fit([]Weighing{one(0, "a", "1"), one(0, "a", "1"), one(0, "a", "1"), one(0, "a", "1")}).Next("a", "steps")
	if empty.Level < 0.1 || empty.Level > 0.75 || empty.Low > 0.05 || empty.High < 0.7 {
		t.Errorf("after four empty bags %+v", empty)
	}
	// One wild bag among nine moves little.
	var list []Weighing
	for i := range 9 {
		list = append(list, one(1, "a", fmt.Sprint(i/3)))
	}
	plain := Fit(list).Next("a", "steps").Level
	if wild := Fit(append(list, one(4, "a", "1"))).Next("a", "steps").Level; wild < plain-0.01 || wild > plain+0.1 {
		t.Errorf("one of 4.0 moves the level from %.3f to %.3f", plain, wild)
	}
	// A variety that was not tried has the wider range.
	if tried, new := Fit(list).Next("a", "steps"), Fit(list).Next("b", "steps"); new.High-new.Low <= tried.High-tried.Low || new.Of || !tried.Of {
		t.Errorf("tried %+v, not tried %+v", tried, new)
	}
	// A bin of one bag is that bag; what is not believed tells nothing.
	bin := Fit([]Weighing{{[]Bag{{"a", "1", "steps", "", 1000}}, 700, 700}}).Next("a", "steps")
	if bin != Fit([]Weighing{one(0.7, "a", "1")}).Next("a", "steps") {
		t.Error("a bin of one bag is not the bag")
	}
	if m := Fit([]Weighing{{nil, 1, 1}, {[]Bag{{"a", "1", "", "", 0}}, 1, 1}, {[]Bag{{"a", "1", "", "", 5}}, 2, 1}, {[]Bag{{"a", "1", "", "", 5}}, math.NaN(), 1}}); m.Bags() != 0 {
		t.Errorf("%d bags tell something", m.Bags())
	}
	// Two kinds that differ much are told apart, and two that do not are not.
	var far, near []Weighing
	for i := range 24 {
		v := string("ab"[i%2])
		far = append(far, one(map[string]float64{"a": 1.3, "b": 0.7}[v]+0.02*float64(i%5), v, fmt.Sprint(i/8)))
		near = append(near, one(1+0.04*float64(i%7), v, fmt.Sprint(i/8)))
	}
	if p, ok := Fit(far).AboveOthers("a"); !ok || p < 0.95 {
		t.Errorf("nearly twice as much is above the mean with %.2f, %v", p, ok)
	}
	if p, ok := Fit(near).AboveOthers("a"); !ok || p < 0.2 || p > 0.8 {
		t.Errorf("alike, one is above the mean with %.2f, %v", p, ok)
	}
	if _, ok := Fit(far).AboveOthers("c"); ok {
		t.Error("one that was never seen stands above others")
	}
	if share, bags := Fit(far).Gave("a"); bags != 12 || math.Abs(share-1.338) > 0.02 {
		t.Errorf("%d bags gave %.3f", bags, share)
	}
}

// What other gardens gave sharpens the fit and is counted apart; it is in no sum of one's own.
func TestOtherGardensAreInNoSum(t *testing.T) {
	own := []Weighing{{[]Bag{{"a", "2025", "steps", "", 1000}}, 800, 800}, {[]Bag{{"a", "2025", "steps", "", 1000}}, 1200, 1200}}
	with := append(own[:2:2], Weighing{[]Bag{{"a", "2025", "steps", "over the fence", 1000}}, 1100, 1100}, Weighing{[]Bag{{"b", "2024", "", "over the fence", 500}}, 480, 480})
	m := Fit(with)
	if m.Bags() != 2 || m.OtherBags() != 2 {
		t.Errorf("%d bags and %d of others", m.Bags(), m.OtherBags())
	}
	for _, variety := range []string{"a", ""} {
		if share, bags := m.Gave(variety); math.Abs(share-1) > 1e-12 || bags != 2 {
			t.Errorf("%q gave %.3f of what was promised, %d bags", variety, share, bags)
		}
	}
	if before, after := Fit(own).Next("b", ""), m.Next("b", ""); after.High-after.Low >= before.High-before.Low || after.Others != 1 {
		t.Errorf("of a variety that another garden grew %+v was %+v", after, before)
	}
}

// What bags of a season have in common and what each has to itself make the range together.
func TestPartsOfTheRange(t *testing.T) {
	var list []Weighing
	for i := range 12 {
		list = append(list, Weighing{[]Bag{{"a", fmt.Sprint(i / 4), "steps", "", 1000}}, 900 + 20*float64(i), 900 + 20*float64(i)})
	}
	for _, m := range []*Model{Fit(nil), Fit(list)} {
		n := m.Next("a", "steps")
		if off := math.Hypot(n.Shared, n.Own); n.Shared <= 0 || n.Own <= 0 || math.Abs(n.High-n.Level-off) > 1e-12 {
			t.Errorf("%+v: parts come to %.4f", n, off)
		}
	}
	if n := Fit(nil).Next("a", ""); math.Abs(n.Shared-0.395) > 0.01 || math.Abs(n.Own-0.383) > 0.01 {
		t.Errorf("without harvests %+v", n)
	}
}
