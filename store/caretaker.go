package store

import (
	"context"
	"log/slog"
	"runtime/debug"
	"time"
)

// How long after the last write, and how long after the first that is not there
// yet, everything is put from the write-ahead file into the garden's own.
const (
	idleFor   = time.Second
	atTheMost = time.Minute
)

// caretaker puts what was written into the one file while the program rests, so
// that a copy of the file is the garden, and keeps a backup for each day of use.
type caretaker struct {
	store   *Store
	backups bool // of each day of use
	used    bool // there is something to back up
	dirty   chan struct{}
	leave   chan struct{}
	left    chan struct{}
}

func newCaretaker(s *Store, backups, fresh bool) *caretaker {
	c := &caretaker{store: s, backups: backups, used: !fresh, dirty: make(chan struct{}, 1), leave: make(chan struct{}), left: make(chan struct{})}
	go c.work()
	return c
}

// written tells that something was kept.
func (c *caretaker) written() {
	select {
	case c.dirty <- struct{}{}:
	default: // it was told before and has not looked yet
	}
}

// stop ends the care; it returns when nothing is under way any more.
func (c *caretaker) stop() {
	close(c.leave)
	<-c.left
}

func (c *caretaker) work() {
	defer close(c.left)
	var due time.Time // at the latest; zero while all is in the file
	rest := time.NewTimer(0)
	defer rest.Stop()
	for {
		select {
		case <-c.leave:
			return
		case <-c.dirty:
			c.used = true
			now := time.Now()
			if due.IsZero() {
				due = now.Add(atTheMost)
			}
			rest.Reset(min(idleFor, max(0, due.Sub(now))))
		case <-rest.C:
			if c.rested() {
				due = time.Time{}
			} else {
				rest.Reset(idleFor)
			}
		}
	}
}

// rested is what is done while the program rests; false when it is to be tried again. What
// breaks in it does not end the program, which goes on keeping the garden.
func (c *caretaker) rested() (whole bool) {
	defer func() {
		if cause := recover(); cause != nil {
			slog.Error("taking care of the file", "panic", cause, "stack", string(debug.Stack()))
			whole = true
		}
	}()
	whole = c.putBack()
	c.keepDay()
	return whole
}

// putBack everything into the file; false when it is to be tried again.
func (c *caretaker) putBack() bool {
	if !c.store.stillThere() {
		return true // there is no file to put it in
	}
	ctx, cancel := context.WithTimeout(context.Background(), idleFor)
	defer cancel()
	whole, err := c.store.checkpoint(ctx, "PASSIVE")
	if err != nil {
		slog.Warn("putting what was written into the one file", "error", err)
	}
	return whole
}

// keepDay keeps today's backup when there is none yet.
func (c *caretaker) keepDay() {
	if !c.backups || !c.used || !c.store.stillThere() {
		return
	}
	if err := backupOfDay(context.Background(), c.store.path, time.Now()); err != nil {
		slog.Warn("keeping the day's backup", "error", err)
	}
}

// checkpoint puts what stands in the write-ahead file into the garden's own; whole
// reports whether all of it is there now.
func (s *Store) checkpoint(ctx context.Context, how string) (whole bool, err error) {
	c, err := s.write.take(ctx)
	if err != nil {
		return false, err
	}
	defer s.write.give(c)
	var busy, log, done int
	if err := c.conn.QueryRowxContext(context.Background(), `PRAGMA wal_checkpoint(`+how+`)`).Scan(&busy, &log, &done); err != nil {
		return false, told(err)
	}
	return busy == 0 && log == done, nil
}
