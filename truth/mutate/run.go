package mutate

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"time"
)

// Fate of a mutant.
type Fate int

// The fates.
const (
	Killed   Fate = iota // a test told it apart
	Survived             // no test of its package did
	Unborn               // it does not compile
)

// patience with the tests of one mutant: one that runs on without end is told apart.
const patience = 3 * time.Minute

// Try the tests of a mutant's own package on it. The tree is not changed.
func (m *Mutant) Try(ctx context.Context, root string) (Fate, error) {
	dir, err := os.MkdirTemp("", "mutant-")
	if err != nil {
		return Unborn, err
	}
	defer func() { _ = os.RemoveAll(dir) }() // what stays is the system's to clear
	source, err := m.Source(root)
	if err != nil {
		return Unborn, err
	}
	mutated, overlay := filepath.Join(dir, "mutated.go"), filepath.Join(dir, "overlay.json")
	replace, err := json.Marshal(map[string]any{"Replace": map[string]string{filepath.Join(root, m.File): mutated}})
	if err != nil {
		return Unborn, err
	}
	for path, content := range map[string][]byte{mutated: source, overlay: replace} {
		if err := os.WriteFile(path, content, 0o600); err != nil {
			return Unborn, err
		}
	}
	ctx, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	test := exec.CommandContext(ctx, "go", "test", "-overlay", overlay, "-vet=off", "-count=1", "-failfast", "./"+m.Package)
	test.Dir = root
	test.WaitDelay = time.Second
	said, err := test.CombinedOutput()
	switch {
	case err == nil:
		return Survived, nil
	case bytes.Contains(said, []byte("[build failed]")), bytes.Contains(said, []byte("[setup failed]")):
		return Unborn, nil
	case ctx.Err() != nil, bytes.Contains(said, []byte("FAIL")), bytes.Contains(said, []byte("panic")):
		return Killed, nil
	}
	return Unborn, fmt.Errorf("testing %s: %w: %s", m.Package, err, said)
}
