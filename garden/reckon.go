package garden

import (
	"glebata/core/medium"
	"glebata/core/working"
)

// FeedWorking shows the nitrogen of an open planting over its season.
func (v *View) FeedWorking(planting ID) (working.Working, Standing, error) {
	st, err := v.Planting(planting)
	if err != nil {
		return working.Working{}, st, err
	}
	if st.Feed == nil {
		return working.Working{}, st, ErrNotFound
	}
	return medium.SeasonWorking(st.FeedAsk), st, nil
}
