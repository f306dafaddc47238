// Package filled gives tests the demo, filled once for each test program and copied for each
// garden that is opened on it.
package filled

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"glebata/demo"
	"glebata/garden"
	"glebata/station"
	"glebata/store"
)

// Content of a file with the demo in it.
var Content = sync.OnceValues(func() ([]byte, error) {
	dir, err := os.MkdirTemp("", "glebata-filled-")
	if err != nil {
		return nil, err
	}
	defer func() { _ = os.RemoveAll(dir) }() // what stays is the system's to clear
	path := filepath.Join(dir, "demo.glebata")
	s, err := store.Open(context.Background(), path, store.Throwaway)
	if err != nil {
		return nil, err
	}
	err = demo.Fill(context.Background(), garden.Open(s, station.NewWeather(station.UsualSeed)))
	if err := errors.Join(err, s.Close()); err != nil {
		return nil, err
	}
	return os.ReadFile(path)
})

// File of a test's own with the demo in it.
func File(t testing.TB) string {
	t.Helper()
	content, err := Content()
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "demo.glebata")
	if err := os.WriteFile(path, content, 0o600); err != nil {
		t.Fatal(err)
	}
	return path
}

// Garden of a test's own with the demo in it, and its store.
func Garden(t testing.TB) (*garden.Garden, *store.Store) {
	t.Helper()
	s, err := store.Open(context.Background(), File(t), store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	g := garden.Open(s, station.NewWeather(station.UsualSeed))
	t.Cleanup(func() {
		g.Close()
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	})
	return g, s
}
