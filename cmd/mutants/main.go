// Mutants makes one-line mutants of the rules and tells which of them the tests of their own
// package let live.
package main

import (
	"bufio"
	"context"
	"flag"
	"fmt"
	"os"
	"os/signal"
	"path/filepath"
	"strings"
	"sync"

	"glebata/truth/mutate"
)

// share of the mutants that have to die.
const share = 0.85

func main() {
	n := flag.Int("n", 200, "mutants that are tried")
	seed := flag.Uint64("seed", 1, "what they are drawn by")
	at := flag.Int("at-once", 2, "tried at the same time")
	only := flag.String("in", "", "folder to look into alone")
	strict := flag.Bool("strict", true, "fail for a survivor that is not listed")
	flag.Parse()
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt)
	defer stop()
	if err := run(ctx, *n, *seed, *at, *only, *strict); err != nil {
		fmt.Fprintln(os.Stderr, err)
		stop()
		os.Exit(1)
	}
}

// folders that hold rules.
func folders(root string) ([]string, error) {
	core, err := filepath.Glob(filepath.Join(root, "core", "*"))
	if err != nil {
		return nil, err
	}
	out := []string{"garden/logbook", "garden/forecast", "garden/compare"}
	for _, path := range core {
		out = append(out, "core/"+filepath.Base(path))
	}
	return out, nil
}

func run(ctx context.Context, n int, seed uint64, atOnce int, only string, strict bool) error {
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	in, err := folders(root)
	if err != nil {
		return err
	}
	if only != "" {
		in = []string{only}
	}
	all, err := mutate.Of(root, in...)
	if err != nil {
		return err
	}
	reasons, err := listed(filepath.Join(root, "truth", "mutate", "survivors.txt"))
	if err != nil {
		return err
	}
	drawn := mutate.Draw(all, 2*n, seed) // some do not compile
	t := &trial{root: root, want: n, drawn: drawn}
	var under sync.WaitGroup
	for range atOnce {
		under.Go(func() { t.work(ctx) })
	}
	under.Wait()
	if t.err != nil {
		return t.err
	}
	unlisted := 0
	for i := range t.survivors {
		m := &t.survivors[i]
		why := reasons[m.Name()]
		if why == "" {
			why = "NOT LISTED"
			unlisted++
		}
		fmt.Printf("survived: %s\n  at %s:%d; %s\n", m.Name(), m.File, m.Line, why)
	}
	tried := t.killed + len(t.survivors)
	fmt.Printf("%d of %d mutants died, %.0f %%; of those that live %d are listed with a reason; %d places can be changed\n",
		t.killed, tried, 100*float64(t.killed)/float64(max(1, tried)), len(t.survivors)-unlisted, len(all))
	if float64(t.killed) < share*float64(tried) {
		return fmt.Errorf("fewer than %.0f %% died: the rules are not guarded where they stand", 100*share)
	}
	if strict && unlisted > 0 {
		return fmt.Errorf("%d survivors are not listed: test what they change, or say in survivors.txt why not", unlisted)
	}
	return nil
}

// trial of mutants, by several at once.
type trial struct {
	root  string
	want  int
	drawn []mutate.Mutant

	mu        sync.Mutex
	next      int
	killed    int
	under     int // being tried
	survivors []mutate.Mutant
	err       error
}

func (t *trial) work(ctx context.Context) {
	for {
		t.mu.Lock()
		if t.err != nil || ctx.Err() != nil || t.next == len(t.drawn) || t.killed+len(t.survivors)+t.under >= t.want {
			t.mu.Unlock()
			return
		}
		m := t.drawn[t.next]
		t.next++
		t.under++
		t.mu.Unlock()
		fate, err := m.Try(ctx, t.root)
		t.mu.Lock()
		t.under--
		switch {
		case err != nil:
			t.err = err
		case fate == mutate.Killed:
			t.killed++
		case fate == mutate.Survived:
			t.survivors = append(t.survivors, m)
		}
		if done := t.killed + len(t.survivors); done%20 == 0 && fate != mutate.Unborn {
			fmt.Fprintf(os.Stderr, "%d tried, %d died\n", done, t.killed)
		}
		t.mu.Unlock()
	}
}

// listed survivors with the reason of each: a line of its name, a tab, and why.
func listed(path string) (map[string]string, error) {
	f, err := os.Open(path)
	if err != nil {
		return nil, err
	}
	defer func() { _ = f.Close() }() // only read
	out := map[string]string{}
	lines := bufio.NewScanner(f)
	for lines.Scan() {
		if name, why, ok := strings.Cut(lines.Text(), "\t"); ok {
			out[name] = why
		}
	}
	return out, lines.Err()
}
