package main

import (
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
)

// words of a command line as a shell takes them, double quotes and all.
var shellWord = regexp.MustCompile(`"([^"]*)"|(\S+)`)

// Each command that README and the tour print runs as it is printed.
func TestPrintedCommandsRun(t *testing.T) {
	var lines []string
	for _, page := range []string{"README.md", "CONTRIBUTING.md", "docs/guide.md"} {
		text, err := os.ReadFile(filepath.Join("..", "..", page))
		if err != nil {
			t.Fatal(err)
		}
		for line := range strings.Lines(string(text)) {
			if cmd, ok := strings.CutPrefix(strings.TrimRight(line, "\n"), "    go run ./cmd/glebata "); ok {
				cmd, _, _ = strings.Cut(cmd, "     #")
				lines = append(lines, cmd)
			}
		}
	}
	t.Chdir(t.TempDir())
	harvests := "season,variety,school,expected_kg,harvest_kg\n"
	for _, v := range []string{"1.2", "1.1", "1.4", "0.9"} {
		harvests += "2025,Cold Quay,steps,1," + v + "\n2025,Cold Quay,fill-once,1," + v + "\n"
	}
	for name, content := range map[string]string{"ours.csv": harvests, "theirs.csv": harvests, "days.csv": "date,tmin,hours90\n2026-07-01,12,11\n2026-07-02,13,12\n"} {
		if err := os.WriteFile(name, []byte(content), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	seen := map[string]int{}
	for _, line := range lines {
		var args []string
		for _, m := range shellWord.FindAllString(line, -1) {
			args = append(args, strings.ReplaceAll(m, `"`, ""))
		}
		seen[args[0]]++
		switch args[0] {
		case "demo": // it serves until it is stopped: program_test starts it
			args = append(args, "--help")
		case "serve":
			args = append(args, "--help")
		case "backup", "check", "restore": // of a garden; keep_test does them
			args = append(args, "--help")
		}
		if out, err := run(args...); err != nil || strings.TrimSpace(out) == "" {
			t.Errorf("glebata %s: %v\n%s", line, err, out)
		}
	}
	if seen["calc"] < 20 || seen["demo"] == 0 || seen["serve"] == 0 || seen["backup"] == 0 {
		t.Errorf("the pages print %v", seen)
	}
}
