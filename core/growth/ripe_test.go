package growth

import (
	"math"
	"math/rand/v2"
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
)

// A look at the leaf moves the day it is half yellow, and all that follows: towards what was seen,
// never past it; one far off is questioned, and believed with a second or with its tops cut.
func TestYellowingMovesMaturity(t *testing.T) {
	w := ordinary(t, "cool-maritime")
	p := planted(crop.Maincrop)
	var usual Run
	Grow(&p, w, &usual)
	due := usual.Mature
	fitted := func(p Plant, seen ...LeafSeen) (f Fit, c Run) {
		f = Prior(p)
		f.Ripen(p, w, seen)
		f.Ripened(&p)
		Grow(&p, w, &c)
		return f, c
	}
	for what, c := range map[string]struct {
		seen     []LeafSeen
		from, to measure.Day // of maturity, from when it was due
		asked    int
	}{
		"half in time":                  {[]LeafSeen{{due, 2}}, -2, 0, 0},
		"half ten days early":           {[]LeafSeen{{due - 10, 2}}, -11, -10, 0},
		"none ten days before":          {[]LeafSeen{{due - 10, 0}}, 1, 17, 0},
		"none, five days before":        {[]LeafSeen{{due - 5, 0}}, 8, 22, 0},
		"a quarter, ten days after":     {[]LeafSeen{{due + 10, 1}}, 11, 20, 0},
		"all, in time":                  {[]LeafSeen{{due + 10, 4}}, -4, 2, 0},
		"all a month early":             {[]LeafSeen{{due - 31, 4}}, 0, 0, 1},
		"all a month early, twice":      {[]LeafSeen{{due - 31, 4}, {due - 29, 4}}, -40, -31, 0},
		"none a month late":             {[]LeafSeen{{due + 4, 0}}, 0, 0, 1},
		"none a month late, twice":      {[]LeafSeen{{due + 1, 0}, {due + 4, 0}}, 14, 60, 0},
		"twice the same day":            {[]LeafSeen{{due - 31, 4}, {due - 31, 4}}, 0, 0, 2},
		"one early, one late":           {[]LeafSeen{{due - 35, 4}, {due + 15, 0}}, 0, 0, 2},
		"three quarters a month early":  {[]LeafSeen{{due - 30, 3}}, 0, 0, 1},
		"green long before it matters":  {[]LeafSeen{{usual.Up + 20, 0}}, 0, 0, 0},
		"half, and a quarter before it": {[]LeafSeen{{due - 12, 1}, {due - 5, 2}}, -10, -5, 0},
	} {
		f, run := fitted(p, c.seen...)
		if got := run.Mature - due; got < c.from || got > c.to || len(f.LeafAsked) != c.asked {
			t.Errorf("%s: mature %+d days, want %+d to %+d; %d questioned", what, got, c.from, c.to, len(f.LeafAsked))
		}
		if c.asked == 0 && len(c.seen) > 0 && f.RipeSD > RipeSD*ripeBorne {
			t.Errorf("%s: it is spread by %.3f", what, f.RipeSD)
		}
	}
	cut := p
	cut.HaulmCut = due - 30
	if f, _ := fitted(cut, LeafSeen{due - 31, 4}); len(f.LeafAsked) != 0 || f.Ripe > 0.85 {
		t.Errorf("all yellow a month early, its tops cut: %+v", f)
	}
	early, _ := fitted(p, LeafSeen{due - 10, 2})
	if early.RipeSD > 0.7*RipeSD || early.Ripe >= 1 {
		t.Errorf("seen half yellow it needs %.3f ± %.3f of its warmth", early.Ripe, early.RipeSD)
	}
	for day, want := range map[[2]measure.Day]measure.Day{{0, due + 5}: due + 6, {due - 5, 0}: due - 5, {due + 5, 0}: due, {0, due - 5}: due} {
		seen, run := p, Run{}
		seen.HalfBy, seen.GreenOn = day[0], day[1]
		if Grow(&seen, w, &run); run.Mature != want {
			t.Errorf("half by %v, green on %v: mature on %v, want %v", day[0], day[1], run.Mature, want)
		}
	}
	sweet := planted(crop.SweetMid)
	if f, _ := fitted(sweet, LeafSeen{due - 31, 4}); f.Ripe != 1 || len(f.LeafAsked) != 0 {
		t.Errorf("vines that yellow ripen nothing: %+v", f)
	}
}

// Of 80 % windows of the day on which half the leaf is yellow, 77 to 84 % hold it, with nothing,
// one and two looks before it.
func TestWindowsOfYellowingHoldWhatTheyPromise(t *testing.T) {
	years := simulated(t, 220)
	for looks := range 3 {
		held, all := 0, 0
		for trial := range 600 {
			rng := rand.New(rand.NewPCG(uint64(trial), 9))
			p := planted([]crop.Class{crop.Maincrop, crop.EarlyMaincrop}[trial%2])
			p.Planted = measure.Date(2026, 4, 10) + measure.Day(rng.IntN(30))
			truth := years[120+trial%100]
			grown := grownTruly(p, &truth, rng)
			if grown.Mature == 0 {
				continue
			}
			today := grown.Up + 30
			var seen []LeafSeen
			for k := range looks {
				today = grown.Fading + measure.Day(7*k+rng.IntN(6))
				if today >= grown.Mature {
					break
				}
				seen = append(seen, LeafSeen{today, look(grown.leafOn(today)+leafSD*rng.NormFloat64(), 1)})
			}
			p.Up = grown.Up
			fit := Prior(p)
			fit.Ripen(p, &truth, seen)
			if len(fit.LeafAsked) > 0 || today >= grown.Mature || len(seen) < looks {
				continue
			}
			fit.Ripened(&p)
			days := daysOf(t, Member{Plant: p, Fit: fit, Seed: uint64(trial)}, &truth, years[:120], len(truth.Min), today, func(c *Run) measure.Day { return c.Mature })
			low, _, high := NewSpread(days).Days()
			all++
			if grown.Mature >= low && grown.Mature <= high {
				held++
			}
		}
		share := 100 * float64(held) / float64(all)
		t.Logf("%d looks: %.1f %% of %d windows hold", looks, share, all)
		if share < 77 || share > 84 {
			t.Errorf("%d looks: 80 %% windows hold %.1f %% of %d", looks, share, all)
		}
	}
}

// First flowers that open within their error of the day tubers set move the forecast, and its
// windows of half yellow hold what they promise.
func TestFlowersMoveTheForecast(t *testing.T) {
	years := simulated(t, 220)
	held, all, narrower := 0, 0, 0
	var plain, fitted float64 // sums of what the day tubers set is off
	for trial := range 600 {
		rng := rand.New(rand.NewPCG(uint64(trial), 21))
		p := planted([]crop.Class{crop.Maincrop, crop.EarlyMaincrop}[trial%2])
		p.Planted = measure.Date(2026, 4, 10) + measure.Day(rng.IntN(30))
		truth := years[120+trial%100]
		grown := grownTruly(p, &truth, rng)
		if grown.Mature == 0 || grown.Initiation == 0 {
			continue
		}
		p.Flowered = grown.Initiation + measure.Day(math.Round(flowersSD*rng.NormFloat64()))
		fit := Calibrate(p, &truth, nil)
		if fit.FlowersAsked != 0 {
			continue
		}
		if fit.ShiftSD < ShiftSD {
			narrower++
		}
		var usual, moved Run
		Grow(&p, &truth, &usual)
		q := p
		q.Shift, q.Rate = fit.Shift, fit.Rate
		Grow(&q, &truth, &moved)
		plain += math.Abs(float64(usual.Initiation - grown.Initiation))
		fitted += math.Abs(float64(moved.Initiation - grown.Initiation))
		days := daysOf(t, Member{Plant: p, Fit: fit, Seed: uint64(trial)}, &truth, years[:120], len(truth.Min), p.Flowered, func(c *Run) measure.Day { return c.Mature })
		low, _, high := NewSpread(days).Days()
		if all++; grown.Mature >= low && grown.Mature <= high {
			held++
		}
	}
	share := 100 * float64(held) / float64(all)
	t.Logf("%.1f %% of %d windows hold; off by %.2f days, by flowers %.2f", share, all, plain/float64(all), fitted/float64(all))
	if share < 77 || share > 84 || fitted >= plain || narrower < all*9/10 {
		t.Errorf("80 %% windows hold %.1f %% of %d; off by %.2f days, by flowers %.2f; %d are narrower", share, all, plain/float64(all), fitted/float64(all), narrower)
	}
	p := planted(crop.Maincrop)
	w := years[0]
	usual := Calibrate(p, &w, nil)
	var c Run
	Grow(&p, &w, &c)
	p.Flowered = c.Initiation + 21
	if f := Calibrate(p, &w, nil); f.FlowersAsked != 21 || f.Shift != usual.Shift {
		t.Errorf("three weeks late: %+v", f)
	}
	p.Up = c.Up
	if f := Calibrate(p, &w, nil); f.FlowersAsked != 0 || f.Shift != 0 {
		t.Errorf("the day it came up was seen: %+v", f)
	}
}

// look at a leaf of which a share is left: the nearest number of quarters, at most so many.
func look(left float64, most int) int {
	best := 0
	for q := range most + 1 {
		if math.Abs(leafLeft[q]-left) < math.Abs(leafLeft[best]-left) {
			best = q
		}
	}
	return best
}
