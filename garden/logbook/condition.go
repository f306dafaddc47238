package logbook

import "glebata/core/advice"

// Condition of a bag.
type Condition string

// Conditions from good to bad.
const (
	Sound Condition = "sound"
	Worn  Condition = "worn"
	Torn  Condition = "torn"
)

// Conditions there are.
func Conditions() []Condition { return []Condition{Sound, Worn, Torn} }

// Advice is what a planner should know of a bag so worn; none for a sound one.
func (c Condition) Advice() (said advice.List) {
	switch c {
	case Worn:
		said.Add(advice.Worn, advice.Warn, "", "It is worn: look at handles and seams before it is lifted full.")
	case Torn:
		said.Add(advice.Worn, advice.Stop, "", "It is torn: patch or line it first, or take another.")
	}
	return said
}
