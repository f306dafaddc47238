// Package golden holds what a package makes of fixed inputs against what it made when somebody
// last looked: a file of plain lines beside the test. It tells that a rule has moved, and which
// figures with it; whether it should have is for who reads the difference. GLEBATA_GOLDEN=write
// writes the files anew.
package golden

import (
	"fmt"
	"hash/fnv"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// most lines that differ are shown.
const most = 12

// Is what was made as it is written in testdata/NAME.txt of the package under test?
func Is(t testing.TB, name, made string) {
	t.Helper()
	path := filepath.Join("testdata", name+".txt")
	if os.Getenv("GLEBATA_GOLDEN") == "write" {
		if err := os.MkdirAll("testdata", 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(path, []byte(made), 0o644); err != nil {
			t.Fatal(err)
		}
		return
	}
	was, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	if string(was) == made {
		return
	}
	before, now := strings.Split(string(was), "\n"), strings.Split(made, "\n")
	shown := 0
	for i := range max(len(before), len(now)) {
		a, b := at(before, i), at(now, i)
		if a == b {
			continue
		}
		if shown++; shown > most {
			break
		}
		t.Errorf("%s:%d\n was %s\n is  %s", path, i+1, cut(a), cut(b))
		if len(before) != len(now) {
			break // what follows has moved
		}
	}
	t.Errorf("%s is not what is made now: %d lines were %d. If it is meant, write it anew with GLEBATA_GOLDEN=write and read the difference.", path, len(now), len(before))
}

func at(lines []string, i int) string {
	if i < len(lines) {
		return lines[i]
	}
	return "(no line)"
}

func cut(line string) string {
	if len(line) > 300 {
		return line[:300] + "…"
	}
	return line
}

// Lines gathers what is made.
type Lines struct{ b strings.Builder }

// long is how much of a line is kept: of a longer one its beginning, and a sum of the rest.
const long = 260

// Add a line of a name and values, each told.
func (l *Lines) Add(name string, values ...any) {
	for _, v := range values {
		name += " | " + Told(v)
	}
	l.line(name)
}

func (l *Lines) line(text string) {
	if len(text) > long+40 {
		h := fnv.New64a()
		_, _ = h.Write([]byte(text)) // never fails
		text = fmt.Sprintf("%s …%d ∑%x", strings.ToValidUTF8(text[:long], ""), len(text), h.Sum64())
	}
	l.b.WriteString(text + "\n")
}

// Head of what follows.
func (l *Lines) Head(format string, args ...any) { fmt.Fprintf(&l.b, "\n# "+format+"\n", args...) }

// String is all of it.
func (l *Lines) String() string { return l.b.String() }
