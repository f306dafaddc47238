package job

import (
	"strings"
	"testing"
	"testing/quick"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
)

// today of every bag here; days are told from it.
const today measure.Day = 1000

func TestMostPressingJob(t *testing.T) {
	next := &hill.Rung{From: 18, To: 28, Loose: 13.5, Trigger: 18}
	main := func(days measure.Day, change func(*Bag)) Bag {
		b := Bag{Today: today, Class: crop.Maincrop, Planted: today - days, Next: next, Tied: true}
		if change != nil {
			change(&b)
		}
		return b
	}
	measured := func(height measure.Length, ago measure.Day) func(*Bag) {
		return func(b *Bag) { b.StemKnown, b.StemMeasured, b.MeasuredOn = true, height, today-ago }
	}
	for name, c := range map[string]struct {
		bag    Bag
		kind   Kind
		tag    string
		status Status
	}{
		"not planted":             {Bag{Today: today, Class: crop.Maincrop, Number: 3}, Plant, "plant 3", Due},
		"planting day to come":    {Bag{Today: today, Class: crop.Maincrop, Number: 3, PlantOn: today + 12}, Wait, "plant in 12 days", ""},
		"planting day tomorrow":   {Bag{Today: today, Class: crop.Maincrop, Number: 3, PlantOn: today + 1}, Wait, "plant tomorrow", ""},
		"grown on in a pot":       {Bag{Today: today, Class: crop.Maincrop, Number: 1, PotGrown: true, PlantOn: today - 5}, Plant, "transplant 1", Late},
		"put off to next week":    {Bag{Today: today, Number: 1, PlantOn: today - 5, Until: map[Kind]measure.Day{Plant: today + 7}}, Wait, "plant in 7 days", ""},
		"stems tall enough":       {main(40, measured(19, 0)), Raise, "raise 10 cm", Due},
		"stems at the trigger":    {main(40, measured(18, 1)), Raise, "raise 10 cm", Due},
		"tall for a week already": {main(40, measured(18, 5)), Raise, "raise 10 cm", Late},
		"stems still short":       {main(40, measured(12, 2)), Wait, "raise at 18 cm", ""},
		"tall by the forecast": {main(40, func(b *Bag) {
			measured(15, 3)(b)
			b.RaiseOn, b.Stem = today-1, 19
		}), Raise, "measure, raise", Due},
		"never measured, tall by the weather": {main(40, func(b *Bag) { b.RaiseOn, b.Up = today, today-14 }), Raise, "measure, raise", Due},
		"measured too long ago":               {main(40, measured(12, 8)), Measure, "measure stems", Due},
		"up and never measured":               {main(25, func(b *Bag) { b.Up = today - 5 }), Measure, "measure stems", Due},
		"planted last week":                   {main(7, func(b *Bag) { b.Up = today + 12 }), Wait, "raise at 18 cm", ""},
		"settled":                             {main(12, func(b *Bag) { b.Next, b.TopUpOn, b.TopUp = nil, today-2, 4 }), TopUp, "top up", Due},
		"stems before they fall over":         {main(40, func(b *Bag) { b.Next, b.Tied, b.TieOn = nil, false, today }), Tie, "canes", Due},
		"feed":                                {main(60, func(b *Bag) { b.Next, b.FeedOn, b.Feed = nil, today, 2 }), Feed, "feed 2 L", Due},
		"move before all else": {main(30, func(b *Bag) {
			measured(20, 0)(b)
			b.MoveOn, b.MoveTo = today, "in the open"
		}), Move, "move", Due},
		"early after ten weeks": {Bag{Today: today, Class: crop.FirstEarly, Planted: today - 70, Tied: true}, Look, "feel for tubers", Due},
		"spots of blight, whatever else is due": {main(60, func(b *Bag) {
			measured(30, 0)(b)
			b.BlightOn, b.FeedOn = today, today-9
		}), CutHaulm, "cut tops: blight", Due},
		"tops cut for blight, spores not dead": {main(60, func(b *Bag) { b.Next, b.BlightOn, b.CutOn, b.EndsOn = nil, today-13, today-13, today-13 }), Wait, "", ""},
		"tops cut, kept till wanted":           {main(120, func(b *Bag) { b.Next, b.CutOn, b.EndsOn, b.KeepsOn = nil, today-60, today-60, today+20 }), Lift, "lift when wanted", Due},
		"tops cut, kept for too long":          {main(120, func(b *Bag) { b.Next, b.CutOn, b.EndsOn, b.KeepsOn = nil, today-90, today-90, today-20 }), Lift, "lift when wanted", Late},
		"tops cut for blight two weeks ago":    {main(60, func(b *Bag) { b.Next, b.BlightOn, b.CutOn, b.EndsOn = nil, today-14, today-14, today-14 }), Lift, "lift dry", Due},
		"a treatment holds lifting back": {main(60, func(b *Bag) {
			b.Next, b.CutOn, b.EndsOn, b.HoldOn, b.HoldFor = nil, today-20, today-20, today+1, "soap"
		}), Wait, "", ""},
		"froze, and nobody looked":  {main(30, func(b *Bag) { b.Next, b.FrostOn, b.LookedOn = nil, today-1, today-9 }), Look, "look: frost", Due},
		"looked three days ago":     {Bag{Today: today, Class: crop.FirstEarly, Planted: today - 70, LookedOn: today - 3}, Wait, "", ""},
		"early after eight weeks":   {Bag{Today: today, Class: crop.FirstEarly, Planted: today - 56}, Wait, "", ""},
		"maincrop nearly yellow":    {main(135, func(b *Bag) { b.Next, b.MatureOn = nil, today+5 }), Look, "half yellow?", Due},
		"maincrop yellow":           {main(150, func(b *Bag) { b.Next, b.MatureOn = nil, today-2 }), CutHaulm, "cut tops", Due},
		"tops cut two weeks ago":    {main(160, func(b *Bag) { b.Next, b.MatureOn, b.CutOn = nil, today-20, today-14 }), Lift, "lift", Due},
		"sweet potato, warm enough": {Bag{Today: today, Class: crop.SweetEarly, Planted: today - 100, MatureOn: today, EndsOn: today + 20}, Lift, "lift before cold", Due},
		"killed by frost":           {Bag{Today: today, Class: crop.Maincrop, Planted: today - 90, EndsOn: today - 1, Dies: true, FeedOn: today - 5, Feed: 2, TieOn: today}, CutHaulm, "cut tops", Due},
		"nothing past its end":      {Bag{Today: today, Class: crop.Maincrop, Planted: today - 60, EndsOn: today + 3, FeedOn: today + 5, MoveOn: today + 9, LookedOn: today}, Wait, "", ""},
		"sweet potato before cold":  {Bag{Today: today, Class: crop.SweetLate, Planted: today - 100, EndsOn: today - 1, Dies: true}, Lift, "lift before cold", Due},
		"aphids, three days ago":    {main(60, func(b *Bag) { b.Next, b.SeenOn, b.Seen = nil, today-3, "aphids" }), Look, "look again: aphids", Due},
		"aphids, looked yesterday":  {main(60, func(b *Bag) { b.Next, b.SeenOn, b.Seen, b.LookedOn = nil, today-6, "aphids", today-1 }), Wait, "", ""},
		"aphids, long gone":         {main(60, func(b *Bag) { b.Next, b.SeenOn, b.Seen, b.LookedOn = nil, today-16, "aphids", today-4 }), Wait, "", ""},
		"flowers, by choice":        {main(60, func(b *Bag) { b.Next, b.Nips, b.Flowered, b.MatureOn = nil, true, today, today+40 }), Nip, "nip flowers", Due},
	} {
		jobs := Of(c.bag)
		j := Pressing(c.bag, jobs)
		if j.Kind != c.kind || j.Tag.In(measure.Metric) != c.tag {
			t.Errorf("%s: %s “%s”, want %s “%s”", name, j.Kind, j.Tag.In(measure.Metric), c.kind, c.tag)
		}
		if j.Why.Empty() {
			t.Errorf("%s: no reason given", name)
		}
		if j.Due() != (c.kind != Wait) || j.Due() && j.Status() != c.status {
			t.Errorf("%s: due %v, %s, want %s", name, j.Due(), j.Status(), c.status)
		}
		due := true
		for _, o := range jobs {
			if o.Due() && !due || o.Kind != Wait && !o.Kind.Known() {
				t.Errorf("%s: %s comes after what is not due", name, o.Kind)
			}
			due = o.Due()
		}
	}
}

// A raise that measures first, for which the sequence is due, takes the place of measuring.
func TestARaiseThatMeasuresIsOneJob(t *testing.T) {
	b := Bag{Today: today, Class: crop.Maincrop, Planted: today - 40, Next: &hill.Rung{From: 18, To: 28, Trigger: 18}, Tied: true, RaiseOn: today, Up: today - 14}
	raises, measures := 0, 0
	for _, j := range Of(b) {
		switch j.Kind {
		case Raise:
			raises++
		case Measure:
			measures++
		}
	}
	if raises != 1 || measures != 0 {
		t.Errorf("%d raises, %d times measuring, want the raise alone", raises, measures)
	}
}

// Put off, no kind of job is due before its day; what is late stays late until it is
// done; and what is asked of a bag never depends on the order of its days.
func TestPuttingOffNeverMakesAJobSooner(t *testing.T) {
	holds := func(days [6]uint8, off uint8, class uint8) bool {
		day := func(i int) measure.Day { return today - 60 + measure.Day(days[i]%120) }
		b := Bag{
			Today: today, Class: crop.Classes()[int(class)%len(crop.Classes())], Planted: today - 90,
			TopUpOn: day(0), FeedOn: day(1), Feed: 2, TieOn: day(2), MoveOn: day(3), MoveTo: "in the open", MatureOn: day(4), LookedOn: day(5) - 60,
		}
		plain := map[Kind]measure.Day{}
		for _, j := range Of(b) {
			plain[j.Kind] = j.Day
		}
		until := today + measure.Day(off%30)
		b.Until = map[Kind]measure.Day{}
		for k := range plain {
			b.Until[k] = until
		}
		jobs := Of(b)
		for _, j := range jobs {
			if j.Day < plain[j.Kind] || j.Day < until || j.Due() != (j.Day <= today) || j.Due() != (j.Status() == Due || j.Status() == Late) {
				return false
			}
		}
		return len(jobs) == len(plain)
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
}

// A height of some days ago is told as that, beside what stems stand at by now.
func TestAnOldHeightIsNotTodays(t *testing.T) {
	b := Bag{Today: 20700, Planted: 20640, Class: crop.Maincrop, Up: 20660, Next: &hill.Rung{From: 18, To: 28, Trigger: 18, Loose: 12}, StemKnown: true, StemMeasured: 19, StemTyped: 19, MeasuredOn: 20699, Stem: 20.1}
	says := func() string {
		for _, j := range Of(b) {
			if j.Kind == Raise {
				return j.Why.In(measure.Metric)
			}
		}
		return ""
	}
	if got := says(); !strings.Contains(got, "about 20.1 cm") || !strings.Contains(got, "measured 19 cm on") {
		t.Errorf("measured yesterday it says %q", got)
	}
	if b.MeasuredOn = b.Today; !strings.Contains(says(), "Stems stand 19 cm above") {
		t.Errorf("measured today it says %q", says())
	}
}
