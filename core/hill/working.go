package hill

import (
	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/core/working"
)

// RungWorking shows how many litres a rung takes.
func (p Plan) RungWorking(s bag.Shape, r Rung) working.Working {
	w := s.BetweenWorking(r.From, r.To)
	w.Title = "Litres to bring for this layer"
	w.Steps = append(w.Steps,
		working.Step{Says: "settled litres of the layer", Result: r.Settled},
		working.Step{Says: "÷ (1 − {}), because loose medium settles", Args: []any{p.settling(r.Of)}, Result: r.Loose},
	)
	w.Result = measure.Carried(r.Loose)
	w.Mark = working.Practice
	w.Source = "volume of a tapered body, and " + p.School.Params().Name
	w.Changes = "A mix that settles more or less, a thicker or thinner layer."
	return w
}

// Words of a ladder: how often it is raised, and how high.
func (l Ladder) Words() measure.Phrase {
	switch n := len(l.Rungs); n {
	case 0:
		return measure.Say("filled on planting day to {}", l.Top)
	case 1:
		return measure.Say("1 raise to {}", l.Top)
	default:
		return measure.Say("{} raises to {}", n, l.Top)
	}
}

// LadderWorking shows how the levels came about.
func (p Plan) LadderWorking(s bag.Shape, l Ladder) working.Working {
	w := working.Working{
		Title:   "Raises after planting day",
		Result:  l.Words(),
		Mark:    working.Practice,
		Source:  l.School.Params().Name,
		Changes: "The school of filling, the headspace, or a raise of your own: the rest is then laid again.",
	}
	if s.Ground() {
		return p.groundWorking(s, l, w)
	}
	w.Steps = []working.Step{
		{Says: "usable top: {} − {} headspace", Args: []any{s.Height(), p.Headspace}, Result: l.Top},
	}
	if len(l.Rungs) == 0 {
		w.Steps = append(w.Steps, working.Step{Says: "filled on planting day to", Result: l.Start})
		return w
	}
	left := l.Top - l.Start
	if l.Bottom > 0 {
		w.Steps = append(w.Steps, working.Step{Says: "chips at the bottom up to", Result: l.Bottom})
	}
	w.Steps = append(w.Steps,
		working.Step{Says: "start: {} base + {} cover on it", Args: []any{p.Base, p.Cover}, Result: l.Start},
		working.Step{Says: "left to fill: {} − {}", Args: []any{l.Top, l.Start}, Result: left},
		working.Step{Says: "÷ {} at the most, rounded up", Args: []any{p.MaxLayer}, Result: len(l.Rungs)},
		working.Step{Says: "each: {} ÷ {}", Args: []any{left, len(l.Rungs)}, Result: left / measure.Length(len(l.Rungs))},
	)
	return w
}

// groundWorking is LadderWorking in a bed or row: levels are over the ground.
func (p Plan) groundWorking(s bag.Shape, l Ladder, w working.Working) working.Working {
	if len(l.Fills) == 0 {
		w.Result = measure.Say("nothing is filled in: it is there")
		w.Steps = []working.Step{{Says: "seed lies under the ground by", Result: s.Height() - l.Seed[0]}}
		return w
	}
	start, top, n := s.Told(l.Start), s.Told(l.Top), len(l.Rungs)
	w.Result = measure.Say("covered with {} of {}", start, p.over().Name())
	w.Steps = []working.Step{{Says: "over seed that lies on the ground", Result: start}}
	if n == 0 {
		return w
	}
	left := top - start
	if w.Result = measure.Say("{} raises to {} over the ground", n, top); n == 1 {
		w.Result = measure.Say("1 raise to {} over the ground", top)
	}
	w.Steps = append(w.Steps,
		working.Step{Says: "left to heap up, to {}: {} − {}", Args: []any{top, top, start}, Result: left},
		working.Step{Says: "÷ {} at the most, rounded up", Args: []any{p.MaxLayer}, Result: n},
		working.Step{Says: "each: {} ÷ {}", Args: []any{left, n}, Result: left / measure.Length(n)},
	)
	return w
}

// PlantingDayWorking sums the litres of planting day.
func (l Ladder) PlantingDayWorking(p Plan) working.Working {
	w := working.Working{
		Title: "Medium to bring on planting day", Result: l.FirstLoads(), Mark: working.Practice,
		Source: l.School.Params().Name, Changes: "The base and cover, and how much the mix settles.",
	}
	for _, f := range l.Fills {
		if f.Of != Medium {
			continue
		}
		w.Steps = append(w.Steps, working.Step{
			Says: "{} to {}: {} settled ÷ (1 − {})", Args: []any{f.From, f.To, f.Settled, p.Settling}, Result: f.Loose,
		})
	}
	w.Steps = append(w.Steps, working.Step{Says: "together, loose, each as it is measured out", Result: w.Result})
	return w
}

// TotalWorking sums the litres of the whole ladder.
func (l Ladder) TotalWorking(p Plan) working.Working {
	w := working.Working{
		Title: "Medium for the whole bag", Result: l.Loads(), Mark: working.Practice,
		Source: l.School.Params().Name, Changes: "The headspace, and how much the mix settles.",
	}
	for i, rungs := range [2][]Rung{l.Fills, l.Rungs} {
		says := [2]string{"planting day, {} to {}: {} settled ÷ (1 − {})", "raise, {} to {}: {} settled ÷ (1 − {})"}[i]
		for _, r := range rungs {
			if r.Of == Medium {
				w.Steps = append(w.Steps, working.Step{Says: says, Args: []any{r.From, r.To, r.Settled, p.Settling}, Result: r.Loose})
			}
		}
	}
	w.Steps = append(w.Steps, working.Step{Says: "all together, loose, each as it is measured out", Result: w.Result})
	return w
}
