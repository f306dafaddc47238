package main

import (
	"encoding/json"
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
)

type weighinFigures struct {
	Batches   []batchFigures `json:"batches,omitempty"`
	Lines     []lineFigures  `json:"lines,omitempty"`
	TotalG    json.Number    `json:"total_g"`
	LowG      json.Number    `json:"low_g"`
	HighG     json.Number    `json:"high_g"`
	SeedG     json.Number    `json:"seed_g,omitempty"`
	Ratio     json.Number    `json:"ratio,omitempty"`
	RatioLow  json.Number    `json:"ratio_low,omitempty"`
	RatioHigh json.Number    `json:"ratio_high,omitempty"`
}

type batchFigures struct {
	GrossG json.Number `json:"gross_g"`
	TareG  json.Number `json:"tare_g"`
	NetG   json.Number `json:"net_g"`
}

// lineFigures is one line, or a bag's part of a pooled bin.
type lineFigures struct {
	Text  string      `json:"text"`
	Bag   string      `json:"bag,omitempty"`
	Grade string      `json:"grade"`
	Known string      `json:"known"`
	Count int         `json:"count,omitempty"`
	NetG  json.Number `json:"net_g"`
	LowG  json.Number `json:"low_g"`
	HighG json.Number `json:"high_g"`
}

func calcWeighin() *cobra.Command {
	var batches, lines, estimates, counts, pools []string
	cmd := &cobra.Command{
		Use:   "weighin",
		Short: "Net weights, their sum, and the ratio to the seed planted",
		Long: `Each --batch is a gross weight, with its container taken off behind a dash: 3.41kg-412g.
Each --line is as it is typed on the scale: "3 lb 2 oz less 412 g, keep 40, green 3"; what is counted
and not weighed is of the usual tuber of the class.
--estimate is low..high, --count is so many at so much each, and --pool a bin with what each
bag was expected to give, by which it is shared out; the total has all of the bin.`,
		Example: `  glebata calc weighin --batch 3.41kg-412g --batch 2lb3oz --seed 165g
  glebata calc weighin --line "3 lb 2 oz less 412 g" --estimate 0.8kg..1.2kg --count 12@70g --pool "6.2kg:R1=1.4,R2=2.1" --seed 165g --seed-range 150g..190g`,
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			weighed := make([]lift.Batch, 0, len(batches))
			for _, text := range batches {
				weighed = append(weighed, a.batch(text))
			}
			all, told := weighed, []lineFigures(nil)
			add := func(text, bag string, b lift.Batch) {
				all, told = append(all, b), append(told, newLineFigures(text, bag, b))
			}
			for _, text := range append(append(lines, estimates...), counts...) {
				for _, b := range a.line(text) {
					add(text, "", b)
				}
			}
			for _, text := range pools {
				a.pool(text, add)
			}
			if len(all) == 0 && a.err == nil {
				a.refuse("batch", fmt.Errorf("give at least one"))
			}
			b := lift.Bag{Total: lift.Sum(all)}
			a.seed(&b)
			if a.err != nil {
				return a.err
			}
			return answer(cmd, newWeighin(weighed, told, b), func(w io.Writer) { tellWeighin(w, a, weighed, told, b) })
		},
	}
	cmd.Flags().StringArrayVar(&batches, "batch", nil, "gross weight, or gross-tare; may be given again")
	cmd.Flags().StringArrayVar(&lines, "line", nil, "a line as it is typed on the scale; may be given again")
	cmd.Flags().StringArrayVar(&estimates, "estimate", nil, "what was not weighed, as low..high; may be given again")
	cmd.Flags().StringArrayVar(&counts, "count", nil, "what was counted, as 12@70g; may be given again")
	cmd.Flags().StringArrayVar(&pools, "pool", nil, "a bin of several bags, as weight:bag=expected kg,bag=expected kg; may be given again")
	cmd.Flags().String("seed", "", "seed planted")
	cmd.Flags().String("class", string(crop.Maincrop), "class of the variety")
	cmd.Flags().String("seed-range", "", "what the seed may be, as low..high")
	return cmd
}

// seed planted, with its range.
func (a *asked) seed(b *lift.Bag) {
	if a.text("seed") != "" {
		b.Seed = a.mass("seed", a.text("seed"))
		if a.err == nil && b.Seed <= 0 {
			a.refuse("seed", fmt.Errorf("a seed weight is more than 0"))
		}
	}
	text := a.text("seed-range")
	if text == "" || a.err != nil {
		return
	}
	low, high, _, err := measure.ParseMassRange(text, "g", a.units)
	switch {
	case err != nil:
		a.refuse("seed-range", err)
	case b.Seed == 0:
		b.Seed = (low + high) / 2
	case b.Seed < low || b.Seed > high:
		a.refuse("seed-range", fmt.Errorf("the seed of %s lies outside of it", a.units.Fine(b.Seed)))
	}
	if b.SeedLow, b.SeedHigh = low, high; a.err == nil && low <= 0 {
		a.refuse("seed-range", fmt.Errorf("a seed weight is more than 0"))
	}
}

// line as it is typed on the scale.
func (a *asked) line(text string) []lift.Batch {
	r := lift.Reader{Bare: "kg", Units: a.units, Mean: lift.UsualTuber(a.class("class")), Off: lift.UsualOff}
	l, err := r.Read(text)
	if err != nil && a.err == nil {
		a.refuse("line", fmt.Errorf("%q: %w", text, err))
	}
	return l.Batches
}

// pool reads "6.2kg:R1=1.4,R2=2.1" and adds each bag's part.
func (a *asked) pool(text string, add func(text, bag string, b lift.Batch)) {
	weight, among, ok := strings.Cut(text, ":")
	if !ok {
		a.refuse("pool", fmt.Errorf("%q: write the weight, a colon, and the bags with what was expected of each", text))
		return
	}
	var bags []string
	var shares []float64
	for _, one := range strings.Split(among, ",") {
		bag, share, ok := strings.Cut(one, "=")
		bag = strings.TrimSpace(bag)
		v, err := measure.ParseNumber(strings.TrimSpace(share))
		if !ok || err != nil || !(v > 0) || bag == "" {
			a.refuse("pool", fmt.Errorf("%q: write each bag with what was expected of it, like R1=1.4", one))
			return
		}
		if slices.Contains(bags, bag) {
			a.refuse("pool", fmt.Errorf("bag %s is in the pool twice", bag))
			return
		}
		bags, shares = append(bags, bag), append(shares, v)
	}
	for _, bin := range a.line(weight) {
		for i, b := range lift.Pool(bin, shares) {
			b.Low, b.High = 0, 0 // of all of them together it is what was weighed
			if low, high := bin.Range(); high > low {
				b.Low, b.High = b.Net()*low/bin.Net(), b.Net()*high/bin.Net()
			}
			add(text, bags[i], b)
		}
	}
}

func newLineFigures(text, bag string, b lift.Batch) lineFigures {
	low, high := b.Range()
	known := string(b.Known)
	if b.Known == measure.Weighed {
		known = "weighed"
	}
	return lineFigures{text, bag, string(b.Grade), known, b.Count, figure(b.Net().Grams(), 3), figure(low.Grams(), 3), figure(high.Grams(), 3)}
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

func newWeighin(weighed []lift.Batch, lines []lineFigures, b lift.Bag) weighinFigures {
	out := weighinFigures{Lines: lines, TotalG: figure(b.Edible.Grams(), 3), LowG: figure(b.Low.Grams(), 3), HighG: figure(b.High.Grams(), 3)}
	for _, w := range weighed {
		out.Batches = append(out.Batches, batchFigures{figure(w.Gross.Grams(), 3), figure(w.Tare.Grams(), 3), figure(w.Net().Grams(), 3)})
	}
	if r, ok := b.Ratio(); ok {
		low, high := b.RatioRange()
		out.SeedG, out.Ratio, out.RatioLow, out.RatioHigh = figure(b.Seed.Grams(), 3), figure(r, 3), figure(low, 3), figure(high, 3)
	}
	return out
}

func tellWeighin(w io.Writer, a *asked, weighed []lift.Batch, lines []lineFigures, b lift.Bag) {
	for i, batch := range weighed {
		fmt.Fprintf(w, "batch %d   %s − %s = %s net\n", i+1, a.units.Fine(batch.Gross), a.units.Fine(batch.Tare), a.units.Fine(batch.Net()))
	}
	for _, l := range lines {
		fmt.Fprintf(w, "%s %s: %s g, %s to %s g, %s, %s\n", l.Text, l.Bag, l.NetG, l.LowG, l.HighG, l.Known, l.Grade)
	}
	fmt.Fprintf(w, "total     %s\n", a.units.Fine(b.Edible))
	if !b.Exact() {
		fmt.Fprintf(w, "between   %s and %s\n", a.units.Fine(b.Low), a.units.Fine(b.High))
	}
	if r, ok := b.Ratio(); ok {
		fmt.Fprintf(w, "ratio     %s ÷ %s = %.1f (break-even 1)\n", a.units.Fine(b.Edible), a.units.Fine(b.Seed), r)
		if low, high := b.RatioRange(); high-low > 1e-9 {
			fmt.Fprintf(w, "between   %.1f and %.1f\n", low, high)
		}
	}
}
