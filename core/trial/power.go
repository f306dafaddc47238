package trial

import (
	"errors"
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

// Power is how often a trial of so many bags an arm would call a difference likely: bags vary by
// cv, the better arm gives 1 + effect of the other and varies by as much of that, tested
// two-sided at 10 %. Welch's t (Published): for few bags over the spreads that they may show by
// chance, for more with a noncentral distribution. Among more than two arms each pair is held to
// its part of the 10 % (Bonferroni), a little stricter than the test that is used. From 0 to 1.
func Power(cv, effect float64, arms, bags int) float64 {
	if bags < 2 {
		return 0
	}
	n := float64(bags)
	x, y := cv*cv/n, cv*cv*(1+effect)*(1+effect)/n
	tail := (1 - Level) / 2 / float64(arms*(arms-1)/2)
	if bags <= fewForWelch {
		return fewPower(x, y, effect, n, tail)
	}
	free := welchFree(x, y, n)
	at := distuv.StudentsT{Sigma: 1, Nu: free}.Quantile(1 - tail)
	shift := effect / math.Sqrt(x+y)
	return 1 - noncentral(at, free, shift) + noncentral(-at, free, shift)
}

// welchFree are Welch's degrees of freedom of two means with variances x and y, of n bags each.
func welchFree(x, y, n float64) float64 { return (x + y) * (x + y) / ((x*x + y*y) / (n - 1)) }

// Of how many bags an arm the spread that shows differs too much by chance to be taken as it is,
// and in how many steps it is gone through.
const (
	fewForWelch = 6
	spreads     = 24
)

// fewPower goes through the spreads that two arms may show, evenly by their chance.
func fewPower(x, y, effect, n, tail float64) float64 {
	chi := distuv.ChiSquared{K: n - 1}
	var scale [spreads]float64
	for i := range scale {
		scale[i] = chi.Quantile((float64(i)+0.5)/spreads) / (n - 1)
	}
	sum, sd := 0.0, math.Sqrt(x+y)
	for _, f := range scale {
		for _, g := range scale {
			at := distuv.StudentsT{Sigma: 1, Nu: welchFree(f*x, g*y, n)}.Quantile(1 - tail)
			off := at * math.Sqrt(f*x+g*y)
			sum += distuv.UnitNormal.CDF((effect-off)/sd) + distuv.UnitNormal.CDF((-effect-off)/sd)
		}
	}
	return sum / spreads / spreads
}

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

// LeastP is the least chance that a permutation test of bags put to arms so can come to: one way
// of all there are, and those that are the same with the arms exchanged. Over 1 − Level no
// difference could ever be told.
func LeastP(arms []Arm) float64 {
	if len(arms) < 2 || len(arms) > MaxTrialArms {
		return 1
	}
	r := newArranger(arms, 0, 1)
	return math.Min(1, float64(r.mirrors())/float64(r.ways(1_000_000)))
}

// mirrors are the ways of exchanging whole arms that leave every block with as many bags in each.
func (r *arranger) mirrors() int {
	n := 0
	order := make([]int, 0, len(r.of))
	var next func()
	next = func() {
		if len(order) < len(r.of) {
			for arm := range r.of {
				if !slices.Contains(order, arm) {
					order = append(order, arm)
					next()
					order = order[:len(order)-1]
				}
			}
			return
		}
		for _, counts := range r.counts {
			for arm, other := range order {
				if counts[arm] != counts[other] {
					return
				}
			}
		}
		n++
	}
	next()
	return n
}

// PowerWorking shows BagsPerArm; own is how many of the grower's bags the variation is taken
// from, 0 for the usual one.
func PowerWorking(cv, effect float64, arms, own int) (working.Working, error) {
	n, err := BagsPerArm(cv, effect, arms)
	if err != nil {
		return working.Working{}, err
	}
	w := working.Working{
		Title: "Bags in each arm", Result: n, Mark: working.Published, Source: "power of Welch's t test, two-sided at 10 %",
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
