package logbook

import (
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"glebata/core/measure"
	"glebata/core/trial"
)

// Trial is a question that bags are to answer: arms that differ in one thing, alike in all else.
type Trial struct {
	ID       ID
	Year     int
	Question string
	Factor   string // what the arms differ in: a factor of comparing, or OtherFactor
	Measure  string // that answers it
	Arms     []string
	Draw     uint64 // number the bags were put to arms from; 0 where the grower put them
	Laid     measure.Day
	Bags     []TrialBag
	Dropped  bool // given up

	// Named before planting.
	Pair    [2]int      // arms that are judged; the same twice where of more than two none was named
	Matters float64     // least difference that matters, as a share of the lesser arm; 0 where nothing was said
	JudgeOn measure.Day // that it is judged from on; 0 for as soon as all its bags are finished
}

// Named is the pair of arms that was named before planting; ok is false where of more than two none was.
func (t *Trial) Named() (pair [2]int, ok bool) {
	if len(t.Arms) == 2 {
		return [2]int{0, 1}, true
	}
	return t.Pair, t.Pair[0] != t.Pair[1] && max(t.Pair[0], t.Pair[1]) < len(t.Arms)
}

// MostMatters is the greatest difference that may be said to matter, as a share.
const MostMatters = 5.0

// TrialBag is a planting in its arm, counted from 0, and the block it was put to it within.
type TrialBag struct {
	Planting ID
	Arm      int
	Block    string
}

// OtherFactor is of arms that differ in something that is not kept.
const OtherFactor = "other"

// maxQuestion of a trial, in letters.
const maxQuestion = 160

// Arm of a planting; ok is false where it is not in the trial.
func (t *Trial) Arm(planting ID) (arm int, ok bool) {
	for _, b := range t.Bags {
		if b.Planting == planting {
			return b.Arm, true
		}
	}
	return 0, false
}

// Check a trial with faults at "question", "pair", "matters", "judge-on", "arm-1" and on, "bags-1" and on, and "bags".
func (t *Trial) Check(label func(ID) string) Faults {
	var faults Faults
	t.Question = measure.PlainLine(t.Question)
	switch {
	case t.Question == "":
		faults.Add("question", "Write down the question, so that the answer is to it and to nothing else.")
	case utf8.RuneCountInString(t.Question) > maxQuestion:
		faults.Add("question", "The question is over {} letters.", maxQuestion)
	}
	if len(t.Arms) < 2 || len(t.Arms) > trial.MaxTrialArms {
		faults.Add("arm-2", "A trial has two to four arms: name what they are.")
		return faults
	}
	switch {
	case max(t.Pair[0], t.Pair[1]) >= len(t.Arms):
		faults.Add("pair", "The pair that is judged names an arm that is not there.")
	case !(t.Matters >= 0 && t.Matters <= MostMatters):
		faults.Add("matters", "The least difference that matters is from 0 to 500 %.")
	case t.JudgeOn != 0 && t.Laid != 0 && t.JudgeOn.Year() > t.Year+2:
		faults.Add("judge-on", "The day of judging is too far off.")
	}
	in := make([]int, len(t.Arms))
	seen := map[ID]int{}
	for _, b := range t.Bags {
		in[b.Arm]++
		if other, twice := seen[b.Planting]; twice {
			faults.Add(armField(b.Arm), "{} stands in two arms, {} and {}: a bag is in one.", label(b.Planting), t.Arms[other], t.Arms[b.Arm])
			continue
		}
		seen[b.Planting] = b.Arm
	}
	for i := range t.Arms {
		t.Arms[i] = CheckName(&faults, fmt.Sprintf("arm-%d", i+1), "arm", t.Arms[i])
		if slices.ContainsFunc(t.Arms[:i], func(o string) bool { return strings.EqualFold(o, t.Arms[i]) }) {
			faults.Add(fmt.Sprintf("arm-%d", i+1), "Two arms are called “{}”.", t.Arms[i])
		}
		if in[i] == 0 && t.Draw == 0 {
			faults.Add(armField(i), "The arm “{}” has no bags.", t.Arms[i])
		}
	}
	return faults
}

func armField(arm int) string { return fmt.Sprintf("bags-%d", arm+1) }
