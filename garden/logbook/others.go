package logbook

import (
	"glebata/core/crop"
	"glebata/core/harvest"
)

// OtherGarden is another grower's harvests of a crop, taken in to be learned from.
type OtherGarden struct {
	Name      string
	Crop      crop.Crop
	Weighings []harvest.Weighing // their varieties by name, Garden by its name
}

// Bags that its weighings are of.
func (o *OtherGarden) Bags() int {
	n := 0
	for i := range o.Weighings {
		n += len(o.Weighings[i].Bags)
	}
	return n
}
