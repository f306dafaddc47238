package garden

import (
	"glebata/garden/forecast"
)

// SeasonLine is the season from the bags that stand, by their logs: no bag
// is forecast for it.
func (v *View) SeasonLine() (forecast.SeasonLine, error) {
	open, err := v.states(Filter{Open: true})
	if err != nil {
		return forecast.SeasonLine{}, err
	}
	return forecast.NewSeasonLine(forecast.SeasonSpans(open.list), v.today), nil
}
