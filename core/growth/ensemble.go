package growth

import (
	"context"
	"math/rand/v2"
	"runtime"
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
					p.Shift = s.Fit.Shift + s.Fit.ShiftSD*rng.NormFloat64()
					p.Rate = min(fastest, max(slowest, s.Fit.Rate+s.Fit.RateSD*rng.NormFloat64()))
					Grow(&p, &years[k], &c)
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

// NewSpread of values, which it sorts; the zero Spread of none.
func NewSpread(values []float64) Spread {
	if len(values) == 0 {
		return Spread{}
	}
	sort.Float64s(values)
	at := func(share float64) float64 { return values[int(share*float64(len(values)-1)+0.5)] }
	return Spread{at(0.1), at(0.5), at(0.9)}
}

// Days of a spread of days.
func (s Spread) Days() (low, mid, high measure.Day) {
	return measure.Day(s.Low), measure.Day(s.Mid), measure.Day(s.High)
}
