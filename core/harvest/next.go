package harvest

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"
)

// Quantiles of four fifths, of the normal distribution and of Student's t of four degrees.
const normalTenth, studentTenth = 1.2816, 1.5332

// seasonTenth is that of a season to come: its spread was fitted to those that were seen.
func (m *Model) seasonTenth() float64 {
	if m.seasons == 0 {
		return normalTenth
	}
	return distuv.StudentsT{Sigma: 1, Nu: seasonHeld + float64(m.seasons)}.Quantile(0.9)
}

// Next is what is expected of a new bag in a new season, of what its plan promises: the level it is
// counted on, and the range of four bags in five.
type Next struct {
	Level, Low, High float64
	Bags             int  // that were weighed of its variety, or of all where it is new
	Of               bool // of its variety
	Others           int  // bags of other gardens, of its variety where some are, else of all
	// Shared and Own are how far a tenth lies off the level for what bags of one season have in common,
	// the level's doubt and the season, and for what each has to itself.
	Shared, Own float64
}

// Next bag of a variety, filled in a way; empty for any.
func (m *Model) Next(variety, school string) Next {
	terms, unsure := m.terms(variety, school)
	mean := of(m.mean, terms)
	lean := math.Max(leastLean, mean)
	season := m.seasonTenth() * m.season
	shared := math.Sqrt(normalTenth*normalTenth*(m.about(terms)+unsure) + season*season)
	own := studentTenth * m.bag * lean
	off := math.Hypot(shared, own)
	out := Next{Shared: shared, Own: own, Level: math.Max(0, mean), Low: math.Max(0, mean-off), High: math.Max(0, mean+off), Bags: m.bags[level{ofVariety, variety}]}
	if out.Of = out.Bags > 0; !out.Of {
		out.Bags = m.Bags()
	}
	if out.Others = m.others[level{ofVariety, variety}]; out.Others == 0 {
		out.Others = m.OtherBags()
	}
	return out
}

// terms of a variety and a way of filling, and the variance of those of them that were never seen.
func (m *Model) terms(variety, school string) (terms []term, unsure float64) {
	terms = []term{{0, 1}}
	for _, l := range []level{{ofVariety, variety}, {ofSchool, school}} {
		if i, ok := m.levels[l]; ok {
			terms = append(terms, term{i, 1})
		} else if l.kind == ofVariety || school != "" {
			unsure += priorSD[l.kind] * priorSD[l.kind]
		}
	}
	return terms, unsure
}

// Bags of the grower's own that were seen.
func (m *Model) Bags() int {
	n := 0
	for l, bags := range m.bags {
		if l.kind == ofVariety {
			n += bags
		}
	}
	return n
}

// OtherBags are those of other gardens.
func (m *Model) OtherBags() int {
	n := 0
	for l, bags := range m.others {
		if l.kind == ofVariety {
			n += bags
		}
	}
	return n
}

// Seasons that were seen.
func (m *Model) Seasons() int { return m.seasons }

// Season and Bag are the fitted spreads, of seasons and of single bags, of harvest ÷ expected.
func (m *Model) Season() float64 { return m.season }

// Bag is told with Season.
func (m *Model) Bag() float64 { return m.bag }

// AboveOthers is the chance that a variety gives more than the mean of those that were seen; ok is false
// where it is the only one, or was never seen.
func (m *Model) AboveOthers(variety string) (chance float64, ok bool) {
	return m.above(level{ofVariety, variety})
}

// SchoolAbove is AboveOthers of a way of filling.
func (m *Model) SchoolAbove(school string) (chance float64, ok bool) {
	return m.above(level{ofSchool, school})
}

func (m *Model) above(l level) (chance float64, ok bool) {
	at, ok := m.levels[l]
	all := m.own(l.kind)
	if !ok || len(all) < 2 || m.bags[l] == 0 {
		return 0, false
	}
	terms := []term{{at, 1}}
	for _, name := range all {
		terms = append(terms, term{m.levels[level{l.kind, name}], -1 / float64(len(all))})
	}
	sd := math.Sqrt(m.about(terms))
	return distuv.UnitNormal.CDF(of(m.mean, terms) / math.Max(1e-12, sd)), true
}

// Gave is what the bags of a variety gave of what their plans promised, as it was weighed, and how many
// they were; of all bags where none of it was weighed by itself. 0 for none.
func (m *Model) Gave(variety string) (share float64, bags int) {
	l := level{ofVariety, variety}
	sum := m.gave[l]
	if bags = m.bags[l]; bags == 0 || sum[1] <= 0 {
		if sum, bags = m.gave[level{}], m.Bags(); sum[1] <= 0 {
			return 0, 0
		}
	}
	return sum[0] / sum[1], bags
}

// School is how a way of filling moves the level, and from how many bags; 0 for one that was not seen,
// and where it is the only one.
func (m *Model) School(school string) (moves float64, bags int) {
	l := level{ofSchool, school}
	at, ok := m.levels[l]
	if !ok || len(m.own(ofSchool)) < 2 {
		return 0, m.bags[l]
	}
	return m.mean[at], m.bags[l]
}

// Without is what the k-th weighing was to come to, ÷ expected, by all the others, at the weights and
// variances of the whole fit: algebra, not another fit.
func (m *Model) Without(k int) float64 {
	o := &m.seen[k]
	h := m.about(o.terms) * o.u / o.scale
	return o.y - o.e/math.Max(1e-12, 1-h)
}

// OfSeason is what a season did beside its varieties, ways of filling and gardens: the level that bags had in
// it, ÷ expected, and the range of four levels in five. A season of the grower's own; ok is false for one
// that was not seen.
func (m *Model) OfSeason(season string) (at, low, high float64, ok bool) {
	i, ok := m.levels[level{ofSeason, season}]
	if !ok {
		return 0, 0, 0, false
	}
	terms := []term{{0, 1}, {i, 1}}
	at = of(m.mean, terms)
	off := normalTenth * math.Sqrt(m.about(terms))
	return math.Max(0, at), math.Max(0, at-off), at + off, true
}
