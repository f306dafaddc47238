package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"

	"github.com/spf13/cobra"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
)

// class reads a class by its key.
func (a *asked) class(flag string) crop.Class {
	c := crop.Class(a.text(flag))
	if !c.Known() {
		a.refuse(flag, fmt.Errorf("%q is none of the classes: %v", string(c), crop.Classes()))
	}
	return c
}

// litres reads a volume that a bag can hold.
func (a *asked) volume(flag string) measure.Volume {
	v, err := measure.ParseVolume(a.text(flag), a.units.VolumeUnit(), a.units)
	if err != nil {
		a.refuse(flag, err)
	} else if v <= 0 || v > 5000 {
		a.refuse(flag, errors.New("a bag holds over 0 and up to 5000 L"))
	}
	return v
}

type expectFigures struct {
	Yield  json.Number            `json:"yield_kg"`
	Low    json.Number            `json:"low_kg"`
	High   json.Number            `json:"high_kg"`
	Tubers json.Number            `json:"tubers"`
	Mean   json.Number            `json:"mean_g"`
	Ratio  json.Number            `json:"ratio"`
	Grades map[string]json.Number `json:"grades"`
	Limits string                 `json:"limits,omitempty"`
	Adds   json.Number            `json:"limit_adds_kg,omitempty"`
}

// growingIn is what is expected of: litres as they are typed, or those of the inside measures of a
// bag, a box or the ground, with their depth and the ground that leaves cover.
func (a *asked) growingIn(g *bag.Growing) {
	var shape bag.Shape
	var err error
	switch {
	case a.text("length") != "":
		l, w := a.length("length"), a.length("width")
		shape, err = bag.NewBox(l, w, l, w, a.length("height"))
	case a.text("top") != "":
		shape, err = bag.NewRound(a.length("base"), a.length("top"), a.length("height"))
	case a.text("ground") != "":
		side := measure.Length(100 * math.Sqrt(float64(a.area("ground"))))
		shape, err = bag.NewBed(side, side)
	default:
		g.Usable = a.volume("litres")
		if a.text("depth") != "" {
			g.Depth = a.length("depth")
		}
		return
	}
	if a.err != nil {
		return
	}
	if err != nil {
		a.refuse("height", err)
		return
	}
	g.Usable, g.Depth, g.Area = shape.Usable(hill.UsualHeadspace), shape.UsableTop(hill.UsualHeadspace), shape.Canopy()
	if shape.Ground() {
		g.Usable, g.Depth, g.Bed = shape.Full(), 0, true // roots go on down
	}
	if g.Plants == 0 {
		g.Plants = bag.Suggest(shape, bag.Room{Headspace: hill.UsualHeadspace}, g.Class, false).Number
	}
}

// area reads ground.
func (a *asked) area(flag string) measure.Area {
	v, err := measure.ParseArea(a.text(flag), "m²", a.units)
	if err != nil {
		a.refuse(flag, err)
	} else if v < 0.01 || v > 400 {
		a.refuse(flag, errors.New("ground is between 0.01 and 400 m²"))
	}
	return v
}

func calcExpect() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "expect",
		Short: "What a bag may give: weight with its range, tubers and their sizes, ratio",
		Example: "  glebata calc expect --class maincrop --litres 36 --plants 3 --sprouts 3 --seed 165g\n" +
			"  glebata calc expect --length 200cm --width 100cm --height 40cm\n  glebata calc expect --top 40cm --base 36cm --height 42cm\n  glebata calc expect --ground 2m2",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			g := bag.Growing{Class: a.class("class"), Sprouts: a.count("sprouts", 20), Season: bag.FullSeason}
			if a.text("plants") != "" {
				g.Plants = a.count("plants", 60)
			}
			a.growingIn(&g)
			if g.Class.Crop() == crop.SweetPotato {
				g.Sprouts = 1 // a slip is one shoot
			}
			if a.text("seed") != "" {
				g.Seed = a.mass("seed", a.text("seed"))
			}
			if a.err == nil && g.Plants == 0 {
				a.refuse("plants", errors.New("say how many go in"))
			}
			if a.err != nil {
				return a.err
			}
			e := bag.Expect(g)
			limit, adds := g.Limits()
			figures := expectFigures{
				figure(e.Yield.Kilograms(), 3), figure(e.Low.Kilograms(), 3), figure(e.High.Kilograms(), 3), figure(e.Tubers, 1), figure(float64(e.Mean), 1), figure(e.Ratio, 2),
				map[string]json.Number{"small": figure(e.Grades.Small, 3), "salad": figure(e.Grades.Salad, 3), "medium": figure(e.Grades.Medium, 3), "baker": figure(e.Grades.Baker, 3)},
				string(limit), figure(adds.Kilograms(), 3),
			}
			return answer(cmd, figures, func(w io.Writer) {
				tellSteps(w, a, bag.ExpectWorking(g).Steps)
				tellSteps(w, a, bag.TubersWorking(g).Steps)
				if says := g.LimitWords(); !says.Empty() {
					fmt.Fprintln(w, says.In(a.units))
				}
				fmt.Fprintf(w, "A model: it fits ordinary seasons and is no promise.\n")
			})
		},
	}
	cmd.Flags().String("class", "maincrop", "class of the variety")
	cmd.Flags().String("litres", "", "usable litres of the bag")
	cmd.Flags().String("plants", "", "tubers, pieces or slips")
	cmd.Flags().String("sprouts", "3", "sprouts kept on each")
	cmd.Flags().String("seed", "", "seed planted in all")
	cmd.Flags().String("depth", "", "depth of the medium")
	cmd.Flags().String("base", "", "inside diameter of a round bag at its base")
	cmd.Flags().String("top", "", "and at its rim")
	cmd.Flags().String("height", "", "inside height of a bag or box")
	cmd.Flags().String("length", "", "inside length of a box")
	cmd.Flags().String("width", "", "and its width")
	cmd.Flags().String("ground", "", "ground of a bed or row, in place of a container")
	return cmd
}

func calcWet() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "wet",
		Short:   "What a bag weighs wet and in full growth",
		Example: "  glebata calc wet --litres 36 --mix \"peat mix=50,compost=50\"",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			litres := a.volume("litres")
			m, err := medium.ParseMix(a.text("mix"))
			if err != nil {
				a.refuse("mix", err)
			}
			empty := measure.Mass(0)
			if a.text("bag") != "" {
				empty = a.mass("bag", a.text("bag"))
			}
			if a.err != nil {
				return a.err
			}
			figures := struct {
				Wet     json.Number `json:"wet_kg"`
				Density json.Number `json:"kg_per_l"`
				Loose   json.Number `json:"loose_l"`
			}{figure(m.WetWeight(litres, empty).Kilograms(), 2), figure(m.WetKg(), 3), figure(float64(litres)/(1-m.Settling()), 2)}
			return answer(cmd, figures, func(w io.Writer) {
				tellSteps(w, a, m.WetWorking(litres, empty).Steps)
				fmt.Fprintln(w, "A wet bag is heavier than it looks: two people or wheels over your own limit.")
			})
		},
	}
	cmd.Flags().String("litres", "", "settled litres in it")
	cmd.Flags().String("mix", medium.Recipes()[0].Mix.String(), "components with their parts by volume")
	cmd.Flags().String("bag", "", "weight of the empty bag")
	return cmd
}
