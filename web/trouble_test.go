package web_test

import (
	"context"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/garden"
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
