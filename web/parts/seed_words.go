package parts

import (
	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// SeedOf says what went into a planting, or will; short where its weight is known.
func SeedOf(st *forecast.PlantingForecast) measure.Phrase {
	planned := st.Stage == logbook.StagePlanned
	switch {
	case st.Variety.Class.Crop() == crop.SweetPotato && (st.Mother > 0 || st.Start == logbook.WholeRoot):
		return logbook.RootWords(max(1, st.Plants), st.Mother)
	case st.Variety.Class.Crop() == crop.SweetPotato && planned:
		return logbook.SlipWords(st.Number, true, logbook.Slips)
	case st.Variety.Class.Crop() == crop.SweetPotato:
		return logbook.SlipWords(st.Plants, st.Counted, st.Start)
	case planned:
		return measure.Say("about {}", st.SeedWanted())
	case st.State.Seed == 0:
		return measure.Say("not weighed")
	}
	return measure.Say("{}{}", st.State.Seed, SeedMark(st))
}

// SeedMark says how the weight of seed is known, where it was not weighed.
func SeedMark(st *forecast.PlantingForecast) measure.Phrase {
	switch {
	case st.SeedHow == measure.Simulated:
		return measure.Say(", simulated")
	case st.SeedHigh > st.SeedLow:
		return measure.Say(", estimated: {} to {}", st.SeedLow, st.SeedHigh)
	}
	return measure.Say("")
}

// RatioText is a ratio, or what it lies between where seed was estimated.
func RatioText(b lift.Bag, sys measure.System) string {
	r, ok := b.Ratio()
	if !ok {
		return ""
	}
	if low, high := b.RatioRange(); high > low {
		return sys.Print(measure.Ratio(low)) + " to " + sys.Print(measure.Ratio(high))
	}
	return sys.Print(measure.Ratio(r))
}
