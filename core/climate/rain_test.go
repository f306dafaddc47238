package climate

import (
	"math"
	"math/rand/v2"
	"testing"

	"glebata/core/measure"
)

func rainOf(t *testing.T, preset string) (*Normals, *RainYears) {
	t.Helper()
	p, ok := PresetNamed(preset)
	if !ok {
		t.Fatalf("no climate is %q", preset)
	}
	n, err := p.Normals()
	if err != nil {
		t.Fatal(err)
	}
	return n, NewRainYears(n)
}

// unknown rain of so many days.
func unknown(days int) []float64 {
	out := make([]float64, days)
	for i := range out {
		out[i] = math.NaN()
	}
	return out
}

// Days of which nothing is known have the site's usual rain in the mean, each year its own, and
// what is known of a day stands in every one of them.
func TestDrawnRainIsTheUsualRain(t *testing.T) {
	n, years := rainOf(t, "cool-maritime")
	from := measure.Date(2026, 4, 1)
	known := unknown(150)
	known[7], known[8] = 31.5, 0
	rows := years.Draw(from, known, nil)
	mean, usual, least, most := 0.0, 0.0, math.Inf(1), 0.0
	for _, row := range rows {
		sum := 0.0
		for i, mm := range row {
			if i != 7 && i != 8 {
				sum += mm
			}
		}
		mean += sum / float64(len(rows))
		least, most = math.Min(least, sum), math.Max(most, sum)
		if row[7] != 31.5 || row[8] != 0 {
			t.Fatalf("days of 31.5 and 0 mm are drawn as %g and %g", row[7], row[8])
		}
	}
	for i := range known {
		if i != 7 && i != 8 {
			usual += n.Rain.At(from + measure.Day(i))
		}
	}
	if math.Abs(mean/usual-1) > 0.1 || most < 1.3*least {
		t.Errorf("a season's rain is %.0f mm in the mean, %.0f to %.0f; the usual is %.0f", mean, least, most, usual)
	}
}

// Whatever is known of days, weeks and months: a span that no other cuts through comes to its
// total in every draw, rain that was known stays, and nothing falls below nothing.
func TestSharedRainComesToItsTotal(t *testing.T) {
	_, years := rainOf(t, "mild-continental")
	rng := rand.New(rand.NewPCG(5, 5))
	for range 60 {
		known := unknown(120)
		for i := range known {
			if rng.IntN(5) == 0 {
				known[i] = float64(rng.IntN(3))
			}
		}
		from := measure.Date(2026, 2, 20)
		month := RainSpan{from + 20, from + 49, 70, 70}
		week := RainSpan{from + 60, from + 66, 10, 40}
		day := RainSpan{from + 30, from + 30, 9, 9}
		known[30], known[60], known[25] = math.NaN(), math.NaN(), math.NaN()
		rows := years.Draw(from, known, []RainSpan{month, {week.From, week.Until, 900, 900}, day, week})
		low, high := math.Inf(1), 0.0
		for k, row := range rows {
			sum := func(s RainSpan) (mm float64) {
				for d := s.From; d <= s.Until; d++ {
					mm += row[d-from]
				}
				return mm
			}
			low, high = math.Min(low, sum(week)), math.Max(high, sum(week))
			if math.Abs(sum(month)-70) > 1e-9 || row[30] != 9 {
				t.Fatalf("row %d: a month of 70 mm comes to %g, a day of 9 to %g", k, sum(month), row[30])
			}
			for i, mm := range row {
				if mm < 0 || known[i] == known[i] && known[i] != mm {
					t.Fatalf("row %d, day %d: %g mm of %g", k, i, mm, known[i])
				}
			}
		}
		if low < 10 || high > 40 || high-low < 15 {
			t.Fatalf("a week of 10 to 40 mm comes to %g to %g", low, high)
		}
	}
	// More was measured on one day than the month is said to have had: the rest is dry.
	known := unknown(30)
	known[3] = 50
	from := measure.Date(2026, 6, 1)
	for _, row := range years.Draw(from, known, []RainSpan{{from, from + 29, 20, 20}}) {
		for i, mm := range row {
			if want := map[bool]float64{true: 50}[i == 3]; mm != want {
				t.Fatalf("day %d has %g mm", i, mm)
			}
		}
	}
	// Of a span that reaches out of the days that are held, its part is shared out.
	for _, row := range years.Draw(from, unknown(30), []RainSpan{{from - 30, from + 29, 60, 60}, {from + 40, from + 50, 9, 9}}) {
		sum := 0.0
		for _, mm := range row {
			sum += mm
		}
		if math.Abs(sum-30) > 1e-9 {
			t.Fatalf("half of two months of 60 mm is %g", sum)
		}
	}
}
