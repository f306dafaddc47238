package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"path/filepath"
	"sync"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // registers the "sqlite" driver

	"glebata/garden"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Durability of what was acknowledged.
type Durability string

const (
	// Durable writes survive a kill and a power cut. For every real garden.
	Durable Durability = "FULL"
	// Throwaway writes survive a kill of the program only. For the demo's
	// temporary file and for tests.
	Throwaway Durability = "OFF"
)

// Store is one garden in one SQLite file. Open one; the zero Store is unusable.
// It is safe for concurrent use: one writer at a time, readers beside it.
type Store struct {
	write *sqlx.DB // a single connection
	read  *sqlx.DB
	// prepared holds the reading statements by their text, *sqlx.Stmt; the
	// texts are the few that stand in this package.
	prepared sync.Map
	// writing holds those of the writing connection, *sqlx.Stmt by their text.
	writing sync.Map
	book    logbook
}

var _ garden.Store = (*Store)(nil)

// Open creates or migrates the file at path and opens it.
func Open(ctx context.Context, path string, d Durability) (*Store, error) {
	abs, err := filepath.Abs(path)
	if err != nil {
		return nil, fmt.Errorf("finding %s: %w", path, err)
	}
	write, err := connect(ctx, abs, d, "&_txlock=immediate")
	if err != nil {
		return nil, err
	}
	write.SetMaxOpenConns(1)
	if err := migrate(ctx, write.DB); err != nil {
		return nil, errors.Join(fmt.Errorf("preparing %s: %w", path, err), write.Close())
	}
	read, err := connect(ctx, abs, d, "&_pragma=query_only(1)")
	if err != nil {
		return nil, errors.Join(err, write.Close())
	}
	read.SetMaxOpenConns(4)
	read.SetMaxIdleConns(4)
	return &Store{write: write, read: read}, nil
}

func connect(ctx context.Context, abs string, d Durability, more string) (*sqlx.DB, error) {
	dsn := "file:" + (&url.URL{Path: abs}).EscapedPath() +
		"?_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(" + string(d) + ")&_pragma=foreign_keys(1)" + more
	db, err := sqlx.ConnectContext(ctx, "sqlite", dsn)
	if err != nil {
		return nil, fmt.Errorf("opening %s: %w", abs, err)
	}
	return db, nil
}

func migrate(ctx context.Context, db *sql.DB) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, db, files)
	if err != nil {
		return err
	}
	_, err = p.Up(ctx)
	return err
}

// Close writes everything back into the one file and closes it.
func (s *Store) Close() error {
	var err error
	for _, kept := range []*sync.Map{&s.prepared, &s.writing} {
		kept.Range(func(_, stmt any) bool {
			err = errors.Join(err, stmt.(*sqlx.Stmt).Close())
			return true
		})
	}
	err = errors.Join(err, s.read.Close())
	if _, cp := s.write.Exec(`PRAGMA wal_checkpoint(TRUNCATE)`); cp != nil {
		err = errors.Join(err, cp)
	}
	return errors.Join(err, s.write.Close())
}

// whole keeps a read or write, which takes milliseconds, from being broken off
// half way when the one who asked has gone: the log then holds what was sent,
// and sending it again counts once. Watching for it would also cost a goroutine
// for each query.
func whole(ctx context.Context) context.Context { return context.WithoutCancel(ctx) }

// View implements garden.Store.
func (s *Store) View(ctx context.Context, do func(garden.Reader) error) error {
	tx, err := s.read.BeginTxx(whole(ctx), &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return fmt.Errorf("reading the garden: %w", err)
	}
	defer func() { _ = tx.Rollback() }() // nothing was written
	return do(&reader{tx: tx, store: s})
}

// Update implements garden.Store.
func (s *Store) Update(ctx context.Context, do func(garden.Writer) error) (err error) {
	tx, err := s.write.BeginTxx(whole(ctx), nil)
	if err != nil {
		return fmt.Errorf("writing the garden: %w", err)
	}
	defer func() {
		if err != nil {
			err = errors.Join(err, ignoreDone(tx.Rollback()))
		}
	}()
	w := &writer{reader: reader{tx: tx}, kept: &s.writing}
	w.statement = w.find
	if err = do(w); err != nil {
		return err
	}
	if err = tx.Commit(); err != nil {
		return fmt.Errorf("keeping what was written: %w", err)
	}
	s.prepare(whole(ctx), w.new)
	return nil
}

// prepare statements on the writing connection, for the next time. It is free only
// between transactions: there is one. What was written is kept by now, so that one that
// cannot be prepared is no failure: it is parsed again.
func (s *Store) prepare(ctx context.Context, queries []string) {
	for _, query := range queries {
		if _, ok := s.writing.Load(query); ok {
			continue
		}
		stmt, err := s.write.PreparexContext(ctx, query)
		if err != nil {
			continue
		}
		if _, twice := s.writing.LoadOrStore(query, stmt); twice {
			_ = stmt.Close() // another request was first
		}
	}
}

func ignoreDone(err error) error {
	if errors.Is(err, sql.ErrTxDone) {
		return nil
	}
	return err
}

// reader reads within a transaction. With a store it reuses the statements that
// were prepared on the reading connections.
type reader struct {
	tx    *sqlx.Tx
	store *Store
	// statement finds one that was prepared on the writing connection; nil for a
	// reading transaction.
	statement func(query string) *sqlx.Stmt
}

// query runs a query, prepared when that is possible.
func (r *reader) query(ctx context.Context, query string, args ...any) (*sqlx.Rows, error) {
	ctx = whole(ctx)
	if r.statement != nil {
		if stmt := r.statement(query); stmt != nil {
			return r.tx.StmtxContext(ctx, stmt).QueryxContext(ctx, args...)
		}
		return r.tx.QueryxContext(ctx, query, args...)
	}
	kept, ok := r.store.prepared.Load(query)
	if !ok {
		stmt, err := r.store.read.PreparexContext(ctx, query)
		if err != nil {
			return nil, err
		}
		if kept, ok = r.store.prepared.LoadOrStore(query, stmt); ok {
			_ = stmt.Close() // another request was first
		}
	}
	return r.tx.StmtxContext(ctx, kept.(*sqlx.Stmt)).QueryxContext(ctx, args...)
}

// writer writes within a transaction. Statements it had to parse are in new, to be
// prepared once the connection is free.
type writer struct {
	reader
	kept *sync.Map
	new  []string
}

// find a statement that was prepared before; nil where there is none.
func (w *writer) find(query string) *sqlx.Stmt {
	if stmt, ok := w.kept.Load(query); ok {
		return stmt.(*sqlx.Stmt)
	}
	w.new = append(w.new, query)
	return nil
}

// exec runs a statement that writes.
func (w *writer) exec(ctx context.Context, query string, args ...any) (sql.Result, error) {
	ctx = whole(ctx)
	if stmt := w.find(query); stmt != nil {
		return w.tx.StmtxContext(ctx, stmt).ExecContext(ctx, args...)
	}
	return w.tx.ExecContext(ctx, query, args...)
}
