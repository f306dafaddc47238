package e2e

import "testing"

// A new grower has an answer after one press, and a garden after the next.
func TestAFirstVisitLeadsSomewhere(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, phone)
	p.open("/")
	p.sees("How much goes into it?")
	p.thumbs()
	p.press("Show me")
	p.at("/ask")
	p.sees("What to do, and when")
	p.sees("What to buy")
	if n := p.asks(`() => document.querySelectorAll(".above use").length`); n == "0" {
		t.Error("nothing is drawn from above")
	}
	p.thumbs()
	p.fill("so large", "a big one")
	p.press("Show me")
	p.waits("the answer", `() => location.search.includes("big") && document.readyState === "complete"`) // the field says so before it is sent
	p.sees("“a big one” is not a number")
	p.fill("so large", "30")
	p.fill("and so many", "3")
	p.press("Show me")
	p.sees("; you have 3")
	takes, ready := p.reads(".totals p:nth-child(2)"), p.reads(".totals p:last-child strong")
	p.press("Keep this")
	p.sees("Kept: your site, this bag and its plan.")
	p.sees("unknown maincrop")
	p.sees(takes)
	p.sees("Tops off about " + ready)
	p.open("/")
	p.sees("✓ Where your garden is")
	p.sees("Seed in hand")
	if n := p.asks(`() => document.querySelectorAll(".left .open").length`); n != "1" {
		t.Errorf("%s things are left, want the seed alone", n)
	}
}

// Six bags have their season on one sheet after two presses, with three fields at most typed.
func TestSixBagsHaveTheirSeasonAtOnce(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, phone)
	p.open("/")
	p.fill("so large", "35")
	p.choose("of", "first early")
	p.press("Show me")
	p.fill("How many such you have", "a few")
	p.press("Keep this")
	p.sees("Write a whole number")
	p.sees("What to buy")
	p.fill("How many such you have", "6")
	p.press("Keep this")
	p.at("/plan/season")
	p.sees("6 bags alike and a plan for each")
	if n := p.asks(`() => document.querySelectorAll("tbody a[href^=\"/bags/\"]").length`); n != "6" {
		t.Errorf("the sheet has %s bags, want 6", n)
	}
}

// A variety that is missing is added where the plan is made: it is chosen, and nothing typed
// is lost, not even by a refusal.
func TestAVarietyAddedOnPlanIsChosenThere(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/plan")
	p.choose("Bag", "R15")
	p.fill("How many", "7")
	p.fill("Season", "2027")
	p.press("Add a variety")
	p.fill("Name", "Low Ferry")
	p.fill("Days to maturity on the packet", "soon")
	p.press("Add variety")
	p.sees("Write a whole number")
	p.fill("Days to maturity on the packet", "95")
	p.press("Add variety")
	p.sees("Variety added: Low Ferry.")
	got := p.asks(`() => ["bag", "variety"].map(n => document.querySelector("#plan-form [name=" + n + "]").selectedOptions[0].text.split(" ·")[0]).concat(["number", "year"].map(n => document.querySelector("#plan-form [name=" + n + "]").value)).join(" ")`)
	if got != "R15 Low Ferry 7 2027" {
		t.Errorf("after the variety was added the plan reads %q", got)
	}
	if n := p.asks(`() => document.querySelectorAll("#plan-result .above use").length`); n != "7" {
		t.Errorf("%s are drawn, want 7", n)
	}
}

// What leads up to planting is ticked on Today; what is long overdue is answered in one go.
// Each is taken back in one.
func TestWhatIsPastIsAnsweredInOneGo(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/")
	p.press("Started harden off, Harbour Lantern")
	p.sees("R15: hardening off started")
	p.sees("Undo all")
	if p.reads("body") == "" || p.asks(`() => document.querySelectorAll(".ahead li").length`) != "0" {
		t.Error("what was ticked is asked for again")
	}
	p.press("Undo all")
	p.sees("harden off")
	p.open("/walk/overdue")
	p.thumbs()
	p.sees("R2 feed")
	p.press("Keep what is chosen")
	p.sees("Choose at least one line")
	p.press("All done as planned, each on its day")
	p.sees("R2: fed")
	p.sees("No job is overdue")
	p.press("Undo all")
	p.sees("Undone")
	p.sees("R2 feed")
}

// A page that has nothing to show yet says what it is for, and is filled where it stands.
func TestEmptyPagesAreFilledInPlace(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, phone)
	for path, says := range map[string]string{
		"/plan/season": "its dates are counted back", "/plan/outlook": "week by week", "/plan/proposal": "How many bags", "/plan/design": "Sizes of bag are compared",
		"/seed/allot": "No planned bag waits", "/labels": "its label can be printed", "/entries": "entered here once", "/plan": "write down the bags",
	} {
		p.open(path)
		p.sees(says)
		p.sees("Show me")
		p.thumbs()
	}
	p.open("/seed")
	p.sees("Seed is set out in trays here")
	p.fill("Name", "Low Ferry")
	p.press("Add variety")
	p.at("/seed")
	p.sees("Seed has come: a new lot")
	p.open("/plan/season")
	p.press("Show me")
	p.press("Keep this")
	p.sees("Kept: your site, this bag and its plan.")
}
