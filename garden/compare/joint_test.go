package compare

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/core/trial"
)

// society is three gardens that give half, once and twice what is promised, in each of which one way of
// filling gives half as much again as the other; and one garden with one way alone.
func society() []harvest.Weighing {
	var list []harvest.Weighing
	for g, level := range []float64{0.5, 1, 2} {
		garden := ""
		if g > 0 {
			garden = fmt.Sprint("garden ", g)
		}
		for k := range 4 {
			for school, times := range map[string]float64{"steps": 1.5, "fill-once": 1} {
				got := 1000 * level * times * (1 + 0.05*float64(k))
				list = append(list, harvest.Weighing{Bags: []harvest.Bag{{Variety: "Cold Quay", Season: "2025", School: school, Garden: garden, Expected: 1000}}, Low: got, High: got})
			}
		}
	}
	return append(list, harvest.Weighing{Bags: []harvest.Bag{{Variety: "Low Lamp", Season: "2025", School: "steps", Garden: "garden 3", Expected: 500}}, Low: 900, High: 900})
}

func TestAskedOfAllGardens(t *testing.T) {
	j, err := NewJoint(society(), JointSchool)
	if err != nil {
		t.Fatal(err)
	}
	if len(j.Pairs) != 1 || j.Blocks != 3 || len(j.Alone) != 1 || j.Alone[0] != (GardenSeason{"garden 3", "2025"}) {
		t.Fatalf("%d pairs in %d blocks, alone %v", len(j.Pairs), j.Blocks, j.Alone)
	}
	p, v := &j.Pairs[0], j.Pairs[0].Judged
	if g := j.Groups[p.First]; v.Verdict != trial.LikelyMore || math.Abs(v.Ratio-1.5) > 1e-9 || g.Gardens != 3 || len(g.Weighings) != 12 || !v.Blocked {
		t.Errorf("%s of %d gardens and %d weighings: %+v", g.Name, g.Gardens, len(g.Weighings), v.Comparison)
	}
	if says := j.Says(p).In(measure.Metric); !strings.HasPrefix(says, "Likely more: steps gave more than fill once, 1.5 times as much (1.4 to") {
		t.Errorf("it says %q", says)
	}
	for _, w := range j.Groups[p.First].Weighings { // 1.5 and 1 of what all gave, 1.25
		if w.At < 1.1 || w.At > 1.4 {
			t.Errorf("%s, %s: %.3f of its garden", w.Garden, w.Season, w.At)
		}
	}
	if j, err = NewJoint(society(), JointVariety); err != nil || len(j.Pairs) != 0 {
		t.Errorf("varieties that never stand in one garden: %+v, %v", j.Pairs, err)
	}
}

// A bin within one group is one weighing; one across groups tells nothing, and a pair that is named is
// judged by itself.
func TestBinsAskedOfAllGardens(t *testing.T) {
	list := society()[:24]
	bag := func(school string) harvest.Bag {
		return harvest.Bag{Variety: "Cold Quay", Season: "2025", School: school, Garden: "garden 1", Expected: 1000}
	}
	list = append(list, harvest.Weighing{Bags: []harvest.Bag{bag("steps"), bag("steps")}, Low: 2000, High: 2600},
		harvest.Weighing{Bags: []harvest.Bag{bag("steps"), bag("fill-once")}, Low: 2000, High: 2000},
		harvest.Weighing{Bags: []harvest.Bag{bag("two-level")}, Low: 1000, High: 1000})
	j, err := NewJoint(list, JointSchool, "steps", "fill-once")
	if err != nil || len(j.Pairs) != 1 || len(j.Groups) != 2 {
		t.Fatalf("%d pairs of %d groups, %v", len(j.Pairs), len(j.Groups), err)
	}
	p := j.Pairs[0].Judged
	if p.PValue != p.PairP || p.FirstW != 13 || p.FirstN != 14 || p.SecondW != 12 || len(p.Across) != 2 || !p.Ranged {
		t.Errorf("%d weighings of %d bags against %d, %d across, by itself %g, among all %g", p.FirstW, p.FirstN, p.SecondW, len(p.Across), p.PairP, p.PValue)
	}
	if j, err = NewJoint(list, JointSchool); err != nil || len(j.Pairs) != 3 {
		t.Fatalf("%d pairs, %v", len(j.Pairs), err)
	}
	if among := j.Pairs[0].Judged; math.Abs(among.PValue-3*among.PairP) > 1e-12 || among.RatioLow >= p.RatioLow {
		t.Errorf("among three pairs %g by itself, %g, from %.3f times; as fixed from %.3f", among.PairP, among.PValue, among.RatioLow, p.RatioLow)
	}
}

// What nobody knows is not the same in two gardens; of a bin across groups neither part is drawn; a pair's
// workings answer for the pair.
func TestWhatIsNotAskedOfAllGardens(t *testing.T) {
	var list []harvest.Weighing
	for _, garden := range []string{"", "garden 1"} {
		for k := range 4 {
			for variety, got := range map[string]float64{"unknown maincrop of 2025": 900, "Cold Quay": 1000, "Low Lamp": 990} {
				got += 40 * float64(k)
				list = append(list, harvest.Weighing{Bags: []harvest.Bag{{Variety: variety, Season: "2025", Garden: garden, Expected: 1000}}, Low: got, High: got})
			}
		}
	}
	of := func(variety string) harvest.Bag {
		return harvest.Bag{Variety: variety, Season: "2025", Expected: 1000}
	}
	list = append(list, harvest.Weighing{Bags: []harvest.Bag{of("Cold Quay"), of("Low Lamp")}, Low: 2000, High: 2000})
	j, err := NewJoint(list, JointVariety)
	if err != nil || len(j.Groups) != 2 || len(j.Pairs) != 1 {
		t.Fatalf("%d groups, %v", len(j.Groups), err)
	}
	for _, g := range j.Groups {
		if len(g.Weighings) != 8 {
			t.Errorf("%s: %d weighings are drawn", g.Name, len(g.Weighings))
		}
	}
	p := &j.Pairs[0]
	if says := j.Says(p).In(measure.Metric); !strings.HasPrefix(says, "Cold Quay and Low Lamp: Could be chance") {
		t.Errorf("it says %q", says)
	}
	for _, figure := range []string{FigureDiff, FigureChance} {
		if w, ok := j.Working(p, figure); !ok || len(w.Steps) < 3 || !strings.Contains(w.Steps[0].Says, "of what all of its garden gave") {
			t.Errorf("%s: %v, %+v", figure, ok, w)
		}
	}
	if _, ok := j.Working(p, "moon"); ok {
		t.Error("there is a working of nothing")
	}
}
