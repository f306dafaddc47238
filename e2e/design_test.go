package e2e

import "testing"

// Too many in a bag is said, and corrected it is said no more; the plan that follows
// has what was chosen.
func TestOverCrowdedBagIsCorrected(t *testing.T) {
	p := sit(t, demoGarden, desk)
	p.open("/plan/design")
	p.choose("Variety", "Harbour Lantern")
	p.sees("From your 1 bag")
	p.choose("How many, by", "your own number")
	p.fill("Your own number", "9")
	p.sees("Crowded: 1 keep their 18 cm to each other.")
	p.sees("plan one")
	p.fill("Your own number", "1")
	p.waits("nothing is crowded", `() => document.querySelector("#design-result .designs") && !document.querySelector("#design-result").innerText.includes("Crowded")`)
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
