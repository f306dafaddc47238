package forecast

import (
	"glebata/core/measure"
	"glebata/core/water"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// waterWorking shows how much a bag wants.
func (s *PlantingForecast) waterWorking() working.Working {
	w := s.Water
	now := w.whole(w.Now)
	capacity, threshold := now.Capacity, w.Bag.Threshold(w.Today+1)
	left := working.Step{Says: "of that is left today", Result: percent(w.Now.Theta())}
	if w.Doubtful() {
		left.Says, left.Args = "of that is left today, if it was not watered since {}", []any{w.Since}
	}
	out := working.Working{
		Title: "Water to give", Result: measure.Carried(w.Give), Mark: working.Model,
		Source:  "the balance of what rain and can bring, and sun, leaves and cloth take",
		Changes: "A watering, a finger check or a weight that is entered; mulch, shade, rain.",
		Steps:   []working.Step{s.capacityStep(capacity), left},
	}
	if !w.Wants() {
		out.Steps = append(out.Steps, working.Step{Says: "over {}, so it wants none", Args: []any{percent(threshold)}, Result: measure.Carried(w.Give)})
		return out
	}
	out.Steps = append(out.Steps, working.Step{Says: "under {}, so it wants some: up to {} of what it holds", Args: []any{percent(threshold), percent(water.Full)}, Result: capacity * measure.Volume(water.Full-w.Now.Theta())})
	if lacks := now.Base - now.Below; lacks > 0 {
		out.Steps = append(out.Steps, working.Step{Says: "and what the reservoir under the roots lacks, of {}", Args: []any{now.Base}, Result: lacks})
	}
	out.Steps = append(out.Steps, working.Step{Says: "to half a litre", Result: measure.Carried(w.Give)})
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
		Title: "Water left, of what roots can take", Result: w.Range(), Mark: working.Model,
		Source:  "the balance of what rain and can bring, and sun, leaves and cloth take; what you felt and weighed put right by a Kalman filter",
		Changes: "A watering, a finger check or a weight that is entered; rain.",
	}
	step := func(says string, v measure.Volume) {
		if v > 0.001 || v < -0.001 {
			out.Steps = append(out.Steps, working.Step{Says: says, Result: v})
		}
	}
	capacity := w.Days[w.Today].Capacity
	evening, now, says := w.Days[0].Capacity, measure.Volume(w.Left)*capacity, "full after the soak of planting day"
	if w.Today > 0 {
		evening, says = measure.Volume(w.Run.Theta[w.Today-1])*w.Days[w.Today-1].Capacity, "left last evening"
	}
	f := w.Run.Flows[w.Today]
	step(says, evening)
	step("rain today", f.Rain)
	step("given today", f.Given)
	step("in new medium", f.Brought)
	step("ran through", -f.Drained)
	if rest := now - (evening + f.Rain + f.Given + f.Brought - f.Drained); rest > 0.001 || rest < -0.001 {
		step("put right by what was seen, or out of the reservoir", rest)
	}
	out.Steps = append(out.Steps,
		working.Step{Says: "in it now, of {}", Args: []any{capacity}, Result: now},
		working.Step{Says: "{} ÷ {}", Args: []any{now, capacity}, Result: percent(w.Left)})
	if w.Range() != percent(w.Left) {
		why := "waterings that nobody may have written down, and how much this bag loses"
		if !w.Loose() {
			why = "rain that nobody wrote down, and how much this bag loses"
		}
		out.Steps = append(out.Steps, working.Step{Says: "what is not known: {}; four times in five it lies in", Args: []any{why}, Result: w.Range()})
	}
	return out
}

// tomorrow is the day after today, what is in the bag that morning in the middle of what may
// be, and what the day takes of it; ok is false where it is not known.
func (w *Water) tomorrow() (d *water.Day, before water.State, lost measure.Volume, ok bool) {
	if w.Today+1 >= len(w.Days) {
		return nil, before, 0, false
	}
	d = &w.Days[w.Today+1]
	now := w.Days[w.Today].Capacity
	s := water.State{In: measure.Volume(w.Run.Theta[w.Today]) * now, Capacity: now, Base: w.Run.Asked.Base, Below: w.Run.Asked.Below}
	b := w.Bag
	b.Factor = w.Run.Factor
	next, f := b.Step(s, d)
	return d, water.State{In: next.In + f.Lost, Capacity: d.Capacity}, f.Lost, true
}

// Tomorrow is what the day after today takes; 0 where that is not known.
func (w *Water) Tomorrow() measure.Volume {
	_, _, lost, _ := w.tomorrow()
	return lost
}

// lossWorking shows what tomorrow takes.
func (w *Water) lossWorking() (working.Working, bool) {
	d, before, lost, ok := w.tomorrow()
	if !ok {
		return working.Working{}, false
	}
	b := w.Bag
	b.Factor = w.Run.Factor
	return b.LossWorking(d, before, lost), true
}

// drinkWorking shows what it will want on a day ahead.
func (w *Water) drinkWorking(d Drink) working.Working {
	c := d.before.Capacity
	return working.Working{
		Title: "Water it will want on " + d.Day.Short(), Result: measure.Carried(d.Litres), Mark: working.Model,
		Source:  "the balance, day by day from today, by the forecast and after it by usual weather, if it is brought what it asks for each time",
		Changes: "Other weather; a watering, a finger check or a weight that is entered; mulch, shade.",
		Steps: []working.Step{
			{Says: "it holds, for roots", Result: c},
			{Says: "of that will be left that morning", Result: percent(d.before.Theta())},
			{Says: "under {}, so it will want some: up to {} of what it holds", Args: []any{percent(d.under), percent(water.Full)}, Result: c * measure.Volume(water.Full-d.before.Theta())},
			{Says: "to half a litre", Result: measure.Carried(d.Litres)},
		},
	}
}

// givenWorking shows what a bag was given, day by day.
func (w *Water) givenWorking() working.Working {
	var sum measure.Volume
	out := working.Working{Title: "Water given so far", Mark: working.Sum, Source: "the log; where it is silent, what the bag asked for", Changes: "A watering that is entered, or undone."}
	var maybe measure.Volume // that nobody wrote down, since the day first
	first, last := 0, 0
	unwritten := func() {
		if says := "{} to {}, in the mean of what may have been"; maybe > 0 {
			out.Steps = append(out.Steps, working.Step{Says: says, Args: []any{(w.From + measure.Day(first)).Short(), (w.From + measure.Day(last)).Short()}, Result: maybe})
		}
		maybe = 0
	}
	for i, f := range w.Run.Flows[:w.Today+1] {
		taken, day := w.Run.Taken[i], (w.From + measure.Day(i)).Short()
		sum += f.Given
		switch {
		case taken > 0 && w.Loose():
			if last = i; maybe == 0 {
				first = i
			}
			maybe += taken
		case taken > 0:
			out.Steps = append(out.Steps, working.Step{Says: "{}, taken as given", Args: []any{day}, Result: taken})
		}
		if written := f.Given - taken; written > 1e-9 {
			unwritten()
			out.Steps = append(out.Steps, working.Step{Says: "{}", Args: []any{day}, Result: written})
		}
	}
	unwritten()
	out.Result = sum
	out.Steps = append(out.Steps, working.Step{Says: "together", Result: sum})
	return out
}

// WaterSum is what the bags of a row ask for together.
func WaterSum(row []PlantingForecast) measure.Loads {
	var sum measure.Loads
	for _, s := range Thirsty(row) {
		sum = append(sum, s.Water.Give)
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
		out.Steps = append(out.Steps, working.Step{Says: "{}, {} left", Args: []any{s.Bag.Label, s.Water.Asked()}, Result: measure.Carried(s.Water.Give)})
	}
	out.Steps = append(out.Steps, working.Step{Says: "together", Result: out.Result})
	return out
}
