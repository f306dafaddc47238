package compare

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Factor is something kept of a planting that bags are grouped by.
type Factor struct {
	Key, Name string
	// level of a bag: ok is false where nothing was kept.
	level func(*Bag) (Level, bool)
	// number of a bag, where the factor is one; nil where it is not.
	number func(*Bag) (float64, bool)
	print  func(v float64) any
	mean   func(v float64) any // prints a mean of whole numbers; nil for as print does
	word   string              // after a number of it, of few whole ones
	at     int                 // among the factors
}

// Level of a bag in the factor.
func (f *Factor) Level(b *Bag) (Level, bool) { return b.levels[f.at].Level, b.levels[f.at].known }

// Number of a bag in the factor, for a scatter; ok is false where it is none.
func (f *Factor) Number(b *Bag) (float64, bool) {
	if f.number == nil {
		return 0, false
	}
	return f.number(b)
}

// Numeric reports whether bags can be scattered along it.
func (f *Factor) Numeric() bool { return f.number != nil }

// Quantity of a number in the factor.
func (f *Factor) Quantity(v float64) any { return f.print(v) }

// banded is a numeric factor in bands that begin at the given numbers.
func banded(key, name string, starts []float64, number func(*Bag) (float64, bool), print func(float64) any) *Factor {
	return &Factor{Key: key, Name: name, level: func(b *Bag) (Level, bool) {
		v, ok := number(b)
		if !ok {
			return Level{}, false
		}
		at := 0
		for at+1 < len(starts) && v >= starts[at+1]-1e-9 {
			at++
		}
		l := Level{Order: float64(at), Key: fmt.Sprintf("%g", starts[at])}
		switch {
		case at == 0:
			l.Name = measure.Say("under {}", print(starts[1]))
		case at == len(starts)-1:
			l.Name = measure.Say("{} and over", print(starts[at]))
		default:
			l.Name = measure.Say("{} to {}", print(starts[at]), print(starts[at+1]))
		}
		return l, true
	}, number: number, print: print}
}

// words of a factor by a string that is kept; empty for not kept.
func words(key, name string, of func(*Bag) string) *Factor {
	return &Factor{Key: key, Name: name, level: func(b *Bag) (Level, bool) {
		v := of(b)
		return named(v), v != ""
	}}
}

// numbers of a factor that has few whole ones, each a group.
func numbers(key, name, one, many string, of func(*Bag) int) *Factor {
	f := &Factor{Key: key, Name: name, number: func(b *Bag) (float64, bool) {
		n := of(b)
		return float64(n), n > 0
	}, print: countOf, mean: eachOf, word: many}
	f.level = func(b *Bag) (Level, bool) {
		n := of(b)
		word := many
		if n == 1 {
			word = one
		}
		return ordered(float64(n), strings.TrimSpace(fmt.Sprintf("%d %s", n, word))), n > 0
	}
	return f
}

// lastOf a kind of entry: what was done with, "none" where the garden has entries of its kind
// elsewhere, so that what nobody does is no factor.
func lastOf(key, name string, kind logbook.Kind, off string) *Factor {
	d, _ := logbook.DoingOf(kind)
	return words(key, name, func(b *Bag) string {
		for i := len(b.Care) - 1; i >= 0; i-- {
			if e := &b.Care[i]; e.Kind == kind && (off == "" || e.Thing != off) {
				return d.ThingName(e.Thing)
			}
		}
		return "none entered"
	})
}

// grownIn is what kinds of bodies are called where a bed stands beside them, else as they are chosen.
var grownIn = map[bag.Kind]string{bag.Round: "bag or pot", bag.Sack: "sack"}

// Factors in the order they are offered.
func Factors() []*Factor { return factors }

var factors = numbered([]*Factor{
	{Key: "variety", Name: "variety", level: func(b *Bag) (Level, bool) {
		return Level{Name: measure.Say("{}", b.Variety.Name), Key: strconv.FormatInt(int64(b.Variety.ID), 10)}, true
	}},
	{Key: "class", Name: "class", level: func(b *Bag) (Level, bool) {
		return ordered(float64(slices.Index(crop.Classes(), b.Variety.Class)), b.Variety.Class.Name()), true
	}},
	{Key: "year", Name: "season", level: func(b *Bag) (Level, bool) {
		return ordered(float64(b.Season.Year), fmt.Sprint(b.Season.Year)), true
	}},
	words("school", "way of filling", func(b *Bag) string { return b.Filling.School.Params().Name }),
	numbers("plants", "tubers or slips to a bag", "to a bag", "to a bag", func(b *Bag) int { return b.Plants }),
	words("kind", "kind of bag", func(b *Bag) string { return b.Bag.Model.Name }),
	words("grown", "what it grows in", func(b *Bag) string {
		f, _ := bag.FormOf(b.Bag.Model.Shape.Kind())
		return cmp.Or(grownIn[f.Kind], f.Name)
	}),
	banded("litres", "litres of medium", []float64{0, 7, 10, 14, 20, 28, 40, 56, 80}, func(b *Bag) (float64, bool) {
		return float64(b.M.Litres), b.M.Litres > 0
	}, litresOf),
	banded("litres-each", "litres to a plant", []float64{0, 8, 10, 12, 15, 20, 30}, func(b *Bag) (float64, bool) {
		if b.Plants == 0 || b.M.Litres <= 0 {
			return 0, false
		}
		return float64(b.M.Litres) / float64(b.Plants), true
	}, litresOf),
	numbers("sprouts", "sprouts kept", "sprout", "sprouts", func(b *Bag) int { return b.Sprouts }),
	words("cut", "whole or cut", func(b *Bag) string {
		switch s := b.Sown; {
		case s.Pieces == 0:
			return ""
		case s.Cut == 0:
			return "whole tubers"
		case s.Cut == s.Pieces:
			return "cut pieces"
		}
		return "some cut"
	}),
	words("source", "where the seed is from", func(b *Bag) string { return b.Sown.Source.Name() }),
	words("lot", "seed lot", func(b *Bag) string { return b.Sown.Lot }),
	banded("seed", "seed weight, each", []float64{0, 35, 45, 55, 65, 80}, func(b *Bag) (float64, bool) {
		if b.Plants == 0 || b.State.Seed <= 0 {
			return 0, false
		}
		return float64(b.State.Seed) / float64(b.Plants), true
	}, massOf),
	words("medium", "medium", func(b *Bag) string { return b.Mix }),
	numbers("fed", "how often it was fed", "feeding", "feedings", func(b *Bag) int { return b.Count(logbook.Fed) }),
	lastOf("feed", "fed with", logbook.Fed, ""),
	banded("water", "water entered", []float64{0, 10, 20, 40, 80}, func(b *Bag) (float64, bool) {
		w := float64(b.WaterEntered())
		return w, w > 0
	}, litresOf),
	lastOf("mulch", "mulch", logbook.Mulched, logbook.MulchOff),
	lastOf("support", "support", logbook.Supported, ""),
	lastOf("watering", "how it is watered", logbook.Irrigated, ""),
	words("shelter", "shelter", func(b *Bag) string { return string(cmp.Or(b.Stood[0].Shelter, climate.Open)) }),
	words("place", "place", func(b *Bag) string {
		names := make([]string, len(b.Stood))
		for i, p := range b.Stood {
			names[i] = p.Name
		}
		return strings.Join(names, ", then ")
	}),
	banded("sun", "sun where it stands", []float64{0, 4, 6, 8, 10}, func(b *Bag) (float64, bool) { return b.Sun, b.Sun > 0 }, func(v float64) any { return measure.Say("{} h", math.Round(v*10)/10) }),
	{Key: "planted", Name: "planting day", level: func(b *Bag) (Level, bool) {
		if b.State.Planted == 0 {
			return Level{}, false
		}
		d := b.State.Planted
		month, part, half := d.ISO()[5:7], "early ", 0.0
		if d.DayOfMonth() > 15 {
			part, half = "late ", 0.5
		}
		return Level{Order: float64(d.YearDay()-d.DayOfMonth()) + 15*half, Name: measure.Say(part + d.MonthName()), Key: part[:1] + month}, true
	}, number: func(b *Bag) (float64, bool) { return float64(b.State.Planted.YearDay()), b.State.Planted != 0 }, print: func(v float64) any {
		return (measure.Date(2025, 1, 1) + measure.Day(v) - 1).Short()
	}},
})

func numbered(list []*Factor) []*Factor {
	for i, f := range list {
		f.at = i
	}
	return list
}

// FactorNamed by its key, nil for none.
func FactorNamed(key string) *Factor {
	for _, f := range factors {
		if f.Key == key {
			return f
		}
	}
	return nil
}

// several reports how many levels of the factor some bags have: none, one, or more.
func (f *Factor) several(bags []*Bag) int {
	first := ""
	n := 0
	for _, b := range bags {
		switch k := &b.levels[f.at]; {
		case !k.known, n == 1 && k.Key == first:
		case n == 0:
			first, n = k.Key, 1
		default:
			return 2
		}
	}
	return n
}
