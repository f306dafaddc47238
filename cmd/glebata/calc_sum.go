package main

import (
	"encoding/json"
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"glebata/core/measure"
	"glebata/core/paper"
)

type sumFigures struct {
	TotalG json.Number `json:"total_g"`
	LowG   json.Number `json:"low_g"`
	HighG  json.Number `json:"high_g"`
	Unread int         `json:"unread"`
	Lines  []sumLine   `json:"lines"`
}

type sumLine struct {
	Text    string      `json:"text"`
	Reading string      `json:"reading"`
	Label   string      `json:"label,omitempty"`
	GrossG  json.Number `json:"gross_g,omitempty"`
	TareG   json.Number `json:"tare_g,omitempty"`
	NetG    json.Number `json:"net_g,omitempty"`
	LowG    json.Number `json:"low_g,omitempty"`
	HighG   json.Number `json:"high_g,omitempty"`
	Count   int         `json:"count,omitempty"`
	Known   string      `json:"known,omitempty"`
	TakenIn string      `json:"taken_in,omitempty"` // unit of a bare number
	Why     string      `json:"why,omitempty"`      // it cannot be read
}

func calcSum() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "sum LIST",
		Short: "Add a list of weights as it stands on paper",
		Long: "Weights stand one to a line or apart by commas, in any units, with words around them;\n" +
			"“less” takes a tare off, 12 @ 70 g is a count, about and 1–2 kg are estimates. A bare\n" +
			"number is in the unit of the line before it, and in --in where no line names one.\n" +
			"What cannot be read is shown, left out of the sum, and ends the command with an error.",
		Example: `  glebata calc sum "14 lb 3 oz, 6.4, 11 lb, tray 2 less 1 lb 2 oz" --json`,
		Args:    cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			a := read(cmd)
			bare := measure.Unit(a.text("in"))
			if bare == "" {
				bare = a.units.ScaleUnit()
			}
			if _, err := measure.ParseMass("1", bare, a.units); err != nil {
				a.refuse("in", fmt.Errorf("%q is no unit of weight", bare))
			}
			if a.err != nil {
				return a.err
			}
			sheet, err := paper.Sum(args[0], bare, a.units, nil)
			if err != nil {
				return err
			}
			if len(sheet.Lines) == 0 {
				return fmt.Errorf("there is nothing to add: write a list like \"3.4 kg, 800 g\"")
			}
			if err := answer(cmd, newSum(sheet, a.units), func(w io.Writer) { tellSum(w, sheet, a.units) }); err != nil {
				return err
			}
			if sheet.Unread > 0 {
				return fmt.Errorf("%d of %d lines cannot be read and are not in the sum", sheet.Unread, len(sheet.Lines))
			}
			return nil
		},
	}
	cmd.Flags().String("in", "", "unit of bare numbers where no line names one (default kg, or lb in us and imperial)")
	return cmd
}

func newSum(s paper.Sheet, sys measure.System) sumFigures {
	out := sumFigures{TotalG: figure(s.Total.Grams(), 3), LowG: figure(s.Low.Grams(), 3), HighG: figure(s.High.Grams(), 3), Unread: s.Unread}
	for _, l := range s.Lines {
		line := sumLine{Text: l.Text, Reading: l.Reading().In(sys), Label: l.Label, Count: l.Count, Known: string(l.Known), TakenIn: string(l.Taken), Why: l.Why}
		if l.Read() {
			line.GrossG, line.TareG, line.NetG = figure(l.Gross.Grams(), 3), figure(l.Tare.Grams(), 3), figure(l.Net.Grams(), 3)
			line.LowG, line.HighG = figure(l.Low.Grams(), 3), figure(l.High.Grams(), 3)
		}
		out.Lines = append(out.Lines, line)
	}
	return out
}

func tellSum(w io.Writer, s paper.Sheet, sys measure.System) {
	for _, l := range s.Lines {
		switch {
		case !l.Read():
			fmt.Fprintf(w, "%-28s ? %s\n", l.Text, l.Why)
		case l.Taken != "":
			fmt.Fprintf(w, "%-28s = %s (taken in %s)\n", l.Text, sys.Fine(l.Net), l.Taken)
		default:
			fmt.Fprintf(w, "%-28s = %s\n", l.Text, sys.Fine(l.Net))
		}
	}
	fmt.Fprintf(w, "%-28s = %s\n", "together", sys.Fine(s.Total))
	if s.High > s.Low {
		fmt.Fprintf(w, "%-28s   %s to %s\n", "", sys.Fine(s.Low), sys.Fine(s.High))
	}
}
