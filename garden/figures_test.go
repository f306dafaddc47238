package garden_test

import (
	"errors"
	"math"
	"testing"

	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func TestEveryFigureHasAWholeWorking(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 900, Tare: 300, Grade: "keep", Count: 7}, {Gross: 100, Grade: "green"}}})
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Taken, Day: today, Text: "a panful"})
	p.must(err)
	s := p.state(id)
	for _, figure := range []string{
		forecast.FigureNumber, forecast.FigureLadder, forecast.FigureLitres, forecast.FigureRung + "1", forecast.FigureFill + "2", forecast.FigureSeed,
		forecast.FigureHarvest, forecast.FigureRatio, forecast.FigurePerLitre, forecast.FigurePerPlant,
		forecast.FigureDay, forecast.FigureMedium, forecast.FigureMean,
	} {
		w, err := s.Working(figure)
		if err != nil {
			t.Errorf("%s: %v", figure, err)
			continue
		}
		if w.Title == "" || w.Mark == "" || len(w.Steps) == 0 || w.Result == nil {
			t.Errorf("%s has a gap: %+v", figure, w)
		}
		for _, step := range w.Steps {
			if !step.Complete() {
				t.Errorf("%s: %q takes %d numbers", figure, step.Says, len(step.Args))
			}
		}
	}
	for _, none := range []string{"", "rung-9", "rung-x", "moon"} {
		if _, err := s.Working(none); !errors.Is(err, logbook.ErrNotFound) {
			t.Errorf("%q: %v, want ErrNotFound", none, err)
		}
	}
}

// A bag that is closed with nothing in it gave nothing for its seed.
func TestLostBagHasARatioOfNothing(t *testing.T) {
	p, id := planted(t)
	if s := p.state(id); s.Lifted() {
		t.Error("a growing bag with nothing weighed has a harvest")
	}
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Closed, Day: today, Thing: logbook.NothingCame})
	p.must(err)
	s := p.state(id)
	for _, figure := range []string{forecast.FigureHarvest, forecast.FigureRatio, forecast.FigurePerLitre, forecast.FigurePerPlant} {
		if _, err := s.Working(figure); err != nil {
			t.Errorf("%s of a lost bag: %v", figure, err)
		}
	}
	if r, ok := s.Measures().Ratio(); !ok || r != 0 {
		t.Errorf("the ratio of a lost bag is %v, %v; want 0", r, ok)
	}
}

func TestTodayLiesBetweenTheMarksOfTheSeason(t *testing.T) {
	p, _ := planted(t) // 16 April, 135 days by the class
	for _, c := range []struct {
		day      measure.Day
		from, to forecast.Mark
		share    float64
	}{
		{today - 54 - 42, forecast.MarkPlan, forecast.MarkPlan, 0},
		{today - 54 - 21, forecast.MarkPlan, forecast.MarkPlant, 0.5},
		{today - 54, forecast.MarkPlant, forecast.MarkLift, 0},
		{today - 54 + 54, forecast.MarkPlant, forecast.MarkLift, 0.4},
		{today + 400, forecast.MarkPlant, forecast.MarkLift, 1},
	} {
		l, err := p.look(c.day).SeasonLine()
		p.must(err)
		from, to, share := l.Between()
		if from != c.from || to != c.to || math.Abs(share-c.share) > 1e-9 {
			t.Errorf("%s lies %v of the way from %v to %v, want %v, %v, %v", c.day, share, from, to, c.share, c.from, c.to)
		}
	}
}
