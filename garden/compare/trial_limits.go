package compare

import (
	"math"

	"glebata/core/measure"
	"glebata/core/trial"
)

// CannotTell is what a trial that was judged does not show.
func (s *TrialSheet) CannotTell() []measure.Phrase {
	out := []measure.Phrase{measure.Say("Another season: weather, pests and your hand differ from year to year, and this is {} alone.", s.Year)}
	if !s.Tells() {
		out = append(out, measure.Say("Anything at all at this size: with its bags dealt so, no result can be rarer than {}.", Chance(s.Least)))
	}
	if s.Judged.Mixed() {
		out = append(out, measure.Say("What came of the arms and what of the rest they differ in, as listed above."))
	}
	if n := s.fewest(); s.Vary.CV > 0 && n >= trial.FewestBags {
		if effect, ok := trial.Detectable(s.Vary.Cautious(), s.family(), n); ok {
			out = append(out, measure.Say("A difference under about {}: with {} bags an arm that vary by {}, smaller ones are missed more often than once in five times.", measure.Share(effect), n, measure.Share(s.Vary.CV)))
		}
	}
	return out
}

// family is among how many arms the pair is judged: two where it was named.
func (s *TrialSheet) family() int {
	if s.Picked {
		return len(s.Arms)
	}
	return 2
}

// fewest weighings in one of the two arms that are judged.
func (s *TrialSheet) fewest() int { return min(s.Judged.FirstW, s.Judged.SecondW) }

// NextNeeds is what a next trial would need to see the difference that matters, or one like that of this
// one where none was named; empty where its bags do not tell. It is planned from a cautious variation.
func (s *TrialSheet) NextNeeds() measure.Phrase {
	if s.Vary.CV == 0 || s.Judged.Ratio <= 0 {
		return measure.Phrase{}
	}
	more, which := math.Max(s.Judged.Ratio, 1/s.Judged.Ratio)-1, "a difference like this one"
	if s.Matters > 0 {
		more, which = s.Matters, "the difference that matters to you"
	}
	if more < trial.LeastEffect {
		return measure.Say("The arms are so near one another that no trial in bags would tell them apart: either will do.")
	}
	cv := math.Min(trial.MostVary, math.Max(s.Vary.Cautious(), trial.LeastVary))
	n, err := trial.BagsPerArm(cv, math.Min(more, trial.MostEffect), s.family())
	if err != nil {
		return measure.Say("To see "+which+", {}, a next trial would need more than 500 bags in each arm, if they vary by up to {}: either will do.", measure.Share(more), measure.Share(cv))
	}
	return measure.Say("To see "+which+", {}, four times in five, a next trial needs {} bags in each arm. These varied by {}; taken with caution, for they are few, {}.", measure.Share(more), n, measure.Share(s.Vary.CV), measure.Share(cv))
}
