package e2e

import (
	"strings"
	"testing"
)

// The whole loop as a person does it, in an empty garden, with every number
// worked out by hand.
//
// The bag: round, 36 cm at the base, 40 at the top, 42 high. Headspace 4, base
// layer 10, cover 8, layers up to 10, settling 15 %: usable top 38, start 18,
// two raises of 10 cm.
//
//	D(0) = 36, D(10) = 36.952, D(18) = 37.714, D(28) = 38.667, D(38) = 39.619
//	0–10:  π·10/12·(36² + 36·36.952 + 36.952²)            = 10.450 L
//	10–18: π·8/12·(36.952² + 36.952·37.714 + 37.714²)     =  8.757 L
//	18–28: π·10/12·(37.714² + 37.714·38.667 + 38.667²)    = 11.456 L
//	28–38: π·10/12·(38.667² + 38.667·39.619 + 39.619²)    = 12.034 L
//	planting day 19.207 ÷ 0.865 = 22 L loose; in all 42.697 ÷ 0.865 = 49.4 L
//
// The seed: 58 + 55 + 52 = 165 g. The harvest: 3.41 kg − 412 g = 2998 g and
// 2 lb 3 oz = 992.2 g, 3990.2 g in all; ratio 3990.2 ÷ 165 = 24.18; a plant
// 3990.2 ÷ 3 = 1330 g; a litre 3990.2 ÷ 34.8 = 114.7 g where the bag holds
// 30.663 + 5 L · 0.865 = 34.988 L, that is 114.0 g.
func TestWholeLoopFromAnEmptyGarden(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.open("/")
	p.sees("What is left until your garden is ready")
	p.press("The bags you have")

	p.fill("Name", "cask")
	p.fill("Base: diameter or length", "36")
	p.fill("Top: diameter or length", "40 cm")
	p.fill("Height", "420 mm")
	p.press("Add this kind")
	p.sees("Kind of bag added: cask.")
	p.sees("42.7 L usable")

	p.fill("Labels", "R1 R2")
	p.fill("Where it stands", "Lower step")
	p.press("Add these bags")
	p.sees("Bags added: R1, R2.")

	p.press("Plan")
	p.sees("First write down a variety")
	p.fill("Name", "Cold Quay")
	p.fill("Days to maturity on the packet", "132")
	p.press("Add variety")
	p.sees("Variety added: Cold Quay.")

	p.plan()
	p.plantAndRaise()
	p.weighInAndClose()
	p.compare()
}

func (p *person) plan() {
	p.t.Helper()
	p.choose("Bag", "R1")
	p.fill("How many", "3")
	p.sees("165 g in 3")
	p.sees("22 L loose")
	p.sees("49 L loose, 42.7 L settled")
	p.sees("raise 1, when stems stand 18 cm 18 cm 28 cm 11.5 L 13 L")
	p.sees("raise 2, when stems stand 18 cm 28 cm 38 cm 12 L 14 L")
	if n := p.asks(`() => document.querySelectorAll("#plan-result .above use").length`); n != "3" {
		p.t.Errorf("%s pieces are drawn from above, want 3", n)
	}
	p.press("Save this plan")
	p.at("/bags/R1")
	p.sees("Planned. Weigh the seed in")
}

func (p *person) plantAndRaise() {
	p.t.Helper()
	p.fill("Piece 1", "58")
	p.fill("Piece 2", "55 g")
	p.fill("Piece 3", "0,052 kg")
	p.sees("3 pieces, 165 g")
	p.setDay("On", "2026-04-16")
	p.press("Planted")
	p.sees("Saved: planted 3 pieces, 165 g of seed.")
	p.sees("19.2 L settled, at 18 cm of 38 cm")
	if n := p.asks(`() => document.querySelectorAll(".detail .m").length`); n != "2" {
		p.t.Errorf("%s layers are drawn after planting, want 2", n)
	}

	p.openEntry("Stem height")
	p.fill("Above the medium", "19")
	p.setDay("On", "2026-05-25")
	p.press("Measured")
	p.sees("Measured 19 cm on 25 May 2026, which calls for the next layer. Bring 13 L loose.")

	p.openEntry("Raise a layer")
	p.setDay("On", "2026-05-25")
	p.press("Raised")
	p.sees("Saved: raised 10 cm.")
	p.sees("30.7 L settled, at 28 cm of 38 cm")
	p.sees("19 cm above the medium, measured 25 May, before it was raised by 10 cm")
	if n := p.asks(`() => document.querySelectorAll(".detail .m").length`); n != "3" {
		p.t.Errorf("%s layers are drawn after the raise, want 3", n)
	}

	// Own litres: 5 L loose settle to 4.33 L on a floor of π/4·38.667² = 1174.3 cm², 3.7 cm.
	p.openEntry("Raise a layer")
	p.fill("How much went on", "5 L")
	p.sees("3.7 cm, to a level of 31.7 cm: 5 L loose, settling to 4.3 L")
	p.press("Raised")
	p.sees("Saved: raised with 5 L loose.")
	p.sees("35 L settled, at 31.7 cm of 38 cm")

	// A slip and its undo.
	p.openEntry("Stem height")
	p.fill("Above the medium", "91")
	p.press("Measured")
	p.sees("Saved: stems 91 cm above the medium.")
	p.press("Undo stems 91 cm above the medium")
	p.sees("Undone.")
	p.sees("before it was raised by 13.7 cm")
}

func (p *person) weighInAndClose() {
	p.t.Helper()
	p.press("Weigh in")
	p.sees("165 g of seed")
	p.fill("On the scale", "3.41")
	p.press("Another container, another day")
	p.fill("Another container: its name", "blue bucket")
	p.fill("and its empty weight", "412")
	p.sees("2.998 kg")
	p.fill("Tubers in it", "24")
	p.press("Weigh in")
	p.sees("Saved: weighed in 2.998 kg keep, 24 tubers.")
	if got := p.reads(".total strong"); got != "2.998 kg" {
		p.t.Errorf("edible so far reads %q, want 2.998 kg", got)
	}
	p.fill("On the scale", "2 lb 3 oz")
	p.choose("Grade", "eat first")
	p.sees("992.2 g")
	p.press("Weigh in")
	p.sees("Saved: weighed in 992.2 g eat-first.")
	if got := p.reads(".total strong"); got != "3.99 kg" {
		p.t.Errorf("edible so far reads %q, want 3.99 kg", got)
	}
	p.press("Close the bag when all of it is weighed")
	p.at("/bags/R1")
	if open := p.asks(`() => [...document.querySelectorAll("#page details[open] > summary")].map(s => s.innerText.trim()).join()`); open != "Close the bag" {
		p.t.Errorf("open is %q, want closing alone", open)
	}
	p.press("Close this bag")
	p.sees("Saved: closed.")
	p.sees("× 24.2")
	p.press("× 24.2")
	p.sees("3.99 kg ÷ 165 g")
	p.sees("break-even is 1")
	p.press("Close Esc")
}

func (p *person) compare() {
	p.t.Helper()
	p.press("Compare")
	p.sees("1 bag gave × 24.2 the seed planted")
	row := p.reads(`[aria-label="Finished bags as a table"] tbody tr`)
	for _, want := range []string{"R1", "Cold Quay", "165 g", "3.99 kg", "24.2", "114 g", "1.33 kg", "125 g"} { // mean: 2998 ÷ 24
		if !strings.Contains(row, want) {
			p.t.Errorf("the row %q does not say %s", row, want)
		}
	}
	p.press("seed against harvest")
	p.sees("Seed planted, g")
	// The point stands where its numbers say: seed 165 g across, 3990 g up.
	at := p.asks(`() => {
		const [x0, x1] = [...document.querySelectorAll(".compare .x")].map(t => [+t.textContent, +t.getAttribute("x")]);
		const [y0, y1] = [...document.querySelectorAll(".compare .y")].map(t => [+t.textContent, +t.getAttribute("y") - 5]);
		const box = document.querySelector(".compare .pt").getBBox();
		const x = box.x + box.width / 2, y = box.y + box.height / 2;
		const seed = x0[0] + (x - x0[1]) / (x1[1] - x0[1]) * (x1[0] - x0[0]);
		const kg = y0[0] + (y - y0[1]) / (y1[1] - y0[1]) * (y1[0] - y0[0]);
		return Math.abs(seed - 165) < 1 && Math.abs(kg - 3.99) < 0.03 ? "there" : seed + " g, " + kg + " kg" }`)
	if at != "there" {
		p.t.Errorf("the point stands at %s, want 165 g, 3.99 kg", at)
	}
}
