package store

import (
	"bufio"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"glebata/garden"
)

// killed is how often the writer is killed: 6 times, or as GLEBATA_KILLS says.
func killed() int {
	if n, err := strconv.Atoi(os.Getenv("GLEBATA_KILLS")); err == nil && n > 0 {
		return n
	}
	return 6
}

// writeUntilKilled is the child: it writes and says what was kept. Now and then it
// rests for long enough that all of it stands in the one file.
func writeUntilKilled(t *testing.T, path string, from int, rest bool) {
	s := open(t, path)
	for n := from; ; n++ {
		must(t, s.Update(ctx, func(w garden.Writer) error { return w.SetSetting(ctx, fmt.Sprint("n", n), strings.Repeat("x", n%300)) }))
		if _, err := fmt.Println("kept", n); err != nil {
			return
		}
		if rest && n == from+5 {
			time.Sleep(time.Minute)
		}
	}
}

// A child process writes and says so; it is killed at once; what it said it wrote
// must be there, also in a plain copy of the file once it has rested.
func TestAnsweredSurvivesAKill(t *testing.T) {
	if path := os.Getenv("GLEBATA_KILL_FILE"); path != "" {
		from, err := strconv.Atoi(os.Getenv("GLEBATA_KILL_FROM"))
		must(t, err)
		writeUntilKilled(t, path, from, os.Getenv("GLEBATA_KILL_REST") != "")
		return
	}
	seed := uint64(time.Now().UnixNano())
	t.Log("seed", seed)
	rng := rand.New(rand.NewPCG(seed, 1))
	path := filepath.Join(t.TempDir(), "g.glebata")
	answered := 0
	for kill := range killed() {
		rest := kill%10 == 9
		child := exec.Command(os.Args[0], "-test.run", "^TestAnsweredSurvivesAKill$")
		child.Env = append(os.Environ(), "GLEBATA_KILL_FILE="+path, fmt.Sprint("GLEBATA_KILL_FROM=", answered+1))
		if rest {
			child.Env = append(child.Env, "GLEBATA_KILL_REST=1")
		}
		out, err := child.StdoutPipe()
		must(t, err)
		must(t, child.Start())
		lines, want := bufio.NewScanner(out), answered+1+rng.IntN(60)
		if rest {
			want = answered + 6
		}
		for answered < want && lines.Scan() {
			if _, err := fmt.Sscanf(lines.Text(), "kept %d", &answered); err != nil {
				t.Fatalf("the writer said %q", lines.Text())
			}
		}
		checked := path
		if rest {
			time.Sleep(2 * time.Second)
			checked = filepath.Join(t.TempDir(), "copy.glebata")
			copyFile(t, path, checked)
		}
		must(t, child.Process.Kill())
		_ = child.Wait() // killed
		allThere(t, checked, answered)
	}
	t.Logf("%d kills, %d answered writes", killed(), answered)
}

func allThere(t *testing.T, path string, answered int) {
	t.Helper()
	if r, err := Look(ctx, path, true); err != nil || len(r.Unsound) > 0 {
		t.Fatalf("after a kill the file is %+v, %v", r, err)
	}
	s := open(t, path)
	defer func() { must(t, s.Close()) }()
	must(t, see(s, ctx, func(r garden.Reader) error {
		kept, err := r.Settings(ctx)
		if err != nil {
			return err
		}
		for n := 1; n <= answered; n++ {
			if v, ok := kept[fmt.Sprint("n", n)]; !ok || len(v) != n%300 {
				t.Fatalf("write %d of %d answered ones is %q, there: %v", n, answered, v, ok)
			}
		}
		return nil
	}))
}
