package draw

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

var june = measure.Date(2026, 6, 9)

func cool(t *testing.T) (logbook.Site, *climate.Normals) {
	t.Helper()
	s := logbook.NewSite(climate.Presets()[0])
	n, err := s.Normals()
	if err != nil {
		t.Fatal(err)
	}
	return s, n
}

// sheet of some plantings in a cool maritime season.
func sheetOf(t *testing.T, asks ...calendar.Request) forecast.Sheet {
	t.Helper()
	s, n := cool(t)
	place, err := s.Calendar(2026)
	if err != nil {
		t.Fatal(err)
	}
	f := climate.NewFrosts(2026, s.Last, s.First, s.LastSD)
	sh := forecast.Sheet{Year: 2026, Site: s, Normals: n, Frosts: f, Place: place}
	for i, a := range asks {
		l := forecast.SheetLine{Schedule: place.Plan(a)}
		l.Planting = logbook.Planting{ID: logbook.ID(i + 1), Bag: logbook.Bag{Label: fmt.Sprint("R", i+1)}, Variety: logbook.Variety{Name: "Harbour Lantern", Class: a.Class}}
		sh.Lines = append(sh.Lines, l)
	}
	return sh
}

func TestSheetKeepsTheOrderOfTheSeason(t *testing.T) {
	sh := sheetOf(t,
		calendar.Request{Class: crop.FirstEarly, Way: calendar.Direct, Chitted: true, Cover: 8},
		calendar.Request{Class: crop.SecondEarly, Way: calendar.PreGrown, Chitted: true, Cover: 8, Shelter: climate.Greenhouse, Then: climate.Open},
		calendar.Request{Class: crop.SecondEarly, Way: calendar.Late, Cover: 8, Then: climate.Greenhouse},
		calendar.Request{Class: crop.SweetEarly, Way: calendar.OwnSlips, Shelter: climate.Greenhouse},
		calendar.Request{Class: crop.SweetEarly, Way: calendar.OrderedSlips, Shelter: climate.Greenhouse})
	d := NewSheet(sh, 2, func(id logbook.ID) string { return fmt.Sprint("/x?line=", id, "&y=1") }, june, Desk)
	if len(d.Rows) != 5 || d.H <= d.Foot || d.Today <= d.Left || d.Today >= d.Right {
		t.Fatalf("%d rows, today at %d", len(d.Rows), d.Today)
	}
	for i, r := range d.Rows {
		marks := []int{r.Plant, r.Grows[0], r.Grows[1], r.Likely, r.Ready[1]}
		if i == 1 { // up in the pot, before it is planted
			marks = marks[1:]
		}
		if s := &sh.Lines[i].Schedule; s.Likely == 0 { // it grows to its end
			marks = []int{r.Plant, r.Grows[0], r.Grows[1]}
			if r.Ready[1] != 0 || r.End == 0 {
				t.Errorf("row %s never is ready and is drawn so, ending at %d", r.Label, r.End)
			}
		}
		for j := range marks {
			if marks[j] < d.Left || marks[j] > d.Right || j > 0 && marks[j] < marks[j-1] {
				t.Errorf("row %s runs %v from %d to %d", r.Label, marks, d.Left, d.Right)
			}
		}
		if r.Chit[1] != 0 && (r.Chit[0] >= r.Chit[1] || r.Chit[0] < d.Left) {
			t.Errorf("row %s is chitted from %d to %d", r.Label, r.Chit[0], r.Chit[1])
		}
		for j, s := range r.Stays {
			if s.W < 0 || j > 0 && s.X < r.Stays[j-1].X+r.Stays[j-1].W-1 {
				t.Errorf("row %s: stay %d lies over the one before", r.Label, j)
			}
			if s.Name != "" && TextWidth(string(s.Name), 14) > s.W {
				t.Errorf("row %s: “%s” does not fit its stay of %d px", r.Label, s.Name, s.W)
			}
		}
		if r.Y != sheetTop+i*d.Pitch || r.Chosen != (i == 1) {
			t.Errorf("row %s stands at %d, chosen %v", r.Label, r.Y, r.Chosen)
		}
		if strings.Contains(string(r.Href), "&y") {
			t.Errorf("the address %s is not escaped", r.Href)
		}
	}
	for _, name := range []string{"Harbour Lantern", "A name of forty letters and not one more"} {
		if got := fitting(name, 16, d.Left-sheetName-6); TextWidth(got, 16)+sheetName > d.Left || !strings.HasPrefix(name, strings.TrimSuffix(got, "…")) {
			t.Errorf("%q stands left of the sheet as %q", name, got)
		}
	}
	if d.Rows[4].Order == 0 || d.Rows[4].Chit[1] != 0 {
		t.Error("ordered slips are drawn as if started at home")
	}
	if n := len(d.Rows[1].Stays); n != 3 || !d.Rows[1].Stays[0].Pots || d.Rows[1].Stays[1].Kind != "greenhouse" {
		t.Errorf("a transplant is drawn with %d stays: %+v", n, d.Rows[1].Stays)
	}
}

// The shading is darkest in winter, absent in summer, and lies side by side.
func TestFrostIsShadedByItsRisk(t *testing.T) {
	sh := sheetOf(t, calendar.Request{Class: crop.Maincrop, Way: calendar.Direct, Chitted: true, Cover: 8, Plant: measure.Date(2026, 3, 1)})
	d := NewSheet(sh, 0, func(logbook.ID) string { return "" }, june, Desk)
	if len(d.Frost) < 4 || d.Frost[0].Class != 4 {
		t.Fatalf("%+v", d.Frost)
	}
	for i, f := range d.Frost {
		if f.X <= d.Today && f.X+f.W > d.Today {
			t.Errorf("a risk of class %d lies over June", f.Class)
		}
		if i > 0 && f.X < d.Frost[i-1].X+d.Frost[i-1].W {
			t.Errorf("shades %d and %d overlap", i-1, i)
		}
	}
	if len(d.Safe) == 0 || !strings.Contains(string(d.Safe[0].Text), "safe from 8 May") {
		t.Errorf("the safe days read %+v", d.Safe)
	}
	sh.Frosts = climate.Frosts{None: true}
	if d := NewSheet(sh, 0, func(logbook.ID) string { return "" }, june, Desk); len(d.Frost)+len(d.Safe) != 0 {
		t.Error("frost is drawn where there is none")
	}
}

// A tuber as drawn is as large as it is heavy: an ellipsoid of its half width w and
// half height h holds 4/3·π·w²·h, and its density is tuberDensity.
func TestTubersAreDrawnToScale(t *testing.T) {
	for _, g := range []measure.Mass{30, 60, 118, 240} {
		w, h := halves(g)
		cm3 := 4.0 / 3 * math.Pi * w * w * h / 1e6
		if got := cm3 * tuberDensity; math.Abs(got-float64(g)) > 0.5 {
			t.Errorf("%v is drawn as %.1f g", g, got)
		}
	}
}

func TestTrayStandsOnOneLineWithSproutsAsMeasured(t *testing.T) {
	tr := logbook.TrayState{Tubers: []logbook.TuberState{
		{N: 1, Weight: 64, Looked: june, Seen: logbook.Seen{Tuber: 1, Eyes: 6, Sprouts: 3, Longest: 2.5, Stout: true}, Call: seed.Ready},
		{N: 2, Weight: 170, Looked: june, Seen: logbook.Seen{Tuber: 2, Eyes: 7, Sprouts: 2, Longest: 1, Stout: false}, Call: seed.Weak},
		{N: 3, Weight: 50, Discarded: true},
	}}
	for i := range tr.Tubers {
		u := &tr.Tubers[i]
		u.Pieces = []logbook.PieceState{{Weight: u.Weight}}
		u.Cut = seed.UsualCutting.Of(u.Weight, u.Seen.Eyes)
		u.Cuts = u.Cut.Reason
	}
	got := NewTray(&tr, 1, 2, func(n int) string { return fmt.Sprint("?tuber=", n) }, measure.Metric)
	for i := 1; i < len(got); i++ {
		if got[i].Y0 != got[0].Y0 || got[i].H != got[0].H {
			t.Errorf("tuber %d does not stand where the first does", i+1)
		}
	}
	if n := len(got[0].Sprouts); n != 3 || got[0].Sprouts[0].Thin || !got[1].Sprouts[0].Thin {
		t.Errorf("%d sprouts, thin %v and %v", n, got[0].Sprouts[0].Thin, got[1].Sprouts[0].Thin)
	}
	// The last number of a stout sprout is how far it goes up: 25 mm in tenths.
	parts := numbers(t, string(got[0].Sprouts[0].Path))
	if up := parts[len(parts)-1]; up != -250 {
		t.Errorf("a sprout of 25 mm is drawn %d tenths of a mm long", -up)
	}
	if len(got[1].Cuts) != 2 || !got[1].Planned || !got[1].Chosen || got[0].Chosen {
		t.Errorf("170 g with 7 eyes has %d cut lines, want 2", len(got[1].Cuts))
	}
	if got[2].Cross == "" || got[2].Call != "out" || len(got[2].Cuts) != 0 {
		t.Errorf("a tuber that was thrown out is drawn as %+v", got[2])
	}
	for _, d := range got {
		if !strings.Contains(string(d.Says), string(d.Weight)) || !strings.Contains(string(d.Says), string(d.Words)) {
			t.Errorf("it is read out as %q", d.Says)
		}
	}
}

func TestWeatherStaysOnItsPanel(t *testing.T) {
	_, n := cool(t)
	var days []logbook.DayRecord
	for i := range 42 {
		d := logbook.DayRecord{Day: june - 41 + measure.Day(i), Source: logbook.Simulated}
		d.Min, d.Max, d.Rain = 6-float64(i%9), 16+float64(i%7), float64(i%5)*4
		if i%3 == 0 {
			d.Source = `<wall> & "loft"`
		}
		days = append(days, d)
	}
	var ahead []forecast.Forecast
	for lead := 1; lead <= 7; lead++ {
		ahead = append(ahead, forecast.Forecast{Day: june + measure.Day(lead), Lead: lead, Min: 4, Max: 15, Spread: climate.ForecastSD(lead), WetChance: 0.4})
	}
	w := NewWeather(days, ahead, n, measure.Metric, Desk)
	if len(w.Days) != 49 || w.Today == 0 || w.Zero == 0 {
		t.Fatalf("%d days, today at %d, freezing at %d", len(w.Days), w.Today, w.Zero)
	}
	last, wide := 0, 0
	for i, d := range w.Days {
		if d.X < w.Left || d.X+d.W > w.Right || d.X <= last || d.Y < w.TempTop || d.Y+d.H > w.TempFoot || d.RainY < 0 || d.Rain < 0 || d.Rain > rainFoot-rainTop {
			t.Errorf("day %d is drawn at %+v", i, d)
		}
		if strings.ContainsAny(string(d.Title), "<>") {
			t.Errorf("the title %q is not escaped", d.Title)
		}
		if d.Kind == "fore" {
			if d.Wide < wide {
				t.Errorf("the forecast narrows on day %d", i)
			}
			wide = d.Wide
		} else if (d.Kind == "own") != (i%3 == 0) {
			t.Errorf("day %d is marked %s", i, d.Kind)
		}
		last = d.X
	}
	if got := NewWeather(nil, nil, n, measure.Metric, Desk); len(got.Days) != 0 {
		t.Error("days are drawn where there are none")
	}
}

func TestNurslingsFitTheirFrame(t *testing.T) {
	for _, method := range append(logbook.Methods(), "") {
		n := logbook.NursingState{Nursling: logbook.Nursling{Label: "S1", Kind: logbook.Root, Method: method, Weight: 900, Started: june - 30}, Shoots: 9}
		if method == "" {
			n.Kind, n.Weight = logbook.Pot, 90
		}
		d := NewNursling(&n, june, 1)
		inside := func(what, path string) {
			t.Helper()
			if path == "" {
				t.Errorf("%s of %q is not drawn", what, method)
			}
		}
		inside("the vessel", string(d.Wall))
		inside("the body", string(d.Body))
		inside("the shoots", string(d.Shoots))
		if d.PxW != d.W || d.PxH != d.H || d.Y0+d.H < 0 {
			t.Errorf("%q is framed %d %d %d %d", method, d.X0, d.Y0, d.W, d.H)
		}
	}
	young := logbook.NursingState{Nursling: logbook.Nursling{Label: "P1", Kind: logbook.Pot, Weight: 60, Started: june - 3}}
	if d := NewNursling(&young, june, 1); d.Shoots != "" {
		t.Error("shoots are drawn three days after potting")
	}
}
