package measure

// Warming is a difference between two temperatures, °C: 3 °C more are 5.4 °F more, and
// not 37.
type Warming float64

// DegreeDays are degrees above a base added up over days, °C·days.
type DegreeDays float64

// StemRate is growth for the warmth there is, cm a °C·day.
type StemRate float64

// Density of what fills a volume, kg a litre.
type Density float64

// Rain is a depth of water, mm.
type Rain float64

// Content of something in a litre, g.
type Content float64

// Dilution of a liquid in water, mL a litre.
type Dilution float64

// PerVolume is how the figures that are told for a litre are told in a system: of which
// volume, in which units, and by what kg, g and mL a litre are multiplied.
type PerVolume struct {
	Word                        string
	Volume, Heavy, Light, Fluid Unit
	Kg, G, ML                   float64
}

// PerVolume of the system: kg, g and mL a litre, or lb, oz and fl oz a gallon of its own.
func (s System) PerVolume() PerVolume {
	if s.Metric() {
		return PerVolume{"litre", "L", "kg", "g", "mL", 1, 1, 1}
	}
	gallon := units["gal"].factor[s.style]
	return PerVolume{"gallon", "gal", "lb", "oz", "fl oz", 1000 / poundGrams * gallon, gallon / ounceGrams, gallon / 1000 / units["fl oz"].factor[s.style]}
}

// warm prints the quantities that are not of one unit alone; ok is false for any other.
func (s System) warm(v any, decimals int) (text string, ok bool) {
	fahrenheit := s.style == us
	switch q := v.(type) {
	case Warming:
		if fahrenheit {
			return s.trimmed(float64(q)*1.8, 1) + " °F", true
		}
		return s.trimmed(float64(q), 1) + " °C", true
	case DegreeDays:
		if fahrenheit {
			return s.trimmed(float64(q)*1.8, decimals) + " °F·days", true
		}
		return s.trimmed(float64(q), decimals) + " °C·days", true
	case StemRate:
		if fahrenheit {
			return s.trimmed(float64(q)/inchCm/1.8, 3) + " in a °F·day", true
		}
		return s.trimmed(float64(q), 3) + " cm a °C·day", true
	case Density:
		if !s.Metric() {
			return s.trimmed(float64(q)*s.PerVolume().Kg, 1) + " lb a gallon", true
		}
		return s.trimmed(float64(q), 2+decimals) + " kg a litre", true
	case Rain:
		if !s.Metric() {
			return s.trimmed(float64(q)/10/inchCm, 2) + " in", true
		}
		return s.trimmed(float64(q), 1) + " mm", true
	case Content:
		if !s.Metric() {
			return s.trimmed(float64(q)*s.PerVolume().G, 3) + " oz a gallon", true
		}
		return s.trimmed(float64(q), 3) + " g a litre", true
	}
	return s.dilution(v)
}

func (s System) dilution(v any) (text string, ok bool) {
	q, ok := v.(Dilution)
	if !ok {
		return "", false
	}
	per := s.PerVolume()
	return s.trimmed(float64(q)*per.ML, 2) + " " + string(per.Fluid) + " a " + per.Word, true
}
