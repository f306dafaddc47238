package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"strings"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/database"

	"glebata/garden/logbook"
)

// applicationID marks a SQLite file as a garden of ours: "Gleb" in its header.
const applicationID = 0x476c6562

// ErrForeign is a file that is no garden; ErrNewer one that a later version of
// the program has written. Neither is changed.
var (
	ErrForeign = errors.New("this file is not a garden")
	ErrNewer   = errors.New("this garden was written by a newer version of the program: use that one")
)

// Report is what a look into a garden's file finds, without changing it.
type Report struct {
	Version int64    // of its tables; 0 for an empty file
	Newest  int64    // that this program knows
	Unsound []string // what SQLite finds wrong with the file, at most a few lines
}

// known is the newest version of the tables that this program knows.
func known() (int64, error) {
	files, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil || len(files) == 0 {
		return 0, fmt.Errorf("the program holds no tables: %w", err)
	}
	return goose.NumericComponent(files[len(files)-1])
}

// Look into a garden's file: whose it is, how old, and whether it is sound. With
// thorough the whole of it is read, references too. The file is not changed.
func Look(ctx context.Context, path string, thorough bool) (Report, error) {
	var r Report
	var err error
	if r.Newest, err = known(); err != nil {
		return r, err
	}
	if err := looksLikeSQLite(path); err != nil {
		return r, err
	}
	if err := r.recognise(ctx, path); err != nil {
		return r, err
	}
	db, err := connectShared(ctx, path)
	if err != nil {
		return r, err
	}
	defer func() { _ = db.Close() }() // nothing was written
	check := `PRAGMA quick_check(3)`
	if thorough {
		check = `PRAGMA integrity_check(20)`
	}
	if err := db.SelectContext(ctx, &r.Unsound, check); err != nil {
		return r, told(fmt.Errorf("checking %s: %w", path, err))
	}
	if len(r.Unsound) == 1 && r.Unsound[0] == "ok" {
		r.Unsound = nil
	}
	if thorough {
		var loose []string
		err := db.SelectContext(ctx, &loose, `SELECT "table" || ' row ' || coalesce(rowid, 0) || ' refers to no row of ' || parent FROM pragma_foreign_key_check LIMIT 20`)
		if err != nil {
			return r, told(fmt.Errorf("checking %s: %w", path, err))
		}
		r.Unsound = append(r.Unsound, loose...)
	}
	return r, nil
}

// recognise whose the file is, and how old, in a way that changes nothing of it.
func (r *Report) recognise(ctx context.Context, path string) error {
	db, err := connectReading(ctx, path)
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }() // nothing was written
	if r.Version, err = readVersion(ctx, db); err != nil {
		return told(err)
	}
	if r.Version > r.Newest {
		return fmt.Errorf("%w (its tables are version %d, known are %d)", ErrNewer, r.Version, r.Newest)
	}
	return nil
}

// looksLikeSQLite reads the head of a file.
func looksLikeSQLite(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	defer func() { _ = f.Close() }() // only read
	head := make([]byte, 16)
	if _, err := io.ReadFull(f, head); err != nil || string(head) != "SQLite format 3\x00" {
		return fmt.Errorf("%s: %w", path, ErrForeign)
	}
	return nil
}

// readVersion of a garden's tables; ErrForeign for another program's.
func readVersion(ctx context.Context, db *sqlx.DB) (int64, error) {
	var id, tables, ours int64
	if err := db.GetContext(ctx, &id, `PRAGMA application_id`); err != nil {
		return 0, err
	}
	err := db.QueryRowContext(ctx, `SELECT count(*), count(*) FILTER (WHERE name IN ('goose_db_version', 'planting', 'entry')) FROM sqlite_schema WHERE type = 'table'`).Scan(&tables, &ours)
	switch {
	case err != nil:
		return 0, err
	case id != 0 && id != applicationID, id == 0 && tables > 0 && ours < 3:
		return 0, ErrForeign
	case tables == 0:
		return 0, nil
	}
	var version int64
	err = db.GetContext(ctx, &version, `SELECT coalesce(max(version_id), 0) FROM goose_db_version WHERE is_applied`)
	return version, err
}

// address of a file for the driver.
func address(path, more string) string {
	return "file:" + (&url.URL{Path: path}).EscapedPath() + "?" + more
}

// connectReading opens a file so that nothing in it or beside it changes, where
// that can be.
func connectReading(ctx context.Context, path string) (*sqlx.DB, error) {
	how := "mode=ro&_pragma=busy_timeout(2000)"
	if wal, err := os.Stat(path + "-wal"); err != nil || wal.Size() == 0 {
		how = "mode=ro&immutable=1"
	}
	db, err := sqlx.ConnectContext(ctx, "sqlite", address(path, how))
	if err != nil {
		return nil, told(fmt.Errorf("opening %s: %w", path, err))
	}
	return db, nil
}

// connectShared opens a garden to be read while another program may write it; where
// it cannot be written, nobody does.
func connectShared(ctx context.Context, path string) (*sqlx.DB, error) {
	if !writable(path) {
		return connectReading(ctx, path)
	}
	db, err := sqlx.ConnectContext(ctx, "sqlite", address(path, "mode=rw&_pragma=busy_timeout(2000)"))
	if err != nil {
		return nil, told(fmt.Errorf("opening %s: %w", path, err))
	}
	return db, nil
}

// connectWriting opens a file to be written.
func connectWriting(ctx context.Context, path string, d Durability, more string) (*sqlx.DB, error) {
	db, err := sqlx.ConnectContext(ctx, "sqlite", address(path,
		"_pragma=busy_timeout(3000)&_pragma=journal_mode(WAL)&_pragma=synchronous("+string(d)+")&_pragma=foreign_keys(1)"+more))
	if err != nil {
		return nil, told(fmt.Errorf("opening %s: %w", path, err))
	}
	return db, nil
}

// place is where a garden's file is, or will be.
type place struct {
	path     string
	fresh    bool // it holds nothing yet
	readOnly bool
}

// findPlace looks at a path before it is opened. A file that is not there is made,
// for its owner alone.
func findPlace(path string) (place, error) {
	abs, err := filepath.Abs(path)
	if err != nil {
		return place{}, fmt.Errorf("finding %s: %w", path, err)
	}
	p := place{path: abs}
	folder, err := os.Stat(filepath.Dir(abs))
	if err != nil || !folder.IsDir() {
		return p, fmt.Errorf("the folder %s is not there: make it first, or name another", filepath.Dir(abs))
	}
	info, err := os.Stat(abs)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		f, err := os.OpenFile(abs, os.O_CREATE|os.O_EXCL|os.O_RDWR, 0o600)
		if err != nil {
			return p, fmt.Errorf("making the garden's file: %w", err)
		}
		p.fresh = true
		return p, f.Close()
	case err != nil:
		return p, fmt.Errorf("finding the garden's file: %w", err)
	case !info.Mode().IsRegular():
		return p, fmt.Errorf("%s is not a file", abs)
	}
	p.fresh = info.Size() == 0
	p.readOnly = info.Mode().Perm()&0o222 == 0 || !writable(abs)
	return p, nil
}

// writable reports whether a file can be written, and another made beside it, as
// SQLite does.
func writable(path string) bool {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return false
	}
	_ = f.Close() // nothing was written
	beside, err := os.CreateTemp(filepath.Dir(path), ".glebata-")
	if err != nil {
		return false
	}
	_ = beside.Close()
	return os.Remove(beside.Name()) == nil
}

// prepareFile brings a file's tables up to date and marks it as ours. The file as it
// was is kept as a backup first, where keep is set.
func prepareFile(ctx context.Context, db *sqlx.DB, keep func(version int64) error) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(database.DialectSQLite3, db.DB, files)
	if err != nil {
		return err
	}
	pending, err := p.HasPending(ctx)
	if err != nil {
		return told(err)
	}
	var newest int64
	if newest, err = known(); err != nil {
		return err
	}
	if pending {
		if keep != nil {
			if err := keep(newest); err != nil {
				return fmt.Errorf("keeping a backup before the file is brought up to date: %w", err)
			}
		}
		if _, err := p.Up(ctx); err != nil {
			return told(err)
		}
	}
	var id, version int64
	if err := errors.Join(db.GetContext(ctx, &id, `PRAGMA application_id`), db.GetContext(ctx, &version, `PRAGMA user_version`)); err != nil {
		return told(err)
	}
	if id != applicationID || version != newest {
		_, err = db.ExecContext(ctx, fmt.Sprintf(`PRAGMA application_id = %d; PRAGMA user_version = %d`, applicationID, newest))
	}
	return told(err)
}

// refuseUnsound makes an error of what a look found wrong.
func (r Report) refuseUnsound(path string) error {
	if len(r.Unsound) == 0 {
		return nil
	}
	return fmt.Errorf("%w: %s: %s; restore a backup", logbook.ErrDamaged, path, strings.Join(r.Unsound, "; "))
}
