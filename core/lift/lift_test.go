package lift

import (
	"errors"
	"math"
	"testing"
	"testing/quick"

	"glebata/core/measure"
)

func near(a, b float64) bool { return math.Abs(a-b) < 1e-6 }

func TestNetsAndTotalsWorkedByHand(t *testing.T) {
	batches := []Batch{
		{Gross: 3410, Tare: 412, Grade: Keep, Count: 24}, // 2998
		{Gross: 486, Tare: 286, Grade: EatFirst},         // 200
		{Gross: 95, Grade: SavedSeed, Count: 2},          // 95
		{Gross: 60, Grade: Small, Count: 3},              // 60
		{Gross: 118, Grade: Green, Count: 2},             // 118, not edible
		{Gross: 70, Grade: OldMother, Count: 1},          // never counted
	}
	got := Sum(batches)
	if got.Edible != 3353 || got.Gross != 3471 || got.Count != 31 {
		t.Errorf("edible %v, gross %v, count %d; want 3353, 3471, 31", got.Edible, got.Gross, got.Count)
	}
	// (2998 + 95 + 60 + 118) ÷ 31
	if m := got.MeanTuber(); !near(float64(m), 3271.0/31) {
		t.Errorf("mean tuber %v, want %v", m, 3271.0/31)
	}
	if w := SumWorking(batches); w.Result != got.Edible || len(w.Steps) != len(batches)+1 {
		t.Errorf("the working shows %d lines and comes to %v", len(w.Steps), w.Result)
	}
}

func TestSumDoesNotDependOnOrderOrBatching(t *testing.T) {
	check := func(nets []uint16) bool {
		var forward, backward Total
		for i := range nets {
			b := Batch{Gross: measure.Mass(nets[i]) + 300, Tare: 299, Grade: Grades()[i%len(Grades())]}
			forward.Add(b)
			j := len(nets) - 1 - i
			backward.Add(Batch{Gross: measure.Mass(nets[j]) + 300, Tare: 299, Grade: Grades()[j%len(Grades())]})
		}
		return forward.Edible == backward.Edible && forward.Gross == backward.Gross && forward.Edible <= forward.Gross
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}

func TestBatchesThatCannotBe(t *testing.T) {
	for name, c := range map[string]struct {
		batch Batch
		want  error
	}{
		"gross below its tare":  {Batch{Gross: 400, Tare: 412, Grade: Keep}, ErrNoNet},
		"gross equals its tare": {Batch{Gross: 412, Tare: 412, Grade: Keep}, ErrNoNet},
		"negative tare":         {Batch{Gross: 400, Tare: -1, Grade: Keep}, ErrNoNet},
		"a gross of no number":  {Batch{Gross: measure.Mass(math.NaN()), Grade: Keep}, ErrNoNet},
		"a lorry":               {Batch{Gross: 3410 * measure.Kilogram, Grade: Keep}, ErrCapacity},
		"no grade":              {Batch{Gross: 400}, ErrGrade},
		"minus three tubers":    {Batch{Gross: 400, Grade: Keep, Count: -3}, ErrCount},
		"a good one":            {Batch{Gross: 3410, Tare: 412, Grade: Keep}, nil},
	} {
		if err := c.batch.Check(); !errors.Is(err, c.want) {
			t.Errorf("%s: %v, want %v", name, err, c.want)
		}
	}
}

func TestMeasuresOfABag(t *testing.T) {
	b := Bag{Seed: 165, Plants: 3, Litres: 42.66, Total: Sum([]Batch{
		{Gross: 3410, Tare: 412, Grade: Keep}, {Gross: 200, Grade: EatFirst}, {Gross: 100, Grade: Green},
	})}
	if r, ok := b.Ratio(); !ok || !near(r, 3198.0/165) {
		t.Errorf("ratio %v, want %v", r, 3198.0/165)
	}
	if r, ok := b.GrossRatio(); !ok || !near(r, 3298.0/165) {
		t.Errorf("gross ratio %v, want %v", r, 3298.0/165)
	}
	if v := b.PerPlant(); !near(float64(v), 1066) {
		t.Errorf("a plant %v, want 1066", v)
	}
	if v := b.PerLitre(); !near(float64(v), 3198/42.66) {
		t.Errorf("a litre %v, want %v", v, 3198/42.66)
	}
	if _, ok := (Bag{Plants: 4}).Ratio(); ok {
		t.Error("slips have a ratio")
	}
	for _, w := range []interface{ Complete() bool }{b.RatioWorking().Steps[2], b.PerLitreWorking().Steps[2], b.PerPlantWorking().Steps[2]} {
		if !w.Complete() {
			t.Errorf("%v lacks a number", w)
		}
	}
}
