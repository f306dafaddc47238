package demo_test

import (
	"context"
	"path/filepath"
	"testing"

	"glebata/demo"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/station"
	"glebata/store"
)

func filled(t *testing.T) *garden.View {
	t.Helper()
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "demo.glebata"), store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	})
	g := garden.Open(s, station.NewWeather(station.UsualSeed))
	if err := demo.Fill(context.Background(), g); err != nil {
		t.Fatal(err)
	}
	v, err := g.Look(context.Background(), demo.Today())
	if err != nil {
		t.Fatal(err)
	}
	return v
}

func TestScenarioIsTheSameEveryTime(t *testing.T) {
	describe := func() []forecast.PlantingForecast {
		row, err := filled(t).Row()
		if err != nil {
			t.Fatal(err)
		}
		return row
	}
	a, b := describe(), describe()
	if len(a) != 18 {
		t.Fatalf("%d bags stand in the row, want 18", len(a))
	}
	for i := range a {
		if a[i].Bag.Label != b[i].Bag.Label || a[i].Level != b[i].Level || a[i].Seed != b[i].Seed || a[i].Job.Kind != b[i].Job.Kind {
			t.Errorf("bag %s differs between two builds", a[i].Bag.Label)
		}
	}
}

// 2024 with nine bags and two pickings that were never weighed; 2025 with fifteen, of
// which one was lost, and a trial of three bags an arm.
func TestScenarioHasItsFinishedSeasons(t *testing.T) {
	done, err := filled(t).Finished()
	if err != nil {
		t.Fatal(err)
	}
	if len(done) != 24 {
		t.Fatalf("%d finished bags, want 24", len(done))
	}
	unweighed, lost := 0, 0
	arms := map[int]int{}
	for _, s := range done {
		if s.Unweighed {
			unweighed++
		}
		if s.Season.Year == 2025 && s.Variety.Name == "Cold Quay" {
			arms[s.Plants]++
		}
		if s.Harvest.Edible <= 0 {
			lost++
		}
		if s.Seed <= 0 {
			t.Errorf("bag %s has no seed weight", s.Bag.Label)
		}
	}
	if lost != 1 || arms[2] != 3 || arms[3] != 3 {
		t.Errorf("%d bags lost, arms %v", lost, arms)
	}
	if unweighed != 2 {
		t.Errorf("%d bags with an unweighed picking, want 2", unweighed)
	}
}
