package e2e

import (
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"glebata/core/measure"
)

// tabTo presses Tab until what a field is labelled, or a button or link reads, has the
// focus; it must be seen to have it.
func (p *person) tabTo(words string) {
	p.t.Helper()
	const most = 150
	for range most {
		p.key(input.Tab)
		got := p.asks(`() => { const e = document.activeElement; const words = (e.labels && e.labels[0] || e).innerText || e.ariaLabel || ""
			return words.replace(/\s+/g, " ").trim() }`)
		if got != words {
			continue
		}
		if p.asks(`() => { const e = document.activeElement, r = e.getBoundingClientRect(); return e.matches(":focus-visible") && r.bottom > 0 && r.top < innerHeight }`) != "true" {
			p.t.Errorf("%q has the focus, and it is not seen", words)
		}
		return
	}
	p.t.Fatalf("%d times Tab does not lead to %q on %s", most, words, p.asks(`() => location.pathname`))
}

// over writes over what stands in the field that has the focus.
func (p *person) over(text string) {
	p.t.Helper()
	p.asks(`() => document.activeElement.select()`)
	p.must("typing "+text, p.page.InsertText(text))
}

// One whole season without a mouse: from an empty garden to a bag that is compared.
func TestAWholeSeasonByKeyboard(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.clock.day.Store(int64(measure.Date(2026, 4, 20)))
	p.open("/")
	p.tabTo("and this many tubers or slips")
	p.over("2")
	p.key(input.Enter)
	p.at("/ask")
	p.tabTo("Keep this")
	p.key(input.Enter)
	p.sees("Kept: your site, this bag and its plan.")

	p.key(input.KeyE)
	p.over("61")
	p.tabTo("Piece 2")
	p.over("59")
	p.key(input.Enter)
	p.sees("Saved: planted 2 pieces, 120 g of seed.")

	p.clock.Step(40)
	p.key(input.Digit4)
	p.at("/bags")
	p.tabTo("B1")
	p.key(input.Enter)
	p.at("/bags/B1")
	p.tabTo("Stem height")
	p.key(input.Space)
	p.tabTo("Above the medium")
	p.over("19")
	p.key(input.Enter)
	p.sees("Saved: stems 19 cm above the medium.")
	p.key(input.KeyE)
	p.key(input.Enter)
	p.sees("Saved: raised")

	p.clock.Step(100)
	p.key(input.Digit1)
	p.at("/")
	p.key(input.Slash)
	p.must("finding the bag", p.page.InsertText("b1"))
	p.key(input.Enter)
	p.at("/bags/b1")
	p.key(input.KeyW)
	p.sees("Edible so far")
	p.tabTo("On the scale")
	p.over("2,4 kg")
	p.key(input.Enter)
	p.sees("Saved: weighed in 2.4 kg keep.")
	p.key(input.Slash)
	p.must("finding the bag", p.page.InsertText("b1"))
	p.key(input.Enter)
	p.tabTo("Close the bag")
	p.key(input.Space)
	p.tabTo("Close this bag")
	p.key(input.Enter)
	p.sees("Saved: closed")
	p.key(input.Digit7)
	p.at("/compare")
	p.sees("B1")
	if got := p.reads("h1 + p strong, .head p strong"); !strings.Contains(got, "20") { // 2400 ÷ 120
		t.Errorf("the ratio reads %q, want × 20", got)
	}
}
