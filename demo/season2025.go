package demo

import (
	"glebata/core/hill"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// season2025 is the finished season with full records: a trial of two against three
// pieces of Cold Quay in three casks each, earlies in kegs and pails, Tarred Rope in
// the crates. A pail was lost to standing water, a keg set back by frost, and in another tubers
// split when it was soaked after dry days.
var season2025 = []sowing{
	trial("R1", []measure.Mass{57, 60}, 26, 1910, 21), trial("R6", []measure.Mass{55, 59}, 27, 2215, 24), trial("R11", []measure.Mass{62, 56}, 28, 2040, 22),
	trial("R2", []measure.Mass{58, 54, 61}, 26, 2390, 31), trial("R7", []measure.Mass{56, 60, 57}, 27, 2745, 34), trial("R12", []measure.Mass{59, 55, 58}, 28, 2510, 33),
	early("R3", "Netmender", []measure.Mass{61, 58},
		up("05-06"), doing{day: "05-10", frosted: true}, note("05-10", "White grass at dawn, both tops black."), stem("06-05", 14), tied("06-14"),
		fed("06-12"), weigh("08-02", 1120, "blue bucket", lift.Keep, 11), closed("08-02")),
	early("R4", "Netmender", []measure.Mass{60, 63},
		up("05-07"), stem("06-01", 31), tied("06-03"), fed("06-02"), fed("06-16"), weigh("07-24", 1705, "blue bucket", lift.Keep, 17), weigh("07-24", 96, "", lift.Small, 3), closed("07-24")),
	early("R13", "Grey Gannet", []measure.Mass{57, 60},
		up("05-08"), stem("06-01", 28), tied("06-05"), fed("06-03"), felt("07-04", 1), note("07-04", "Back from four days away: bone dry, leaves hanging."), watered("07-05", 4.5), felt("07-06", 4),
		weigh("07-30", 1310, "blue bucket", lift.Keep, 12), weigh("07-30", 338, "", lift.EatFirst, 3), note("07-30", "Three split from end to end: the soaking after the dry days."), closed("07-30")),
	early("R14", "Grey Gannet", []measure.Mass{64, 59},
		up("05-08"), stem("06-01", 30), tied("06-05"), fed("06-03"), weigh("07-30", 1655, "blue bucket", lift.Keep, 16), weigh("07-30", 88, "", lift.EatFirst, 1), closed("07-30")),
	early("R5", "Harbour Lantern", []measure.Mass{58},
		up("05-02"), stem("05-25", 22), doing{day: "06-03", seen: "flooded", level: 3, note: "Three days of rain; water stands over the holes."}, note("06-11", "Leaves hang, the stem is soft at the foot."),
		weigh("06-20", 61, "", lift.OldMother, 1), weigh("06-20", 40, "", lift.Rotten, 3), closed("06-20")),
	early("R10", "Harbour Lantern", []measure.Mass{62},
		up("05-01"), stem("05-25", 27), fed("05-28"), weigh("07-08", 520, "", lift.Keep, 8), closed("07-08")),
	early("R15", "Harbour Lantern", []measure.Mass{59},
		up("05-01"), stem("05-25", 25), fed("05-28"), weigh("07-08", 485, "", lift.Keep, 7), weigh("07-08", 40, "", lift.Green, 1), closed("07-08")),
	crate("R8", []measure.Mass{58, 55, 61, 57}, 3150, 30), crate("R9", []measure.Mass{60, 62, 54, 59}, 3395, 33),
}

// trials that the bags of the scenario are in: the one of 2025 as it was put on record, and the
// one that runs.
var trials = []garden.NewTrial{
	{
		Trial: logbook.Trial{Year: 2025, Question: "Do three tubers to a cask give more than two?", Factor: "plants", Measure: "harvest", Arms: []string{"two", "three"}},
		Put:   [][]string{{"R1", "R6", "R11"}, {"R2", "R7", "R12"}},
	},
	{
		Trial: logbook.Trial{Year: 2026, Question: "Does raising in steps give more than filling once?", Factor: "school", Measure: "ratio", Arms: []string{"steps", "fill once"}},
		Put:   [][]string{{"R6", "R7", "R12"}, {"R13"}},
	},
}

// trial is a cask of Cold Quay with what was weighed of it, blue bucket and all; the
// second raise was on a day in June.
func trial(bag string, pieces []measure.Mass, second int, net measure.Mass, count int) sowing {
	june := measure.Date(2025, 6, second-14).ISO()[5:]
	return sowing{
		year: 2025, bag: bag, variety: "Cold Quay", planned: "02-22", school: hill.Steps, planted: "04-14", pieces: pieces,
		doings: []doing{
			up("05-11"), stem("05-20", 11), stem("05-27", 19), raise("05-27", 10), tied("06-06"), stem(june, 20), raise(june, 10), fed("06-15"), fed("06-29"), fed("07-13"),
			note("09-01", "Half the leaves yellow."), {day: "09-02", tended: "cut-down"},
			weigh("09-17", net+tares["blue bucket"], "blue bucket", lift.Keep, count), weigh("09-17", 90+measure.Mass(second)+tares["washing-up bowl"], "washing-up bowl", lift.Small, 4), closed("09-17"),
		},
	}
}

func early(bag, variety string, pieces []measure.Mass, doings ...doing) sowing {
	return sowing{
		year: 2025, bag: bag, variety: variety, planned: "02-22", school: hill.FillOnce, planted: "04-09", pieces: pieces,
		doings: append([]doing{topped("04-20", 2)}, doings...),
	}
}

func crate(bag string, pieces []measure.Mass, net measure.Mass, count int) sowing {
	return sowing{
		year: 2025, bag: bag, variety: "Tarred Rope", planned: "02-22", school: hill.Steps, planted: "04-18", pieces: pieces,
		doings: []doing{
			up("05-15"), stem("05-31", 19), raise("05-31", 10), tied("06-09"), fed("06-15"), fed("06-29"),
			weigh("09-05", net+tares["blue bucket"], "blue bucket", lift.Keep, count), closed("09-05"),
		},
	}
}
