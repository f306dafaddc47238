package forecast

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// ComponentShare of a component in what a layer is made of, 0 to 1.
func (s *PlantingForecast) ComponentShare(of hill.Material, component string, cs medium.Components) float64 {
	if key := of.Component(); key != "" {
		if strings.EqualFold(key, component) {
			return 1
		}
		return 0
	}
	m := s.FeedAsk.Mix
	if len(m) == 0 {
		m = cs.Recipes()[0].Mix
	}
	for _, part := range m {
		if strings.EqualFold(part.Key, component) {
			return part.Share
		}
	}
	return 0
}

// The figures of a planting that show their working, by the name they are asked
// for under. A rung is FigureRung and its number, from 1.
const (
	FigureNumber   = "number"
	FigureLadder   = "ladder"
	FigureLitres   = "litres"
	FigureRung     = "rung-"
	FigureFill     = "fill-"
	FigureSeed     = "seed"
	FigureHarvest  = "harvest"
	FigureRatio    = "ratio"
	FigurePerLitre = "per-litre"
	FigurePerPlant = "per-plant"
	FigurePerArea  = "per-area"
	FigureMean     = "mean"
	FigureMedium   = "medium"
	FigureLevel    = "level"
	FigureDay      = "planting-day"
	FigureReady    = "ready"
	FigureStem     = "stem"
	FigureWater    = "water"

	FigureWaterLeft  = "water-left"
	FigureWaterGiven = "water-given"
	FigureWaterLoss  = "water-loss"
	FigureWet        = "weighs"    // now, with the water in it
	FigureWaterOn    = "water-on-" // a day ahead, like 2026-06-14
)

// Working of one figure; ErrNotFound when this planting has no such figure.
func (s *PlantingForecast) Working(figure string) (working.Working, error) {
	shape, m := s.Bag.Model.Shape, s.Measures()
	switch {
	case figure == FigureNumber:
		return bag.SuggestWorking(shape, NewRoom(s.Filling), s.Variety.Class, s.Filling.School == hill.TwoLevel), nil
	case figure == FigureLadder:
		return s.Filling.LadderWorking(shape, s.Ladder), nil
	case figure == FigureLitres:
		return s.Ladder.TotalWorking(s.Filling), nil
	case strings.HasPrefix(figure, FigureRung):
		if r, ok := nth(s.Rungs, figure[len(FigureRung):]); ok {
			if next := s.Upcoming(); figure == FigureRung+"1" && next != nil {
				r = *next
			}
			return s.Filling.RungWorking(shape, r), nil
		}
	case strings.HasPrefix(figure, FigureFill):
		if r, ok := nth(s.Ladder.Fills, figure[len(FigureFill):]); ok {
			return s.Filling.RungWorking(shape, r), nil
		}
	case figure == FigureDay:
		return s.Ladder.PlantingDayWorking(s.Filling), nil
	case figure == FigureMedium && len(s.Layers) > 0:
		return s.mediumWorking(), nil
	case figure == FigureLevel && len(s.Layers) > 0:
		return s.levelWorking(), nil
	case figure == FigureMean && s.Harvest.Count > 0:
		return s.Harvest.MeanTuberWorking(), nil
	case figure == FigureReady && s.Grown != nil && s.Grown.Run.Up != 0:
		return s.readyWorking(), nil
	case figure == FigureStem && s.Grown != nil && s.NowKnown:
		return s.stemWorking(), nil
	case figure == FigureWet && s.Stage == logbook.StageGrowing && s.Grown != nil && !shape.Ground():
		return s.wetWorking(), nil
	case strings.HasPrefix(figure, FigureWater):
		return s.waterFigure(figure)
	case figure == FigureSeed && (s.Stage == logbook.StagePlanned || s.State.Seed > 0):
		return s.seedWorking(), nil
	case figure == FigureHarvest && s.Lifted():
		return lift.SumWorking(s.Batches), nil
	case figure == FigureRatio && s.Seed > 0 && s.Lifted():
		return m.RatioWorking(), nil
	case figure == FigurePerLitre && m.Litres > 0 && s.Lifted():
		return m.PerLitreWorking(), nil
	case figure == FigurePerArea && m.Area > 0 && s.Lifted():
		return m.PerAreaWorking(), nil
	case figure == FigurePerPlant && m.Plants > 0 && s.Lifted():
		return m.PerPlantWorking(), nil
	}
	return working.Working{}, logbook.ErrNotFound
}

// waterFigure is the working of one figure of a bag's water.
func (s *PlantingForecast) waterFigure(figure string) (working.Working, error) {
	if s.Water == nil {
		return working.Working{}, logbook.ErrNotFound
	}
	switch figure {
	case FigureWater:
		return s.waterWorking(), nil
	case FigureWaterLeft:
		return s.Water.leftWorking(), nil
	case FigureWaterGiven:
		return s.Water.givenWorking(), nil
	case FigureWaterLoss:
		if w, ok := s.Water.lossWorking(); ok {
			return w, nil
		}
	}
	if text, ok := strings.CutPrefix(figure, FigureWaterOn); ok {
		for _, d := range s.Water.Ahead() {
			if d.Day.ISO() == text {
				return s.Water.drinkWorking(d), nil
			}
		}
	}
	return working.Working{}, logbook.ErrNotFound
}

func nth(rungs []hill.Rung, number string) (hill.Rung, bool) {
	n, err := strconv.Atoi(number)
	if err != nil || !(n >= 1 && n <= len(rungs)) {
		return hill.Rung{}, false
	}
	return rungs[n-1], true
}

// SeedWanted is about what the pieces of a plan weigh; 0 for slips.
func (s *PlantingForecast) SeedWanted() measure.Mass {
	if s.Variety.Class.Crop() == crop.SweetPotato {
		return 0
	}
	return measure.Mass(s.Number) * crop.SeedPiece
}

// mediumWorking shows the layers that lie in the bag.
func (s *PlantingForecast) mediumWorking() working.Working {
	w := working.Working{
		Title: "Medium in the bag", Result: s.Settled(), Mark: working.Sum,
		Source: "the log, and the inside measures of the bag", Changes: "A raise, or one undone.",
	}
	for _, l := range s.Layers {
		w.Steps = append(w.Steps, working.Step{Says: "{} to {}, on {}", Args: []any{l.From, l.To, l.Day}, Result: l.Settled})
	}
	w.Steps = append(w.Steps,
		working.Step{Says: "settled, together", Result: s.Settled()},
		working.Step{Says: "level now", Result: s.Level})
	return w
}

func (s *PlantingForecast) levelWorking() working.Working {
	w := working.Working{
		Title: "Level of the medium", Result: s.Level, Mark: working.Sum,
		Source: "the log", Changes: "A raise, or one undone.",
	}
	for _, l := range s.Layers {
		w.Steps = append(w.Steps, working.Step{Says: "from {}, on {}, to", Args: []any{l.From, l.Day}, Result: l.To})
	}
	return w
}

// RaiseDue reports whether a layer is due today.
func (s *PlantingForecast) RaiseDue() bool {
	return slices.ContainsFunc(s.Jobs, func(j job.Job) bool { return j.Kind == job.Raise && j.Due() })
}

// Mix is the loose medium to bring for the raises that are due in a row, bag by bag.
func Mix(row []PlantingForecast) measure.Loads {
	var v measure.Loads
	for i := range row {
		if row[i].RaiseDue() {
			v = append(v, row[i].Upcoming().Loose*measure.Volume(row[i].Part()))
		}
	}
	return v
}

// MixWorking shows Mix, bag by bag.
func MixWorking(row []PlantingForecast) working.Working {
	w := working.Working{
		Title: "Loose medium for today's raises", Result: Mix(row), Mark: working.Practice,
		Source: "each bag's ladder", Changes: "Stem heights measured anew, or a raise of your own.",
	}
	for i := range row {
		if s := &row[i]; s.RaiseDue() {
			next := s.Upcoming()
			w.Steps = append(w.Steps, working.Step{Says: "{}: {} to {}", Args: []any{s.Bag.Label, next.From, next.To}, Result: next.Loose * measure.Volume(s.Part())})
		}
	}
	w.Steps = append(w.Steps, working.Step{Says: "together, each as it is measured out", Result: w.Result})
	return w
}

func (s *PlantingForecast) seedWorking() working.Working {
	if s.Stage == logbook.StagePlanned && s.Sweet() {
		return working.Working{
			Title: "Slips wanted", Result: s.Number, Mark: working.Practice,
			Steps:  []working.Step{{Says: "one slip to each plant; they have next to no weight, and are counted", Result: s.Number}},
			Source: "the number planned", Changes: "The number planned. Start a fifth more than you plant: some fail.",
		}
	}
	if s.Stage == logbook.StagePlanned {
		return working.Working{
			Title: "Seed wanted", Result: s.SeedWanted(), Mark: working.Practice,
			Steps: []working.Step{
				{Says: "{} {} of about {} each", Args: []any{s.Number, crop.Potato.SetOut(s.Number), crop.SeedPiece}, Result: s.SeedWanted()},
			},
			Source: "the usual piece of seed", Changes: "The number planted, and the size of your seed.",
		}
	}
	return s.Known.Amount(s.Number).Working(s.Known)
}

// readyWorking shows how the day came about on which half of the leaves are yellow.
func (s *PlantingForecast) readyWorking() working.Working {
	c, k := &s.Grown.Run, s.Variety.Class.Constants()
	days := s.Variety.PacketDays
	if days == 0 {
		days = k.PacketDays
	}
	need := growth.MaturityNeed(s.Variety.Class, s.Variety.PacketDays)
	w := working.Working{
		Title: measure.Upper(s.Dates.Done()), Mark: working.Model,
		Source:  "thermal time from emergence, by the weather as it was observed, is forecast and usually is",
		Changes: "The weather to come, the day it came up, a frost, another place.",
	}
	each, says := 10, "warmth it needs: ({} days on the packet − 20) × {}"
	if k.Crop == crop.SweetPotato {
		each, says = 12, "warmth it needs in the medium: {} days on the packet × {}"
	}
	w.Steps = []working.Step{
		{Says: "up on", Result: c.Up},
		{Says: says, Args: []any{days, measure.Warming(each)}, Result: measure.DegreeDays(need)},
	}
	if ripe := s.Grown.Plant.Ripe; ripe > 0 && ripe != 1 {
		w.Steps = append(w.Steps, working.Step{Says: "by what was seen of its leaf × {}", Args: []any{math.Round(100*ripe) / 100}, Result: measure.DegreeDays(need * ripe)})
		w.Changes = "The weather to come; a look at how yellow it is."
	}
	if c.Mature != 0 {
		w.Steps = append(w.Steps, working.Step{Says: "that is reached on", Result: c.Mature})
		w.Result = c.Mature
		return w
	}
	w.Title = "The end of its season"
	w.Steps = append(w.Steps, working.Step{Says: endings[c.Ending], Result: c.End()},
		working.Step{Says: "share of the warmth it needs that it has by then", Result: measure.Say("{} %", math.Round(100*c.Share))})
	w.Result = measure.Say("{}, at {} % of its warmth", c.End(), math.Round(100*c.Share))
	return w
}

// endings of a planting that is not mature, as a working says them.
var endings = map[growth.Ending]string{
	growth.Standing: "it stands as far as the weather is looked ahead, to",
	growth.Killed:   "cold kills it about",
	growth.CutDown:  "its tops were cut on",
	growth.Lost:     "the medium froze before it was up, about",
	growth.Over:     "the cold ends it, or lifting before, about",
	growth.Withered: "heat has taken its leaves by about",
	growth.Rotted:   "its seed has rotted in a hot medium by about",
}

// stemWorking shows how high the stems stand by the forecast.
func (s *PlantingForecast) stemWorking() working.Working {
	c, h := &s.Grown.Run, growth.Params(s.Variety.Class)
	rate := h.Rate
	w := working.Working{
		Title: "Stems by now", Result: s.Now, Mark: working.Model,
		Source: "stems grow with warmth, ever slower towards their longest", Changes: "A measurement: the curve then goes by it.",
	}
	w.Steps = []working.Step{
		{Says: "up on", Result: c.Up},
		{Says: "usual growth", Result: measure.StemRate(rate)},
	}
	if f := s.Grown.Fit; f.Rate != 1 {
		w.Steps = append(w.Steps, working.Step{Says: "as measured so far: × {}", Args: []any{f.Rate}, Result: measure.StemRate(rate * f.Rate)})
	}
	if f := s.Grown.Fit; f.Tall != 1 {
		says := "they stop at {} times the usual length, as those of this variety did before"
		if f.TallSD > 0 {
			says = "they stop at {} times the usual length, by their heights"
		}
		w.Steps = append(w.Steps, working.Step{Says: says, Args: []any{measure.Ratio(f.Tall)}, Result: h.Longest * measure.Length(f.Tall)})
	}
	w.Steps = append(w.Steps, working.Step{Says: "length from where they came through", Result: s.Now + s.Raised})
	if s.Raised > 0 {
		w.Steps = append(w.Steps, working.Step{Says: "less {} that was raised since", Args: []any{s.Raised}, Result: s.Now})
	}
	return w
}
