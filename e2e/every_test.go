package e2e

import (
	"bytes"
	"cmp"
	_ "embed"
	"fmt"
	"io"
	"os"
	"slices"
	"testing"

	"github.com/go-rod/rod/lib/proto"
)

//go:embed testdata/axe.min.js
var axe string

// everyPage of the demo.
var everyPage = []string{"/", "/plan/season", "/plantings/30/ladder", "/bags/R6", "/terrace", "/lift", "/compare", "/site", "/seed/trays/6?tuber=3",
	"/plan/medium", "/plan/outlook", "/walk", "/plantings/30/later/raise", "/plan", "/plan?bag=9&variety=4", "/bags", "/bags/R13", "/bags/R10", "/bags/R15", "/bags/R16", "/bags/R19",
	"/plantings/1", "/plantings/30/weigh", "/plantings/30/water", "/plantings/26/leaf?which=old&looks=pale", "/compare?by=plants&variety=4&measure=harvest&year=2025&table=variety-year",
	"/plantings/30/working/rung-1", "/guide", "/weather", "/plan/design?variety=4", "/plan/shopping", "/plan/proposal?seed=plenty", "/plantings/36/card",
	"/plan/succession?variety=1&from=2026-07-01&until=2026-09-30", "/seed", "/seed/allot", "/seed/nursery", "/labels", "/labels/plain", "/correct", "/correct/model/1", "/correct/plan/30",
	"/entries?kind=sighted", "/walk/overdue", "/tonight", "/water/away", "/compare/bring", "/ask?litres=30", "/more", "/harvest-sheet", "/lift/pool", "/lift/paper", "/plantings/1/sheet",
	"/compare/trials", "/compare/trials/1", "/compare/poor", "/plantings/20/why", "/compare/seasons", "/compare/money"}

// somePages are the first of every page: one of each stage and kind of drawing.
var somePages = everyPage[:9]

// deep is set by make deep: then each check goes through every page, else the dearer ones
// through some.
var deep = os.Getenv("GLEBATA_DEEP") != ""

// goneThrough are the pages of a check that is one of several of its kind.
func goneThrough() []string {
	if deep {
		return everyPage
	}
	return somePages
}

// look at a page: how the window and the reader's settings are, and what is checked then.
type look struct {
	name   string
	size   proto.EmulationSetDeviceMetricsOverride
	colour string // that the system prefers
	forced bool   // the system sets its own colours
	paper  bool
	text   int  // px of the reader's text; 16 is usual
	few    bool // it is taken of some pages
	check  func(p *person, path string, width int)
}

// looks that are taken of a page, one after another, without opening it again.
var looks = []look{
	{name: "at the desk", size: desk, check: func(p *person, path string, width int) {
		p.keepsWithin(path, width)
		p.meets(path)
		p.axeFindsNothing(path)
	}},
	{name: "on the phone", size: phone, check: (*person).keepsWithin},
	{name: "on the phone, by axe", size: phone, few: true, check: func(p *person, path string, _ int) { p.axeFindsNothing(path) }},
	{name: "on a narrow phone", size: sized(320, 844), few: true, check: (*person).keepsWithin},
	{name: "in the evening", size: desk, colour: "dark", few: true, check: func(p *person, path string, _ int) { p.axeFindsNothing(path, contrast...) }},
	{name: "in the system's colours", size: desk, colour: "dark", forced: true, few: true, check: (*person).keepsItsInk},
	{name: "twice as large", size: desk, text: 32, few: true, check: (*person).growsWithin},
	{name: "twice as large on the phone", size: phone, text: 32, few: true, check: (*person).growsWithin},
	{name: "on paper", size: sized(703, 1000), paper: true, few: true, check: (*person).printsWhole}, // A4 between its margins
}

// Every page is opened once and looked at in every way: it keeps within its window, each drawing is
// whole, ids and labels meet, axe finds nothing; some also as it is read otherwise.
func TestEveryPageIsWholeAndReadable(t *testing.T) {
	t.Parallel()
	const parts = 3
	for part := range parts {
		t.Run(fmt.Sprint("part ", part+1), func(t *testing.T) {
			t.Parallel()
			p := sit(t, demoGarden, desk)
			for i := part; i < len(everyPage); i += parts {
				p.looksAt(everyPage[i])
			}
		})
	}
}

// looksAt a page in every way.
func (p *person) looksAt(path string) {
	p.t.Helper()
	for i, l := range looks {
		if l.few && !slices.Contains(goneThrough(), path) {
			continue
		}
		p.must("resizing", p.page.SetViewport(&l.size))
		media := proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{
			{Name: "prefers-reduced-motion", Value: "reduce"}, // what flies in is paler on its way
			{Name: "prefers-color-scheme", Value: cmp.Or(l.colour, "light")}, {Name: "forced-colors", Value: map[bool]string{true: "active", false: "none"}[l.forced]}}}
		if l.paper {
			media.Media = "print"
		}
		p.must("setting colours", media.Call(p.page))
		text := cmp.Or(l.text, 16)
		p.must("reading large", proto.PageSetFontSizes{FontSizes: &proto.PageFontSizes{Standard: &text}}.Call(p.page))
		if i == 0 {
			p.open(path)
		}
		p.looking = l.name
		l.check(p, path, l.size.Width)
	}
}

// contrast of text with what it stands on: the stricter of axe's rules is silent on what is so
// pale that the other tells of it.
var contrast = []string{"color-contrast", "color-contrast-enhanced"}

// axeFindsNothing on the page that is open, nor on a working of it, by some of its rules or by all.
func (p *person) axeFindsNothing(path string, rules ...string) {
	p.t.Helper()
	if path == "/bags/R6" {
		p.click("a working", p.element("a working", `() => document.querySelector(".facts a.w")`))
		p.sees("What would change it")
		defer p.asks(`() => { document.querySelector("#sheet .close").click(); return "" }`)
	}
	// The page's policy lets no script in but its own; the tester's comes by the debugger.
	if _, err := p.page.Eval(`code => { if (!window.axe) (0, eval)(code) }`, axe); err != nil {
		p.must("bringing axe", p.page.AddScriptTag("", axe))
	}
	if rules == nil {
		rules = []string{} // of Go's nil, JavaScript would make a null
	}
	found := p.asks(`async rules => { const by = rules.length ? {runOnly: {type: "rule", values: rules}} : {runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice", "wcag2aaa"], rules: {"color-contrast-enhanced": {enabled: true}}};
		const r = await axe.run(document, {resultTypes: ["violations"], ...by});
		return r.violations.map(v => v.id + ": " + v.nodes.map(n => n.html.slice(0, 120) + " " + (n.any[0] || {message: ""}).message).join(" | ")).join("\n") }`, rules)
	if found != "" {
		p.t.Errorf("%s %s:\n%s", path, p.looking, found)
	}
}

// keepsItsInk checks that drawings keep their inks on paper where the system sets its own colours,
// light on dark, and that the strip is told in the system's.
func (p *person) keepsItsInk(path string, _ int) {
	p.t.Helper()
	lost := p.asks(`() => {
		const light = c => { const [r, g, b] = c.match(/[\d.]+/g).map(Number); return (0.2126 * r + 0.7152 * g + 0.0722 * b) / 255; };
		const out = [];
		for (const e of document.querySelectorAll("main svg text")) {
			if (!e.checkVisibility() || !e.textContent.trim()) continue;
			let root = e.ownerSVGElement; while (root.ownerSVGElement) root = root.ownerSVGElement;
			if (getComputedStyle(root).backgroundColor !== "rgb(255, 255, 255)") out.push("no paper under " + e.textContent);
		}
		for (const s of [".line text", ".line rect"]) if (light(getComputedStyle(document.querySelector(s)).fill) < 0.6) out.push(s + " is dark on dark");
		return out.slice(0, 5).join("; ");
	}`)
	if lost != "" {
		p.t.Errorf("%s: %s", path, lost)
	}
}

// growsWithin checks that with text at twice its size, as a browser's setting has it, the page keeps
// within its window.
func (p *person) growsWithin(path string, _ int) {
	p.t.Helper()
	if got := p.asks(`() => getComputedStyle(document.documentElement).fontSize`); got != "34px" {
		p.t.Fatalf("text is %s large", got)
	}
	if out := p.asks(`() => {
		const wide = document.documentElement.clientWidth
		if (document.documentElement.scrollWidth <= wide) return ""
		return [...document.querySelectorAll("body *")].filter(e => e.checkVisibility() && e.getBoundingClientRect().right > wide + 1 && !e.closest(".scroll, .bags"))
			.map(e => e.outerHTML.slice(0, 70) + " to " + Math.round(e.getBoundingClientRect().right)).slice(-3).join("; ") || "wide" }`); out != "" {
		p.t.Errorf("%s %s: %s", path, p.looking, out)
	}
}

// printsWhole checks that a page goes to paper whole: nothing wider than the sheet, no button, no
// form and no empty field, and no more sheets than are of use on a wall.
func (p *person) printsWhole(path string, width int) {
	p.t.Helper()
	if p.asks(`() => !!document.querySelector("main .landscape")`) == "true" {
		across := sized(1038, 1000)
		width = across.Width
		p.must("as wide as paper", p.page.SetViewport(&across))
	}
	if out := p.asks(`width => [...document.querySelectorAll("main *")].filter(e => e.checkVisibility()).map(e => [e, e.getBoundingClientRect()])
		.filter(([e, r]) => r.width && r.right > width + 1 || /^(BUTTON|INPUT|SELECT|TEXTAREA)$/.test(e.tagName))
		.map(([e, r]) => e.outerHTML.slice(0, 80) + " to " + Math.round(r.right)).slice(0, 4).join("; ")`, width); out != "" {
		p.t.Errorf("%s on paper: %s", path, out)
	}
	pdf, err := p.page.PDF(&proto.PagePrintToPDF{PreferCSSPageSize: true})
	p.must("printing", err)
	content, err := io.ReadAll(pdf)
	if n := bytes.Count(content, []byte("/Type /Page\n")); err != nil || n < 1 || n > 9 {
		p.t.Errorf("%s takes %d sheets, %v", path, n, err)
	}
}
