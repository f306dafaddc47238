package garden

import (
	"strconv"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/working"
)

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
)

// Working of one figure; ErrNotFound when this planting has no such figure.
func (s *Standing) Working(figure string) (working.Working, error) {
	shape, m := s.Bag.Model.Shape, s.Measures()
	switch {
	case figure == FigureNumber:
		return bag.SuggestWorking(shape, s.Filling.Headspace, s.Variety.Class, s.Filling.School == hill.TwoLevel), nil
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
	case figure == FigureSeed:
		return s.seedWorking(), nil
	case figure == FigureHarvest && len(s.Batches) > 0:
		return lift.SumWorking(s.Batches), nil
	case figure == FigureRatio && s.Seed > 0 && len(s.Batches) > 0:
		return m.RatioWorking(), nil
	case figure == FigurePerLitre && m.Litres > 0 && len(s.Batches) > 0:
		return m.PerLitreWorking(), nil
	case figure == FigurePerPlant && m.Plants > 0 && len(s.Batches) > 0:
		return m.PerPlantWorking(), nil
	}
	return working.Working{}, ErrNotFound
}

func nth(rungs []hill.Rung, number string) (hill.Rung, bool) {
	n, err := strconv.Atoi(number)
	if err != nil || n < 1 || n > len(rungs) {
		return hill.Rung{}, false
	}
	return rungs[n-1], true
}

// SeedWanted is about what the pieces of a plan weigh; 0 for slips.
func (s *Standing) SeedWanted() measure.Mass {
	if s.Variety.Class.Crop() == crop.SweetPotato {
		return 0
	}
	return measure.Mass(s.Number) * crop.SeedPiece
}

func (s *Standing) seedWorking() working.Working {
	if s.Stage == StagePlanned {
		return working.Working{
			Title: "Seed wanted", Result: s.SeedWanted(), Mark: working.Practice,
			Steps: []working.Step{
				{Says: "{} pieces of about {} each", Args: []any{s.Number, crop.SeedPiece}, Result: s.SeedWanted()},
			},
			Source: "50 to 60 g a piece", Changes: "The number planted, and the size of your seed.",
		}
	}
	w := working.Working{
		Title: "Seed planted", Result: s.Seed, Mark: working.Sum,
		Source: "every piece weighed on planting day", Changes: "Only a planting entry taken back and entered again.",
	}
	for i, p := range s.Pieces {
		w.Steps = append(w.Steps, working.Step{Says: "piece {}", Args: []any{i + 1}, Result: p})
	}
	w.Steps = append(w.Steps, working.Step{Says: "all {} together", Args: []any{len(s.Pieces)}, Result: s.Seed})
	return w
}
