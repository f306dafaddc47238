package climate

import "math"

// SunAt is where the sun stands at a latitude in degrees on a day of the year from
// 1, at an hour of solar time from 0 to 24: its altitude over the horizon and its
// bearing clockwise from north, both in degrees. Published: the usual spherical
// triangle, with the declination of Spencer (1971), which is right to 0.04°.
// Refraction is left out.
func SunAt(latitude float64, day int, hour float64) (altitude, bearing float64) {
	g := 2 * math.Pi * float64(day-1) / 365
	delta := 0.006918 - 0.399912*math.Cos(g) + 0.070257*math.Sin(g) - 0.006758*math.Cos(2*g) +
		0.000907*math.Sin(2*g) - 0.002697*math.Cos(3*g) + 0.00148*math.Sin(3*g)
	phi, omega := latitude*math.Pi/180, (hour-12)*math.Pi/12
	sin := math.Sin(phi)*math.Sin(delta) + math.Cos(phi)*math.Cos(delta)*math.Cos(omega)
	alt := math.Asin(math.Max(-1, math.Min(1, sin)))
	east := -math.Cos(delta) * math.Sin(omega)
	north := math.Cos(phi)*math.Sin(delta) - math.Sin(phi)*math.Cos(delta)*math.Cos(omega)
	return alt * 180 / math.Pi, math.Mod(math.Atan2(east, north)*180/math.Pi+360, 360)
}
