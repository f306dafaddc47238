package garden_test

import (
	"fmt"
	"maps"
	"math"
	"os"
	"slices"
	"testing"
	"time"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// skies of the world: two southern, two with summers over 38 °C, one without frost, one without a
// month free of it.
func skies(t *testing.T) map[string]logbook.Site {
	out := map[string]logbook.Site{}
	for _, key := range []string{"cool-maritime", "mild-continental", "cold-continental", "mediterranean", "warm-temperate-humid", "subtropical-humid", "subtropical-dry", "southern-temperate", "cool-maritime-south", "tropical-highland"} {
		p, ok := climate.PresetNamed(key)
		if !ok {
			t.Fatal(key)
		}
		out[key] = logbook.NewSite(p)
	}
	desert, polar := out["subtropical-dry"], out["cold-continental"]
	for i := range 12 {
		desert.Monthly.Min[i] += 1
		desert.Monthly.Max[i] += 3
		polar.Monthly.Min[i] = min(polar.Monthly.Min[i], 11) - 13
		polar.Monthly.Max[i] -= 8
	}
	polar.Last, polar.First = 190, 205
	out["desert"], out["polar"] = desert, polar
	return out
}

// holders from a pot of 10 L to a bed of 4 m².
func holders() map[string]garden.First {
	out := map[string]garden.First{
		"box": {Body: garden.InBox, Sides: [3]measure.Length{60, 40, 32}}, "deep-box": {Body: garden.InBox, Sides: [3]measure.Length{120, 80, 40}}, "wide-box": {Body: garden.InBox, Sides: [3]measure.Length{200, 100, 40}},
		"bed": {Body: garden.InBed, Sides: [3]measure.Length{150, 80}}, "large-bed": {Body: garden.InBed, Ground: 4}, "row": {Body: garden.InRow, Sides: [3]measure.Length{500}},
	}
	for _, v := range []measure.Volume{10, 15, 25, 40, 100, 300} {
		out[fmt.Sprint(float64(v))] = garden.First{Body: garden.InBag, Litres: v}
	}
	return out
}

// sweep of one sky: what was asked, what the test's own limits allow and what of that was offered.
type sweep struct {
	*yard
	o                       oracle
	key                     string
	asked, allowed, offered int
	bags                    map[string]logbook.Bag
	kinds                   map[crop.Class]logbook.Variety
	may                     map[string]bool // of the test's own limits, by class and day
}

// held against the limits: a planting that is proposed.
func (s *sweep) lives(what string, class crop.Class, d *calendar.Schedule, today measure.Day) {
	s.t.Helper()
	if why := s.o.alive(class, d.Shelter, d.Then, d.Move, d.Plant, today); why != "" {
		s.t.Errorf("%s, %s, %s, asked on %v: planted %v %s, it %s", s.key, what, class, today, d.Plant, d.Shelter, why)
	}
	if d.Chitted && d.Chit != 0 && d.Chit < today {
		s.t.Errorf("%s, %s, %s: asked on %v it is counted as chitted since %v", s.key, what, class, today, d.Chit)
	}
	k := book[class]
	if fastest := (k.packet-20)*10/11 + 4; d.Likely != 0 && !k.sweet && (float64(d.Likely-d.Plant) < fastest || d.Likely-d.Plant > 365) {
		s.t.Errorf("%s, %s, %s: planted %v it is ready %v", s.key, what, class, d.Plant, d.Likely)
	}
}

// yields no more than litres and ground carry.
func (s *sweep) yields(what string, class crop.Class, shape bag.Shape, n int, y measure.Mass) {
	s.t.Helper()
	k := book[class]
	m := shape.Measured()
	l, w := float64(m[bag.TopSide])/100, float64(m[bag.TopWidth])/100
	round := 1.0
	switch {
	case shape.Ground():
		l, w = float64(m[bag.BaseSide])/100, float64(m[bag.BaseWidth])/100
	case shape.Round():
		w, round = l, math.Pi/4
	}
	ground := l * w * round
	ground += min(0.6, (l+0.5)*(w+0.5)*round-ground)
	kg := y.Kilograms()
	switch {
	case kg > 6.6*ground*1.3, kg > float64(n)*k.kilos*1.3:
		s.t.Errorf("%s, %s, %s: %.2f kg of %d on %.2f m²", s.key, what, class, kg, n, ground)
	case n > 1 && (float64(n)*k.area > ground*1.001 || !shape.Ground() && float64(n)*k.litres > float64(shape.Full())):
		s.t.Errorf("%s, %s, %s: %d on %.2f m², in %v", s.key, what, class, n, ground, shape.Full())
	}
}

// says something useful of what may not be proposed, and names no nearest that cannot live either.
func (s *sweep) says(what string, class crop.Class, d *calendar.Schedule, v calendar.Verdict, today measure.Day) {
	s.t.Helper()
	if v.Words().Empty() {
		s.t.Errorf("%s, %s, %s on %v: nothing is said", s.key, what, class, today)
	}
	near := *d
	switch {
	case v.Nearest != 0:
		near.Plant = v.Nearest
	case v.Under != "":
		near.Plant, near.Shelter, near.Then = v.UnderOn, v.Under, ""
	default:
		return
	}
	if why := s.o.alive(class, near.Shelter, near.Then, near.Move, near.Plant, today); why != "" {
		s.t.Errorf("%s, %s, %s, asked on %v for %v %s: the nearest, %v %s, %s", s.key, what, class, today, d.Plant, d.Shelter, near.Plant, near.Shelter, why)
	}
}

// within a year of a day the test's own limits allow a class in the open.
func (s *sweep) surely(class crop.Class, today measure.Day) bool {
	key := fmt.Sprint(class, today)
	if got, known := s.may[key]; known {
		return got
	}
	for d := today; d < today+365; d += 4 {
		if s.o.surely(class, d) {
			s.may[key] = true
			return true
		}
	}
	s.may[key] = false
	return false
}

// questions of a container and a class on a day: the first question, and the plan.
func (s *sweep) question(v *garden.View, name string, f garden.First, class crop.Class, today measure.Day) {
	s.asked++
	f.Class, f.Climate, f.Year = class, s.o.site.Climate, s.o.site.SeasonOn(today)
	a, err := v.Answer(f)
	s.must(err)
	what := "asked of " + name
	if a.May.OK {
		s.lives(what, class, a.Dates, today)
		s.yields(what, class, a.Bag.Model.Shape, a.Number, a.Expect.Yield)
	} else {
		s.says(what, class, a.Dates, a.May, today)
	}
	if s.surely(class, today) {
		s.allowed++
		if a.May.OK || a.May.Nearest != 0 {
			s.offered++
		}
	}
	b, kind := s.bags[name], s.kinds[class]
	number, filling := forecast.ProposedNumber(b, kind, medium.RecipeNamed("half").Mix)
	d, err := forecast.DraftPlanting(b, kind, number, filling)
	s.must(err)
	year := s.o.site.SeasonToPlant(today)
	t, err := v.TimeToChit(kind, filling.Cover, logbook.UsualTiming(b, kind), year)
	s.must(err)
	s.must(v.GrowDraft(&d, year, t, medium.RecipeNamed("half").Mix))
	may, err := v.May(&d, year)
	s.must(err)
	if what = "planned in " + name; may.OK {
		s.lives(what, class, d.Dates, today)
		g, err := v.Expected(&d.PlantingForecast)
		s.must(err)
		s.yields(what, class, b.Model.Shape, d.Number, bag.Expect(g).Yield)
	} else {
		s.says(what, class, d.Dates, may, today)
	}
}

// rest of what is proposed of a class on a day: which bag, batches one after another, a late crop.
func (s *sweep) rest(v *garden.View, class crop.Class, today measure.Day) {
	sheet, err := v.Design(forecast.DesignRequest{Class: class, Aim: bag.MaxWeight, By: forecast.ByAim, Headspace: 4, Mix: medium.RecipeNamed("half").Mix})
	s.must(err)
	for _, c := range sheet.Candidates {
		if c.Works {
			s.yields("which bag", class, c.Model.Shape, c.Choice.Plants, c.Choice.Yield)
		}
		if !sheet.May.OK && sheet.May.Nearest == 0 && c.Choice.Yield > 0 {
			s.t.Errorf("%s: %s cannot live, and a bag of it gives %v", s.key, class, c.Choice.Yield)
		}
	}
	kind := s.kinds[class]
	if book[class].sweet {
		return
	}
	year := s.o.site.SeasonToPlant(today)
	timing := logbook.UsualTiming(logbook.Bag{}, kind)
	batches, _, err := v.Succession(kind, timing, hill.UsualCover, year, today+60, today+330, 21)
	s.must(err)
	for i := range batches {
		s.lives("one after another", class, &batches[i].Schedule, today)
	}
	b := s.bags["40"]
	number, filling := forecast.ProposedNumber(b, kind, medium.RecipeNamed("half").Mix)
	d, err := forecast.DraftPlanting(b, kind, number, filling)
	s.must(err)
	timing = logbook.UsualTiming(b, kind)
	timing.Way, timing.Chitted = calendar.Late, false
	s.must(v.GrowDraft(&d, year, timing, medium.RecipeNamed("half").Mix))
	if may, err := v.May(&d, year); err != nil {
		s.t.Error(err)
	} else if may.OK {
		s.lives("a late crop", class, d.Dates, today)
	} else {
		s.says("a late crop", class, d.Dates, may, today)
	}
}

// proposal for all bags and slips of what is planned, on a day.
func (s *sweep) proposal(v *garden.View, today measure.Day) {
	year := s.o.site.SeasonToPlant(today)
	hand := map[logbook.ID]logbook.ID{} // each class in some bags
	for i, name := range slices.Sorted(maps.Keys(s.bags)) {
		hand[s.bags[name].ID] = s.kinds[crop.Classes()[(i+int(today))%len(s.kinds)]].ID
	}
	p, err := v.Propose(forecast.ProposalRequest{Year: year, People: 3, Meals: 4, Each: forecast.PerMeal, AnySeed: true, From: today + 30, Until: today + 400, ByHand: hand})
	s.must(err)
	for _, b := range p.Bags {
		if b.Variety.ID == 0 {
			continue
		}
		d := calendar.Schedule{Request: calendar.Request{Shelter: climate.Open}, Plant: b.Plant}
		s.lives("proposed for "+b.Bag.Label, b.Variety.Class, &d, today)
		s.yields("proposed for "+b.Bag.Label, b.Variety.Class, b.Bag.Model.Shape, b.Pieces, b.Yield)
		if b.Ready <= b.Plant || b.Ready > b.Plant+365 {
			s.t.Errorf("%s: proposed %s planted %v is ready %v", s.key, b.Variety.Class, b.Plant, b.Ready)
		}
	}
	balances, err := v.SlipBalances()
	s.must(err)
	for _, b := range balances {
		if why := s.o.alive(b.Variety.Class, climate.Open, "", 0, b.By, min(today, b.By)); (why != "") && b.May.Empty() {
			s.t.Errorf("%s, asked on %v: slips for %s by %v, which %s", s.key, today, b.Variety.Class, b.By, why)
		}
	}
}

func newSweep(t *testing.T, key string, site logbook.Site) *sweep {
	s := &sweep{yard: newYard(t), o: oracle{&site}, key: key, bags: map[string]logbook.Bag{}, kinds: map[crop.Class]logbook.Variety{}, may: map[string]bool{}}
	s.must(s.SaveSite(ctx, site, s.request()))
	for name, f := range holders() {
		f.Class, f.Climate = crop.Maincrop, "cool-maritime"
		a, err := s.look().Answer(f)
		s.must(err)
		s.bags[name] = s.yard.bags(a.Bag.Model, "Yard", climate.Open, name)[0]
	}
	for _, c := range crop.Classes() {
		id := s.named(string(c), c)
		s.kinds[c] = logbook.Variety{ID: id, Name: string(c), Class: c}
	}
	b := s.yard.bags(litres(60), "Yard", climate.Open, "slips")[0]
	_, err := s.PlanBag(ctx, garden.NewPlanting{Year: 2027, Bag: b.ID, Variety: s.kinds[crop.SweetMid].ID, Number: 3, Filling: hill.Defaults(hill.FillOnce)}, garden.Request{Key: "slips", Today: measure.Date(2026, 12, 1)})
	s.must(err)
	return s
}

func (s *sweep) request() garden.Request { return s.yard.asked() }

// Of all that is proposed anywhere, at any time of year, in any container, nothing fails limits that
// were written by themselves; of what these allow, nearly all is offered; and what is not says why.
func TestNothingIsProposedThatCannotLive(t *testing.T) {
	deep := os.Getenv("GLEBATA_DEEP") != ""
	asked, allowed, offered, i := 0, 0, 0, 0
	all := skies(t)
	for _, key := range slices.Sorted(maps.Keys(all)) {
		s := newSweep(t, key, all[key])
		for month := range 12 {
			if !deep && month != 7*i%12 {
				continue
			}
			today := measure.Date(2027, time.Month(month+1), 11)
			v, err := s.Look(ctx, today)
			s.must(err)
			for _, class := range crop.Classes() {
				for name, f := range holders() {
					s.question(v, name, f, class, today)
				}
				s.rest(v, class, today)
			}
			s.proposal(v, today)
		}
		i++
		asked, allowed, offered = asked+s.asked, allowed+s.allowed, offered+s.offered
	}
	t.Logf("%d questions; %d of %d that are allowed are offered", asked, offered, allowed)
	if float64(offered) < 0.95*float64(allowed) || allowed < asked/3 {
		t.Errorf("of %d questions %d are allowed and %d of them offered", asked, allowed, offered)
	}
}
