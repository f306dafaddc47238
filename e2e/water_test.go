package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/station"
)

// A dry bag asks for its litres, gets them with one press, and is taken back; its page tells
// the same, and what is felt and given changes it.
func TestADryBagIsWateredWithOnePress(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/bags/R7")
	p.press("Something seen")
	p.openEntry("Moisture of the medium")
	p.choose("By finger", "dry to the second knuckle")
	p.press("Keep it")
	p.sees("medium: dry to the second knuckle")
	p.open("/plantings/31/water")
	p.thumbs()
	p.sees("It wants")
	litres := p.reads(".totals p:nth-child(2) strong")
	left := p.reads(".totals strong")
	p.click("a working", p.element("a working", `() => document.querySelector(".totals p:nth-child(2) a.w")`))
	p.sees("to half a litre")
	p.sees("Water to give")
	p.key(input.Escape)

	p.open("/")
	p.sees("Water")
	p.thumbs()
	if got := p.asks(`() => [...document.querySelectorAll("#water label")].map(l => l.innerText.trim().replace(/\s+/g, " ")).find(l => l.startsWith("R7"))`); got != "R7 "+litres {
		t.Errorf("the walk has %q, the bag's page %q", got, litres)
	}
	if got := p.asks(`() => String(document.querySelectorAll('a[href="/bags/R7"] svg .gm').length + document.querySelectorAll('a[href="/bags/R7"] svg > text').length)`); got != "1" {
		t.Errorf("the gauge shows %s of what may be left, the page %s", got, left)
	}
	p.asks(`() => { for (const b of document.querySelectorAll("#water input[type=checkbox]")) b.checked = b.parentElement.innerText.includes("R7"); return "" }`)
	p.press("Watered as asked")
	p.sees("R7: watered with a can " + litres)
	p.sees("Undo all")
	if got := p.asks(`() => [...document.querySelectorAll("#water label")].some(l => l.innerText.includes("R7"))`); got != "false" {
		t.Error("watered, and asked for again")
	}
	p.press("Undo all")
	p.sees("Undone for all of them.")
	p.sees("R7 " + litres)
	p.asks(`() => { for (const b of document.querySelectorAll("#water input[type=checkbox]")) b.checked = false; return "" }`)
	p.press("Watered as asked")
	p.sees("Tick the bags that were watered")
	p.press("All here Middle step")
	p.sees("R6: watered with a can")
	p.sees("R7: watered with a can " + litres)
}

// coldNight is a day of a spring on whose next night a frost is forecast in the open.
func coldNight(t *testing.T) measure.Day {
	t.Helper()
	p, _ := climate.PresetNamed("cool-maritime")
	site := logbook.NewSite(p)
	n, err := site.Normals()
	if err != nil {
		t.Fatal(err)
	}
	w := station.NewWeather(station.UsualSeed)
	for d := measure.Date(2026, 4, 20); d < measure.Date(2026, 5, 25); d++ {
		if w.Forecast(&site, n, d)[0].Min <= climate.FrostAct {
			return d
		}
	}
	t.Fatal("no frost is forecast in all of spring")
	return 0
}

// A frost night from the warning to carrying out.
func TestAFrostNightIsSeenTo(t *testing.T) {
	t.Parallel()
	night := coldNight(t)
	p := sit(t, emptyGarden, phone)
	p.clock.day.Store(int64(night - 40))
	p.open("/ask")
	p.press("Show me")
	p.fill("How many such you have", "2")
	p.press("Keep this")
	p.sees("2 bags alike and a plan for each")
	for _, label := range []string{"B1", "B2"} {
		p.clock.day.Store(int64(night - 40))
		p.open("/bags/" + label)
		p.fill("Piece 1", "60")
		p.press("Planted")
		p.sees("Saved: planted")
		p.clock.day.Store(int64(night - 2))
		p.open("/bags/" + label)
		p.openEntry("Shoots are through")
		p.press("They are up")
		p.sees("shoots through")
	}
	p.clock.day.Store(int64(night))
	p.open("/")
	p.press("See to 2 tonight")
	p.at("/tonight")
	p.sees("Tonight, into " + (night + 1).Short())
	p.sees("heap medium over its tops, or cover it")
	p.thumbs()
	p.press("Done as it says")
	p.sees("B1: protected: medium heaped over its tops")
	p.sees("B2: protected: medium heaped over its tops")
	p.press("Undo all")
	p.sees("Undone for all of them.")
	p.press("Covered with fleece")
	p.sees("B1: protected: fleece over it")
	p.sees("B2: protected: fleece over it")
	p.clock.Step(1)
	p.open("/")
	p.sees("Covered or carried in: B1, B2")
	p.open("/tonight")
	p.press("Uncovered")
	p.sees("B1: protected: uncovered again")
	p.open("/")
	if got := p.asks(`() => document.body.innerText.includes("Covered or carried in")`); got != "false" {
		t.Error("uncovered, they are still said to be covered")
	}
}

// Late blight from the warning to the tops off and the lifting: nothing else is asked of a bag
// with spots, and looking at the others lays the warning.
func TestABlightSpellFromTheWarningToTheLifting(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/")
	p.press("Weather for late blight")
	p.at("/tonight")
	p.sees("Look at these bags for dark blotches")
	p.thumbs()
	p.asks(`() => { for (const b of document.querySelectorAll("main input[type=checkbox]")) b.checked = b.parentElement.innerText.trim() === "R8"; return "" }`)
	p.press("Spots on those ticked")
	p.sees("R8: seen: dark wet patches on leaves (blight?)")
	if got := p.asks(`() => [...document.querySelectorAll("main .bagtick")].map(l => l.innerText.trim()).includes("R8")`); got != "false" {
		t.Error("spots were seen on it, and it is still to be looked at")
	}
	p.press("Looked, no spots")
	p.sees("R1: looked at")
	if got := p.asks(`() => document.body.innerText.includes("dark blotches")`); got != "false" {
		t.Error("all were looked at, and the warning stands")
	}
	p.open("/bags/R8")
	p.sees("a second look decides")
	p.clock.Step(2)
	p.open("/bags/R8")
	p.sees("look again: spots")
	p.press("Something seen")
	p.openEntry("Seen: pest, disease, damage")
	p.choose("What", "dark wet patches on leaves (blight?)")
	p.press("Seen")
	p.sees("Spots of late blight were seen on 11 June 2026: cut the tops the same day")
	p.open("/walk")
	p.sees("cut tops: blight")
	p.press("Cut R8")
	p.sees("R8 tops cut down")
	p.clock.Step(13)
	p.open("/walk")
	if got := p.asks(`() => [...document.querySelectorAll(".stops li")].some(l => l.innerText.includes("R8"))`); got != "false" {
		t.Error("spores are alive, and it is to be lifted")
	}
	p.clock.Step(1)
	p.open("/bags/R8")
	p.sees("lift dry")
	p.sees("lift on a dry day between 25 June 2026 and 2 July 2026")
}

// A leaf sign leads to a cause because of what the bag's records say, and to another once
// they say something else.
func TestALeafLeadsToACauseByTheRecords(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/bags/R2") // whose feed is overdue
	p.press("What is wrong with its leaves?")
	p.at("/plantings/26/leaf")
	p.tick("brown or scorched at the edges")
	p.press("What may it be?")
	p.sees("Most likely: too little potassium")
	p.sees("1 feed that was due is not entered")
	p.sees("how wet the medium is: feel in, and enter it")
	p.thumbs()
	p.open("/bags/R2")
	p.press("Something seen")
	p.openEntry("Moisture of the medium")
	p.choose("By finger", "dry to the second knuckle")
	p.press("Keep it")
	p.sees("medium: dry to the second knuckle")
	p.open("/")
	p.press("Fed R2")
	p.sees("R2 fed")
	p.open("/plantings/26/leaf?which=young&looks=edges")
	p.sees("it was fed")
	p.sees("% of its water is left")
}

// Rain that is typed on the spot takes the watering away.
func TestTypedRainTakesTheWateringAway(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, phone)
	p.open("/")
	p.sees("3 bags want")
	p.press("Type the rain in your gauge")
	p.press("What you read today")
	p.press("Keep it")
	p.sees("Write what you read")
	p.fill("Rain in the gauge", "60")
	p.setDay("On", "yesterday")
	p.thumbs()
	p.press("Keep it")
	p.sees("Kept: what you read on 8 Jun")
	p.open("/")
	p.waits("no bag that wants water but R4, which was felt to be dry since", `() => document.readyState === "complete" && [...document.querySelectorAll("#water label b")].map(b => b.innerText).join() === "R4"`)
	p.open("/weather")
	p.sees("1 day of ")
}
