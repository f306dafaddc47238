package store

import (
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"glebata/garden"
)

// A child process writes and says so; it is killed at once; what it said it
// wrote must be there.
func TestAcknowledgedSurvivesAKill(t *testing.T) {
	if path := os.Getenv("GLEBATA_KILL_TEST"); path != "" {
		s := open(t, path)
		for year := 1900; ; year++ {
			must(t, s.Update(ctx, func(w garden.Writer) error { _, err := w.AddSeason(ctx, year); return err }))
			if _, err := os.Stdout.WriteString("kept\n"); err != nil {
				return
			}
		}
	}
	path := filepath.Join(t.TempDir(), "g.glebata")
	child := exec.Command(os.Args[0], "-test.run", "^TestAcknowledgedSurvivesAKill$")
	child.Env = append(os.Environ(), "GLEBATA_KILL_TEST="+path)
	out, err := child.StdoutPipe()
	must(t, err)
	must(t, child.Start())
	acknowledged := 0
	buf := make([]byte, 5)
	for acknowledged < 25 {
		if _, err := out.Read(buf); err != nil {
			t.Fatal(err)
		}
		acknowledged++
	}
	must(t, child.Process.Kill())
	_ = child.Wait() // killed
	s := open(t, path)
	defer func() { must(t, s.Close()) }()
	seasons := view(t, s, func(r garden.Reader) ([]garden.Season, error) { return r.Seasons(ctx) })
	if len(seasons) < acknowledged {
		t.Errorf("%d acknowledged, %d kept", acknowledged, len(seasons))
	}
	var sound string
	if err := s.write.Get(&sound, `PRAGMA integrity_check`); err != nil || sound != "ok" {
		t.Errorf("after the kill the file is %q, %v", sound, err)
	}
}
