package measure

import (
	"math"
	"strconv"
)

// Expected is a harvest that nobody has weighed: it is known to two digits, and printed with two.
type Expected Mass

// Carried is medium or water to carry: it is measured out to half a litre, and printed so.
type Carried Volume

// Stands is what a filled bag weighs: it is known to whole kilograms or pounds, and printed so.
type Stands Mass

// Steps that are carried and weighed in, of each system.
const (
	carriedStep   = 0.5  // L
	carriedUS     = 0.1  // gal
	carriedLeast  = 0.75 // L, under which it is measured out in tenths of one
	standsCoarse  = 3000 // g, from which it is told in whole kilograms
	expectedSmall = 999.5
)

// Expected prints a harvest that is expected: "730 g", "1.6 kg", "19 kg", "3.6 lb".
func (s System) Expected(m Mass) string { return s.expected(m, 2) }

func (s System) expected(m Mass, digits int) string {
	if s.Metric() {
		if g := significant(float64(m), digits); math.Abs(g) < expectedSmall {
			return s.signed(strconv.FormatFloat(g, 'f', -1, 64)) + " g"
		}
		return s.figures(float64(m)/1000, digits) + " kg"
	}
	if oz := significant(float64(m)/ounceGrams, digits); math.Abs(oz) < 16 {
		return s.figures(float64(m)/ounceGrams, digits) + " oz"
	}
	return s.figures(float64(m)/poundGrams, digits) + " lb"
}

// Two prints a plain number that is not known to more than two digits: "17", "3.4".
func (s System) Two(v float64) string { return s.figures(v, 2) }

// figures prints a number with so many digits, zeros at its end included: 2.0, 19, 120.
func (s System) figures(v float64, digits int) string {
	v = significant(v, digits)
	if v == 0 {
		return "0"
	}
	whole := int(math.Floor(math.Log10(math.Abs(v)))) + 1
	return s.fixed(v, max(0, digits-max(whole, 1)))
}

// significant is a number to so many digits.
func significant(v float64, digits int) float64 {
	if v == 0 || math.IsNaN(v) || math.IsInf(v, 0) {
		return v
	}
	unit := math.Pow10(int(math.Floor(math.Log10(math.Abs(v)))) + 1 - digits)
	if unit < 1 {
		return math.Round(v*math.Round(1/unit)) / math.Round(1/unit)
	}
	return math.Round(v/unit) * unit
}

// Carried prints medium or water to carry: "0.3 L", "8.5 L", "42 L", "2.2 gal".
func (s System) Carried(v Volume) string { return s.carried(v, 1) }

func (s System) carried(v Volume, decimals int) string {
	v = s.Measured(v)
	if s.Metric() {
		return s.trimmed(float64(v), decimals) + " L"
	}
	return s.trimmed(float64(v)/units["gal"].factor[s.style], decimals) + " gal"
}

// Measured is what is measured out of so much, L: to half a litre, under one to a tenth; to a tenth
// of a gallon. Parts are added as they are measured.
func (s System) Measured(v Volume) Volume {
	step := carriedStep
	switch l := math.Abs(float64(v)); {
	case !s.Metric():
		step = carriedUS * units["gal"].factor[s.style]
	case l < carriedLeast:
		step = 0.1
	}
	return Volume(math.Round(float64(v)/step) * step)
}

// Together is what parts come to as they are measured out, L.
func (s System) Together(parts ...Volume) Volume {
	sum := Volume(0)
	for _, v := range parts {
		sum += s.Measured(v)
	}
	return sum
}

// Stands prints the weight of a filled bag: "38 kg", "2.4 kg", "84 lb".
func (s System) Stands(m Mass) string { return s.stands(m, 0) }

func (s System) stands(m Mass, more int) string {
	decimals := more
	if math.Abs(float64(m)) < standsCoarse {
		decimals++
	}
	if s.Metric() {
		return s.fixed(float64(m)/1000, decimals) + " kg"
	}
	return s.fixed(float64(m)/poundGrams, decimals) + " lb"
}

// Loads are parts that are measured out one by one: printed as what they come to so.
type Loads []Volume

// Harvests are expected one by one: printed as what they come to as each is printed.
type Harvests []Mass

// Sum of harvests, as they are expected.
func (h Harvests) Sum() Mass {
	sum := Mass(0)
	for _, m := range h {
		sum += m
	}
	return sum
}

// sum of harvests as each is printed, to so many digits.
func (s System) sum(parts Harvests, digits int) Mass {
	sum := 0.0
	for _, m := range parts {
		unit := 1.0
		switch {
		case s.Metric() && math.Abs(significant(float64(m), digits)) >= expectedSmall:
			unit = 1000
		case !s.Metric() && math.Abs(significant(float64(m)/ounceGrams, digits)) < 16:
			unit = ounceGrams
		case !s.Metric():
			unit = poundGrams
		}
		sum += significant(float64(m)/unit, digits) * unit
	}
	return Mass(sum)
}

// Divided is a total that is measured out, in parts by their shares, each measured out and together
// as much: what rounding leaves goes where it is missed most.
func (s System) Divided(total Volume, shares []float64) []Volume {
	total = s.Measured(total)
	step := Volume(carriedStep)
	switch {
	case !s.Metric():
		step = Volume(carriedUS * units["gal"].factor[s.style])
	case total < carriedLeast*Volume(max(1, len(shares))):
		step = 0.1
	}
	out, left, whole := make([]Volume, len(shares)), int(math.Round(float64(total/step))), 0.0
	for _, share := range shares {
		whole += share
	}
	missed := make([]float64, len(shares))
	for i, share := range shares {
		if whole <= 0 {
			return out
		}
		exact := float64(total/step) * share / whole
		n := math.Floor(exact + 1e-9)
		out[i], missed[i], left = Volume(n)*step, exact-n, left-int(n)
	}
	for ; left > 0; left-- {
		most := 0
		for i := range missed {
			if missed[i] > missed[most] {
				most = i
			}
		}
		out[most], missed[most] = out[most]+step, -1
	}
	return out
}

// Weights of filled bags, printed as what they come to as each is printed.
type Weights []Mass

func (s System) weights(parts Weights) Mass {
	sum := 0.0
	for _, m := range parts {
		unit, decimals := 1000.0, 0
		if !s.Metric() {
			unit = poundGrams
		}
		if math.Abs(float64(m)) < standsCoarse {
			decimals++
		}
		sum += round(float64(m)/unit, decimals) * unit
	}
	return Mass(sum)
}

// Masses are parts, printed as what they come to as each is printed.
type Masses []Mass

func (s System) masses(parts Masses) Mass {
	sum := 0.0
	for _, m := range parts {
		unit, decimals := 1.0, 0
		switch g := math.Abs(float64(m)); {
		case !s.Metric():
			unit, decimals = ounceGrams, 1
		case g < 9.95:
			decimals = 1
		case g >= 99_995:
			unit, decimals = 1000, 1
		case g >= 999.5:
			unit, decimals = 1000, 2
		}
		sum += round(float64(m)/unit, decimals) * unit
	}
	return Mass(sum)
}
