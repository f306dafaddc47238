package garden_test

import (
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// field is a plot in February with five casks, an early and a keeper.
func field(t *testing.T) (*plot, measure.Day, map[string]logbook.Variety) {
	t.Helper()
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	c, err := p.look().Catalogue()
	p.must(err)
	_, err = p.AddBags(ctx, garden.NewBags{Labels: []string{"R3", "R4", "R5"}, Model: c.Models[0].ID, Place: "Lower step"}, p.asked())
	p.must(err)
	_, err = p.AddVariety(ctx, logbook.Variety{Name: "Harbour Lantern", Class: crop.FirstEarly, PacketDays: 78}, p.asked())
	p.must(err)
	c, err = p.look().Catalogue()
	p.must(err)
	by := map[string]logbook.Variety{}
	for _, v := range c.Varieties {
		by[v.Name] = v
	}
	return p, measure.Date(2026, 2, 10), by
}

func usualAsk(day measure.Day) forecast.ProposalRequest {
	return forecast.ProposalRequest{
		Year: 2026, People: 2, Meals: 1, Each: forecast.PerMeal, AnySeed: true,
		From: measure.Date(2026, 7, 6), Until: measure.Date(2026, 11, 29),
	}
}

func TestProposalFeedsEarlyAndLateWeeks(t *testing.T) {
	p, day, by := field(t)
	got, err := p.look(day).Propose(usualAsk(day))
	p.must(err)
	count := map[string]int{}
	for _, b := range got.Bags {
		count[b.Variety.Name]++
	}
	if len(got.Bags) != 5 || count["Harbour Lantern"] == 0 || count["Cold Quay"] == 0 || len(got.Weeks) != 21 {
		t.Fatalf("%v in %d bags over %d weeks", count, len(got.Bags), len(got.Weeks))
	}
	fed := measure.Mass(0)
	for _, w := range got.Weeks {
		if w.Fed > w.Wanted+0.01 {
			t.Errorf("in the week of %s %v of %v are fed", w.From, w.Fed, w.Wanted)
		}
		fed += w.Fed
	}
	if fed != got.Fed || got.Wanted != 21*500 {
		t.Errorf("%v and %v fed, %v wanted", fed, got.Fed, got.Wanted)
	}
	hand := usualAsk(day)
	hand.ByHand = map[logbook.ID]logbook.ID{}
	for _, b := range got.Bags {
		hand.ByHand[b.Bag.ID] = by["Harbour Lantern"].ID
	}
	hand.ByHand[got.Bags[0].Bag.ID] = 0
	again, err := p.look(day).Propose(hand)
	p.must(err)
	if again.Bags[0].Variety.ID != 0 || again.Bags[1].Variety.Name != "Harbour Lantern" || again.Fed >= got.Fed {
		t.Errorf("by hand: %v in the first, %v fed", again.Bags[0].Variety.Name, again.Fed)
	}
}

func TestProposalKeepsItsLimitsAndSaysWhatIsLacking(t *testing.T) {
	p, day, _ := field(t)
	for what, c := range map[string]struct {
		change func(*forecast.ProposalRequest)
		says   string
		bags   int
	}{
		"no seed":      {func(a *forecast.ProposalRequest) { a.AnySeed = false }, "no seed on the bench", 0},
		"lifted alone": {func(a *forecast.ProposalRequest) { a.LiftAlone = true }, "5 bags are left out", 0},
		"litres for 2": {func(a *forecast.ProposalRequest) { a.Litres = 101 }, "bags stay empty", 2},
		"next to none": {func(a *forecast.ProposalRequest) { a.People = 60 }, "is not met", 5},
	} {
		ask := usualAsk(day)
		c.change(&ask)
		got, err := p.look(day).Propose(ask)
		p.must(err)
		said, n := "", 0
		for _, s := range got.Advice {
			said += s.In(measure.Metric) + " "
		}
		for _, b := range got.Bags {
			if b.Variety.ID != 0 {
				n++
			}
		}
		if !strings.Contains(said, c.says) || n != c.bags || ask.Litres > 0 && got.Litres > ask.Litres {
			t.Errorf("%s: %d bags, %v, it says %q", what, n, got.Litres, said)
		}
	}
	_, err := p.LookAfter(ctx, garden.BagLook{Bag: p.bag.ID, Condition: logbook.Torn}, p.asked())
	p.must(err)
	ask := usualAsk(day)
	ask.People = 60
	got, err := p.look(day).Propose(ask)
	p.must(err)
	for _, b := range got.Bags {
		if (b.Variety.ID == 0) != (b.Bag.ID == p.bag.ID) {
			t.Errorf("with one torn, %s is proposed %q", b.Bag.Label, b.Variety.Name)
		}
	}
	if said := got.Advice[len(got.Advice)-1].In(measure.Metric); !strings.HasPrefix(said, "Left out, being torn: R1.") {
		t.Errorf("of the torn one it says %q", said)
	}
	bad := forecast.ProposalRequest{From: day, Until: day - 1, Litres: -1}
	_, err = p.look(day).Propose(bad)
	for field, says := range map[string]string{"people": "1 to 100", "meals": "1 to 21", "each": "at a meal", "until": "after the first", "litres": "or leave it empty"} {
		refused(t, "a proposal that cannot be", err, field, says)
	}
}

// All of it is planned or none, and once.
func TestProposedBagsArePlannedTogether(t *testing.T) {
	p, _, by := field(t)
	c, err := p.look().Catalogue()
	p.must(err)
	bags := map[logbook.ID]logbook.ID{}
	for _, b := range c.Bags[:3] {
		bags[b.ID] = by["Cold Quay"].ID
	}
	bags[c.Bags[3].ID] = 999
	_, err = p.PlanProposed(ctx, 2026, bags, p.asked())
	refused(t, "a variety that is not there", err, "variety", "Choose a variety")
	if row, err := p.look().Row(); err != nil || len(row) != 0 {
		t.Fatalf("%d bags are planned after a refusal, %v", len(row), err)
	}
	delete(bags, c.Bags[3].ID)
	asked := p.asked()
	for range 2 {
		n, err := p.PlanProposed(ctx, 2026, bags, asked)
		p.must(err)
		if n != 3 {
			t.Errorf("%d bags are said to be planned, want 3", n)
		}
	}
	row, err := p.look().Row()
	p.must(err)
	if len(row) != 3 {
		t.Errorf("%d bags are planned, want 3", len(row))
	}
}
