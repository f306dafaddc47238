package lift

import (
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
)

// By hand: a maincrop keeps 24 weeks at 8 °C, 0.7 of that in its bag: 117.6 days; at 16 °C half
// as long; at 30 °C a factor 2^(22 ÷ 8) = 6.73: 17.5 days.
func TestHowLongTheyKeepInTheirBag(t *testing.T) {
	const from measure.Day = 20700
	steady := func(at measure.Temperature) func(measure.Day) (measure.Temperature, bool) {
		return func(measure.Day) (measure.Temperature, bool) { return at, true }
	}
	for _, c := range []struct {
		class crop.Class
		at    measure.Temperature
		days  measure.Day
	}{
		{crop.Maincrop, 8, 117}, {crop.Maincrop, 2, 117}, {crop.Maincrop, 16, 58}, {crop.Maincrop, 30, 17}, {crop.FirstEarly, 8, 29}, {crop.Maincrop, 45, 14},
	} {
		if got := KeepsUntil(c.class, from, steady(c.at)) - from; got != c.days {
			t.Errorf("%s at %g °C keeps until day %d, want %d", c.class, float64(c.at), got, c.days)
		}
	}
	freezes := func(d measure.Day) (measure.Temperature, bool) {
		return measure.Temperature(20 - int(d-from)), true
	}
	if got := KeepsUntil(crop.Maincrop, from, freezes) - from; got != 20 {
		t.Errorf("a medium of −1 °C on day 21 ends it on day %d", got)
	}
	known := func(d measure.Day) (measure.Temperature, bool) { return 8, d < from+10 }
	if got := KeepsUntil(crop.Maincrop, from, known) - from; got != 9 {
		t.Errorf("known for ten days it keeps until day %d", got)
	}
	if got := KeepsUntil(crop.SweetMid, from, steady(15)); got != 0 {
		t.Errorf("sweet potatoes keep in their bag until %v", got)
	}
}
