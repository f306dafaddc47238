package climate

import (
	"math"
	"testing"
)

// Noon altitude is 90 − latitude + declination: 23.44° on 21 June, 0 at the
// equinoxes. Sunrise of 21 June at 54.3° N: cos ω = −tan φ · tan δ, 8.47 hours before
// noon, at a bearing of arccos(sin δ ÷ cos φ) = 47.0°.
func TestSunStandsWhereItIsKnownToStand(t *testing.T) {
	for _, c := range []struct {
		latitude          float64
		day               int
		hour              float64
		altitude, bearing float64
	}{
		{54.3, 172, 12, 59.14, 180}, {54.3, 355, 12, 12.26, 180}, {54.3, 80, 12, 35.7, 180},
		{54.3, 172, 12 - 8.474, 0, 47.0}, {54.3, 80, 6, 0, 90}, {54.3, 80, 18, 0, 270},
		{-38, 355, 12, 75.44, 0}, {-38, 172, 12, 28.56, 0}, {0, 80, 9, 45, 90},
	} {
		alt, bearing := SunAt(c.latitude, c.day, c.hour)
		off := math.Abs(math.Mod(bearing-c.bearing+540, 360) - 180)
		if math.Abs(alt-c.altitude) > 0.5 || off > 0.7 {
			t.Errorf("at %g on day %d, %.2f h: %.2f° high at %.1f°, want %.2f and %.1f", c.latitude, c.day, c.hour, alt, bearing, c.altitude, c.bearing)
		}
	}
}
