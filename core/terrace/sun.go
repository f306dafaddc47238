package terrace

import (
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/working"
)

// Point on the terrace, in m: X to the right, Y away from the one who looks.
type Point struct{ X, Y float64 }

// Wall that stands upright and throws shade: a fence, a house's side. In m.
type Wall struct {
	Name     string
	From, To Point
	Height   float64
}

// Terrace is where bags stand.
type Terrace struct {
	Width, Depth float64 // m
	Heading      float64 // bearing that its far edge looks to, degrees from north
	Walls        []Wall
}

// rim is the height at which a bag's leaves begin to want sun, m. Practice.
const rim = 0.4

// lowest altitude of the sun that counts, in degrees: under it, haze and hedges
// take the rest. Practice.
const lowest = 5.0

// Steps by which a season is sampled: every tenth day, every twenty minutes.
const (
	everyDays  = 10
	everyHours = 1.0 / 3
)

// ray towards the sun at one moment, with the share of a day's hours it stands for.
type ray struct {
	dx, dy float64 // level, of length 1
	rise   float64 // m a m: tan of the altitude
	hours  float64
}

// rays of a season as the terrace is turned.
func (t *Terrace) rays(latitude float64, from, until measure.Day) []ray {
	var out []ray
	days := 0
	for d := from; d <= until; d += everyDays {
		days++
		for h := everyHours / 2; h < 24; h += everyHours {
			alt, bearing := climate.SunAt(latitude, d.YearDay(), h)
			if alt < lowest {
				continue
			}
			a := (bearing - t.Heading) * math.Pi / 180
			out = append(out, ray{math.Sin(a), math.Cos(a), math.Tan(alt * math.Pi / 180), everyHours})
		}
	}
	for i := range out {
		out[i].hours /= float64(max(1, days))
	}
	return out
}

// shaded reports whether a wall stands between a point and the sun.
func (w *Wall) shaded(p Point, r *ray) bool {
	ex, ey := w.To.X-w.From.X, w.To.Y-w.From.Y
	cross := r.dx*ey - r.dy*ex
	if cross == 0 {
		return false
	}
	ax, ay := w.From.X-p.X, w.From.Y-p.Y
	along := (ax*ey - ay*ex) / cross // m from the point towards the sun
	at := (ax*r.dy - ay*r.dx) / cross
	return along > 1e-9 && at >= 0 && at <= 1 && w.Height-rim > along*r.rise
}

// Hours of sun a day, on the mean of the days between two, that fall on points at
// the height of a bag's rim. A clear sky is taken. Model.
func (t *Terrace) Hours(latitude float64, from, until measure.Day, points []Point) []float64 {
	rays := t.rays(latitude, from, until)
	out := make([]float64, len(points))
	for i, p := range points {
		for j := range rays {
			if r := &rays[j]; !t.anyShades(p, r) {
				out[i] += r.hours
			}
		}
	}
	return out
}

// HoursWorking shows Hours of one spot: what an open one would have, and what each
// wall takes by itself. Walls that shade one another's shade take less together.
func (t *Terrace) HoursWorking(latitude float64, from, until measure.Day, at Point) working.Working {
	spot := []Point{at}
	open := Terrace{Width: t.Width, Depth: t.Depth, Heading: t.Heading}
	all := open.Hours(latitude, from, until, spot)[0]
	w := working.Working{
		Title: "Hours of sun a day", Result: measure.Ratio(t.Hours(latitude, from, until, spot)[0]), Mark: working.Model,
		Source:  "the sun's path, every tenth day and every twenty minutes, at the height of a rim",
		Changes: "Another spot, a lower wall. The sky is taken as clear, so that it is the most there can be.",
	}
	w.Steps = append(w.Steps, working.Step{Says: "sun over {}° high at latitude {}, {} to {}, on the mean", Args: []any{lowest, latitude, from, until}, Result: tenth(all)})
	for _, wall := range t.Walls {
		open.Walls = []Wall{wall}
		if takes := all - open.Hours(latitude, from, until, spot)[0]; takes > 0.05 {
			w.Steps = append(w.Steps, working.Step{Says: "{}, {} high, takes by itself", Args: []any{wall.Name, measure.Far(wall.Height)}, Result: tenth(takes)})
		}
	}
	w.Steps = append(w.Steps, working.Step{Says: "hours that are left", Result: w.Result})
	return w
}

func tenth(v float64) float64 { return math.Round(v*10) / 10 }

func (t *Terrace) anyShades(p Point, r *ray) bool {
	for k := range t.Walls {
		if t.Walls[k].shaded(p, r) {
			return true
		}
	}
	return false
}

// Map of sun hours over a terrace in square cells, row by row from the near left.
type Map struct {
	Cell       float64 // m
	Cols, Rows int
	Hours      []float64
}

// maxCells of a map; a large terrace is drawn in larger cells.
const maxCells = 4000

// SunMap of the whole terrace in cells of a width, or of a larger one where there would be
// too many.
func (t *Terrace) SunMap(latitude float64, from, until measure.Day, cell float64) Map {
	cell = math.Max(cell, math.Sqrt(t.Width*t.Depth/maxCells))
	m := Map{Cell: cell, Cols: max(1, int(math.Ceil(t.Width/cell-1e-9))), Rows: max(1, int(math.Ceil(t.Depth/cell-1e-9)))}
	points := make([]Point, 0, m.Cols*m.Rows)
	for row := range m.Rows {
		for col := range m.Cols {
			points = append(points, Point{(float64(col) + 0.5) * cell, (float64(row) + 0.5) * cell})
		}
	}
	m.Hours = t.Hours(latitude, from, until, points)
	return m
}

// fullSun is how many hours a potato makes full use of. Practice: 8 to 10.
const fullSun = 10.0

// Share of a full season's growth that so many hours of sun allow: hours ÷ 10, at
// the most 1. Model.
func Share(hours float64) float64 { return math.Min(1, math.Max(0, hours)/fullSun) }

// MinSun that potatoes do well with, in hours a day. Practice.
const MinSun = 6
