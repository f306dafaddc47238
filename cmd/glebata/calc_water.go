package main

import (
	"encoding/csv"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"os"
	"strconv"
	"strings"

	"github.com/spf13/cobra"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/water"
)

// mostDays that a balance is run over.
const mostDays = 366

func calcWater() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "water",
		Short:   "The water in a bag day by day, and when it wants how much",
		Example: "  glebata calc water --litres 36 --mix \"peat mix=50,compost=50\" --top 40cm --canopy 0.6 --plants 3 --et0 4 --theta 0.9 --days 5",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			bag, day, theta, days := a.waterAsked()
			if a.err != nil {
				return a.err
			}
			if lines, err := cmd.Flags().GetStringArray("log"); err != nil || len(lines) > 0 || a.text("rain") == usualRain {
				return a.traceWater(bag, day, days)
			}
			s := water.State{In: measure.Volume(theta) * day.Capacity, Capacity: day.Capacity}
			figures := struct {
				Capacity json.Number   `json:"capacity_l"`
				Loss     []json.Number `json:"loss_l"`
				Theta    []json.Number `json:"theta"`
				Need     *int          `json:"next_need_day"`
				Give     json.Number   `json:"give_l"`
			}{Capacity: figure(float64(day.Capacity), 3), Give: "0"}
			for i := 1; i <= days; i++ {
				var f water.Flow
				s, f = bag.Step(s, &day)
				figures.Loss = append(figures.Loss, figure(float64(f.Lost), 4))
				figures.Theta = append(figures.Theta, figure(s.Theta(), 4))
				if figures.Need == nil && s.Theta() < water.Want {
					figures.Need, figures.Give = &i, figure(float64(s.Give()), 2)
				}
			}
			return answer(cmd, figures, func(w io.Writer) {
				fmt.Fprintf(w, "It holds %s for the roots.\n", a.units.Volume(day.Capacity))
				for i := range figures.Loss {
					fmt.Fprintf(w, "day %d: loses %s L, %s of it is left\n", i+1, figures.Loss[i], figures.Theta[i])
				}
				if figures.Need == nil {
					fmt.Fprintln(w, "It wants no water in these days.")
					return
				}
				fmt.Fprintf(w, "It wants %s L on day %d.\n", figures.Give, *figures.Need)
			})
		},
	}
	cmd.Flags().String("litres", "", "settled litres in it")
	cmd.Flags().String("mix", medium.Recipes()[0].Mix.String(), "components with their parts by volume")
	cmd.Flags().String("top", "40cm", "its top: 40cm across, or 60x40cm")
	cmd.Flags().String("canopy", "0", "share of leaf, 0 to 1")
	cmd.Flags().Int("plants", 1, "plants in it")
	cmd.Flags().String("et0", "4", "reference evaporation, mm a day")
	cmd.Flags().String("rain", "0", "mm a day, or usual: not known, drawn from usual years")
	cmd.Flags().String("theta", "1", "share of its water that is left before the first day")
	cmd.Flags().Int("days", 7, "days to reckon")
	cmd.Flags().String("sun", "", "hours of sun a day, like 8h; empty for full sun")
	cmd.Flags().Bool("mulch", false, "it is mulched")
	cmd.Flags().Bool("fabric", false, "its sides breathe")
	cmd.Flags().Bool("cover", false, "nothing rains in")
	waterLogFlags(cmd)
	return cmd
}

// waterAsked reads the bag, the day that is repeated, how full it begins, and for how long.
func (a *asked) waterAsked() (b water.Bag, d water.Day, theta float64, days int) {
	m, err := medium.ParseMix(a.text("mix"))
	if err != nil {
		a.refuse("mix", err)
	}
	l, w := a.sides("top")
	b.Top = float64(l) * float64(w) / 10_000
	if !a.isBox("top") {
		b.Top *= math.Pi / 4
	}
	if !(b.Top > 0 && b.Top <= 100) {
		a.refuse("top", fmt.Errorf("a top of %s is not believed", a.text("top")))
	}
	b.Plants, b.Cloth = a.whole("plants", 0, 500), a.set("fabric")
	if a.text("sun") != "" {
		b.Sun = a.between("sun", strings.TrimSuffix(a.text("sun"), "h"), 0.1, 24)
	}
	rain := 0.0
	if a.text("rain") != usualRain {
		rain = a.between("rain", a.text("rain"), 0, 500)
	}
	d = water.Day{
		ET0: a.between("et0", a.text("et0"), 0, 20), Rain: rain, Canopy: a.between("canopy", a.text("canopy"), 0, 1),
		Capacity: a.volume("litres") * measure.Volume(m.Water()), Mulched: a.set("mulch"), Covered: a.set("cover"),
	}
	return b, d, a.between("theta", a.text("theta"), 0, 1), a.whole("days", 1, mostDays)
}

func (a *asked) set(flag string) bool {
	v, err := a.cmd.Flags().GetBool(flag)
	if err != nil {
		a.refuse(flag, err)
	}
	return v
}

func (a *asked) whole(flag string, low, high int) int {
	v, err := a.cmd.Flags().GetInt(flag)
	if err != nil {
		a.refuse(flag, err)
	} else if v < low || v > high {
		a.refuse(flag, fmt.Errorf("%d is not from %d to %d", v, low, high))
	}
	return v
}

func (a *asked) between(flag, text string, low, high float64) float64 {
	v, err := measure.ParseNumber(strings.TrimSpace(text))
	if err != nil || !(v >= low && v <= high) {
		a.refuse(flag, fmt.Errorf("%q is no number from %g to %g", text, low, high))
	}
	return v
}

func calcFrostNight() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "frost-night",
		Short:   "The chance of a frost in a night that is forecast",
		Example: "  glebata calc frost-night --forecast 1.5 --lead 1 --shelter fleece",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			low, lead := a.between("forecast", a.text("forecast"), -60, 60), a.whole("lead", 1, 7)
			shelter := climate.Shelter(a.text("shelter"))
			if !shelter.Known() {
				a.refuse("shelter", fmt.Errorf("%q is none of %v", shelter, climate.Shelters()))
			}
			if a.err != nil {
				return a.err
			}
			p := climate.FrostChance(low, climate.ForecastSD(lead), shelter)
			return answer(cmd, struct {
				P json.Number `json:"p_frost"`
			}{figure(p, 4)}, func(w io.Writer) {
				fmt.Fprintf(w, "A frost %s: %.0f %%. Forecast minimum %g °C, give or take %.1f °C.\n", shelter.Offset().Where, 100*p, low, climate.ForecastSD(lead))
			})
		},
	}
	cmd.Flags().String("forecast", "", "the night's minimum in the open, °C")
	cmd.Flags().Int("lead", 1, "days ahead, 1 to 7")
	cmd.Flags().String("shelter", string(climate.Open), "where it stands")
	return cmd
}

func calcBlight() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "blight",
		Short:   "The days on which weather for late blight is warned of",
		Example: "  glebata calc blight --csv days.csv",
		Long:    "The file has a heading line and the columns date, tmin and hours90: hours at 90 % humidity and over.",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			days, err := humidDays(a.text("csv"))
			if err != nil {
				a.refuse("csv", err)
			}
			if a.err != nil {
				return a.err
			}
			figures := struct {
				Warn []string `json:"warn_days"`
			}{[]string{}}
			for _, d := range climate.BlightDays(days) {
				figures.Warn = append(figures.Warn, d.ISO())
			}
			return answer(cmd, figures, func(w io.Writer) {
				if len(figures.Warn) == 0 {
					fmt.Fprintln(w, "No weather for late blight in these days.")
					return
				}
				fmt.Fprintf(w, "Weather for late blight: %s. Look for dark blotches with wet edges.\n", strings.Join(figures.Warn, ", "))
			})
		},
	}
	cmd.Flags().String("csv", "", "file of days")
	return cmd
}

// mostHumid days of a file, and its most bytes.
const mostHumid, mostHumidBytes = 4000, 1 << 20

// humidDays reads date,tmin,hours90, and tmean where it is told, with a heading line.
func humidDays(path string) ([]climate.HumidDay, error) {
	f, err := os.Open(path)
	if err != nil {
		return nil, err
	}
	defer func() { _ = f.Close() }()
	rows, err := csv.NewReader(io.LimitReader(f, mostHumidBytes)).ReadAll()
	if err != nil {
		return nil, err
	}
	const heads = "date,tmin,hours90"
	if len(rows) == 0 || strings.Join(rows[0], ",") != heads && strings.Join(rows[0], ",") != heads+",tmean" {
		return nil, errors.New("the first line must read " + heads + ", and may end in ,tmean")
	}
	if len(rows) > mostHumid {
		return nil, fmt.Errorf("at most %d days at once", mostHumid)
	}
	var out []climate.HumidDay
	for i, r := range rows[1:] {
		day, err := measure.ParseDay(r[0])
		low, err2 := strconv.ParseFloat(r[1], 64)
		hours, err3 := strconv.ParseFloat(r[2], 64)
		if err := errors.Join(err, err2, err3); err != nil || !(low > -80 && low < 60) || !(hours >= 0 && hours <= 24) {
			return nil, fmt.Errorf("line %d does not read as date,tmin,hours90: %s", i+2, strings.Join(r, ","))
		}
		mean := 0.0
		if len(r) > 3 {
			if mean, err = strconv.ParseFloat(r[3], 64); err != nil || !(mean > -80 && mean < 60) {
				return nil, fmt.Errorf("line %d: %q is no mean of a day", i+2, r[3])
			}
		}
		if n := len(out); n > 0 && day <= out[n-1].Day {
			return nil, fmt.Errorf("line %d: %s does not come after %s", i+2, day.ISO(), out[n-1].Day.ISO())
		}
		out = append(out, climate.HumidDay{Day: day, Min: low, Hours90: hours, Mean: mean})
	}
	return out, nil
}
