package seed

import (
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

// UsualSpread is the share of a usual piece of seed, crop.SeedPiece, by which pieces that
// nobody weighed may be off. Practice.
const UsualSpread = 0.35

// Known is seed as the grower knows it: any of these may be missing.
type Known struct {
	Pieces    []measure.Mass  // of each that was weighed
	Hows      []measure.Known // of each; nil where all were weighed
	Count     int             // of pieces, where they were not weighed one by one
	Total     measure.Mass    // of all together
	Low, High measure.Mass    // all together lie between these
}

// Amount of seed as it is reckoned with.
type Amount struct {
	Pieces  []measure.Mass // nil where no weight is known
	Count   int
	Counted bool         // the count is known; else it is what was planned
	Mass    measure.Mass // 0 where it is not known
	// Low and High are what it may be; both Mass where it was weighed.
	Low, High measure.Mass
	How       measure.Known
}

// Amount that was planted, of seed for which a number was planned.
//
//   - each weighed: their sum; those given as about are 20 % off at the most, those that are only
//     counted are usual pieces, 35 % off,
//   - a count and a total: spread evenly,
//   - a total alone: spread over the number planned,
//   - a range: its middle,
//   - a count alone: 55 g ± 35 % each,
//   - nothing: unknown.
func (k Known) Amount(planned int) Amount {
	a := Amount{Count: k.Count, Counted: k.Count > 0, Mass: k.Total}
	if len(k.Pieces) > 0 {
		return k.weighed()
	}
	if !a.Counted {
		a.Count = planned
	}
	switch {
	case k.Total > 0:
		a.Low, a.High, a.How = k.Total, k.Total, measure.Counted
	case k.High > 0:
		a.Mass, a.Low, a.High, a.How = (k.Low+k.High)/2, k.Low, k.High, measure.Estimated
	case k.Count > 0:
		a.Mass = crop.SeedPiece * measure.Mass(k.Count)
		a.Low, a.High, a.How = a.Mass*(1-UsualSpread), a.Mass*(1+UsualSpread), measure.Estimated
	default:
		a.How = measure.Unknown
		return a
	}
	if a.Count > 0 {
		a.Pieces = make([]measure.Mass, a.Count)
		for i := range a.Pieces {
			a.Pieces[i] = a.Mass / measure.Mass(a.Count)
		}
	}
	return a
}

// weighed one by one.
func (k Known) weighed() Amount {
	a := Amount{Pieces: k.Pieces, Count: len(k.Pieces), Counted: true}
	for i, p := range k.Pieces {
		how := measure.Weighed
		if i < len(k.Hows) {
			how = k.Hows[i]
		}
		off := measure.Mass(0)
		switch how {
		case measure.Estimated:
			off = p * measure.ByEye
		case measure.Counted: // a usual piece
			off = p * UsualSpread
		}
		a.Mass, a.Low, a.High, a.How = a.Mass+p, a.Low+p-off, a.High+p+off, a.How.Worse(how)
	}
	return a
}

// Ranged reports whether its weight is known between two figures only.
func (a Amount) Ranged() bool { return a.High > a.Low }

// Working shows how the weight of seed came about.
func (a Amount) Working(k Known) working.Working {
	w := working.Working{
		Title: "Seed planted", Result: a.Mass, Mark: working.Sum,
		Source: "every piece weighed on planting day", Changes: "Only a planting entry undone and entered again.",
	}
	add := func(says string, result any, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	switch {
	case len(k.Pieces) > 0:
		for i, p := range k.Pieces {
			says := "piece {}"
			if i < len(k.Hows) && k.Hows[i] != measure.Weighed {
				says += ", " + string(k.Hows[i])
			}
			add(says, p, i+1)
		}
		add("all {} together", a.Mass, a.Count)
	case k.Total > 0:
		w.Source = "weighed all together on planting day"
		add("all together", a.Mass)
		switch {
		case a.Counted:
			add("spread evenly over {} pieces, each", a.Mass/measure.Mass(max(1, a.Count)), a.Count)
		case a.Count > 0:
			add("the count is not known: over the {} planned, each", a.Mass/measure.Mass(a.Count), a.Count)
		}
	case k.High > 0:
		w.Source, w.Mark = "as it was estimated on planting day", working.Practice
		add("the middle of {} and {}", a.Mass, k.Low, k.High)
	case k.Count > 0:
		w.Source, w.Mark = "counted, not weighed: a usual piece, give or take 35 %", working.Practice
		says := "{} pieces of about {}"
		if k.Count == 1 {
			says = "{} piece of about {}"
		}
		add(says, a.Mass, k.Count, crop.SeedPiece)
	}
	if a.Ranged() {
		add("so it lies between {} and", a.High, a.Low)
	}
	return w
}
