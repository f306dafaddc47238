package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"glebata/core/bag"
	"glebata/core/crop"
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
}

func calcExpect() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "expect",
		Short:   "What a bag may give: weight with its range, tubers and their sizes, ratio",
		Example: "  glebata calc expect --class maincrop --litres 36 --plants 3 --sprouts 3 --seed 165g",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			g := bag.Growing{Class: a.class("class"), Usable: a.volume("litres"), Plants: a.count("plants", 60), Sprouts: a.count("sprouts", 20), Season: bag.FullSeason}
			if g.Class.Crop() == crop.SweetPotato {
				g.Sprouts = 1 // a slip is one shoot
			}
			if a.text("seed") != "" {
				g.Seed = a.mass("seed", a.text("seed"))
			}
			if a.text("depth") != "" {
				g.Depth = a.length("depth")
			}
			if a.err != nil {
				return a.err
			}
			e := bag.Expect(g)
			figures := expectFigures{
				figure(e.Yield.Kilograms(), 3), figure(e.Low.Kilograms(), 3), figure(e.High.Kilograms(), 3), figure(e.Tubers, 1), figure(float64(e.Mean), 1), figure(e.Ratio, 2),
				map[string]json.Number{"small": figure(e.Grades.Small, 3), "salad": figure(e.Grades.Salad, 3), "medium": figure(e.Grades.Medium, 3), "baker": figure(e.Grades.Baker, 3)},
			}
			return answer(cmd, figures, func(w io.Writer) {
				tellSteps(w, a, bag.ExpectWorking(g).Steps)
				tellSteps(w, a, bag.TubersWorking(g).Steps)
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
