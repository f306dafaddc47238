package e2e

import (
	_ "embed"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

func TestPhoneLogsARaiseAndAWeighInWithThumbs(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/")
	p.thumbs()
	p.click("bag R6", p.element("R6 in the row", `() => [...document.querySelectorAll(".b")].find(a => a.querySelector("b").textContent === "R6") || null`))
	p.at("/bags/R6")
	p.sees("Planned: 10 cm, to a level of 38 cm. Bring 14 L loose")
	p.thumbs()
	p.press("Raised")
	p.sees("Saved: raised 10 cm.")
	p.sees("42.7 L settled, at 38 cm of 38 cm")
	p.thumbs()

	p.press("Weigh in")
	p.sees("Edible so far")
	p.fill("On the scale", "1.5")
	p.choose("In which container", "blue bucket")
	p.sees("1.088 kg")
	p.thumbs()
	if size := p.asks(`() => getComputedStyle(document.querySelector(".net .huge")).fontSize`); size != "72px" {
		t.Errorf("the figure on the weigh-in page is %s high, want 72px", size)
	}
	p.press("Weigh in")
	p.sees("Saved: weighed in 1.088 kg keep.")
	if got := p.reads(".total strong"); got != "1.088 kg" {
		t.Errorf("edible so far reads %q", got)
	}
	p.thumbs()
}

// thumbs checks that the page does not scroll sideways and that what a thumb
// presses in forms and at the bottom is 48 px high and 40 wide at the least.
func (p *person) thumbs() {
	p.t.Helper()
	if wide := p.asks(`() => document.documentElement.scrollWidth - document.documentElement.clientWidth`); wide != "0" {
		p.t.Errorf("%s scrolls %s px sideways", p.asks(`() => location.pathname`), wide)
	}
	small := p.asks(`() => [...document.querySelectorAll(".stops button, .stops input:not([type=hidden]), .slider input, .entry button, .entry input:not([type=hidden]), .entry select, .entry summary, .go, .stages a, .undo button")]
		.filter(e => e.checkVisibility()).map(e => [e, e.getBoundingClientRect()])
		.filter(([e, r]) => r.height < 47.5 || r.width < 40).map(([e, r]) => e.outerHTML.slice(0, 60) + " " + r.width + "×" + r.height).join("; ")`)
	if small != "" {
		p.t.Errorf("too small for a thumb: %s", small)
	}
}

func TestEverythingByKeyboard(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/")
	for key, path := range map[input.Key]string{input.Digit2: "/plan", input.Digit4: "/bags", input.Digit5: "/lift", input.Digit7: "/compare", input.Digit1: "/"} {
		p.key(key)
		p.at(path)
	}
	p.key(input.Slash)
	p.must("typing a label", p.page.InsertText("r6"))
	p.key(input.Enter)
	p.at("/bags/r6")

	p.key(input.KeyE)
	if id := p.asks(`() => document.activeElement.id`); id != "raise-by" {
		t.Errorf("e puts the focus on %q, want the raise's amount", id)
	}
	p.must("typing an amount", p.page.InsertText("4"))
	p.key(input.Enter)
	p.sees("Saved: raised 4 cm.")
	p.waits("the focus on what was saved", `() => document.activeElement.className === "done"`)

	p.asks(`() => document.querySelector(".facts a.w[href$=rung-1]").focus()`)
	p.key(input.Enter)
	p.sees("What would change it")
	p.key(input.Escape)
	if left := p.asks(`() => document.querySelector("#sheet").childElementCount + document.activeElement.className`); left != "0w" {
		t.Errorf("after Esc: %q, want an empty sheet and the focus back", left)
	}

	p.key(input.KeyW)
	p.sees("Edible so far")
	p.key(input.Digit1)
	p.at("/")
	p.sees("Tuesday 9 June")
	p.key(input.Period)
	p.sees("Wednesday 10 June")
	p.must("asking for the keys", p.page.InsertText(""))
	p.asks(`() => document.dispatchEvent(new KeyboardEvent("keydown", {key: "?", bubbles: true}))`)
	p.sees("new entry for the bag in view")
	p.key(input.Escape)
	if open := p.asks(`() => document.getElementById("keys").open`); open != "false" {
		t.Error("Esc leaves the keys open")
	}
}

func TestMistakesAreSaidAtTheFieldAndNothingIsLost(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/bags/R6")
	before := p.reads(".log ul")
	p.fill("How much went on", "3 ft")
	p.sees("over the rim: at most 14 cm more fits")
	p.press("Raised")
	p.marked("raise-by")
	p.at("/bags/R6")
	p.sees("over the rim: at most 14 cm more fits")
	if v := p.asks(`() => document.activeElement.id + "=" + document.activeElement.value`); v != "raise-by=3 ft" {
		t.Errorf("after the refusal the focus is on %q, want the field with what was typed", v)
	}
	p.fill("How much went on", "10 apples")
	p.press("Raised")
	p.sees("Write how much went on as a height or as loose litres: 10 cm or 12 L")
	if after := p.reads(".log ul"); after != before {
		t.Errorf("the log changed from %q to %q", before, after)
	}

	p.openEntry("Stem height")
	p.fill("Above the medium", "-5")
	p.setDay("On", "2026-03-01")
	p.press("Measured")
	p.marked("measure-height")
	p.sees("A length cannot be below zero")
	p.fill("Above the medium", "5")
	p.press("Measured")
	p.sees("not planted yet on 1 March 2026")

	p.press("Weigh in")
	p.fill("On the scale", "300 g")
	p.choose("In which container", "blue bucket")
	p.sees("300 g gross is not more than the container's 412 g")
	p.press("Weigh in")
	p.marked("weigh-gross-1")
	if v := p.asks(`() => document.activeElement.value`); v != "300 g" {
		t.Errorf("the weight typed is lost: %q", v)
	}
}

// marked waits until a refused form has its faulty field marked and in focus.
func (p *person) marked(id string) {
	p.t.Helper()
	p.waits("the mark at "+id, `() => document.activeElement.id === "`+id+`" && document.activeElement.getAttribute("aria-invalid") === "true"`)
}

// Out of reach of the house a raise is entered, and entered again with a signal.
func TestNothingIsLostWithoutASignal(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/bags/R6")
	p.fill("How much went on", "7 cm")
	signal := func(on bool) {
		p.must("the signal", proto.NetworkEmulateNetworkConditions{Offline: !on, DownloadThroughput: -1, UploadThroughput: -1}.Call(p.page))
	}
	signal(false)
	p.press("Raised")
	p.sees("No connection: this is not saved yet.")
	if v := p.asks(`() => document.getElementById("raise-by").value`); v != "7 cm" {
		t.Errorf("without a signal the field holds %q, want what was typed", v)
	}
	signal(true)
	p.press("Raised")
	p.sees("Saved: raised 7 cm.")
	p.sees("at 35 cm of 38 cm")
}

// Every record can be made without scripts: here none of them arrives.
func TestWorksWithoutScripts(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.must("keeping scripts out", p.page.SetBlockedURLs([]string{"*.js"}))
	p.open("/bags/R6")
	p.press("Raised")
	p.sees("Saved: raised 10 cm.")
	p.press("Undo raised 10 cm")
	p.sees("Undone.")
	p.press("14 L")
	p.sees("What would change it")
	p.open("/plan?bag=10&variety=4")
	p.fill("How many", "2")
	p.press("Save this plan")
	p.at("/bags/R10")
	p.fill("Piece 1", "60")
	p.fill("Piece 2", "55")
	p.press("Planted")
	p.sees("Saved: planted 2 pieces, 115 g of seed.")
	p.press("Weigh in")
	p.fill("On the scale", "2.5")
	p.press("Weigh in")
	p.sees("Saved: weighed in 2.5 kg keep.")
}

func TestPlanFollowsEveryChoice(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/plan")
	p.choose("Bag", "R14")
	p.choose("Variety", "Harbour Lantern")
	p.choose("Filling", "usual")
	p.sees("filled on planting day to 30 cm") // a first early is filled once
	p.choose("Variety", "Cold Quay")
	p.sees("2 raises to 30 cm")
	p.choose("Filling", "two-level")
	p.sees("at two levels the lower ring is mostly in the way")
	p.choose("Filling", "little and often")
	p.sees("raise 1, when stems stand 10 cm 15 cm")
	p.press("Levels and settling")
	p.fill("Kept free below the rim", "3 in")
	p.sees("to 26.4 cm")
	p.fill("Kept free below the rim", "much")
	p.sees("“much” is not a number")
	p.fill("Kept free below the rim", "")
	p.fill("How many", "5")
	p.sees("5 is more than the 1 this bag takes")
	p.choose("Bag", "R6")
	p.sees("taken already")
	p.choose("Variety", "Low Lamp")
	p.choose("Bag", "R10")
	p.sees("Sweet potatoes set their roots where the slip stands")
	p.choose("Filling", "usual")
	p.fill("How many", "4")
	p.sees("4 slips")
	p.press("Save this plan")
	p.at("/bags/R10")
	p.openEntry("Plant")
	p.press("Planted")
	p.sees("Saved: planted 4 slips.")
}

func TestCompareChoosesAndSorts(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/compare?year=2024")
	p.sees("9 bags together gave at least")
	first := func() string { return p.reads(`[aria-label="Finished bags as a table"] tbody th`) }
	if first() != "R6" {
		t.Errorf("by ratio %s comes first, want R6", first())
	}
	p.press("Weight of a tuber")
	p.sees("Weight of a tuber ↓")
	if first() != "R7" {
		t.Errorf("by mean tuber %s comes first, want R7", first())
	}
	p.press("Weight of a tuber ↓")
	p.sees("Weight of a tuber ↑")
	if first() != "R5" {
		t.Errorf("by mean tuber upward %s comes first, want R5", first())
	}
	p.choose("Variety", "Netmender")
	p.sees("3 bags together gave")
	// 1738 + 1524 + 318 g from 125 + 158 + 135 g
	p.sees("× 8.6")
	p.choose("Variety", "every variety")
	p.sees("9 bags together")
	p.choose("Season", "2025")
	p.sees("15 bags together")
}

// What is worked out while a thumb is down would push the button from under it:
// it waits, and the press counts.
func TestAPressIsNotLostToWhatIsWorkedOutMeanwhile(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/plan")
	p.asks(`() => { document.body.addEventListener("htmx:beforeOnLoad", () => { window.came = true }) }`)
	button := p.element("the button", `() => document.querySelector("#plan-form button.go")`)
	p.must("going to the button", button.ScrollIntoView())
	shape, err := button.Shape()
	p.must("seeing the button", err)
	p.must("going over the button", p.page.Mouse.MoveTo(*shape.OnePointInside()))
	p.must("pressing", p.page.Mouse.Down(proto.InputMouseButtonLeft, 1))
	p.asks(`() => { // its answer puts a line above the button
		const field = document.getElementById("plan-number");
		field.value = "apples";
		field.dispatchEvent(new Event("input", {bubbles: true})) }`)
	p.waits("the answer", `() => window.came`)
	p.must("letting go", p.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
	p.marked("plan-number")
}
