package lift

import (
	"strconv"
	"strings"

	"glebata/core/crop"
	"glebata/core/measure"
)

// Grade sorts what was lifted. The value is its key in files.
type Grade string

// The grades, in the order they are offered.
const (
	Keep      Grade = "keep"
	Small     Grade = "small"
	EatFirst  Grade = "eat-first"
	SavedSeed Grade = "seed"
	Green     Grade = "green"
	Rotten    Grade = "rotten"
	OldMother Grade = "mother"
)

// Grades lists every grade in the order it is offered.
func Grades() []Grade {
	return []Grade{Keep, Small, EatFirst, SavedSeed, Green, Rotten, OldMother}
}

// smallUnder is the weight under which a sound tuber is graded small. Practice.
const smallUnder = 40 * measure.Gram

var gradeNames = map[Grade]measure.Phrase{
	Keep:      measure.Say("keep: sound, {} and over", smallUnder),
	Small:     measure.Say("small: under {}", smallUnder),
	EatFirst:  measure.Say("eat first: cut, speared, split, scabby"),
	SavedSeed: measure.Say("saved as seed"),
	Green:     measure.Say("green: discard"),
	Rotten:    measure.Say("rotten or eaten by pests: discard"),
	OldMother: measure.Say("old mother tuber: not counted"),
}

// Name of the grade with what belongs in it.
func (g Grade) Name() measure.Phrase { return gradeNames[g] }

// Word of the grade, as it is typed in a line.
func (g Grade) Word() string { return strings.ReplaceAll(string(g), "-", " ") }

// Known reports whether g is one of Grades.
func (g Grade) Known() bool { _, ok := gradeNames[g]; return ok }

// Edible reports whether the grade counts as food (or next year's seed).
func (g Grade) Edible() bool {
	return g == Keep || g == Small || g == EatFirst || g == SavedSeed
}

// Counted reports whether the grade is part of the harvest at all.
func (g Grade) Counted() bool { return g.Known() && g != OldMother }

// Fault of tubers, counted apart from their grade. The value is its key in files.
type Fault string

// The faults.
const (
	Cut    Fault = "cut"
	Split  Fault = "split"
	Scab   Fault = "scab"
	Holes  Fault = "holes"
	Gnawed Fault = "gnawed"
	Soft   Fault = "soft"
	Hollow Fault = "hollow"
)

// Faults lists every fault in the order it is offered.
func Faults() []Fault { return []Fault{Cut, Split, Scab, Holes, Gnawed, Soft, Hollow} }

var faultNames = map[Fault]string{
	Cut: "cut or speared", Split: "split", Scab: "scabby", Holes: "with holes", Gnawed: "gnawed", Soft: "soft", Hollow: "hollow inside",
}

// Name of the fault, after a count: "3 split".
func (f Fault) Name() string { return faultNames[f] }

// Known reports whether f is one of Faults.
func (f Fault) Known() bool { _, ok := faultNames[f]; return ok }

// FaultsText puts counted faults into one line, in the order they are offered: "cut 1, split 4".
func FaultsText(counts map[Fault]int) string {
	var out []string
	for _, f := range Faults() {
		if n := counts[f]; n > 0 {
			out = append(out, string(f)+" "+strconv.Itoa(n))
		}
	}
	return strings.Join(out, ", ")
}

// ParseFaults reads what FaultsText wrote; nil for none, and for what it did not write.
func ParseFaults(text string) map[Fault]int {
	var out map[Fault]int
	for _, one := range strings.Split(text, ", ") {
		name, count, _ := strings.Cut(one, " ")
		if n, err := strconv.Atoi(count); err == nil && Fault(name).Known() {
			if out == nil {
				out = map[Fault]int{}
			}
			out[Fault(name)] = n
		}
	}
	return out
}

// UsualTuber of a class, for tubers that were counted and not weighed. Practice.
func UsualTuber(c crop.Class) measure.Mass {
	switch {
	case c.Crop() == crop.SweetPotato:
		return 180
	case c == crop.FirstEarly:
		return 60
	case c == crop.SecondEarly:
		return 75
	}
	return 95
}

// How far a count by the usual tuber, and by a bag's own mean, may be off, as a share.
// Practice.
const UsualOff, OwnOff = 0.35, 0.15
