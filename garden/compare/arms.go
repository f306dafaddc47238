package compare

import "glebata/garden/logbook"

// TrialArm is one arm with its bags.
type TrialArm struct {
	Name  string
	Bags  []TrialPlanting
	Group Group // those that are finished and have the measure
}

// TrialPlanting is one bag of an arm; Result is nil until it is finished.
type TrialPlanting struct {
	*logbook.PlantingState
	Block  string
	Result *Bag
}
