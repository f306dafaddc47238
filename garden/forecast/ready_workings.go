package forecast

import (
	"glebata/core/measure"
	"glebata/core/working"
)

// WeekWorking shows what a week more adds.
func (r *Ripeness) WeekWorking() working.Working {
	low, high := r.from.Range()
	adds := r.next - r.Inside
	return working.Working{
		Title: "What a week more adds", Result: measure.Say("{} to {}", measure.Expected(r.Low), measure.Expected(r.High)), Mark: working.Model,
		Steps: []working.Step{
			{Says: "expected in it in a week", Result: measure.Expected(r.next)},
			{Says: "expected in it now", Result: measure.Expected(r.Inside)},
			{Says: "{} − {}", Args: []any{measure.Expected(r.next), measure.Expected(r.Inside)}, Result: measure.Expected(adds)},
			{Says: "at the least, {} of it", Args: []any{low}, Result: measure.Expected(r.Low)},
			{Says: "at the most, {} of it", Args: []any{high}, Result: measure.Expected(r.High)},
		},
		Source: "the bulking curve by the weather so far and as it is forecast, and how bags differ", Changes: "The weather, what is picked, your own harvests.",
	}
}

// FrostWorking shows the chance of a frost where it stands in the days ahead.
func (r *Ripeness) FrostWorking() working.Working {
	chance := percent(r.Frost)
	out := working.Working{
		Title: "Chance of a frost where it stands, in the days ahead", Result: chance, Mark: working.Model,
		Source: "each night by how far its forecast errs, as if nights erred apart", Changes: "A newer forecast; fleece, a wall, a place indoors.",
	}
	for i := range r.nights {
		n := &r.nights[i]
		says := "into {}, {} where it stands"
		if n.usual {
			says = "into {}, {} is usual where it stands, and nothing is forecast"
		}
		out.Steps = append(out.Steps, working.Step{Says: says, Args: []any{n.day.Short(), measure.Temperature(n.low)}, Result: percent(n.chance)})
	}
	out.Steps = append(out.Steps, working.Step{Says: "none of them: the chances that each passes, multiplied", Result: percent(1 - r.Frost)}, working.Step{Says: "else a frost", Result: chance})
	return out
}

// EnoughWorking shows EnoughFor.
func EnoughWorking(ripe []Ripeness, wanted measure.Mass) working.Working {
	chosen, sum := EnoughFor(ripe, wanted)
	out := working.Working{Title: "Bags for what is needed this week", Result: sum, Mark: working.Model, Source: "what each is expected to have in it, the first to be lifted first", Changes: "What is weighed in; how much is needed."}
	for _, r := range chosen {
		out.Steps = append(out.Steps, working.Step{Says: "{}, {}", Args: []any{r.Planting.Bag.Label, r.Stage.Name()}, Result: measure.Expected(r.Inside)})
	}
	out.Steps = append(out.Steps, working.Step{Says: "together, of {} that are needed", Args: []any{wanted}, Result: sum})
	return out
}
