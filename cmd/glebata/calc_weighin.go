package main

import (
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"github.com/spf13/cobra"

	"glebata/core/lift"
	"glebata/core/measure"
)

type weighinFigures struct {
	Batches []batchFigures `json:"batches"`
	TotalG  json.Number    `json:"total_g"`
	SeedG   json.Number    `json:"seed_g,omitempty"`
	Ratio   json.Number    `json:"ratio,omitempty"`
}

type batchFigures struct {
	GrossG json.Number `json:"gross_g"`
	TareG  json.Number `json:"tare_g"`
	NetG   json.Number `json:"net_g"`
}

func calcWeighin() *cobra.Command {
	var batches []string
	cmd := &cobra.Command{
		Use:     "weighin",
		Short:   "Net weights, their sum, and the ratio to the seed planted",
		Long:    "Each --batch is a gross weight, with its container taken off behind a dash: 3.41kg-412g.",
		Example: "  glebata calc weighin --batch 3.41kg-412g --batch 2lb3oz --seed 165g",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			weighed := make([]lift.Batch, 0, len(batches))
			for _, text := range batches {
				weighed = append(weighed, a.batch(text))
			}
			if len(batches) == 0 {
				a.refuse("batch", fmt.Errorf("give at least one"))
			}
			b := lift.Bag{Total: lift.Sum(weighed)}
			if a.text("seed") != "" {
				b.Seed = a.mass("seed", a.text("seed"))
				if a.err == nil && b.Seed <= 0 {
					a.refuse("seed", fmt.Errorf("a seed weight is more than 0"))
				}
			}
			if a.err != nil {
				return a.err
			}
			return answer(cmd, newWeighin(weighed, b), func(w io.Writer) { tellWeighin(w, a, weighed, b) })
		},
	}
	cmd.Flags().StringArrayVar(&batches, "batch", nil, "gross weight, or gross-tare; may be given again")
	cmd.Flags().String("seed", "", "seed planted")
	return cmd
}

func (a *asked) mass(flag, text string) measure.Mass {
	m, err := measure.ParseMass(text, "g", a.units)
	if err != nil {
		a.refuse(flag, err)
	}
	return m
}

// batch reads "3.41kg-412g".
func (a *asked) batch(text string) lift.Batch {
	gross, tare, contained := strings.Cut(text, "-")
	b := lift.Batch{Gross: a.mass("batch", gross), Grade: lift.Keep}
	if contained {
		b.Tare = a.mass("batch", tare)
	}
	if err := b.Check(); err != nil && a.err == nil {
		a.refuse("batch", fmt.Errorf("%q: %w", text, err))
	}
	return b
}

func newWeighin(weighed []lift.Batch, b lift.Bag) weighinFigures {
	out := weighinFigures{TotalG: figure(b.Edible.Grams(), 3)}
	for _, w := range weighed {
		out.Batches = append(out.Batches, batchFigures{figure(w.Gross.Grams(), 3), figure(w.Tare.Grams(), 3), figure(w.Net().Grams(), 3)})
	}
	if r, ok := b.Ratio(); ok {
		out.SeedG, out.Ratio = figure(b.Seed.Grams(), 3), figure(r, 3)
	}
	return out
}

func tellWeighin(w io.Writer, a *asked, weighed []lift.Batch, b lift.Bag) {
	for i, batch := range weighed {
		fmt.Fprintf(w, "batch %d   %s − %s = %s net\n", i+1, a.units.Fine(batch.Gross), a.units.Fine(batch.Tare), a.units.Fine(batch.Net()))
	}
	fmt.Fprintf(w, "total     %s\n", a.units.Fine(b.Edible))
	if r, ok := b.Ratio(); ok {
		fmt.Fprintf(w, "ratio     %s ÷ %s = %.1f (break-even 1)\n", a.units.Fine(b.Edible), a.units.Fine(b.Seed), r)
	}
}
