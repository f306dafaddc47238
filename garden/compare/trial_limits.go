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
	if n := s.fewest(); s.Vary > 0 && n > 1 {
		if effect, ok := trial.Detectable(s.Vary, len(s.Arms), n); ok {
			out = append(out, measure.Say("A difference under about {}: with {} bags an arm that vary by {}, smaller ones are missed more often than once in five times.", measure.Share(effect), n, measure.Share(s.Vary)))
		}
	}
	return out
}

// fewest bags in one of the two arms that are judged.
func (s *TrialSheet) fewest() int { return min(s.Judged.FirstN, s.Judged.SecondN) }

// NextNeeds is what a next trial would need to see a difference like that of this one; empty where
// its bags do not tell.
func (s *TrialSheet) NextNeeds() measure.Phrase {
	if s.Vary == 0 || s.fewest() < 2 || s.Judged.Ratio <= 0 {
		return measure.Phrase{}
	}
	more := math.Max(s.Judged.Ratio, 1/s.Judged.Ratio) - 1
	if more < trial.LeastEffect {
		return measure.Say("The arms are so near one another that no trial in bags would tell them apart: either will do.")
	}
	n, err := trial.BagsPerArm(math.Max(s.Vary, trial.LeastVary), math.Min(more, trial.MostEffect), len(s.Arms))
	if err != nil {
		return measure.Say("To see a difference like this one, {}, a next trial would need more than 500 bags in each arm, if they vary as these did ({}): either will do.", measure.Share(more), measure.Share(s.Vary))
	}
	return measure.Say("To see a difference like this one, {}, four times in five, a next trial needs {} bags in each arm, if they vary as these did ({}).", measure.Share(more), n, measure.Share(s.Vary))
}
