package climate

import (
	"errors"
	"math"

	"glebata/core/working"
)

// ErrLatitude is a latitude outside −90 to 90 degrees.
var ErrLatitude = errors.New("a latitude lies between −90 and 90 degrees, south of the equator below 0")

// solarConstant Gsc in MJ/m²/min. Published: FAO-56.
const solarConstant = 0.0820

// sunset hour angle ωs and declination δ in radians, and the relative distance
// of the sun, on a day of the year from 1. Published: FAO-56 eq. 23 to 25. Where
// the sun does not set or rise, ωs is π or 0.
func sun(latitude float64, day int) (omega, delta, distance float64) {
	year := 2 * math.Pi * float64(day) / 365
	distance = 1 + 0.033*math.Cos(year)
	delta = 0.409 * math.Sin(year-1.39)
	x := -math.Tan(latitude*math.Pi/180) * math.Tan(delta)
	return math.Acos(math.Max(-1, math.Min(1, x))), delta, distance
}

// Radiation from the sun on a level surface above the air, Ra in MJ/m²/day, at a
// latitude in degrees (south below 0) on a day of the year from 1 to 366.
// Published: FAO-56 eq. 21,
//
//	Ra = 24·60/π · Gsc · dr · (ωs·sin φ·sin δ + cos φ·cos δ·sin ωs)
func Radiation(latitude float64, day int) float64 {
	omega, delta, distance := sun(latitude, day)
	phi := latitude * math.Pi / 180
	return 24 * 60 / math.Pi * solarConstant * distance *
		(omega*math.Sin(phi)*math.Sin(delta) + math.Cos(phi)*math.Cos(delta)*math.Sin(omega))
}

// DayLength in hours, 24/π · ωs. Published: FAO-56 eq. 34.
func DayLength(latitude float64, day int) float64 {
	omega, _, _ := sun(latitude, day)
	return 24 / math.Pi * omega
}

// Evapotranspiration of a reference crop, ET0 in mm/day, from the day's minimum
// and maximum in °C and Ra in MJ/m²/day; 0 when it would be below. Published:
// Hargreaves and Samani, FAO-56 eq. 52,
//
//	ET0 = 0.0023 · (Tmean + 17.8) · √(Tmax − Tmin) · 0.408·Ra
func Evapotranspiration(tmin, tmax, ra float64) float64 {
	swing := math.Max(0, tmax-tmin)
	return math.Max(0, 0.0023*((tmin+tmax)/2+17.8)*math.Sqrt(swing)*0.408*ra)
}

// Solar radiation on the ground, Rs in MJ/m²/day, without a sensor. Published:
// Hargreaves, Rs = 0.16 · √(Tmax − Tmin) · Ra.
func Solar(tmin, tmax, ra float64) float64 {
	return 0.16 * math.Sqrt(math.Max(0, tmax-tmin)) * ra
}

// PAR is the part of solar radiation that leaves use, 0.48 of it, MJ/m²/day.
func PAR(solar float64) float64 { return 0.48 * solar }

// EvapotranspirationWorking is Evapotranspiration with its steps, at a latitude
// on a day of the year.
func EvapotranspirationWorking(latitude float64, day int, tmin, tmax float64) working.Working {
	ra := Radiation(latitude, day)
	et := Evapotranspiration(tmin, tmax, ra)
	return working.Working{
		Title: "Water a reference crop gives off", Result: et, Mark: working.Published,
		Steps: []working.Step{
			{Says: "radiation above the air at latitude {} on day {}, MJ/m²", Args: []any{latitude, day}, Result: ra},
			{Says: "0.0023 × ({} + 17.8) × √({} − {}) × 0.408 × {}, mm a day", Args: []any{(tmin + tmax) / 2, tmax, tmin, ra}, Result: et},
		},
		Source:  "Hargreaves and Samani, FAO-56 equations 21 and 52",
		Changes: "The day's temperatures, the day of the year, the latitude.",
	}
}
