package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"github.com/spf13/cobra"

	"glebata/core/measure"
	"glebata/core/seed"
)

// count reads a whole number from one up to most.
func (a *asked) count(flag string, most int) int {
	n, err := strconv.Atoi(a.text(flag))
	if err != nil || n < 1 || n > most {
		a.refuse(flag, fmt.Errorf("write a whole number from 1 to %d", most))
		return 1
	}
	return n
}

func calcCut() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "cut",
		Short:   "Into how many pieces a seed tuber may be cut",
		Example: "  glebata calc cut --weight 170g --eyes 7",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			weight, eyes := a.mass("weight", a.text("weight")), a.count("eyes", 100)
			if a.err == nil && (weight <= 0 || weight > 2*measure.Kilogram) {
				a.refuse("weight", errors.New("a seed tuber weighs over 0 and up to 2 kg"))
			}
			if a.err != nil {
				return a.err
			}
			c := seed.UsualCutting.Of(weight, eyes)
			figures := struct {
				Pieces int         `json:"pieces"`
				EachG  json.Number `json:"each_g"`
				Reason string      `json:"reason"`
			}{c.Pieces, figure(c.Each.Grams(), 1), c.Reason.In(a.units)}
			return answer(cmd, figures, func(w io.Writer) {
				tellSteps(w, a, seed.UsualCutting.Working(weight, eyes).Steps)
				fmt.Fprintln(w, c.Reason.In(a.units))
				if !c.Whole() {
					fmt.Fprintf(w, "Cut on a board, away from the hand, with a clean blade; let it heal %d days in airy shade.\n", seed.HealDays)
				}
			})
		},
	}
	cmd.Flags().String("weight", "", "weight of the tuber")
	cmd.Flags().String("eyes", "", "its eyes")
	return cmd
}

type allotFigures struct {
	Bags   [][]json.Number `json:"bags"`
	Spread json.Number     `json:"spread_pct"`
	Left   []json.Number   `json:"left"`
	Short  int             `json:"short"`
}

func calcAllot() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "allot",
		Short:   "Share seed among bags: as even as can be, or in proportion to litres",
		Example: "  glebata calc allot --bags 3 --each 2 --weights 61g,58g,55g,52g,63g,49g",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			bags, each := a.count("bags", 1000), a.count("each", 60)
			pieces := a.pieces()
			if a.err != nil {
				return a.err
			}
			places := make([]seed.Place, bags)
			for i := range places {
				places[i].Wants = each
			}
			got := seed.Balanced(pieces, places, 1)
			if a.text("litres") != "" {
				a.litres(places)
				if a.err != nil {
					return a.err
				}
				got = seed.ToFit(pieces, places, 1)
			}
			return answer(cmd, newAllotment(pieces, got), func(w io.Writer) { tellAllotment(w, a, pieces, got) })
		},
	}
	cmd.Flags().String("bags", "", "number of bags")
	cmd.Flags().String("each", "", "pieces to a bag")
	cmd.Flags().String("weights", "", "the weight of each piece, with commas between")
	cmd.Flags().String("litres", "", "litres of each bag, with commas between: heavier seed then goes to larger bags")
	return cmd
}

// litres of each place.
func (a *asked) litres(places []seed.Place) {
	parts := strings.Split(a.text("litres"), ",")
	if len(parts) != len(places) {
		a.refuse("litres", fmt.Errorf("%d volumes for %d bags", len(parts), len(places)))
		return
	}
	for i, part := range parts {
		v, err := measure.ParseVolume(part, "L", a.units)
		if err == nil && v <= 0 {
			err = errors.New("a bag holds more than 0")
		}
		if err != nil {
			a.refuse("litres", err)
		}
		places[i].Litres = v
	}
}

func (a *asked) pieces() []measure.Mass {
	var pieces []measure.Mass
	for _, text := range strings.FieldsFunc(a.text("weights"), func(r rune) bool { return r == ',' || r == ';' }) {
		m := a.mass("weights", text)
		if a.err == nil && m <= 0 {
			a.refuse("weights", errors.New("a piece weighs more than 0"))
		}
		pieces = append(pieces, m)
	}
	if len(pieces) == 0 || len(pieces) > 5000 {
		a.refuse("weights", errors.New("give the weight of each piece, up to 5000 of them"))
	}
	return pieces
}

func newAllotment(pieces []measure.Mass, got seed.Allotment) allotFigures {
	grams := func(indexes []int) []json.Number {
		out := make([]json.Number, len(indexes))
		for i, index := range indexes {
			out[i] = figure(pieces[index].Grams(), 1)
		}
		return out
	}
	out := allotFigures{Spread: figure(100*got.Spread, 3), Left: grams(got.Left)}
	for i, place := range got.Places {
		out.Bags = append(out.Bags, grams(place))
		out.Short += got.Short[i]
	}
	return out
}

func tellAllotment(w io.Writer, a *asked, pieces []measure.Mass, got seed.Allotment) {
	print := func(indexes []int) (measure.Mass, string) {
		var sum measure.Mass
		words := make([]string, len(indexes))
		for i, index := range indexes {
			sum += pieces[index]
			words[i] = a.units.Mass(pieces[index])
		}
		return sum, strings.Join(words, " + ")
	}
	for i, place := range got.Places {
		sum, words := print(place)
		fmt.Fprintf(w, "bag %-3d %s = %s", i+1, words, a.units.Fine(sum))
		if got.Short[i] > 0 {
			fmt.Fprintf(w, ", short of %d", got.Short[i])
		}
		fmt.Fprintln(w)
	}
	fmt.Fprintf(w, "spread  %.2f %% of the mean\n", 100*got.Spread)
	if len(got.Left) > 0 {
		_, words := print(got.Left)
		fmt.Fprintf(w, "left    %s\n", words)
	}
}
