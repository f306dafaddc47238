package compare

import (
	"cmp"

	"glebata/core/measure"
)

// Level of a factor: bags that have the same are one group.
type Level struct {
	Order float64
	Name  measure.Phrase
	Key   string // in addresses
}

func named(name string) Level { return Level{Name: measure.Say("{}", name), Key: name} }

func ordered(order float64, name string) Level {
	return Level{Order: order, Name: measure.Say(name), Key: name}
}

// kept is a level that is known or not.
type kept struct {
	Level
	known bool
}

func byOrder(a, b Level) int {
	return cmp.Or(cmp.Compare(a.Order, b.Order), cmp.Compare(a.Name.In(measure.Metric), b.Name.In(measure.Metric)))
}
