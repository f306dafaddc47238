package measure_test

import (
	"fmt"
	"testing"

	"glebata/core/measure"
	"glebata/truth/golden"
)

// How amounts are printed and read in each system.
func TestHowAmountsAreWritten(t *testing.T) {
	var l golden.Lines
	for _, sys := range measure.Systems {
		l.Head("%s", sys.Name())
		l.Add("units", sys.MassUnit(), sys.ScaleUnit(), sys.VolumeUnit(), sys.LengthUnit(), sys.TemperatureUnit(), sys.PerVolume(), sys.DayOrder())
		for _, v := range []float64{0, 0.04, 0.3, 0.96, 0.9996, 1.25, 4, 7.77, 9.94, 9.96, 28.35, 63.4, 99.94, 99.96, 213.4, 453.6, 999.4, 999.6, 1234.5, 3785, 45_678, 99_994, 99_996, 250_000, -0.04, -12.34, -2500} {
			for _, q := range []any{measure.Mass(v), measure.Volume(v / 10), measure.Length(v / 5), measure.Area(v / 100), measure.Temperature(v / 20), measure.Ratio(v), measure.Warming(v / 10), measure.DegreeDays(v), measure.StemRate(v / 100), measure.Density(v / 1000), measure.Rain(v / 10), measure.Content(v / 100), measure.Dilution(v / 10), measure.Share(v / 1000), measure.Each(v), measure.Money(v), v} {
				l.Add(fmt.Sprintf("%T", q), v, sys.Print(q), sys.Fine(q), sys.Edit(q))
			}
		}
		for _, text := range []string{"350 g", "2.5 kg", "2,5 kg", "1 lb 4 oz", "1 st 2 lb", "½ lb", "8½ in", "1⅜ in", "2 ft 3 in", "11.5 L", "750 mL", "3 gal", "2 qt 1 pt", "5 fl oz", "0.5 m²", "6 sq ft", "40 °F", "-3 °C", "12", "", "x", "1 kg 1", "4 oz 1 lb", "1e3 g", "-5 cm", "1000000 t", "⅛ lb", "3 ⅞ in", "7/8 in", "1 1/2 gal", "5 apples", "1 2 cm"} {
			m, e1 := measure.ParseMass(text, sys.MassUnit(), sys)
			v, e2 := measure.ParseVolume(text, sys.VolumeUnit(), sys)
			n, e3 := measure.ParseLength(text, sys.LengthUnit(), sys)
			a, e4 := measure.ParseArea(text, "m²", sys)
			c, e5 := measure.ParseTemperature(text, sys.TemperatureUnit(), sys)
			l.Add("read "+text, float64(m), fmt.Sprint(e1), float64(v), fmt.Sprint(e2), float64(n), fmt.Sprint(e3), float64(a), fmt.Sprint(e4), float64(c), fmt.Sprint(e5))
			low, high, known, err := measure.ParseMassRange(text, sys.MassUnit(), sys)
			l.Add("range "+text, float64(low), float64(high), string(known), fmt.Sprint(err))
		}
		for _, text := range []string{"9 Jun", "yesterday", "today", "9/6/2026", "6/9/26", "2026-06-09", "31.12.2025", "12-31-2025", "Jun 9, 2026", "31 Feb 2026", "", "soon", "9.6.", "3 Jan"} {
			d, err := measure.TypedDay(text, sys.DayOrder(), measure.Date(2026, 6, 9))
			l.Add("day "+text, d, fmt.Sprint(err), sys.Day(d))
		}
	}
	for d := measure.Date(2025, 12, 30); d < measure.Date(2027, 1, 3); d += 37 {
		l.Add("day", d, d.ISO(), d.String(), d.Short(), d.Long(), d.Year(), d.YearDay(), d.DayOfMonth(), d.MonthName(), measure.ShortSpan(d, d+3), measure.ShortSpan(d, d+40), measure.MonthDay(d.YearDay()))
	}
	golden.Is(t, "written", l.String())
}
