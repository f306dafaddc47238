package garden

import (
	"sync"

	"glebata/garden/forecast"
)

// leftOut are the fits that leave a season out, for many at a time.
type leftOut struct {
	mu sync.Mutex
	l  *forecast.LeftOut
}

// Season that is left out: what is learned from all the others.
func (o *leftOut) Season(year int) forecast.Learned {
	o.mu.Lock()
	defer o.mu.Unlock()
	return o.l.Season(year)
}

// Back judges every finished bag from the grower's other seasons.
func (o *leftOut) Back() forecast.BackTest {
	o.mu.Lock()
	defer o.mu.Unlock()
	return o.l.Back()
}
