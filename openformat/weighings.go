package openformat

import (
	"math"
	"strconv"
	"strings"

	"glebata/core/harvest"
	"glebata/core/measure"
)

// WeighingColumns of a table of harvests that the model of harvests is fitted to, in the order in which
// they are written. Low and high stand where a harvest is only known within a range; rows of one bin each
// carry what all of it came to.
var WeighingColumns = []string{"season", "variety", "school", "expected_kg", "harvest_kg", "low_kg", "high_kg", "bin"}

// mostKg of a bag that is believed.
const mostKg = 1000

// weighingRow as it is read.
type weighingRow struct {
	bag       harvest.Bag
	low, high float64
	known     bool
	bin       string
	line      int
}

// ReadWeighings of a table with WeighingColumns, in any order and among others: kilograms, in grams as they
// are returned. A row without a harvest is of one that is not known, and tells nothing. Garden is whose
// they are; empty for the grower's own. It returns the first thing wrong.
func ReadWeighings(t Table, garden string) ([]harvest.Weighing, *LineError) {
	at := Mapping{}
	for i, h := range t.Header {
		key := strings.ToLower(strings.TrimSpace(h))
		if _, twice := at[key]; !twice {
			at[key] = i
		}
	}
	for _, need := range WeighingColumns[:5] {
		if _, ok := at[need]; !ok && need != "school" {
			return nil, &LineError{1, measure.Say("The heading lacks the column {}: it has {}, and may have low_kg, high_kg and bin.", need, strings.Join(WeighingColumns[:5], ", "))}
		}
	}
	var out []harvest.Weighing
	bins, of := map[string]int{}, map[string]*weighingRow{}
	for i, row := range t.Rows {
		r, wrong := readWeighing(at, row, t.Lines[i], garden)
		switch {
		case wrong != nil:
			return nil, wrong
		case !r.known:
			continue
		case r.bin == "":
			out = append(out, harvest.Weighing{Bags: []harvest.Bag{r.bag}, Low: r.low, High: r.high})
			continue
		}
		first, there := of[r.bin]
		if !there {
			of[r.bin], bins[r.bin] = r, len(out)
			out = append(out, harvest.Weighing{Bags: []harvest.Bag{r.bag}, Low: r.low, High: r.high})
			continue
		}
		if math.Abs(first.low-r.low) > 0.5 || math.Abs(first.high-r.high) > 0.5 {
			return nil, &LineError{r.line, measure.Say("Bin {} came to something else on line {}: each of its rows carries what all of it came to.", r.bin, first.line)}
		}
		w := &out[bins[r.bin]]
		w.Bags = append(w.Bags, r.bag)
	}
	return out, nil
}

func readWeighing(at Mapping, row []string, line int, garden string) (*weighingRow, *LineError) {
	r := &weighingRow{line: line, bin: at.At(row, "bin")}
	r.bag = harvest.Bag{Variety: at.At(row, "variety"), Season: at.At(row, "season"), School: at.At(row, "school"), Garden: garden}
	if r.bag.Season == "" || r.bag.Variety == "" {
		return nil, &LineError{line, measure.Say("A harvest needs its season and its variety.")}
	}
	kg := func(key string) (v float64, there bool, wrong *LineError) {
		text := at.At(row, key)
		if text == "" {
			return 0, false, nil
		}
		v, err := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
		if err != nil || !(v >= 0 && v <= mostKg) {
			return 0, false, &LineError{line, measure.Say("“{}” is no weight in kilograms, in {}.", text, key)}
		}
		return v * 1000, true, nil
	}
	if at.At(row, "harvest_kg")+at.At(row, "low_kg")+at.At(row, "high_kg") == "" { // not known
		return r, nil
	}
	var wrong *LineError
	if r.bag.Expected, _, wrong = kg("expected_kg"); wrong == nil && r.bag.Expected <= 0 {
		wrong = &LineError{line, measure.Say("A harvest needs what was expected of it, over 0.")}
	}
	if wrong != nil {
		return nil, wrong
	}
	got, known, wrong := kg("harvest_kg")
	low, hasLow, wrong2 := kg("low_kg")
	high, hasHigh, wrong3 := kg("high_kg")
	for _, w := range []*LineError{wrong, wrong2, wrong3} {
		if w != nil {
			return nil, w
		}
	}
	r.low, r.high, r.known = got, got, known
	if hasLow && hasHigh {
		r.low, r.high, r.known = low, high, true
	}
	if r.high < r.low || hasLow != hasHigh {
		return nil, &LineError{line, measure.Say("What a harvest may have been goes from low_kg to high_kg.")}
	}
	return r, nil
}
