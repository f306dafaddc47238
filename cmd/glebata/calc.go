package main

import (
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"github.com/spf13/cobra"

	"glebata/core/measure"
	"glebata/core/working"
)

func calcCommand() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "calc",
		Short: "Run one rule and show its figures",
		Long: "Quantities are typed as people write them: 36cm, 14in, \"8½ in\", 3.41kg, \"1 lb 4 oz\", 3gal.\n" +
			"A bare number is in cm, g or L. --json prints the figures for scripts.",
		Args: cobra.ArbitraryArgs,
		RunE: func(cmd *cobra.Command, args []string) error {
			if len(args) > 0 {
				return fmt.Errorf("there is no rule %q: calc --help lists them", args[0])
			}
			return cmd.Help()
		},
	}
	cmd.PersistentFlags().Bool("json", false, "print JSON")
	cmd.PersistentFlags().String("units", "metric", "read and print metric, us or imperial")
	cmd.AddCommand(calcLadder(), calcGrowth(), calcWeighin(), calcRa(), calcEt0(), calcFrost(), calcNormals(), calcWeather(), calcCut(), calcAllot(), calcExpect(), calcMay(), calcWet(), calcWater(), calcFrostNight(), calcBlight(), calcSum(), calcTrial(), calcHarvests(), calcPower())
	return cmd
}

// asked reads the typed flags of a rule and gathers the first refusal.
type asked struct {
	cmd   *cobra.Command
	units measure.System
	err   error
}

func read(cmd *cobra.Command) *asked {
	a := &asked{cmd: cmd}
	name, err := cmd.Flags().GetString("units")
	a.err = err
	var ok bool
	if a.units, ok = measure.SystemNamed(name); !ok {
		a.refuse("units", fmt.Errorf("%q is none of metric, us, imperial", name))
	}
	return a
}

func (a *asked) refuse(flag string, err error) {
	if a.err == nil {
		a.err = fmt.Errorf("--%s: %w", flag, err)
	}
}

func (a *asked) text(flag string) string {
	v, err := a.cmd.Flags().GetString(flag)
	if err != nil {
		a.refuse(flag, err)
	}
	return v
}

func (a *asked) length(flag string) measure.Length {
	l, err := measure.ParseLength(a.text(flag), "cm", a.units)
	if err != nil {
		a.refuse(flag, err)
	}
	return l
}

// sides reads "36cm" or "60x40cm".
func (a *asked) sides(flag string) (l, w measure.Length) {
	first, second, box := strings.Cut(strings.NewReplacer("×", "x", "X", "x").Replace(a.text(flag)), "x")
	if !box {
		l = a.length(flag)
		return l, l
	}
	var err error
	if w, err = measure.ParseLength(second, "cm", a.units); err != nil {
		a.refuse(flag, err)
	}
	unit := strings.TrimLeft(second, " 0123456789.,½¼¾")
	if strings.Trim(first, " 0123456789.,") == "" {
		first += unit
	}
	if l, err = measure.ParseLength(first, "cm", a.units); err != nil {
		a.refuse(flag, err)
	}
	return l, w
}

// isBox reports whether the sides of a flag were written as length x width.
func (a *asked) isBox(flag string) bool { return strings.ContainsAny(a.text(flag), "x×X") }

// share reads "0.15", "0,15" or "15%".
func (a *asked) share(flag string) float64 {
	text := strings.TrimSpace(a.text(flag))
	number, percent := strings.CutSuffix(text, "%")
	v, err := measure.ParseNumber(strings.TrimSpace(number))
	if percent {
		v /= 100
	}
	if err != nil || !(v >= 0 && v <= 0.9) {
		a.refuse(flag, fmt.Errorf("%q is no share from 0 to 0.9: write 0.15 or 15%%", text))
	}
	return v
}

// answer prints figures: as JSON when asked, else by tell.
func answer(cmd *cobra.Command, figures any, tell func(io.Writer)) error {
	asJSON, err := cmd.Flags().GetBool("json")
	if err != nil {
		return err
	}
	if !asJSON {
		tell(cmd.OutOrStdout())
		return nil
	}
	enc := json.NewEncoder(cmd.OutOrStdout())
	enc.SetIndent("", "  ")
	return enc.Encode(figures)
}

// tellSteps prints a working line by line.
func tellSteps(w io.Writer, a *asked, steps []working.Step) {
	for _, step := range steps {
		fmt.Fprintf(w, "%s = %s\n", step.Line(a.units), step.Outcome(a.units))
	}
}

// figure rounds for JSON, so that scripts see no noise of floating point.
func figure(v float64, decimals int) json.Number {
	return json.Number(fmt.Sprintf("%.*f", decimals, v))
}
