package main

import (
	"bufio"
	"bytes"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"syscall"
	"testing"
	"time"
)

// run the command line in this process and return what it prints.
func run(args ...string) (string, error) {
	var out bytes.Buffer
	cmd := command()
	cmd.SetOut(&out)
	cmd.SetErr(&out)
	cmd.SetArgs(args)
	err := cmd.Execute()
	return out.String(), err
}

func TestHelpOnEverything(t *testing.T) {
	for _, args := range [][]string{{"--help"}, {"demo", "--help"}, {"serve", "--help"}, {"calc", "--help"}, {"calc", "ladder", "--help"}, {"calc", "ra", "--help"}, {"calc", "normals", "--help"}, {"calc", "cut", "--help"}, {"calc", "allot", "--help"}, {"calc", "weighin", "--help"}, {"calc", "growth", "--help"}} {
		if out, err := run(args...); err != nil || !strings.Contains(out, "Usage:") {
			t.Errorf("%v: %v\n%s", args, err, out)
		}
	}
}

func TestPortInUseSuggestsAnother(t *testing.T) {
	ln, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer ln.Close()
	_, err = run("demo", "--listen", ln.Addr().String())
	if err == nil || !strings.Contains(err.Error(), "in use") || !regexp.MustCompile(`--listen 127\.0\.0\.1:\d+`).MatchString(err.Error()) {
		t.Errorf("a port in use gives %v", err)
	}
}

// program is a built and running glebata.
type program struct {
	cmd     *exec.Cmd
	address string
	said    string
}

// build the program once for the tests that run it.
func build(t testing.TB) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), "glebata")
	if out, err := exec.Command("go", "build", "-o", path, ".").CombinedOutput(); err != nil {
		t.Fatalf("building: %v\n%s", err, out)
	}
	return path
}

func start(t testing.TB, path string, args ...string) *program {
	t.Helper()
	p := &program{cmd: exec.Command(path, append(args, "--listen", "127.0.0.1:0")...)}
	p.cmd.Stderr = os.Stderr
	out, err := p.cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := p.cmd.Start(); err != nil {
		t.Fatal(err)
	}
	if p.said, err = bufio.NewReader(out).ReadString('\n'); err != nil {
		t.Fatalf("the program said nothing: %v", err)
	}
	p.address = regexp.MustCompile(`http://[\d.:]+\d`).FindString(p.said)
	return p
}

// stop as Ctrl-C does.
func (p *program) stop(t testing.TB) {
	t.Helper()
	if err := p.cmd.Process.Signal(os.Interrupt); err != nil {
		t.Fatal(err)
	}
	if err := p.cmd.Wait(); err != nil {
		t.Errorf("stopped with %v", err)
	}
}

func (p *program) get(t testing.TB, path string) string {
	t.Helper()
	res, err := http.Get(p.address + path)
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	body, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	return strings.Join(strings.Fields(string(body)), " ")
}

func TestDemoStartsAndStopsAndLeavesNothing(t *testing.T) {
	path := build(t)
	t.Setenv("TMPDIR", t.TempDir())
	p := start(t, path, "demo", "--today", "2026-06-10")
	if !strings.Contains(p.said, "2026-06-10") {
		t.Errorf("the demo says %q", p.said)
	}
	if page := p.get(t, "/"); !strings.Contains(page, "Wednesday 10 June") {
		t.Error("the demo is not pinned to the day asked for")
	}
	p.stop(t)
	if left, err := os.ReadDir(os.TempDir()); err != nil || len(left) != 0 {
		t.Errorf("the demo left %v in the temporary folder, %v", left, err)
	}
}

// What a real garden acknowledged is there after the program was killed.
func TestServeKeepsWhatItAcknowledgedThroughAKill(t *testing.T) {
	path, data := build(t), filepath.Join(t.TempDir(), "my.glebata")
	p := start(t, path, "serve", "--data", data)
	form := "key=k1&name=cask&kind=round&base=36&top=40&height=42&material=fabric&drain=wall"
	res, err := http.Post(p.address+"/models", "application/x-www-form-urlencoded", strings.NewReader(form))
	if err != nil {
		t.Fatal(err)
	}
	res.Body.Close()
	if err := p.cmd.Process.Signal(syscall.SIGKILL); err != nil {
		t.Fatal(err)
	}
	_ = p.cmd.Wait() // killed
	p = start(t, path, "serve", "--data", data)
	if page := p.get(t, "/bags"); !strings.Contains(page, "cask") {
		t.Error("the kind of bag is lost")
	}
	p.stop(t)
	if left, _ := filepath.Glob(data + "-[ws]*"); len(left) != 0 {
		t.Errorf("stopped, and %v are left beside the file", left)
	}
}

func TestBackupCheckAndRestore(t *testing.T) {
	path, dir := build(t), t.TempDir()
	data, kept := filepath.Join(dir, "my.glebata"), filepath.Join(dir, "kept.glebata")
	p := start(t, path, "serve", "--data", data)
	add := func(name string) {
		res, err := http.Post(p.address+"/models", "application/x-www-form-urlencoded", strings.NewReader("kind=round&base=36&top=40&height=42&material=fabric&drain=wall&key=k-"+name+"&name="+name))
		if err != nil {
			t.Fatal(err)
		}
		res.Body.Close()
	}
	says := func(want string, ok bool, args ...string) {
		t.Helper()
		if out, err := run(args...); (err == nil) != ok || !strings.Contains(out+fmt.Sprint(err), want) {
			t.Errorf("%v: %q, %v; want %q", args, out, err, want)
		}
	}
	add("cask")
	says("is a copy", true, "backup", kept, "--data", data) // while it runs
	says("there already", false, "backup", kept, "--data", data)
	says("is sound", true, "check", data)
	add("keg")
	says("stop that first", false, "restore", kept, "--data", data, "--force")
	p.stop(t)
	says("--force", false, "restore", kept, "--data", data)
	says("kept as", true, "restore", kept, "--data", data, "--force")
	p = start(t, path, "serve", "--data", data)
	if page := p.get(t, "/bags"); !strings.Contains(page, "cask") || strings.Contains(page, "keg") {
		t.Error("the garden is not what was backed up")
	}
	p.stop(t)
	says("not a garden", false, "check", path)
}

// Stand-ins come into a garden of one's own only when they are asked for, and say so.
func TestPracticeIsAskedForAndSaid(t *testing.T) {
	path, data := build(t), filepath.Join(t.TempDir(), "own.glebata")
	for _, c := range []struct {
		args     []string
		practice bool
	}{{[]string{"serve", "--data", data}, false}, {[]string{"serve", "--data", data, "--practice"}, true}} {
		p := start(t, path, c.args...)
		if page := p.get(t, "/"); strings.Contains(page, "A simulated scale and weather station stand in") != c.practice {
			t.Errorf("%v: its page says it is practice: %v", c.args, !c.practice)
		}
		if page := p.get(t, "/weather"); strings.Contains(page, ">simulated</a> station") != c.practice {
			t.Errorf("%v: its weather is simulated: %v", c.args, !c.practice)
		}
		p.stop(t)
	}
}

// A garden can be read as it was on a day, and opens in the browser that the machine names.
func TestServeOnADayAndOpen(t *testing.T) {
	path, dir := build(t), t.TempDir()
	p := start(t, path, "serve", "--data", filepath.Join(dir, "own.glebata"), "--today", "2027-04-03")
	if page := p.get(t, "/"); !strings.Contains(page, "Saturday 3 April") || strings.Contains(page, "Next day") {
		t.Error("the garden does not stand at the day asked for")
	}
	p.stop(t)

	told := filepath.Join(dir, "told")
	for _, name := range []string{"xdg-open", "open"} {
		if err := os.WriteFile(filepath.Join(dir, name), []byte("#!/bin/sh\necho \"$1\" > "+told+".part && mv "+told+".part "+told+"\n"), 0o755); err != nil {
			t.Fatal(err)
		}
	}
	t.Setenv("PATH", dir+string(os.PathListSeparator)+os.Getenv("PATH"))
	p = start(t, path, "demo", "--open")
	for range 500 {
		if _, err := os.Stat(told); err == nil {
			break
		}
		time.Sleep(10 * time.Millisecond)
	}
	if got, err := os.ReadFile(told); err != nil || strings.TrimSpace(string(got)) != p.address {
		t.Errorf("the browser was sent to %q, %v; want %q", got, err, p.address)
	}
	p.stop(t)
}

func TestAddressThatCanBeClicked(t *testing.T) {
	for listen, want := range map[string]string{"127.0.0.1:0": "http://127.0.0.1:", "0.0.0.0:0": "http://localhost:", "[::]:0": "http://localhost:"} {
		ln, err := net.Listen("tcp", listen)
		if err != nil {
			t.Fatal(err)
		}
		if got := addressOf(ln); !strings.HasPrefix(got, want) {
			t.Errorf("%s is reached at %s", listen, got)
		}
		ln.Close()
	}
}
