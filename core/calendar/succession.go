package calendar

import "glebata/core/measure"

// Batch is one planting of a succession with the days that are eaten from it.
type Batch struct {
	Schedule
	From, Until measure.Day
	// Bags of the same day that it takes to last so long.
	Bags int
}

// Gap is days that no batch feeds.
type Gap struct {
	From, Until measure.Day
	Why         measure.Phrase
}

// feeds is how long a batch of new potatoes is eaten from, in days: they lift
// over two or three weeks at their best. Practice.
const feeds = 21

// maxBatches of one succession: more than the longest time and the shortest batch make.
const maxBatches = 60

// Feeds is the usual number of days one batch is eaten from.
func Feeds() int { return feeds }

// SuccessionRequest is what a succession is to feed. Plan counts one planting, back and
// forward.
type SuccessionRequest struct {
	Planting    Request
	Today       measure.Day // nothing is planted before
	From, Until measure.Day // one wants to eat
	Each        int         // days a batch is eaten from
	OnBench     bool        // chitted seed lies ready
	Plan        func(Request) Schedule
}

// schedule of a batch planted on a day; on the soonest when that is 0. Seed that has no
// time left to chit is counted unchitted.
func (r *SuccessionRequest) schedule(plant measure.Day) Schedule {
	a := r.Planting
	a.Plant, a.Move = plant, 0
	s := r.Plan(a)
	if s.Plant == 0 {
		return s
	}
	if plant == 0 && s.Plant < r.Today {
		a.Plant = r.Today
		s = r.Plan(a)
	}
	if s.Chit != 0 && s.Chit < r.Today && !r.OnBench {
		left := int(s.Chit-r.Today) + s.ChitDays
		if a.ChitDays = left; left < chitFrom {
			a.Chitted, a.ChitDays = false, 0
		}
		s = r.Plan(a)
		if s.Plant < r.Today {
			a.Plant = r.Today
			s = r.Plan(a)
		}
	}
	return s
}

// Succession proposes plantings of one kind whose harvest windows tile the days
// one wants to eat from, each batch for so many days, and says which days stay
// empty and why: batches and gaps together cover every day. The plantings are counted
// back from the first day of each window; none is earlier than is safe or a day before
// which nothing is planted any more, or so late that frost takes it. Two that would be
// planted on one day are one.
func Succession(r SuccessionRequest) ([]Batch, []Gap) {
	var batches []Batch
	var gaps []Gap
	gap := func(from, until measure.Day, why measure.Phrase) {
		if from > until {
			return
		}
		if n := len(gaps); n > 0 && gaps[n-1].Until+1 == from {
			gaps[n-1].Until, gaps[n-1].Why = until, why
			return
		}
		gaps = append(gaps, Gap{from, until, why})
	}
	soonest := r.schedule(0)
	last := soonest.Plant + longest/2
	at := r.From
	for at <= r.Until && len(batches) < maxBatches {
		s := soonest
		if soonest.Likely != 0 && soonest.Likely < at {
			s = r.latestReadyBy(soonest.Plant, last, at)
		}
		if !s.Feasible {
			why := measure.Say("Planted for then, frost comes before it is ready.")
			if s.Plant == 0 {
				why = measure.Say("No planting day is reached.")
			}
			gap(at, r.Until, why)
			return batches, gaps
		}
		begins := max(at, s.Likely)
		gap(at, min(r.Until, begins-1), measure.Say("Nothing planted is ready before {}.", s.Likely))
		if begins > r.Until {
			return batches, gaps
		}
		until := min(r.Until, begins+measure.Day(r.Each)-1)
		if n := len(batches); n > 0 && batches[n-1].Plant == s.Plant {
			batches[n-1].Until, batches[n-1].Bags = until, batches[n-1].Bags+1
		} else {
			batches = append(batches, Batch{s, begins, until, 1})
		}
		at = until + 1
	}
	gap(at, r.Until, measure.Say("More than {} batches are not proposed.", maxBatches))
	return batches, gaps
}

// latestReadyBy is the latest planting between two days that is likely ready by
// a third.
func (r *SuccessionRequest) latestReadyBy(low, high, by measure.Day) Schedule {
	for low < high {
		mid := (low + high + 1) / 2
		if s := r.schedule(mid); s.Likely != 0 && s.Likely <= by {
			low = mid
		} else {
			high = mid - 1
		}
	}
	return r.schedule(low)
}
