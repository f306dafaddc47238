package measure

// Far is a distance out of doors, m: told in metres or in feet.
type Far float64

// footMetres are in a foot.
const footMetres = 0.3048

// FarUnit is metres or feet, and PerFar how many metres it is.
func (s System) FarUnit() Unit {
	if s.Metric() {
		return "m"
	}
	return "ft"
}

// PerFar is told with FarUnit.
func (s System) PerFar() float64 {
	if s.Metric() {
		return 1
	}
	return footMetres
}

// Far prints a distance of so many metres with so many decimals: "2.50 m", "8.20 ft".
func (s System) Far(metres float64, decimals int) string {
	return s.fixed(metres/s.PerFar(), decimals) + " " + string(s.FarUnit())
}

// OnArea is a weight on a square metre, g.
type OnArea Mass

// onArea prints it: "640 kg a square metre", "131 lb a square foot".
func (s System) onArea(m OnArea, print func(Mass) string) string {
	if s.Metric() {
		return print(Mass(m)) + " a square metre"
	}
	return print(Mass(float64(m)*sqFootM2)) + " a square foot"
}

// OnArea prints what bags weigh on the ground under them, as they stand.
func (s System) OnArea(m Mass) string { return s.onArea(OnArea(m), s.Stands) }

// InLitre prints what a litre of medium gave, or in a gallon: "24 g", "3.3 oz a gallon".
func (s System) InLitre(m Mass) string { return s.per(PerLitre(m), s.Print) }

// per prints what one of something gave, in the measure of the system: its word stands where that is
// not the one of the rule.
func (s System) per(v any, print func(any) string) string {
	of := func(m Mass, share float64, word string) string {
		if s.Metric() {
			return print(m)
		}
		return print(Mass(float64(m)*share)) + word
	}
	switch q := v.(type) {
	case PerLitre:
		return of(Mass(q), units["gal"].factor[s.style], " a gallon")
	case PerArea:
		return of(Mass(q), sqFootM2, " a square foot")
	case PerMetre:
		return of(Mass(q), footMetres, " a foot")
	}
	return ""
}

// ToArea prints what a square metre gave, or a square foot: "6.2 kg", "1 lb 4 oz a square foot".
func (s System) ToArea(m Mass) string { return s.per(PerArea(m), s.Print) }

// What a litre of medium, a square metre and a metre of row gave, g.
type (
	PerLitre Mass
	PerArea  Mass
	PerMetre Mass
)

// Crowd is a number to a litre.
type Crowd float64

// crowd prints it: "0.25 a litre", "0.95 a gallon".
func (s System) crowd(c Crowd) string {
	if s.Metric() {
		return s.trimmed(float64(c), 3) + " a litre"
	}
	return s.trimmed(float64(c)*units["gal"].factor[s.style], 2) + " a gallon"
}
