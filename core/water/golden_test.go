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
		for _, plan := range []Plan{{}, {Written: true}, {Regime: ByRhythm, Every: 3}, {Regime: ByRhythm, Every: 2, Litres: 1.5}, {Regime: ByDrip, Every: 1, Litres: 0.7}, {Regime: FromBelow, Every: 4}, {Regime: RainOnly}} {
			var run Run
			c := Course{Days: days, Sights: []Sight{{Day: 10, Theta: 0.3, SD: 0.1}, {Day: 30, Theta: 0.8, SD: 0.05}, {Day: 45, Theta: 0.2, SD: 0.2}}, Plans: []PlanSince{{Plan: Plan{}}, {From: 5, Plan: plan}}, Today: 52, Base: b.Below}
			for _, drawn := range []bool{false, true} {
				if drawn {
					c.Rain = make([][]float64, 10)
					for k := range c.Rain {
						for i := range days {
							c.Rain[k] = append(c.Rain[k], float64((i*5+k*3)%13)*float64((i+k)%4/3))
						}
					}
				}
				run.Trace(b, &c, nil)
				l.Add("run", run.Theta, run.Low, run.High, run.Soaked, run.Taken, run.State, run.Asked, run.Since, run.Next, run.Factor, run.FactorSD)
				for i := range run.Flows {
					if i%9 == 0 {
						l.Add("flow", i, run.Flows[i])
					}
				}
				l.Add("swing", Swing(run.Theta, 20), Swing(run.Theta, 59), Waterlogged(run.Soaked), Waterlogged(run.Soaked[:8]))
			}
		}
	}
	golden.Is(t, "water", l.String())
}
