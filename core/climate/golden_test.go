package climate

import (
	"fmt"
	"testing"

	"glebata/core/measure"
	"glebata/truth/golden"
)

// What the presets, the sun, the frosts and the simulated years are.
func TestWhatClimatesAre(t *testing.T) {
	var l golden.Lines
	for _, p := range Presets() {
		l.Head("%s", p.Name)
		l.Add("months", p.Monthly.Min, p.Monthly.Max, p.Monthly.Rain)
		for i := range 12 {
			l.Add(fmt.Sprint("month ", i+1), p.Monthly.Min[i], p.Monthly.Max[i], p.Monthly.Rain[i])
		}
		l.Add("rest", p.Key, p.Latitude, p.Last, p.First)
		n, err := p.Monthly.Daily()
		if err != nil {
			t.Fatal(err)
		}
		for d := measure.Date(2026, 1, 1); d < measure.Date(2027, 1, 1); d += 23 {
			l.Add(d.Short(), n.Min.At(d), n.Max.At(d), n.Rain.At(d), n.Mean(d))
		}
		f := NewFrosts(2026, p.Last, p.First, 10)
		if p.Last == 0 {
			f = Frosts{None: true}
		}
		for _, s := range Shelters() {
			for _, risk := range []RiskTolerance{0.1, 0.25, 0.4} {
				w := n.Safe(f, s, risk)
				l.Add("safe "+string(s), risk, w, w.Days(), n.SafeWorking(f, s, risk))
			}
			l.Add("under "+string(s), n.Under(f, s), n.ShiftDays(s, measure.Date(2026, 4, 20)), n.ShiftDays(s, measure.Date(2026, 10, 10)))
		}
		for d := measure.Date(2026, 3, 1); d < measure.Date(2026, 12, 1); d += 20 {
			l.Add("risk "+d.Short(), f.Risk(d))
		}
		var year [365]DayWeather
		NewSimulator(n, 7).Year(&year)
		if p.Last != 0 {
			swung, err := p.Normals()
			if err != nil {
				t.Fatal(err)
			}
			last, first := drawnFrosts(&p, NewSimulator(swung, DrawnSeed), 200)
			l.Add("drawn frosts", last[20], last[100], last[180], first[20], first[100], first[180])
		}
		for d := 0; d < 365; d += 11 {
			w := year[d]
			l.Add(fmt.Sprint("day ", d), w, w.Humidity(), w.Hours90(), w.Hours())
		}
	}
	golden.Is(t, "presets", l.String())
}

func TestWhatTheSunAndTheFrostDo(t *testing.T) {
	var l golden.Lines
	for _, latitude := range []float64{-38, -10, 0, 35.5, 54.3, 66} {
		for day := 5; day <= 365; day += 45 {
			l.Add(fmt.Sprint(latitude, " on ", day), Radiation(latitude, day), DayLength(latitude, day), Evapotranspiration(8, 19.5, Radiation(latitude, day)))
			for _, hour := range []float64{5, 9.5, 12, 15, 19} {
				altitude, bearing := SunAt(latitude, day, hour)
				l.Add(fmt.Sprint("  at ", hour), altitude, bearing)
			}
		}
	}
	for _, s := range Shelters() {
		g := s.Offset()
		low, high := g.Inside(2, 9, 16)
		l.Add("shelter "+string(s), g, g.Frostless(), low, high)
		for _, night := range []float64{-4, -1, 0.5, 2, 5} {
			for lead := 0; lead <= 10; lead += 3 {
				l.Add(fmt.Sprint("  ", night, " in ", lead), ForecastSD(lead), FrostChance(night, ForecastSD(lead), s), FrostChanceWorking(night, ForecastSD(lead), lead == 7))
			}
		}
	}
	for _, sd := range []float64{5, 12, 20} {
		for _, days := range []float64{-30, -10, 0, 7, 25} {
			l.Add(fmt.Sprint(days, " by ", sd), After(days, sd), Before(days, sd), Margin(0.1, sd), SafeFrom(20600, sd, 0.25), SafeUntil(20800, sd, 0.25), SafeFromWorking(20600, sd, 0.4))
		}
	}
	for _, watts := range []float64{20, 80, 400} {
		lamp := Lamp{Hours: 14, Micromoles: LampOf(watts, 0.5)}
		l.Add(fmt.Sprint("lamp ", watts), lamp, lamp.Moles(), lamp.PAR(), EvapotranspirationIn(20, lamp.PAR()), EvapotranspirationIn(-30, 2), EvapotranspirationIn(12, 0))
	}
	for _, w := range []DayWeather{{Min: 11, Max: 16, Rain: 6}, {Min: 9, Max: 14, Rain: 4}, {Min: 12, Max: 22}, {Min: 15, Max: 19, Rain: 0.4}, {Min: -3, Max: 2, Rain: 1}} {
		l.Add("hours", w, w.Hours(), w.Humidity(), w.Hours90())
	}
	var days []HumidDay
	for i := range 12 {
		days = append(days, HumidDay{Day: measure.Day(20600 + i), Min: float64(8 + i%5), Hours90: float64(4 + i%7)})
	}
	l.Add("blight", BlightDays(days))
	for _, m := range []Monthly{{}, {Min: Months{9}, Max: Months{3}}} {
		_, err := m.Daily()
		l.Add("months", fmt.Sprint(m.Check()), fmt.Sprint(err))
	}
	golden.Is(t, "sun-and-frost", l.String())
}
