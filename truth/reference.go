package truth

import "math"

// What follows is written from the rules of growing alone, as plainly as can be, and
// calls nothing of the core.

type class struct {
	key                    string
	sweet                  bool
	rate, longest, sets    float64 // of stems, and °C·days to tubers
	packet                 float64
	alone, perLitre, stems float64 // kg, kg a litre, tubers a stem
	good, litres           float64 // cm of depth, L a plant
	nitrogen               float64 // g a litre
}

var classes = []class{
	{"first-early", false, 0.15, 60, 150, 80, 0.90, 0.075, 4.5, 30, 8, 0.15},
	{"second-early", false, 0.165, 70, 180, 95, 1.15, 0.090, 4.5, 30, 8, 0.20},
	{"early-maincrop", false, 0.18, 85, 220, 115, 1.50, 0.105, 4.5, 38, 13, 0.20},
	{"maincrop", false, 0.20, 105, 260, 135, 1.80, 0.115, 4.5, 38, 13, 0.20},
	{"sweet-early", true, 0.22, 300, 250, 100, 1.20, 0.065, 5, 35, 14, 0.10},
	{"sweet-mid", true, 0.22, 300, 250, 115, 1.20, 0.065, 5, 35, 14, 0.10},
	{"sweet-late", true, 0.22, 300, 250, 140, 1.20, 0.065, 5, 35, 14, 0.10},
}

// frustum of a round bag between two levels, litres.
func frustum(base, top, height, a, b float64) float64 {
	at := func(h float64) float64 { return base + (top-base)*h/height }
	return math.Pi * (b - a) / 12 * (at(a)*at(a) + at(a)*at(b) + at(b)*at(b)) / 1000
}

// box between two levels by thin slices, litres.
func box(l, w, tl, tw, height, a, b float64) float64 {
	const slices = 4000
	sum := 0.0
	for i := range slices {
		h := a + (b-a)*(float64(i)+0.5)/slices
		sum += (l + (tl-l)*h/height) * (w + (tw-w)*h/height) * (b - a) / slices
	}
	return sum / 1000
}

// rungs of a ladder: levels above the first, all as thick.
func rungs(start, top, most float64) []float64 {
	n := 0
	for float64(n)*most < top-start-1e-9 {
		n++
	}
	var out []float64
	for i := range n {
		out = append(out, start+(top-start)*float64(i+1)/float64(n))
	}
	return out
}

// harvest of a bag, kg, and its tubers.
func harvest(c class, n, sprouts, litres, depth, area, season float64) (kg, tubers float64) {
	ground := 6.6 * area
	if depth > 0 && depth < c.good {
		ground *= math.Max(0.5, depth/c.good)
	}
	kg = season * n * c.alone / (1 + n*c.alone/math.Min(c.perLitre*litres, ground))
	stems := n * sprouts
	return kg, stems * c.stems / (1 + stems/litres/0.6)
}

// share of the weight in tubers under a size, of lognormal weights that vary by 0.55, by
// the trapezoidal rule.
func underShare(mean, size float64) float64 {
	sigma := math.Sqrt(math.Log(1 + 0.55*0.55))
	mu := math.Log(mean) - sigma*sigma/2
	density := func(z float64) float64 { // of weight, over z standard deviations of the logarithm
		return math.Exp(mu+sigma*z) * math.Exp(-z*z/2) / math.Sqrt(2*math.Pi)
	}
	sum := func(to float64) float64 {
		const steps = 4000
		from, total := -9.0, 0.0
		for i := range steps {
			a := from + (to-from)*float64(i)/steps
			b := from + (to-from)*float64(i+1)/steps
			total += (density(a) + density(b)) / 2 * (b - a)
		}
		return total
	}
	return sum((math.Log(size)-mu)/sigma) / sum(12)
}

// effective degrees of a day's mean.
func effective(sweet bool, t float64) float64 {
	base, full, falls, end := 5.0, 18.0, 24.0, 32.0
	if sweet {
		base, full, falls, end = 12, 28, 32, 40
	}
	switch {
	case t <= base || t >= end:
		return 0
	case t <= full:
		return t - base
	case t <= falls:
		return full - base
	}
	return (full - base) * (end - t) / (end - falls)
}

// growing share of a day's mean.
func growing(sweet bool, t float64) float64 {
	base, full, falls, end := 5.0, 15.0, 21.0, 30.0
	if sweet {
		base, full, falls, end = 12, 24, 30, 38
	}
	switch {
	case t <= base || t >= end:
		return 0
	case t < full:
		return (t - base) / (full - base)
	case t <= falls:
		return 1
	}
	return (end - t) / (end - falls)
}

// course of a planting through steady weather: days from planting to up and mature, the
// stem in cm on a day, and the index of its season.
func course(c class, need, mean, par float64, on int) (up, mature int, stem, index float64) {
	e, m := effective(c.sweet, mean), maturity(c)
	if e == 0 {
		return -1, -1, 0, 0
	}
	up = int(math.Ceil(need/e - 1e-9))
	tt, ripe, length, sum, left := 0.0, 0.0, 0.0, 0.0, 1.0
	toward := e // of a day towards maturity: 11 at the most, of a potato
	if !c.sweet {
		toward = math.Min(e, 11)
	}
	for d := 0; d < 2000; d++ {
		if d >= up {
			if mature == 0 && ripe >= m-1e-9 {
				mature = d
			}
			if tt >= c.sets {
				sum += canopy(tt, ripe, m) * left * growing(c.sweet, mean) * par
			}
			if mature != 0 {
				break
			}
			if !c.sweet { // heat takes leaf
				left *= 1 - 0.02*math.Max(0, mean-26)
			}
			tt, ripe = tt+e, ripe+toward
			length += c.rate * e * (1 - length/c.longest)
		}
		if d == on {
			stem = length
		}
	}
	steady := 15.0
	if c.sweet {
		steady = 25
	}
	whole, e := 0.0, effective(c.sweet, steady)
	for tt := 0.0; tt < m+e-1e-9; tt += e {
		if tt >= c.sets {
			whole += canopy(tt, tt, m) * 8
		}
	}
	return up, mature, stem, sum / whole
}

func maturity(c class) float64 {
	if c.sweet {
		return c.packet * 12
	}
	return (c.packet - 20) * 10
}

// canopy at a thermal time, and as much of it as counts towards maturity, m.
func canopy(tt, ripe, m float64) float64 {
	rise := math.Min(1, tt/350)
	if ripe <= 0.75*m {
		return rise
	}
	return math.Max(0, math.Min(1, 0.75*m/350)*(1.10*m-ripe)/(0.35*m))
}

// extraterrestrial radiation by the well-known daily formula, MJ/m² a day.
func extraterrestrial(latitude float64, day int) float64 {
	phi := latitude * math.Pi / 180
	year := 2 * math.Pi * float64(day) / 365
	near := 1 + 0.033*math.Cos(year)
	tilt := 0.409 * math.Sin(year-1.39)
	x := -math.Tan(phi) * math.Tan(tilt)
	sunset := math.Acos(math.Max(-1, math.Min(1, x)))
	return math.Max(0, 24*60/math.Pi*0.0820*near*(sunset*math.Sin(phi)*math.Sin(tilt)+math.Cos(phi)*math.Cos(tilt)*math.Sin(sunset)))
}

// upper tail of the normal distribution, by its error function.
func upper(z float64) float64 { return math.Erfc(z/math.Sqrt2) / 2 }

// piecesOf a tuber.
func piecesOf(weight float64, eyes int) int {
	if weight < 90 {
		return 1
	}
	return max(1, min(int(weight/45), eyes/2))
}

// slipsBy so many days, at 22 to 28 °C.
func slipsBy(days float64) int {
	points := [][2]float64{{42, 1}, {49, 3}, {56, 5}, {63, 7}, {77, 9}, {98, 12}}
	if days < 42 {
		return 0
	}
	for i := len(points) - 1; i >= 0; i-- {
		if days >= points[i][0] {
			if i == len(points)-1 {
				return 12
			}
			a, b := points[i], points[i+1]
			return int(a[1] + (days-a[0])*(b[1]-a[1])/(b[0]-a[0]) + 1e-9)
		}
	}
	return 0
}
