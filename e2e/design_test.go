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

// Shopping on a phone: one thumb ticks a sack off, and takes it back; a sack of one's
// own is written down and counted.
func TestShoppingIsTickedOffOnAPhone(t *testing.T) {
	p := sit(t, demoGarden, phone)
	p.open("/plan/shopping")
	p.thumbs()
	p.sees("3 sacks of 40.0 L, 14.40; 13.0 L left over.")
	p.press("Bought 3 of harbour compost")
	p.sees("Bought: 3.")
	p.sees("bought 3 today")
	p.press("Undo bought 3 of harbour compost")
	p.sees("Taken back.")
	p.sees("3 sacks of 40.0 L")
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
	p.asks(`() => { document.getElementById("count-4").form.requestSubmit() }`)
	p.sees("Counted: 0.5.")
	p.open("/plantings/21/card")
	p.sees("Mix half and half: 39.5 L peat or peat-free mix, 39.5 L mature compost, all loose.")
	p.sees("Feed 118 g of fish meal 5-5-6, about 3.4 handfuls")
	p.thumbs()
	p.press("Log it as planted")
	p.at("/bags/R9")
}
