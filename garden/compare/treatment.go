package compare

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// treatment that a bag got in what a trial's arms differ in, by its entries: a word, or a number.
type treatment struct {
	key     string
	says    measure.Phrase
	number  float64
	numeric bool
}

// treatmentOf a bag in a factor; ok is false where nothing that is kept tells.
func treatmentOf(f *Factor, b *Bag) (t treatment, ok bool) {
	if f == nil {
		return t, false
	}
	switch f.Key {
	case "school":
		return filledAs(b), true
	case "fed":
		n := b.Count(logbook.Fed)
		if n == 1 {
			return treatment{number: 1, numeric: true, says: measure.Say("1 feeding")}, true
		}
		return treatment{number: float64(n), numeric: true, says: measure.Say("{} feedings", n)}, true
	case "water":
		w := b.WaterEntered()
		return treatment{number: float64(w), numeric: true, says: measure.Say("{} of water", w)}, true
	}
	if f.number != nil {
		v, known := f.number(b)
		return treatment{number: v, numeric: true, says: numberWords(f, v)}, known
	}
	l, ok := f.Level(b)
	return treatment{key: l.Key, says: l.Name}, ok
}

// numberWords is a number of a factor in words.
func numberWords(f *Factor, v float64) measure.Phrase {
	if f.word != "" {
		return measure.Say("{} "+f.word, f.print(v))
	}
	return measure.Say("{}", f.print(v))
}

// filledAs it was, by its raises: one that was to be raised and never was stands as filled once.
func filledAs(b *Bag) treatment {
	raises, school := b.Count(logbook.Raised), b.Filling.School
	switch {
	case raises == 0 && school != hill.FillOnce && b.Filling.CallsAt() == 0: // never to be raised
		return treatment{key: string(school), says: measure.Say("{}", school.Params().Name)}
	case raises == 0:
		return treatment{key: string(hill.FillOnce), says: measure.Say("no raise entered")}
	case school == hill.FillOnce:
		return treatment{key: string(hill.Steps), says: measure.Say("raised {}", timesWord(raises))}
	}
	return treatment{key: string(school), says: measure.Say("{}, raised {}", school.Params().Name, timesWord(raises))}
}

func timesWord(n int) string {
	switch n {
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return measure.Metric.Print(n) + " times"
}

// treatedAs is what the arms of a trial got, as it is on record.
type treatedAs struct {
	Known  bool             // something is kept of what they were to differ in
	Differ bool             // the two that are judged did
	Got    []measure.Phrase // of each arm, most of its bags
	Stray  []Stray          // bags that got what another arm was to get
}

// Stray is a bag that was treated as another arm.
type Stray struct {
	Bag  *Bag
	As   int // arm that it was treated as; −1 for none
	Says measure.Phrase
}

// lookUp the treatments of the bags of some arms. What an arm was to get is what its name says, where it
// is the name of a level, else what most of its bags got: the commonest word, or the middle number.
func lookUp(f *Factor, arms []TrialArm, pair [2]int) (out treatedAs) {
	type got struct {
		bag *Bag
		t   treatment
	}
	of := make([][]got, len(arms))
	meant := make([]treatment, len(arms))
	for i := range arms {
		for _, b := range arms[i].Group.Bags {
			if t, ok := treatmentOf(f, b); ok {
				of[i] = append(of[i], got{b, t})
			}
		}
		out.Got = append(out.Got, measure.Phrase{})
		if len(of[i]) == 0 {
			return treatedAs{}
		}
		count, numbers := map[string]int{}, []float64(nil)
		for _, g := range of[i] {
			if count[g.t.key]++; g.t.numeric {
				numbers = append(numbers, g.t.number)
			}
			if count[g.t.key] > count[meant[i].key] || meant[i].says.Says == "" || strings.EqualFold(g.t.says.In(measure.Metric), arms[i].Name) && meant[i].key != g.t.key {
				meant[i] = g.t
			}
		}
		if len(numbers) > 0 {
			slices.Sort(numbers)
			middle := numbers[len(numbers)/2]
			at := slices.IndexFunc(of[i], func(g got) bool { return g.t.number == middle })
			meant[i] = of[i][at].t
		}
		if s := schoolNamed(arms[i].Name); f.Key == "school" && s != "" {
			meant[i] = treatment{key: string(s), says: measure.Say("{}", s.Params().Name)}
		}
	}
	out.Known = true
	out.Differ = apartBy(f, meant[pair[0]], meant[pair[1]])
	if f.Key == "school" && out.Differ { // the names differ; did the bags?
		seen := map[string]bool{}
		for _, i := range pair {
			for _, g := range of[i] {
				seen[g.t.key] = true
			}
		}
		out.Differ = len(seen) > 1
	}
	for i := range arms {
		out.Got[i] = meant[i].says
		for _, g := range of[i] {
			as := i
			if !same(f, g.t, meant[i]) {
				as = -1
				for k := range arms {
					if k != i && same(f, g.t, meant[k]) {
						as = k
					}
				}
			}
			if as != i && (as >= 0 || !g.t.numeric) {
				out.Stray = append(out.Stray, Stray{g.bag, as, g.t.says})
			}
		}
	}
	return out
}

// DoneBag is a bag of a trial with the arm that it was dealt to and the one that it was treated as.
type DoneBag struct {
	Bag     *Bag
	Arm, As int            // As is NoArm for none of them, NoRecord where nothing tells
	Says    measure.Phrase // what it got
}

// What a bag was treated as where it is no arm.
const (
	NoArm    = -1
	NoRecord = -2
)

// same reports whether two treatments are one; numbers that lie within what is alike are.
func same(f *Factor, a, b treatment) bool { return !apartBy(f, a, b) }

// apartBy reports whether two treatments differ: words by their key, feedings by one, other numbers by
// the tenth over which groups are unlike.
func apartBy(f *Factor, a, b treatment) bool {
	switch {
	case !a.numeric:
		return a.key != b.key
	case f.Key == "planted":
		return math.Abs(a.number-b.number) > unlikeDays
	}
	return math.Abs(a.number-b.number) > unlikeShare*math.Max(a.number, b.number)+1e-9
}

// schoolNamed by its name or key; empty for none.
func schoolNamed(name string) hill.School {
	for _, s := range hill.Schools() {
		if strings.EqualFold(s.Params().Name, strings.TrimSpace(name)) || strings.EqualFold(string(s), strings.TrimSpace(name)) {
			return s
		}
	}
	return ""
}

// countWords that an arm may be called by.
var countWords = []string{"none", "one", "two", "three", "four", "five", "six", "seven", "eight"}

// ArmPlan is what the name of an arm says of its bags' plans, in what the arms differ in: a way of
// filling, or how many to a bag; neither where it says none.
func ArmPlan(t *logbook.Trial, arm int) (school hill.School, number int) {
	switch name := t.Arms[arm]; t.Factor {
	case "school":
		return schoolNamed(name), 0
	case "plants":
		for _, word := range strings.Fields(strings.ToLower(name)) {
			if n, err := strconv.Atoi(word); err == nil && n > 0 && n < 1000 {
				return "", n
			}
			if n := slices.Index(countWords, word); n > 0 {
				return "", n
			}
		}
	}
	return "", 0
}
