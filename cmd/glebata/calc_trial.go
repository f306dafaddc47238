package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"path/filepath"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/garden/compare"
)

type trialFigures struct {
	First        string        `json:"first"`
	Second       string        `json:"second"`
	FirstMean    json.Number   `json:"first_mean"`
	SecondMean   json.Number   `json:"second_mean"`
	Diff         json.Number   `json:"diff"`
	Ratio        *json.Number  `json:"ratio"` // null where the second is nothing
	CILow        *json.Number  `json:"ci_low"`
	CIHigh       *json.Number  `json:"ci_high"`
	RatioLow     *json.Number  `json:"ratio_low"`
	RatioHigh    *json.Number  `json:"ratio_high"`
	P            json.Number   `json:"p"`
	Arrangements int           `json:"arrangements"`
	Exact        bool          `json:"exact"`
	Verdict      string        `json:"verdict"`
	Pairs        []pairFigures `json:"pairs,omitempty"` // of more than two arms, each as picked among all
}

type pairFigures struct {
	First    string          `json:"first"`
	Second   string          `json:"second"`
	Diff     json.Number     `json:"diff"`
	Interval [2]*json.Number `json:"interval"` // null where there is no end to it
	P        json.Number     `json:"p"`
	ClosedP  json.Number     `json:"closed_p"`
	Verdict  string          `json:"verdict"`
}

func newPairFigures(names []string, c *trial.Comparison) pairFigures {
	return pairFigures{
		First: names[0], Second: names[1], Diff: figure(c.Diff, 4), Interval: [2]*json.Number{some(c.CILow), some(c.CIHigh)},
		P: figure(c.PairP, 5), ClosedP: figure(c.PValue, 5), Verdict: string(c.Verdict),
	}
}

// trialSeed is the seed of chance wherever none is asked for.
const trialSeed = 1

func calcTrial() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "trial",
		Short: "Judge the difference of two groups of bags",
		Long: "Arms are given, or files of harvests (see calc harvests), each of another garden: what a bag gave is\n" +
			"then taken of what all of its garden gave that season, and dealt anew within it.\n" +
			"The first arm less the second: the studentised permutation test, two-sided and with ties counted,\n" +
			"and its 90 % interval, the test turned round. Of more than two arms every pair is judged as one that\n" +
			"was picked among all after looking, by a test that is closed over them.",
		Example: `  glebata calc trial --arm "steps=2.1,1.8,2.4" --arm "fill=1.5,1.9,1.6" --stat mean --json
  glebata calc trial --csv ours.csv --csv theirs.csv --by school --pair steps,fill-once`,
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			if files, err := cmd.Flags().GetStringArray("csv"); err != nil || len(files) > 0 {
				return errors.Join(err, askGardens(cmd, a, files))
			}
			list, err := cmd.Flags().GetStringArray("arm")
			if err != nil {
				return err
			}
			if stat := a.text("stat"); stat != "mean" {
				a.refuse("stat", fmt.Errorf("%q is none of mean", stat))
			}
			names, arms := readArms(a, list)
			if a.err != nil {
				return a.err
			}
			family, err := trial.NewFamily(arms, trialSeed)
			if err != nil {
				return fmt.Errorf("--arm: %w", err)
			}
			c, err := family.Compare(0, 1)
			if err != nil {
				return fmt.Errorf("--arm: %w", err)
			}
			figures := newTrialFigures(names, &c)
			for _, p := range trial.Pairs(len(arms)) {
				if len(arms) == 2 {
					break
				}
				one, err := family.Compare(p.First, p.Second)
				if err != nil {
					return fmt.Errorf("--arm: %w", err)
				}
				figures.Pairs = append(figures.Pairs, newPairFigures([]string{names[p.First], names[p.Second]}, &one))
			}
			return answer(cmd, figures, func(w io.Writer) { tellTrial(w, names, &c, figures.Pairs) })
		},
	}
	cmd.Flags().StringArray("arm", nil, "a group of bags: name=value,value,… (2 to 40 of them)")
	cmd.Flags().String("stat", "mean", "what of a group is compared: mean")
	cmd.Flags().StringArray("csv", nil, "file of one garden's harvests")
	cmd.Flags().String("by", "school", "what gardens are asked about: school or variety")
	cmd.Flags().String("pair", "", "two that were named before, as steps,fill-once; else all pairs are judged as picked after looking")
	return cmd
}

// jointFigures of files of gardens; of two groups at least.
type jointFigures struct {
	Gardens int           `json:"gardens"`
	Blocks  int           `json:"blocks"` // seasons of gardens that tell of a difference
	Alone   []string      `json:"alone"`  // those that have one group alone
	Pairs   []jointFigure `json:"pairs"`
}

type jointFigure struct {
	pairFigures
	Ratio         json.Number     `json:"ratio"`
	RatioInterval [2]*json.Number `json:"ratio_interval"`
	Weighings     [2]int          `json:"weighings"`
}

// askGardens asks one question of the harvests of several gardens.
func askGardens(cmd *cobra.Command, a *asked, files []string) error {
	by := compare.JointBy(a.text("by"))
	if !slices.Contains(compare.JointBys(), by) {
		a.refuse("by", fmt.Errorf("%q is none of school, variety", string(by)))
	}
	var named []string
	if text := a.text("pair"); text != "" {
		one, two, _ := strings.Cut(text, ",")
		if named = []string{strings.TrimSpace(one), strings.TrimSpace(two)}; named[0] == "" || named[1] == "" || strings.EqualFold(named[0], named[1]) {
			a.refuse("pair", errors.New("write two, as steps,fill-once"))
		}
	}
	var list []harvest.Weighing
	for i, file := range files {
		some, err := weighingsIn(file, fmt.Sprintf("%d, %s", i+1, filepath.Base(file)))
		if err != nil {
			a.refuse("csv", err)
		}
		list = append(list, some...)
	}
	if a.err != nil {
		return a.err
	}
	joint, err := compare.NewJoint(list, by, named...)
	if err != nil {
		return err
	}
	out := jointFigures{Gardens: len(files), Blocks: joint.Blocks, Alone: []string{}, Pairs: []jointFigure{}}
	for _, g := range joint.Alone {
		out.Alone = append(out.Alone, g.Garden+", "+g.Season)
	}
	for i := range joint.Pairs {
		p := &joint.Pairs[i]
		v := p.Judged
		out.Pairs = append(out.Pairs, jointFigure{
			newPairFigures([]string{joint.Groups[p.First].Name, joint.Groups[p.Second].Name}, &v.Comparison),
			figure(v.Ratio, 4), [2]*json.Number{some(v.RatioLow), some(v.RatioHigh)}, [2]int{v.FirstW, v.SecondW},
		})
	}
	return answer(cmd, out, func(w io.Writer) {
		for i := range joint.Pairs {
			fmt.Fprintln(w, joint.Says(&joint.Pairs[i]).In(measure.Metric))
		}
		if len(joint.Pairs) == 0 {
			fmt.Fprintln(w, "no season of a garden has two of them")
		}
		if len(out.Alone) > 0 {
			fmt.Fprintf(w, "with one alone, told nothing: %s\n", strings.Join(out.Alone, "; "))
		}
	})
}

// readArms reads "steps=2.1,1.8,2.4".
func readArms(a *asked, list []string) (names []string, arms []trial.Arm) {
	for _, text := range list {
		name, values, ok := strings.Cut(text, "=")
		name = strings.TrimSpace(name)
		if !ok || name == "" {
			a.refuse("arm", fmt.Errorf("%q: write it as name=2.1,1.8,2.4", text))
			return nil, nil
		}
		for _, other := range names {
			if other == name {
				a.refuse("arm", fmt.Errorf("there are two arms %q", name))
			}
		}
		var arm trial.Arm
		for field := range strings.FieldsFuncSeq(values, func(r rune) bool { return r == ',' || r == ';' || r == ' ' }) {
			v, err := measure.ParseNumber(field)
			if err != nil || math.IsNaN(v) || math.IsInf(v, 0) || v < 0 {
				a.refuse("arm", fmt.Errorf("%s: %q is no figure from 0 on", name, field))
				return nil, nil
			}
			arm = append(arm, trial.Observed{Of: v, By: 1})
		}
		if len(arm) == 0 {
			a.refuse("arm", fmt.Errorf("%s has no bags: write it as %s=2.1,1.8,2.4", name, name))
		}
		names, arms = append(names, name), append(arms, arm)
	}
	if len(arms) < 2 {
		a.refuse("arm", errors.New("give two arms at least"))
	}
	return names, arms
}

// some figure; nil for one without an end.
func some(v float64) *json.Number {
	if math.IsInf(v, 0) {
		return nil
	}
	n := figure(v, 4)
	return &n
}

func newTrialFigures(names []string, c *trial.Comparison) trialFigures {
	out := trialFigures{
		First: names[0], Second: names[1], FirstMean: figure(c.First, 4), SecondMean: figure(c.Second, 4),
		Diff: figure(c.Diff, 4), P: figure(c.PValue, 5), Arrangements: c.Arrangements, Exact: c.Exact, Verdict: string(c.Verdict),
	}
	if c.Second > 0 {
		out.Ratio = some(c.Ratio)
	}
	if c.HasInterval() {
		out.CILow, out.CIHigh = some(c.CILow), some(c.CIHigh)
		if c.Second > 0 {
			out.RatioLow, out.RatioHigh = some(c.RatioLow), some(c.RatioHigh)
		}
	}
	return out
}

func tellTrial(w io.Writer, names []string, c *trial.Comparison, pairs []pairFigures) {
	fmt.Fprintf(w, "%s %.3g, %s %.3g: %.3g apart", names[0], c.First, names[1], c.Second, c.Diff)
	if c.HasInterval() {
		fmt.Fprintf(w, " (%.3g to %.3g, 90 %%)", c.CILow, c.CIHigh)
	}
	how := "all"
	if !c.Exact {
		how = "drawn"
	}
	fmt.Fprintf(w, "\np %.3g by %d arrangements, %s\n%s\n", c.PValue, c.Arrangements, how, c.Verdict)
	for _, p := range pairs {
		fmt.Fprintf(w, "%s less %s: %s, p %s, among all %s: %s\n", p.First, p.Second, p.Diff, p.P, p.ClosedP, p.Verdict)
	}
}

type powerFigures struct {
	BagsPerArm int         `json:"bags_per_arm"`
	Power      json.Number `json:"power"`
}

func calcPower() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "power",
		Short:   "How many bags an arm a trial needs",
		Long:    "Bags an arm that see a difference four times in five, tested two-sided at 10 %, where bags\nvary by cv and the better arm gives 1 + effect of the other, its spread with it.",
		Example: "  glebata calc power --cv 0.3 --effect 0.5 --arms 2 --json",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			cv, _ := cmd.Flags().GetFloat64("cv")
			effect, _ := cmd.Flags().GetFloat64("effect")
			arms, _ := cmd.Flags().GetInt("arms")
			n, err := trial.BagsPerArm(cv, effect, arms)
			if err != nil {
				return err
			}
			power := trial.Power(cv, effect, arms, n)
			return answer(cmd, powerFigures{n, figure(power, 3)}, func(w io.Writer) {
				fmt.Fprintf(w, "%d bags an arm: seen %.0f times in 100\n", n, 100*power)
			})
		},
	}
	cmd.Flags().Float64("cv", trial.UsualVary, "how bags vary about their mean, as a share of it")
	cmd.Flags().Float64("effect", 0.5, "how much more the better arm gives, as a share")
	cmd.Flags().Int("arms", 2, "arms, 2 to 4")
	return cmd
}
