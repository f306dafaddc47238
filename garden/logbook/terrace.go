package logbook

import (
	"fmt"
	"math"
	"unicode/utf8"

	"glebata/core/measure"
	"glebata/core/terrace"
)

// Terrace is where the bags stand, with its tap and the load the grower was told
// it bears.
type Terrace struct {
	terrace.Terrace
	Tap   terrace.Point
	Limit measure.Mass // a m²; 0 when nobody said
}

// UsualTerrace until the grower draws their own.
func UsualTerrace() Terrace {
	return Terrace{Terrace: terrace.Terrace{Width: 6, Depth: 4, Heading: 180}}
}

// maxTapAway from the near left corner, m.
const maxTapAway = 250

// maxWalls of one terrace.
const maxWalls = 12

// Check that a terrace can be so; faults at its fields.
func (t *Terrace) Check() error {
	var faults Faults
	if !(t.Width >= 1 && t.Width <= 200) {
		faults.Add("width", "A terrace is 1 to 200 m wide.")
	}
	if !(t.Depth >= 1 && t.Depth <= 200) {
		faults.Add("depth", "A terrace is 1 to 200 m deep.")
	}
	if !(t.Heading >= 0 && t.Heading < 360) {
		faults.Add("heading", "A bearing lies from 0, north, to under 360.")
	}
	if !(t.Limit >= 0 && t.Limit <= 20*1000*measure.Kilogram) {
		faults.Add("limit", "Give the load a square metre bears, or leave it empty.")
	}
	if tapX, tapY := t.Tap.X, t.Tap.Y; !(math.Abs(tapX) <= maxTapAway) || !(math.Abs(tapY) <= maxTapAway) {
		faults.Add("tap-x", "A tap lies within {} m of the terrace's corner.", maxTapAway)
	}
	if len(t.Walls) > maxWalls {
		faults.Add("", "Up to {} walls are taken.", maxWalls)
	}
	for i, w := range t.Walls {
		if !(w.Height > 0 && w.Height <= 100) {
			faults.Add(fmt.Sprintf("height-%d", i+1), "A wall is over 0 and up to 100 m high.")
		}
		for _, v := range []float64{w.From.X, w.From.Y, w.To.X, w.To.Y} {
			if !(math.Abs(v) <= 500) {
				faults.Add(fmt.Sprintf("x1-%d", i+1), "Its ends lie within 500 m.")
			}
		}
		if utf8.RuneCountInString(w.Name) > MaxName {
			faults.Add(fmt.Sprintf("name-%d", i+1), "The name of a wall is over {} letters.", MaxName)
		}
		if w.From == w.To {
			faults.Add(fmt.Sprintf("x2-%d", i+1), "Its two ends are the same spot.")
		}
	}
	return faults.Err()
}

// SunDays are the days a planting stands in the sun: from the last frost to the
// first.
func (s *Site) SunDays(today measure.Day) (from, until measure.Day) {
	f := s.Frosts(today)
	if f.None {
		return measure.Date(today.Year(), 1, 1), measure.Date(today.Year(), 12, 31)
	}
	return f.Last, f.First
}

// SpotSince is where a bag stands on the terrace from a day on.
type SpotSince struct {
	Day measure.Day
	At  terrace.Point
}
