package main

import (
	"encoding/json"
	"errors"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

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
	for _, c := range []struct {
		yellow     []string
		mature     string
		questioned int
	}{
		{nil, "09-08", 0}, {[]string{"--yellow", "08-20=0.5"}, "08-20", 0}, {[]string{"--yellow", "08-20=1"}, "09-08", 1}, {[]string{"--yellow", "08-20=1", "--yellow", "08-23=1"}, "08-13", 0},
	} {
		out, err := run(append([]string{"calc", "season", "--climate", "cool-maritime", "--class", "maincrop", "--plant", "04-10", "--chitted", "--json"}, c.yellow...)...)
		var f struct {
			Mature     string   `json:"mature_day"`
			Questioned []string `json:"questioned"`
		}
		if err := errors.Join(err, json.Unmarshal([]byte(out), &f)); err != nil || f.Mature != c.mature || len(f.Questioned) != c.questioned {
			t.Errorf("%v: half yellow on %s, %d questioned, %v", c.yellow, f.Mature, len(f.Questioned), err)
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

// Lines, an estimate, a count and a bin, against sums by hand: 3 lb 2 oz are 1417.476 g.
func TestCalcWeighinOfWhatIsNotAllWeighed(t *testing.T) {
	out, err := run("calc", "weighin", "--line", "3 lb 2 oz less 412 g", "--estimate", "0.8kg..1.2kg", "--count", "12@70g", "--pool", "6.2kg:R1=1.4,R2=2.1", "--seed", "165g", "--seed-range", "150g..190g", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Total float64 `json:"total_g"`
		Low   float64 `json:"low_g"`
		High  float64 `json:"high_g"`
		Ratio float64
		From  float64 `json:"ratio_low"`
		To    float64 `json:"ratio_high"`
		Lines []struct {
			Bag, Known string
			Net        float64 `json:"net_g"`
		}
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	const sum = 1417.476 - 412 + 1000 + 840 + 6200
	for name, c := range map[string][2]float64{
		"total": {got.Total, sum}, "low": {got.Low, sum - 200}, "high": {got.High, sum + 200}, "ratio": {got.Ratio, sum / 165},
		"from": {got.From, (sum - 200) / 190}, "to": {got.To, (sum + 200) / 150}, "the first bag's part": {got.Lines[3].Net, 2480}, "the second's": {got.Lines[4].Net, 3720},
	} {
		if math.Abs(c[0]-c[1]) > 0.002 {
			t.Errorf("%s is %.3f, want %.3f", name, c[0], c[1])
		}
	}
	if got.Lines[3].Bag != "R1" || got.Lines[3].Known != "pooled" || got.Lines[2].Known != "counted" {
		t.Errorf("lines %+v", got.Lines)
	}
	// Three of the usual 95 g of a maincrop, ± 55 % ÷ √3.
	out, err = run("calc", "weighin", "--line", "2.4 kg, green 3", "--seed", "165g", "--json")
	if err != nil || json.Unmarshal([]byte(out), &got) != nil {
		t.Fatal(err)
	}
	off := 3 * 95 * 0.55 / math.Sqrt(3)
	for name, c := range map[string][2]float64{"total": {got.Total, 2400 - 285}, "low": {got.Low, 2115 - off}, "high": {got.High, 2115 + off}, "ratio": {got.Ratio, 2115. / 165}} {
		if math.Abs(c[0]-c[1]) > 0.002 {
			t.Errorf("of a line with its parts %s is %.3f, want %.3f", name, c[0], c[1])
		}
	}
	for says, args := range map[string][]string{
		"R1 is in the pool twice": {"--pool", "6.2kg:R1=1,R1=2"}, "over 100": {"--line", "2 kg, keep 80 %, green 40 %"}, "lies outside": {"--line", "2 kg", "--seed", "100g", "--seed-range", "150g..190g"},
	} {
		if _, err := run(append([]string{"calc", "weighin"}, args...)...); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%v: %v, want %q", args, err, says)
		}
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

// By hand: 36 L · 0.235 = 8.46 L; a day takes 4 · 0.37699 · 0.80 = 1.2064 L, a share of
// 0.1426: θ 0.7574, 0.6148, 0.4722, which is under 0.55 on the third day, when
// 8.46 · (0.95 − 0.4722) = 4.04 L are given, 4.00 to a quarter.
func TestCalcWaterFrostAndBlight(t *testing.T) {
	out, err := run("calc", "water", "--litres", "36", "--mix", "peat mix=50,compost=50", "--top", "40cm", "--canopy", "0.6", "--plants", "3", "--et0", "4", "--rain", "0", "--theta", "0.9", "--days", "5", "--json")
	var w struct {
		Capacity float64   `json:"capacity_l"`
		Loss     []float64 `json:"loss_l"`
		Theta    []float64 `json:"theta"`
		Need     *int      `json:"next_need_day"`
		Give     float64   `json:"give_l"`
	}
	if err := errors.Join(err, json.Unmarshal([]byte(out), &w)); err != nil {
		t.Fatal(err)
	}
	if w.Capacity != 8.46 || len(w.Loss) != 5 || w.Loss[0] != 1.2064 || w.Theta[2] != 0.4722 || w.Need == nil || *w.Need != 3 || w.Give != 4 {
		t.Errorf("%+v", w)
	}
	out, err = run("calc", "water", "--litres", "36", "--days", "2", "--rain", "30", "--json")
	if err != nil || !strings.Contains(out, `"next_need_day": null`) {
		t.Errorf("rained on: %v, %s", err, out)
	}
	out, err = run("calc", "frost-night", "--forecast", "1.5", "--lead", "1", "--json")
	if err != nil || !strings.Contains(out, `"p_frost": 0.0304`) {
		t.Errorf("frost: %v, %s", err, out)
	}
	file := filepath.Join(t.TempDir(), "days.csv")
	if err := os.WriteFile(file, []byte("date,tmin,hours90\n2026-06-01,12,8\n2026-06-02,10,6\n2026-06-03,8,9\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	out, err = run("calc", "blight", "--csv", file, "--json")
	if err != nil || !strings.Contains(out, `"2026-06-02"`) || strings.Contains(out, "06-03") {
		t.Errorf("blight: %v, %s", err, out)
	}
}

func TestCalcRefusalsSayWhatIsWrong(t *testing.T) {
	for says, args := range map[string][]string{
		"--theta: \"2\" is no number from 0 to 1": {"calc", "water", "--litres", "36", "--theta", "2"},
		"--days: 0 is not from 1 to 366":          {"calc", "water", "--litres", "36", "--days", "0"},
		"does not read as day":                    {"calc", "water", "--litres", "36", "--log", "06-20 water"},
		"begins with no day":                      {"calc", "water", "--litres", "36", "--log", "20-06 water 4 L"},
		"a finger feels":                          {"calc", "water", "--litres", "36", "--log", "06-20 finger soggy"},
		"is not in the 7 days":                    {"calc", "water", "--litres", "36", "--log", "06-20 water 4 L", "--log", "06-29 water 4 L"},
		"--top: a top of 0 is not believed":       {"calc", "water", "--litres", "36", "--top", "0"},
		"--shelter":                               {"calc", "frost-night", "--forecast", "1", "--shelter", "moon"},
		"--csv":                                   {"calc", "blight", "--csv", "/nowhere.csv"},
		"--base: “wide” is not a number":          {"calc", "ladder", "--base", "wide", "--height", "42cm"},
		"not a shape a bag can have":              {"calc", "ladder", "--base", "36m", "--height", "42cm"},
		"headspace leaves no room":                {"calc", "ladder", "--base", "36cm", "--height", "42cm", "--headspace", "41cm"},
		"is none of":                              {"calc", "ladder", "--base", "36cm", "--height", "42cm", "--school", "spiral"},
		"nothing is left":                         {"calc", "weighin", "--batch", "300g-412g"},
		"a unit of length, not of weight":         {"calc", "weighin", "--batch", "3 cm"},
		"give at least one":                       {"calc", "weighin"},
		"between −90 and 90":                      {"calc", "ra", "--lat", "120", "--day", "1"},
		"between 1 and 366":                       {"calc", "ra", "--lat", "20", "--day", "0"},
		"minimum is over the maximum":             {"calc", "et0", "--lat", "20", "--day", "9", "--tmin", "9", "--tmax", "2"},
		"a month and day like 04-24":              {"calc", "frost", "--last", "April"},
		"whole number from 1 to 100":              {"calc", "cut", "--weight", "170g", "--eyes", "many"},
		"up to 2 kg":                              {"calc", "cut", "--weight", "170kg", "--eyes", "7"},
		"3 volumes for 2 bags":                    {"calc", "allot", "--bags", "2", "--each", "1", "--weights", "50g,60g", "--litres", "1,2,3"},
		"weight of each piece":                    {"calc", "allot", "--bags", "2", "--each", "2"},
		"none of the classes":                     {"calc", "expect", "--class", "huge", "--litres", "36", "--plants", "3"},
		"say how many go in":                      {"calc", "expect", "--litres", "36"},
		"is not a number":                         {"calc", "expect", "--ground", "x"},
		"up to 5000 L":                            {"calc", "expect", "--litres", "0", "--plants", "3"},
		"no component":                            {"calc", "wet", "--litres", "36", "--mix", "gravel=1"},
		"risk lies between 0 and 1":               {"calc", "frost", "--last", "04-24", "--risk", "1"},
		"3 numbers, where twelve":                 {"calc", "normals", "--min", "1,2,3", "--max", "1,2,3"},
		"is none of cool-maritime":                {"calc", "normals", "--climate", "moon"},
		"more than 0":                             {"calc", "weighin", "--batch", "3kg", "--seed", "0"},
		"does not read like 08-20=0.5":            {"calc", "season", "--climate", "highland", "--plant", "04-10", "--yellow", "08-20=0.6"},
		"there is no climate":                     {"calc", "growth", "--plant", "04-10"},
		"like 04-24":                              {"calc", "growth", "--climate", "highland"},
		"up to a third of the depth":              {"calc", "ladder", "--base", "36cm", "--height", "42cm", "--filler", "30cm"},
		"is not a day":                            {"demo", "--today", "soon"},
		`"data" not set`:                          {"serve"},
		"“spring” is not a day":                   {"serve", "--data", "never.glebata", "--today", "spring"},
	} {
		if _, err := run(args...); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%v: %v, want it to say %q", args, err, says)
		}
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
