package web

import (
	"strings"

	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// seedKnownWords say what is known of seed.
func seedKnownWords(a seed.Amount, k seed.Known) measure.Phrase {
	n := measure.Say("{} pieces", a.Count)
	if a.Count == 1 {
		n = measure.Say("1 piece")
	}
	switch {
	case a.Mass == 0 && a.Counted:
		return measure.Say("{}, not weighed", n)
	case a.How == measure.Unknown:
		return measure.Say("not weighed")
	case a.How == measure.Simulated:
		return measure.Say("{}, {} of seed, simulated", n, a.Mass)
	case a.Ranged() && a.Counted:
		return measure.Say("{}, about {} of seed: {} to {}", n, a.Mass, a.Low, a.High)
	case a.Ranged():
		return measure.Say("about {} of seed: {} to {}, not counted", a.Mass, a.Low, a.High)
	case a.Counted:
		return measure.Say("{}, {} of seed", n, a.Mass)
	}
	return measure.Say("{} of seed, not counted", a.Mass)
}

// plantedWords say what was planted.
func plantedWords(st *forecast.PlantingForecast, e *logbook.Entry) measure.Phrase {
	if st.Variety.Class.Crop() == crop.Potato {
		return measure.Say("planted {}", seedKnownWords(e.Seed.Amount(st.Number), e.Seed))
	}
	if root := e.Seed.Amount(st.Number).Mass; root > 0 || e.Start == logbook.WholeRoot {
		return measure.Say("planted {}", rootWords(max(1, e.Seed.Count, len(e.Seed.Pieces)), root))
	}
	return measure.Say("planted {}", slipWords(e.Slips, e.Slips > 0, e.Start))
}

func rootWords(n int, mother measure.Mass) measure.Phrase {
	says := measure.Say("{} roots", n)
	if n == 1 {
		says = measure.Say("1 root")
	}
	if mother == 0 {
		return measure.Say("{}, not weighed", says)
	}
	return measure.Say("{}, mother weight {}", says, mother)
}

// slipWords count slips or cuttings; those not counted are as many as were planned.
func slipWords(n int, counted bool, start logbook.Start) measure.Phrase {
	what := map[logbook.Start]string{logbook.Cuttings: "vine cuttings"}[start]
	if what == "" {
		what = "slips"
	}
	if !counted {
		return measure.Say(what + ", not counted")
	}
	if n == 1 {
		what = strings.TrimSuffix(what, "s")
	}
	return measure.Say("{} "+what, n)
}

// seedOf says what went into a planting, or will; short where its weight is known.
func seedOf(st *forecast.PlantingForecast) measure.Phrase {
	planned := st.Stage == logbook.StagePlanned
	switch {
	case st.Variety.Class.Crop() == crop.SweetPotato && (st.Mother > 0 || st.Start == logbook.WholeRoot):
		return rootWords(max(1, st.Plants), st.Mother)
	case st.Variety.Class.Crop() == crop.SweetPotato && planned:
		return slipWords(st.Number, true, logbook.Slips)
	case st.Variety.Class.Crop() == crop.SweetPotato:
		return slipWords(st.Plants, st.Counted, st.Start)
	case planned:
		return measure.Say("about {}", st.SeedWanted())
	case st.State.Seed == 0:
		return measure.Say("not weighed")
	}
	return measure.Say("{}{}", st.State.Seed, seedMark(st))
}

// seedMark says how the weight of seed is known, where it was not weighed.
func seedMark(st *forecast.PlantingForecast) measure.Phrase {
	switch {
	case st.SeedHow == measure.Simulated:
		return measure.Say(", simulated")
	case st.SeedHigh > st.SeedLow:
		return measure.Say(", estimated: {} to {}", st.SeedLow, st.SeedHigh)
	}
	return measure.Say("")
}

// ratioText is a ratio, or what it lies between where seed was estimated.
func ratioText(b lift.Bag) string {
	r, ok := b.Ratio()
	if !ok {
		return ""
	}
	if low, high := b.RatioRange(); high > low {
		return measure.Ratio(low).String() + " to " + measure.Ratio(high).String()
	}
	return measure.Ratio(r).String()
}
