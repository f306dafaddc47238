package water

import (
	"fmt"
	"testing"

	"glebata/core/measure"
	"glebata/truth/golden"
)

func TestWhatWaterDoes(t *testing.T) {
	var l golden.Lines
	bags := []Bag{{Top: 0.13, Plants: 2, Cloth: true}, {Top: 0.1, Plants: 1, Sun: 4, Below: 3}, {Top: 0.3, Plants: 4, Factor: 1.3, Slips: true}, {Top: 0.13, Plants: 3, Sun: 9, Cloth: true, Below: 1}}
	var days []Day
	for i := range 60 {
		days = append(days, Day{ET0: 1 + float64(i%6), Rain: float64((i * 7 % 11) * (i % 3 / 2)), Canopy: float64(i) / 60, Capacity: 9 + measure.Volume(i/20), Mulched: i%4 == 0, Covered: i%9 == 0})
	}
	for i := range bags {
		b := &bags[i]
		l.Head("bag %d", i)
		for _, canopy := range []float64{0, 0.2, 0.5, 1} {
			l.Add("area", canopy, b.Area(canopy), Kc(canopy, false), Kc(canopy, true))
		}
		for _, n := range []int{0, 5, 14, 15, 30, 90} {
			l.Add("threshold", n, b.Threshold(n))
		}
		s := Start(9)
		for k := range days {
			before := s
			next, flow := b.Step(s, &days[k])
			if k%7 == 0 {
				l.Add(fmt.Sprint("day ", k), next, flow, next.Theta(), next.Give(), b.Loss(&days[k]), b.LossWorking(&days[k], before, flow.Lost))
			}
			if s = next; k%15 == 14 {
				days[k].Given = 4
			}
		}
		for _, plan := range []Plan{{}, {Regime: ByNeed}, {Regime: ByRhythm, Every: 3}, {Regime: ByRhythm, Every: 2, Litres: 1.5}, {Regime: ByDrip, Every: 1, Litres: 0.7}, {Regime: FromBelow, Every: 4}, {Regime: RainOnly}} {
			for since := range 7 {
				l.Add("gives", plan.Regime, since, plan.Gives(since, State{In: 3, Below: 0.5, Capacity: 9}, since%2 == 0))
			}
			var run Run
			sights := []Sight{{Day: 10, Theta: 0.3, SD: 0.1}, {Day: 30, Theta: 0.8, SD: 0.05}, {Day: 45, Theta: 0.2, SD: 0.2}}
			run.Trace(b, days, sights, func(day int, s State, wants bool) measure.Volume { return plan.Gives(day, s, wants) })
			l.Add("run", run)
			l.Add("swing", Swing(run.Theta, 20), Swing(run.Theta, 59), Waterlogged(run.Theta), Waterlogged(run.Theta[:8]))
		}
	}
	k := NewBelief()
	for i := range 12 {
		k.Pass(0.9-0.06*float64(i), 0.05, i%5 == 0)
		if i%3 == 2 {
			k.See(0.7-0.05*float64(i), 0.1)
		}
		l.Add("belief", k, k.SD(), k.FactorSD())
	}
	golden.Is(t, "water", l.String())
}
