package main

import (
	"encoding/json"
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"glebata/core/bag"
	"glebata/core/hill"
	"glebata/core/measure"
)

type ladderFigures struct {
	School   hill.School   `json:"school"`
	StartCm  json.Number   `json:"start_cm"`
	TopCm    json.Number   `json:"top_cm"`
	Fills    []rungFigures `json:"fills"`
	Rungs    []rungFigures `json:"rungs"`
	SettledL json.Number   `json:"settled_l"`
	LooseL   json.Number   `json:"loose_l"`
	Unusual  []string      `json:"unusual,omitempty"` // what comes of it
}

type rungFigures struct {
	FromCm   json.Number `json:"from_cm"`
	ToCm     json.Number `json:"to_cm"`
	SettledL json.Number `json:"settled_l"`
	LooseL   json.Number `json:"loose_l"`
	Day      string      `json:"day,omitempty"`   // due, when a climate and a planting day are given
	After    int         `json:"after,omitempty"` // the same in days from planting
}

func newRungs(rungs []hill.Rung) []rungFigures {
	out := make([]rungFigures, len(rungs))
	for i, r := range rungs {
		out[i] = rungFigures{FromCm: figure(float64(r.From), 3), ToCm: figure(float64(r.To), 3), SettledL: figure(float64(r.Settled), 3), LooseL: figure(float64(r.Loose), 3)}
	}
	return out
}

func calcLadder() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "ladder",
		Short: "Levels and litres of filling and raising one bag",
		Example: "  glebata calc ladder --base 36cm --top 40cm --height 42cm\n" +
			"  glebata calc ladder --base 60x40cm --height 32cm --school little-and-often",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			shape := a.shape()
			plan := a.plan()
			if a.err != nil {
				return a.err
			}
			class := a.class("class")
			if a.err != nil {
				return a.err
			}
			ladder, err := hill.Lay(shape, plan)
			if err != nil {
				return err
			}
			climbs := a.climbs(shape, plan, ladder)
			if a.err != nil {
				return a.err
			}
			planted := measure.Day(0)
			if len(climbs) > 0 {
				planted = a.monthDay("plant")
			}
			rungs, rest, err := dated(shape, plan, ladder.Rungs, climbs, planted)
			if err != nil {
				return err
			}
			settled, loose := ladder.Wanted()
			figures := ladderFigures{
				ladder.School, figure(float64(ladder.Start), 3), figure(float64(ladder.Top), 3),
				newRungs(ladder.Fills), rungs, figure(float64(settled), 3), figure(float64(loose), 3), nil,
			}
			for _, says := range plan.Unusual(shape, class) {
				figures.Unusual = append(figures.Unusual, says.In(a.units))
			}
			return answer(cmd, figures, func(w io.Writer) {
				tellLadder(w, a, ladder, climbs, rest)
				for _, says := range figures.Unusual {
					fmt.Fprintln(w, says)
				}
			})
		},
	}
	growthFlags(cmd)
	f := cmd.Flags()
	f.String("filler", "", "aged chips at the bottom, how deep (default: none)")
	f.String("base", "", "inside diameter of the base, or length x width of a box")
	f.String("top", "", "the same at the rim (default: as the base)")
	f.String("height", "", "inside height")
	f.String("headspace", "4cm", "kept free below the rim")
	f.String("school", string(hill.Steps), "fill-once, steps, little-and-often, two-level, bury, rolled-rim or straw")
	f.String("base-layer", "", "medium under the seed (default: the school's)")
	f.String("cover", "", "medium over the seed at planting (default: the school's)")
	f.String("max-layer", "", "the most one raise adds (default: the school's)")
	f.String("settling", "0.15", "share of loose volume lost in settling")
	return cmd
}

func (a *asked) shape() bag.Shape {
	l, w := a.sides("base")
	tl, tw := l, w
	if a.text("top") != "" {
		tl, tw = a.sides("top")
	}
	h := a.length("height")
	if a.err != nil {
		return bag.Shape{}
	}
	shape, err := bag.NewRound(l, tl, h)
	if a.isBox("base") || a.isBox("top") {
		shape, err = bag.NewBox(l, w, tl, tw, h)
	}
	if err != nil {
		a.refuse("base", err)
	}
	return shape
}

func (a *asked) plan() hill.Plan {
	school := hill.School(a.text("school"))
	if !school.Known() {
		a.refuse("school", fmt.Errorf("%q is none of %v", school, hill.Schools()))
	}
	p := hill.Defaults(school)
	p.Headspace = a.length("headspace")
	if a.text("base-layer") != "" {
		p.Base = a.length("base-layer")
	}
	if a.text("cover") != "" {
		p.Cover = a.length("cover")
	}
	if a.text("max-layer") != "" {
		p.MaxLayer = a.length("max-layer")
	}
	if a.text("filler") != "" {
		p.Filler = a.length("filler")
	}
	p.Settling = a.share("settling")
	return p
}

// dated are rungs with the days they fall due on. Where stems cut a layer thinner, the
// layers are those; what no stem reaches in the season comes after them without a day.
func dated(shape bag.Shape, plan hill.Plan, rungs []hill.Rung, climbs []hill.Climb, planted measure.Day) (out []rungFigures, rest []hill.Rung, err error) {
	if len(climbs) == 0 {
		return newRungs(rungs), rungs, nil
	}
	laid := make([]hill.Rung, len(climbs))
	for i, c := range climbs {
		laid[i] = c.Rung
	}
	if rest, err = hill.Replan(shape, plan, laid[len(laid)-1].To); err != nil {
		return nil, nil, err
	}
	out = newRungs(append(laid, rest...))
	for i, c := range climbs {
		out[i].Day, out[i].After = c.Day.ISO()[len("2025-"):], int(c.Day-planted)
	}
	return out, rest, nil
}

func tellLadder(w io.Writer, a *asked, l hill.Ladder, climbs []hill.Climb, rest []hill.Rung) {
	u := a.units
	fmt.Fprintf(w, "School %s: start %s, usable top %s\n\n", l.School.Params().Name, u.Length(l.Start), u.Length(l.Top))
	fmt.Fprintf(w, "%-14s %10s %10s %10s %10s\n", "", "from", "to", "settled", "loose")
	for _, r := range l.Fills {
		fmt.Fprintf(w, "%-14s %10s %10s %10s %10s\n", "planting day", u.Length(r.From), u.Length(r.To), u.Volume(r.Settled), u.Volume(r.Loose))
	}
	for _, c := range climbs {
		fmt.Fprintf(w, "%-14s %10s %10s %10s %10s\n", "raise "+c.Day.Short(), u.Length(c.From), u.Length(c.To), u.Volume(c.Settled), u.Volume(c.Loose))
	}
	for i, r := range rest {
		fmt.Fprintf(w, "%-14s %10s %10s %10s %10s\n", fmt.Sprintf("raise %d", len(climbs)+i+1), u.Length(r.From), u.Length(r.To), u.Volume(r.Settled), u.Volume(r.Loose))
	}
	for of := hill.Medium; of <= hill.LastMaterial; of++ {
		if settled, loose := l.WantedMaterial(of); settled > 0 {
			fmt.Fprintf(w, "%-14s %10s %10s %10s %10s\n", [...]string{"in all", "aged chips", "straw"}[of], "", "", u.Volume(settled), u.Volume(loose))
		}
	}
}
