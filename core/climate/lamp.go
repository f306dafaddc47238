package climate

import "math"

// Lamp that plants indoors stand under.
type Lamp struct {
	Hours      float64 // a day, 0 to 24
	Micromoles float64 // of light that leaves use, µmol a m² a second
}

// Of lamps: what LEDs make of a watt, µmol/J (practice), and the energy of a mole of light
// that leaves use, MJ (published, for white light).
const (
	ledMicromoles = 2.5
	moleEnergy    = 0.2176
)

// LampOf so many watts of LED that shine on an area in m².
func LampOf(watts, area float64) float64 { return watts * ledMicromoles / area }

// Moles of light a day, mol a m².
func (l Lamp) Moles() float64 { return l.Micromoles * l.Hours * 3600 / 1e6 }

// PAR of a day, MJ/m².
func (l Lamp) PAR() float64 { return l.Moles() * moleEnergy }

// EvapotranspirationIn is ET0 in mm/day under light of its own: of so many °C and MJ/m² a
// day. Published: Hargreaves, of which Evapotranspiration estimates the light,
//
//	ET0 = 0.0135 · (T + 17.8) · 0.408·Rs
func EvapotranspirationIn(mean, light float64) float64 {
	return math.Max(0, 0.0135*(mean+17.8)*0.408*light)
}
