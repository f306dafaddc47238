package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"time"

	"glebata/garden/logbook"
)

// backupsKept of the program's own beside a garden.
const backupsKept = 10

// backupFolder holds the program's own backups of a garden.
func backupFolder(path string) string { return path + "-backups" }

// Backup writes a copy of the garden at path to a new file: all that was kept up to
// this moment, also while the program writes. The copy is for its owner alone.
// It never overwrites a file.
func Backup(ctx context.Context, path, to string) error {
	if _, err := Look(ctx, path, false); err != nil {
		return fmt.Errorf("%s: %w", path, err)
	}
	if _, err := os.Stat(to); err == nil {
		return fmt.Errorf("%s is there already: name another file", to)
	}
	return copyTo(ctx, path, to)
}

// copyTo a new file, whole or not at all.
func copyTo(ctx context.Context, path, to string) (err error) {
	f, err := os.CreateTemp(filepath.Dir(to), ".glebata-*") // made for its owner alone
	if err != nil {
		return fmt.Errorf("making the backup: %w", err)
	}
	part := f.Name()
	defer func() {
		if err != nil {
			err = errors.Join(err, os.Remove(part))
		}
	}()
	if err := f.Close(); err != nil {
		return err
	}
	db, err := connectShared(ctx, path)
	if err != nil {
		return err
	}
	_, err = db.ExecContext(ctx, `VACUUM INTO ?`, part)
	if err := errors.Join(err, db.Close()); err != nil {
		return told(fmt.Errorf("copying %s: %w", path, err))
	}
	if err := flush(part); err != nil {
		return err
	}
	return os.Rename(part, to)
}

// flush a file to the disk.
func flush(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// backupBefore the tables are brought up to a version.
func backupBefore(ctx context.Context, path string, version int64) error {
	return ownBackup(ctx, path, fmt.Sprintf("%s-before-%d", time.Now().Format(time.DateOnly), version))
}

// backupOfDay keeps a backup of a day of use, when there is none yet.
func backupOfDay(ctx context.Context, path string, now time.Time) error {
	return ownBackup(ctx, path, now.Format(time.DateOnly))
}

// ownBackup keeps a backup under a name, when there is none yet, and drops the
// oldest of too many.
func ownBackup(ctx context.Context, path, name string) error {
	folder := backupFolder(path)
	to := filepath.Join(folder, name+".glebata")
	if _, err := os.Stat(to); err == nil {
		return nil
	}
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return err
	}
	if err := copyTo(ctx, path, to); err != nil {
		return err
	}
	return dropOldest(folder)
}

func dropOldest(folder string) error {
	all, err := filepath.Glob(filepath.Join(folder, "*.glebata"))
	if err != nil {
		return err
	}
	slices.Sort(all) // their names begin with the day
	for len(all) > backupsKept {
		if err := os.Remove(all[0]); err != nil {
			return err
		}
		all = all[1:]
	}
	return nil
}

// Restore puts a backup in the place of the garden at path. The backup is checked
// thoroughly first. A garden that is there is only replaced with force, when no
// program has it open, and is kept beside; where, is returned ("" when there was
// none).
func Restore(ctx context.Context, backup, path string, force bool, now time.Time) (old string, err error) {
	r, err := Look(ctx, backup, true)
	if err != nil {
		return "", fmt.Errorf("%s: %w", backup, err)
	}
	if err := r.refuseUnsound(backup); err != nil {
		return "", err
	}
	if r.Version == 0 {
		return "", fmt.Errorf("%s is an empty garden", backup)
	}
	from, err := os.Stat(backup)
	if err != nil {
		return "", err
	}
	at, err := os.Stat(path)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return "", copyTo(ctx, backup, path)
	case err != nil:
		return "", err
	case os.SameFile(from, at):
		return "", errors.New("the backup and the garden are the same file")
	case !force:
		return "", fmt.Errorf("%s is there already: with --force it is kept beside and replaced", path)
	}
	if err := alone(ctx, path); err != nil {
		return "", err
	}
	part := path + ".restored"
	if err := copyTo(ctx, backup, part); err != nil {
		return "", err
	}
	old = fmt.Sprintf("%s.before-%s", path, now.Format("20060102-150405"))
	if err := os.Rename(path, old); err != nil {
		return "", errors.Join(err, os.Remove(part))
	}
	for _, beside := range []string{"-wal", "-shm"} { // of a file that is damaged, or is no garden
		if err := os.Rename(path+beside, old+beside); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return old, err
		}
	}
	return old, os.Rename(part, path)
}

// alone makes sure that no program has a garden open, and puts all of it into the one
// file. A file that is damaged or no garden is nobody's.
func alone(ctx context.Context, path string) (err error) {
	if _, err := Look(ctx, path, false); err != nil {
		return nil
	}
	db, err := connectWriting(ctx, path, Durable, "")
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, db.Close()) }()
	db.SetMaxOpenConns(1)
	var mode string
	if err := db.GetContext(ctx, &mode, `PRAGMA journal_mode = DELETE`); err != nil || mode != "delete" {
		return fmt.Errorf("%w: %s is open in a running program: stop that first", logbook.ErrBusy, path)
	}
	return nil
}
