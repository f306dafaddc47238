package e2e

import (
	"strings"
	"testing"

	"glebata/core/measure"
)

// A season from planting to readiness: a week at a time, each job ticked on the walk
// as it falls due, until the bag is ready to have its tops cut.
func TestSeasonIsWalkedFromPlantingToReadiness(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.clock.day.Store(int64(measure.Date(2026, 4, 10)))
	p.open("/bags")
	p.fill("Name", "cask")
	p.fill("Base: diameter or length", "36")
	p.fill("Top: diameter or length", "40")
	p.fill("Height", "42")
	p.press("Add this kind")
	p.sees("Kind of bag added: cask.")
	p.fill("Labels", "R1")
	p.fill("Where it stands", "Step")
	p.press("Add these bags")
	p.sees("Bags added: R1.")
	p.press("Plan")
	p.fill("Name", "Cold Quay")
	p.press("Add variety")
	p.sees("Variety added: Cold Quay.")
	p.fill("How many", "2")
	p.setDay("Plant on", "2026-04-10")
	p.sees("110 g in 2")
	p.press("Save this plan")
	p.at("/bags/R1")
	p.fill("Piece 1", "58")
	p.fill("Piece 2", "55")
	p.press("Planted")
	p.sees("Saved: planted 2 pieces, 113 g of seed.")

	did := map[string]int{}
	p.open("/")
	for week := 0; week < 30 && did["Cut"] == 0; week++ {
		// Tick what is due until nothing is, as a thumb would.
		for range 6 {
			button := p.asks(`() => document.querySelector(".stops button")?.firstChild.textContent ?? ""`)
			if button == "" {
				break
			}
			if button == "Measured" { // as high as the forecast has it: nothing moves
				p.asks(`() => { document.querySelector(".stops input[inputmode]").value = document.querySelector(".row svg").getAttribute("aria-label").match(/stems ([\d.]+)/)?.[1] ?? "3" }`)
			}
			did[button]++
			p.asks(`() => { window.stamp = document.querySelector("#walk input[name=key]").value }`)
			p.press(button + " R1")
			p.waits("the walk after "+button, `() => document.querySelector(".done[role=status]") && document.querySelector("#walk input[name=key]")?.value !== window.stamp`)
			p.sees("Done today")
		}
		p.weekOn()
	}
	if did["Raised"] != 2 || did["Cut"] != 1 || did["Measured"] < 3 || did["Tied"] != 1 || did["Looked"] < 1 {
		t.Errorf("over the season: %v, want 2 raises, 1 cutting, canes once, stems measured", did)
	}
	day := p.clock.Today() - measure.Date(2026, 4, 10)
	if day < 140 || day > 190 {
		t.Errorf("the tops were cut after %d days", day)
	}
	p.open("/bags/R1")
	p.sees("at 38 cm of 38 cm")
	p.sees("tops cut down")
	p.open("/")
	p.weekOn()
	p.weekOn()
	p.press("why")
	p.sees("The tops were cut on")
	p.press("Weigh in")
	p.at("/plantings/1/weigh")
}

// weekOn steps the demo's clock and waits for the page that comes.
func (p *person) weekOn() {
	p.t.Helper()
	p.asks(`() => { window.before = true }`)
	p.press("A week on")
	p.waits("the next week", `() => !window.before && document.readyState === "complete"`)
}

// R12 of the demo came up on 7 June; its next layer is foretold for 18 June. Measured
// 8 cm on the 9th where the forecast has 4.6: a cm of that tells (1 ÷ 2.8 cm)² and the
// prior rate (1 ÷ 0.25)², so that the rate goes to 1 + 2.6 · 0.76 ÷ (16 + 2.6) ≈ 1.11.
// Part of what it stands over the usual is put down to its rate, part to itself, which
// fades: two days sooner.
// Questioned is what no plant does; taken back, it goes by what it was.
func TestAMeasuredHeightMovesTheNextRung(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/bags/R12")
	p.press("Its ladder, day by day")
	p.at("/plantings/34/ladder")
	p.sees("to come about 18 Jun")
	p.waits("the windows", `() => /15 Jun to 2\d Jun/.test(document.body.innerText)`)
	p.openEntry("Stem height")
	p.fill("Above the medium", "8")
	p.press("Measured")
	p.sees("Saved: stems 8 cm above the medium.")
	p.sees("its stems grow 5 % faster than usual")
	p.sees("to come about 16 Jun")
	p.sees("The layer to 28 cm moves from 18 June 2026 to 16 June 2026.")
	p.press("Undo stems 8 cm above the medium")
	p.sees("to come about 18 Jun")
	p.openEntry("Stem height")
	p.fill("Above the medium", "90")
	p.press("Measured")
	p.sees("is hardly to be believed: a slip in typing, or has something stopped it?")
	p.sees("to come about 18 Jun")

	// The slider: logged, and foretold.
	p.waits("the windows", `() => !document.getElementById("windows")`)
	p.asks(`() => { const s = document.getElementById("day"); s.value = 60; s.dispatchEvent(new Event("input", { bubbles: true })) }`)
	p.sees("as the forecast has it: medium at 38 cm")
	p.asks(`() => { const s = document.getElementById("day"); s.value = 1; s.dispatchEvent(new Event("input", { bubbles: true })) }`)
	p.sees("as it was logged: not planted yet")
}

// A late frost in the grower's own record sets R12 back, just after it came up.
func TestALateFrostSetsAPlantBack(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/plantings/34/ladder")
	p.sees("to come about 18 Jun")
	before := p.asks(`() => document.querySelector("svg.ladderchart").textContent`)
	if !strings.Contains(before, "up 7 Jun") {
		t.Errorf("the chart reads %q", before)
	}
	p.openEntry("Frost took the tops")
	p.press("They are black")
	p.sees("Saved: tops black from frost.")
	p.sees("frost 9 Jun")
	p.waits("later layers", `() => { const m = document.body.innerText.match(/to come about (\d+) Jun/); return m && Number(m[1]) > 20 }`)
	p.press("Undo tops black from frost")
	p.sees("to come about 18 Jun")
}

// R8 raised by hand to an odd level: what is left is laid again in equal layers. From
// 18 to 28 cm was planned; 3 cm went on, and 7 are left.
func TestAnOddRaiseIsLaidAgain(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/plantings/32/ladder")
	p.sees("due now")
	p.asks(`() => document.querySelector("svg.ladderchart a").dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true }))`)
	p.waits("the form of the rung", `() => location.hash === "#raise"`)
	p.fill("How much went on", "3 cm")
	p.sees("to a level of 21 cm")
	p.thumbs()
	p.press("Raised")
	p.sees("Saved: raised 3 cm.")
	p.waits("the rest laid again", `() => [...document.querySelectorAll("tr")].some(r => /21 cm\s+28 cm/.test(r.innerText))`)
	p.open("/")
	p.thumbs()
	p.sees("raised 3 cm")
	p.press("Undo raised 3 cm")
	p.sees("Undone.")
	p.press("not now")
	p.at("/plantings/25/later/look")
	p.fill("Skip it, because", "")
	p.press("Skip it")
	p.sees("Say why, in a few words")
	p.choose("Put it off", "for 3 days")
	p.press("Put it off")
	p.sees("put off until 12 Jun")
}
