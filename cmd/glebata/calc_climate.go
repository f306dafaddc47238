package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/working"
)

func (a *asked) number(flag string) float64 {
	v, err := measure.ParseNumber(a.text(flag))
	if err != nil {
		a.refuse(flag, fmt.Errorf("%q is not a number", a.text(flag)))
	}
	return v
}

func (a *asked) temperature(flag string) float64 {
	t, err := measure.ParseTemperature(a.text(flag), "°C", a.units)
	if err != nil {
		a.refuse(flag, err)
	}
	return float64(t)
}

func (a *asked) latitude() float64 {
	lat := a.number("lat")
	if lat < -90 || lat > 90 {
		a.refuse("lat", climate.ErrLatitude)
	}
	return lat
}

func (a *asked) dayOfYear() int {
	day, err := strconv.Atoi(a.text("day"))
	if err != nil || day < 1 || day > 366 {
		a.refuse("day", errors.New("a day of the year lies between 1 and 366"))
	}
	return day
}

// monthDay reads "04-24" into a day of a year without a leap day.
func (a *asked) monthDay(flag string) measure.Day {
	t, err := time.Parse("2006-01-02", "2025-"+a.text(flag))
	if err != nil {
		a.refuse(flag, fmt.Errorf("%q is not a month and day like 04-24", a.text(flag)))
	}
	return measure.FromTime(t)
}

func calcRa() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "ra",
		Short:   "Radiation of the sun above the air, and day length",
		Example: "  glebata calc ra --lat -20 --day 246",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			lat, day := a.latitude(), a.dayOfYear()
			if a.err != nil {
				return a.err
			}
			ra, hours := climate.Radiation(lat, day), climate.DayLength(lat, day)
			figures := struct {
				Ra    json.Number `json:"ra_mj_m2"`
				Hours json.Number `json:"day_length_h"`
			}{figure(ra, 3), figure(hours, 3)}
			return answer(cmd, figures, func(w io.Writer) {
				fmt.Fprintf(w, "radiation  %.1f MJ/m² a day (FAO-56 eq. 21)\nday length %.1f hours\n", ra, hours)
			})
		},
	}
	cmd.Flags().String("lat", "", "latitude in degrees, south below 0")
	cmd.Flags().String("day", "", "day of the year, 1 to 366")
	return cmd
}

func calcEt0() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "et0",
		Short:   "Water a reference crop gives off in a day",
		Example: "  glebata calc et0 --lat 54 --day 160 --tmin 9 --tmax 18",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			lat, day, tmin, tmax := a.latitude(), a.dayOfYear(), a.temperature("tmin"), a.temperature("tmax")
			if a.err == nil && tmin > tmax {
				a.refuse("tmin", errors.New("the minimum is over the maximum"))
			}
			if a.err != nil {
				return a.err
			}
			et := climate.Evapotranspiration(tmin, tmax, climate.Radiation(lat, day))
			figures := struct {
				ET0 json.Number `json:"et0_mm"`
				Ra  json.Number `json:"ra_mj_m2"`
			}{figure(et, 3), figure(climate.Radiation(lat, day), 3)}
			w := climate.EvapotranspirationWorking(lat, day, tmin, tmax)
			return answer(cmd, figures, func(out io.Writer) {
				tellSteps(out, a, w.Steps)
				fmt.Fprintf(out, "%.1f mm a day (%s)\n", et, w.Source)
			})
		},
	}
	cmd.Flags().String("lat", "", "latitude in degrees, south below 0")
	cmd.Flags().String("day", "", "day of the year, 1 to 366")
	cmd.Flags().String("tmin", "", "minimum of the day")
	cmd.Flags().String("tmax", "", "maximum of the day")
	return cmd
}

func calcFrost() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "frost",
		Short:   "Earliest day on which the risk of a later frost is small enough",
		Example: "  glebata calc frost --last 04-24 --sd 11 --risk 0.25",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			last, sd, risk := a.monthDay("last"), a.number("sd"), a.number("risk")
			if a.err == nil && (sd <= 0 || sd > 60) {
				a.refuse("sd", errors.New("a spread lies over 0 and up to 60 days"))
			}
			if a.err == nil && (risk <= 0 || risk >= 1) {
				a.refuse("risk", errors.New("a risk lies between 0 and 1"))
			}
			if a.err != nil {
				return a.err
			}
			day := climate.SafeFrom(last, sd, climate.RiskTolerance(risk))
			then := climate.After(float64(day-last), sd)
			figures := struct {
				Day  string      `json:"day"`
				Risk json.Number `json:"risk"`
				Then json.Number `json:"risk_that_day"`
			}{day.ISO()[5:], figure(risk, 4), figure(then, 4)}
			return answer(cmd, figures, func(w io.Writer) {
				steps := climate.SafeFromWorking(last, sd, climate.RiskTolerance(risk)).Steps
				tellSteps(w, a, []working.Step{steps[1], steps[3]}) // the others name a year, and none is meant
				fmt.Fprintf(w, "safe from %s (%s), when %.0f %% of years still have a frost to come\n", day.ISO()[5:], day.Short(), then*100)
			})
		},
	}
	cmd.Flags().String("last", "", "median day of the last frost, like 04-24")
	cmd.Flags().String("sd", "10", "spread in days")
	cmd.Flags().String("risk", "0.25", "risk that is accepted: 0.10 cautious, 0.25 even, 0.40 bold")
	return cmd
}

type normalFigures struct {
	Day  string      `json:"day"`
	Tmin json.Number `json:"tmin"`
	Tmax json.Number `json:"tmax"`
	Rain json.Number `json:"rain_mm"`
}

func calcNormals() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "normals",
		Short: "Ordinary weather day by day, from a climate or from monthly means",
		Example: "  glebata calc normals --climate cool-maritime\n" +
			"  glebata calc normals --min 2,2,3,5,7,10,12,12,10,8,5,3 --max 7,8,10,12,15,18,20,20,17,14,10,8",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			monthly := a.monthly()
			if a.err != nil {
				return a.err
			}
			n, err := monthly.Daily()
			if err != nil {
				return err
			}
			out := make([]normalFigures, 365)
			for i := range out {
				day := measure.Date(2025, 1, 1) + measure.Day(i)
				out[i] = normalFigures{day.ISO()[5:], figure(n.Min[i], 2), figure(n.Max[i], 2), figure(n.Rain[i], 2)}
			}
			return answer(cmd, out, func(w io.Writer) {
				fmt.Fprintf(w, "%-7s %8s %8s %8s\n", "day", "min", "max", "rain mm")
				for i := 0; i < len(out); i += 7 {
					fmt.Fprintf(w, "%-7s %8s %8s %8s\n", out[i].Day, a.units.Temperature(measure.Temperature(n.Min[i])),
						a.units.Temperature(measure.Temperature(n.Max[i])), out[i].Rain)
				}
			})
		},
	}
	climateFlags(cmd)
	return cmd
}

func presetKeys() []string {
	var keys []string
	for _, p := range climate.Presets() {
		keys = append(keys, p.Key)
	}
	return keys
}

// monthly reads a climate by name, and puts typed means over its own.
func (a *asked) monthly() climate.Monthly {
	key := a.text("climate")
	p, known := climate.PresetNamed(key)
	if key != "" && !known {
		a.refuse("climate", fmt.Errorf("%q is none of %s", key, strings.Join(presetKeys(), ", ")))
	}
	if key == "" && (a.text("min") == "" || a.text("max") == "") {
		a.refuse("climate", errors.New("name a climate, or give --min and --max"))
	}
	m := p.Monthly
	for flag, to := range map[string]*climate.Months{"min": &m.Min, "max": &m.Max, "rain": &m.Rain} {
		if a.text(flag) != "" {
			*to = a.months(flag)
		}
	}
	return m
}

func (a *asked) months(flag string) climate.Months {
	var m climate.Months
	parts := strings.FieldsFunc(a.text(flag), func(r rune) bool { return r == ',' || r == ' ' || r == ';' })
	if len(parts) != len(m) {
		a.refuse(flag, fmt.Errorf("%d numbers, where twelve are wanted", len(parts)))
		return m
	}
	for i, part := range parts {
		v, err := measure.ParseNumber(part)
		if err != nil {
			a.refuse(flag, fmt.Errorf("%q is not a number", part))
		}
		m[i] = v
	}
	return m
}

func calcWeather() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "weather",
		Short:   "A simulated year of weather, as lines of date, minimum, maximum and rain",
		Example: "  glebata calc weather --climate cool-maritime --seed 7",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			monthly := a.monthly()
			number, err := strconv.ParseUint(a.text("seed"), 10, 64)
			if err != nil {
				a.refuse("seed", errors.New("write a whole number"))
			}
			if a.err != nil {
				return a.err
			}
			n, err := monthly.Daily()
			if err != nil {
				return err
			}
			var year [365]climate.DayWeather
			climate.NewSimulator(n, number).Year(&year)
			out := make([]normalFigures, len(year))
			for i, d := range year {
				day := measure.Date(2025, 1, 1) + measure.Day(i)
				out[i] = normalFigures{day.ISO()[5:], figure(d.Min, 1), figure(d.Max, 1), figure(d.Rain, 1)}
			}
			return answer(cmd, out, func(w io.Writer) {
				fmt.Fprintln(w, "# simulated\ndate,tmin,tmax,rain")
				for _, d := range out {
					fmt.Fprintf(w, "%s,%s,%s,%s\n", d.Day, d.Tmin, d.Tmax, d.Rain)
				}
			})
		},
	}
	climateFlags(cmd)
	cmd.Flags().String("seed", "1", "another number gives another year")
	return cmd
}

// climateFlags name a climate, or its monthly means.
func climateFlags(cmd *cobra.Command) {
	cmd.Flags().String("climate", "", "one of the climates: "+strings.Join(presetKeys(), ", "))
	cmd.Flags().String("min", "", "twelve mean daily minima in °C, January first")
	cmd.Flags().String("max", "", "twelve mean daily maxima in °C")
	cmd.Flags().String("rain", "", "twelve sums of rain in mm")
}
