package draw

import (
	"math"

	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// mostOfABed is how much of a bed or row is drawn, cm: a piece of its length to scale.
const mostOfABed measure.Length = 200

// part of a planting that is drawn: a piece of a long bed, with the plants on it.
func part(st *forecast.PlantingForecast) *forecast.PlantingForecast {
	shape, ok := partOf(st.Bag.Model.Shape)
	if !ok {
		return st
	}
	length, _ := st.Bag.Model.Shape.Base()
	share := float64(mostOfABed / length)
	piece := *st
	piece.Bag.Model.Shape = shape
	piece.Bag.Model.ID = -1 - st.Bag.Model.ID // a wall of its own
	piece.Number = int(math.Ceil(share * float64(st.Number)))
	piece.Plants = int(math.Ceil(share * float64(st.Plants)))
	return &piece
}

// partOf a shape that is drawn; ok is false where all of it is.
func partOf(s bag.Shape) (bag.Shape, bool) {
	length, width := s.Base()
	if !s.Ground() || length <= mostOfABed && width <= mostOfABed {
		return s, false
	}
	piece, err := bag.NewBed(min(length, mostOfABed), min(width, mostOfABed))
	return piece, err == nil
}

// wallKind is the class a wall is drawn in: of what it is made, and dashed where nobody took
// its measures.
func wallKind(m logbook.Model) Mark {
	kind := string(m.Material)
	if m.Shape.Ground() {
		kind = "ground"
	}
	if m.Assumed != logbook.NothingAssumed {
		kind += " assumed"
	}
	return Mark(kind)
}
