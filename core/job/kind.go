package job

import "glebata/core/measure"

// Kind of work.
type Kind string

// The kinds.
const (
	Plant    Kind = "plant"
	TopUp    Kind = "top-up" // medium has settled: put back what is missing
	Raise    Kind = "raise"
	Feed     Kind = "feed"
	Tie      Kind = "tie" // canes and string before stems fall over
	Nip      Kind = "nip" // flowers, for those who do
	Look     Kind = "look"
	Measure  Kind = "measure"
	Move     Kind = "move"
	CutHaulm Kind = "cut-down"
	Lift     Kind = "lift"
	Wait     Kind = "wait" // nothing to do; Tag says what is waited for

	// What leads up to planting, by the words of the calendar.
	Order      Kind = "order"
	StartChit  Kind = "chit"
	StartSlips Kind = "slips"
	FillPots   Kind = "fill-pots"
	StartPots  Kind = "pots"
	Harden     Kind = "harden"
)

// KindFacts are what is to be known of a kind of work.
type KindFacts struct {
	Kind     Kind
	Ticked   string      // on the button that says it is done; empty where a page of its own is led to
	Logged   string      // in the log, where the entry has no words of its own
	Cautions []string    // that stand where it is done, by key
	Rest     measure.Day // after it was skipped
}

// A layer, a feed or a look is asked for again a week after it was skipped, when stems
// have grown on; other jobs that come once do not come again. Practice.
const (
	again measure.Day = 7
	never measure.Day = 300
)

// kinds is the one table of the kinds of work, in the order of pressing: what dies or
// rots when it waits comes first.
var kinds = []KindFacts{
	{Plant, "", "", []string{"mix", "dust"}, never},
	{Move, "Moved", "moved", []string{"lifting"}, never},
	{Lift, "", "", []string{"green", "lifting"}, never},
	{Raise, "Raised", "", []string{"mix", "lifting"}, again},
	{TopUp, "Topped up", "looked, no top-up wanted", []string{"mix"}, again},
	{Feed, "Fed", "", []string{"sprays"}, again},
	{CutHaulm, "Cut", "tops cut down", []string{"green"}, never},
	{Tie, "Tied", "canes, string or mesh on", []string{"canes"}, never},
	{Look, "Looked", "looked at", nil, again},
	{Measure, "Measured", "", nil, again},
	{Nip, "Nipped", "flowers nipped", nil, never},
	{Order, "Ordered", "seed or slips ordered", nil, never},
	{StartChit, "Started", "chitting started", nil, never},
	{StartSlips, "Started", "slips started", nil, never},
	{FillPots, "Filled", "pots filled", []string{"mix", "dust"}, never},
	{StartPots, "Potted up", "seed potted up", []string{"mix"}, never},
	{Harden, "Started", "hardening off started", nil, never},
}

// OfContainer reports whether work is done once for all that grows in a container.
func (k Kind) OfContainer() bool { return k == Raise || k == TopUp || k == Feed || k == Move }

// LeadsUp reports whether work comes before planting.
func (k Kind) LeadsUp() bool {
	switch k {
	case Order, StartChit, StartSlips, FillPots, StartPots, Harden:
		return true
	}
	return false
}

// Ends reports whether work belongs to the end of a planting, and may come after it.
func (k Kind) Ends() bool { return k == Look || k == CutHaulm || k == Lift }

// Facts of a kind of work; zero for any other word.
func (k Kind) Facts() KindFacts {
	if i := k.urgency(); i >= 0 {
		return kinds[i]
	}
	return KindFacts{}
}

// urgency is the place in the order of pressing; -1 where there is no work.
func (k Kind) urgency() int {
	for i := range kinds {
		if kinds[i].Kind == k {
			return i
		}
	}
	return -1
}

// Known reports whether k is a kind of work.
func (k Kind) Known() bool { return k.urgency() >= 0 }

// Quiet is how long a kind of job rests after it was skipped, in days.
func (k Kind) Quiet() measure.Day { return k.Facts().Rest }

// MayAssume reports whether work can be entered afterwards as it was planned. A height has
// to be measured, and a harvest to be weighed or said to be unknown.
func (k Kind) MayAssume() bool { return k.Known() && k != Measure && k != Lift }

// MaySkip reports whether a bag goes on without it: not without planting and lifting, which
// are dropped or closed.
func (k Kind) MaySkip() bool { return k.Known() && k != Plant && k != Lift }
