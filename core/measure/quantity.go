package measure

// Mass in grams. Negative values only ever appear as differences.
type Mass float64

// Volume in litres.
type Volume float64

// Length in centimetres.
type Length float64

// Area in square metres.
type Area float64

// Temperature in degrees Celsius.
type Temperature float64

// Base and larger units, for writing constants: 1.25 * measure.Kilogram.
const (
	Gram     Mass = 1
	Kilogram Mass = 1000

	Litre      Volume = 1
	Centimetre Length = 1

	SquareMetre Area = 1
)

// Grams is the mass in g.
func (m Mass) Grams() float64 { return float64(m) }

// Kilograms is the mass in kg.
func (m Mass) Kilograms() float64 { return float64(m) / 1000 }

// Litres is the volume in L.
func (v Volume) Litres() float64 { return float64(v) }

// Centimetres is the length in cm.
func (l Length) Centimetres() float64 { return float64(l) }

// Millimetres is the length in mm.
func (l Length) Millimetres() float64 { return float64(l) * 10 }

// SquareMetres is the area in m².
func (a Area) SquareMetres() float64 { return float64(a) }

// CubicCentimetres makes a Volume from cm³ (1 L = 1000 cm³).
func CubicCentimetres(cm3 float64) Volume { return Volume(cm3 / 1000) }

// SquareCentimetres makes an Area from cm² (1 m² = 10 000 cm²).
func SquareCentimetres(cm2 float64) Area { return Area(cm2 / 10000) }

// Share of a whole, 0 to 1. It prints in hundredths: "73 %".
type Share float64

// Each is a number on the mean, without a unit: tubers a plant. It prints with one decimal.
type Each float64

// Money in hundredths of what the grower pays in.
type Money float64
