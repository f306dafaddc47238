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
	if s != Metric {
		return poundsOunces(m, 1)
	}
	g := float64(m)
	switch {
	case math.Abs(g) < 9.95:
		return trimmed(g, 1) + " g"
	case math.Abs(g) < 999.5:
		return trimmed(g, 0) + " g"
	case math.Abs(g) < 99_995:
		return fixed(g/1000, 2) + " kg"
	default:
		return fixed(g/1000, 1) + " kg"
	}
}

// Volume prints v: "750 mL", "11.5 L", "3.0 gal".
func (s System) Volume(v Volume) string {
	l := float64(v)
	if s == Metric {
		switch {
		case math.Abs(l) < 0.9995:
			return trimmed(l*1000, 0) + " mL"
		case math.Abs(l) < 99.95:
			return fixed(l, 1) + " L"
		default:
			return fixed(l, 0) + " L"
		}
	}
	gallon := units["gal"].factor[s]
	if math.Abs(l) < gallon/16 {
		return fixed(l/units["fl oz"].factor[s], 1) + " fl oz"
	}
	if math.Abs(l) < gallon {
		return fixed(l/gallon*4, 1) + " qt"
	}
	return fixed(l/gallon, 1) + " gal"
}

// Length prints l: "38 cm", "14.5 in", "7 ft 2 in".
func (s System) Length(l Length) string {
	if s == Metric {
		if math.Abs(float64(l)) >= 999.5 {
			return fixed(float64(l)/100, 1) + " m"
		}
		return trimmed(float64(l), 1) + " cm"
	}
	in := round(float64(l)/inchCm, 1)
	if in >= 84 {
		feet := math.Floor(round(in, 0) / 12)
		return fmt.Sprintf("%.0f ft %s in", feet, trimmed(round(in, 0)-12*feet, 0))
	}
	return trimmed(in, 1) + " in"
}

// Area prints a: "0.13 m²", "1.4 sq ft".
func (s System) Area(a Area) string {
	if s == Metric {
		return fixed(float64(a), 2) + " m²"
	}
	return fixed(float64(a)/sqFootM2, 1) + " sq ft"
}

// Ratio is how often one quantity goes into another, without a unit.
type Ratio float64

// String has one decimal: "20.5".
func (r Ratio) String() string { return fixed(float64(r), 1) }

// Temperature prints t: "1.5 °C", "35 °F". US growers read Fahrenheit.
func (s System) Temperature(t Temperature) string {
	if s == US {
		return trimmed(float64(t)*1.8+32, 0) + " °F"
	}
	return trimmed(float64(t), 1) + " °C"
}

// Fine prints a quantity with the digits a working needs, one or two more than
// the plain print; numbers and words print as they are.
func (s System) Fine(v any) string {
	switch q := v.(type) {
	case Mass:
		switch {
		case s != Metric:
			return poundsOunces(q, 2)
		case math.Abs(float64(q)) < 999.5:
			return trimmed(float64(q), 1) + " g"
		default:
			return trimmed(float64(q)/1000, 3) + " kg"
		}
	case Volume:
		if s == Metric {
			return fixed(float64(q), 3) + " L"
		}
		return fixed(float64(q)/units["gal"].factor[s], 3) + " gal"
	case Length:
		if s == Metric {
			return trimmed(float64(q), 3) + " cm"
		}
		return trimmed(float64(q)/inchCm, 3) + " in"
	case Area:
		if s == Metric {
			return fixed(float64(q), 4) + " m²"
		}
		return fixed(float64(q)/sqFootM2, 3) + " sq ft"
	case Temperature:
		return s.Temperature(q)
	case Ratio:
		return trimmed(float64(q), 3)
	case float64:
		return trimmed(q, 3)
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
		if s == Metric {
			return trimmed(float64(q), 1) + " g"
		}
	case Volume:
		if s == Metric {
			return trimmed(float64(q), 2) + " L"
		}
	}
	return s.Fine(v)
}

// MassUnit, VolumeUnit and LengthUnit are the units a bare number is taken in:
// what the grower's kitchen scale, watering can and ruler are marked in.
func (s System) MassUnit() Unit {
	if s == Metric {
		return "g"
	}
	return "oz"
}

// ScaleUnit is the unit of a harvest scale: kilograms or pounds.
func (s System) ScaleUnit() Unit {
	if s == Metric {
		return "kg"
	}
	return "lb"
}

// VolumeUnit is litres or gallons.
func (s System) VolumeUnit() Unit {
	if s == Metric {
		return "L"
	}
	return "gal"
}

// LengthUnit is centimetres or inches.
func (s System) LengthUnit() Unit {
	if s == Metric {
		return "cm"
	}
	return "in"
}

// TemperatureUnit is Celsius, or Fahrenheit for US growers.
func (s System) TemperatureUnit() Unit {
	if s == US {
		return "°F"
	}
	return "°C"
}

func poundsOunces(m Mass, decimals int) string {
	oz := round(float64(m)/ounceGrams, decimals)
	if math.Abs(oz) < 16 {
		return trimmed(oz, decimals) + " oz"
	}
	lb := math.Trunc(oz / 16)
	rest := round(math.Abs(oz-16*lb), decimals)
	if rest == 0 {
		return fmt.Sprintf("%.0f lb", lb)
	}
	return fmt.Sprintf("%.0f lb %s oz", lb, trimmed(rest, decimals))
}

func round(v float64, decimals int) float64 {
	p := math.Pow10(decimals)
	return math.Round(v*p) / p
}

func fixed(v float64, decimals int) string {
	s := strconv.FormatFloat(v, 'f', decimals, 64)
	if strings.HasPrefix(s, "-") {
		if strings.Trim(s, "-0.") == "" {
			return s[1:]
		}
		return "−" + s[1:]
	}
	return s
}

// trimmed is fixed without closing zeros.
func trimmed(v float64, decimals int) string {
	s := fixed(v, decimals)
	if strings.ContainsRune(s, '.') {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	return s
}
