package trial

import (
	"errors"
	"maps"
	"math"
	"slices"

	"glebata/core/measure"
	"glebata/core/working"

	"gonum.org/v1/gonum/stat/distuv"
)

// Of the power of a trial. Practice: four times in five is what trials are usually planned for;
// bags of home growers vary by some 30 %.
const (
	WantedPower = 0.8
	UsualVary   = 0.3
	mostPerArm  = 500
)

// What a trial is planned from: how bags vary, and the differences it may be after.
const (
	LeastVary, MostVary     = 0.01, 2.0
	LeastEffect, MostEffect = 0.02, 5.0
)

// ErrPower is of what no trial can be planned from.
var ErrPower = errors.New("variation from 1 to 200 %, a difference from 2 to 500 %, two to four arms")

// MaxTrialArms of a trial that is laid out.
const MaxTrialArms = 4

// Of the table of powers: bags an arm, and noncentralities by steps.
const (
	tableStep   = 0.5
	tableShifts = 15
)

var tableBags = []int{3, 4, 5, 6, 8, 10, 14, 20, 30}

// Power is how often a trial of so many bags an arm would call a pair of its arms: bags vary by cv, the
// better arm gives 1 + effect of the others and varies by as much of that. Of two arms, of a pair that
// was fixed; of more, of one that is picked after looking. By simulation of the test itself up to 30 bags
// an arm, in between by its noncentrality; of more by the noncentral t with Welch's degrees of freedom
// (Published), of more than two arms held to the share of the 10 % that the simulation shows. From 0 to 1.
func Power(cv, effect float64, arms, bags int) float64 {
	if bags < FewestBags || arms < 2 || arms > MaxTrialArms {
		return 0
	}
	n := float64(bags)
	shift := effect / (cv * math.Sqrt((1+(1+effect)*(1+effect))/n))
	last := len(tableBags) - 1
	if bags > tableBags[last] {
		x, y := cv*cv/n, cv*cv*(1+effect)*(1+effect)/n
		free := welchFree(x, y, n)
		at := distuv.StudentsT{Sigma: 1, Nu: free}.Quantile(1 - pairTail[arms])
		return 1 - noncentral(at, free, shift) + noncentral(-at, free, shift)
	}
	k := 0
	for k < last && tableBags[k+1] <= bags {
		k++
	}
	p := tabled(arms, tableBags[k], shift)
	if bags > tableBags[k] { // between two, by 1 ÷ n
		a, b := 1/float64(tableBags[k]), 1/float64(tableBags[k+1])
		p += (tabled(arms, tableBags[k+1], shift) - p) * (a - 1/n) / (a - b)
	}
	return p
}

// pairTail is the share of one side that a pair of so many arms is held to, where there are many bags:
// of three and four, what brings the noncentral t to the simulation of 30. Model.
var pairTail = map[int]float64{2: (1 - Level) / 2, 3: 0.031, 4: 0.019}

// tabled power at a noncentrality.
func tabled(arms, bags int, shift float64) float64 {
	row := powers[arms][bags]
	at := math.Min(shift/tableStep, tableShifts-1)
	i := min(int(at), tableShifts-2)
	return (float64(row[i]) + (at-float64(i))*(float64(row[i+1])-float64(row[i]))) / 100
}

// welchFree are Welch's degrees of freedom of two means with variances x and y, of n bags each.
func welchFree(x, y, n float64) float64 { return (x + y) * (x + y) / ((x*x + y*y) / (n - 1)) }

// noncentral is the distribution of Student's t about a shift: Φ(t·s − shift) over the spread s
// that so many degrees of freedom leave, s² = χ² ÷ free, by Simpson's rule.
func noncentral(t, free, shift float64) float64 {
	const steps = 400
	until := 1 + 8/math.Sqrt(free)
	logs, _ := math.Lgamma(free / 2)
	scale := math.Ln2 + free/2*math.Log(free/2) - logs
	sum := 0.0
	for i := 1; i <= steps; i++ {
		s := until * float64(i) / steps
		w := 2.0
		switch {
		case i == steps:
			w = 1
		case i%2 == 1:
			w = 4
		}
		sum += w * math.Exp(scale+(free-1)*math.Log(s)-free*s*s/2) * distuv.UnitNormal.CDF(t*s-shift)
	}
	return sum * until / steps / 3
}

// BagsPerArm that see a difference four times in five, at least FewestBags; ErrPower for what no
// trial is planned from, or where over 500 would be needed.
func BagsPerArm(cv, effect float64, arms int) (int, error) {
	if !(cv >= LeastVary && cv <= MostVary && effect >= LeastEffect && effect <= MostEffect) || arms < 2 || arms > MaxTrialArms {
		return 0, ErrPower
	}
	for n := FewestBags; n <= mostPerArm; n++ {
		if Power(cv, effect, arms, n) >= WantedPower {
			return n, nil
		}
	}
	return 0, ErrPower
}

// Detectable is the least difference, as a share, that so many bags an arm see four times in
// five, to 5 hundredths; ok is false where it is over 500 %.
func Detectable(cv float64, arms, bags int) (effect float64, ok bool) {
	for n := 1; n <= 100; n++ {
		if effect = float64(n) * 0.05; Power(cv, effect, arms, bags) >= WantedPower {
			return effect, true
		}
	}
	return 0, false
}

// LeastP is the least chance that the test of two arms that are dealt so can come to: one way of all
// there are, and its mirror where the arms have as many bags in each block. Over 1 − Level no difference
// could ever be told.
func LeastP(one, two Arm) float64 {
	lists, _ := weighings([]Arm{one, two})
	if len(lists[0]) == 0 || len(lists[1]) == 0 {
		return 1
	}
	in := map[int]*[2]int{}
	for g, l := range lists {
		for i := range l {
			if in[l[i].block] == nil {
				in[l[i].block] = &[2]int{}
			}
			in[l[i].block][g]++
		}
	}
	same, end := 2.0, 0
	var until, want []int
	for _, block := range slices.Sorted(maps.Keys(in)) {
		n := in[block]
		end += n[0] + n[1]
		until, want = append(until, end), append(want, n[0])
		if n[0] != n[1] {
			same = 1
		}
	}
	return math.Min(1, same/float64(ways(until, want)))
}

// PowerWorking shows BagsPerArm; own is how many of the grower's bags the variation is taken
// from, 0 for the usual one.
func PowerWorking(cv, effect float64, arms, own int) (working.Working, error) {
	n, err := BagsPerArm(cv, effect, arms)
	if err != nil {
		return working.Working{}, err
	}
	w := working.Working{
		Title: "Bags in each arm", Result: n, Mark: working.Published, Source: "the test itself, simulated, two-sided at 10 %",
		Changes: "Bags that are treated more alike vary less, and fewer are needed.",
	}
	says := "bags vary about their mean by, as is usual"
	args := []any{}
	if own > 0 {
		says, args = "bags vary about their mean by, from your {} bags", []any{own}
	}
	w.Steps = []working.Step{
		{Says: says, Args: args, Result: measure.Share(cv)},
		{Says: "the better arm gives more by", Result: measure.Share(effect)},
	}
	if n > FewestBags {
		w.Steps = append(w.Steps, working.Step{Says: "{} in each of {} arms see it", Args: []any{n - 1, arms}, Result: measure.Share(Power(cv, effect, arms, n-1))})
	}
	w.Steps = append(w.Steps, working.Step{Says: "{} in each of {} arms see it", Args: []any{n, arms}, Result: measure.Share(Power(cv, effect, arms, n))},
		working.Step{Says: "wanted: four times in five", Result: n})
	return w, nil
}
