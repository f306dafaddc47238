package store

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"glebata/garden/logbook"
)

func TestBackupWhileItIsWritten(t *testing.T) {
	dir := t.TempDir()
	path, to := filepath.Join(dir, "g.glebata"), filepath.Join(dir, "b.glebata")
	s := open(t, path)
	defer func() { must(t, s.Close()) }()
	must(t, addSeason(s, 1950))
	stop := make(chan struct{})
	var writing sync.WaitGroup
	writing.Go(func() {
		for year := 1951; year < 2190; year++ {
			select {
			case <-stop:
				return
			default:
			}
			if err := addSeason(s, year); err != nil {
				t.Error(err)
				return
			}
		}
	})
	must(t, Backup(ctx, path, to))
	close(stop)
	writing.Wait()
	if r, err := Look(ctx, to, true); err != nil || len(r.Unsound) > 0 {
		t.Errorf("the backup is %+v, %v", r, err)
	}
	if n := seasonsIn(t, to); n < 1 {
		t.Errorf("the backup has %d seasons", n)
	}
	if err := Backup(ctx, path, to); err == nil {
		t.Error("a backup overwrote a file")
	}
}

func TestRestoreChecksFirstAndKeepsTheOld(t *testing.T) {
	dir := t.TempDir()
	path, backup := filepath.Join(dir, "g.glebata"), filepath.Join(dir, "b.glebata")
	s := open(t, path)
	must(t, addSeason(s, 2001))
	must(t, Backup(ctx, path, backup))
	must(t, addSeason(s, 2002))
	now := time.Date(2026, 6, 9, 8, 30, 0, 0, time.UTC)
	if _, err := Restore(ctx, backup, path, false, now); err == nil {
		t.Error("restored over a garden without force")
	}
	if _, err := Restore(ctx, backup, path, true, now); !errors.Is(err, logbook.ErrBusy) {
		t.Errorf("restored over a garden that is open: %v", err)
	}
	must(t, s.Close())
	junk := filepath.Join(dir, "junk.glebata")
	must(t, os.WriteFile(junk, []byte("no garden at all, a letter"), 0o600))
	if _, err := Restore(ctx, junk, path, true, now); !errors.Is(err, ErrForeign) {
		t.Errorf("restored junk: %v", err)
	}
	old, err := Restore(ctx, backup, path, true, now)
	must(t, err)
	if n, was := seasonsIn(t, path), seasonsIn(t, old); n != 1 || was != 2 {
		t.Errorf("restored %d seasons, the old one beside has %d; want 1 and 2", n, was)
	}
	elsewhere := filepath.Join(dir, "elsewhere.glebata")
	if old, err := Restore(ctx, backup, elsewhere, false, now); err != nil || old != "" || seasonsIn(t, elsewhere) != 1 {
		t.Errorf("restored to a new place: %q, %v", old, err)
	}
}

func TestOwnBackupsOfEachDay(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.glebata")
	s := open(t, path)
	must(t, addSeason(s, 2001))
	must(t, s.Close())
	day := time.Date(2026, 1, 1, 12, 0, 0, 0, time.UTC)
	for i := range 14 {
		must(t, backupOfDay(ctx, path, day.AddDate(0, 0, i)))
		must(t, backupOfDay(ctx, path, day.AddDate(0, 0, i))) // a second time that day
	}
	kept, err := filepath.Glob(filepath.Join(backupFolder(path), "*"))
	must(t, err)
	if len(kept) != backupsKept || filepath.Base(kept[0]) != "2026-01-05.glebata" {
		t.Errorf("kept %v", kept)
	}
	for _, f := range kept {
		if info, err := os.Stat(f); err != nil || info.Mode().Perm() != 0o600 {
			t.Errorf("%s: %v, %v", f, info.Mode(), err)
		}
	}
	// The program makes one of its own at the start of a day of use.
	must(t, os.RemoveAll(backupFolder(path)))
	s = open(t, path)
	want := filepath.Join(backupFolder(path), fmt.Sprint(time.Now().Format(time.DateOnly), ".glebata"))
	for i := 0; ; i++ {
		if _, err := os.Stat(want); err == nil {
			break
		}
		if i == 3000 { // half a minute
			t.Fatal("no backup of the day")
		}
		time.Sleep(10 * time.Millisecond)
	}
	must(t, s.Close())
}
