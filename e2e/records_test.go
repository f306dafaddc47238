package e2e

import (
	"image"
	"image/color"
	"image/jpeg"
	"os"
	"path/filepath"
	"testing"

	"github.com/go-rod/rod"
)

// A kind of bag measured wrong is put right after planting, once what moves was seen.
func TestAWrongBagIsPutRightAfterPlanting(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/bags/R6")
	p.sees("30.7 L settled, at 28 cm of 38 cm")
	p.press("its kind")
	p.sees("cask")
	sure := func() {
		t.Helper()
		p.press("Put it right")
		p.sees("This moves figures of finished bags")
		p.sees("harvest a litre")
		p.tick("Yes: these figures of finished bags are to move")
		p.press("Put it right")
		p.sees("Put right: cask.")
	}
	p.fill("Height", "44")
	sure()
	p.open("/bags/R6")
	p.sees("at 28 cm of 40 cm")
	// Wider too.
	p.press("its kind")
	p.fill("Top: diameter or length", "44")
	sure()
	// So low that what was raised would stand over it, it contradicts the log.
	p.open("/correct/model/1")
	p.fill("Height", "20")
	p.press("Put it right")
	p.sees("That cannot be with what was logged of bag")
	if got := p.asks(`() => document.querySelector("#correct-height").value`); got != "20" {
		t.Errorf("what was typed is gone: %q", got)
	}
}

// A season from a notebook, with counts, totals and gaps, stands in the comparison.
func TestASeasonComesFromANotebook(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.open("/compare")
	p.press("Bring in past seasons")
	p.fill("or paste its lines", "tub;sort;season;tubers;seed;yield\nT1;Early Buoy;2025;3;165 g;2,4\nT2;Early Buoy;2025;4;;1.5–2\nT3;Broad Sound;2025;;;?")
	p.press("Read it")
	p.sees("3 lines understood: nothing is kept yet")
	p.sees("2025, T1, Early Buoy: planted 3 pieces, 165 g of seed; harvest 2.40 kg")
	p.sees("2025, T2, Early Buoy: planted 4 pieces, about 220 g of seed: 143 g to 297 g; harvest 1.50 kg to 2.00 kg")
	p.press("Keep 3 lines")
	p.sees("Kept: 3 plantings of past seasons.")
	p.sees("14.5")        // 2400 ÷ 165
	p.sees("5.1 to 14.0") // 1500 ÷ 297 and 2000 ÷ 143
	p.sees("not known")   // nobody weighed T3
	p.sees("2 bags together")
}

// A box with two varieties goes from its plan to its two weigh-ins.
func TestABoxWithTwoVarieties(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	plant := func(variety, pieces string, share bool) {
		t.Helper()
		p.open("/plan")
		p.asks(`() => { document.body.addEventListener("htmx:afterSettle", e => { window.drawn = e.detail.pathInfo.finalRequestPath }); return "" }`)
		p.choose("Bag", "R10")
		p.choose("Variety", variety)
		p.fill("How many", pieces)
		if share {
			p.waits("the plan with so many drawn", `() => (window.drawn || "").includes("number=`+pieces+`")`)
			p.sees("say below that they share it")
			p.tick("Share the bag with Cold Quay")
		}
		p.press("Save this plan")
		p.at("/bags/R10")
	}
	plant("Cold Quay", "3", false)
	plant("Netmender", "2", true)
	p.sees("In the same container")
	turnTo := func(variety string) {
		t.Helper()
		p.open("/bags/R10")
		if p.reads("h1") != "R10 "+variety {
			p.press(variety)
		}
		p.waits("the page of "+variety, `() => document.querySelector("h1").innerText.includes("`+variety+`")`)
	}
	for _, variety := range []string{"Cold Quay", "Netmender"} {
		turnTo(variety)
		p.sees("Weigh each piece in")
		p.press("Not weighed one by one")
		p.fill("How many", "2")
		p.fill("All together", "120 g")
		p.press("Planted")
		p.sees("Saved: planted 2 pieces, 120 g of seed.")
	}
	for i, variety := range []string{"Cold Quay", "Netmender"} {
		turnTo(variety)
		p.press("Weigh in")
		p.sees("120 g of seed")
		p.fill("On the scale", []string{"1.2", "0.6"}[i])
		p.press("Weigh in")
		p.sees([]string{"Saved: weighed in 1.2 kg keep.", "Saved: weighed in 600 g keep."}[i])
	}
}

// A row of bags is fed in one entry, and taken back in one.
func TestARowIsFedInOneEntry(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/")
	p.press("Something done to many bags at once")
	p.choose("What was done or seen", "Fed")
	p.choose("With", "quay liquid")
	p.fill("How much", "2 L")
	p.thumbs()
	p.press("Tick all here")
	p.waits("five ticks", `() => document.querySelectorAll("[name=bag]:checked").length === 5`)
	p.press("Fed: the bags chosen")
	p.sees("Saved 5 entries:")
	p.sees("R1: fed with quay liquid 3-2-6 2 L")
	p.press("Undo all")
	p.sees("Undone for all of them.")
}

// A photo taken at the bag is kept with it.
func TestAPhotoOnAPhone(t *testing.T) {
	t.Parallel()
	picture := image.NewRGBA(image.Rect(0, 0, 2000, 1500))
	for i := range picture.Pix {
		picture.Pix[i] = byte(i * 7)
	}
	picture.Set(0, 0, color.White)
	path := filepath.Join(t.TempDir(), "leaf.jpg")
	f, err := os.Create(path)
	if err != nil {
		t.Fatal(err)
	}
	if err := jpeg.Encode(f, picture, nil); err != nil {
		t.Fatal(err)
	}
	if err := f.Close(); err != nil {
		t.Fatal(err)
	}
	p := sit(t, demoGarden, phone)
	p.open("/bags/R6")
	p.openEntry("Something seen")
	p.openEntry("A photo")
	if err := p.field("Photo").SetFiles([]string{path}); err != nil {
		t.Fatal(err)
	}
	p.fill("What it shows", "a leaf with holes")
	p.press("Keep it")
	p.sees("The photo is kept.")
	p.waits("the photo", `() => { const i = document.querySelector(".photos img"); if (!i) return false; i.loading = "eager"; i.scrollIntoView(); return i.complete && i.naturalWidth > 200 && i.naturalWidth <= 1280 }`)
	p.thumbs()
}

// tick a box by the words of its label.
func (p *person) tick(label string) {
	p.t.Helper()
	p.clicks("the box “"+label+"”", func() *rod.Element { return p.field(label) })
}

// A box that is being pressed stays where it is until it has been, though an answer comes in
// between: the press would be lost with it.
func TestABoxIsNotDrawnAnewUnderAThumb(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/plan")
	p.choose("Bag", "R6")
	p.sees("Share the bag with Cold Quay")
	for _, with := range [][2]string{{`new PointerEvent("pointerdown", {bubbles: true})`, `new PointerEvent("pointerup", {bubbles: true})`},
		{`new KeyboardEvent("keydown", {key: " ", bubbles: true})`, `new KeyboardEvent("keyup", {key: " ", bubbles: true})`}} {
		p.asks(`() => {
			window.answers = 0;
			window.addEventListener("htmx:beforeOnLoad", () => window.answers++, {capture: true});
			window.box = document.querySelector("[name=beside]");
			window.box.dispatchEvent(` + with[0] + `);
			document.querySelector("[name=number]").dispatchEvent(new Event("input", {bubbles: true}));
			return "";
		}`)
		p.waits("the answer", `() => window.answers > 0`)
		if got := p.asks(`() => window.box.isConnected`); got != "true" {
			t.Errorf("the box was drawn anew while it was pressed, by %s", with[0])
		}
		p.asks(`() => { window.box.dispatchEvent(` + with[1] + `); return "" }`)
		p.waits("the answer to be drawn", `() => !window.box.isConnected`)
	}
}

// What is ticked just before the answer to something typed earlier comes stays ticked.
func TestALateAnswerTakesNoTickBack(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/plan")
	p.choose("Bag", "R6")
	p.sees("Share the bag with Cold Quay")
	p.asks(`() => {
		window.answers = 0;
		document.body.addEventListener("htmx:afterSettle", () => window.answers++);
		window.addEventListener("htmx:beforeOnLoad", () => document.querySelector("[name=beside]").click(), {capture: true, once: true});
		return "";
	}`)
	p.fill("How many", "2")
	p.waits("an answer", `() => window.answers > 0`)
	p.waits("the tick to stand", `() => document.querySelector("[name=beside]").checked && !document.querySelector("#plan-error").innerText.trim()`)
	p.sees("2 placed")
}

// What was typed is there again after a wrong turn, and after the units were changed it
// means what it meant.
func TestWhatWasTypedComesBack(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/bags/R6")
	p.openEntry("Note")
	p.fill("In your words", "leaves look pale")
	p.openEntry("Stem height")
	p.fill("Above the medium", "9")
	p.open("/compare")
	p.open("/bags/R6")
	p.sees("What you typed before is back.")
	if got := p.asks(`() => [...document.querySelectorAll("[name=text]")].map(f => f.value).find(v => v)`); got != "leaves look pale" {
		t.Errorf("the note reads %q", got)
	}
	p.must("changing units", func() error {
		_, err := p.page.Eval(`() => { const u = document.getElementById("units"); u.value = "us"; u.dispatchEvent(new Event("change", {bubbles: true})) }`)
		return err
	}())
	p.waits("the page in US units", `() => document.querySelector("#units option[selected]")?.value === "us" && document.readyState === "complete" && !!document.querySelector(".restored")`)
	if got := p.asks(`() => [...document.querySelectorAll(".with input")].map(f => f.value).find(v => v.startsWith("9"))`); got != "9 cm" {
		t.Errorf("typed in metric as 9, it reads %q in US units", got)
	}
	p.press("Start afresh")
	p.open("/bags/R6")
	if n := p.asks(`() => document.querySelectorAll(".restored").length`); n != "1" {
		t.Errorf("%s forms have something back, want the other alone", n)
	}
}
