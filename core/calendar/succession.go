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

// SuccessionRequest is what a succession is to feed.
type SuccessionRequest struct {
	Planting    Request
	Today       measure.Day // nothing is planted before
	From, Until measure.Day // one wants to eat
	Each        int         // days a batch is eaten from
	OnBench     bool        // chitted seed lies ready
}

// succession that is being worked out.
type succession struct {
	SuccessionRequest
	place   *Place
	sky     Sky
	soonest Schedule
	batches []Batch
	gaps    []Gap
}

// schedule of a batch planted on a day; on the soonest when that is 0. Seed that has no
// time left to chit is counted unchitted.
func (r *succession) schedule(plant measure.Day) Schedule {
	a := r.Planting
	a.Plant, a.Move = plant, 0
	s := r.place.Plan(a)
	if s.Plant == 0 {
		return s
	}
	if plant == 0 && s.Plant < r.Today {
		a.Plant = r.Today
		s = r.place.Plan(a)
	}
	if s.Chit != 0 && s.Chit < r.Today && !r.OnBench {
		left := int(s.Chit-r.Today) + s.ChitDays
		if a.ChitDays = left; left < chitFrom {
			a.Chitted, a.ChitDays = false, 0
		}
		s = r.place.Plan(a)
		if s.Plant < r.Today {
			a.Plant = r.Today
			s = r.place.Plan(a)
		}
	}
	return s
}

// Succession proposes plantings of one kind whose harvest windows tile the days
// one wants to eat from, each batch for so many days, and says which days stay
// empty and why: batches and gaps together cover every day. The plantings are counted
// back from the first day of each window; none is earlier than is safe or a day before
// which nothing is planted any more, and each may be proposed: May. Two that would be
// planted on one day are one.
func (p *Place) Succession(ask SuccessionRequest, sky Sky) ([]Batch, []Gap) {
	r := &succession{SuccessionRequest: ask, place: p, sky: sky}
	r.soonest = r.schedule(0)
	at := r.From
	for at <= r.Until && len(r.batches) < maxBatches {
		s, why := r.readyFor(at)
		if s.Likely == 0 || s.Likely > r.Until {
			r.gap(at, r.Until, why)
			return r.batches, r.gaps
		}
		begins := max(at, s.Likely)
		r.gap(at, begins-1, why)
		until := min(r.Until, begins+measure.Day(r.Each)-1)
		if n := len(r.batches); n > 0 && r.batches[n-1].Plant == s.Plant {
			r.batches[n-1].Until, r.batches[n-1].Bags = until, r.batches[n-1].Bags+1
		} else {
			r.batches = append(r.batches, Batch{s, begins, until, 1})
		}
		at = until + 1
	}
	r.gap(at, r.Until, measure.Say("More than {} batches are not proposed.", maxBatches))
	return r.batches, r.gaps
}

// gap of days that nothing feeds; one that goes on is one.
func (r *succession) gap(from, until measure.Day, why measure.Phrase) {
	if from > until {
		return
	}
	if n := len(r.gaps); n > 0 && r.gaps[n-1].Until+1 == from {
		r.gaps[n-1].Until, r.gaps[n-1].Why = until, why
		return
	}
	r.gaps = append(r.gaps, Gap{from, until, why})
}

// readyFor a day on which one wants to eat: the latest planting that is likely ready by then and may
// be proposed; else the first that is ready after it, and why none is by then. Likely is 0 where
// there is none.
func (r *succession) readyFor(at measure.Day) (Schedule, measure.Phrase) {
	s := r.soonest
	if s.Plant == 0 {
		return Schedule{}, measure.Say("No planting day is reached.")
	}
	why := measure.Say("Nothing planted is ready before {}.", s.Likely)
	if s.Likely != 0 && s.Likely < at {
		s = r.latestReadyBy(s.Plant, max(s.Plant+longest/2, r.Until), at)
	}
	v := r.place.lives(&s, r.sky, r.Today)
	if v.OK && s.Likely != 0 && (s.Likely > at || int(at-s.Likely) <= r.Each) {
		return s, why
	}
	switch {
	case !v.OK:
		why = measure.Say("Planted on {} for then: {}", s.Plant, v.Why.Words())
	case s.Likely == 0:
		why = measure.Say("Planted on {} for then, it is not ready before it ends.", s.Plant)
	default:
		why = measure.Say("The last that may be planted is ready on {}.", s.Likely)
	}
	for from := s.Plant + 1; from < r.Until; {
		next := r.place.nearest(s.Request, r.sky, from, 0)
		if next == 0 || next >= r.Until {
			break
		}
		if n := r.schedule(next); n.Likely > at && r.place.lives(&n, r.sky, r.Today).OK {
			return n, why
		}
		from = next + stride
	}
	return Schedule{}, why
}

// latestReadyBy is the latest planting between two days that is likely ready by
// a third.
func (r *succession) latestReadyBy(low, high, by measure.Day) Schedule {
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
