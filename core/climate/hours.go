package climate

import "math"

// Hour is the air of one hour.
type Hour struct {
	Temperature float64 // °C
	Humidity    float64 // relative, %
}

// Hours of a day from 0 to 23: the temperature swings between the minimum at 5
// and the maximum at 15 o'clock, and the dew point lies at the night's minimum on
// a wet day and 1.5 °C under it on a dry one. Model; saturation vapour pressure
// by FAO-56 eq. 11.
func (w DayWeather) Hours() [24]Hour {
	dew := w.Min - 1.5
	if w.Rain > 0.2 {
		dew = w.Min
	}
	var out [24]Hour
	for h := range out {
		rising := 0.5 - 0.5*math.Cos(math.Pi*float64((h+19)%24)/10) // from 5 to 15
		if since := (h + 9) % 24; h < 5 || h >= 15 {                // from 15 to 5
			rising = 0.5 + 0.5*math.Cos(math.Pi*float64(since)/14)
		}
		t := w.Min + (w.Max-w.Min)*rising
		out[h] = Hour{t, math.Min(100, 100*saturation(dew)/saturation(t))}
	}
	return out
}

// Humidity is the day's mean relative humidity, %.
func (w DayWeather) Humidity() float64 {
	sum := 0.0
	for _, h := range w.Hours() {
		sum += h.Humidity
	}
	return sum / 24
}

// saturation vapour pressure in kPa at °C. Published: FAO-56 eq. 11.
func saturation(t float64) float64 { return 0.6108 * math.Exp(17.27*t/(t+237.3)) }
