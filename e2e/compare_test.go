package e2e

import (
	"strings"
	"testing"
)

// The trial of 2025 is judged against sums by hand: two to a cask gave 2026, 2332 and 2158 g,
// 2172 g on the mean; three 2506, 2862 and 2628 g, 2665 g. Of 20 ways to deal six bags 2 lie as
// far apart.
func TestTheTrialOfTheDemoIsJudged(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/compare/trials")
	p.press("Do three tubers to a cask give more than two?")
	p.sees("Likely more: three gave more than two, 1.2 times as much (1.1 to 1.4).")
	p.sees("In all else that is kept of them the two are alike.")
	p.sees("put to their arms by hand, not by chance")
	p.press("−493 g")
	p.sees("2.172 kg − 2.665 kg")
	p.press("Close Esc")
	p.press("10 times in 100")
	p.sees("ways in which the same weighings could have been put to the groups")
	p.press("Close Esc")
	p.press("2.17 kg")
	p.sees("6.516 kg ÷ 3")
	p.press("Close Esc")
	p.sees("Another season: weather, pests and your hand differ")
	p.sees("a next trial needs 5 bags in each arm")
	p.press("R6")
	p.sees("Do three tubers to a cask give more than two? Its arm: two.")
}

// Cold Quay against Harbour Lantern differ in far more than the variety: mixed, and named so; of
// one season and class, set against each other, they are not.
func TestAMixedComparisonIsNamedMixed(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/compare?by=variety&first=4&second=1")
	p.sees("Likely more, but mixed: Cold Quay gave more than Harbour Lantern, 1.9 times as much")
	p.sees("The two differ in more than variety")
	p.sees("litres of medium 42.7 L on the mean, against 24.8 L on the mean")
	p.choose("By", "tubers or slips to a bag")
	p.sees("The two differ in more than tubers or slips to a bag")
	p.choose("Variety", "Cold Quay")
	p.sees("8 bags together gave")
	p.choose("Season", "2025")
	p.sees("6 bags together gave")
	p.sees("In all else that is kept of them the two are alike.")
	p.open("/compare?by=sprouts")
	p.sees("No bag has anything kept of this")
	p.open("/compare?measure=water")
	p.sees("water a kilogram")
	p.open("/compare?of=slips")
	p.sees("What did each bag give?")
}

// R5 of 2025 stood in water and was lost: its records say so, and what to do.
func TestALostBagIsDiagnosedFromItsRecords(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/compare/poor")
	p.press("R5")
	p.sees("Why did R5 give so little?")
	first := p.reads(".causes > li")
	for _, want := range []string{"waterlogged", "3 Jun: seen: standing water, much", "Open or raise its drain holes"} {
		if !strings.Contains(first, want) {
			t.Errorf("the first cause %q does not say %q", first, want)
		}
	}
	p.sees("What to record next time, so that it can be told")
	p.press("0 %")
	p.sees("expected of it in a full season")
	p.press("Close Esc")
	p.open("/compare/poor")
	p.press("R3")
	if first := p.reads(".causes > li"); !strings.Contains(first, "set back by frost") {
		t.Errorf("of the bag that froze %q comes first", first)
	}
}

// A trial is refused where it is wrong, laid out by chance, its bags treated unlike, and the walk
// says so.
func TestATrialIsLaidOutAndWarns(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/compare/trials")
	p.press("Lay it out")
	p.sees("Write down the question")
	p.sees("A trial has two to four arms")
	p.fill("The question", "Does a straw mulch save water?")
	p.choose("The arms differ in", "mulch")
	p.fill("Arm 1", "straw")
	p.fill("Arm 2", "bare")
	p.press("They stand in their arms already")
	p.fill("Bags of arm 1", "R6, R7")
	p.fill("Bags of arm 2", "r7 Z9")
	p.press("Lay it out")
	p.sees("R7 stands in two arms, straw and bare: a bag is in one.")
	p.sees("Nothing was planned in Z9 in this season.")
	p.fill("Bags of arm 2", "")
	p.press("Lay it out")
	p.sees("The arm “bare” has no bags.")
	p.fill("Bags of arm 1", "")
	p.ticks("R6")
	p.ticks("R7")
	p.press("Lay it out")
	p.sees("Laid out.")
	p.sees("dealt once more from the number, every bag comes to the same arm")
	p.sees("With so few ways to deal these bags")
	sheet := p.asks(`() => location.pathname`)

	p.open("/bags/R6")
	p.openEntry("Something else done")
	p.openEntry("Fed")
	p.click("Fed", p.element("the button Fed", `() => [...document.querySelectorAll("button.go")].find(b => b.innerText.trim() === "Fed")`))
	p.sees("Saved:")
	p.open("/walk")
	p.sees("is treated unlike.")
	p.sees("Does a straw mulch save water?")
	p.open(sheet)
	p.sees("The arms are treated unlike.")
	p.sees("(R6) had 1.0 a bag")
	p.press("Give this trial up")
	p.sees("Given up.")
	p.open("/walk")
	if strings.Contains(p.asks(`() => document.body.innerText`), "straw mulch") {
		t.Error("a trial that was given up still warns")
	}
}
