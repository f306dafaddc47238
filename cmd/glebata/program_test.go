package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math"
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

func TestCalcLadder(t *testing.T) {
	out, err := run("calc", "ladder", "--base", "36cm", "--top", "40cm", "--height", "42cm", "--headspace", "4cm",
		"--base-layer", "10cm", "--cover", "8cm", "--max-layer", "10cm", "--settling", "0.15", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		StartCm float64 `json:"start_cm"`
		TopCm   float64 `json:"top_cm"`
		Rungs   []struct {
			FromCm   float64 `json:"from_cm"`
			ToCm     float64 `json:"to_cm"`
			SettledL float64 `json:"settled_l"`
			LooseL   float64 `json:"loose_l"`
		}
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	if got.StartCm != 18 || got.TopCm != 38 || len(got.Rungs) != 2 || got.Rungs[0].FromCm != 18 || got.Rungs[0].ToCm != 28 ||
		got.Rungs[0].SettledL != 11.456 || got.Rungs[0].LooseL != 13.477 || got.Rungs[1].ToCm != 38 {
		t.Errorf("ladder %+v", got)
	}
	plain, err := run("calc", "ladder", "--base", "60x40cm", "--height", "32cm", "--units", "us")
	if err != nil || !strings.Contains(plain, "raise 1") || !strings.Contains(plain, "gal") {
		t.Errorf("a crate in US units: %v\n%s", err, plain)
	}
}

// A cool maritime site, planted on day 100 under 10 cm, chitted: up after 20 to 28
// days; a maincrop mature after 140 to 160, a first early after 90 to 105.
func TestCalcGrowthAndDates(t *testing.T) {
	for class, want := range map[string][2]int{"maincrop": {140, 160}, "first-early": {90, 105}} {
		out, err := run("calc", "growth", "--climate", "cool-maritime", "--lat", "54", "--class", class, "--plant", "04-10", "--cover", "10cm", "--chitted", "--json")
		if err != nil {
			t.Fatal(err)
		}
		var got struct {
			Emergence, Mature int
			StemCm            []float64 `json:"stem_cm"`
			SeasonIndex       float64   `json:"season_index"`
		}
		if err := json.Unmarshal([]byte(out), &got); err != nil {
			t.Fatal(err)
		}
		if got.Emergence < 20 || got.Emergence > 28 || got.Mature < want[0] || got.Mature > want[1] || got.SeasonIndex < 0.85 || got.SeasonIndex > 1.2 ||
			got.StemCm[got.Emergence-1] != 0 || got.StemCm[got.Mature] < 40 {
			t.Errorf("%s: up %d, mature %d, index %g", class, got.Emergence, got.Mature, got.SeasonIndex)
		}
	}
	plain, err := run("calc", "growth", "--climate", "cool-maritime", "--class", "sweet-late", "--plant", "06-01")
	if err != nil || !strings.Contains(plain, "not in this season") {
		t.Errorf("sweet potatoes up north: %v\n%s", err, plain)
	}
	out, err := run("calc", "ladder", "--base", "36cm", "--top", "40cm", "--height", "42cm", "--climate", "cool-maritime", "--lat", "54", "--class", "maincrop", "--plant", "04-10", "--chitted", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var ladder struct {
		Rungs []struct {
			Day   string
			After int
			ToCm  float64 `json:"to_cm"`
		}
	}
	if err := json.Unmarshal([]byte(out), &ladder); err != nil {
		t.Fatal(err)
	}
	if r := ladder.Rungs; len(r) != 2 || r[0].After < 30 || r[1].After <= r[0].After || r[1].ToCm != 38 || r[0].Day != "05-21" {
		t.Errorf("rungs %+v", r)
	}
}

func TestCalcWeighin(t *testing.T) {
	out, err := run("calc", "weighin", "--batch", "3.41kg-412g", "--batch", "2lb3oz", "--seed", "165g", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Batches []struct {
			NetG float64 `json:"net_g"`
		}
		TotalG float64 `json:"total_g"`
		Ratio  float64
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	// 2998 + 992.233 = 3990.233; ÷ 165 = 24.183
	if len(got.Batches) != 2 || got.Batches[0].NetG != 2998 || got.TotalG != 3990.233 || got.Ratio != 24.183 {
		t.Errorf("weigh-in %+v", got)
	}
}

func TestCalcClimate(t *testing.T) {
	for want, args := range map[string][]string{
		`"ra_mj_m2": 32.19`:    {"ra", "--lat", "-20", "--day", "246"},
		`"et0_mm": 3.63`:       {"et0", "--lat", "54", "--day", "160", "--tmin", "9", "--tmax", "18"},
		`"day": "05-02"`:       {"frost", "--last", "04-24", "--sd", "11", "--risk", "0.25"},
		`"risk": 0.25`:         {"frost", "--last", "04-24", "--sd", "11", "--risk", "0.25"},
		`"rain_mm": 0.0`:       {"weather", "--climate", "subtropical-dry", "--seed", "3"},
		`"day": "12-31"`:       {"normals", "--climate", "southern-temperate"},
		`"risk_that_day": 0.2`: {"frost", "--last", "09-21", "--sd", "13"},
	} {
		if out, err := run(append(append([]string{"calc"}, args...), "--json")...); err != nil || !strings.Contains(out, want) {
			t.Errorf("%v: %v, want %s in %.200s", args, err, want, out)
		}
	}
}

func TestCalcSeed(t *testing.T) {
	out, err := run("calc", "cut", "--weight", "170g", "--eyes", "7", "--json")
	if err != nil || !strings.Contains(out, `"pieces": 3`) || !strings.Contains(out, `"reason": "`) {
		t.Errorf("170 g with 7 eyes: %v, %s", err, out)
	}
	out, err = run("calc", "allot", "--bags", "3", "--each", "2", "--weights", "61g,58g,55g,52g,63g,49g,200g", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Bags   [][]float64
		Spread float64 `json:"spread_pct"`
		Left   []float64
		Short  int
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	// 63 + 49, 61 + 52, 58 + 55: 112, 113, 113; 1 of a mean of 112.67
	if len(got.Bags) != 3 || got.Spread != 0.888 || len(got.Left) != 1 || got.Left[0] != 200 || got.Short != 0 {
		t.Errorf("allotted %+v", got)
	}
}

func TestCalcAllotToFit(t *testing.T) {
	out, err := run("calc", "allot", "--bags", "2", "--each", "2", "--weights", "40g,50g,60g,70g", "--litres", "20,40")
	// 220 g by 20 and 40 L: nearest to 73 and 147 g are 90 and 130
	if err != nil || !strings.Contains(out, "= 90 g") || !strings.Contains(out, "= 130 g") {
		t.Errorf("to fit: %v\n%s", err, out)
	}
}

// 2.344 kg from 3 maincrops in 36 L, of 28.6 tubers; 36 L of half and half weigh
// 30.6 kg and a kilogram of tops.
func TestCalcExpectAndWet(t *testing.T) {
	out, err := run("calc", "expect", "--class", "maincrop", "--litres", "36", "--plants", "3", "--sprouts", "3", "--seed", "165g", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Yield  float64 `json:"yield_kg"`
		Low    float64 `json:"low_kg"`
		High   float64 `json:"high_kg"`
		Tubers float64
		Mean   float64 `json:"mean_g"`
		Ratio  float64
		Grades struct{ Small, Salad, Medium, Baker float64 }
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	g := got.Grades
	if got.Yield != 2.343 || got.Low != 1.055 || got.High != 3.164 || got.Tubers != 28.6 || got.Mean != 82 || got.Ratio != 14.2 || math.Abs(g.Small+g.Salad+g.Medium+g.Baker-1) > 0.002 {
		t.Errorf("expected %+v", got)
	}
	out, err = run("calc", "wet", "--litres", "36", "--mix", "peat mix=50,compost=50", "--json")
	if err != nil || !strings.Contains(out, `"wet_kg": 31.60`) || !strings.Contains(out, `"kg_per_l": 0.850`) {
		t.Errorf("wet: %v, %s", err, out)
	}
}

func TestCalcRefusalsSayWhatIsWrong(t *testing.T) {
	for says, args := range map[string][]string{
		"--base: “wide” is not a number":  {"calc", "ladder", "--base", "wide", "--height", "42cm"},
		"not a shape a bag can have":      {"calc", "ladder", "--base", "36m", "--height", "42cm"},
		"headspace leaves no room":        {"calc", "ladder", "--base", "36cm", "--height", "42cm", "--headspace", "41cm"},
		"is none of":                      {"calc", "ladder", "--base", "36cm", "--height", "42cm", "--school", "spiral"},
		"nothing is left":                 {"calc", "weighin", "--batch", "300g-412g"},
		"a unit of length, not of weight": {"calc", "weighin", "--batch", "3 cm"},
		"give at least one":               {"calc", "weighin"},
		"between −90 and 90":              {"calc", "ra", "--lat", "120", "--day", "1"},
		"between 1 and 366":               {"calc", "ra", "--lat", "20", "--day", "0"},
		"minimum is over the maximum":     {"calc", "et0", "--lat", "20", "--day", "9", "--tmin", "9", "--tmax", "2"},
		"a month and day like 04-24":      {"calc", "frost", "--last", "April"},
		"whole number from 1 to 100":      {"calc", "cut", "--weight", "170g", "--eyes", "many"},
		"up to 2 kg":                      {"calc", "cut", "--weight", "170kg", "--eyes", "7"},
		"3 volumes for 2 bags":            {"calc", "allot", "--bags", "2", "--each", "1", "--weights", "50g,60g", "--litres", "1,2,3"},
		"weight of each piece":            {"calc", "allot", "--bags", "2", "--each", "2"},
		"none of the classes":             {"calc", "expect", "--class", "huge", "--litres", "36", "--plants", "3"},
		"up to 5000 L":                    {"calc", "expect", "--litres", "0", "--plants", "3"},
		"no component":                    {"calc", "wet", "--litres", "36", "--mix", "gravel=1"},
		"risk lies between 0 and 1":       {"calc", "frost", "--last", "04-24", "--risk", "1"},
		"3 numbers, where twelve":         {"calc", "normals", "--min", "1,2,3", "--max", "1,2,3"},
		"is none of cool-maritime":        {"calc", "normals", "--climate", "moon"},
		"more than 0":                     {"calc", "weighin", "--batch", "3kg", "--seed", "0"},
		"there is no climate":             {"calc", "growth", "--plant", "04-10"},
		"like 04-24":                      {"calc", "growth", "--climate", "highland"},
		"up to a third of the depth":      {"calc", "ladder", "--base", "36cm", "--height", "42cm", "--filler", "30cm"},
		"is not a day":                    {"demo", "--today", "soon"},
		`"data" not set`:                  {"serve"},
		"“spring” is not a day":           {"serve", "--data", "never.glebata", "--today", "spring"},
	} {
		if _, err := run(args...); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%v: %v, want it to say %q", args, err, says)
		}
	}
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
	return string(body)
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

func TestCalcSum(t *testing.T) {
	out, err := run("calc", "sum", "14 lb 3 oz, 6.4, 11 lb, tray 2 less 1 lb 2 oz", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		TotalG float64 `json:"total_g"`
		Lines  []struct {
			NetG float64 `json:"net_g"`
		} `json:"lines"`
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	// 14 lb 3 oz + 6.4 lb + 11 lb + 2 lb − 1 lb 2 oz = 32 lb 7.4 oz
	if want := 519.4 * 28.349523125; math.Abs(got.TotalG-want) > 0.01 || len(got.Lines) != 4 {
		t.Errorf("%s, want %.3f g of 4 lines", out, want)
	}
	out, err = run("calc", "sum", "3 kg, wet, 2")
	if err == nil || !strings.Contains(out, "5 kg") || !strings.Contains(out, "wet") {
		t.Errorf("%s, %v: a line that cannot be read is not told", out, err)
	}
}
