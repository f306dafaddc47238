package draw

import (
	"math"
	"regexp"
	"strconv"
	"testing"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// dots of a path of straight lines.
func dots(t *testing.T, m Mark) [][2]int {
	t.Helper()
	var out [][2]int
	for _, at := range regexp.MustCompile(`[ML](-?\d+) (-?\d+)`).FindAllStringSubmatch(string(m), -1) {
		x, errX := strconv.Atoi(at[1])
		y, errY := strconv.Atoi(at[2])
		if errX != nil || errY != nil {
			t.Fatalf("no dot: %q", at)
		}
		out = append(out, [2]int{x, y})
	}
	return out
}

// Risk and day length of every ready climate are drawn to scale to both ends of the year.
func TestSiteYearIsDrawnToScaleToItsEnds(t *testing.T) {
	today := measure.Date(2026, 6, 9)
	for _, p := range climate.Presets() {
		site := logbook.NewSite(p)
		site.Name = p.Name
		o, err := forecast.NewSiteOutlook(site, today)
		if err != nil {
			t.Fatal(err)
		}
		y := NewSiteYear(o, today, measure.Metric, Desk)
		start := yearStart(o.Frosts, today)
		day := func(x int) measure.Day {
			return start + measure.Day(math.Round(float64(x-y.Left)/float64(y.Right-y.Left)*365))
		}
		risk := dots(t, y.Risk)
		if first, last := risk[1], risk[len(risk)-2]; first[0] != y.Left || last[0] != y.Right {
			t.Errorf("%s: risk runs from %d to %d", p.Name, first[0], last[0])
		}
		for _, at := range risk[1 : len(risk)-1] {
			if want := float64(y.RiskBottom) - o.Frosts.Risk(day(at[0]))*float64(y.RiskBottom-y.RiskTop); math.Abs(float64(at[1])-want) > 2 {
				t.Errorf("%s: risk on %s drawn at %d, not %.0f", p.Name, day(at[0]).ISO(), at[1], want)
			}
		}
		light := dots(t, y.Light)
		if light[0][0] != y.Left || light[len(light)-1][0] != y.Right {
			t.Errorf("%s: light runs from %d to %d", p.Name, light[0][0], light[len(light)-1][0])
		}
		hours := func(x int) float64 {
			d := day(x)
			return climate.DayLength(o.Site.Latitude, int(d-measure.Date(d.Year(), 1, 1))+1)
		}
		shortest, longest := light[0], light[0]
		for _, at := range light {
			if at[1] > shortest[1] {
				shortest = at
			}
			if at[1] < longest[1] {
				longest = at
			}
		}
		if high := shortest[1] - longest[1]; high < 20 && hours(longest[0])-hours(shortest[0]) > leastLight || longest[1] < y.LightTop || shortest[1] > y.LightBottom {
			t.Errorf("%s: from %.1f to %.1f h the line rises %d px", p.Name, hours(shortest[0]), hours(longest[0]), high)
		}
		pxHour := float64(shortest[1]-longest[1]) / (hours(longest[0]) - hours(shortest[0]))
		for _, at := range light {
			if want := float64(shortest[1]) - (hours(at[0])-hours(shortest[0]))*pxHour; math.Abs(float64(at[1])-want) > 1.6 {
				t.Errorf("%s: %.1f h drawn at %d, not %.0f", p.Name, hours(at[0]), at[1], want)
			}
		}
	}
}
