package garden

import (
	"context"
	"strings"

	"glebata/core/climate"
)

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

// Minds is what a planner should know of a bag so worn; empty for a sound one.
func (c Condition) Minds() string {
	switch c {
	case Worn:
		return "It is worn: look at handles and seams before it is lifted full."
	case Torn:
		return "It is torn: patch or line it first, or take another."
	}
	return ""
}

// BagLook is where a bag stands and how it has worn.
type BagLook struct {
	Bag       ID
	Place     string          // empty where it stood before
	Shelter   climate.Shelter // of a place that is new
	Condition Condition
}

// LookAfter keeps where a bag stands and how it has worn. Safe to repeat.
func (g *Garden) LookAfter(ctx context.Context, l BagLook, a Asked) (ID, error) {
	return g.once(ctx, a.Key, l, func(w Writer) (ID, error) {
		var faults Faults
		place := ""
		if strings.TrimSpace(l.Place) != "" {
			place = checkName(&faults, "stands", "place", l.Place)
		}
		if _, ok := find(Conditions(), func(c Condition) bool { return c == l.Condition }); !ok {
			faults.Add("condition", "Choose how it has worn.")
		}
		bags, err := w.Bags(ctx)
		if err != nil {
			return 0, err
		}
		b, ok := find(bags, func(b Bag) bool { return b.ID == l.Bag })
		if !ok {
			faults.Add("bag", "Choose a bag.")
		}
		if faults != nil {
			return 0, faults
		}
		if place != "" {
			if b.Place, err = placeNamed(ctx, w, place, l.Shelter); err != nil {
				return 0, err
			}
		}
		b.Condition = l.Condition
		return b.ID, w.UpdateBag(ctx, b)
	})
}
