package store

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"glebata/garden"
	"glebata/garden/logbook"
)

func addSeason(s *Store, year int) error {
	return s.Update(ctx, func(w garden.Writer) error { _, err := w.AddSeason(ctx, year); return err })
}

func seasonsIn(t *testing.T, path string) int {
	t.Helper()
	s, err := Open(ctx, path, Throwaway)
	must(t, err)
	defer func() { must(t, s.Close()) }()
	return len(view(t, s, func(r garden.Reader) ([]logbook.Season, error) { return r.Seasons(ctx) }))
}

// copyFile copies one file as a grower would, or a program that syncs.
func copyFile(t *testing.T, from, to string) {
	t.Helper()
	content, err := os.ReadFile(from)
	must(t, err)
	must(t, os.WriteFile(to, content, 0o600))
}

func TestAPlainCopyOfTheFileIsTheGarden(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.glebata")
	s := open(t, path)
	defer func() { must(t, s.Close()) }()
	for year := 2001; year <= 2030; year++ {
		must(t, addSeason(s, year))
	}
	time.Sleep(2 * time.Second)
	copied := filepath.Join(t.TempDir(), "copy.glebata")
	copyFile(t, path, copied)
	if n := seasonsIn(t, copied); n != 30 {
		t.Errorf("a copy of the file has %d of 30 seasons", n)
	}
	if info, err := os.Stat(path); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("the file's mode is %v, %v; want 0600", info.Mode(), err)
	}
}

func TestFilesOfOthersAreRefusedUnchanged(t *testing.T) {
	made := func(more string) string {
		path := filepath.Join(t.TempDir(), "g.glebata")
		s := open(t, path)
		must(t, try(s.write, more))
		must(t, s.Close())
		return path
	}
	foreign := filepath.Join(t.TempDir(), "other.db")
	db, err := connectWriting(ctx, foreign, Throwaway, "")
	must(t, err)
	_, err = db.Exec(`CREATE TABLE song (name TEXT); INSERT INTO song VALUES ('x')`)
	must(t, errors.Join(err, db.Close()))
	damaged := made(`INSERT INTO season (year) VALUES (2001)`)
	content, err := os.ReadFile(damaged)
	must(t, err)
	for i := 4096; i < len(content); i++ {
		content[i] = 0xa5
	}
	must(t, os.WriteFile(damaged, content, 0o600))
	for what, c := range map[string]struct {
		path string
		want error
	}{
		"another program's":          {foreign, ErrForeign},
		"another program's, by mark": {made(`PRAGMA application_id = 77`), ErrForeign},
		"a newer version's":          {made(`INSERT INTO goose_db_version (version_id, is_applied) VALUES (900, 1)`), ErrNewer},
		"a damaged one":              {damaged, logbook.ErrDamaged},
	} {
		before, err := os.ReadFile(c.path)
		must(t, err)
		s, err := Open(ctx, c.path, Durable)
		if !errors.Is(err, c.want) {
			t.Errorf("%s file: %v, want %v", what, err, c.want)
		}
		if s != nil {
			must(t, s.Close())
		}
		if after, err := os.ReadFile(c.path); err != nil || string(after) != string(before) {
			t.Errorf("%s file was changed, %v", what, err)
		}
	}
	if _, err := Open(ctx, filepath.Join(t.TempDir(), "no", "such", "g.glebata"), Durable); err == nil || !strings.Contains(err.Error(), "folder") {
		t.Errorf("a missing folder: %v", err)
	}
}

func TestAFileThatCannotBeWrittenIsRead(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.glebata")
	s := open(t, path)
	must(t, addSeason(s, 2001))
	must(t, s.Close())
	must(t, os.Chmod(path, 0o400))
	s = open(t, path)
	defer func() { must(t, s.Close()) }()
	if err := addSeason(s, 2002); !errors.Is(err, logbook.ErrReadOnly) || !errors.Is(s.Trouble(), logbook.ErrReadOnly) {
		t.Errorf("writing gave %v, the trouble is %v", err, s.Trouble())
	}
	if n := len(view(t, s, func(r garden.Reader) ([]logbook.Season, error) { return r.Seasons(ctx) })); n != 1 {
		t.Errorf("%d seasons are read, want 1", n)
	}
}

func TestNothingIsSavedIntoAFileThatIsGone(t *testing.T) {
	for what, away := range map[string]func(path string) error{
		"deleted":  os.Remove,
		"renamed":  func(path string) error { return os.Rename(path, path+".away") },
		"replaced": func(path string) error { return errors.Join(os.Remove(path), os.WriteFile(path, []byte("x"), 0o600)) },
	} {
		path := filepath.Join(t.TempDir(), "g.glebata")
		s := open(t, path)
		must(t, addSeason(s, 2001))
		must(t, away(path))
		if err := addSeason(s, 2002); !errors.Is(err, logbook.ErrMoved) {
			t.Errorf("%s: writing gave %v", what, err)
		}
		if !errors.Is(s.Trouble(), logbook.ErrMoved) {
			t.Errorf("%s: the trouble is %v", what, s.Trouble())
		}
		must(t, s.Close())
	}
}

func TestAPanicInAWriteRollsBack(t *testing.T) {
	s := fresh(t)
	func() {
		defer func() {
			if recover() == nil {
				t.Error("the panic was swallowed")
			}
		}()
		_ = s.Update(ctx, func(w garden.Writer) error {
			_, err := w.AddSeason(ctx, 2001)
			must(t, err)
			panic("in a write")
		})
	}()
	must(t, addSeason(s, 2002))
	if n := len(view(t, s, func(r garden.Reader) ([]logbook.Season, error) { return r.Seasons(ctx) })); n != 1 {
		t.Errorf("%d seasons, want the one that was written whole", n)
	}
}

func TestAFullDiskIsToldAndLeavesNothing(t *testing.T) {
	s := fresh(t)
	must(t, try(s.write, `PRAGMA max_page_count = 1`)) // no page more than there are
	err := s.Update(ctx, func(w garden.Writer) error {
		for i := range 2000 {
			if err := w.SetSetting(ctx, fmt.Sprint("name ", i), strings.Repeat("x", 100)); err != nil {
				return err
			}
		}
		return nil
	})
	if !errors.Is(err, logbook.ErrFull) {
		t.Errorf("a full disk gives %v", err)
	}
	must(t, try(s.write, `PRAGMA max_page_count = 100000`))
	must(t, addSeason(s, 2001))
	if got := view(t, s, func(r garden.Reader) (string, error) { return setting(r, "name 1") }); got != "" {
		t.Error("part of a write that failed was kept")
	}
}

// A page that gets no connection is told so, and those that held them are free again.
func TestAReadThatWaitsTooLongGivesUp(t *testing.T) {
	s := fresh(t)
	hold, held := make(chan struct{}), sync.WaitGroup{}
	var done sync.WaitGroup
	for range readers {
		held.Add(1)
		done.Go(func() {
			err := see(s, ctx, func(garden.Reader) error { held.Done(); <-hold; return nil })
			if err != nil {
				t.Error(err)
			}
		})
	}
	held.Wait()
	short, cancel := context.WithTimeout(ctx, 30*time.Millisecond)
	defer cancel()
	if err := see(s, short, func(garden.Reader) error { return nil }); !errors.Is(err, logbook.ErrBusy) {
		t.Errorf("with every connection taken a read gave %v", err)
	}
	close(hold)
	done.Wait()
	late, cancelLate := context.WithCancel(ctx)
	err := see(s, late, func(r garden.Reader) error {
		cancelLate() // its reader has gone
		_, err := r.Seasons(ctx)
		return err
	})
	if !errors.Is(err, context.Canceled) {
		t.Errorf("a read whose reader has gone went on: %v", err)
	}
	view(t, s, func(r garden.Reader) ([]logbook.Season, error) { return r.Seasons(ctx) })
}

// Everything at once, first thing after the start: no read waits for a connection
// that another read holds.
func TestManyFirstReadsAtOnce(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.glebata")
	s := open(t, path)
	stocked(t, s)
	must(t, s.Close())
	for range 10 {
		s := open(t, path)
		var all sync.WaitGroup
		for i := range 16 {
			all.Go(func() {
				err := see(s, ctx, func(r garden.Reader) error {
					_, err := r.Plantings(ctx, garden.Filter{Open: i%2 == 0, Bag: logbook.ID(i % 3)})
					_, err2 := r.Logs(ctx, garden.Filter{Finished: i%3 == 0})
					_, err3 := r.Bags(ctx)
					return errors.Join(err, err2, err3)
				})
				if err != nil {
					t.Error(err)
				}
			})
		}
		all.Wait()
		must(t, s.Close())
	}
}
