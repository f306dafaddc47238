package logbook

import (
	"fmt"

	"glebata/core/bag"
	"glebata/core/measure"
)

// Sort is a ready sort of container in general words, to start from: every number of it can
// be changed. What is not given is that of an ordinary round one of its litres.
type Sort struct {
	Key, Name string
	Model     Model
}

// Sorts there are, in the order they are offered. Practice.
func Sorts() []Sort {
	var out []Sort
	add := func(key, name string, shape bag.Shape, err error, m Model) {
		if err != nil { // the numbers stand below
			panic(fmt.Sprintf("sort %s: %v", key, err))
		}
		m.Name, m.Shape = name, shape
		if m.Drainage.Way == "" {
			m.Drainage.Way = bag.BaseHoles
		}
		out = append(out, Sort{key, name, m})
	}
	round := func(key, name string, litres []measure.Volume, m Model) {
		for _, v := range litres {
			shape, err := bag.NewOfLitres(v, 0, 0)
			m.Sold, m.Assumed = v, AllAssumed
			add(fmt.Sprintf("%s-%v", key, float64(v)), fmt.Sprintf("%s %v L", name, float64(v)), shape, err, m)
		}
	}
	round("fabric", "round fabric bag", []measure.Volume{15, 25, 40, 60, 100}, Model{Material: Fabric, Drainage: bag.Drainage{Way: bag.ThroughWall}})
	round("tub", "tub or bucket", []measure.Volume{10, 15, 20, 30, 40}, Model{Material: Rigid})
	shape, err := bag.NewSack(55, 80)
	add("sack", "flat sack", shape, err, Model{Material: Woven})
	shape, err = bag.NewBox(60, 40, 60, 40, 30)
	add("crate", "crate", shape, err, Model{Material: Timber})
	shape, err = bag.NewBox(58, 38, 58, 38, 36)
	add("carton", "carton", shape, err, Model{Material: Card})
	shape, err = bag.NewLined(26, 30, 30, 1)
	add("lined", "lined bucket", shape, err, Model{Material: Rigid})
	shape, err = bag.NewRound(45, 45, 60)
	add("drum", "drum with a reservoir", shape, err, Model{Material: Rigid, Drainage: bag.Drainage{Way: bag.SideHoles, HoleHeight: 10}, Holes: 4})
	shape, err = bag.NewBox(30, 15, 30, 15, 35)
	add("pouch", "wall pouch", shape, err, Model{Material: Fabric, Drainage: bag.Drainage{Way: bag.ThroughWall}})
	shape, err = bag.NewBed(200, 120)
	add("bed", "bed in the ground, 2 by 1.2 m", shape, err, Model{Material: Timber})
	shape, err = bag.NewBed(500, 70)
	add("row", "row in the ground, 5 m", shape, err, Model{Material: Timber})
	return out
}
