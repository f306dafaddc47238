package forecast

import (
	"glebata/core/climate"
	"glebata/garden/logbook"
)

// FrostyNight is a night for which something stands too open.
type FrostyNight struct {
	Forecast
	Pots   []string
	Chance float64 // that it freezes where they stand
	Act    bool    // tonight or never, and not only to be watched
}

// FrostyNights are the nights ahead on which pots have to come in.
func FrostyNights(forecast []Forecast, nursery []logbook.NursingState) []FrostyNight {
	var out []FrostyNight
	for _, f := range forecast {
		night := FrostyNight{Forecast: f}
		for i := range nursery {
			n := &nursery[i]
			gain := n.Now.Offset()
			if !n.Open() || n.Kind != logbook.Pot || gain.Frostless() || f.Min+float64(gain.Night) > climate.FrostWatch {
				continue
			}
			night.Pots = append(night.Pots, n.Label)
			night.Chance = max(night.Chance, f.FrostChance(n.Now))
			night.Act = night.Act || f.Lead <= 1 && f.Min+float64(gain.Night) <= climate.FrostAct
		}
		if len(night.Pots) > 0 {
			out = append(out, night)
		}
	}
	return out
}
