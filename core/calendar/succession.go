package calendar

import "glebata/core/measure"

// Batch is one planting of a succession with the weeks that are eaten from it.
type Batch struct {
	Schedule
	From, Until measure.Day
}

// Gap is days that no batch feeds.
type Gap struct {
	From, Until measure.Day
	Why         measure.Phrase
}

// feeds is how long a batch of new potatoes is eaten from, in days: they lift
// over two or three weeks at their best. Practice.
const feeds = 21

// maxBatches of one succession.
const maxBatches = 12

// Feeds is the usual number of days one batch is eaten from.
func Feeds() int { return feeds }

// Succession proposes plantings of one kind whose harvest windows tile the days
// one wants to eat from, each batch for so many days, and says which days stay
// empty and why. The plantings are counted back from the first day of each
// window; none is earlier than is safe or a day before which nothing is planted
// any more, or so late that frost takes it.
func (p *Place) Succession(a Request, notBefore, from, until measure.Day, each int) ([]Batch, []Gap) {
	a.Plant, a.Move = 0, 0
	var batches []Batch
	var gaps []Gap
	soonest := p.Plan(a)
	if soonest.Plant < notBefore {
		a.Plant = notBefore
		soonest = p.Plan(a)
	}
	last := soonest.Plant + longest/2
	at := from
	for at <= until && len(batches) < maxBatches {
		s := soonest
		if soonest.Likely < at {
			s = p.latestReadyBy(a, soonest.Plant, last, at)
		}
		if !s.Feasible {
			why := measure.Say("Planted for then, frost comes before it is ready.")
			gaps = append(gaps, Gap{at, until, why})
			break
		}
		begins := max(at, s.Likely)
		if begins > until {
			gaps = append(gaps, Gap{at, until, measure.Say("Nothing planted is ready before {}.", soonest.Likely)})
			break
		}
		if begins > at {
			gaps = append(gaps, Gap{at, begins - 1, measure.Say("Nothing planted is ready before {}.", soonest.Likely)})
		}
		b := Batch{s, begins, min(until, begins+measure.Day(each)-1)}
		batches = append(batches, b)
		at = b.Until + 1
	}
	return batches, gaps
}

// latestReadyBy is the latest planting between two days that is likely ready by
// a third.
func (p *Place) latestReadyBy(a Request, low, high, by measure.Day) Schedule {
	at := func(d measure.Day) Schedule {
		a.Plant = d
		return p.Plan(a)
	}
	for low < high {
		mid := (low + high + 1) / 2
		if at(mid).Likely <= by {
			low = mid
		} else {
			high = mid - 1
		}
	}
	return at(low)
}
