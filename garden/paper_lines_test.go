package garden

import (
	"strings"
	"testing"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// A line of paper is for what grows under its label; where several share a bag, their variety
// tells them apart.
func TestAPaperLineFindsItsBag(t *testing.T) {
	of := func(label, variety string, stage logbook.Stage) forecast.PlantingForecast {
		st := forecast.PlantingForecast{}
		st.Bag.Label, st.Variety.Name, st.Stage = label, variety, stage
		return st
	}
	row := []forecast.PlantingForecast{
		of("R1", "Cold Quay", logbook.StageGrowing), of("R2", "Cold Quay", logbook.StageGrowing), of("R2", "Netmender", logbook.StageGrowing), of("R3", "Netmender", logbook.StagePlanned),
	}
	for label, want := range map[string]string{
		"r1": "Cold Quay", "R2 netmender": "Netmender", "R2": "write its variety too", "R3": "Nothing grows", "R9": "Nothing grows", "": "Nothing grows",
	} {
		at, wrong := growingAs(row, label)
		if got := wrong; at != nil && at.Variety.Name != want || at == nil && !strings.Contains(got, want) {
			t.Errorf("%q finds %v, %q; want %q", label, at, wrong, want)
		}
	}
}
