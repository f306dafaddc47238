package forecast

import (
	"fmt"

	"glebata/core/measure"
	"glebata/core/water"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// waterWorking shows how much a bag wants.
func (s *PlantingForecast) waterWorking() working.Working {
	w := s.Water
	capacity, threshold := w.whole(w.Now).Capacity, w.Bag.Threshold(w.Today+1)
	out := working.Working{
		Title: "Water to give", Result: w.Give, Mark: working.Model,
		Source:  "the balance of what rain and can bring, and sun, leaves and cloth take",
		Changes: "A watering, a finger check or a weight that is entered; mulch, shade, rain.",
		Steps: []working.Step{
			s.capacityStep(capacity),
			{Says: "of that is left today", Result: fmt.Sprintf("%d %%", w.Percent())},
		},
	}
	if !w.Wants() {
		out.Steps = append(out.Steps, working.Step{Says: "over {}, so it wants none", Args: []any{fmt.Sprintf("%.0f %%", 100*threshold)}, Result: w.Give})
		return out
	}
	out.Steps = append(out.Steps,
		working.Step{Says: "under {}, so it wants some: up to {} of what it holds", Args: []any{fmt.Sprintf("%.0f %%", 100*threshold), fmt.Sprintf("%.0f %%", 100*water.Full)}, Result: capacity * measure.Volume(water.Full-w.Theta())},
		working.Step{Says: "to a quarter of a litre", Result: w.Give})
	return out
}

// capacityStep of a working: what roots can take when it is full.
func (s *PlantingForecast) capacityStep(capacity measure.Volume) working.Step {
	if s.Bag.Model.Shape.Ground() {
		return working.Step{Says: "the upper {} of its soil × {}: what roots can take when it is full", Args: []any{bedRoots, float64(bedHolds)}, Result: capacity}
	}
	return working.Step{Says: "settled medium × {} for its mix: what roots can take when it is full", Args: []any{s.FeedAsk.Mix.Water()}, Result: capacity}
}

// leftWorking shows what is left now, from what was left last evening.
func (w *Water) leftWorking() working.Working {
	out := working.Working{
		Title: "Water left, of what roots can take", Result: fmt.Sprintf("%d %%", w.Percent()), Mark: working.Model,
		Source:  "the balance of what rain and can bring, and sun, leaves and cloth take; what you felt and weighed put right by a Kalman filter",
		Changes: "A watering, a finger check or a weight that is entered; rain.",
	}
	step := func(says string, v measure.Volume) {
		if v > 0.001 || v < -0.001 {
			out.Steps = append(out.Steps, working.Step{Says: says, Result: v})
		}
	}
	evening := w.Days[0].Capacity
	says := "full after the soak of planting day"
	if w.Today > 0 {
		evening, says = measure.Volume(w.Run.Theta[w.Today-1])*w.Days[w.Today-1].Capacity, "left last evening"
	}
	f := w.Run.Flows[w.Today]
	step(says, evening)
	step("rain today", f.Rain)
	step("given today", f.Given)
	step("in new medium", f.Brought)
	step("ran through", -f.Drained)
	if rest := w.Now.In - (evening + f.Rain + f.Given + f.Brought - f.Drained); rest > 0.001 || rest < -0.001 {
		step("put right by what was seen, or out of the reservoir", rest)
	}
	out.Steps = append(out.Steps,
		working.Step{Says: "in it now, of {}", Args: []any{w.Now.Capacity}, Result: w.Now.In},
		working.Step{Says: "{} ÷ {}", Args: []any{w.Now.In, w.Now.Capacity}, Result: out.Result})
	return out
}

// lossWorking shows what a day takes.
func (w *Water) lossWorking(day int) working.Working {
	b, f, d := w.Bag, w.Run.Flows[day], w.Days[day]
	b.Factor = w.Run.Belief.Factor
	before := measure.Volume(w.Run.Theta[day])*d.Capacity + f.Lost
	return b.LossWorking(&d, water.State{In: before, Capacity: d.Capacity}, f.Lost)
}

// drinkWorking shows what it will want on a day ahead.
func (w *Water) drinkWorking(d Drink) working.Working {
	c := d.before.Capacity
	return working.Working{
		Title: "Water it will want on " + d.Day.Short(), Result: d.Litres, Mark: working.Model,
		Source:  "the balance, day by day from today, by the forecast and after it by usual weather, if it is brought what it asks for each time",
		Changes: "Other weather; a watering, a finger check or a weight that is entered; mulch, shade.",
		Steps: []working.Step{
			{Says: "it holds, for roots", Result: c},
			{Says: "of that will be left that morning", Result: percent(d.before.Theta())},
			{Says: "under {}, so it will want some: up to {} of what it holds", Args: []any{percent(d.under), percent(water.Full)}, Result: c * measure.Volume(water.Full-d.before.Theta())},
			{Says: "to a quarter of a litre", Result: d.Litres},
		},
	}
}

// givenWorking shows what a bag was given, day by day.
func (w *Water) givenWorking() working.Working {
	var sum measure.Volume
	out := working.Working{Title: "Water given so far", Mark: working.Sum, Source: "the log; where it is silent, what the bag asked for", Changes: "A watering that is entered, or undone."}
	for i, f := range w.Run.Flows[:w.Today+1] {
		if f.Given > 0 {
			says := "{}"
			if w.Run.Taken[i] > 0 {
				says = "{}, taken as given"
			}
			out.Steps, sum = append(out.Steps, working.Step{Says: says, Args: []any{(w.From + measure.Day(i)).Short()}, Result: f.Given}), sum+f.Given
		}
	}
	out.Result = sum
	out.Steps = append(out.Steps, working.Step{Says: "together", Result: sum})
	return out
}

// WaterSum is what the bags of a row ask for together.
func WaterSum(row []PlantingForecast) measure.Volume {
	var sum measure.Volume
	for _, s := range Thirsty(row) {
		sum += s.Water.Give
	}
	return sum
}

// Thirsty are the plantings of a row that ask for water, one of each container.
func Thirsty(row []PlantingForecast) []*PlantingForecast {
	return ofEachBag(row, func(s *PlantingForecast) bool { return s.Water != nil && s.Water.Asks() })
}

// Watered are the plantings of a row whose water is known, one of each container.
func Watered(row []PlantingForecast) []*PlantingForecast {
	return ofEachBag(row, func(s *PlantingForecast) bool { return s.Water != nil })
}

// ofEachBag is the first planting in each container that is wanted.
func ofEachBag(row []PlantingForecast, wanted func(*PlantingForecast) bool) []*PlantingForecast {
	var out []*PlantingForecast
	seen := map[logbook.ID]bool{}
	for i := range row {
		if s := &row[i]; !seen[s.Bag.ID] && wanted(s) {
			seen[s.Bag.ID] = true
			out = append(out, s)
		}
	}
	return out
}

// WaterSumWorking shows WaterSum.
func WaterSumWorking(row []PlantingForecast) working.Working {
	out := working.Working{Title: "Water for all bags today", Result: WaterSum(row), Mark: working.Model, Source: "each bag's balance", Changes: "A watering, a finger check, rain."}
	for _, s := range Thirsty(row) {
		out.Steps = append(out.Steps, working.Step{Says: "{}, {} % left", Args: []any{s.Bag.Label, s.Water.Percent()}, Result: s.Water.Give})
	}
	out.Steps = append(out.Steps, working.Step{Says: "together", Result: out.Result})
	return out
}

func percent(share float64) string { return fmt.Sprintf("%.0f %%", 100*share) }
