package forecast

import (
	"cmp"
	"slices"

	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// Night is a night ahead in which green growth stands in danger.
type Night struct {
	Forecast
	Things []NightThing
	Rooms  []Room // under shelter, with what would be carried in
}

// NightThing is one bag, pot or tray of slips in it.
type NightThing struct {
	Planting *PlantingForecast     // nil for one of the nursery
	Nursling *logbook.NursingState // nil for a bag
	Label    string
	Low      float64 // °C forecast where it stands
	Chance   float64 // of a frost there
	Act      bool    // at 0.5 °C or under, and not only to be watched
	Wet      measure.Mass
	Heavy    bool // heavier than the grower lifts alone
	Way      NightWay
	Into     climate.Shelter // of CarryIn
	Floor    measure.Area    // it stands on
}

// NightWay is what is best done with a bag before a frost.
type NightWay string

// The ways.
const (
	CarryIn NightWay = "in"     // one person can, and there is room
	Cover   NightWay = "fleece" // where it stands
	Heap    NightWay = "heap"   // medium over small tops
)

// Floor that a pot and a tray of slips stand on. Practice.
const potFloor, trayFloor measure.Area = 0.03, 0.12

// smallTops can be heaped over, in cm. Practice.
const smallTops measure.Length = 10

// Act reports whether anything in the night is to be seen to.
func (n *Night) Act() bool {
	return slices.ContainsFunc(n.Things, func(t NightThing) bool { return t.Act })
}

// Room under one shelter, by its floor.
type Room struct {
	Shelter climate.Shelter
	Floor   measure.Area // 0 where nobody said
	Taken   measure.Area // by what stands there
	More    measure.Area // by what would be carried in
}

// Known reports whether its floor was told.
func (r *Room) Known() bool { return r.Floor > 0 }

// Left of its floor.
func (r *Room) Left() measure.Area { return max(0, r.Floor-r.Taken-r.More) }

// takes a thing that stands on so much floor.
func (r *Room) takes(floor measure.Area) bool { return !r.Known() || r.Left() >= floor }

// Rooms under the shelters of a site that have a roof, the warmest first, with the floor of
// each that is taken.
func Rooms(site *logbook.Site, row []PlantingForecast, nursery []logbook.NursingState, today measure.Day) []Room {
	var out []Room
	for _, s := range slices.Backward(climate.Shelters()) {
		if !s.Offset().Roof || !site.Has(s) {
			continue
		}
		r := Room{Shelter: s, Floor: site.Floors[s]}
		for _, st := range ofEachBag(row, func(st *PlantingForecast) bool {
			return st.Stage == logbook.StageGrowing && st.Grown != nil && st.standsOn(today) == s.Offset()
		}) {
			r.Taken += standing(&st.Bag).Footing()
		}
		for i := range nursery {
			if n := &nursery[i]; n.Open() && n.Now == s {
				r.Taken += nurseFloor(n)
			}
		}
		out = append(out, r)
	}
	return out
}

func nurseFloor(n *logbook.NursingState) measure.Area {
	if n.Kind == logbook.Pot {
		return potFloor
	}
	return trayFloor
}

// Nights ahead for a row of bags and what grows in the nursery, of what the grower lifts
// alone and the room there is.
func Nights(ahead []Forecast, row []PlantingForecast, nursery []logbook.NursingState, limit measure.Mass, rooms []Room) []Night {
	var out []Night
	for _, f := range ahead {
		n := Night{Forecast: f, Rooms: slices.Clone(rooms)}
		for _, st := range ofEachBag(row, func(st *PlantingForecast) bool { return st.green(f.Day) }) {
			n.add(NightThing{Planting: st, Label: st.Bag.Label, Wet: st.wetNow(), Floor: standing(&st.Bag).Footing()}, st.standsOn(f.Day))
		}
		for i := range nursery {
			if s := &nursery[i]; s.Open() {
				n.add(NightThing{Nursling: s, Label: s.Label, Floor: nurseFloor(s)}, s.Now.Offset())
			}
		}
		if len(n.Things) > 0 {
			n.settle(limit)
			out = append(out, n)
		}
	}
	return out
}

// actFrom is a chance of a frost that is acted on in a night that nothing is forecast of; it is
// that of FrostAct by a forecast of the first night.
const actFrom = 0.25

// NightsAhead are the next nights, as they are forecast, and where they are not, usual ones.
func NightsAhead(ahead []Forecast, n *climate.Normals, today measure.Day) []Forecast {
	known := byLead(ahead)
	out := make([]Forecast, 0, ForecastDays)
	for lead := 1; lead <= ForecastDays; lead++ {
		if f := known[lead]; f != nil {
			out = append(out, *f)
			continue
		}
		d := today + measure.Day(lead)
		f := Forecast{Day: d, Lead: lead, Max: n.Max.At(d), Source: logbook.Usual}
		f.Min, f.Spread = n.UsualNight(d)
		out = append(out, f)
	}
	return out
}

// Exposed are the places at which something green stands that a frost could reach tonight, the
// coldest first.
func Exposed(row []PlantingForecast, nursery []logbook.NursingState, today measure.Day) []climate.MicroclimateOffset {
	var out []climate.MicroclimateOffset
	add := func(o climate.MicroclimateOffset) {
		if !o.Frostless() && !slices.Contains(out, o) {
			out = append(out, o)
		}
	}
	for i := range row {
		if row[i].green(today + 1) {
			add(row[i].standsOn(today + 1))
		}
	}
	for i := range nursery {
		if nursery[i].Open() {
			add(nursery[i].Now.Offset())
		}
	}
	slices.SortStableFunc(out, func(a, b climate.MicroclimateOffset) int { return cmp.Compare(a.Night, b.Night) })
	return out
}

// add a thing that stands somewhere, if a frost there is likely enough to be asked about.
func (n *Night) add(t NightThing, where climate.MicroclimateOffset) {
	t.Low = n.Min + float64(where.Night)
	t.Chance = climate.Before(-t.Low, n.Spread)
	if where.Frostless() || t.Chance < climate.FrostAsked {
		return
	}
	t.Act, t.Way = t.Low <= climate.FrostAct || t.Chance >= actFrom, Cover
	n.Things = append(n.Things, t)
}

// settle what is best done with each: who is in most danger has the first choice of room.
func (n *Night) settle(limit measure.Mass) {
	order := make([]*NightThing, len(n.Things))
	for i := range n.Things {
		order[i] = &n.Things[i]
	}
	slices.SortStableFunc(order, func(a, b *NightThing) int { return cmp.Compare(a.Low-a.tender(), b.Low-b.tender()) })
	for _, t := range order {
		t.Heavy = t.Wet > limit
		switch {
		case t.small():
			t.Way = Heap
		case t.Nursling != nil || t.Wet > 0 && !t.Heavy:
			t.carryIn(n)
		}
	}
}

// tender is how much more a thing stands to lose than a potato in its bag, as °C. Practice.
func (t *NightThing) tender() float64 {
	if t.Nursling != nil || t.Planting.Sweet() {
		return 3
	}
	return 0
}

// small tops, with layers still to come, that medium can be heaped over.
func (t *NightThing) small() bool {
	if t.Planting == nil || t.Planting.Sweet() || len(t.Planting.Rungs) == 0 {
		return false
	}
	stem, known := t.Planting.Shows()
	return known && stem <= smallTops
}

// carryIn under the warmest shelter that has room and stays over freezing.
func (t *NightThing) carryIn(n *Night) {
	for i := range n.Rooms {
		r := &n.Rooms[i]
		low := n.Min + float64(r.Shelter.Offset().Night)
		if r.takes(t.Floor) && (r.Shelter.Offset().Frostless() || low > max(t.Low, climate.FrostAct)) {
			r.More += t.Floor
			t.Way, t.Into = CarryIn, r.Shelter
			return
		}
	}
}

// green reports whether there are leaves over the medium on a day that a frost could take.
func (s *PlantingForecast) green(d measure.Day) bool {
	if s.Stage != logbook.StageGrowing || s.Grown == nil || s.Emptied() != 0 {
		return false
	}
	run := &s.Grown.Run
	return (run.Up != 0 && run.Up <= d || s.Sweet()) && (run.Gone == 0 || run.Gone > d || run.Ending == growth.Killed)
}

// FrostAt is the chance of a frost in a night at a place.
func (f *Forecast) FrostAt(where climate.MicroclimateOffset) float64 {
	if where.Frostless() {
		return 0
	}
	return climate.Before(-(f.Min + float64(where.Night)), f.Spread)
}

// standsOn a day: what the shelter it then stands under does to the air.
func (s *PlantingForecast) standsOn(d measure.Day) climate.MicroclimateOffset {
	var out climate.MicroclimateOffset
	for _, stay := range s.Grown.Plant.Stays {
		if stay.From <= d {
			out = stay.Offset
		}
	}
	return out
}

// wetNow is what the bag weighs with the water that is in it.
func (s *PlantingForecast) wetNow() measure.Mass {
	if s.Bag.Model.Shape.Ground() {
		return 0
	}
	full := s.FeedAsk.Mix.WetWeight(s.Settled(), s.Bag.Model.Empty)
	if s.Water != nil {
		now := s.Water.whole(s.Water.Now)
		full -= measure.Mass(1000 * float64(now.Capacity-now.In))
	}
	return max(0, full)
}

// wetWorking shows what a bag weighs with the water that is in it.
func (s *PlantingForecast) wetWorking() working.Working {
	out, now := s.FeedAsk.Mix.WetWorking(s.Settled(), s.Bag.Model.Empty), s.wetNow()
	out.Title, out.Mark, out.Changes = "What it weighs now", working.Model, "Rain, a watering, a raise."
	if full := s.FeedAsk.Mix.WetWeight(s.Settled(), s.Bag.Model.Empty); full > now {
		out.Steps = append(out.Steps, working.Step{Says: "less the water that is gone, 1 kg a litre", Result: measure.Stands(full - now)}, working.Step{Says: "now", Result: measure.Stands(now)})
	}
	out.Result = measure.Stands(now)
	return out
}

// RoomWorking shows what things that are carried in take of the floor of one shelter.
func (n *Night) RoomWorking(s climate.Shelter) (working.Working, bool) {
	for i := range n.Rooms {
		r := &n.Rooms[i]
		if r.Shelter != s || !r.Known() {
			continue
		}
		out := working.Working{
			Title: "Floor for what is carried in", Result: r.More, Mark: working.Sum,
			Steps:  []working.Step{{Says: "its floor, as you told it", Result: r.Floor}, {Says: "taken by what stands there", Result: r.Taken}},
			Source: "the footprint of each bag; 0.03 m² a pot, 0.12 m² a tray of slips", Changes: "The floor on the Site page; what stands there.",
		}
		for k := range n.Things {
			if t := &n.Things[k]; t.Way == CarryIn && t.Into == s {
				out.Steps = append(out.Steps, working.Step{Says: "{}", Args: []any{t.Label}, Result: t.Floor})
			}
		}
		out.Steps = append(out.Steps, working.Step{Says: "these together, of {} that are free", Args: []any{r.Left() + r.More}, Result: r.More})
		return out, true
	}
	return working.Working{}, false
}

// Covered reports whether a bag is covered or carried in for the time being, and since when.
func (s *PlantingForecast) Covered() (how string, since measure.Day, ok bool) {
	if s.Stage != logbook.StageGrowing {
		return "", 0, false
	}
	for i := len(s.Care) - 1; i >= 0; i-- {
		if e := &s.Care[i]; e.Kind == logbook.Protected {
			return e.Thing, e.Day, slices.Contains(logbook.Sheltered, e.Thing)
		}
	}
	return "", 0, false
}

// BroughtIn reports whether something of the nursery was put under shelter for the time being,
// and where it stood before.
func BroughtIn(n *logbook.NursingState, today measure.Day) (from climate.Shelter, since measure.Day, ok bool) {
	moves := slices.DeleteFunc(slices.Clone(n.Log), func(e logbook.NurseryEntry) bool { return e.Kind != logbook.NurseMoved })
	if !n.Open() || len(moves) == 0 || moves[0].Text != logbook.ForTheNight || moves[0].Day < today-broughtFor {
		return "", 0, false
	}
	from = n.Shelter
	if len(moves) > 1 {
		from = moves[1].Shelter
	}
	order := climate.Shelters()
	return from, moves[0].Day, slices.Index(order, n.Now) > slices.Index(order, from)
}

// broughtFor is for how many days what was brought in is taken to go out again. Practice.
const broughtFor = 7

// HotDay is a day ahead that is too hot for tubers that have set.
type HotDay struct {
	Forecast
	Bags  []string // labels
	Stops bool     // somewhere over 32 °C, where they stop growing
}

// Heat slows tubers over a daily mean of 24 °C, and stops them over a maximum of 32 °C.
// Practice.
const hotMean, hotMax = 24, 32

// HotDays ahead for a row of bags: of potatoes that have set tubers.
func HotDays(ahead []Forecast, row []PlantingForecast) []HotDay {
	var out []HotDay
	for _, f := range ahead {
		h := HotDay{Forecast: f}
		for i := range row {
			st := &row[i]
			if !st.green(f.Day) || st.Sweet() || st.Grown.Run.Initiation == 0 || st.Grown.Run.Initiation > f.Day {
				continue
			}
			low, high := st.standsOn(f.Day).Inside(f.Min, f.Max, st.Grown.Plant.Heated)
			if (low+high)/2 > hotMean || high > hotMax {
				h.Bags, h.Stops = append(h.Bags, st.Bag.Label), h.Stops || high > hotMax
			}
		}
		if len(h.Bags) > 0 {
			out = append(out, h)
		}
	}
	return out
}
