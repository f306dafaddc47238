package e2e

import (
	"strings"
	"testing"
)

// pans are drawings that a page pans inside a frame of their own: the Row, whose bags snap,
// and the terrace.
const pans = ".bags svg, svg.terrace"

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
	p.must("resizing", p.page.SetViewport(&phone))
	for _, path := range goneThrough() {
		p.open(path)
		p.keepsWithin(path, phone.Width)
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
