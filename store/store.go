package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"log/slog"
	"os"
	"sync/atomic"

	_ "modernc.org/sqlite" // registers the "sqlite" driver

	"glebata/garden"
	"glebata/garden/logbook"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Durability of what was acknowledged.
type Durability string

const (
	// Durable writes survive a kill and a power cut. For every real garden.
	Durable Durability = "FULL"
	// Throwaway writes survive a kill of the program only, and no backups are made.
	// For the demo's temporary file and for tests.
	Throwaway Durability = "OFF"
)

// Store is one garden in one SQLite file. Open one; the zero Store is unusable.
// It is safe for concurrent use: one writer at a time, readers beside it.
type Store struct {
	path   string
	opened os.FileInfo // the file that was opened, to tell when another lies there
	write  *pool       // a single connection; nil for a file that is only read
	read   *pool
	book   logCache
	gone   atomic.Bool // the file was found moved, deleted or replaced
	care   *caretaker  // nil for a file that is only read
	trace  atomic.Pointer[func(string)]
}

var _ garden.Store = (*Store)(nil)

// readers at the same time.
const readers = 4

// Open creates or migrates the file at path and opens it. A file that cannot be
// written is opened for reading only. It refuses, unchanged, a file of another
// program (ErrForeign), of a newer version of this one (ErrNewer), and one that is
// damaged (garden.ErrDamaged).
func Open(ctx context.Context, path string, d Durability) (*Store, error) {
	p, err := findPlace(path)
	if err != nil {
		return nil, err
	}
	s := &Store{path: p.path}
	if !p.fresh {
		r, err := Look(ctx, p.path, false)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", path, err)
		}
		if err := r.refuseUnsound(path); err != nil {
			return nil, err
		}
		if p.readOnly && r.Version < r.Newest {
			return nil, fmt.Errorf("%s is of an older version and has to be brought up to date, and it cannot be written: allow writing, or copy it elsewhere", path)
		}
	}
	if p.readOnly {
		db, err := connectReading(ctx, p.path)
		if err != nil {
			return nil, err
		}
		s.read, err = newPool(ctx, db, readers)
		return s, errors.Join(err, s.remember())
	}
	if err := s.openWriting(ctx, p, d); err != nil {
		return nil, err
	}
	return s, nil
}

func (s *Store) openWriting(ctx context.Context, p place, d Durability) error {
	write, err := connectWriting(ctx, p.path, d, "")
	if err != nil {
		return err
	}
	write.SetMaxOpenConns(1)
	var keep func(int64) error
	if !p.fresh && d == Durable {
		keep = func(version int64) error { return backupBefore(ctx, p.path, version) }
	}
	if err := prepareFile(ctx, write, keep); err != nil {
		return errors.Join(fmt.Errorf("preparing %s: %w", p.path, err), write.Close())
	}
	if s.write, err = newPool(ctx, write, 1); err != nil {
		return err
	}
	read, err := connectWriting(ctx, p.path, d, "&_pragma=query_only(1)")
	if err != nil {
		return errors.Join(err, s.write.close())
	}
	if s.read, err = newPool(ctx, read, readers); err != nil {
		return errors.Join(err, s.write.close())
	}
	if err := s.remember(); err != nil {
		return errors.Join(err, s.read.close(), s.write.close())
	}
	s.care = newCaretaker(s, d == Durable, p.fresh)
	return nil
}

// remember which file was opened.
func (s *Store) remember() (err error) {
	s.opened, err = os.Stat(s.path)
	return err
}

// Close writes everything back into the one file and closes it.
func (s *Store) Close() error {
	if s.write == nil {
		return s.read.close()
	}
	s.care.stop()
	err := s.read.close()
	if !s.gone.Load() {
		_, failed := s.checkpoint(context.Background(), "TRUNCATE")
		err = errors.Join(err, failed)
	}
	return errors.Join(err, s.write.close())
}

// Trace calls f with every statement of the transactions that begin from now on, the
// beginning itself among them: for counting what a page costs. f must be safe for
// concurrent use; nil ends it.
func (s *Store) Trace(f func(statement string)) { s.trace.Store(&f) }

// Trouble implements garden.Store.
func (s *Store) Trouble() error {
	switch {
	case s.write == nil:
		return logbook.ErrReadOnly
	case !s.stillThere():
		return logbook.ErrMoved
	}
	return nil
}

// stillThere reports whether the file that was opened still lies where it was. What
// was found gone stays so: what is written since may be in no file any more.
func (s *Store) stillThere() bool {
	if s.gone.Load() {
		return false
	}
	now, err := os.Stat(s.path)
	if err == nil && os.SameFile(now, s.opened) {
		return true
	}
	s.gone.Store(true)
	slog.Error("the garden's file was moved, deleted or replaced while it was open", "file", s.path)
	return false
}

// Read implements garden.Store.
func (s *Store) Read(ctx context.Context) (garden.Reader, func(), error) {
	wait, cancelWait := context.WithTimeout(ctx, maxWait)
	defer cancelWait()
	t, err := begin(wait, s.read, "BEGIN", s.trace.Load())
	if err != nil {
		return nil, nil, fmt.Errorf("reading the garden: %w", err)
	}
	whole, cancel := context.WithTimeout(ctx, maxRead)
	t.ctx = whole
	return &reader{transaction: t, store: s, memo: map[string]any{}}, func() {
		cancel()
		_, _ = t.on.run("ROLLBACK") // nothing was written
		s.read.give(t.on)
	}, nil
}

// Update implements garden.Store.
func (s *Store) Update(ctx context.Context, do func(garden.Writer) error) (err error) {
	if err := s.Trouble(); err != nil {
		return err
	}
	wait, cancel := context.WithTimeout(ctx, maxWait)
	defer cancel()
	t, err := begin(wait, s.write, "BEGIN IMMEDIATE", s.trace.Load())
	if err != nil {
		return fmt.Errorf("writing the garden: %w", err)
	}
	kept := false
	defer func() { // after a panic too
		if !kept {
			_, _ = t.on.run("ROLLBACK") // a transaction that SQLite has ended itself is no failure
		}
		s.write.give(t.on)
	}()
	// What was begun is carried out although its sender may have gone: sending it
	// again counts once.
	whole, cancelWhole := context.WithTimeout(context.WithoutCancel(ctx), maxWrite)
	defer cancelWhole()
	t.ctx = whole
	if err = do(&writer{reader{transaction: t}}); err != nil {
		return told(err)
	}
	if _, err = t.on.run(`UPDATE revision SET n = n + 1`); err != nil {
		return told(fmt.Errorf("counting the revision: %w", err))
	}
	if err = t.keepTouched(); err != nil {
		return told(err)
	}
	if _, err = t.on.run("COMMIT"); err != nil {
		return told(fmt.Errorf("keeping what was written: %w", err))
	}
	kept = true
	s.care.written()
	if !s.stillThere() {
		return logbook.ErrMoved
	}
	return nil
}

// reader reads within a transaction. With a store it shares what was read of the
// log before.
type reader struct {
	*transaction
	store *Store
	// memo is what the transaction has read: it stays so until it ends. nil for one
	// that writes.
	memo map[string]any
	// newest entry of the log, once the revision was read.
	newest logbook.ID
}

// once reads something once in a transaction that only reads.
func once[T any](r *reader, name string, read func() (T, error)) (T, error) {
	if r.memo == nil {
		return read()
	}
	if v, ok := r.memo[name]; ok {
		return v.(T), nil
	}
	v, err := read()
	if err == nil {
		r.memo[name] = v
	}
	return v, err
}

// writer writes within a transaction.
type writer struct{ reader }

// get one row into a struct or a plain value; sql.ErrNoRows when there is none.
func (r *reader) get(into any, query string, args ...any) error {
	if err := r.over(); err != nil {
		return err
	}
	r.traced(query)
	stmt, err := r.on.statement(query)
	if err != nil {
		return err
	}
	err = stmt.GetContext(context.Background(), into, args...)
	if err != nil && !errors.Is(err, sql.ErrNoRows) {
		return told(fmt.Errorf("reading %s: %w", tableOf(query), err))
	}
	return err
}
