package garden

import (
	"fmt"
	"math"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// First is the one question a new grower asks: a bag of so many litres, a box, a bed or a row, so
// many tubers or slips of a class, in a climate in general terms.
type First struct {
	Body    Body // a bag where it is empty
	Litres  measure.Volume
	Sides   [3]measure.Length // length, width and height, 0 for not told; of a row length and the distance to the next
	Ground  measure.Area      // of a bed
	Count   int               // 0 for as many as the litres take
	Class   crop.Class
	Climate string // key of a preset
	Year    int
	Bags    int         // that are kept of it, alike; 0 for one
	Planted measure.Day // already, on that day or about then; 0 for still to plant
	About   bool
}

// maxFirst litres of a bag that is asked about.
const maxFirst measure.Volume = 2000

// Body that the first question is asked of.
type Body string

// The bodies: bags and tubs by their litres, boxes by their sides or their litres, beds by their
// sides or their area, rows by their length.
const (
	InBag Body = "bag"
	InBox Body = "box"
	InBed Body = "bed"
	InRow Body = "row"
)

var bodyNames = map[Body]string{InBag: "a bag, pot or tub", InBox: "a box or raised bed", InBed: "a bed in the ground", InRow: "a row in the ground"}

// Bodies in the order they are offered.
func Bodies() []Body { return []Body{InBag, InBox, InBed, InRow} }

// Name of a body for reading.
func (b Body) Name() string { return bodyNames[b] }

// Known reports whether b is one of Bodies.
func (b Body) Known() bool { return bodyNames[b] != "" }

// Of bodies of which not all is told. Practice.
const (
	boxHeight   measure.Length = 35 // of a box of so many litres, twice as long as it is wide
	betweenRows measure.Length = 70
)

// smallest litres and ground that anything is asked of.
const (
	leastFirst       measure.Volume = 3
	leastFirstGround measure.Area   = 0.05
	mostFirstGround  measure.Area   = 400
)

// shape of what is asked about.
func (f *First) shape() (bag.Shape, error) {
	l, w, h := f.Sides[0], f.Sides[1], f.Sides[2]
	switch f.Body {
	case InBox:
		if l == 0 {
			w = measure.Length(math.Sqrt(float64(f.Litres) * 1000 / (2 * float64(boxHeight))))
			l, h = 2*w, boxHeight
		}
		return bag.NewBox(l, w, l, w, h)
	case InBed, InRow:
		switch {
		case f.Ground > 0:
			l = measure.Length(100 * math.Sqrt(float64(f.Ground)))
			w = l
		case w == 0:
			w = betweenRows
		}
		return bag.NewBed(l, w)
	}
	if l > 0 {
		return bag.NewRound(l, l, w)
	}
	return bag.NewOfLitres(f.Litres, 0, 0)
}

// bag reports whether it is asked of a bag, pot or tub.
func (f *First) bag() bool { return f.Body == InBag || f.Body == "" }

// checkBody of the question: its faults stand at "litres", where its size is typed.
func (f *First) checkBody(faults *logbook.Faults) {
	measured := f.Sides[0] > 0 || f.Ground > 0
	switch {
	case f.Body != "" && !f.Body.Known():
		faults.Add("body", "Choose what you grow in.")
	case f.Body == InBox && measured && (f.Ground > 0 || f.Sides[1] == 0 || f.Sides[2] == 0):
		faults.Add("litres", "A box has three sides: write its length, width and height, or its litres.")
	case (f.Body == InBed || f.Body == InRow) && !measured:
		faults.Add("litres", "A bed has no litres: write its length and width, or its area; of a row its length.")
	case f.Body == InBed && f.Ground == 0 && f.Sides[1] == 0:
		faults.Add("litres", "Write the length and the width of the bed, or its area.")
	case f.bag() && measured && (f.Ground > 0 || f.Sides[1] == 0 || f.Sides[2] > 0):
		faults.Add("litres", "Of a bag write its litres, or how wide and how high it is.")
	case !measured && !(f.Litres >= leastFirst && f.Litres <= maxFirst):
		faults.Add("litres", "A bag to grow in holds between {} and {}.", leastFirst, maxFirst)
	default:
		s, err := f.shape()
		switch ground := s.AreaAt(s.Height()); {
		case err != nil && !s.Ground():
			faults.Add("litres", "The sides of it lie between {} and {}.", bag.MinSide, bag.MaxSide)
		case err != nil:
			faults.Add("litres", "The sides of a bed lie between {} and {}.", bag.MinBed, bag.MaxBed)
		case s.Ground() && !(ground >= leastFirstGround && ground <= mostFirstGround):
			faults.Add("litres", "Ground to grow on is between {} and {}.", leastFirstGround, mostFirstGround)
		case !s.Ground() && !(s.Full() >= leastFirst && s.Full() <= maxFirst):
			faults.Add("litres", "What is grown in holds between {} and {}.", leastFirst, maxFirst)
		}
	}
}

// model is an ordinary container of the shape that is asked about.
func (f *First) model(shape bag.Shape) logbook.Model {
	m := logbook.Model{Shape: shape, Material: logbook.Timber, Drainage: bag.Drainage{Way: bag.BaseHoles}}
	size := measure.Say("{} × {}", shape.LengthAt(0), shape.WidthAt(0))
	if f.bag() {
		size = measure.Say("{} × {}", shape.WidthAt(0), shape.Height())
	}
	switch {
	case f.Body == InBox && f.Sides[0] == 0:
		m.Name, m.Sold, m.Assumed = measure.Say("box of {}", f.Litres).In(measure.Metric), f.Litres, logbook.AllAssumed
	case f.bag() && f.Sides[0] > 0:
		m.Name, m.Material, m.Drainage.Way = measure.Say("bag, {}", size).In(measure.Metric), logbook.Fabric, bag.ThroughWall
	case f.Body == InBox:
		m.Name = measure.Say("box, {} × {}", size, shape.Height()).In(measure.Metric)
	case f.Body == InBed && f.Ground > 0:
		m.Name = measure.Say("bed of {}", f.Ground).In(measure.Metric)
	case shape.Ground():
		m.Name = measure.Say("{}, {}", string(f.Body), size).In(measure.Metric)
	default:
		m = logbook.Model{Name: measure.Say("bag of {}", f.Litres).In(measure.Metric), Shape: shape, Sold: f.Litres, Assumed: logbook.AllAssumed, Material: logbook.Fabric, Drainage: bag.Drainage{Way: bag.ThroughWall}}
	}
	return m
}

// label that something of the question is given: the first that is free.
func (f *First) label(n int) string {
	begins := "B"
	switch f.Body {
	case InBox:
		begins = "X"
	case InBed, InRow:
		begins = "G"
	}
	return fmt.Sprint(begins, n)
}
