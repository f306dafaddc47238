package measure

import "strings"

// style of units.
type style int

// The styles. US and Imperial share pounds and inches and differ in
// gallons, quarts, pints and fluid ounces.
const (
	metric style = iota
	us
	imperial
)

// System is the way a grower reads and writes quantities: in which units, with which decimal sign,
// and with which sign of money. The zero value is Metric, with a decimal point and no sign.
type System struct {
	style style
	comma bool
	sign  string
}

// The three styles of units, with a decimal point.
var (
	Metric   = System{}
	US       = System{style: us}
	Imperial = System{style: imperial}
)

// Metric reports whether it is grams, litres and centimetres.
func (s System) Metric() bool { return s.style == metric }

// Same reports whether two are of the same units, however numbers are written.
func (s System) Same(o System) bool { return s.style == o.style }

// Writing numbers with a decimal comma, or with a point.
func (s System) Writing(comma bool) System {
	s.comma = comma
	return s
}

// Paying in money with a sign before each amount; empty for none.
func (s System) Paying(sign string) System {
	s.sign = sign
	return s
}

// Plain is the system with a decimal point and without a sign of money, for addresses and for what
// programs read.
func (s System) Plain() System { return System{style: s.style} }

// Currency is the sign of the grower's money; empty for none.
func (s System) Currency() string { return s.sign }

// SystemNamed reads "metric", "us" or "imperial"; ok is false for anything else.
func SystemNamed(name string) (s System, ok bool) {
	for _, s := range Systems {
		if s.String() == strings.ToLower(strings.TrimSpace(name)) {
			return s, true
		}
	}
	return Metric, false
}

// Systems lists every style in the order they are offered.
var Systems = [...]System{Metric, US, Imperial}

func (s System) String() string {
	switch s.style {
	case us:
		return "us"
	case imperial:
		return "imperial"
	default:
		return "metric"
	}
}

// Name of the style for reading: "metric", "US", "imperial".
func (s System) Name() string {
	if s.style == us {
		return "US"
	}
	return s.String()
}

// Unit is a unit by the symbol the program prints: "g", "kg", "lb", "L", "in".
type Unit string

type kind int

const (
	mass kind = iota
	volume
	length
	area
	temperature
)

func (k kind) String() string {
	return [...]string{"weight", "volume", "length", "area", "temperature"}[k]
}

// example of how each kind may be written, for messages.
func (k kind) example() string {
	return [...]string{
		"350 g, 2.5 kg or 1 lb 4 oz",
		"11.5 L, 750 mL or 3 gal",
		"25 cm, 10 in or 8½ in",
		"0.5 m² or 6 sq ft",
		"4.5 °C or 40 °F",
	}[k]
}

// factors of a unit to the kind's base unit, one for each style in order.
type factors [3]float64

func same(f float64) factors { return factors{f, f, f} }

// USGallon in litres. Exact.
const USGallon = 3.785411784

const (
	ounceGrams     = 28.349523125 // exact, international avoirdupois
	poundGrams     = 16 * ounceGrams
	stoneGrams     = 14 * poundGrams
	inchCm         = 2.54 // exact
	imperialGallon = 4.54609
	sqFootM2       = 0.09290304
)

// liquid is a measure that is a part of a gallon: the US one for metric and US
// growers, the imperial one for imperial growers.
func liquid(usPart, imperialPart float64) factors {
	part := USGallon / usPart
	return factors{part, part, imperialGallon / imperialPart}
}

type unitInfo struct {
	kind   kind
	factor factors
}

// units by every spelling that is understood, lower case. Upper-case L and the
// degree signs are folded before looking up.
var units = func() map[string]unitInfo {
	table := map[string]unitInfo{}
	add := func(k kind, f factors, spellings ...string) {
		for _, s := range spellings {
			table[s] = unitInfo{k, f}
		}
	}
	add(mass, same(1), "g", "gr", "gram", "grams", "gramme", "grammes")
	add(mass, same(1000), "kg", "kgs", "kilo", "kilos", "kilogram", "kilograms")
	add(mass, same(ounceGrams), "oz", "ounce", "ounces")
	add(mass, same(poundGrams), "lb", "lbs", "pound", "pounds")
	add(mass, same(stoneGrams), "st", "stone", "stones")

	add(volume, same(1), "l", "ltr", "litre", "litres", "liter", "liters")
	add(volume, same(0.001), "ml", "millilitre", "millilitres", "milliliter", "milliliters")
	add(volume, same(0.01), "cl")
	add(volume, liquid(1, 1), "gal", "gals", "gallon", "gallons")
	add(volume, liquid(4, 4), "qt", "qts", "quart", "quarts")
	add(volume, liquid(8, 8), "pt", "pts", "pint", "pints")
	add(volume, liquid(128, 160), "fl oz", "floz", "fluid ounce", "fluid ounces")

	add(length, same(1), "cm", "centimetre", "centimetres", "centimeter", "centimeters")
	add(length, same(0.1), "mm", "millimetre", "millimetres", "millimeter", "millimeters")
	add(length, same(100), "m", "metre", "metres", "meter", "meters")
	add(length, same(inchCm), "in", "inch", "inches", "\"", "″", "”")
	add(length, same(12*inchCm), "ft", "foot", "feet", "'", "′", "’")

	add(area, same(1), "m²", "m2", "sq m", "sqm", "square metres", "square meters")
	add(area, same(0.0001), "cm²", "cm2", "sq cm")
	add(area, same(sqFootM2), "ft²", "ft2", "sq ft", "sqft", "square feet")

	add(temperature, same(1), "°c", "c", "℃", "degc", "celsius")
	add(temperature, same(1), "°f", "f", "℉", "degf", "fahrenheit")
	return table
}()

func fahrenheit(spelling string) bool {
	switch spelling {
	case "°f", "f", "℉", "degf", "fahrenheit":
		return true
	}
	return false
}
