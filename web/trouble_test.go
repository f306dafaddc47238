package web_test

import (
	"bytes"
	"context"
	"log/slog"
	"net/http"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden"
	"glebata/station"
	"glebata/store"
)

// What cannot be saved says so, keeps what was typed, and every page warns of it.
func TestNothingCanBeSavedIsSaid(t *testing.T) {
	nothing := func(*garden.Garden) error { return nil }
	today := measure.Date(2026, 6, 9)
	readOnly := filepath.Join(t.TempDir(), "read-only.glebata")
	s, err := store.Open(context.Background(), readOnly, store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(readOnly, 0o400); err != nil {
		t.Fatal(err)
	}
	gone := filepath.Join(t.TempDir(), "gone.glebata")
	for want, open := range map[string]func() *site{
		"can only be read": func() *site { return openFile(t, readOnly, today, nothing) },
		"was moved, deleted or replaced": func() *site {
			s := openFile(t, gone, today, nothing)
			if err := os.Remove(gone); err != nil {
				t.Fatal(err)
			}
			return s
		},
	} {
		s := open()
		status, body := s.post("/varieties", "name", "Harbour Lantern", "class", "first-early")
		if status != 422 || !strings.Contains(body, want) || !strings.Contains(body, `value="Harbour Lantern"`) {
			t.Errorf("%q: a form answers %d without the words or what was typed", want, status)
		}
		if status, body := s.get("/bags"); status != 200 || !strings.Contains(body, want) {
			t.Errorf("%q: a page answers %d, and does not warn", want, status)
		}
	}
}

// A file that is damaged while the program has it open is told as that when it is read, and not
// as if what was saved were safe.
func TestADamagedFileIsToldOnReading(t *testing.T) {
	path := filled.File(t)
	again := openFile(t, path, demo.Today(), asItIs)
	content, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	for i := 8192; i < len(content); i++ {
		content[i] = 0x5a
	}
	if err := os.WriteFile(path, content, 0o600); err != nil {
		t.Fatal(err)
	}
	if status, body := again.get("/"); status != http.StatusServiceUnavailable || !strings.Contains(body, "file is damaged") || strings.Contains(body, "is safe") {
		t.Errorf("a page of a damaged file answers %d: %s", status, body)
	}
}

// broken is a scale that fails in a way that nobody thought of.
type broken struct{ *station.Devices }

func (broken) Reading(int) measure.Mass { panic("the scale broke") }

// What goes wrong on our side is logged with where it came from, under the number that the
// answer has.
func TestAPanicIsFoundByItsNumber(t *testing.T) {
	var log bytes.Buffer
	before := slog.Default()
	slog.SetDefault(slog.New(slog.NewTextHandler(&log, nil)))
	defer slog.SetDefault(before)
	s := openAmong(t, filepath.Join(t.TempDir(), "g.glebata"), demo.Today(), station.NewWeather(station.UsualSeed), broken{station.NewDevices(station.UsualSeed)}, func(*garden.Garden) error { return nil })
	status, body := s.get("/read/scale?n=1")
	number := regexp.MustCompile(`under number ([0-9a-f]{8})`).FindStringSubmatch(body)
	if status != http.StatusInternalServerError || number == nil {
		t.Fatalf("a panic answers %d: %s", status, body)
	}
	if said := log.String(); !strings.Contains(said, "number="+number[1]) || !strings.Contains(said, "the scale broke") || !strings.Contains(said, "broken.Reading") || !strings.Contains(said, "path=/read/scale") {
		t.Errorf("the log does not say where it came from: %s", said)
	}
}
