package garden_test

import (
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/garden"
)

// What is read on the spot is kept of its day alone; what was not read stays, and the day
// says so.
func TestADayIsTypedOnTheSpot(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	before, err := p.look().Weather(today-2, today)
	p.must(err)
	again := p.asked()
	for range 2 {
		_, err = p.TypeWeather(ctx, garden.TypedWeather{Day: today - 1, Rain: garden.Reading{Known: true, Value: 24}}, again)
		p.must(err)
	}
	days, err := p.look().Weather(today-2, today)
	p.must(err)
	if d := days[1]; d.Rain != 24 || d.Min != before[1].Min || d.Source != "typed here, the rest "+before[1].Source || !d.Own() || days[0].Source != before[0].Source {
		t.Errorf("typed it reads %+v, was %+v", d, before[1])
	}
	_, err = p.TypeWeather(ctx, garden.TypedWeather{Day: today - 1, Min: garden.Reading{Known: true, Value: -2}}, p.asked())
	p.must(err)
	if days, err = p.look().Weather(today-1, today-1); err != nil || days[0].Min != -2 || days[0].Rain != 24 {
		t.Errorf("the minimum too: %+v, %v", days, err)
	}
	for field, ask := range map[string]garden.TypedWeather{
		"rain": {Day: today}, "day": {Day: today + 1, Rain: garden.Reading{Known: true}},
		"tmin": {Day: today, Min: garden.Reading{Known: true, Value: math.Inf(-1)}, Max: garden.Reading{Known: true, Value: 9}},
	} {
		_, err := p.TypeWeather(ctx, ask, p.asked())
		refused(t, field, err, field, "")
	}
}
