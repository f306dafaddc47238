package garden_test

import (
	"math"
	"testing"

	"glebata/core/crop"
	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/logbook"
)

// Harvests of another garden sharpen what is expected of a variety that was not lifted yet, and of no other
// crop; they are in no sum, and taken in once more they take their own place.
func TestOthersAreLearnedFrom(t *testing.T) {
	y := newYard(t)
	v := y.named("Broad Sound", crop.Maincrop)
	id := y.put(y.bags(litres(40), "Yard", "open", "A1")[0], v, 3, today-40, seed.Known{Pieces: []measure.Mass{60, 60, 60}})
	expected := func() (level, low, high float64, bags int) {
		t.Helper()
		st := y.state(id)
		g, err := y.look().Expected(&st)
		y.must(err)
		low, high = g.From.Range()
		return g.From.Factor(), low * g.From.Factor(), high * g.From.Factor(), g.From.Bags
	}
	before, low, high, _ := expected()
	other := logbook.OtherGarden{Name: "Mill Lane", Crop: crop.Potato}
	for i := range 24 {
		got := 0.7 + 0.01*float64(i%5)
		name := "broad sound"
		if i%2 == 0 {
			name, got = "Netmender", 1.2
		}
		other.Weighings = append(other.Weighings, harvest.Weighing{Bags: []harvest.Bag{{Variety: name, Season: []string{"2022", "2023", "2024"}[i%3], School: "steps", Expected: 1000}}, Low: 1000 * got, High: 1000 * got})
	}
	y.must(y.TakeIn(ctx, other, y.asked()))
	after, lowAfter, highAfter, bags := expected()
	if before != 1 || after > 0.93 || after < 0.6 || bags != 0 || highAfter-lowAfter >= high-low {
		t.Errorf("before ×%.2f (%.2f to %.2f), after ×%.2f (%.2f to %.2f) from %d of one's own", before, low, high, after, lowAfter, highAfter, bags)
	}
	if all, err := y.look().Compared(); err != nil || len(all) != 0 {
		t.Errorf("%d bags are compared, %v", len(all), err)
	}
	y.must(y.TakeIn(ctx, other, y.asked()))
	if again, _, _, _ := expected(); math.Abs(again-after) > 1e-12 {
		t.Errorf("taken in once more ×%.4f, was ×%.4f", again, after)
	}
	y.must(y.LeaveOut(ctx, "Mill Lane", crop.SweetPotato, y.asked()))
	if kept, err := y.look().Others(); err != nil || len(kept) != 1 {
		t.Errorf("of another crop: %d left, %v", len(kept), err)
	}
	y.must(y.LeaveOut(ctx, "Mill Lane", crop.Potato, y.asked()))
	if left, _, _, _ := expected(); left != 1 {
		t.Errorf("left out it is ×%.2f still", left)
	}
	refused(t, "without a harvest", y.TakeIn(ctx, logbook.OtherGarden{Name: "x", Crop: crop.Potato}, y.asked()), "file", "no harvest in it")
	refused(t, "of no crop", y.TakeIn(ctx, logbook.OtherGarden{Name: "x", Crop: "turnip", Weighings: other.Weighings}, y.asked()), "crop", "what they grew")
}
