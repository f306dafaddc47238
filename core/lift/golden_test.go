package lift

import (
	"fmt"
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/truth/golden"
)

func TestWhatALiftComesTo(t *testing.T) {
	var l golden.Lines
	batches := []Batch{
		{Gross: 1500, Tare: 400, Grade: Keep, Count: 9}, {Gross: 600, Grade: EatFirst, Count: 4, Faults: map[Fault]int{Split: 2, Scab: 1}}, {Gross: 300, Low: 200, High: 420, Grade: Keep, Known: measure.Estimated},
		{Gross: 90, Grade: Rotten, Count: 2}, {Gross: 40, Grade: OldMother}, {Gross: 500, Low: 400, High: 600, Count: 7, Grade: Keep, Known: measure.Counted}, {Gross: 200, Grade: Green, Count: 3, Known: measure.Pooled},
	}
	for i := range batches {
		total := Sum(batches[:i+1])
		l.Add("sum", total, total.Exact(), total.MeanTuber(), SumWorking(batches[:i+1]), total.MeanTuberWorking())
		low, high := batches[i].Range()
		l.Add("batch", batches[i].Net(), low, high, fmt.Sprint(batches[i].Check()), FaultsText(batches[i].Faults), ParseFaults(FaultsText(batches[i].Faults)))
	}
	total := func(edible, gross, low, high measure.Mass) Total {
		return Total{Edible: edible, Gross: gross, Low: low, High: high}
	}
	bags := []Bag{
		{Total: total(2000, 2300, 2000, 2000), Seed: 120, Litres: 40, Area: 0.13, Plants: 2}, {Total: total(900, 900, 900, 900), Seed: 80, SeedLow: 70, SeedHigh: 90, Litres: 20, Area: 0.09, Plants: 1},
		{Total: total(1500, 1700, 1200, 1900), Seed: 100, SeedLow: 100, SeedHigh: 100, Litres: 30, Area: 0.1, Plants: 3, Unweighed: true}, {}, {Total: total(500, 500, 500, 500), Plants: 2},
	}
	for i := range bags {
		l.Asked("bag", bags[i], nil)
	}
	for _, g := range Grades() {
		l.Add("grade", string(g), g.Name(), g.Edible(), g.Counted(), g.Known())
	}
	for _, c := range crop.Classes() {
		l.Add("usual tuber", string(c), UsualTuber(c))
	}
	for _, shares := range [][]float64{{1, 1, 1}, {0.2, 0.3, 0.5}, {5}, {0, 1}, {3, 2, 2, 1}} {
		l.Add("shared", shares, ShareOut(1000, shares), Pool(Batch{Gross: 2001, Tare: 400, Count: 13, Grade: Keep}, shares), CountShares(7, shares))
	}
	reader := Reader{Units: measure.Metric, Bare: "g", Mean: 80, Off: 0.25, Tares: map[string]measure.Mass{"blue bucket": 412}}
	for _, text := range []string{"1.5 kg", "2 kg less 400 g", "1500-400 9", "about 2 kg", "1.5–2 kg", "12 tubers", "800 g 6 keep", "600 g 4 eat 2 split", "1 kg 50 % keep, rest eat", "300 g x", "", "0", "3 kg 20 keep 1 kg 5 discard", "12@70g"} {
		line, err := reader.Read(text)
		l.Add("line "+text, line, fmt.Sprint(err))
	}
	var all []Verdict
	for i := range 160 {
		today := measure.Day(20640 + i)
		p := Plant{
			Today: today, Class: crop.Classes()[i%len(crop.Classes())], Planted: 20560, Initiation: 20600, Mature: 20670 + measure.Day(i%40), Ends: 20720, Dies: i%11 == 0,
			FullFlower: measure.Day(20630 * (i % 2)), Felt: []Felt{"", EggSize, OnlySmall, NothingYet, SkinHolds, SkinSlips}[i%6], FeltOn: today - measure.Day(i%9), Yellow: i%6 - 1, YellowOn: today - measure.Day(i%5),
			CutOn: measure.Day(20660 * (i % 5 / 4)), Blight: i%13 == 0, HoldOn: measure.Day((20645 + i) * (i % 7 / 6)), HoldFor: "spray", Frost: float64(i%4) / 5, WantedOn: measure.Day(20690 * (i % 8 / 7)),
		}
		v := p.Verdict()
		all = append(all, v)
		l.Add(fmt.Sprint("verdict ", i), v, v.Stage.Name(), First(&all[i/2], &v))
	}
	golden.Is(t, "lifts", l.String())
}
