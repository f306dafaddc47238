package compare

import (
	"math"
	"slices"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/water"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Poor is the share of its expectation under which a bag is asked about. Practice.
const Poor = 0.75

// Well is the share of its expectation from which a bag did well. Practice.
const Well = 0.9

// Share says of every cause which bags of the season had it too and did well, and ranks it lower.
func Share(poor, well []Diagnosis) {
	for i := range poor {
		for k := range poor[i].Findings {
			f := &poor[i].Findings[k]
			for w := range well {
				if f.Speaks == trial.For && well[w].Bag.Season.Year == poor[i].Bag.Season.Year && slices.ContainsFunc(well[w].Findings, func(o trial.Finding) bool { return o.Cause == f.Cause && o.Speaks == trial.For }) {
					f.Shared = append(f.Shared, well[w].Bag.Label())
				}
			}
		}
		trial.Rank(poor[i].Findings)
	}
}

// Diagnosis of a finished bag.
type Diagnosis struct {
	Bag      *Bag
	Past     forecast.PlantingForecast
	Expected bag.Expectation // of a full season
	Share    float64         // of it that came
	Season   trial.Season
	Findings []trial.Finding
	from     bag.Calibration
}

// Under reports whether it gave so much less than was expected that it is asked why.
func (d *Diagnosis) Under() bool { return d.Share < Poor }

// Best causes.
func (d *Diagnosis) Best() []trial.Finding { return trial.Best(d.Findings) }

// Diagnose a finished bag, as it grew by the model and by its log.
func Diagnose(b *Bag, past forecast.PlantingForecast, from bag.Calibration, own map[measure.Day]bool) Diagnosis {
	d := Diagnosis{Bag: b, Past: past, from: from, Expected: past.FullExpectation(from)}
	if d.Expected.Yield > 0 {
		d.Share = float64(b.M.Edible / d.Expected.Yield)
	}
	d.Season = seasonOf(b, &d.Past, own)
	d.promises()
	d.Findings = trial.Diagnose(&d.Season)
	return d
}

// promises of its plan, and of the same with as many plants as its litres take, or filled deep enough.
func (d *Diagnosis) promises() {
	s, g := &d.Season, d.expected()
	s.Promised = float64(bag.Expect(g).Yield)
	if s.Room > 0 && s.Litres > 0 {
		roomy := g
		s.Fits = max(1, int(math.Floor(s.Litres/s.Room+1e-9)))
		if roomy.Plants = s.Fits; g.Plants > 0 {
			roomy.Seed = g.Seed * measure.Mass(s.Fits) / measure.Mass(g.Plants)
		}
		s.Roomy = float64(bag.Expect(roomy).Yield)
	}
	if s.Depth > 0 && s.Depth < s.Good {
		deeper := g
		deeper.Usable *= measure.Volume(s.Good / s.Depth)
		deeper.Depth = measure.Length(s.Good)
		s.Deeper = float64(bag.Expect(deeper).Yield)
	}
}

// words in the grower's notes that tell of water, beside what is seen.
var (
	dryWords = []string{"bone dry", "limp", "wilt", "leaves hang", "dried out", "forgot"}
	wetWords = []string{"water stand", "standing water", "waterlog", "flooded", "water over the holes"}
)

const (
	hotDay   = 27 // °C of the day's maximum, over which tubers swell slowly
	coldBag  = 13 // °C of the medium, under which sweet potato stands still
	underDry = 0.3
	mildOver = 1   // °C of a night that did not freeze
	mostOfIt = 0.8 // of the days of a season
)

// seasonOf a bag as the rules ask about it.
func seasonOf(b *Bag, past *forecast.PlantingForecast, own map[measure.Day]bool) trial.Season {
	k := b.Variety.Class.Constants()
	s := trial.Season{
		Sweet: b.Variety.Class.Crop() == crop.SweetPotato, Plants: b.Plants, Litres: float64(b.M.Litres), Room: float64(k.LitresPerPlant), Good: float64(k.DepthGood),
		Planted: b.State.Planted, Lifted: b.Ended, CutDown: b.HaulmCutOn(), Sun: b.Sun, Root: b.Start == logbook.WholeRoot,
		SourceIs: b.Sown.Source != "", Kitchen: b.Sown.Source == logbook.Kitchen, CutKnown: b.Sown.Pieces > 0, CutPieces: b.Sown.Cut, Unhealed: b.Sown.Cut > 0 && !b.Sown.Healed,
		GivenUp: b.M.Edible == 0, Split: b.Harvest.Faults[lift.Split], Counted: b.Harvest.Count,
	}
	if !b.Bag.Model.Shape.Ground() {
		s.Depth = float64(b.Level - b.Ladder.Bottom)
	}
	if b.Plants > 0 && b.State.Seed > 0 {
		s.SeedEach = float64(b.State.Seed) / float64(b.Plants)
	}
	if gross := b.Harvest.Gross; gross > 0 {
		s.Green = float64(b.Harvest.ByGrade[lift.Green] / gross)
	}
	if w := past.Water; w != nil && (!w.Loose() || w.Fits) {
		for i, theta := range w.Run.Theta {
			if w.Plan.Regime == water.RainOnly { // not surer than its rain
				theta = w.Run.High[i]
			}
			if day := w.From + measure.Day(i); theta < underDry && (b.Up == 0 || day >= b.Up) && day <= b.Ended {
				s.Under = append(s.Under, day)
			}
		}
	}
	s.ToRaise = b.Filling.CallsAt() > 0
	readLog(&s, b)
	readModel(&s, b, past, own)
	return s
}

// readLog takes what was entered.
func readLog(s *trial.Season, b *Bag) {
	stem, called := measure.Day(0), b.Filling.CallsAt()
	for i := range b.Log {
		e := &b.Log[i]
		seen := trial.Seen{Day: e.Day, Entry: int64(e.ID), Level: e.Level}
		switch e.Kind {
		case logbook.Frosted:
			s.Frosts = append(s.Frosts, seen)
		case logbook.Taken:
			s.Taken = append(s.Taken, seen)
		case logbook.Emerged:
			if s.Came = append(s.Came, seen); e.Level > 0 {
				s.CameKnown, s.Missing = true, max(0, b.Plants-e.Level)
			}
		case logbook.Yellowed:
			if e.Level > 0 {
				s.Yellow, s.YellowOn = float64(e.Level-1)/4, e.Day
			}
		case logbook.Filled:
			if e.Thing != "" {
				s.ReusedIs, s.Reused = true, e.Thing == logbook.UsedBefore
			}
		case logbook.Watered:
			s.Waterings++
		case logbook.Fed:
			s.Feeds = append(s.Feeds, seen)
		case logbook.Moisture:
			s.Looked++
			switch {
			case e.Level == 1, e.Level == 0 && e.Amount > 0 && e.Amount < 100*underDry:
				s.Dry = append(s.Dry, seen)
			case e.Level == 4, e.Amount > 95:
				s.Soaked = append(s.Soaked, seen)
			}
		case logbook.Hefted:
			s.Looked++
		case logbook.Sighted:
			sighted(s, e, seen)
		case logbook.Noted:
			noted(s, e, seen)
		case logbook.Weighed:
			s.Circling = s.Circling || slices.Contains(strings.Fields(e.Thing), "circling")
		case logbook.Measured:
			s.Stems++
			if stem == 0 && called > 0 && e.Height >= called {
				stem = e.Day
			}
		case logbook.Raised:
			s.Raises++
			if stem != 0 && e.Day-stem > lateBy {
				s.LateRaise = append(s.LateRaise, seen)
			}
			stem = 0
		}
	}
	s.Dry = slices.DeleteFunc(s.Dry, func(d trial.Seen) bool { // roots that drowned hang their leaves as well
		return slices.ContainsFunc(s.Wet, func(w trial.Seen) bool {
			return (d.Level == 0 || d.What != "") && d.Day >= w.Day && d.Day-w.Day <= drowned
		})
	})
}

// drowned so many days leaves hang after water stood in a bag. Practice.
const drowned = 14

// lateBy so many days a raise comes late. Practice.
const lateBy = 7

// sighted sorts what was seen into water, weather and what lives on it.
func sighted(s *trial.Season, e *logbook.Entry, seen trial.Seen) {
	d, _ := logbook.DoingOf(logbook.Sighted)
	seen.What = d.ThingName(e.Thing)
	switch e.Thing {
	case "wilting":
		s.Dry = append(s.Dry, seen)
	case "flooded":
		s.Wet = append(s.Wet, seen)
	case logbook.PlantDied:
		s.CameKnown, s.Missing = true, min(s.Plants, s.Missing+1)
		s.Came = append(s.Came, seen)
	case "pale-old", "pale-young", "brown-edges", "purple", "volunteers":
	default:
		s.Pests = append(s.Pests, seen)
	}
}

// noted reads a note for words that tell of water.
func noted(s *trial.Season, e *logbook.Entry, seen trial.Seen) {
	text := strings.ToLower(e.Text)
	has := func(words []string) bool {
		return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(text, w) })
	}
	switch {
	case has(wetWords):
		s.Wet = append(s.Wet, seen)
	case has(dryWords):
		s.Dry = append(s.Dry, seen)
	}
}

// readModel takes how it grew by the model.
func readModel(s *trial.Season, b *Bag, past *forecast.PlantingForecast, own map[measure.Day]bool) {
	if past.Grown == nil || past.Index < growth.MinIndex {
		return
	}
	run := &past.Grown.Run
	s.Modelled, s.Index, s.Mature, s.Began = true, past.Index, run.Mature, run.Initiation
	if i := int(b.Ended - run.Planted); len(run.Canopy) > 0 && i >= 0 {
		s.Leaf = run.Canopy[min(i, len(run.Canopy)-1)]
	}
	air := past.Grown.Air
	frozen := false
	for i := range air.Max {
		day := air.From + measure.Day(i)
		if day > b.Ended || day < b.State.Planted || !own[day] { // what is usual or drawn is evidence of nothing
			continue
		}
		s.Measured++
		frozen = frozen || air.Min[i] <= mildOver
		if run.Initiation != 0 && day >= run.Initiation && air.Max[i] > hotDay {
			s.Hot = append(s.Hot, day)
		}
		if (air.Max[i]+air.Min[i])/2 < coldBag {
			s.Cold = append(s.Cold, day)
		}
	}
	s.Mild = !frozen && float64(s.Measured) >= mostOfIt*float64(b.Ended-b.State.Planted)
	s.Inert, s.MixKnown = past.FeedAsk.Mix.Inert(), true
	if f := past.Feed; f != nil && f.Wants.Nitrogen > 0 && len(s.Feeds) > 0 {
		brought, more := past.FeedAsk.Recorded()
		s.Nitrogen, s.MoreFed = brought.Nitrogen/f.Wants.Nitrogen, more
	}
}

// ShareWorking shows what share of its expectation a bag gave.
func (d *Diagnosis) ShareWorking() working.Working {
	w := bag.ExpectWorking(d.expected())
	steps := append(w.Steps,
		working.Step{Says: "expected of it in a full season", Result: measure.Expected(d.Expected.Yield)},
		working.Step{Says: "what it gave, of what can be eaten", Result: d.Bag.M.Edible},
		working.Step{Says: "{} ÷ {}", Args: []any{d.Bag.M.Edible, measure.Expected(d.Expected.Yield)}, Result: measure.Share(d.Share)})
	return working.Working{
		Title: "Share of what was expected", Result: measure.Share(d.Share), Mark: working.Model, Source: w.Source, Steps: steps,
		Changes: "How many were planted, how high it was filled, and what your other bags gave.",
	}
}

// expected is what the expectation was asked of.
func (d *Diagnosis) expected() bag.Growing {
	g := d.Past.Growing(d.from)
	g.Season = bag.FullSeason
	return g
}
