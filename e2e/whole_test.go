package e2e

import (
	"bytes"
	"io"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/proto"
)

// pans are drawings that a page pans inside a frame of their own: the Row, whose bags snap,
// and the terrace.
const pans = ".bags svg, svg.terrace"

// Pages keep within the narrowest window too, and each drawing is whole inside it, with what is
// lettered on it; the usual widths are seen to where every page is.
func TestDrawingsAreWholeOnANarrowPhone(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.whole(320)
}

// Names as long as they may be cut nothing off.
func TestLongNamesStillFit(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	for thing, label := range map[string]string{"variety/4": "Name", "model/1": "Name", "place/2": "Name"} {
		p.open("/correct/" + thing)
		p.fill(label, "The long and windy quay of "+strings.ReplaceAll(thing, "/", " no "))
		p.press("Put it right")
		p.waits("an answer", `() => document.body.innerText.includes("Put right") || !!document.querySelector("[name=sure]")`)
		if p.asks(`() => !!document.querySelector("[name=sure]")`) == "true" {
			p.tick("Yes: these figures of finished bags are to move")
			p.press("Put it right")
		}
		p.sees("Put right")
	}
	p.whole(390)
}

// whole checks that some pages keep within their window at a width in px.
func (p *person) whole(width int) {
	p.t.Helper()
	size := proto.EmulationSetDeviceMetricsOverride{Width: width, Height: 844, DeviceScaleFactor: 1, Mobile: width < 700}
	p.must("resizing", p.page.SetViewport(&size))
	for _, path := range somePages() {
		p.open(path)
		p.keepsWithin(path, width)
	}
}

// keepsWithin checks that the page that is open keeps within its window, and each drawing whole
// inside it, with what is lettered on it.
func (p *person) keepsWithin(path string, width int) {
	p.t.Helper()
	if wide := p.asks(`() => document.documentElement.scrollWidth - document.documentElement.clientWidth`); wide != "0" {
		p.t.Errorf("%s at %d px scrolls %s px sideways: %s", path, width, wide, p.asks(`() => [...document.querySelectorAll("body *")].filter(e => e.getBoundingClientRect().right > document.documentElement.clientWidth && !e.closest(".scroll, .bags")).map(e => e.outerHTML.slice(0, 60) + " " + Math.round(e.getBoundingClientRect().left) + ".." + Math.round(e.getBoundingClientRect().right)).slice(0, 8).join("; ")`))
	}
	if out := p.asks(`pans => {
		const out = []
		for (const svg of document.querySelectorAll("main svg")) {
			if (!svg.checkVisibility() || svg.matches(pans)) continue
			const r = svg.getBoundingClientRect()
			if (r.left < -1 || r.right > innerWidth + 1) out.push(svg.getAttribute("class") + " from " + Math.round(r.left) + " to " + Math.round(r.right))
			for (const text of svg.querySelectorAll("text")) {
				const b = text.getBoundingClientRect()
				if (b.width && (b.left < r.left - 3 || b.right > r.right + 3 || b.bottom > r.bottom + 3) && getComputedStyle(svg).overflow !== "visible")
					out.push(svg.getAttribute("class") + ": “" + text.textContent + "” is cut, " + [b.left - r.left, r.right - b.right, r.bottom - b.bottom].map(Math.round))
			}
		}
		return [...new Set(out)].slice(0, 6).join("; ") }`, pans); out != "" {
		p.t.Errorf("%s at %d px: %s", path, width, out)
	}
}

// meets checks that the page that is open has no id twice, and that every label meets its field.
func (p *person) meets(path string) {
	p.t.Helper()
	if out := p.asks(`() => {
		const ids = [...document.querySelectorAll("[id]")].map(e => e.id), out = ids.filter((id, i) => ids.indexOf(id) !== i).map(id => "twice #" + id)
		for (const l of document.querySelectorAll("label")) if (!l.control) out.push("no field of " + l.outerHTML.slice(0, 70))
		for (const f of document.querySelectorAll("input:not([type=hidden]), select, textarea")) if (!f.labels.length && !f.ariaLabel && f.ariaHidden !== "true") out.push("no label of " + f.outerHTML.slice(0, 70))
		for (const a of ["aria-describedby", "aria-labelledby", "aria-controls"]) for (const e of document.querySelectorAll("[" + a + "]"))
			for (const id of e.getAttribute(a).split(" ")) if (!document.getElementById(id)) out.push("nothing at #" + id)
		return [...new Set(out)].slice(0, 6).join("; ") }`); out != "" {
		p.t.Errorf("%s: %s", path, out)
	}
}

// With text at twice its size, as a browser's setting has it, every page keeps within its
// window and nothing is laid over anything else.
func TestTextTwiceAsLargeStillFits(t *testing.T) {
	t.Parallel()
	for name, size := range map[string]proto.EmulationSetDeviceMetricsOverride{"desk": desk, "phone": phone} {
		p := sit(t, demoGarden, size)
		large := 32
		p.must("reading large", proto.PageSetFontSizes{FontSizes: &proto.PageFontSizes{Standard: &large}}.Call(p.page))
		for _, path := range somePages() {
			p.open(path)
			if got := p.asks(`() => getComputedStyle(document.documentElement).fontSize`); got != "34px" {
				t.Fatalf("text is %s large", got)
			}
			if out := p.asks(`() => {
				const wide = document.documentElement.clientWidth
				if (document.documentElement.scrollWidth <= wide) return ""
				return [...document.querySelectorAll("body *")].filter(e => e.checkVisibility() && e.getBoundingClientRect().right > wide + 1 && !e.closest(".scroll, .bags"))
					.map(e => e.outerHTML.slice(0, 70) + " to " + Math.round(e.getBoundingClientRect().right)).slice(-3).join("; ") || "wide" }`); out != "" {
				t.Errorf("%s at the %s, twice as large: %s", path, name, out)
			}
		}
	}
}

// Every page goes to paper whole: nothing wider than the sheet, no button, no form and no
// empty field, and no more sheets than are of use on a wall.
func TestEveryPagePrintsWhole(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	for _, path := range somePages() {
		p.open(path)
		p.must("as on paper", proto.EmulationSetEmulatedMedia{Media: "print"}.Call(p.page))
		width := 703 // A4 between its margins
		if p.asks(`() => !!document.querySelector("main .landscape")`) == "true" {
			width = 1038
		}
		size := proto.EmulationSetDeviceMetricsOverride{Width: width, Height: 1000, DeviceScaleFactor: 1}
		p.must("as wide as paper", p.page.SetViewport(&size))
		if out := p.asks(`width => [...document.querySelectorAll("main *")].filter(e => e.checkVisibility()).map(e => [e, e.getBoundingClientRect()])
			.filter(([e, r]) => r.width && r.right > width + 1 || /^(BUTTON|INPUT|SELECT|TEXTAREA)$/.test(e.tagName))
			.map(([e, r]) => e.outerHTML.slice(0, 80) + " to " + Math.round(r.right)).slice(0, 4).join("; ")`, width); out != "" {
			t.Errorf("%s on paper: %s", path, out)
		}
		pdf, err := p.page.PDF(&proto.PagePrintToPDF{PreferCSSPageSize: true})
		p.must("printing", err)
		content, err := io.ReadAll(pdf)
		if n := bytes.Count(content, []byte("/Type /Page\n")); err != nil || n < 1 || n > 9 {
			t.Errorf("%s takes %d sheets, %v", path, n, err)
		}
		p.must("on the screen again", proto.EmulationSetEmulatedMedia{}.Call(p.page))
		p.must("as wide as before", p.page.SetViewport(&desk))
	}
}
