package main

import (
	"encoding/json"
	"fmt"
	"io"
	"math"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/water"
)

// usualRain is what --rain says where the rain of no day is known.
const usualRain = "usual"

// Words of a finger check, from dry to wet, with θ.
var fingerWords = map[string]float64{"dry": 0.35, "first": 0.55, "moist": 0.8, "wet": 1}

// waterLogFlags of a balance that is traced through days with a log.
func waterLogFlags(cmd *cobra.Command) {
	cmd.Flags().StringArray("log", nil, `what is written down of a day: "06-20 water 4L", "06-22 finger dry" (first, moist, wet) or "06-25 probe 40"; may be given again`)
	cmd.Flags().Bool("all-written", false, "no more is given than the log has; else it may be, up to four days after it was wanted")
	cmd.Flags().String("from", "", "first day, like 06-15 (default: the first of the log)")
	cmd.Flags().String("climate", "cool-maritime", "whose usual rain is drawn: "+strings.Join(presetKeys(), ", "))
}

// logged reads what is written down into days and sights.
func (a *asked) logged(days []water.Day, from measure.Day, lines []string) []water.Sight {
	var sights []water.Sight
	for _, line := range lines {
		fields := strings.Fields(line)
		if len(fields) < 3 {
			a.refuse("log", fmt.Errorf("%q does not read as day, what and how much", line))
			return nil
		}
		at := int(a.logDay(line) - from)
		if a.err != nil {
			return nil
		}
		if at < 0 || at >= len(days) {
			a.refuse("log", fmt.Errorf("%q is not in the %d days from %s on", line, len(days), from.Short()))
			return nil
		}
		how := strings.Join(fields[2:], " ")
		switch fields[1] {
		case "water":
			v, err := measure.ParseVolume(how, a.units.VolumeUnit(), a.units)
			if err != nil {
				a.refuse("log", fmt.Errorf("%q: %w", line, err))
			}
			days[at].Given += v
		case "finger":
			theta, ok := fingerWords[how]
			if !ok {
				a.refuse("log", fmt.Errorf("%q: a finger feels dry, first, moist or wet", line))
			}
			sights = append(sights, water.Sight{Day: at, Theta: theta, SD: water.FingerSD})
		case "probe":
			v, err := measure.ParseNumber(strings.TrimSuffix(how, "%"))
			if err != nil || !(v >= 0 && v <= 100) {
				a.refuse("log", fmt.Errorf("%q: a probe reads 0 to 100", line))
			}
			sights = append(sights, water.Sight{Day: at, Theta: v / 100, SD: water.ProbeSD})
		default:
			a.refuse("log", fmt.Errorf("%q: water, finger or probe", line))
		}
	}
	return sights
}

// logDay is the day a line of the log begins with, of a year without a leap day.
func (a *asked) logDay(line string) measure.Day {
	text, _, _ := strings.Cut(strings.TrimSpace(line), " ")
	t, err := time.Parse("2006-01-02", "2025-"+text)
	if err != nil {
		a.refuse("log", fmt.Errorf("%q begins with no day like 06-20", line))
	}
	return measure.FromTime(t)
}

// traceWater through days with a log, or with rain that is not known.
func (a *asked) traceWater(bag water.Bag, day water.Day, n int) error {
	cmd := a.cmd
	lines, err := cmd.Flags().GetStringArray("log")
	if err != nil {
		return err
	}
	from := measure.Date(2025, time.June, 1)
	switch {
	case a.text("from") != "":
		from = a.monthDay("from")
	case len(lines) > 0:
		from = a.logDay(lines[0])
	}
	days := make([]water.Day, n)
	for i := range days {
		days[i] = day
	}
	c := water.Course{Days: days, Sights: a.logged(days, from, lines), Plans: []water.PlanSince{{Plan: water.Plan{Written: a.set("all-written")}}}, Today: n - 1}
	if a.text("rain") == usualRain {
		preset, ok := climate.PresetNamed(a.text("climate"))
		if !ok {
			a.refuse("climate", fmt.Errorf("%q is none of %s", a.text("climate"), strings.Join(presetKeys(), ", ")))
			return a.err
		}
		normals, err := preset.Normals()
		if err != nil {
			return err
		}
		unknown := make([]float64, n)
		for i := range unknown {
			unknown[i] = math.NaN()
		}
		c.Rain = climate.NewRainYears(normals).Draw(from, unknown, nil)
	}
	if a.err != nil {
		return a.err
	}
	bag.Slips = true // it is past its first weeks
	var run water.Run
	run.Trace(&bag, &c, nil)
	type dayFigures struct {
		Day   string      `json:"day"`
		Theta json.Number `json:"theta"`
		Low   json.Number `json:"low"`
		High  json.Number `json:"high"`
		Rain  json.Number `json:"rain_l"`
		Given json.Number `json:"given_l"`
		Lost  json.Number `json:"loss_l"`
	}
	figures := struct {
		Capacity json.Number  `json:"capacity_l"`
		Days     []dayFigures `json:"days"`
		Since    string       `json:"asked_since"`
		Asked    json.Number  `json:"asked_theta"`
		Give     json.Number  `json:"give_l"`
		Factor   json.Number  `json:"factor"`
		FactorSD json.Number  `json:"factor_sd"`
	}{
		Capacity: figure(float64(day.Capacity), 3), Since: (from + measure.Day(max(0, run.Since))).ISO()[5:], Asked: figure(run.Asked.Theta(), 3), Give: "0",
		Factor: figure(run.Factor, 2), FactorSD: figure(run.FactorSD, 2),
	}
	for i, f := range run.Flows {
		figures.Days = append(figures.Days, dayFigures{
			(from + measure.Day(i)).ISO()[5:], figure(run.Theta[i], 3), figure(run.Low[i], 3), figure(run.High[i], 3), figure(float64(f.Rain), 2), figure(float64(f.Given), 2), figure(float64(f.Lost), 2),
		})
	}
	if run.Asked.Theta() < bag.Threshold(n) {
		figures.Give = figure(float64(run.Asked.Give()), 2)
	}
	return answer(cmd, figures, func(w io.Writer) {
		fmt.Fprintf(w, "It holds %s for the roots.\n", a.units.Volume(day.Capacity))
		for _, d := range figures.Days {
			fmt.Fprintf(w, "%s: %s of it is left, four times in five %s to %s; rain %s L, given %s L, lost %s L\n", d.Day, d.Theta, d.Low, d.High, d.Rain, d.Given, d.Lost)
		}
		fmt.Fprintf(w, "If nothing was given since %s but that, %s is left: give %s L.\n", figures.Since, figures.Asked, figures.Give)
	})
}
