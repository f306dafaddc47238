package garden_test

import (
	"errors"
	"math"
	"slices"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// walled is a plot whose terrace has a high wall along its sunny side.
func walled(t *testing.T) *plot {
	t.Helper()
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	p.must(p.SaveTerrace(ctx, logbook.Terrace{Terrace: terrace.Terrace{Width: 10, Depth: 8, Heading: 180, Walls: []terrace.Wall{
		{Name: "barn", From: terrace.Point{X: -10, Y: 8}, To: terrace.Point{X: 20, Y: 8}, Height: 4},
	}}, Limit: 100_000}, p.asked()))
	return p
}

func (p *plot) stands(at terrace.Point) forecast.PlacedBag {
	p.t.Helper()
	p.must(p.MoveBag(ctx, p.bag.ID, at, p.asked()))
	v, err := p.look().Terrace()
	p.must(err)
	for _, b := range v.Bags {
		if b.Bag.ID == p.bag.ID {
			return b
		}
	}
	p.t.Fatal("the bag is not on its terrace")
	return forecast.PlacedBag{}
}

func TestMovedOutOfTheShadeABagPromisesMore(t *testing.T) {
	p := walled(t)
	_, err := p.plan(2)
	p.must(err)
	before, err := p.look().Terrace()
	p.must(err)
	if b := before.Bags[0]; b.Placed || b.Yield == 0 {
		t.Errorf("a bag never placed reads %+v", b)
	}
	shade, sun := p.stands(terrace.Point{X: 5, Y: 7.7}), p.stands(terrace.Point{X: 5, Y: 0.5})
	if shade.Sun >= 6 || sun.Sun <= shade.Sun+2 {
		t.Fatalf("%.1f h by the wall, %.1f h away from it", shade.Sun, sun.Sun)
	}
	// The yield follows the share of ten hours.
	if got, want := float64(shade.Yield/sun.Yield), terrace.Share(shade.Sun)/terrace.Share(sun.Sun); math.Abs(got-want) > 1e-9 {
		t.Errorf("the shade leaves %.3f of the yield, want %.3f", got, want)
	}
	row, err := p.look().Row()
	p.must(err)
	growing, err := p.look().Expected(&row[0])
	p.must(err)
	if index := row[0].Index; growing.Season != index || index <= 0 || row[0].Grown.Plant.Sun != terrace.Share(sun.Sun) {
		t.Errorf("its plan expects a season of %.3f with %.3f of the sun, want %.3f and %.3f", growing.Season, row[0].Grown.Plant.Sun, index, terrace.Share(sun.Sun))
	}
}

func TestTerraceSaysWhatSpeaksAgainstASpot(t *testing.T) {
	p := walled(t)
	other := p.secondBag()
	_, err := p.plan(2)
	p.must(err)
	p.must(p.MoveBag(ctx, other.ID, terrace.Point{X: 5.2, Y: 7.7}, p.asked()))
	p.stands(terrace.Point{X: 5, Y: 7.7})
	v, err := p.look().Terrace()
	p.must(err)
	said := ""
	for _, s := range v.Advice {
		said += s.In(measure.Metric) + "\n"
	}
	for _, want := range []string{"you were told 100 kg a square metre", "hours of sun a day", "stand in one another"} {
		if !strings.Contains(said, want) {
			t.Errorf("does not say %q but %q", want, said)
		}
	}
}

func TestTerraceNamesBagsThatCannotBeWalkedTo(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	other := p.secondBag()
	p.must(p.SaveTerrace(ctx, logbook.Terrace{Terrace: terrace.Terrace{Width: 1, Depth: 8}}, p.asked()))
	p.must(p.MoveBag(ctx, p.bag.ID, terrace.Point{X: 0.5, Y: 7}, p.asked()))
	said := func() string {
		v, err := p.look().Terrace()
		p.must(err)
		all := ""
		for _, s := range v.Advice {
			all += s.In(measure.Metric)
		}
		return all
	}
	if got := said(); strings.Contains(got, "No way") {
		t.Errorf("with the way open it says %q", got)
	}
	p.must(p.MoveBag(ctx, other.ID, terrace.Point{X: 0.5, Y: 3}, p.asked()))
	if got := said(); !strings.Contains(got, "No way of 45 cm from the tap to R1:") {
		t.Errorf("with the way shut it says %q", got)
	}
}

func TestBagIsMovedAndWears(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	if p.bag.Condition != logbook.Sound {
		t.Errorf("a new bag is %q", p.bag.Condition)
	}
	_, err := p.LookAfter(ctx, garden.BagLook{Bag: p.bag.ID, Place: "Quay", Condition: logbook.Torn}, p.asked())
	p.must(err)
	id, err := p.plan(2)
	p.must(err)
	if b := p.state(id).Bag; b.Place.Name != "Quay" || b.Condition != logbook.Torn || len(b.Condition.Advice()) == 0 {
		t.Errorf("moved and torn it reads back %+v", b)
	}
	_, err = p.LookAfter(ctx, garden.BagLook{Bag: p.bag.ID, Condition: logbook.Worn}, p.asked())
	p.must(err)
	if b := p.state(id).Bag; b.Place.Name != "Quay" || b.Condition != logbook.Worn {
		t.Errorf("patched where it stood it reads back %+v", b)
	}
	for field, l := range map[string]garden.BagLook{
		"bag":       {Bag: 99, Place: "Quay", Condition: logbook.Worn},
		"stands":    {Bag: p.bag.ID, Place: strings.Repeat("quay", 30), Condition: logbook.Worn},
		"condition": {Bag: p.bag.ID, Place: "Quay", Condition: "eaten"},
	} {
		var faults logbook.Faults
		if _, err := p.LookAfter(ctx, l, p.asked()); !errors.As(err, &faults) || faults[0].Field != field {
			t.Errorf("of a wrong %s it says %v", field, err)
		}
	}
}

func TestTerraceRefusesWhatCannotStand(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	if err := p.MoveBag(ctx, 99, terrace.Point{X: 1, Y: 1}, p.asked()); !errors.As(err, new(logbook.Faults)) {
		t.Errorf("a bag unheard of moved: %v", err)
	}
	for _, at := range []terrace.Point{{X: 0, Y: 2}, {X: 5.9, Y: 2}, {X: 3, Y: 3.9}, {X: 3, Y: -1}} {
		if err := p.MoveBag(ctx, p.bag.ID, at, p.asked()); err == nil {
			t.Errorf("it stands at %v, over the edge", at)
		}
	}
	high := terrace.Wall{To: terrace.Point{X: 1}, Height: 2}
	for field, change := range map[string]func(*logbook.Terrace){
		"width":    func(t *logbook.Terrace) { t.Width = 0 },
		"depth":    func(t *logbook.Terrace) { t.Depth = 300 },
		"heading":  func(t *logbook.Terrace) { t.Heading = 360 },
		"limit":    func(t *logbook.Terrace) { t.Limit = -1 },
		"height-1": func(t *logbook.Terrace) { w := high; w.Height = 0; t.Walls = []terrace.Wall{w} },
		"x1-1":     func(t *logbook.Terrace) { w := high; w.To.Y = 900; t.Walls = []terrace.Wall{w} },
		"x2-1":     func(t *logbook.Terrace) { w := high; w.To = w.From; t.Walls = []terrace.Wall{w} },
		"":         func(t *logbook.Terrace) { t.Walls = make([]terrace.Wall, 13) },
	} {
		bad := logbook.UsualTerrace()
		change(&bad)
		var faults logbook.Faults
		if err := p.SaveTerrace(ctx, bad, p.asked()); !errors.As(err, &faults) || faults[0].Field != field {
			t.Errorf("of a wrong %q it says %v", field, err)
		}
	}
}

// A bag moved on the terrace keeps the sun it had until that day.
func TestASpotHasAHistory(t *testing.T) {
	p, id := planted(t)
	wall := terrace.Wall{Name: "tall wall", From: terrace.Point{X: -1, Y: 0}, To: terrace.Point{X: 9, Y: 0}, Height: 6}
	p.must(p.SaveTerrace(ctx, logbook.Terrace{Terrace: terrace.Terrace{Width: 8, Depth: 8, Heading: 0, Walls: []terrace.Wall{wall}}}, p.asked()))
	sunny, dark := terrace.Point{X: 4, Y: 7.5}, terrace.Point{X: 4, Y: 0.4}
	index := func() float64 {
		st := p.state(id)
		return st.Grown.Run.IndexOn(st.Grown.Run.Mature)
	}
	put := func(at terrace.Point, day measure.Day) {
		t.Helper()
		ask := p.asked()
		ask.Today = day
		p.must(p.MoveBag(ctx, p.bag.ID, at, ask))
	}
	put(sunny, today-50)
	all := index()
	put(dark, today+30)
	half := index()
	put(dark, today-50)
	none := index()
	if !(none < half && half < all) {
		t.Errorf("in the sun it comes to %.3f, moved into the shade to %.3f, all the time in it to %.3f", all, half, none)
	}
}

// The round from the tap keeps the bags of one place together, and ends with those that stand
// nowhere.
func TestTheRoundFromTheTap(t *testing.T) {
	p := walled(t)
	b := p.bag
	bags := []logbook.Bag{{ID: b.ID, Place: logbook.Place{ID: 1}}, {ID: b.ID + 1, Place: logbook.Place{ID: 2}}, {ID: b.ID + 900}}
	p.must(p.MoveBag(ctx, bags[0].ID, terrace.Point{X: 4, Y: 1}, p.asked()))
	p.must(p.MoveBag(ctx, bags[1].ID, terrace.Point{X: 2, Y: 1}, p.asked()))
	got, metres, err := p.look().FromTap(bags)
	p.must(err)
	if want := []logbook.ID{bags[1].ID, bags[0].ID, bags[2].ID}; !slices.Equal(got, want) {
		t.Errorf("the round goes %v, want %v", got, want)
	}
	if want := math.Hypot(2, 1) + 2 + math.Hypot(4, 1); math.Abs(metres-want) > 1e-9 {
		t.Errorf("the round is %.3f m, want %.3f", metres, want)
	}
}
