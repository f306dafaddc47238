package logbook

import (
	"strings"
	"testing"

	"glebata/core/job"
	"glebata/core/measure"
)

func TestWhatAnEntryMaySay(t *testing.T) {
	const today = measure.Day(200)
	check := func(e *Entry) error {
		one := *e
		return CheckEntry(&one, today)
	}
	entry := func(e Entry) func() Entry { return func() Entry { return e } }
	holds(t, "any", entry(Entry{Kind: Emerged, Day: 150}), check, []bound[Entry]{
		{"day", func(e *Entry, v float64) { e.Day = measure.Day(v) }, []float64{200}, []float64{201}},
		{"text", func(e *Entry, v float64) { e.Text = strings.Repeat("x", int(v)) }, []float64{4000}, []float64{4001}},
	})
	holds(t, "raised", entry(Entry{Kind: Raised, Day: 150, RaiseBy: 10}), check, []bound[Entry]{
		{"by", func(e *Entry, v float64) { e.RaiseBy = measure.Length(v) }, []float64{0.1, 400}, []float64{0, 401}},
		{"by", func(e *Entry, v float64) { e.RaiseBy, e.Loose = 0, measure.Volume(v) }, []float64{0.1, 5000}, []float64{0, 5001}},
		{"by", func(e *Entry, v float64) { e.Loose = measure.Volume(v) }, []float64{0}, []float64{3}},
	})
	holds(t, "topped", entry(Entry{Kind: Topped, Day: 150, Loose: 3}), check, []bound[Entry]{
		{"litres", func(e *Entry, v float64) { e.Loose = measure.Volume(v) }, []float64{0.1, 200}, []float64{0, 201}},
	})
	holds(t, "flowered", entry(Entry{Kind: Flowered, Day: 150}), check, []bound[Entry]{
		{"level", func(e *Entry, v float64) { e.Level = int(v) }, []float64{0, 1, 2}, []float64{-1, 3}},
	})
	holds(t, "put off", entry(Entry{Kind: PutOff, Day: 150, What: job.Raise, Until: 151}), check, []bound[Entry]{
		{"until", func(e *Entry, v float64) { e.Until = measure.Day(v) }, []float64{151, 210}, []float64{150, 211}},
		{"what", func(e *Entry, v float64) { e.What = "sing" }, nil, []float64{0}},
	})
	holds(t, "skipped", entry(Entry{Kind: Skipped, Day: 150, What: job.Raise, Text: "rain"}), check, []bound[Entry]{
		{"text", func(e *Entry, v float64) { e.Text = strings.Repeat("x", int(v)) }, []float64{1}, []float64{0}},
	})
	holds(t, "noted", entry(Entry{Kind: Noted, Day: 150, Text: "x"}), check, []bound[Entry]{
		{"text", func(e *Entry, v float64) { e.Text = strings.Repeat("x", int(v)) }, []float64{1}, []float64{0}},
	})
	holds(t, "closed", entry(Entry{Kind: Closed, Day: 150}), check, []bound[Entry]{
		{"came", func(e *Entry, v float64) { e.Thing = []string{"", NothingCame, "gold"}[int(v)] }, []float64{0, 1}, []float64{2}},
	})
	holds(t, "moved", entry(Entry{Kind: Moved, Day: 150, Place: 3}), check, []bound[Entry]{
		{"place", func(e *Entry, v float64) { e.Place = ID(v) }, []float64{1}, []float64{0}},
	})
	batch := func(set func(b *Batch, v float64)) func(e *Entry, v float64) {
		return func(e *Entry, v float64) {
			b := Batch{Gross: 1000, Grade: "keep"}
			set(&b, v)
			e.Batches = []Batch{b}
		}
	}
	holds(t, "weighed", entry(Entry{Kind: Weighed, Day: 150, Batches: []Batch{{Gross: 1000, Grade: "keep"}}}), check, []bound[Entry]{
		{"gross-1", batch(func(b *Batch, v float64) { b.Gross, b.Tare = 1000, measure.Mass(v) }), []float64{0, 999}, []float64{1000, 1001}},
		{"gross-1", batch(func(b *Batch, v float64) { b.Gross = measure.Mass(v) }), []float64{1, 60_000}, []float64{0, 60_001}},
		{"grade-1", batch(func(b *Batch, v float64) { b.Grade = []string{"keep", "gold"}[int(v)] }), []float64{0}, []float64{1}},
		{"count-1", batch(func(b *Batch, v float64) { b.Count = int(v) }), []float64{0, 5000}, []float64{-1, 5001}},
		{"gross-1", batch(func(b *Batch, v float64) { b.Low, b.High = measure.Mass(v), 1200 }), []float64{1000}, []float64{1001}},
		{"gross-1", func(e *Entry, v float64) { e.Batches = nil }, nil, []float64{0}},
		{"minutes", func(e *Entry, v float64) { e.Level = int(v) }, []float64{0, LiftMinutes}, []float64{-1, LiftMinutes + 1}},
		{"seen", func(e *Entry, v float64) { e.Thing = []string{"near firm", "gold"}[int(v)] }, []float64{0}, []float64{1}},
	})
	for _, d := range Doings {
		right := Entry{Kind: d.Kind, Day: 150, Amount: d.Low, Place: 1}
		if d.Must {
			right.Thing = "x"
			if len(d.Things) > 0 {
				right.Thing = d.Things[0].Key
			}
		}
		if d.Needs && right.Amount == 0 {
			right.Amount = max(d.Low, 1)
		}
		switch {
		case d.Some && len(d.Levels) == 0:
			right.Amount = max(d.Low, 1)
		case d.Some:
			right.Level = 1
		}
		bounds := []bound[Entry]{
			{"level", func(e *Entry, v float64) { e.Level = int(v) }, nil, []float64{-1, float64(max(len(d.Levels), d.MostUnit, map[bool]int{true: FeedVolume}[d.Amount == InFeed]) + 1)}},
		}
		if d.Amount != NoAmount {
			bounds = append(bounds, bound[Entry]{"amount", func(e *Entry, v float64) { e.Amount = v }, []float64{d.High}, []float64{d.High * 1.01, d.Low - 1}})
		}
		if d.Needs && d.Low > 0 {
			bounds = append(bounds, bound[Entry]{"amount", func(e *Entry, v float64) { e.Amount = v }, []float64{d.Low}, []float64{0}})
		}
		if d.Own {
			bounds = append(bounds, bound[Entry]{"thing", func(e *Entry, v float64) { e.Thing = strings.Repeat("é", int(v)) }, []float64{1, 60}, []float64{61}})
		} else if len(d.Things) > 0 {
			bounds = append(bounds, bound[Entry]{"thing", func(e *Entry, v float64) { e.Thing = "gold" }, nil, []float64{1}})
		}
		if d.Must {
			bounds = append(bounds, bound[Entry]{"thing", func(e *Entry, v float64) { e.Thing = "" }, nil, []float64{1}})
		}
		switch {
		case d.Some && len(d.Levels) == 0:
			bounds = append(bounds, bound[Entry]{"amount", func(e *Entry, v float64) { e.Amount = v }, []float64{1}, []float64{0}})
		case d.Some:
			bounds = append(bounds, bound[Entry]{"level", func(e *Entry, v float64) { e.Level = int(v) }, []float64{1}, []float64{0}})
		}
		holds(t, string(d.Kind), entry(right), check, bounds)
	}
}
