package forecast

import (
	"fmt"
	"maps"
	"slices"

	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/core/working"
)

// BackTest is how the ranges held that would have been shown.
type BackTest struct {
	Bags, Inside int
	Seasons      []BackSeason // by year
}

// BackSeason is one season judged from the others.
type BackSeason struct{ Year, Bags, Inside int }

// Share of the harvests that lay in their range.
func (b *BackTest) Share() measure.Share {
	return measure.Share(float64(b.Inside) / float64(max(1, b.Bags)))
}

// LeftOut are the fits of all harvests but those of one season, each made once. Not safe for concurrent use.
type LeftOut struct {
	yields Yields
	of     map[int]Learned
	back   *BackTest
}

// NewLeftOut of finished bags, beside other gardens.
func NewLeftOut(finished []PlantingForecast, others []Other) *LeftOut {
	return &LeftOut{yields: YieldsOf(finished, others), of: map[int]Learned{}}
}

// Season that is left out: what is learned from all the others.
func (l *LeftOut) Season(year int) Learned {
	fit, known := l.of[year]
	if !known {
		fit = l.yields.WithoutSeason(year)
		l.of[year] = fit
	}
	return fit
}

// Back judges every finished bag that was weighed by itself from the grower's other seasons alone. A grower
// with one season has nothing to be judged from.
func (l *LeftOut) Back() BackTest {
	if l.back != nil {
		return *l.back
	}
	byYear := map[int][]*yielded{}
	for i := range l.yields.list {
		if y := &l.yields.list[i]; len(y.weighing.Bags) == 1 {
			byYear[y.year] = append(byYear[y.year], y)
		}
	}
	var out BackTest
	for _, year := range slices.Sorted(maps.Keys(byYear)) {
		if len(byYear) < 2 {
			break
		}
		fit, season := l.Season(year), BackSeason{Year: year}
		for _, y := range byYear[year] {
			m := fit.of[y.crop]
			if m == nil {
				m = harvest.Fit(nil)
			}
			next := m.Next(y.weighing.Bags[0].Variety, y.weighing.Bags[0].School)
			season.Bags++
			if share := y.share(); share >= next.Low && share <= next.High {
				season.Inside++
			}
		}
		out.Bags, out.Inside = out.Bags+season.Bags, out.Inside+season.Inside
		out.Seasons = append(out.Seasons, season)
	}
	l.back = &out
	return out
}

// Working shows how many harvests lay within their ranges, season by season.
func (b *BackTest) Working() working.Working {
	w := working.Working{
		Title: "Harvests within the range that would have been shown", Result: b.Share(), Mark: working.Yours,
		Source: "each season left out in turn and judged from the others", Changes: "Every season that is finished.",
	}
	for _, s := range b.Seasons {
		w.Steps = append(w.Steps, working.Step{Says: "{}, judged from the other seasons: of {} harvests there lay within", Args: []any{fmt.Sprint(s.Year), s.Bags}, Result: s.Inside})
	}
	w.Steps = append(w.Steps, working.Step{Says: "{} ÷ {}", Args: []any{b.Inside, b.Bags}, Result: b.Share()})
	return w
}
