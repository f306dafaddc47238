package lift

import (
	"glebata/core/measure"
	"glebata/core/working"
)

// BreakEven is the ratio at which a bag gives back the weight that was planted.
const BreakEven = 1.0

// Bag is what the measures of one bag are taken from.
type Bag struct {
	Seed measure.Mass // planted; 0 for slips, and where it is not known
	// SeedLow and SeedHigh are what it may be, where it was estimated; both 0 where it was
	// weighed.
	SeedLow, SeedHigh measure.Mass
	Plants            int            // tubers, pieces or slips planted
	Litres            measure.Volume // settled medium at the end; 0 in the ground
	Area              measure.Area   // of floor it took, at the rim; 0 where it is not known
	Total
	// Unweighed is set when part of the harvest left the bag without a weight:
	// every measure is then the least it can be.
	Unweighed bool
}

// Ratio is edible harvest ÷ seed planted; ok is false without a seed weight.
func (b Bag) Ratio() (r float64, ok bool) { return over(b.Edible, b.Seed) }

// RatioRange is what the ratio may be where seed or harvest were not weighed; both are the
// ratio where they were.
func (b Bag) RatioRange() (low, high float64) {
	least, most := b.seedRange()
	from, to := b.HarvestRange()
	low, _ = over(from, most)
	high, _ = over(to, least)
	return low, high
}

// HarvestRange is what the edible harvest may be; both the harvest where all was weighed.
func (b Bag) HarvestRange() (low, high measure.Mass) {
	if b.High > 0 {
		return b.Low, b.High
	}
	return b.Edible, b.Edible
}

func (b Bag) seedRange() (low, high measure.Mass) {
	if b.SeedHigh > 0 {
		return b.SeedLow, b.SeedHigh
	}
	return b.Seed, b.Seed
}

// GrossRatio counts discards as well.
func (b Bag) GrossRatio() (r float64, ok bool) { return over(b.Gross, b.Seed) }

func over(harvest, seed measure.Mass) (float64, bool) {
	if seed <= 0 {
		return 0, false
	}
	return float64(harvest / seed), true
}

// PerLitre is edible harvest for each litre of settled medium, 0 without litres.
func (b Bag) PerLitre() measure.Mass {
	if b.Litres <= 0 {
		return 0
	}
	return measure.Mass(float64(b.Edible) / float64(b.Litres))
}

// PerArea is edible harvest for each square metre of floor, 0 without one.
func (b Bag) PerArea() measure.Mass {
	if b.Area <= 0 {
		return 0
	}
	return measure.Mass(float64(b.Edible) / float64(b.Area))
}

// PerPlant is edible harvest for each tuber or slip planted, 0 without plants.
func (b Bag) PerPlant() measure.Mass {
	if b.Plants <= 0 {
		return 0
	}
	return b.Edible / measure.Mass(b.Plants)
}

// MeanTuberWorking shows the mean over the batches that were counted.
func (t Total) MeanTuberWorking() working.Working {
	return working.Working{
		Title: "Mean tuber", Result: t.MeanTuber(), Mark: working.Sum,
		Steps: []working.Step{
			{Says: "weight of the batches that were counted and weighed", Result: t.Counted},
			{Says: "tubers in them", Result: t.Own},
			{Says: "{} ÷ {}", Args: []any{t.Counted, t.Own}, Result: t.MeanTuber()},
		},
		Changes: "Counting the other batches too.",
	}
}

// RatioWorking shows edible harvest against seed. Call it only for a bag with a
// seed weight.
func (b Bag) RatioWorking() working.Working {
	r, _ := b.Ratio()
	w := working.Working{
		Title: "Harvest for each gram of seed", Result: measure.Ratio(r), Mark: working.Sum,
		Steps: []working.Step{
			{Says: "edible harvest (keep, small, eat first, saved seed)", Result: b.Edible},
			{Says: "seed planted", Result: b.Seed},
			{Says: "{} ÷ {}", Args: []any{b.Edible, b.Seed}, Result: measure.Ratio(r)},
		},
		Source:  "ratio of totals; break-even is 1, where the bag gave back its seed",
		Changes: "A batch weighed later, or a seed weight corrected.",
	}
	low, high := b.RatioRange()
	from, to := b.HarvestRange()
	switch {
	case high-low < 1e-9:
	case to-from <= grain:
		w.Steps = append(w.Steps, working.Step{Says: "the seed was estimated, {} to {}: between {} and", Args: []any{b.SeedLow, b.SeedHigh, measure.Ratio(low)}, Result: measure.Ratio(high)})
	default:
		w.Steps = append(w.Steps, working.Step{Says: "not all was weighed, {} to {} of harvest: between {} and", Args: []any{from, to, measure.Ratio(low)}, Result: measure.Ratio(high)})
	}
	if gross, ok := b.GrossRatio(); ok && b.Gross > b.Edible {
		w.Steps = append(w.Steps, working.Step{Says: "with discards: {} ÷ {}", Args: []any{b.Gross, b.Seed}, Result: gross})
	}
	if b.Unweighed {
		w.Steps = append(w.Steps, working.Step{Says: "some tubers left this bag unweighed: the true ratio is higher"})
	}
	return w
}

// PerLitreWorking shows edible harvest for each litre.
func (b Bag) PerLitreWorking() working.Working {
	return b.shared("Harvest for each litre of medium", "settled medium in the bag at the end", b.Litres, measure.PerLitre(b.PerLitre()), "How high the bag was filled.")
}

// PerAreaWorking shows edible harvest for each square metre.
func (b Bag) PerAreaWorking() working.Working {
	return b.shared("Harvest for each square metre", "floor it took, at the rim", b.Area, measure.PerArea(b.PerArea()), "How closely bags stand.")
}

// PerPlantWorking shows edible harvest for each plant.
func (b Bag) PerPlantWorking() working.Working {
	return b.shared("Harvest for each plant", "tubers or slips planted", b.Plants, b.PerPlant(), "How many were planted together.")
}

// shared is the working of edible harvest divided by something of the bag.
func (b Bag) shared(title, among string, by, each any, changes string) working.Working {
	return working.Working{
		Title: title, Result: each, Mark: working.Sum, Changes: changes,
		Steps: []working.Step{
			{Says: "edible harvest", Result: b.Edible},
			{Says: among, Result: by},
			{Says: "{} ÷ {}", Args: []any{b.Edible, by}, Result: each},
		},
	}
}

// ShareWorking shows one quantity of a harvest divided by another: a stem, a plant, an hour.
func ShareWorking(title, says string, of any, among string, by, each any) working.Working {
	return working.Working{
		Title: title, Result: each, Mark: working.Sum, Changes: "A batch weighed or counted later.",
		Steps: []working.Step{
			{Says: says, Result: of},
			{Says: among, Result: by},
			{Says: "{} ÷ {}", Args: []any{of, by}, Result: each},
		},
	}
}
