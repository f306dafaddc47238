package demo

import (
	"time"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Today the demo is pinned to.
func Today() measure.Day { return measure.Date(2026, time.June, 9) }

var varieties = []logbook.Variety{
	{Name: "Harbour Lantern", Class: crop.FirstEarly, PacketDays: 78},
	{Name: "Netmender", Class: crop.SecondEarly, PacketDays: 92},
	{Name: "Grey Gannet", Class: crop.SecondEarly, PacketDays: 98},
	{Name: "Cold Quay", Class: crop.Maincrop, PacketDays: 132},
	{Name: "Tarred Rope", Class: crop.EarlyMaincrop, PacketDays: 118},
	{Name: "Signal Copper", Class: crop.SweetEarly, PacketDays: 100},
	{Name: "Low Lamp", Class: crop.SweetMid, PacketDays: 116},
}

// model of bag with the labels that are of it, by place.
type model struct {
	name     string
	kind     bag.Kind
	base     [2]measure.Length // diameter, or length and width
	top      [2]measure.Length
	height   measure.Length
	material logbook.Material
	drain    bag.Drainage
	holes    int
	rolls    bool
	sold     measure.Volume
	empty    measure.Mass
	price    int
	lasts    int
}

var models = []model{
	{name: "cask", base: [2]measure.Length{36}, top: [2]measure.Length{40}, height: 42, material: logbook.Fabric, drain: bag.Drainage{Way: bag.ThroughWall}, rolls: true, sold: 45, empty: 320, price: 690, lasts: 4},
	{name: "keg", base: [2]measure.Length{30}, top: [2]measure.Length{33}, height: 34, material: logbook.Fabric, drain: bag.Drainage{Way: bag.ThroughWall}, rolls: true, sold: 30, empty: 220, price: 520, lasts: 4},
	{name: "pail", base: [2]measure.Length{24}, top: [2]measure.Length{29}, height: 28, material: logbook.Rigid, drain: bag.Drainage{Way: bag.SideHoles, HoleHeight: 2}, holes: 4, sold: 16, empty: 640, price: 350, lasts: 8},
	{name: "crate", kind: bag.Box, base: [2]measure.Length{60, 40}, top: [2]measure.Length{60, 40}, height: 32, material: logbook.Timber, drain: bag.Drainage{Way: bag.BaseHoles}, holes: 9, empty: 6400, price: 2400, lasts: 10},
	{name: "sack", kind: bag.Sack, base: [2]measure.Length{45}, top: [2]measure.Length{45}, height: 50, material: logbook.Woven, drain: bag.Drainage{Way: bag.ThroughWall}, sold: 100, empty: 180, price: 240, lasts: 2},
}

func (m model) shape() (bag.Shape, error) {
	switch m.kind {
	case bag.Box:
		return bag.NewBox(m.base[0], m.base[1], m.top[0], m.top[1], m.height)
	case bag.Sack:
		return bag.StandingSack(m.base[0], m.height)
	}
	return bag.NewRound(m.base[0], m.top[0], m.height)
}

// places with the bags that stand there: model and labels.
var places = []struct {
	name    string
	shelter climate.Shelter
	bags    [][2]string // model, label
}{
	{"Lower step", climate.Open, [][2]string{{"cask", "R1"}, {"cask", "R2"}, {"keg", "R3"}, {"keg", "R4"}, {"pail", "R5"}}},
	{"Middle step", climate.Open, [][2]string{{"cask", "R6"}, {"cask", "R7"}, {"crate", "R8"}, {"crate", "R9"}, {"pail", "R10"}}},
	{"Upper step", climate.Open, [][2]string{{"cask", "R11"}, {"cask", "R12"}, {"keg", "R13"}, {"keg", "R14"}, {"pail", "R15"}}},
	{"Greenhouse", climate.Greenhouse, [][2]string{{"sack", "R16"}, {"sack", "R17"}, {"sack", "R18"}, {"sack", "R19"}}},
}

// Site of Net Loft Steps.
func site() logbook.Site {
	s := logbook.NewSite(climate.Presets()[0])
	s.Name, s.Latitude, s.LiftLimit = "Net Loft Steps", 54.3, 16*measure.Kilogram
	s.LastSD, s.FirstSD = 20, 20
	s.Shelters = []climate.Shelter{climate.FrostFree, climate.Greenhouse}
	s.Floors = map[climate.Shelter]measure.Area{climate.Greenhouse: 4, climate.FrostFree: 1.2}
	return s
}

// containers, by name, with their tare in g.
var tares = map[string]measure.Mass{"blue bucket": 412, "washing-up bowl": 286}

// sowing is one planting and what became of it. Days are "01-31" of its year.
type sowing struct {
	year    int
	bag     string
	variety string
	planned string
	number  int // planned, when it is not the number of pieces
	school  hill.School
	planted string
	pieces  []measure.Mass
	slips   int
	root    string                              // of the nursery, that the slips came from
	timing  func(logbook.Timing) logbook.Timing // other than usual
	doings  []doing
}

// doing is one later entry; only what is set is recorded.
type doing struct {
	day     string
	raise   measure.Length
	loose   measure.Volume
	stem    measure.Length
	note    string
	taken   string
	weigh   []logbook.Batch
	closed  bool
	up      bool
	frosted bool
	fed     bool
	topped  measure.Volume
	tended  job.Kind
	felt    int            // moisture, from 1 for dry
	given   measure.Volume // water
	seen    string         // by its key, with the note
	level   int            // of it, from 1 for little
}

func raise(day string, by measure.Length) doing { return doing{day: day, raise: by} }
func stem(day string, h measure.Length) doing   { return doing{day: day, stem: h} }
func note(day, text string) doing               { return doing{day: day, note: text} }
func taken(day, text string) doing              { return doing{day: day, taken: text} }
func up(day string) doing                       { return doing{day: day, up: true} }
func fed(day string) doing                      { return doing{day: day, fed: true} }
func topped(day string, v measure.Volume) doing { return doing{day: day, topped: v} }
func tied(day string) doing                     { return doing{day: day, tended: job.Tie} }
func felt(day string, level int) doing          { return doing{day: day, felt: level} }
func watered(day string, v measure.Volume) doing {
	return doing{day: day, given: v}
}
func closed(day string) doing { return doing{day: day, closed: true} }

// weigh is one batch: gross in a container, a grade and a count.
func weigh(day string, gross measure.Mass, container string, grade lift.Grade, count int) doing {
	return doing{day: day, weigh: []logbook.Batch{{
		Gross: gross, Tare: tares[container], Container: container, Grade: string(grade), Count: count,
	}}}
}

var season2024 = []sowing{
	{
		year: 2024, bag: "R1", variety: "Harbour Lantern", planned: "02-25", school: hill.FillOnce,
		planted: "04-03", pieces: []measure.Mass{58, 63, 55},
		doings: []doing{
			taken("06-30", "A panful for supper, felt out through the side."),
			weigh("07-09", 1935, "blue bucket", lift.Keep, 21), weigh("07-09", 402, "washing-up bowl", lift.Small, 5), closed("07-09"),
		},
	},
	{
		year: 2024, bag: "R2", variety: "Harbour Lantern", planned: "02-25", school: hill.FillOnce,
		planted: "04-03", pieces: []measure.Mass{61, 54},
		doings: []doing{
			weigh("07-12", 2020, "blue bucket", lift.Keep, 17), weigh("07-12", 118, "", lift.Green, 2), closed("07-12"),
		},
	},
	{
		year: 2024, bag: "R3", variety: "Netmender", planned: "02-25", school: hill.FillOnce,
		planted: "04-10", pieces: []measure.Mass{66, 59},
		doings: []doing{weigh("07-28", 1986, "blue bucket", lift.Keep, 19), weigh("07-28", 164, "", lift.EatFirst, 2), closed("07-28")},
	},
	{
		year: 2024, bag: "R4", variety: "Netmender", planned: "02-25", school: hill.FillOnce,
		planted: "04-10", pieces: []measure.Mass{52, 49, 57},
		doings: []doing{weigh("07-28", 1702, "blue bucket", lift.Keep, 18), weigh("07-28", 521, "washing-up bowl", lift.Small, 8), closed("07-28")},
	},
	{
		year: 2024, bag: "R5", variety: "Netmender", planned: "02-25", school: hill.FillOnce,
		planted: "04-12", pieces: []measure.Mass{64, 71},
		doings: []doing{
			note("06-18", "Leaves limp again by evening, this pail dries fast."),
			weigh("07-30", 318, "", lift.Small, 11), weigh("07-30", 76, "", lift.Green, 2), closed("07-30"),
		},
	},
	{
		year: 2024, bag: "R6", variety: "Cold Quay", planned: "03-02", school: hill.Steps,
		planted: "04-20", pieces: []measure.Mass{55, 58, 52},
		doings: []doing{
			raise("05-29", 10), raise("06-12", 10),
			weigh("09-21", 3410, "blue bucket", lift.Keep, 24), weigh("09-21", 486, "washing-up bowl", lift.EatFirst, 3), closed("09-21"),
		},
	},
	{
		year: 2024, bag: "R7", variety: "Cold Quay", planned: "03-02", school: hill.Steps,
		planted: "04-20", pieces: []measure.Mass{71, 68},
		doings: []doing{
			raise("05-29", 8), raise("06-16", 12),
			taken("08-25", "A basket for the neighbours, never weighed."),
			weigh("09-21", 2530, "blue bucket", lift.Keep, 14), weigh("09-21", 232, "", lift.Rotten, 2), closed("09-21"),
		},
	},
	{
		year: 2024, bag: "R8", variety: "Tarred Rope", planned: "03-02", school: hill.Steps,
		planted: "04-24", pieces: []measure.Mass{60, 57, 62, 51},
		doings: []doing{
			raise("06-04", 10),
			weigh("09-08", 3275, "blue bucket", lift.Keep, 27), weigh("09-08", 842, "washing-up bowl", lift.Small, 16), closed("09-08"),
		},
	},
	{
		year: 2024, bag: "R11", variety: "Tarred Rope", planned: "03-02", school: hill.FillOnce,
		planted: "04-24", pieces: []measure.Mass{59, 64, 56},
		doings: []doing{weigh("09-08", 2696, "blue bucket", lift.Keep, 22), weigh("09-08", 95, "", lift.SavedSeed, 2), closed("09-08")},
	},
}

var season2026 = []sowing{
	{
		year: 2026, bag: "R1", variety: "Harbour Lantern", planned: "02-20", school: hill.FillOnce,
		planted: "03-30", pieces: []measure.Mass{57, 62},
		doings: []doing{topped("04-10", 6), up("04-25"), stem("05-12", 19), fed("05-20"), tied("05-26"), stem("06-02", 42), fed("06-03"), note("06-05", "First buds.")},
	},
	{
		year: 2026, bag: "R2", variety: "Harbour Lantern", planned: "02-20", school: hill.FillOnce,
		planted: "04-06", pieces: []measure.Mass{55, 60, 58},
		doings: []doing{topped("04-18", 6), tied("05-30"), stem("06-03", 38)},
	},
	{
		year: 2026, bag: "R3", variety: "Netmender", planned: "02-20", school: hill.FillOnce,
		planted: "04-14", pieces: []measure.Mass{63, 58},
		doings: []doing{topped("04-25", 4), fed("05-30"), tied("06-02"), stem("06-03", 36)},
	},
	{
		year: 2026, bag: "R4", variety: "Grey Gannet", planned: "02-20", school: hill.FillOnce,
		planted: "04-14", pieces: []measure.Mass{68, 61},
		doings: []doing{topped("04-25", 4), fed("06-02"), tied("06-03"), stem("06-03", 33), felt("06-07", 1), felt("06-09", 1), note("06-09", "Dry right through; it was forgotten over the weekend.")},
	},
	{
		year: 2026, bag: "R5", variety: "Grey Gannet", planned: "02-20", school: hill.FillOnce,
		planted: "04-18", pieces: []measure.Mass{59},
		doings: []doing{topped("04-29", 2), fed("06-03"), stem("06-03", 27)},
	},
	{
		year: 2026, bag: "R6", variety: "Cold Quay", planned: "03-01", school: hill.Steps,
		planted: "04-16", pieces: []measure.Mass{56, 59, 54},
		doings: []doing{up("05-12"), stem("05-25", 19), raise("05-25", 10), tied("06-07"), stem("06-08", 19)},
	},
	{
		year: 2026, bag: "R7", variety: "Cold Quay", planned: "03-01", school: hill.Steps,
		planted: "04-20", pieces: []measure.Mass{64, 61},
		doings: []doing{stem("05-30", 20), raise("05-31", 10), stem("06-07", 13)},
	},
	{
		year: 2026, bag: "R8", variety: "Tarred Rope", planned: "03-01", school: hill.Steps,
		planted: "04-22", pieces: []measure.Mass{58, 55, 61, 57},
		doings: []doing{stem("05-30", 15), stem("06-08", 22)},
	},
	{
		year: 2026, bag: "R11", variety: "Tarred Rope", planned: "03-01", school: hill.LittleAndOften,
		planted: "04-25", pieces: []measure.Mass{62, 60, 65},
		doings: []doing{stem("05-21", 8), raise("05-21", 5), stem("05-27", 8), raise("05-27", 5), {day: "06-02", loose: 6}, stem("06-08", 9)},
	},
	{
		year: 2026, bag: "R12", variety: "Cold Quay", planned: "03-01", school: hill.Steps,
		planted: "05-20", pieces: []measure.Mass{53, 57},
		doings: []doing{up("06-07"), stem("06-08", 4), note("06-08", "Just through, all pieces showing.")},
	},
	{
		year: 2026, bag: "R13", variety: "Cold Quay", planned: "06-02", number: 2, school: hill.FillOnce,
		timing: func(t logbook.Timing) logbook.Timing { t.Plant = measure.Date(2026, time.June, 11); return t },
	},
	{
		year: 2026, bag: "R9", variety: "Netmender", planned: "06-01", number: 4, school: hill.FillOnce, timing: lateCrop,
	},
	{
		year: 2026, bag: "R14", variety: "Netmender", planned: "06-01", number: 2, school: hill.FillOnce, timing: lateCrop,
	},
	{
		year: 2026, bag: "R15", variety: "Harbour Lantern", planned: "05-20", number: 1, school: hill.FillOnce,
		timing: func(t logbook.Timing) logbook.Timing {
			t.Way, t.Plant = calendar.PreGrown, measure.Date(2026, time.June, 17)
			return t
		},
	},
	{
		year: 2026, bag: "R16", variety: "Signal Copper", planned: "03-10", school: hill.FillOnce,
		planted: "06-02", slips: 4, root: "S1",
		doings: []doing{stem("06-08", 14), note("06-03", "Slips limp for a day, up again.")},
	},
	{
		year: 2026, bag: "R17", variety: "Low Lamp", planned: "03-10", school: hill.FillOnce,
		planted: "06-02", slips: 4, root: "S2",
		doings: []doing{stem("06-08", 18)},
	},
	{
		year: 2026, bag: "R18", variety: "Signal Copper", planned: "03-10", school: hill.FillOnce,
		planted: "06-03", slips: 3, root: "S1",
		doings: []doing{stem("06-08", 11)},
	},
	{
		year: 2026, bag: "R19", variety: "Low Lamp", planned: "05-28", number: 4, school: hill.FillOnce,
	},
}
