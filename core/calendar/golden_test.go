package calendar

import (
	"fmt"
	"testing"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/truth/golden"
)

// Schedules of every way of starting, in each climate, on several days.
func TestWhatIsCounted(t *testing.T) {
	var l golden.Lines
	for _, p := range climate.Presets() {
		n, err := p.Normals()
		if err != nil {
			t.Fatal(err)
		}
		f := climate.NewFrosts(2026, p.Last, p.First, 10)
		if p.Last == 0 {
			f = climate.Frosts{None: true}
		}
		place := NewPlace(n, f, 0.25, 18, measure.Date(2026, 1, 1))
		sky := Sky{Years: NewYears(n, p.Latitude)}
		l.Head("%s", p.Name)
		for i, class := range crop.Classes() {
			for k, way := range Ways(class.Crop()) {
				shelter, then := climate.Open, climate.Shelter("")
				if k%2 == 1 {
					shelter, then = climate.Greenhouse, climate.Open
				}
				a := Request{Class: class, Way: way, Chitted: i%2 == 0, Cover: 8, Dark: k%2 == 0, CoolRoom: i%3 == 0, Shelter: shelter, Then: then, Pots: climate.Greenhouse}
				s := place.Plan(a)
				l.Add(fmt.Sprint(class, " ", way), s)
				l.Asked("schedule", &s, nil)
				l.Add("workings", place.PlantWorking(&s))
				late := a
				late.Plant = measure.Date(2026, 7, 10)
				l.Add("late", place.Plan(late))
				for _, today := range []measure.Day{measure.Date(2026, 2, 1), measure.Date(2026, 4, 20), measure.Date(2026, 9, 1)} {
					l.Add("from "+today.Short(), place.CountFrom(a, today))
				}
				l.Add("ends", place.KillingFrost(shelter, measure.Date(2026, 5, 1)), place.UpBefore(shelter, a.Dark, measure.Date(2026, 5, 10)), way.Name(), way.Suits(crop.Potato))
				if class.Crop() == crop.Potato {
					for _, bench := range []bool{false, true} {
						batches, gaps := place.Succession(SuccessionRequest{Planting: a, Today: measure.Date(2026, 2, 20), From: measure.Date(2026, 6, 20), Until: measure.Date(2026, 10, 5), Each: 21 + 7*k, OnBench: bench}, sky)
						l.Add("succession", bench, batches, gaps)
					}
				}
			}
		}
	}
	from, usual, to := ChitRange()
	l.Add("rest", from, usual, to, Feeds())
	golden.Is(t, "counted", l.String())
}
