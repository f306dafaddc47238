package e2e

import (
	"encoding/json"
	"maps"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"glebata/core/measure"
)

// asking are pages asked something else than what they show by themselves.
var asking = []string{
	"/plan?bag=9&variety=4&number=2&headspace=6&settling=12.5&cover=6",
	"/plan/design?variety=1&aim=bakers&by=own&own=2&sprouts=1&mix=coir&mine=no",
	"/compare?year=2024", "/compare?variety=1", "/compare?by=school&with=kind&measure=stem&each=on&table=school-year", "/compare?by=litres&measure=cost&show=scatter", "/compare?measure=keep&by=place&year=2025",
	"/site?climate=southern-temperate&name=x",
	"/seed/allot?mode=fit&planting=36&planting=37",
	"/plan/season?line=35&plant-day=2026-09-01",
	"/plantings/30/ladder?day=2026-05-20",
}

// A figure that opens a working is what the working comes to, on every page, whatever
// the page was asked and in whatever units.
func TestEveryWorkingComesToItsFigure(t *testing.T) {
	t.Parallel()
	pages, least := slices.Concat(somePages, asking[:1]), 70
	if deep {
		pages, least = slices.Concat(everyPage, asking), 400
	}
	if n := sit(t, demoGarden, desk).openWorkings(pages); n < least {
		t.Errorf("only %d workings were opened", n)
	}
}

func TestEveryWorkingComesToItsFigureInPoundsAndInches(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/")
	p.choose("Units", "US")
	p.at("/")
	pages := []string{"/", "/bags/R6", "/plantings/1", "/plantings/30/water"}
	if deep {
		pages = slices.Concat(pages, []string{"/plan/medium", "/plan/design?variety=4"}, asking)
	}
	p.openWorkings(pages)
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

// sayings are where pages say something of a bag: each gives lines of label, what, value.
var sayings = map[string]string{
	"/plan/outlook": `[...document.querySelectorAll("#outlook tbody tr")].flatMap(r => {
		const label = text(r.cells[0].querySelector("a"));
		return [[label, "ready", text(r.cells[1].querySelector("a"))], [label, "window", text(r.cells[2])],
			[label, "now", text(r.cells[3])], [label, "gives", text(r.cells[5])], [label, "range", text(r.cells[6])]] })`,
	"/plan/season": `[...document.querySelectorAll("[aria-label='The season as a table'] tbody tr")].filter(r => r.cells[6].querySelector("a")).flatMap(r => {
		const label = text(r.cells[0]), window = text(r.cells[6]).split(", ")[1] ?? "";
		return [[label, "ready", text(r.cells[6].querySelector("a"))], [label, "window", window], [label, "plant", text(r.cells[3].querySelector("a"))],
			[label, "up", text(r.cells[4])]] })`,
}

// Whatever says when a bag is planted, up and ready, and what it holds and gives, says
// the same: outlook, season sheet, bag, ladder and calendar feed.
func TestEveryPageSaysTheSameOfABag(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	said := map[string]map[string]map[string][]string{} // label, what, value, by whom
	note := func(label, what, value, by string) {
		if said[label] == nil {
			said[label] = map[string]map[string][]string{}
		}
		if said[label][what] == nil {
			said[label][what] = map[string][]string{}
		}
		said[label][what][value] = append(said[label][what][value], by)
	}
	gather := func(path, js string) {
		t.Helper()
		p.open(path)
		p.waits("the windows of "+path, `() => !document.querySelector("progress")`)
		var lines [][3]string
		if err := json.Unmarshal([]byte(p.asks(`() => { const text = e => (e?.textContent ?? "").replace(/\s+/g, " ").trim(); return JSON.stringify(`+js+`) }`)), &lines); err != nil {
			t.Fatal(err)
		}
		for _, l := range lines {
			if l[2] != "" && !strings.HasPrefix(l[2], "ends with") { // a place that has nothing to say
				note(l[0], l[1], l[2], path)
			}
		}
	}
	for path, js := range sayings {
		gather(path, js)
	}
	if len(said) < 18 {
		t.Fatalf("%d bags are spoken of", len(said))
	}
	for label := range said {
		shared := `["ready", "expected", "now", "plant-day"].map(f => [f, document.querySelector("#page .facts a.w[href*='/" + f + "'], #outlook ~ * a.w[href*='/" + f + "']")]).filter(x => x[1])
			.map(x => [LABEL, {expected: "gives", "plant-day": "plant"}[x[0]] ?? x[0], text(x[1])])`
		windows := `[...document.querySelectorAll("#page .figures dd")].map(d => text(d).match(/, (.* to .*) in four years of five/)).filter(m => m).map(m => [LABEL, "window", m[1]])`
		gather("/bags/"+label, strings.ReplaceAll(shared+".concat("+windows+")", "LABEL", `"`+label+`"`))
	}
	feed := p.asks(`async () => (await (await fetch("/calendar.ics?season=2026")).text())`)
	days := regexp.MustCompile(`UID:planting-\d+-(plant|emerge|ready)@[\s\S]*?DTSTART;VALUE=DATE:(\d+)\s+DTEND;VALUE=DATE:(\d+)\s+SUMMARY:(\w+):`).FindAllStringSubmatch(feed, -1)
	for _, m := range days {
		from, until := feedDay(t, m[2]), feedDay(t, m[3])-1
		switch m[1] {
		case "plant":
			note(m[4], "plant", from.Short(), "the feed")
		case "emerge":
			note(m[4], "up", from.Short(), "the feed")
		case "ready":
			if from != until {
				note(m[4], "window", measure.ShortSpan(from, until), "the feed")
			}
		}
	}
	compared := 0
	for label, of := range said {
		for what, values := range of {
			short := map[string]bool{}
			for v, by := range values {
				short[strings.TrimSuffix(v, " 2026")] = true
				compared += len(by)
			}
			long := slices.Collect(maps.Keys(short))
			if len(long) > 1 && !(len(long) == 2 && (strings.HasPrefix(long[0], long[1]) || strings.HasPrefix(long[1], long[0]))) { // 9 Jun and 9 June
				t.Errorf("%s: %s is %v", label, what, values)
			}
		}
	}
	if compared < 150 {
		t.Errorf("only %d sayings were compared", compared)
	}
	t.Logf("%d sayings of %d bags", compared, len(said))
}

// feedDay reads a day of the calendar feed.
func feedDay(t *testing.T, text string) measure.Day {
	t.Helper()
	d, err := time.Parse("20060102", text)
	if err != nil {
		t.Fatal(err)
	}
	return measure.FromTime(d)
}
