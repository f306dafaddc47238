package lift

import (
	"fmt"
	"math"
	"strings"
	"testing"
	"testing/quick"

	"glebata/core/measure"
)

var onScale = Reader{Bare: "kg", Tares: map[string]measure.Mass{"blue bucket": 412}, Mean: 70, Off: 0.2}

func TestLinesAsTheyAreTyped(t *testing.T) {
	for text, want := range map[string]string{
		"3.41 less blue bucket":                     "keep 2998 of 0",
		"3 lb 2 oz less blue bucket":                "keep 1005.476 of 0",
		"3,41 kg less 412 g, green":                 "green 2998 of 0",
		"860 g less blue bucket, keep 40, green 8":  "keep 373 of 40 counted; green 75 of 8 counted",
		"2 kg, keep 80 %, small 20 %":               "keep 1600 of 0 counted; small 400 of 0 counted",
		"2 kg, green 10 %":                          "green 200 of 0 counted; keep 1800 of 0 counted",
		"2 kg, green 150 g, small 250g":             "keep 1600 of 0; green 150 of 0; small 250 of 0",
		"2 kg, small, green 150 g":                  "small 1850 of 0; green 150 of 0",
		"12@70g":                                    "keep 840 of 12 counted",
		"12 tubers":                                 "keep 840 of 12 counted 672-1008",
		"about 1 kg, eat first":                     "eat-first 1000 of 0 estimated 800-1200",
		"0.8 kg to 1.2 kg, keep 3, small 1":         "keep 750 of 3 estimated 600-900; small 250 of 1 estimated 200-300",
		"2.5 kg, keep 30":                           "keep 2500 of 30",
		"2.5 kg, keep 30, split 4, scab 2, holes 1": "keep 2500 of 30 split4 scab2 holes1",
		"2.5 kg, 30 keep, 4 split":                  "keep 2500 of 30 split4",
		"green 300 g":                               "green 300 of 0",
		// Three of 70 g, ± 55 % ÷ √3; what is eaten is as unsure as what is thrown away.
		"2.4 kg, green 3":                        "keep 2190 of 0 estimated 2123-2257; green 210 of 3 estimated 143-277",
		"2.4 kg, green 3, split 5":               "keep 2190 of 0 estimated 2123-2257 split5; green 210 of 3 estimated 143-277",
		"0.4 g, green 0, split 1":                "keep 0.4 of 0 split1",
		"2.4 kg, rotten 1":                       "keep 2330 of 0 estimated 2292-2369; rotten 70 of 1 estimated 31-109",
		"250 g, green 3":                         "keep 40 of 0 estimated 0-107; green 210 of 3 estimated 143-250",
		"2.4 kg, small 10":                       "keep 2120 of 0 estimated; small 280 of 10 estimated", // of under 40 g: eaten all the same
		"2.4 kg, small 10, green 3":              "keep 1910 of 0 estimated 1843-1977; small 280 of 10 estimated; green 210 of 3 estimated 143-277",
		"2.4 kg, 40 tubers, green 3":             "keep 2220 of 37 counted; green 180 of 3 counted",
		"2.4 kg, 40 tubers, green":               "green 2400 of 40",
		"2.4 kg, 40 tubers":                      "keep 2400 of 40",
		"12 tubers, green 3":                     "keep 630 of 9 counted 504-756; green 210 of 3 counted 168-252",
		"2.4 kg, keep 30, green 3, rotten 200 g": "keep 2000 of 30 counted; rotten 200 of 0; green 200 of 3 counted",
		"2 kg, keep 40, small 20 %":              "keep 1600 of 40 counted; small 400 of 0 counted",
		"2.4 kg less pan 0.4 kg, green 3":        "keep 1790 of 0 estimated 1723-1857; green 210 of 3 estimated 143-277",
		"2 kg to 3 kg, green 3":                  "keep 2290 of 0 estimated 1723-2857; green 210 of 3 estimated 143-277",
		"half a bucket":                          "keep 3250 of 0 estimated 2438-4063",
		"A handful, green":                       "green 300 of 0 estimated 225-375",
		"2½ buckets full, small 20 %":            "small 3250 of 0 estimated 2438-4063; keep 13000 of 0 estimated 9750-16250",
		"three quarters of a bucket":             "keep 4875 of 0 estimated 3656-6094",
		"1.2, rotten":                            "rotten 1200 of 0",
	} {
		l, err := onScale.Read(text)
		var said []string
		for _, b := range l.Batches {
			s := fmt.Sprintf("%s %g of %d", b.Grade, math.Round(1000*float64(b.Net()))/1000, b.Count)
			if b.Known != measure.Weighed {
				s += " " + string(b.Known)
			}
			if b.High > 0 {
				s += fmt.Sprintf(" %g-%g", math.Round(float64(b.Low)), math.Round(float64(b.High)))
			}
			for _, f := range Faults() {
				if n := b.Faults[f]; n > 0 {
					s += fmt.Sprintf(" %s%d", f, n)
				}
			}
			said = append(said, s)
		}
		if got := strings.Join(said, "; "); err != nil || got != want {
			t.Errorf("%q reads %s, %v; want %s", text, got, err, want)
		}
	}
}

func TestLinesThatCannotBeRead(t *testing.T) {
	for text, want := range map[string]string{
		"":                                  "weight first",
		"green 3":                           "weight first",
		"300 g less blue bucket":            "taken off",
		"2 kg less red bucket":              "not known",
		"2 kg, keep 80 %, small 40 %":       "120 %, over 100",
		"2 kg, keep 50 %":                   "what is the rest",
		"150 g, green 3":                    "weigh what is green, or write “green” alone",
		"2.4 kg, 40 tubers, green 41":       "1 tubers more than the 40",
		"2.4 kg, green 300 g, rotten 3 kg":  "more than was weighed",
		"2 kg, keep 3, green 1, split 5":    "5 are split, of 4 in all",
		"2 kg, green 3 kg":                  "more than was weighed",
		"2 kg, keep 3, split 4":             "4 are split, of 3 in all",
		"0 buckets":                         "“buckets” is not known",
		"2 kg, purple 3":                    "no grade and no fault",
		"2 kg, keep 3, small":               "Count the small too",
		"2 kg, split 10 %":                  "Count the tubers",
		"2 kg, keep 2.5":                    "not understood",
		"70 kg":                             "household scale",
		"2 kg, " + strings.Repeat("x", 200): "200 letters",
	} {
		l, err := onScale.Read(text)
		if err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q reads %+v, %v; want %q", text, l.Batches, err, want)
		}
	}
}

// However a line is divided, the parts come to what was weighed, and to its range.
func FuzzLine(f *testing.F) {
	f.Add("3 lb 2 oz less blue bucket, keep 40, green 3")
	f.Add("0.8 kg to 1.2 kg, keep 30 %, green 20 %, small")
	f.Add("2 kg, green 150 g; split 3")
	f.Fuzz(func(t *testing.T, text string) {
		l, err := onScale.Read(text)
		if err != nil {
			return
		}
		total := Sum(l.Batches)
		var nets, low, high measure.Mass
		for _, b := range l.Batches {
			if b.Check() != nil {
				t.Fatalf("%q: %+v was let through", text, b)
			}
			from, to := b.Range()
			nets, low, high = nets+b.Net(), low+from, high+to
		}
		if l.Weight.Net > 0 && math.Abs(float64(nets-l.Weight.Net)) > 1 {
			t.Fatalf("%q: the parts come to %v of %v", text, nets, l.Weight.Net)
		}
		if low > nets+1e-6 || nets > high+1e-6 || total.Edible > total.High+1e-6 || total.Edible < total.Low-1e-6 {
			t.Fatalf("%q: %v lies outside of %v to %v", text, nets, low, high)
		}
	})
}

// What is shared out comes to the whole, to the gram, and a bin's ranges hold it.
func TestABinIsSharedOutToTheGram(t *testing.T) {
	check := func(grams uint16, shares []uint8) bool {
		whole := min(measure.Mass(grams)+1, Capacity) // no scale weighs more
		weights := make([]float64, len(shares))
		for i, s := range shares {
			weights[i] = float64(s)
		}
		var sum measure.Mass
		for i, m := range ShareOut(whole, weights) {
			if m != measure.Mass(math.Floor(float64(m))) || m < 0 || weights[i] < 0 {
				return false
			}
			sum += m
		}
		var low, high measure.Mass
		for _, b := range Pool(Batch{Gross: whole, Grade: Keep}, weights) {
			if from, to := b.Range(); b.Net() > 0 && (b.Check() != nil || from > b.Net()+1e-6 || to < b.Net()-1e-6 || to > whole+1e-6) {
				return false
			} else {
				low, high = low+from, high+to
			}
		}
		return len(shares) == 0 || sum == whole && low <= whole+1e-6 && high >= whole-1e-6
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
	got := ShareOut(6200, []float64{1.4, 2.1})
	if got[0] != 2480 || got[1] != 3720 {
		t.Errorf("6.2 kg by 1.4 and 2.1 kg are %v", got)
	}
	if got := ShareOut(10.5, []float64{0, 0}); got[0]+got[1] != 10.5 {
		t.Errorf("evenly they are %v", got)
	}
}

// A range never leaves out the sum of its parts, in whatever order they are added.
func TestRangesHoldTheirSums(t *testing.T) {
	check := func(nets []uint16) bool {
		var forward, backward Total
		for i := range nets {
			add := func(total *Total, k int) {
				b := Batch{Gross: measure.Mass(nets[k]) + 1, Grade: Grades()[k%len(Grades())]}
				if k%3 == 0 {
					b.Known, b.Low, b.High = measure.Estimated, b.Gross*0.8, b.Gross*1.2
				}
				total.Add(b)
			}
			add(&forward, i)
			add(&backward, len(nets)-1-i)
		}
		near := func(a, b measure.Mass) bool { return math.Abs(float64(a-b)) < 1e-6 }
		return near(forward.Edible, backward.Edible) && near(forward.Low, backward.Low) && near(forward.High, backward.High) &&
			forward.Low <= forward.Edible+1e-6 && forward.Edible <= forward.High+1e-6
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
	b := Bag{Seed: 165, SeedLow: 150, SeedHigh: 190, Total: Sum([]Batch{{Gross: 1000, Grade: Keep, Known: measure.Estimated, Low: 800, High: 1200}, {Gross: 650, Grade: Keep}})}
	if low, high := b.RatioRange(); !near(low, 1450.0/190) || !near(high, 1850.0/150) {
		t.Errorf("the ratio is %.3f to %.3f, want %.3f to %.3f", low, high, 1450.0/190, 1850.0/150)
	}
}
