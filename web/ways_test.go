package web_test

import (
	"fmt"
	"math"
	"os"
	"testing"
)

// ways of growing, driven over the pages from an empty garden to a comparison: what was weighed is
// held against arithmetic that stands here, and what is made of it is no surer than it is. One of
// them is driven always, all in make deep.
var ways = map[string]func(*testing.T){
	alwaysDriven: tubsInBins,
	"pots under cover, carried in on frosty nights, not weighed": potsUnderCover,
	"one tuber in each of several sizes of pot":                  oneEach,
	"two rings in a tub, all its feed at planting, on a timer":   twoRings,
	"a very large ring filled in autumn, a second batch, leaves": largeRing,
	"a rolled bag for winter, kept in it till wanted":            rolledForWinter,
	"nine bags of kitchen seed, in bins, some given away":        nineBags,
	"improvised boxes by their ground, two kinds in one":         boxesByGround,
	"slips of several sources in the south":                      southernSlips,
	"small bags, one tuber against three, weights guessed":       oneAgainstThree,
	"thirds of a bag, finger checks, gallons and pounds":         thirdsOfABag,
	"sweet potatoes under a lamp":                                underALamp,
	"tubers felt out, spots looked at, and what comes up wild":   feltOut,
	"a trial of numbers, and straw on a bed beside it":           trialOfNumbers,
	"extra early out of pots that were not weighed":              extraEarly,
	"felt bags against a bed, and a poor one explained":          bagsAgainstABed,
	"inert medium over a reservoir, all its feed liquid":         inertMedium,
	"a lined bucket lifted out and back, counts split":           linedBucket,
	"slips in a row, a bed and bags, with the minutes":           rowsAndMinutes,
	"kitchen tubers in a bed, counted only":                      countedOnly,
	"unequal seed made fair":                                     unequalSeed,
}

const alwaysDriven = "36 tubs by variety, by rain alone, weighed in bins"

func TestWaysFromTheFirstQuestionToTheComparison(t *testing.T) {
	for name, drive := range ways {
		if os.Getenv("GLEBATA_DEEP") == "" && name != alwaysDriven {
			continue
		}
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			drive(t)
		})
	}
}

// usable litres of an ordinary bag that holds so many to the rim: 1.05 times as high as it is wide,
// filled to 4 cm under it.
func usableOf(litres float64) float64 {
	d := math.Cbrt(litres * 1000 * 4 / (math.Pi * 1.05))
	return math.Pi / 4 * d * d * (1.05*d - 4) / 1000
}

const usualPiece = 55.0 // g, of seed that nobody weighed

// Thirty-six tubs from the first question to the comparison: on paper that is some 45 writings.
func tubsInBins(t *testing.T) {
	w := walkFrom(t, 2026, 4, 2)
	w.first("30 L", "3", "maincrop", "cool-maritime", 1)
	w.press("/plantings/1/drop")
	w.plans("R1–R12: 3 tubers each, Cold Quay, planted 2 April\nR13–R24: 3 Tarred Rope, planted 2 April\nR25–R36: 3 Netmender, planted 2 April", "litres", "30 L", "class", "maincrop", "place", "Steps")
	list := []string{"list", "R1–R36"}
	w.many("irrigated", append(list, "thing", "rain")...)
	for _, day := range []int{1, 14, 27} {
		w.on(2026, 6, day)
		w.many("raise", append(list, "by", "5 cm")...)
	}
	w.on(2026, 9, 1)
	w.many("cut", list...)
	w.on(2026, 9, 16)
	for i, kg := range []string{"14.4 kg", "12.9 kg", "16.2 kg"} {
		w.press("/lift/pool", "all", "variety-"+string(rune('2'+i)), "gross-1", kg, "by", "even")
	}
	w.many("close", list...)
	if w.presses > 45 {
		t.Errorf("%d presses and %d fields, on paper about 45 writings", w.presses, w.fields)
	}
	for label, kg := range map[string]float64{"R1": 14.4, "R12": 14.4, "R13": 12.9, "R36": 16.2} {
		w.is(label, "harvest of a bag", kg*1000/12)
		w.is(label, "seed g", 3*usualPiece)
	}
	w.says("/compare", "is 1 weighing and", "for bags of one bin are no bags apart", "-Likely more")
	w.says("/compare/working/all", "43.5 kg ÷ 5.94 kg") // 14.4 + 12.9 + 16.2, over 36 × 3 × 55 g
}

// Only one of two pots is weighed, and by eye: the other is not known, and is no nothing.
func potsUnderCover(t *testing.T) {
	w := walkFrom(t, 2026, 3, 20)
	w.first("12 L", "1", "first-early", "cool-maritime", 2, "day", "20 Mar")
	for day := 10; day <= 14; day += 2 {
		w.on(2026, 4, day)
		w.many("protected", "list", "B1 B2", "thing", "in")
		w.on(2026, 4, day+1)
		w.many("protected", "list", "B1 B2", "thing", "out")
	}
	w.says("/bags/B1", "carried in", "By then")
	w.on(2026, 7, 10)
	w.paper("B1: about 400 g")
	w.many("close", "list", "B1, B2")
	w.is("B1", "harvest of a bag", 400)
	w.is("B1", "harvest of a bag from", 400*0.8)
	w.is("B1", "harvest of a bag to", 400*1.2)
	w.is("B1", "harvest for the seed", 400/usualPiece)
	if row := w.figures("")["B2"]; row["harvest of a bag"] != "" || row["counts"] != "no, harvest not known" {
		t.Errorf("a bag nobody weighed: %v", row)
	}
	w.says("/plantings/2", "closed", "-0 g")
}

// Of each size one pot, twice: litres tell, by what each holds of medium.
func oneEach(t *testing.T) {
	w := walkFrom(t, 2026, 4, 1)
	w.first("8 L", "1", "second-early", "mild-continental", 3, "day", "1 Apr")
	w.plans("P1–P3: 1, planted 1 April", "variety", "class:second-early", "litres", "35 L", "place", "Garden")
	w.on(2026, 7, 20)
	w.paper("B1: 210 g\nB2: 230 g\nB3: 190 g\nP1: 800 g\nP2: 760 g\nP3: 840 g")
	w.many("close", "list", "B1–B3 P1–P3")
	w.is("B1", "a litre of medium", 210/usableOf(8))
	w.is("P3", "a litre of medium", 840/usableOf(35))
	w.says("/compare?by=kind&measure=harvest", "Likely more: bag of 35 L gave more than bag of 8 L.")
}

func twoRings(t *testing.T) {
	w := walkFrom(t, 2026, 4, 5)
	w.first("60 L", "8", "second-early", "cool-maritime", 1)
	w.press("/plantings/1/drop")
	for _, tubs := range []struct{ lines, school string }{{"T1–T3: 8, 55 g each, planted 5 April", "two-level"}, {"T4–T6: 8, 55 g each, planted 5 April", "fill-once"}} {
		w.plans(tubs.lines, "variety", "class:second-early", "litres", "60 L", "school", tubs.school)
	}
	w.press("/plan/season/2", "feed-way", "planting")
	w.many("irrigated", "list", "T1–T6", "thing", "timer", "amount", "1.5 L", "level", "2")
	w.says("/bags/T1", "two-level", "drip or timer")
	w.on(2026, 8, 10)
	w.paper("T1: 3.0 kg\nT2: 3.2 kg\nT3: 3.1 kg\nT4: 2.0 kg\nT5: 2.1 kg\nT6: 1.9 kg")
	w.many("close", "list", "T1–T6")
	w.is("T1", "harvest for the seed", 3000.0/(8*55))
	w.says("/compare?by=school", "Likely more: two-level gave more than fill once.")
}

// Two batches share a ring: each has its part of the ground, by its plants.
func largeRing(t *testing.T) {
	w := walkFrom(t, 2025, 11, 8)
	w.first("300 L", "12", "maincrop", "cool-maritime", 1)
	w.at("B1", "filled", "amount", "200 L")
	w.on(2026, 4, 10)
	w.at("B1", "plant", "count", "12")
	w.press("/varieties", "name", "Netmender", "class", "second-early")
	w.on(2026, 5, 20)
	w.press("/plan", "bag", "1", "variety", "2", "number", "6", "year", "2026", "beside", "yes")
	w.press("/plantings/2/plant", "count", "6")
	w.on(2026, 6, 10)
	w.press("/plantings/1/raise", "by", "4 cm", "of", "leaves")
	w.on(2026, 9, 30)
	w.press("/plantings/2/weigh", "gross-1", "2.4 kg")
	w.press("/plantings/1/weigh", "gross-1", "6.0 kg")
	w.press("/plantings/1/close")
	w.press("/plantings/2/close")
	d := math.Cbrt(300*1000*4/(math.Pi*1.05)) / 100 // m
	ground := math.Pi / 4 * d * d
	w.is("B1 unknown maincrop", "a square metre", 6000/(ground*12/18))
	w.is("B1 Netmender", "a square metre", 2400/(ground*6/18))
	w.is("B1 unknown maincrop", "harvest for the seed", 6000/(12*usualPiece))
	w.says("/compare", "Too few bags to tell", "-Likely more")
}

func rolledForWinter(t *testing.T) {
	w := walkFrom(t, 2026, 8, 20)
	w.first("40 L", "3", "first-early", "mediterranean", 1)
	w.press("/models", "name", "roll", "kind", "round", "base", "35", "top", "35", "height", "45", "material", "fabric", "drain", "wall", "rolls", "yes")
	w.press("/bags", "labels", "W1", "model", "2", "place", "Glasshouse", "shelter", "greenhouse")
	w.press("/plan", "bag", "2", "variety", "class:early-maincrop", "school", "rolled-rim", "number", "2", "year", "2026")
	w.at("W1", "plant", "piece-1", "60", "piece-2", "66")
	w.on(2026, 9, 25)
	w.at("W1", "raise", "by", "8 cm")
	w.on(2026, 12, 10)
	w.at("W1", "cut")
	w.on(2027, 1, 5)
	w.says("/bags/W1", "lift when wanted", "-days late", "-Raise a layer")
	w.on(2027, 1, 12)
	w.at("W1", "weigh", "gross-1", "1.1 kg")
	w.at("W1", "close")
	w.is("W1", "harvest for the seed", 1100.0/126)
	w.says("/compare", "-Likely more", "-gave more than")
}

// Nine bags in three bins, and what was given away before: together they are exact, apart they are
// shares, and nothing is judged of them.
func nineBags(t *testing.T) {
	w := walkFrom(t, 2026, 4, 10)
	w.first("30 L", "2", "maincrop", "cool-maritime", 9, "day", "10 Apr")
	w.press("/looked-after", "bag", "7", "bag", "8", "bag", "9", "stands", "Wall", "gives", "wall", "condition", "sound")
	w.on(2026, 8, 20)
	w.at("B4", "weigh", "gross-1", "600 g", "gone", "given away")
	w.on(2026, 9, 20)
	for bags, kg := range map[string]string{"B1–B3": "4.5 kg", "B4–B6": "3.9 kg", "B7–B9": "5.1 kg"} {
		w.press("/lift/pool", "list", bags, "gross-1", kg, "by", "even")
	}
	w.many("close", "list", "B1–B9")
	w.is("B1", "harvest of a bag", 4500.0/3)
	w.is("B4", "harvest of a bag", 600+3900.0/3)
	w.says("/compare/working/all", "14.1 kg ÷ 990 g") // 4.5 + 3.9 + 5.1 + 0.6, over 9 × 2 × 55 g
	w.says("/compare?by=place", "Not judged: some were weighed together", "-Likely more")
}

func boxesByGround(t *testing.T) {
	w := walkFrom(t, 2026, 4, 12)
	w.first("40 L", "2", "maincrop", "cool-maritime", 1)
	for i, width := range []string{"40", "80"} {
		w.press("/models", "name", "box "+width, "kind", "box", "base", "50", "base-w", width, "top", "50", "top-w", width, "height", "35", "material", "card", "drain", "base")
		w.press("/bags", "labels", fmt.Sprintf("X%d", i+1), "model", fmt.Sprint(i+2), "place", "Yard")
	}
	w.plans("X1: 3 Cold Quay, planted 12 April\nX2: 3 Cold Quay, planted 12 April\nX2: 3 Tarred Rope, planted 12 April")
	w.on(2026, 9, 25)
	w.press("/plantings/2/weigh", "gross-1", "2 kg")
	w.press("/plantings/3/weigh", "gross-1", "1.5 kg")
	w.press("/plantings/4/weigh", "gross-1", "1.2 kg")
	for _, n := range []string{"2", "3", "4"} {
		w.press("/plantings/" + n + "/close")
	}
	w.is("X1", "a square metre", 2000/(0.5*0.4))
	w.is("X2 Cold Quay", "a square metre", 1500/(0.5*0.8/2))
	w.is("X2 Tarred Rope", "a square metre", 1200/(0.5*0.8/2))
	w.says("/compare?measure=area", "Too few bags to tell")
}

func southernSlips(t *testing.T) {
	w := walkFrom(t, 2025, 11, 25)
	w.first("40 L", "4", "sweet-mid", "southern-temperate", 1)
	w.plans("S1–S3: 4 Signal Copper\nS4–S6: 4 Low Lamp", "class", "sweet-mid", "variety", "class:sweet-mid")
	for i, start := range []string{"", "cuttings", "", "", "cuttings", ""} {
		w.at(fmt.Sprintf("S%d", i+1), "plant", "slips", "4", "start", start)
	}
	w.on(2026, 4, 15)
	w.paper("S1: 1.8 kg\nS2: 2.0 kg\nS3: 1.9 kg\nS4: 0.9 kg\nS5: 1.0 kg\nS6: 1.1 kg")
	w.many("close", "list", "S1–S6")
	w.is("S1", "a slip", 1800.0/4)
	w.is("S5", "a slip", 1000.0/4)
	w.says("/compare?measure=slip", "Likely more: Signal Copper gave more than Low Lamp.")
}
