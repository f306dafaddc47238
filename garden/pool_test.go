package garden_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/core/trial"
	"glebata/garden"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// twoBags of potatoes in leaf, of unlike numbers of plants.
func twoBags(t *testing.T) (*yard, [2]logbook.ID) {
	y := newYard(t)
	v := y.named("Broad Sound", crop.FirstEarly)
	bags := y.bags(litres(40), "Yard", "open", "A1", "A2")
	weighed := func(n int) seed.Known {
		k := seed.Known{}
		for range n {
			k.Pieces = append(k.Pieces, 60)
		}
		return k
	}
	return y, [2]logbook.ID{y.put(bags[0], v, 1, today-80, weighed(1)), y.put(bags[1], v, 4, today-80, weighed(4))}
}

// A bin of two bags is shared out by what was expected, evenly, or by counts; the shares come
// to the bin to the gram, are marked, and are taken back together.
func TestABinIsSharedAmongItsBags(t *testing.T) {
	y, ids := twoBags(t)
	bin := []logbook.Batch{{Gross: 6200, Tare: 0, Grade: "keep", Count: 61}}
	for by, want := range map[garden.PoolBy][2]measure.Mass{garden.ByEven: {3100, 3100}, garden.ByCount: {1550, 4650}, garden.ByExpected: {0, 0}} {
		a := y.asked()
		ask := garden.Pooling{Plantings: ids[:], Batches: bin, By: by, Counts: []int{10, 30}, Day: today}
		for range 2 { // safe to repeat
			_, err := y.Pool(ctx, ask, a)
			y.must(err)
		}
		one, two := y.state(ids[0]), y.state(ids[1])
		if sum := one.Harvest.Edible + two.Harvest.Edible; sum != 6200 || one.Harvest.Count+two.Harvest.Count != 61 {
			t.Errorf("%s: the shares come to %v and %d tubers", by, sum, one.Harvest.Count+two.Harvest.Count)
		}
		if want[0] != 0 && (one.Harvest.Edible != want[0] || two.Harvest.Edible != want[1]) {
			t.Errorf("%s: %v and %v, want %v", by, one.Harvest.Edible, two.Harvest.Edible, want)
		}
		if by == garden.ByExpected && !(two.Harvest.Edible > one.Harvest.Edible) {
			t.Errorf("four plants are expected to give no more than one: %v, %v", two.Harvest.Edible, one.Harvest.Edible)
		}
		if b := one.Log[len(one.Log)-1].Batches[0]; b.How != measure.Pooled || one.Harvest.Exact() || one.Harvest.Low >= one.Harvest.Edible || one.Harvest.High <= one.Harvest.Edible {
			t.Errorf("%s: it is %+v, %v to %v", by, b, one.Harvest.Low, one.Harvest.High)
		}
		_, err := y.UndoMany(ctx, a.Key, y.asked())
		y.must(err)
		if st := y.state(ids[0]); len(st.Batches) != 0 {
			t.Error("taken back, its share is still there")
		}
	}
	// Too little for the first to have a part: its faults go with who has one.
	_, err := y.Pool(ctx, garden.Pooling{Plantings: ids[:], Batches: []logbook.Batch{{Gross: 1, Grade: "keep", Faults: "cut 1"}}, By: garden.ByCount, Counts: []int{1, 30}, Day: today}, y.asked())
	y.must(err)
	if one, two := y.state(ids[0]), y.state(ids[1]); len(one.Batches) != 0 || two.Harvest.Edible != 1 || two.Harvest.Faults[lift.Cut] != 1 {
		t.Errorf("of a gram the first has %d batches, the second %v", len(one.Batches), two.Harvest.Edible)
	}
	for name, c := range map[string]struct {
		ask         garden.Pooling
		field, says string
	}{
		"one bag":         {garden.Pooling{Plantings: ids[:1], Batches: bin, Day: today}, "bags", "two at least"},
		"a bag twice":     {garden.Pooling{Plantings: []logbook.ID{ids[0], ids[0]}, Batches: bin, Day: today}, "bags", "twice"},
		"not counted":     {garden.Pooling{Plantings: ids[:], Batches: bin, By: garden.ByCount, Counts: []int{3, 0}, Day: today}, "", "Count the tubers of A2"},
		"before planting": {garden.Pooling{Plantings: ids[:], Batches: bin, By: garden.ByEven, Day: today - 200}, "", "not planted yet"},
		"nothing in it":   {garden.Pooling{Plantings: ids[:], Batches: []logbook.Batch{{Gross: 300, Tare: 412, Grade: "keep"}}, Day: today}, "gross-1", "not more than the container"},
	} {
		_, err := y.Pool(ctx, c.ask, y.asked())
		if faults := logbook.AsFaults(err); err == nil || c.field != "" && faults[0].Field != c.field || !strings.Contains(faults[0].Says.In(measure.Metric), c.says) {
			t.Errorf("%s: %v, want %q", name, err, c.says)
		}
	}
}

// What is picked early is no longer expected in the bag, but for what small ones make up; the
// ratio stands when the bag is closed.
func TestAPickingLowersWhatIsStillInTheBag(t *testing.T) {
	y, ids := twoBags(t)
	outlook := func() (now, later measure.Mass) {
		st := y.state(ids[1])
		growing, err := y.look().Expected(&st)
		y.must(err)
		o := st.YieldOutlook(growing, nil, today)
		return o.Now.Yield, o.Weeks[2].Yield
	}
	before, ahead := outlook()
	y.did(ids[1], logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 200, Grade: "keep"}, {Gross: 50, Grade: "rotten"}}})
	now, later := outlook()
	if math.Abs(float64(before-200-now)) > 1e-6 {
		t.Errorf("200 g of %v picked, %v are said to be left", before, now)
	}
	if off := ahead - later; off <= 0 || off > 200 {
		t.Errorf("in two weeks it is %v less for 200 g picked", off)
	}
}

// A sheet of weigh-ins is kept whole or not at all, and taken back whole.
func TestASheetIsKeptWholeOrNotAtAll(t *testing.T) {
	y, ids := twoBags(t)
	line := func(id logbook.ID, gross measure.Mass) logbook.Entry {
		return logbook.Entry{Planting: id, Day: today, Batches: []logbook.Batch{{Gross: gross, Grade: string(lift.Keep), Line: "as typed"}}}
	}
	_, err := y.WeighMany(ctx, []logbook.Entry{line(ids[0], 900), line(ids[1], -4)}, y.asked())
	refused(t, "a bad line", err, "lines", "Line 2")
	if st := y.state(ids[0]); len(st.Batches) != 0 {
		t.Fatal("a line of a bad sheet was kept")
	}
	a := y.asked()
	_, err = y.WeighMany(ctx, []logbook.Entry{line(ids[0], 900), line(ids[0], 900), line(ids[1], 700)}, a)
	y.must(err)
	if st := y.state(ids[0]); st.Harvest.Edible != 1800 || st.Log[len(st.Log)-1].Batches[0].Line != "as typed" {
		t.Errorf("of two like lines there are %v", st.Harvest.Edible)
	}
	_, err = y.UndoMany(ctx, a.Key, y.asked())
	y.must(err)
	if a, b := y.state(ids[0]), y.state(ids[1]); len(a.Batches)+len(b.Batches) != 0 {
		t.Error("taken back, some of it stands")
	}
}

// Volunteers are weighed without a planting of anybody's: in an empty bag, and beside what
// grows in one. They have no ratio.
func TestVolunteersAreLiftedWithoutAPlanting(t *testing.T) {
	y, ids := twoBags(t)
	growing := y.state(ids[0])
	empty := y.bags(litres(40), "Yard", "open", "E1")[0]
	for _, bag := range []logbook.ID{empty.ID, growing.Bag.ID} {
		ask := garden.Volunteers{Bag: bag, Class: crop.Maincrop, Day: today - 1, Batches: []logbook.Batch{{Gross: 640, Grade: "keep", Count: 9}}}
		a := y.asked()
		id, err := y.LiftVolunteers(ctx, ask, a)
		y.must(err)
		if again, err := y.LiftVolunteers(ctx, ask, a); err != nil || again != id {
			t.Errorf("sent twice they are %d and %d, %v", id, again, err)
		}
		st := y.state(id)
		m := st.Measures()
		if _, ok := m.Ratio(); ok || st.Harvest.Edible != 640 || st.Stage != logbook.StageClosed || st.Unknown {
			t.Errorf("they gave %v, stage %v, a ratio %v", st.Harvest.Edible, st.Stage, ok)
		}
	}
	if st := y.state(ids[0]); st.Stage != logbook.StageGrowing || len(st.Batches) != 0 {
		t.Error("what grows beside them was lifted too")
	}
	_, err := y.LiftVolunteers(ctx, garden.Volunteers{Bag: empty.ID, Class: "turnip", Day: today, Batches: []logbook.Batch{{Gross: 640, Grade: "keep"}}}, y.asked())
	refused(t, "of no class", err, "class", "as far as one can tell")
	_, err = y.LiftVolunteers(ctx, garden.Volunteers{Bag: empty.ID, Class: crop.Maincrop, Day: today}, y.asked())
	refused(t, "nothing weighed", err, "gross-1", "at least one")
}

// A bin keeps its identity to the page of comparisons: a group that holds all of it has its exact
// sum, one that holds a part is as wide as its shares, and neither is judged. Closed first and
// weighed after, its bags are known.
func TestABinStaysOneWeighing(t *testing.T) {
	y := newYard(t)
	var ids []logbook.ID
	one, two := y.named("Broad Sound", crop.FirstEarly), y.named("Pale Mole", crop.FirstEarly)
	for i, b := range y.bags(litres(40), "Yard", "open", "A1", "A2", "A3", "A4", "A5", "A6") {
		v := one
		if i >= 3 {
			v = two
		}
		id := y.put(b, v, 3, today-90, seed.Known{Pieces: []measure.Mass{60, 60, 60}})
		y.did(id, logbook.Entry{Kind: logbook.Closed, Day: today - 1})
		ids = append(ids, id)
	}
	pool := func(g measure.Mass, of ...logbook.ID) {
		t.Helper()
		_, err := y.Pool(ctx, garden.Pooling{Plantings: of, Batches: []logbook.Batch{{Gross: g, Grade: "keep"}}, By: garden.ByEven, Day: today}, y.asked())
		y.must(err)
	}
	sheet := func() compare.Sheet {
		t.Helper()
		all, err := y.look().Compared()
		y.must(err)
		s, unknown := compare.New(all, compare.Ask{By: "variety", Measure: "litre"})
		if len(unknown) > 0 && len(all) > 0 {
			t.Fatalf("unknown: %v", unknown)
		}
		return s
	}
	if s := sheet(); len(s.Counted) != 0 {
		t.Errorf("closed and not weighed, %d bags count", len(s.Counted))
	}
	pool(6000, ids[0], ids[1], ids[2])
	pool(4500, ids[3], ids[4])
	y.did(ids[5], logbook.Entry{Kind: logbook.Weighed, Batches: []logbook.Batch{{Gross: 1500, Grade: "keep"}}, Day: today, Another: true})
	s := sheet()
	if len(s.Counted) != 6 || len(s.Groups) != 2 || s.Judged == nil || s.Judged.Verdict != trial.TooFew || s.Judged.FirstW != 1 || s.Judged.SecondW != 2 {
		t.Fatalf("%d bags in %d groups, judged %+v", len(s.Counted), len(s.Groups), s.Judged)
	}
	for i := range s.Groups {
		if low, high := s.Groups[i].Range(false); high-low > 1e-9 {
			t.Errorf("%s holds its bins whole and is %g to %g", s.Groups[i].Key, low, high)
		}
	}
	// Across the two, a third bin: both groups are known within its shares now.
	pool(900, ids[2], ids[3])
	s = sheet()
	for i := range s.Groups {
		if low, high := s.Groups[i].Range(false); !(low < s.Groups[i].Value(false) && s.Groups[i].Value(false) < high) {
			t.Errorf("%s holds part of a bin and is %g to %g", s.Groups[i].Key, low, high)
		}
	}
}

// A bag that was weighed in when its time had come and left open counts as it is, wants nothing
// but to be closed, and is a closed one like the others once it is. A picking before its time
// is none.
func TestWeighedAndLeftOpenItCounts(t *testing.T) {
	y := newYard(t)
	v := y.named("Broad Sound", crop.Maincrop)
	bags := y.bags(litres(40), "Yard", "open", "A1", "A2")
	ripe := y.put(bags[0], v, 3, today-150, seed.Known{Pieces: []measure.Mass{60, 60, 60}})
	young := y.put(bags[1], v, 3, today-70, seed.Known{Pieces: []measure.Mass{60, 60, 60}})
	y.did(ripe, logbook.Entry{Kind: logbook.Tended, What: job.CutHaulm, Day: today - 20})
	counted := func() (labels string) {
		t.Helper()
		all, err := y.look().Compared()
		y.must(err)
		for i := range all {
			if all[i].Counts() {
				labels += fmt.Sprintf("%s %g open %v; ", all[i].Bag.Label, float64(all[i].M.Edible), all[i].LeftOpen)
			}
		}
		return labels
	}
	for _, id := range []logbook.ID{ripe, young} {
		y.did(id, logbook.Entry{Kind: logbook.Weighed, Batches: []logbook.Batch{{Gross: 1800, Grade: "keep"}}, Day: today - 2})
	}
	if got := counted(); got != "A1 1800 open true; " {
		t.Errorf("weighed and left open: %q", got)
	}
	if st := y.state(ripe); st.Water != nil || st.Upcoming() != nil {
		t.Errorf("emptied, it wants %+v and a layer %v", st.Water, st.Upcoming())
	}
	if list := forecast.Nights([]forecast.Forecast{{Day: today + 1, Lead: 1, Min: -3, Spread: 0.8}}, []forecast.PlantingForecast{y.state(ripe)}, nil, 0, nil); len(list) != 0 {
		t.Errorf("emptied, it stands in danger of frost: %+v", list)
	}
	if st := y.state(ripe); len(st.Jobs) != 1 || st.Jobs[0].Tag.In(measure.Metric) != "was that all?" {
		t.Errorf("emptied, it wants %+v", st.Jobs)
	}
	if st := y.state(young); st.Emptied() != 0 || len(st.Jobs) == 0 || st.Jobs[0].Tag.In(measure.Metric) == "was that all?" {
		t.Errorf("picked from, it wants %+v", st.Jobs)
	}
	y.did(ripe, logbook.Entry{Kind: logbook.Closed, Day: today})
	if got := counted(); got != "A1 1800 open false; " {
		t.Errorf("closed: %q", got)
	}
}
