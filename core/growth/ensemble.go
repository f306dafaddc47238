package growth

import (
	"context"
	"math/rand/v2"
	"runtime"
	"slices"
	"sort"
	"sync"

	"glebata/core/measure"
)

// Member is one planting of an ensemble with what is known of its shift and rate. What
// is drawn for it follows from its seed, wherever it stands among the others.
type Member struct {
	Plant Plant
	Fit   Fit
	Seed  uint64
	// Waters are draws of Plant.Water, which take turns over the years; none to take that itself.
	// A draw that is nil has enough on every day.
	Waters [][]float32
}

// Ensemble grows plantings through many years of weather, each with a shift and a
// rate drawn from what is known of it, and hands every course to visit. Courses of
// one planting come in order of the years, of one planting at a time to one
// goroutine; the course is used again after visit returns. Done is told, from any
// goroutine, each time a planting has been through all years. It ends early with the
// context's error.
func Ensemble(ctx context.Context, plants []Member, years []Weather, visit func(plant, year int, c *Run), done func()) error {
	var wg sync.WaitGroup
	next := make(chan int)
	for range min(runtime.GOMAXPROCS(0), max(1, len(plants))) {
		wg.Go(func() {
			var c Run
			for i := range next {
				s := &plants[i]
				rng := rand.New(rand.NewPCG(s.Seed, 7))
				for k := range years {
					p := s.Plant
					s.Fit.draw(&p, rng)
					if n := len(s.Waters); n > 0 {
						p.Water = s.Waters[k%n]
					}
					Grow(&p, &years[k], &c)
					s.Fit.Departure.draw(&c, rng)
					visit(i, k, &c)
					if ctx.Err() != nil {
						break
					}
				}
				done()
			}
		})
	}
	for i := range plants {
		if ctx.Err() != nil {
			break
		}
		next <- i
	}
	close(next)
	wg.Wait()
	return ctx.Err()
}

// Spread of a day or an amount over the years: its 10th, 50th and 90th percentile.
type Spread struct{ Low, Mid, High float64 }

// NewSpread of values, which it sorts; the zero Spread of none. Days come in heaps: of
// those at the tenths the one is taken that leaves nearest to a tenth outside, so that
// four in five lie from Low to High, both counted.
func NewSpread(values []float64) Spread {
	n := len(values)
	if n == 0 {
		return Spread{}
	}
	slices.Sort(values)
	tenth := float64(n) / 10
	at := int(0.1*float64(n-1) + 0.5)
	s := Spread{values[at], values[int(0.5*float64(n-1)+0.5)], values[n-1-at]}
	first := sort.SearchFloat64s(values, s.Low) // so many lie under it
	if next := sort.Search(n, func(i int) bool { return values[i] > s.Low }); next < n && values[next] <= s.Mid && float64(next)-tenth < tenth-float64(first) {
		s.Low = values[next]
	}
	over := n - sort.Search(n, func(i int) bool { return values[i] > s.High }) // so many lie over it
	if last := sort.SearchFloat64s(values, s.High); last > 0 && values[last-1] >= s.Mid && float64(n-last)-tenth < tenth-float64(over) {
		s.High = values[last-1]
	}
	return s
}

// Days of a spread of days.
func (s Spread) Days() (low, mid, high measure.Day) {
	return measure.Day(s.Low), measure.Day(s.Mid), measure.Day(s.High)
}
