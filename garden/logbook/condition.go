package logbook

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

// Advice is what a planner should know of a bag so worn; empty for a sound one.
func (c Condition) Advice() string {
	switch c {
	case Worn:
		return "It is worn: look at handles and seams before it is lifted full."
	case Torn:
		return "It is torn: patch or line it first, or take another."
	}
	return ""
}
