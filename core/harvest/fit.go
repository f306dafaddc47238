package harvest

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"
)

// Bag that was planted, of what was harvested together.
type Bag struct {
	Variety, Season, School string
	Garden                  string  // whose it is; empty for the grower's own
	Expected                float64 // of the model for the season that it really had, g, over 0
}

// Weighing is one observation: of a bag, or of several that were weighed in one bin, which come to
// between Low and High g; the same where they were weighed. Nothing harvested is 0; an unknown harvest
// is no weighing.
type Weighing struct {
	Bags      []Bag
	Low, High float64
}

// Constants of the model. All standard deviations are of harvest ÷ expected. Model.
const (
	levelSD   = 0.20 // of a garden's level about 1
	varietySD = 0.15
	seasonSD  = 0.18 // before any season is known
	schoolSD  = 0.08 // of ways of filling
	gardenSD  = 0.15 // of other gardens
	bagScale  = 0.25 // of Student's t of single bags, before any is known
	bagFree   = 4.0  // its degrees of freedom
	leastLean = 0.7  // a poor level does not shrink the error of its bags under so much

	seasonHeld, bagHeld = 4.0, 8.0 // degrees of freedom that the two are held with

	settled   = 1e-12 // change of everything, at which the fit is done
	mostTurns = 2000
)

// kind of a level.
type kind uint8

const (
	ofVariety kind = iota
	ofSeason
	ofSchool
	ofGarden
)

var priorSD = map[kind]float64{ofVariety: varietySD, ofSchool: schoolSD, ofGarden: gardenSD}

type level struct {
	kind kind
	name string
}

// term of an observation: so much of a level. The first level of all is the garden's own, 1.
type term struct {
	at    int
	share float64
}

// observation as the fit sees it.
type observation struct {
	terms []term
	bags  []part
	y     float64 // harvest ÷ expected
	rough float64 // variance for what is only estimated
	free  float64 // degrees of freedom of its error
	wide  float64 // variance of a t of so many against that of its scale, over that of one bag

	scale, u, e float64 // squared scale, weight and residual
}

// part of an observation: a bag with its share of what was expected, and its levels but for the season.
type part struct {
	share float64
	terms []term
}

// Model that was fitted. It is not changed by anything asked of it, and safe for concurrent use.
type Model struct {
	levels  map[level]int
	kinds   []kind
	mean    []float64 // of the levels, the garden's own first, about 1
	spread  *mat.SymDense
	season  float64 // standard deviation of seasons
	bag     float64 // scale of single bags
	seen    []observation
	bags    map[level]int        // of the grower's own, bags that tell of a level
	others  map[level]int        // of other gardens
	gave    map[level][2]float64 // harvest and promise of weighings that are of one level alone; of all at the zero one
	turns   int
	seasons int
}

// Fit of the weighings of one crop: r = harvest ÷ expected = level + variety + season + school + bag,
// by Henderson's mixed model, robust by Student's t (Lange, Little and Taylor 1989), the variances of
// seasons and bags fitted with it. Published in form; the priors are a model.
func Fit(list []Weighing) *Model {
	m := &Model{levels: map[level]int{}, bags: map[level]int{}, others: map[level]int{}, gave: map[level][2]float64{}, kinds: []kind{0}, season: seasonSD, bag: bagScale}
	for i := range list {
		if o, ok := m.observe(&list[i]); ok {
			m.seen = append(m.seen, o)
		}
	}
	m.mean = make([]float64, len(m.kinds))
	m.mean[0] = 1
	for l := range m.levels {
		if l.kind == ofSeason {
			m.seasons++
		}
	}
	for m.turns = 0; m.turns < mostTurns; m.turns++ {
		if m.turn() < settled {
			break
		}
	}
	return m
}

// at which place a level stands; a new one is added.
func (m *Model) at(k kind, name string) int {
	l := level{k, name}
	i, ok := m.levels[l]
	if !ok {
		i = len(m.kinds)
		m.levels[l], m.kinds = i, append(m.kinds, k)
	}
	return i
}

// observe a weighing; ok is false where it tells nothing.
func (m *Model) observe(w *Weighing) (o observation, ok bool) {
	promised := 0.0
	for _, b := range w.Bags {
		if !(b.Expected > 0) {
			return o, false
		}
		promised += b.Expected
	}
	if len(w.Bags) == 0 || !(w.Low >= 0) || !(w.High >= w.Low) || math.IsInf(w.High, 0) {
		return o, false
	}
	o.y = (w.Low + w.High) / 2 / promised
	o.rough = math.Pow((w.High-w.Low)/promised, 2) / 12
	o.free = bagFree * float64(len(w.Bags))
	o.wide = bagFree / (bagFree - 2) * (o.free - 2) / o.free
	o.terms = []term{{0, 1}}
	for _, b := range w.Bags {
		share := b.Expected / promised
		p := part{share: share}
		for _, l := range b.levels() {
			i := m.at(l.kind, l.name)
			if b.Garden == "" {
				m.bags[l]++
			} else {
				m.others[l]++
			}
			o.add(term{i, share})
			if l.kind != ofSeason {
				p.terms = append(p.terms, term{i, 1})
			}
		}
		o.bags = append(o.bags, p)
	}
	whole := append([]level{{}}, w.Bags[0].levels()...)
	for _, l := range whole {
		if w.Bags[0].Garden != "" { // no sum has what others gave
			break
		}
		if l == (level{}) || !slices.ContainsFunc(w.Bags, func(b Bag) bool { return !slices.Contains(b.levels(), l) }) {
			sum := m.gave[l]
			m.gave[l] = [2]float64{sum[0] + (w.Low+w.High)/2, sum[1] + promised}
		}
	}
	return o, true
}

func (b *Bag) levels() []level {
	out := []level{{ofVariety, b.Variety}, {ofSeason, b.Season}, {ofSchool, b.School}}
	if b.Garden != "" {
		out[1].name = b.Garden + "\x00" + b.Season // its own weather
		out = append(out, level{ofGarden, b.Garden})
	}
	return out
}

func (o *observation) add(t term) {
	for i := range o.terms {
		if o.terms[i].at == t.at {
			o.terms[i].share += t.share
			return
		}
	}
	o.terms = append(o.terms, t)
}

// of the levels by some terms.
func of(mean []float64, terms []term) float64 {
	sum := 0.0
	for _, t := range terms {
		sum += t.share * mean[t.at]
	}
	return sum
}

// about is the variance of what terms come to.
func (m *Model) about(terms []term) float64 {
	sum := 0.0
	for _, a := range terms {
		for _, b := range terms {
			sum += a.share * b.share * m.spread.At(a.at, b.at)
		}
	}
	return sum
}

// turn of the fit: the levels at the weights there are, and the weights and variances from them. It
// returns the most that anything changed.
func (m *Model) turn() float64 {
	n := len(m.kinds)
	m.scales()
	normal, right := mat.NewSymDense(n, nil), make([]float64, n)
	normal.SetSym(0, 0, 1/(levelSD*levelSD))
	right[0] = 1 / (levelSD * levelSD)
	for i := 1; i < n; i++ {
		sd := m.season
		if m.kinds[i] != ofSeason {
			sd = priorSD[m.kinds[i]]
		}
		normal.SetSym(i, i, 1/(sd*sd))
	}
	for i := range m.seen {
		o := &m.seen[i]
		w := o.u / o.scale
		for k, a := range o.terms {
			right[a.at] += w * a.share * o.y
			for _, b := range o.terms[k:] {
				v := normal.At(a.at, b.at) + w*a.share*b.share
				normal.SetSym(a.at, b.at, v)
			}
		}
	}
	var chol mat.Cholesky
	chol.Factorize(normal) // positive definite: every level has a prior
	var mean mat.VecDense
	_ = chol.SolveVecTo(&mean, mat.NewVecDense(n, right)) // refused only where it is not
	m.spread = mat.NewSymDense(n, nil)
	_ = chol.InverseTo(m.spread)
	change := 0.0
	for i := range m.mean {
		change = math.Max(change, math.Abs(mean.AtVec(i)-m.mean[i]))
		m.mean[i] = mean.AtVec(i)
	}
	return math.Max(change, m.reweigh())
}

// scales of the observations at the levels there are.
func (m *Model) scales() {
	for i := range m.seen {
		o := &m.seen[i]
		o.scale = m.bag*m.bag*m.leans(o) + o.rough
		if o.u == 0 {
			o.u = 1
		}
	}
}

// leans is the squared scale of an observation's error for that of one bag at a level of 1.
func (m *Model) leans(o *observation) float64 {
	sum := 0.0
	for _, p := range o.bags {
		lean := math.Max(leastLean, m.mean[0]+of(m.mean, p.terms))
		sum += p.share * p.share * lean * lean
	}
	return sum * o.wide
}

// reweigh the observations, and fit the variances.
func (m *Model) reweigh() float64 {
	bags, told, change := bagHeld*bagScale*bagScale, bagHeld, 0.0
	for i := range m.seen {
		o := &m.seen[i]
		o.e = o.y - of(m.mean, o.terms)
		square := o.e*o.e + m.about(o.terms)
		u := (o.free + 1) / (o.free + square/o.scale)
		change = math.Max(change, math.Abs(u-o.u))
		o.u = u
		own := 1 - o.rough/o.scale // of its scale, that bags make
		lean := (o.scale - o.rough) / (m.bag * m.bag)
		bags += own*own*u*square/lean + (1-own)*m.bag*m.bag
		told++
	}
	seasons, held := seasonHeld*seasonSD*seasonSD, seasonHeld
	for i := 1; i < len(m.kinds); i++ {
		if m.kinds[i] == ofSeason {
			seasons += m.mean[i]*m.mean[i] + m.spread.At(i, i)
			held++
		}
	}
	bag, season := math.Sqrt(bags/told), math.Sqrt(seasons/held)
	change = math.Max(change, math.Max(math.Abs(bag-m.bag), math.Abs(season-m.season)))
	m.bag, m.season = bag, season
	return change
}

// Levels of a kind that were seen, sorted.
func (m *Model) named(k kind) []string {
	var out []string
	for l := range m.levels {
		if l.kind == k {
			out = append(out, l.name)
		}
	}
	slices.Sort(out)
	return out
}

// own levels of a kind: of which bags of the grower's own were seen, sorted.
func (m *Model) own(k kind) []string {
	return slices.DeleteFunc(m.named(k), func(name string) bool { return m.bags[level{k, name}] == 0 })
}

// Varieties of the grower's own that were seen, sorted.
func (m *Model) Varieties() []string { return m.own(ofVariety) }
