package draw

import (
	"fmt"
	"math"
	"slices"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/forecast"
)

// Heap is one bag's harvest heaped on the ground with its seed below, to the
// scale of the Row.
type Heap struct {
	Label, Variety, Href Text
	Says                 Text
	X0, Y0, W, H         int
	Shown                float64 // px per mm
	Tubers               []Use   // above the ground; discards are refs of their own
	Seed                 []Use   // below it
}

// tuberDensity of a potato or sweet potato, in g per cm³, and how much longer
// than wide the symbol is drawn. Practice.
const tuberDensity = 1.08

// usualTuber is what an uncounted batch is drawn as made of.
const usualTuber = 80 * measure.Gram

// refs of the symbols of a heap.
const (
	soundTuber = "t0"
	badTuber   = "t1"
	toCome     = "t2" // expected, and not lifted
)

// NewExpected draws what is expected in a planting today as it would be heaped, of tubers of
// a mean weight, over what was lifted of it already.
func NewExpected(st *forecast.PlantingForecast, inside, mean measure.Mass, scale float64, sys measure.System) Heap {
	h := NewHeap(st, scale, sys)
	if inside <= 0 || mean <= 0 {
		return h
	}
	discs := newDiscs(st.Batches)
	for range min(400, max(1, int(math.Round(float64(inside/mean))))) {
		discs = append(discs, disc{radius(mean), toCome})
	}
	h.Tubers = nil
	width, height := stack(discs, &h.Tubers)
	half := max(width/2+20, h.W/2)
	deep := h.Y0 + h.H
	h.X0, h.W, h.Y0, h.H = -half, 2*half, -height-20, height+20+deep
	h.Says = Escape(fmt.Sprintf("%s, %s: %s lifted, about %s still in it", st.Bag.Label, st.Variety.Name, sys.Mass(st.Harvest.Edible), sys.Expected(inside)))
	return h
}

// NewHeap draws what was lifted from a planting at a scale in px per mm.
func NewHeap(st *forecast.PlantingForecast, scale float64, sys measure.System) Heap {
	h := Heap{Shown: scale, Label: Escape(st.Bag.Label), Variety: Escape(st.Variety.Name)}
	discs := newDiscs(st.Batches)
	width, height := stack(discs, &h.Tubers)
	var seed []disc
	for _, p := range st.Pieces {
		seed = append(seed, disc{radius(p), soundTuber})
	}
	deep := below(seed, &h.Seed)
	half := max(width/2+20, 220)
	h.X0, h.Y0, h.W, h.H = -half, -height-20, 2*half, height+20+max(deep, 90)+14
	h.Says = Escape(fmt.Sprintf("%s, %s, %d: %s edible from %s of seed", st.Bag.Label, st.Variety.Name, st.Season.Year,
		sys.Mass(st.Harvest.Edible), sys.Mass(st.State.Seed)))
	return h
}

type disc struct {
	r   float64 // mm
	ref string
}

// radius in mm of a round tuber of a weight: (3m ÷ 4πρ)^⅓.
func radius(m measure.Mass) float64 {
	return 10 * math.Cbrt(3*m.Grams()/(4*math.Pi*tuberDensity))
}

// newDiscs makes a disc of each tuber lifted, each as heavy as the mean of its
// batch, largest first. The old mother tuber is left out.
func newDiscs(batches []lift.Batch) []disc {
	var out []disc
	for _, b := range batches {
		if !b.Grade.Counted() {
			continue
		}
		n := b.Count
		if n == 0 {
			n = max(1, int(math.Round(float64(b.Net()/usualTuber))))
		}
		d := disc{radius(b.Net() / measure.Mass(n)), soundTuber}
		if !b.Grade.Edible() {
			d.ref = badTuber
		}
		for range min(n, 400) {
			out = append(out, d)
		}
	}
	slices.SortStableFunc(out, func(a, b disc) int { return int(math.Round(100 * (b.r - a.r))) })
	return out
}

// stack heaps discs in rows that narrow upward, the first at the bottom, and
// returns how wide and high the heap is.
func stack(discs []disc, to *[]Use) (width, height int) {
	if len(discs) == 0 {
		return 0, 0
	}
	// A heap about as high as half its width: rows of n, n−1, n−2 ...
	n := max(1, int(math.Ceil((math.Sqrt(8*float64(len(discs))+1)-1)/2)))
	y := 0.0
	for len(discs) > 0 {
		row := discs[:min(n, len(discs))]
		discs = discs[len(row):]
		span := 0.0
		for _, d := range row {
			span += 2 * d.r
		}
		x, tallest := -span/2, row[0].r
		for _, d := range row {
			*to = append(*to, use(d.ref, int(x+d.r), -int(y+tallest), d.r/symbolR))
			x += 2 * d.r
		}
		width = max(width, int(span))
		height = int(y + 2*tallest)
		y += 1.72 * tallest
		n = max(1, n-1)
	}
	return width, height
}

// symbolR is the radius of the tuber symbols of a heap as drawn, in mm.
const symbolR = 26.0

// below lays seed side by side under the ground.
func below(seed []disc, to *[]Use) (deep int) {
	span := 0.0
	for _, d := range seed {
		span += 2*d.r + 8
	}
	x := -span / 2
	for _, d := range seed {
		*to = append(*to, use(d.ref, int(x+d.r+4), int(d.r)+12, d.r/symbolR))
		x += 2*d.r + 8
		deep = max(deep, int(2*d.r)+16)
	}
	return deep
}
