package e2e

import "testing"

// The median last frost is 24 April give or take 20 days. Even: z(0.75)·20 = 13.5,
// so 8 May; cautious: z(0.9)·20 = 25.6, so 20 May; bold: z(0.6)·20 = 5.1, so 30 April.
func TestSiteMovesItsWindowWithTheRiskTaken(t *testing.T) {
	t.Parallel()
	p := sit(t, demoGarden, desk)
	p.open("/site")
	p.sees("in the open 8 May 2026")
	p.choose("Frost risk you take", "cautious")
	p.sees("in the open 20 May 2026")
	p.choose("Frost risk you take", "bold")
	p.sees("in the open 30 April 2026")
	p.fill("Last frost, half of years", "10 May")
	p.sees("in the open 16 May 2026")
	p.fill("Last frost, half of years", "when the swallows come")
	p.sees("is not a day of the year. Write it like 24 April.")
	p.fill("Last frost, half of years", "")
	p.press("Save this site")
	p.sees("Saved: Net Loft Steps.")
	p.sees("in the open 30 April 2026")
}

// A southern site: last frost 21 September, give or take 30; z(0.75)·30 = 20.2, so
// 12 October, and until 15 May − 21 days = 24 April of the year after.
func TestSouthernSiteHasItsOwnDates(t *testing.T) {
	t.Parallel()
	p := sit(t, emptyGarden, desk)
	p.open("/site")
	p.sees("Until you save your own")
	p.fill("Name", "Far Ladder")
	p.choose("Climate", "southern temperate")
	p.sees("Empty: 21 September")
	p.press("Save this site")
	p.sees("Saved: Far Ladder.")
	// On 9 June 2026 the season that began in September 2025 is just over its last safe days.
	p.sees("in the open 12 October 2025 24 April 2026")
	p.press("A week on")
	p.at("/site")
	p.sees("in the open 12 October 2026 24 April 2027")

	// A number of one's own stays when the site is saved again.
	p.press("Own monthly numbers")
	p.fill("Jul minimum", "-2 °C")
	p.press("Save this site")
	p.waits("the number as it is kept", `() => document.getElementById("site-min-7")?.value === "−2 °C"`)
	p.choose("Frost risk you take", "bold")
	p.asks(`() => { window.before = true }`)
	p.press("Save this site")
	p.waits("the page after", `() => !window.before && document.readyState === "complete"`)
	if got := p.asks(`() => document.getElementById("site-min-7").value`); got != "−2 °C" {
		p.t.Errorf("the July minimum reads %q after saving again, want −2 °C", got)
	}
}
