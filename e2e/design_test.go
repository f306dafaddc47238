package e2e

import (
	"fmt"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// Too many in a bag is said, and corrected it is said no more; the plan that follows
// has what was chosen.
func TestOverCrowdedBagIsCorrected(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/plan/design")
	p.choose("Variety", "Harbour Lantern")
	p.press("Number, sprouts, mix, headspace")
	p.sees("From your 4 bags")
	p.choose("How many, by", "your own number")
	p.fill("Your own number", "9")
	p.sees("Crowded: 1 keep their 18 cm to each other.")
	p.sees("plan one")
	p.fill("Your own number", "1")
	p.waits("nothing is crowded", `() => document.querySelector("#design-result .designs") && !document.querySelector("#design-result")?.innerText.includes("Crowded")`)
	p.choose("For", "most salad size")
	p.fill("Sprouts kept on each", "4")
	p.sees("1 × 4 sprouts")
	p.fill("Sprouts kept on each", "many")
	p.sees("Write a whole number, like 12.")
	p.fill("Sprouts kept on each", "")
	p.press("cask")
	p.sees("cask: how many, and how many sprouts")
	p.open("/plan/design?variety=3&by=own&own=1")
	p.press("plan one")
	p.at("/plan")
	p.sees("Expect, well kept")
	p.press("Save this plan")
	p.at("/bags/R10")
}

// Shopping on a phone: one thumb ticks a sack off, and takes it back; a sack of one's
// own is written down and counted.
func TestShoppingIsTickedOffOnAPhone(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/plan/shopping")
	p.thumbs()
	p.sees("3 sacks of 40 L, €14.40; 14.4 L left over.")
	p.press("Bought 3 of harbour compost")
	p.sees("Bought: 3.")
	p.sees("bought 3 today")
	p.press("Undo bought 3 of harbour compost")
	p.sees("Undone.")
	p.sees("3 sacks of 40 L")
	p.openEntry("A sack you buy")
	p.choose("What is in it", "perlite")
	p.fill("Your name for it", "white stuff")
	p.fill("It holds", "much")
	p.press("Keep it")
	p.sees("is not a number")
	p.fill("It holds", "100")
	p.fill("One costs", "12,50")
	p.press("Keep it")
	p.sees("Kept: white stuff.")
	p.fill("white stuff, packs in the shed", "0.5")
	p.asks(`() => { document.getElementById("count-7").form.requestSubmit() }`)
	p.sees("Counted: 0.5.")
	p.openEntry("A liquid feed you buy")
	p.fill("Its name", "weed tea")
	p.fill("A bottle holds", "5")
	p.press("Keep it")
	p.sees("The label says how much goes into water: up to 200 mL a litre")
	p.press("Medium and feed")
	p.openEntry("A mix of your own")
	p.fill("Your name for the mix", "quay mix")
	p.fill("Parts of mature compost", "3")
	p.fill("Parts of sand", "-1")
	p.press("Keep the mix")
	p.sees("Write how many parts, like 2 or 0.5, up to 1000.")
	p.fill("Parts of sand", "1")
	p.thumbs()
	p.press("Keep the mix")
	p.sees("Kept: quay mix.")
	p.openEntry("Your handful of fish meal 5-5-6")
	p.fill("One weighs", "28 g")
	p.press("Keep it")
	p.sees("53 g: 2 handfuls")
	p.press("change sand")
	p.fill("A litre, wet, weighs", "9")
	p.press("Keep these numbers")
	p.sees("between 0.02 kg a litre and 3 kg a litre")
	p.fill("A litre, wet, weighs", "2.4")
	p.fill("Where it comes from", "the slip")
	p.press("Keep these numbers")
	p.sees("Kept: sand.")
	p.sees("the slip yours")
	p.open("/plan")
	p.choose("Filled with", "quay mix")
	p.sees("where common scab begins")
	p.open("/plantings/36/card")
	p.sees("Mix half and half: 39.5 L peat or peat-free mix, 39.5 L mature compost, all loose.")
	p.sees("with 118 g of fish meal 5-5-6, about 4 handfuls mixed in")
	p.thumbs()
	p.press("Log it as planted")
	p.at("/bags/R9")
}

// From an empty garden to a full season plan with its shopping list, with the mouse.
func TestFromAnEmptyGardenToASeasonPlanAndItsShopping(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.open("/plan/proposal")
	p.press("write down the bags you have")
	p.fill("Name", "cask")
	p.fill("Base: diameter or length", "36")
	p.fill("Top: diameter or length", "40")
	p.fill("Height", "42")
	p.fill("Sold as", "60")
	p.fill("One costs", "6,90")
	p.fill("and lasts", "4")
	p.press("Add this kind")
	p.sees("sold as 60 L, holds 47.7 L")
	p.sees("6.90 each, lasts 4")
	p.fill("Labels", "R1 R2 R3")
	p.fill("Where it stands", "Step")
	p.press("Add these bags")
	p.sees("Bags added: R1, R2, R3.")
	p.press("Plan")
	p.fill("Name", "Netmender")
	p.choose("Class", "second early")
	p.press("Add variety")
	p.sees("Variety added: Netmender.")

	p.press("How much")
	p.sees("There is no seed on the bench that is free")
	p.choose("Seed", "in plenty")
	p.setDay("From", "2026-08-20")
	p.setDay("until", "2026-10-15")
	p.sees("Plan these 3 bags")
	p.choose("By hand in R2", "leave empty")
	p.sees("Plan these 2 bags")
	p.press("Plan these 2 bags")
	p.at("/plan/season")
	p.sees("2 bags are planned.")

	p.press("Shopping")
	p.sees("Which sack do you buy?")
	p.openEntry("A sack you buy")
	p.choose("What is in it", "mature compost")
	p.fill("Your name for it", "harbour compost")
	p.fill("It holds", "40")
	p.fill("One costs", "4,80")
	p.press("Keep it")
	// Two casks filled once: 49.4 L loose each, half of it compost: 49.4 L, 2 sacks.
	p.sees("49.4 L loose")
	p.sees("2 sacks of 40 L, 9.60; 30.6 L left over.")
	p.sees("8 more of 8 for R1, R3")
	p.press("Bought 2 of harbour compost")
	p.sees("Enough in the shed.")
}

// A bag dragged from the sun into the shade promises less, at once; typed back, with
// the keys alone, it promises what it did. Over the edge it stays where it was.
func TestBagIsMovedAboutTheTerrace(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/terrace")
	line := func() string {
		return p.asks(`() => [...document.querySelectorAll("tr")].find(r => r.querySelector("th a")?.innerText === "R6").innerText.replace(/\s+/g, " ")`)
	}
	if got := line(); got != "R6 Cold Quay 0.90 m 2.50 m 12.1 h 2.7 kg 2.3 m 38 kg two people" {
		t.Fatalf("R6 reads %q", got)
	}
	p.drags("R6", 1.5-0.9, 4.7-2.5)
	p.sees("Moved: 3.")
	p.sees("R6 has 3.")
	if got := line(); got != "R6 Cold Quay 1.50 m 4.70 m 3.9 h 1.0 kg 4.5 m 38 kg two people" {
		t.Errorf("dragged behind the wall R6 reads %q", got)
	}
	p.open("/bags/R6")
	p.open("/terrace")
	p.drags("R6", 0, -6)
	p.sees("Bag R6 would stand over the edge: the terrace is 8 by 5 m.")
	p.fill("From the left", "0.9")
	p.fill("From the near edge", "2.5")
	p.key(input.Enter)
	p.sees("Moved: 12.1 hours of sun a day there.")
	if got := line(); got != "R6 Cold Quay 0.90 m 2.50 m 12.1 h 2.7 kg 2.3 m 38 kg two people" {
		t.Errorf("put back R6 reads %q", got)
	}
}

// drags a bag of the terrace by so many metres to the right and away.
func (p *person) drags(label string, right, away float64) {
	p.t.Helper()
	el := p.element("bag "+label, `label => [...document.querySelectorAll("[data-bag]")].find(b => b.querySelector("text").textContent === label) || null`, label)
	p.must("scrolling to "+label, el.ScrollIntoView())
	at := p.asks(`label => { const b = [...document.querySelectorAll("[data-bag]")].find(b => b.querySelector("text").textContent === label); const r = b.querySelector("circle, rect").getBoundingClientRect(); const s = b.ownerSVGElement; return [r.x + r.width / 2, r.y + r.height / 2, s.dataset.scaleM * s.getScreenCTM().a].join(" ") }`, label)
	var x, y, metre float64
	if _, err := fmt.Sscan(at, &x, &y, &metre); err != nil {
		p.t.Fatalf("bag %s stands at %q: %v", label, at, err)
	}
	mouse := p.page.Mouse
	p.must("going to "+label, mouse.MoveTo(proto.NewPoint(x, y)))
	p.must("taking "+label, mouse.Down(proto.InputMouseButtonLeft, 1))
	p.must("dragging "+label, mouse.MoveLinear(proto.NewPoint(x+right*metre, y-away*metre), 8))
	p.must("dropping "+label, mouse.Up(proto.InputMouseButtonLeft, 1))
}

// From an empty garden to a bag on its spot and a shopping list, with the keys alone.
func TestSeasonIsPlannedWithKeysAlone(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.open("/bags")
	for _, f := range [][2]string{{"Name", "cask"}, {"Base: diameter or length", "36"}, {"Top: diameter or length", "40"}, {"Height", "42"}} {
		p.writes(f[0], f[1])
	}
	p.key(input.Enter)
	p.sees("42.7 L usable")
	p.writes("Labels", "R1 R2")
	p.writes("Where it stands", "Step")
	p.key(input.Enter)
	p.sees("Bags added: R1, R2.")
	p.enters("Plan")
	p.at("/plan")
	p.writes("Name", "Netmender")
	p.writes("Class", "sec")
	p.enters("Add variety")
	p.sees("Variety added: Netmender.")

	p.enters("Which bag")
	p.enters("Number, sprouts, mix, headspace")
	p.writes("How many, by", "your")
	p.writes("Your own number", "9")
	p.sees("Crowded")
	p.key(input.Backspace)
	p.must("typing", p.page.InsertText("2"))
	p.waits("nothing is crowded", `() => document.querySelector("#design-result .designs") && !document.querySelector("#design-result")?.innerText.includes("Crowded")`)

	p.enters("How much")
	p.writes("Seed", "in")
	p.sees("Plan these 2 bags")
	p.enters("Plan these 2 bags")
	p.sees("2 bags are planned.")
	p.enters("Shopping")
	p.sees("Which sack do you buy?")

	p.enters("Bags")
	p.enters("A bag moved or worn")
	p.writes("Bag", "R2")
	p.writes("It stands now", "Shed door")
	p.writes("It is", "torn")
	p.enters("Keep it so")
	p.sees("cask, torn")
	p.enters("Terrace")
	p.enters("Put a bag on its spot")
	p.writes("From the left", "1")
	p.writes("From the near edge", "1,5")
	p.key(input.Enter)
	p.sees("1.00 m")
	p.sees("1.50 m")
}
