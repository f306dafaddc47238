package e2e

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"
)

// asking are pages asked something else than what they show by themselves.
var asking = []string{
	"/plan?bag=9&variety=4&number=2&headspace=6&settling=12.5&cover=6",
	"/plan/design?variety=1&aim=bakers&by=own&own=2&sprouts=1&mix=coir&mine=no",
	"/compare?year=2024", "/compare?variety=1",
	"/site?climate=southern-temperate&name=x",
	"/seed/allot?mode=fit&planting=36&planting=37",
	"/plan/season?line=35&plant-day=2026-09-01",
	"/plantings/30/ladder?day=2026-05-20",
}

// A figure that opens a working is what the working comes to, on every page, whatever
// the page was asked and in whatever units.
func TestEveryWorkingComesToItsFigure(t *testing.T) {
	t.Parallel()
	pages := slices.DeleteFunc(slices.Concat(everyPage, asking), func(path string) bool { return path == "/bags/R99" }) // which is none
	if n := sit(t, demoGarden, desk).openWorkings(pages); n < 400 {
		t.Errorf("only %d workings were opened", n)
	}
}

func TestEveryWorkingComesToItsFigureInPoundsAndInches(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/")
	p.choose("Units", "US")
	p.at("/")
	p.openWorkings(append([]string{"/", "/bags/R6", "/plantings/1", "/plan/medium", "/plan/design?variety=4"}, asking...))
}

// openWorkings of some pages, and say how many.
func (p *person) openWorkings(pages []string) int {
	p.t.Helper()
	opened := 0
	for _, path := range pages {
		p.open(path)
		var figures []struct {
			Href, Shown, Figure string
			Status              int
		}
		found := p.asks(`async () => {
			const text = e => e.textContent.replace(/\s+/g, " ").trim();
			const out = [];
			for (const a of document.querySelectorAll("#page a.w[href]")) {
				const res = await fetch(a.href, {headers: {"HX-Request": "true"}});
				const doc = new DOMParser().parseFromString(await res.text(), "text/html");
				out.push({Href: a.getAttribute("href"), Shown: text(a), Status: res.status, Figure: text(doc.querySelector(".figure") ?? a)});
			}
			return JSON.stringify(out) }`)
		if err := json.Unmarshal([]byte(found), &figures); err != nil {
			p.t.Fatal(err)
		}
		for _, f := range figures {
			opened++
			if f.Status != 200 {
				p.t.Errorf("%s: %s (%s) answers %d", path, f.Href, f.Shown, f.Status)
			} else if shown := strings.TrimPrefix(f.Shown, "× "); !strings.Contains(f.Figure, shown) {
				p.t.Errorf("%s: %s shows %q and its working comes to %q", path, f.Href, f.Shown, f.Figure)
			}
		}
	}
	return opened
}
