package e2e

import (
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"glebata/core/measure"
)

// One whole season without a mouse: from an empty garden to a bag that is compared.
func TestAWholeSeasonByKeyboard(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.clock.day.Store(int64(measure.Date(2026, 4, 20)))
	p.open("/")
	p.overwrites("and so many", "2")
	p.key(input.Enter)
	p.at("/ask")
	p.enters("Keep this")
	p.sees("Kept: your site, this bag and its plan.")

	p.key(input.KeyE)
	p.must("typing", p.page.InsertText("61"))
	p.overwrites("Piece 2", "59")
	p.key(input.Enter)
	p.sees("Saved: planted 2 pieces, 120 g of seed.")

	p.clock.Step(40)
	p.key(input.Digit4)
	p.at("/bags")
	p.enters("B1")
	p.at("/bags/B1")
	p.enters("Stem height")
	p.overwrites("Above the medium", "19")
	p.key(input.Enter)
	p.sees("Saved: stems 19 cm above the medium.")
	p.waits("the focus on what was saved", `() => document.activeElement.className === "done"`)
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
	p.overwrites("On the scale", "2,4 kg")
	p.key(input.Enter)
	p.sees("Saved: weighed in 2.4 kg keep.")
	p.waits("the focus on what was saved", `() => document.activeElement.className === "done"`)
	p.key(input.Slash)
	p.waits("the focus in the finder", `() => document.activeElement.id === "find"`)
	p.must("finding the bag", p.page.InsertText("b1"))
	p.key(input.Enter)
	p.at("/bags/b1")
	p.enters("Close the bag")
	p.enters("Close this bag")
	p.sees("Saved: closed")
	p.key(input.Digit7)
	p.at("/compare")
	p.sees("B1")
	if got := p.reads("h1 + p strong, .head p strong"); !strings.Contains(got, "20") { // 2400 ÷ 120
		t.Errorf("the ratio reads %q, want × 20", got)
	}
}

// tabs goes on until a field with this label, or a link, button or summary with
// these words, has the focus.
func (p *person) tabs(words string, field bool) {
	p.t.Helper()
	const most = 300
	for range most {
		p.key(input.Tab)
		if p.asks(`(words, field) => { const e = document.activeElement; const says = field ? e.labels?.[0]?.innerText : e.innerText; return (says || "").replace(/\s+/g, " ").trim() === words }`, words, field) == "true" {
			if p.asks(`() => { const e = document.activeElement, r = e.getBoundingClientRect(); return e.matches(":focus-visible") && r.bottom > 0 && r.top < innerHeight }`) != "true" {
				p.t.Errorf("%q has the focus, and it is not seen", words)
			}
			return
		}
	}
	p.t.Fatalf("%d tabs do not come to %q", most, words)
}

// overwrites what stands in a field.
func (p *person) overwrites(label, text string) {
	p.t.Helper()
	p.tabs(label, true)
	p.asks(`() => document.activeElement.select()`)
	p.must("typing into "+label, p.page.InsertText(text))
}

// writes what is typed into a field, or chooses the option that begins so.
func (p *person) writes(label, text string) {
	p.t.Helper()
	p.tabs(label, true)
	if p.asks(`() => document.activeElement.tagName`) != "SELECT" {
		p.must("typing into "+label, p.page.InsertText(text))
		return
	}
	for _, letter := range text {
		p.key(input.Key(letter))
	}
}

// enters a link, button or summary.
func (p *person) enters(words string) {
	p.t.Helper()
	p.tabs(words, false)
	p.key(input.Enter)
}
