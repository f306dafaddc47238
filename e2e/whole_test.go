package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/proto"
)

// pans are drawings that a page pans inside a frame of their own: the Row, whose bags snap,
// and the terrace.
const pans = ".bags svg, svg.terrace"

// Every page keeps within its window at each width, and each drawing is whole inside it,
// with what is lettered on it.
func TestEveryDrawingIsWhole(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	for _, width := range []int{1280, 390, 320} {
		size := proto.EmulationSetDeviceMetricsOverride{Width: width, Height: 844, DeviceScaleFactor: 1, Mobile: width < 700}
		p.must("resizing", p.page.SetViewport(&size))
		for _, path := range everyPage[:len(everyPage)-1] {
			p.open(path)
			if wide := p.asks(`() => document.documentElement.scrollWidth - document.documentElement.clientWidth`); wide != "0" {
				t.Errorf("%s at %d px scrolls %s px sideways: %s", path, width, wide, p.asks(`() => [...document.querySelectorAll("body *")].filter(e => e.getBoundingClientRect().right > document.documentElement.clientWidth && !e.closest(".scroll, .bags")).map(e => e.outerHTML.slice(0, 60) + " " + Math.round(e.getBoundingClientRect().left) + ".." + Math.round(e.getBoundingClientRect().right)).slice(0, 8).join("; ")`))
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
				t.Errorf("%s at %d px: %s", path, width, out)
			}
		}
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
		for _, path := range everyPage[:len(everyPage)-1] {
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
