package main

import (
	"encoding/json"
	"errors"
	"testing"
)

// What is written down of a bag is traced day by day, with the rain that is not known drawn.
func TestCalcWaterWithALog(t *testing.T) {
	var traced struct {
		Days []struct {
			Day              string
			Theta, Low, High float64
			Given            float64 `json:"given_l"`
			Rain             float64 `json:"rain_l"`
		}
		Since string  `json:"asked_since"`
		Give  float64 `json:"give_l"`
	}
	for _, c := range []struct {
		more        []string
		since       string
		give, given float64
	}{
		// 8.46 L, full and 4 L poured on: 1.2064 L a day leave 7.25, 6.05, 4.84, 3.63 L, so 0.95 · 8.46 − 3.63 = 4.41 L.
		{[]string{"--log", "06-20 water 4L", "--days", "4", "--all-written"}, "06-20", 4.5, 4},
		{[]string{"--log", "06-20 water 4L", "--log", "06-22 probe 95%", "--days", "3"}, "06-22", 0, 4},
		{[]string{"--log", "06-20 water 4L", "--days", "5", "--rain", "usual"}, "06-20", 5, 4},
	} {
		out, err := run(append([]string{"calc", "water", "--litres", "36", "--mix", "peat mix=50,compost=50", "--canopy", "0.6", "--plants", "3", "--json"}, c.more...)...)
		if err := errors.Join(err, json.Unmarshal([]byte(out), &traced)); err != nil {
			t.Fatal(err)
		}
		first, last := traced.Days[0], traced.Days[len(traced.Days)-1]
		if traced.Since != c.since || traced.Give != c.give || first.Day != "06-20" || first.Given != c.given || !(last.Low < last.Theta && last.Theta < last.High) || (last.Rain > 0) != (len(c.more) > 5 && c.more[5] == "usual") {
			t.Errorf("%v: %+v", c.more, traced)
		}
	}
}
