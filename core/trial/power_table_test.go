package trial

import (
	"fmt"
	"go/format"
	"math"
	"math/rand/v2"
	"os"
	"strings"
	"testing"
)

// called is how often the test of this package calls the pair that differs, of so many arms: the first
// gives 1 + effect of the others, which are alike, and all vary by cv of what they give.
func called(cv, effect float64, arms, bags, draws int) float64 {
	rng, hits := rand.New(rand.NewPCG(uint64(bags), uint64(arms))), 0
	for k := range draws {
		lists := make([][]weighing, arms)
		for i := range lists {
			mean := 1.0
			if i == 0 {
				mean += effect
			}
			for range bags {
				of := mean * (1 + cv*rng.NormFloat64())
				lists[i] = append(lists[i], weighing{of: of, by: 1, ofLow: of, ofHigh: of, byLow: 1, byHigh: 1, bags: 1})
			}
		}
		limit := maxDealt
		if bags >= 10 { // the law agrees with dealing them, and is quicker
			limit = 0
		}
		if c := closedTest(lists, uint64(k), limit); c.closed[0][1] <= 1-Level+tie {
			hits++
		}
	}
	return float64(hits) / float64(draws)
}

// tableEffect that the table of powers is drawn at.
const tableEffect = 0.75

// The table of powers is what the test itself shows by simulation; GLEBATA_POWER=write writes it anew.
func TestPowerTableIsDrawn(t *testing.T) {
	write := os.Getenv("GLEBATA_POWER") == "write"
	if !write && os.Getenv("GLEBATA_DEEP") == "" {
		return // TestPowerAgainstSimulation looks at some of it
	}
	var b strings.Builder
	b.WriteString("package trial\n\n// powers of the closed test for arms, bags an arm and noncentrality by quarters of 2, drawn once, in hundredths.\nvar powers = map[int]map[int][]uint8{\n")
	for arms := 2; arms <= MaxTrialArms; arms++ {
		fmt.Fprintf(&b, "\t%d: {\n", arms)
		for _, n := range tableBags {
			fmt.Fprintf(&b, "\t\t%d: {", n)
			for k := range tableShifts {
				shift := float64(k) * tableStep
				got := 0.0
				if k > 0 {
					cv := tableEffect / (shift * math.Sqrt((1+(1+tableEffect)*(1+tableEffect))/float64(n)))
					got = called(cv, tableEffect, arms, n, 2000)
				} else {
					got = called(0.3, 0, arms, n, 2000)
				}
				if k > 0 {
					b.WriteString(", ")
				}
				fmt.Fprintf(&b, "%d", int(math.Round(100*got)))
				if was := powers[arms][n]; !write && math.Abs(float64(was[k])/100-got) > 0.035 {
					t.Errorf("%d arms of %d, shift %g: %d in the table, %.3f drawn", arms, n, shift, was[k], got)
				}
			}
			b.WriteString("},\n")
		}
		b.WriteString("\t},\n")
	}
	b.WriteString("}\n")
	if write {
		source, err := format.Source([]byte(b.String()))
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile("power_table.go", source, 0o644); err != nil {
			t.Fatal(err)
		}
	}
}
