package water

import (
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// LossWorking shows what a day took of a bag with so much in it.
func (b *Bag) LossWorking(d *Day, before State, lost measure.Volume) working.Working {
	out := working.Working{
		Title: "What a day takes", Result: lost, Mark: working.Model,
		Source:  "the reference evaporation of the day (FAO-56), the area that evaporates, and a factor for leaf and mulch",
		Changes: "Mulch, shade, cloth or rigid sides, the leaves, the weather; what you felt and weighed, by the bag's own factor.",
	}
	step := func(result any, says string, args ...any) {
		out.Steps = append(out.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	area, kc := b.Area(d.Canopy), Kc(d.Canopy, d.Mulched)
	all := measure.Volume(d.ET0 * area * kc)
	step(measure.Area(area), "that evaporate: the top, or leaves of {} plants at {} of their fullest", max(1, b.Plants), share(d.Canopy))
	step(kc, "for medium and leaf, {}", map[bool]string{true: "mulched", false: "bare"}[d.Mulched])
	step(all, "{} of evaporation × {} × {}", measure.Rain(d.ET0), measure.Area(area), share(kc))
	if b.Cloth {
		step(nil, "sides that breathe: × {}", clothFactor)
	}
	if b.Sun > 0 {
		step(nil, "{} h of sun a day: × {}", share(b.Sun), share(math.Min(1, math.Max(leastSun, b.Sun/fullSun))))
	}
	if b.Factor > 0 && b.Factor != 1 {
		step(nil, "its own factor, by what you entered: × {}", share(b.Factor))
	}
	full := b.Loss(d)
	step(full, "together, with enough in it")
	if full-lost > 1e-9 {
		step(lost, "{} % are left: medium under {} % gives up less", int(100*before.Theta()+0.5), int(100*holdsOn))
	}
	return out
}

// share for reading, to a hundredth.
func share(v float64) float64 { return math.Round(100*v) / 100 }
