package leaf

import (
	"testing"

	"glebata/truth/golden"
)

func TestWhatALeafMayMean(t *testing.T) {
	var l golden.Lines
	records := []Records{
		{}, {FeedsDue: 2}, {FeedsDue: 1, Fed: 1, PH: 7.5, Written: true, Theta: 0.2}, {Fed: 4, PH: 5, Written: true, Theta: 0.9, Drowned: true}, {Cold: 2, PH: 6.5}, {Cold: 3, PH: 7}, {Ripe: 0.5}, {Ripe: 0.8, Straw: true}, {Ripe: 0.95, Fed: 1, Written: true, Theta: 0.5, PH: 6},
		{Written: true, Theta: 0.35, PH: 6.9}, {Written: true, Theta: 0.3}, {Drowned: true, Cold: 9, Straw: true}, {PH: 4.4}, {PH: 8}, {PH: 6.8}, {PH: 6.79},
	}
	for _, where := range []Which{Old, Young, All, ""} {
		for _, look := range AllLooks() {
			for _, r := range records {
				causes := Causes(Sign{Which: where, Looks: look.Key}, r)
				l.Add(string(where)+" "+string(look.Key), len(causes), causes)
			}
		}
	}
	golden.Is(t, "leaves", l.String())
}
