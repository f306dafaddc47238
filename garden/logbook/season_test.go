package logbook

import (
	"testing"
	"time"

	"glebata/core/climate"
	"glebata/core/measure"
)

// A season is of the site's own year: in the south it is under way across the turn of the year, and
// named so.
func TestSeasonsOfTheSite(t *testing.T) {
	for key, c := range map[string]struct {
		name           string
		on, next, turn int // the season on 15 January and 15 October 2026, and the one to plant in on the latter
	}{
		"cool-maritime": {"2026", 2026, 2026, 2027}, "southern-temperate": {"2026/27", 2025, 2026, 2026},
		"cool-maritime-south": {"2026/27", 2025, 2026, 2026}, "tropical-highland": {"2026", 2026, 2026, 2026}, "mediterranean": {"2026", 2026, 2026, 2027},
	} {
		p, ok := climate.PresetNamed(key)
		if !ok {
			t.Fatal(key)
		}
		s := NewSite(p)
		january, october := measure.Date(2026, time.January, 15), measure.Date(2026, time.October, 15)
		if s.SeasonName(2026) != c.name || s.SeasonOn(january) != c.on || s.SeasonOn(october) != c.next || s.SeasonToPlant(october) != c.turn {
			t.Errorf("%s: %s, on 15 January %d, on 15 October %d, to plant %d", key, s.SeasonName(2026), s.SeasonOn(january), s.SeasonOn(october), s.SeasonToPlant(october))
		}
	}
	south, _ := climate.PresetNamed("cool-maritime-south")
	north, _ := climate.PresetNamed("cool-maritime")
	if south.Latitude != -north.Latitude || south.Monthly.Max[0] != north.Monthly.Max[6] || south.Last <= south.First || !south.South() {
		t.Errorf("south of the equator it is %+v", south)
	}
	if _, ok := climate.PresetNamed("tropical-highland-south"); ok {
		t.Error("the tropics have another side")
	}
}
