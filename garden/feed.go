package garden

import (
	"glebata/core/medium"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// FeedWorking shows the nitrogen of an open planting over its season.
func (v *View) FeedWorking(planting logbook.ID) (working.Working, forecast.PlantingForecast, error) {
	st, err := v.Planting(planting)
	if err != nil {
		return working.Working{}, st, err
	}
	if st.Feed == nil {
		return working.Working{}, st, logbook.ErrNotFound
	}
	return medium.SeasonWorking(st.FeedAsk), st, nil
}
