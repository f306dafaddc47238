package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"glebata/garden/logbook"
)

// connection is one connection to the file with the statements that were
// prepared on it. One transaction at a time has it, so that nothing it prepares
// waits for another connection.
type connection struct {
	conn     *sqlx.Conn
	prepared map[string]*sqlx.Stmt // by their text, of which this package has a few dozen
}

// statement of a text, prepared on this connection.
func (c *connection) statement(query string) (*sqlx.Stmt, error) {
	if stmt := c.prepared[query]; stmt != nil {
		return stmt, nil
	}
	stmt, err := c.conn.PreparexContext(context.Background(), query)
	if err != nil {
		return nil, err
	}
	c.prepared[query] = stmt
	return stmt, nil
}

// run a statement that gives no rows.
func (c *connection) run(query string, args ...any) (sql.Result, error) {
	stmt, err := c.statement(query)
	if err != nil {
		return nil, err
	}
	return stmt.ExecContext(context.Background(), args...)
}

// pool is connections that transactions take in turn.
type pool struct {
	db   *sqlx.DB
	free chan *connection
	size int
}

// newPool opens its connections at once: none is opened while a page waits.
func newPool(ctx context.Context, db *sqlx.DB, size int) (*pool, error) {
	db.SetMaxOpenConns(size)
	db.SetMaxIdleConns(size)
	p := &pool{db: db, free: make(chan *connection, size), size: size}
	for range size {
		conn, err := db.Connx(ctx)
		if err != nil {
			return nil, errors.Join(fmt.Errorf("opening connections: %w", err), db.Close())
		}
		p.free <- &connection{conn: conn, prepared: map[string]*sqlx.Stmt{}}
	}
	return p, nil
}

// take a connection; garden.ErrBusy when none came free while the context lasted.
func (p *pool) take(ctx context.Context) (*connection, error) {
	select {
	case c := <-p.free:
		return c, nil
	default:
	}
	select {
	case c := <-p.free:
		return c, nil
	case <-ctx.Done():
		return nil, fmt.Errorf("waiting for the file: %w", errors.Join(logbook.ErrBusy, ctx.Err()))
	}
}

func (p *pool) give(c *connection) { p.free <- c }

// close waits for the transactions that are under way, no longer than they may take.
func (p *pool) close() error {
	ctx, cancel := context.WithTimeout(context.Background(), maxRead+time.Second)
	defer cancel()
	var err error
	for range p.size {
		c, late := p.take(ctx)
		if late != nil {
			return errors.Join(err, late, p.db.Close())
		}
		for _, stmt := range c.prepared {
			err = errors.Join(err, stmt.Close())
		}
		err = errors.Join(err, c.conn.Close())
	}
	return errors.Join(err, p.db.Close())
}

// The longest wait for a connection, and the longest that is read and written then: the whole of
// a large garden is read once after a start, milliseconds after each write. Every transaction asks
// before each statement whether its time is over, and gives its connection back.
const (
	maxWait  = 4 * time.Second
	maxRead  = 30 * time.Second
	maxWrite = 20 * time.Second
)

// transaction is what a reader or writer works in.
type transaction struct {
	ctx   context.Context // ends with the time it may take
	on    *connection
	trace *func(string) // nil, or to nil, for nobody
	// touched are the tables that were written to.
	touched map[string]bool
}

func (t *transaction) traced(statement string) {
	if t.trace != nil && *t.trace != nil {
		(*t.trace)(statement)
	}
}

// begin takes a connection and begins on it.
func begin(ctx context.Context, p *pool, how string, trace *func(string)) (*transaction, error) {
	c, err := p.take(ctx)
	if err != nil {
		return nil, err
	}
	if _, err := c.run(how); err != nil {
		p.give(c)
		return nil, told(err)
	}
	t := &transaction{ctx: ctx, on: c, trace: trace}
	t.traced(how)
	return t, nil
}

// query runs a statement that gives rows.
func (t *transaction) query(query string, args ...any) (*sqlx.Rows, error) {
	if err := t.over(); err != nil {
		return nil, err
	}
	t.traced(query)
	stmt, err := t.on.statement(query)
	if err != nil {
		return nil, err
	}
	return stmt.QueryxContext(context.Background(), args...)
}

// exec runs a statement that writes.
func (t *transaction) exec(query string, args ...any) (sql.Result, error) {
	if err := t.over(); err != nil {
		return nil, err
	}
	t.traced(query)
	if err := t.touch(query); err != nil {
		return nil, err
	}
	return t.on.run(query, args...)
}

// over is why a transaction may not go on; nil while it may.
func (t *transaction) over() error {
	if err := t.ctx.Err(); err != nil {
		if errors.Is(err, context.DeadlineExceeded) {
			return fmt.Errorf("%w: %w", logbook.ErrBusy, err)
		}
		return err
	}
	return nil
}
