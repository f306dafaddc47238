package logbook

import (
	"strings"

	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/seed"
)

// Says puts an entry of the planting into words.
func (p *Planting) Says(e *Entry) measure.Phrase {
	k := KindOf(e.Kind)
	switch {
	case k.Says != nil:
		return k.Says(p, e)
	case k.Doing != nil:
		return k.Doing.Says(e)
	}
	return measure.Say(strings.TrimSpace(k.Name + " " + e.Text))
}

// SeedWords say what is known of seed.
func SeedWords(a seed.Amount) measure.Phrase {
	n := measure.Say("{} pieces", a.Count)
	if a.Count == 1 {
		n = measure.Say("1 piece")
	}
	switch {
	case a.Mass == 0 && a.Counted:
		return measure.Say("{}, not weighed", n)
	case a.How == measure.Unknown:
		return measure.Say("not weighed")
	case a.How == measure.Simulated:
		return measure.Say("{}, {} of seed, simulated", n, a.Mass)
	case a.Ranged() && a.Counted:
		return measure.Say("{}, about {} of seed: {} to {}", n, a.Mass, a.Low, a.High)
	case a.Ranged():
		return measure.Say("about {} of seed: {} to {}, not counted", a.Mass, a.Low, a.High)
	case a.Counted:
		return measure.Say("{}, {} of seed", n, a.Mass)
	}
	return measure.Say("{} of seed, not counted", a.Mass)
}

func plantedWords(p *Planting, e *Entry) measure.Phrase {
	if p.Variety.Class.Crop() == crop.Potato {
		return measure.Say("planted {}", SeedWords(e.Seed.Amount(p.Number)))
	}
	if root := e.Seed.Amount(p.Number).Mass; root > 0 || e.Start == WholeRoot {
		return measure.Say("planted {}", RootWords(max(1, e.Seed.Count, len(e.Seed.Pieces)), root))
	}
	return measure.Say("planted {}", SlipWords(e.Slips, e.Slips > 0, e.Start))
}

// RootWords say how many roots were planted whole, and their weight; 0 where nobody took it.
func RootWords(n int, mother measure.Mass) measure.Phrase {
	says := measure.Say("{} roots", n)
	if n == 1 {
		says = measure.Say("1 root")
	}
	if mother == 0 {
		return measure.Say("{}, not weighed", says)
	}
	return measure.Say("{}, mother weight {}", says, mother)
}

// SlipWords count slips or cuttings; those not counted are as many as were planned.
func SlipWords(n int, counted bool, start Start) measure.Phrase {
	what := "slips"
	if start == Cuttings {
		what = "vine cuttings"
	}
	if !counted {
		return measure.Say(what + ", not counted")
	}
	if n == 1 {
		what = strings.TrimSuffix(what, "s")
	}
	return measure.Say("{} "+what, n)
}

// GivenAway and Eaten are the words of a weigh-in of what went out of the house.
const (
	GivenAway = "given away"
	Eaten     = "eaten"
)

func weighedWords(c crop.Crop, e *Entry) measure.Phrase {
	says, args := "weighed in", []any(nil)
	for i := range e.Batches {
		if i > 0 {
			says += ";"
		}
		says, args = says+" {}", append(args, BatchWords(&e.Batches[i], c.Lifted()))
	}
	if e.Text == GivenAway || e.Text == Eaten {
		says += ", " + e.Text
	}
	return measure.Say(says, args...)
}

// BatchWords say what one batch came to; lifted is what its crop's pieces are called.
func BatchWords(b *Batch, lifted string) measure.Phrase {
	says, args := "", []any(nil)
	add := func(s string, a ...any) { says, args = says+s, append(args, a...) }
	ranged := b.High > b.Low
	if b.How == measure.Pooled || b.How == measure.Counted && ranged {
		add(string(b.How) + ", ")
	}
	add(b.How.Mark("{}")+" "+b.Grade, measure.Finely{V: b.Gross - b.Tare})
	if ranged {
		add(" ({} to {})", b.Low, b.High)
	}
	if b.Count > 0 {
		add(", {} "+lifted, b.Count)
	}
	faults := lift.ParseFaults(b.Faults)
	for _, f := range lift.Faults() {
		if n := faults[f]; n > 0 {
			add(", {} "+f.Name(), n)
		}
	}
	return measure.Say(says, args...)
}
