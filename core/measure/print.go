package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Mass prints m in the grower's units with the digits a kitchen scale has:
// "412 g", "3.41 kg", "7 lb 8.3 oz".
func (s System) Mass(m Mass) string {
	if !s.Metric() {
		return s.poundsOunces(m, 1)
	}
	g := float64(m)
	switch {
	case math.Abs(g) < 9.95:
		return s.trimmed(g, 1) + " g"
	case math.Abs(g) < 999.5:
		return s.trimmed(g, 0) + " g"
	case math.Abs(g) < 99_995:
		return s.fixed(g/1000, 2) + " kg"
	default:
		return s.fixed(g/1000, 1) + " kg"
	}
}

// Volume prints v: "750 mL", "11.5 L", "4 L", "3 gal".
func (s System) Volume(v Volume) string {
	l := float64(v)
	if s.Metric() {
		switch {
		case math.Abs(l) < 0.9995:
			return s.trimmed(l*1000, 0) + " mL"
		case math.Abs(l) < 99.95:
			return s.trimmed(l, 1) + " L"
		default:
			return s.fixed(l, 0) + " L"
		}
	}
	gallon := units["gal"].factor[s.style]
	switch {
	case math.Abs(l) < gallon/16:
		return s.trimmed(l/units["fl oz"].factor[s.style], 1) + " fl oz"
	case math.Abs(l) < gallon: // one unit in a column
		return s.trimmed(l/gallon, 2) + " gal"
	}
	return s.trimmed(l/gallon, 1) + " gal"
}

// Length prints l: "38 cm", "14.5 in", "7 ft 2 in".
func (s System) Length(l Length) string {
	if s.Metric() {
		if math.Abs(float64(l)) >= 999.5 {
			return s.fixed(float64(l)/100, 1) + " m"
		}
		return s.trimmed(float64(l), 1) + " cm"
	}
	in := round(float64(l)/inchCm, 1)
	if in >= 84 {
		feet := math.Floor(round(in, 0) / 12)
		return fmt.Sprintf("%.0f ft %s in", feet, s.trimmed(round(in, 0)-12*feet, 0))
	}
	return s.trimmed(in, 1) + " in"
}

// Area prints a: "0.13 m²", "4 m²", "1.4 sq ft".
func (s System) Area(a Area) string {
	if s.Metric() {
		return s.trimmed(float64(a), 2) + " m²"
	}
	return s.fixed(float64(a)/sqFootM2, 1) + " sq ft"
}

// Ratio is how often one quantity goes into another, without a unit.
type Ratio float64

// Temperature prints t: "1.5 °C", "35 °F". US growers read Fahrenheit.
func (s System) Temperature(t Temperature) string {
	if s.style == us {
		return s.trimmed(float64(t)*1.8+32, 0) + " °F"
	}
	return s.trimmed(float64(t), 1) + " °C"
}

// Fine prints a quantity with the digits a working needs, one or two more than
// the plain print; numbers and words print as they are.
func (s System) Fine(v any) string {
	switch q := v.(type) {
	case Mass:
		switch {
		case !s.Metric():
			return s.poundsOunces(q, 2)
		case math.Abs(float64(q)) < 999.5:
			return s.trimmed(float64(q), 1) + " g"
		default:
			return s.trimmed(float64(q)/1000, 3) + " kg"
		}
	case Volume:
		if s.Metric() {
			return s.fixed(float64(q), 2) + " L"
		}
		return s.fixed(float64(q)/units["gal"].factor[s.style], 3) + " gal"
	case Length:
		if s.Metric() {
			return s.trimmed(float64(q), 3) + " cm"
		}
		return s.trimmed(float64(q)/inchCm, 3) + " in"
	case Area:
		if s.Metric() {
			return s.trimmed(float64(q), 4) + " m²"
		}
		return s.fixed(float64(q)/sqFootM2, 3) + " sq ft"
	case Expected:
		return s.expected(Mass(q), 3)
	case Carried:
		return s.Fine(Volume(q))
	case Stands:
		return s.stands(Mass(q), 1)
	case OnArea:
		return s.onArea(q, func(m Mass) string { return s.expected(m, 3) })
	case PerLitre, PerArea, PerMetre:
		return s.per(q, s.Fine)
	case Far, Crowd, Loads, Weights, Masses:
		return s.Print(q)
	case Harvests:
		return s.expected(s.sum(q, 2), 3)
	case Temperature:
		return s.Temperature(q)
	case Ratio:
		return s.trimmed(float64(q), 3)
	case Share:
		return s.Percent(float64(q), 0)
	case Each:
		return s.fixed(float64(q), 1)
	case Money:
		return s.Money(q, 2)
	case Rounded:
		return s.fixed(q.V, q.Decimals)
	case Phrase:
		return q.In(s)
	case float64:
		return s.trimmed(q, 3)
	default:
		if text, ok := s.warm(v, 1); ok {
			return text
		}
		return fmt.Sprint(v)
	}
}

// Edit prints a quantity for a field the grower may change: fine enough to lose
// nothing that was typed.
func (s System) Edit(v any) string {
	switch q := v.(type) {
	case Mass:
		if s.Metric() {
			return s.trimmed(float64(q), 1) + " g"
		}
	case Volume:
		if s.Metric() {
			return s.trimmed(float64(q), 2) + " L"
		}
	}
	return s.Fine(v)
}

// MassUnit, VolumeUnit and LengthUnit are the units a bare number is taken in:
// what the grower's kitchen scale, watering can and ruler are marked in.
func (s System) MassUnit() Unit {
	if s.Metric() {
		return "g"
	}
	return "oz"
}

// ScaleUnit is the unit of a harvest scale: kilograms or pounds.
func (s System) ScaleUnit() Unit {
	if s.Metric() {
		return "kg"
	}
	return "lb"
}

// VolumeUnit is litres or gallons.
func (s System) VolumeUnit() Unit {
	if s.Metric() {
		return "L"
	}
	return "gal"
}

// LengthUnit is centimetres or inches.
func (s System) LengthUnit() Unit {
	if s.Metric() {
		return "cm"
	}
	return "in"
}

// TemperatureUnit is Celsius, or Fahrenheit for US growers.
func (s System) TemperatureUnit() Unit {
	if s.style == us {
		return "°F"
	}
	return "°C"
}

func (s System) poundsOunces(m Mass, decimals int) string {
	oz := round(float64(m)/ounceGrams, decimals)
	if math.Abs(oz) < 16 {
		return s.trimmed(oz, decimals) + " oz"
	}
	lb := math.Trunc(oz / 16)
	rest := round(math.Abs(oz-16*lb), decimals)
	if rest == 0 {
		return fmt.Sprintf("%.0f lb", lb)
	}
	return fmt.Sprintf("%.0f lb %s oz", lb, s.trimmed(rest, decimals))
}

func round(v float64, decimals int) float64 {
	p := math.Pow10(decimals)
	return math.Round(v*p) / p
}

// fixed prints a number with so many decimals.
func (s System) fixed(v float64, decimals int) string {
	return s.signed(strconv.FormatFloat(v, 'f', decimals, 64))
}

// signed is a number as it is formatted, with the minus of print, no minus before nothing, and the
// grower's decimal sign.
func (s System) signed(text string) string {
	if strings.HasPrefix(text, "-") {
		if text = text[1:]; strings.Trim(text, "0.") != "" {
			text = "−" + text
		}
	}
	if s.comma {
		text = strings.Replace(text, ".", ",", 1)
	}
	return text
}

// trimmed is fixed without closing zeros.
func (s System) trimmed(v float64, decimals int) string {
	text := strconv.FormatFloat(v, 'f', decimals, 64)
	if strings.ContainsRune(text, '.') {
		text = strings.TrimRight(strings.TrimRight(text, "0"), ".")
	}
	return s.signed(text)
}

// Number prints a plain number with so many decimals.
func (s System) Number(v float64, decimals int) string { return s.fixed(v, decimals) }

// Short prints a plain number with at most so many decimals, without closing zeros.
func (s System) Short(v float64, decimals int) string { return s.trimmed(v, decimals) }

// Exact prints a plain number with as many digits as it has.
func (s System) Exact(v float64) string { return s.signed(strconv.FormatFloat(v, 'f', -1, 64)) }

// Percent prints a share of a whole in hundredths, with so many decimals: "73 %".
func (s System) Percent(share float64, decimals int) string {
	return s.fixed(100*share, decimals) + " %"
}

// Money prints hundredths of what the grower pays in, behind its sign, with so many decimals. A sign
// that is a word stands apart: "kr 12.50".
func (s System) Money(m Money, decimals int) string {
	if m < 0 {
		return "−" + s.Money(-m, decimals)
	}
	sign := s.sign
	if n := len(sign); n > 1 && sign[n-1] < 0x80 {
		sign += " "
	}
	return sign + s.fixed(float64(m)/100, decimals)
}

// Text puts the grower's decimal sign into a text of the program's own, where a point stands
// between digits: into an example, say.
func (s System) Text(text string) string {
	if !s.comma {
		return text
	}
	b := []byte(text)
	for i := 1; i+1 < len(b); i++ {
		if b[i] == '.' && digit(b[i-1]) && digit(b[i+1]) {
			b[i] = ','
		}
	}
	return string(b)
}

func digit(b byte) bool { return b >= '0' && b <= '9' }

// ScaleGrams is what one of ScaleUnit weighs, g: 1,000, or a pound.
func (s System) ScaleGrams() Mass {
	if s.Metric() {
		return Kilogram
	}
	return poundGrams
}

// Tick prints a round weight of an axis: "0 kg", "2.5 kg", "10 lb".
func (s System) Tick(m Mass) string {
	return s.trimmed(float64(m/s.ScaleGrams()), 2) + " " + string(s.ScaleUnit())
}

// VolumeUnitLitres is how many litres VolumeUnit holds.
func (s System) VolumeUnitLitres() Volume {
	if s.Metric() {
		return 1
	}
	return Volume(units["gal"].factor[s.style])
}
