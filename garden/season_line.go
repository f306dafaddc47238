package garden

import (
	"glebata/garden/forecast"
)

// SeasonLine is the season from the bags that stand, by what is stored of them: no bag
// is forecast for it.
func (v *View) SeasonLine() (forecast.SeasonLine, error) {
	spans, err := v.m.strip.get(func() ([]forecast.SeasonSpan, error) {
		if open, ok := v.m.states.held(Filter{Open: true}); ok { // the page has read them all
			return forecast.SeasonSpans(open.list), nil
		}
		return v.r.SeasonSpans(v.ctx)
	})
	return forecast.NewSeasonLine(spans, v.today), err
}
