package keep

import (
	"testing"
)

// 17.30 laid out in the first season, 10 kg at 2.00 a year and 3.00 of seed: −0.30, then +17, so
// paid back in the second. At 0.50 a kg: −15.30 and 2.00 a year to come, 8 seasons more.
func TestOutlayIsPaidBack(t *testing.T) {
	years := []Year{{2024, 1730, 300, 10_000}, {2025, 0, 300, 10_000}}
	list := Balances(years, 200)
	if list[0].Net != -30 || list[1].Sum != 1670 {
		t.Errorf("%+v", list)
	}
	if year, ok := PaidBack(list); !ok || year != 2025 {
		t.Errorf("paid back in %d, %v", year, ok)
	}
	poor := Balances(years[:1], 50)
	if _, ok := PaidBack(poor); ok || poor[0].Sum != -1530 {
		t.Errorf("%+v", poor)
	}
	if n, ok := ToGo(poor); !ok || n != 8 {
		t.Errorf("%d seasons to go, %v", n, ok)
	}
	if _, ok := ToGo(Balances([]Year{{2024, 1730, 600, 10_000}}, 50)); ok {
		t.Error("what costs more than it gives is paid back")
	}
	if _, ok := ToGo(nil); ok {
		t.Error("no season pays back")
	}
}

func TestCostOfAKilogram(t *testing.T) {
	c := Cost{Bag: 173, Medium: 400, Seed: 120, Feed: 30, Water: 7}
	each, ok := c.PerKilogram(2500)
	if !ok || each != 292 || c.CostWorking(2500, 1).Result != each {
		t.Errorf("%v, %v", each, ok)
	}
	if _, ok := c.PerKilogram(0); ok {
		t.Error("nothing has a price a kilogram")
	}
}
