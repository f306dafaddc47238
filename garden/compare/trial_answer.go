package compare

import (
	"math"
	"slices"

	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/working"
)

// Says reports whether the trial says that one arm gave more: as dealt and as treated, where what the arms
// differ in is on record.
func (s *TrialSheet) Says() bool {
	if s.Judged == nil || s.Judged.Verdict != trial.LikelyMore || s.Got.Known && !s.Got.Differ {
		return false
	}
	return len(s.Got.Stray) == 0 || s.Really != nil && s.Really.Verdict == trial.LikelyMore && (s.Really.Diff > 0) == (s.Judged.Diff > 0)
}

// Answer to the question of a trial in one sentence; empty while it is not judged.
func (s *TrialSheet) Answer() measure.Phrase {
	first, second := s.FirstArm().Name, s.SecondArm().Name
	switch v := s.Judged; {
	case v == nil:
		return measure.Phrase{}
	case s.Got.Known && !s.Got.Differ:
		return measure.Say("It is not on record that the arms differed: “{}” had {}, “{}” {}.", first, s.Got.Got[s.Two[0]], second, s.Got.Got[s.Two[1]])
	case v.Verdict == trial.LikelyMore && !s.Says():
		return measure.Say("Could be chance: as the bags were dealt one arm gave more, as they were treated that is not sure.")
	default:
		return v.Sentence(s.Measure, first, second)
	}
}

// Beside the answer, what else is to be said of it: of what was treated otherwise, of what is kept
// nowhere, and of the difference that matters.
func (s *TrialSheet) Beside() (out []measure.Phrase) {
	v := s.Judged
	if v == nil {
		return nil
	}
	if !s.Got.Known {
		out = append(out, measure.Say("What the arms were to differ in is written down of no bag, or not of all: that they were treated so is your word."))
	}
	for _, g := range s.Got.Stray {
		if g.As >= 0 {
			out = append(out, measure.Say("{} was treated as “{}” is: {}.", g.Bag.Label(), s.Arms[g.As].Name, g.Says))
		} else {
			out = append(out, measure.Say("{} was treated as no arm is: {}.", g.Bag.Label(), g.Says))
		}
	}
	if len(s.Got.Stray) > 0 && s.Got.Differ {
		if s.Really == nil {
			out = append(out, measure.Say("As they were treated, an arm has no bag left."))
		} else {
			out = append(out, measure.Say("As they were treated: {}", s.Really.Sentence(s.Measure, s.FirstArm().Name, s.SecondArm().Name)))
		}
	}
	if s.Picked && len(s.Arms) > 2 {
		out = append(out, measure.Say("No pair was named before planting: the two furthest apart are judged, as picked among {} after looking.", len(s.Arms)))
	}
	return append(out, s.mattering()...)
}

// mattering is how the difference stands to the one that was said to matter.
func (s *TrialSheet) mattering() []measure.Phrase {
	v := s.Judged
	if s.Matters <= 0 || !v.HasInterval() || v.Ratio <= 0 || math.IsInf(v.RatioHigh, 0) || v.RatioLow <= 0 || s.Got.Known && !s.Got.Differ {
		return nil
	}
	low, high := v.RatioLow, v.RatioHigh
	if v.Ratio < 1 {
		low, high = 1/v.RatioHigh, 1/v.RatioLow
	}
	at := measure.Share(s.Matters)
	switch {
	case s.Says() && low-1 >= s.Matters:
		return []measure.Phrase{measure.Say("That is more than the {} that matters to you, at its least.", at)}
	case high-1 < s.Matters && 1/low-1 < s.Matters:
		return []measure.Phrase{measure.Say("Whatever the difference is, it is under the {} that matters to you: either will do.", at)}
	}
	return []measure.Phrase{measure.Say("Whether it is the {} that matters to you the bags do not tell.", at)}
}

// Done is what was done to the finished bags of a trial, in the order of arms.
func (s *TrialSheet) Done() []DoneBag {
	var out []DoneBag
	for i := range s.Arms {
		for _, b := range s.Arms[i].Group.Bags {
			d := DoneBag{Bag: b, Arm: i, As: i}
			t, ok := treatmentOf(s.By, b)
			switch d.Says = t.says; {
			case !s.Got.Known || !ok:
				d.As, d.Says = NoRecord, measure.Say("nothing on record")
			default:
				if n := slices.IndexFunc(s.Got.Stray, func(s Stray) bool { return s.Bag == b }); n >= 0 {
					d.As = s.Got.Stray[n].As
				}
			}
			out = append(out, d)
		}
	}
	return out
}

// ArmWorking shows how an arm came to its value.
func (s *TrialSheet) ArmWorking(a *TrialArm) working.Working {
	return groupWorking(s.Measure, &a.Group, false)
}
