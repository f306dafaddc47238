package garden_test

import (
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Heat matters to tubers that have set, where they stand.
func TestHotDays(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 70, Seed: seed.Known{Count: 3}})
	p.must(err)
	row := []forecast.PlantingForecast{p.state(id)}
	ahead := []forecast.Forecast{{Day: today + 1, Lead: 1, Min: 14, Max: 33}, {Day: today + 2, Lead: 2, Min: 20, Max: 29}, {Day: today + 3, Lead: 3, Min: 12, Max: 26}}
	got := forecast.HotDays(ahead, row)
	if len(got) != 2 || !got[0].Stops || got[1].Stops || got[1].Day != today+2 || len(got[0].Bags) != 1 {
		t.Errorf("hot days %+v", got)
	}
	late, other := planted(t)
	if got := forecast.HotDays(ahead, []forecast.PlantingForecast{late.state(other)}); len(got) != 0 {
		t.Errorf("nothing has set, and heat matters: %+v", got)
	}
}

// Green growth in the open is in danger, with the chance that its shelter leaves; what one
// person can lift is carried in where there is somewhere, small tops are heaped over, and
// what is covered is remembered until it is uncovered.
func TestNightsThatMayFreeze(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Height: 25, Day: today})
	p.must(err)
	row := func() []forecast.PlantingForecast {
		r, err := p.look().Row()
		p.must(err)
		return r
	}
	ahead := []forecast.Forecast{{Day: today + 1, Lead: 1, Min: 0.3, Spread: 0.8}, {Day: today + 2, Lead: 2, Min: 3.2, Spread: 1.2}, {Day: today + 3, Lead: 3, Min: 2, Spread: 1.5}}
	home := []forecast.Room{{Shelter: climate.FrostFree}}
	list := forecast.Nights(ahead, row(), nil, 100*measure.Kilogram, home)
	if len(list) != 2 || !list[0].Act() || list[1].Act() || len(list[0].Things) != 1 {
		t.Fatalf("nights %+v", list)
	}
	b := list[0].Things[0]
	if want := climate.FrostChance(0.3, 0.8, climate.Open); math.Abs(b.Chance-want) > 1e-12 || b.Way != forecast.CarryIn || b.Wet < 10*measure.Kilogram || b.Wet > 60*measure.Kilogram {
		t.Errorf("%+v, want a chance of %.3f", b, want)
	}
	if got := forecast.Nights(ahead, row(), nil, 5*measure.Kilogram, home)[0].Things[0].Way; got != forecast.Cover {
		t.Errorf("too heavy for one it is best to %s", got)
	}
	if got := forecast.Nights(ahead, row(), nil, 100*measure.Kilogram, nil)[0].Things[0].Way; got != forecast.Cover {
		t.Errorf("with nowhere to go it is best to %s", got)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Protected, Thing: logbook.Fleeced, Day: today})
	p.must(err)
	st := p.state(id)
	if how, since, ok := st.Covered(); !ok || how != logbook.Fleeced || since != today {
		t.Errorf("covered it is %q since %v, %v", how, since, ok)
	}
	fleeced := forecast.Nights(ahead, row(), nil, 0, nil)
	if len(fleeced) != 0 { // 2.3 °C, Φ(−2.3 ÷ 0.8) = 0.2 %
		t.Errorf("under fleece %+v", fleeced)
	}
	if cold := forecast.Nights([]forecast.Forecast{{Day: today + 1, Lead: 1, Min: -1, Spread: 0.8}}, row(), nil, 0, nil); len(cold) != 1 || cold[0].Act() || cold[0].Things[0].Low != 1 {
		t.Errorf("under fleece at −1 °C %+v", cold)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Protected, Thing: logbook.Uncovered, Day: today})
	p.must(err)
	st = p.state(id)
	if _, _, ok := st.Covered(); ok {
		t.Error("uncovered, it still stands covered")
	}
	// In its bag and not up yet, nothing stands in danger.
	young := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	other, err := young.plan(3)
	young.must(err)
	_, err = young.record(logbook.Entry{Planting: other, Kind: logbook.Planted, Day: today - 3, Seed: seed.Known{Count: 3}})
	young.must(err)
	if list := forecast.Nights(ahead, []forecast.PlantingForecast{young.state(other)}, nil, 0, nil); len(list) != 0 {
		t.Errorf("seed in the medium stands in danger: %+v", list)
	}
}

// A night is judged by its chance: under 5 % nothing is asked. Nights that nothing is forecast of
// have the chance of usual ones, and a minimum that was heard takes its place.
func TestANightIsJudgedByItsChance(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Height: 25, Day: today})
	p.must(err)
	row := []forecast.PlantingForecast{p.state(id)}
	for _, c := range []struct {
		min    float64
		listed bool
	}{{1.2, true}, {1.4, false}, {2.4, false}} { // Φ(−1.2 ÷ 0.8) = 6.7 %, Φ(−1.4 ÷ 0.8) = 4.0 %
		if got := forecast.Nights([]forecast.Forecast{{Day: today + 1, Lead: 1, Min: c.min, Spread: 0.8}}, row, nil, 0, nil); (len(got) > 0) != c.listed {
			t.Errorf("%g °C forecast: %+v", c.min, got)
		}
	}
	site, _, err := p.look().Site()
	p.must(err)
	n, err := site.Normals()
	p.must(err)
	for d, most := range map[measure.Day]float64{today: 0.02, measure.Date(2026, 4, 1): 0.3, measure.Date(2026, 1, 15): 0.5} {
		nights := forecast.NightsAhead([]forecast.Forecast{{Day: d + 2, Lead: 2, Min: -4, Spread: 1}}, n, d)
		if len(nights) != forecast.ForecastDays || nights[1].Min != -4 || nights[0].Source != logbook.Usual {
			t.Fatalf("nights from %v on: %+v", d, nights)
		}
		low, sd := n.UsualNight(d + 1)
		if got, want := nights[0].FrostAt(climate.Open.Offset()), climate.Before(-low, sd); got != want || got > most || sd < 2 || sd > 4.5 {
			t.Errorf("a usual night into %v has a chance of %.3f, want %.3f, at most %.2f", d+1, got, want, most)
		}
		if got := nights[0].FrostAt(climate.FrostFree.Offset()); got != 0 {
			t.Errorf("where frost does not come the chance is %.3f", got)
		}
	}
	own := usualPlot(t, crop.Maincrop)
	kept, err := own.TypeNight(ctx, today+1, -1, own.asked())
	own.must(err)
	ahead, err := own.look().Forecast()
	own.must(err)
	if len(ahead) != 1 || ahead[0].Min != -1 || ahead[0].Max < 10 || ahead[0].Lead != 1 || !math.IsNaN(ahead[0].Rain) || !math.IsNaN(ahead[0].WetChance) {
		t.Errorf("a minimum that was heard is %+v", ahead)
	}
	watched := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	said, err := watched.look().Forecast()
	watched.must(err)
	_, err = watched.TypeNight(ctx, today+1, -1, watched.asked())
	watched.must(err)
	now, err := watched.look().Forecast()
	watched.must(err)
	if now[0].Min != -1 || now[0].Rain != said[0].Rain || now[0].WetChance != said[0].WetChance || now[0].Max != max(said[0].Max, -1) {
		t.Errorf("a minimum that was heard makes %+v of %+v", now[0], said[0])
	}
	_, err = own.UndoWeather(ctx, kept, own.asked())
	own.must(err)
	if ahead, err = own.look().Forecast(); err != nil || len(ahead) != 0 {
		t.Errorf("taken back: %+v, %v", ahead, err)
	}
	refused(t, "last night", second(own.TypeNight(ctx, today, -1, own.asked())), "night", "One of the next")
	refused(t, "an icy night", second(own.TypeNight(ctx, today+1, -99, own.asked())), "tmin", "is not believed")
}

// What is carried in and covered before a cold night is kept, and taken back, together: bags
// and pots alike.
func TestBagsAndPotsAreProtectedTogether(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 40, Seed: seed.Known{Count: 3}})
	p.must(err)
	pot, err := p.Start(ctx, logbook.Nursling{Label: "P1", Kind: logbook.Pot, Variety: p.variety, Weight: 60, Shelter: climate.Wall, Started: today - 10}, p.asked())
	p.must(err)
	a := p.asked()
	ask := garden.Protection{Bags: []garden.ProtectedBag{{Planting: id, How: logbook.UnderGlass}}, Pots: []garden.ProtectedPot{{Nursling: pot, Shelter: climate.FrostFree}}}
	for range 2 { // safe to repeat
		_, err = p.Protect(ctx, ask, a)
		p.must(err)
	}
	nursery := func() *logbook.NursingState {
		list, err := p.look().Nursery()
		p.must(err)
		return &list[0]
	}
	st := p.state(id)
	if how, _, ok := st.Covered(); !ok || how != logbook.UnderGlass {
		t.Errorf("under glass it is %q, %v", how, ok)
	}
	if from, since, ok := forecast.BroughtIn(nursery(), today); !ok || from != climate.Wall || since != today {
		t.Errorf("brought in from %q on %v, %v", from, since, ok)
	}
	// A pot that was moved for good is not asked out again.
	other, err := p.Start(ctx, logbook.Nursling{Label: "P2", Kind: logbook.Pot, Variety: p.variety, Weight: 60, Shelter: climate.Wall, Started: today - 10}, p.asked())
	p.must(err)
	_, err = p.RecordNursery(ctx, logbook.NurseryEntry{Nursling: other, Kind: logbook.NurseMoved, Shelter: climate.FrostFree, Day: today}, p.asked())
	p.must(err)
	list, err := p.look().Nursery()
	p.must(err)
	if n, ok := logbook.FindNursling(list, other, ""); !ok || n.Now != climate.FrostFree {
		t.Errorf("moved for good it stands %v", n)
	} else if _, _, ok := forecast.BroughtIn(n, today); ok {
		t.Error("moved for good, it is asked out again")
	}
	_, err = p.RecordNursery(ctx, logbook.NurseryEntry{Nursling: other, Kind: logbook.NurseEnded, Day: today}, p.asked())
	p.must(err)
	site := logbook.Site{Shelters: []climate.Shelter{climate.FrostFree, climate.Greenhouse}, Floors: map[climate.Shelter]measure.Area{climate.Greenhouse: 4}}
	rooms := forecast.Rooms(&site, []forecast.PlantingForecast{st}, []logbook.NursingState{*nursery()}, today)
	if len(rooms) != 2 || rooms[0].Shelter != climate.FrostFree || rooms[0].Taken != 0.03 || rooms[1].Taken < 0.05 || rooms[1].Left()+rooms[1].Taken != 4 {
		t.Errorf("rooms %+v", rooms)
	}
	_, err = p.UndoMany(ctx, a.Key, p.asked())
	p.must(err)
	st = p.state(id)
	if _, _, ok := st.Covered(); ok || nursery().Now != climate.Wall {
		t.Errorf("taken back, the bag is covered (%v) and the pot stands %s", ok, nursery().Now)
	}
	if _, err := p.UndoMany(ctx, a.Key, p.asked()); err == nil {
		t.Error("taken back twice")
	}
	if _, err := p.Protect(ctx, garden.Protection{}, p.asked()); err == nil {
		t.Error("nothing was protected")
	}
}
