package garden_test

import (
	"math/rand/v2"
	"reflect"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/logbook"
)

// However seed is known, it is kept so: through being read again, taken back and entered
// anew, and through corrections of what it stands on.
func TestHowItIsKnownIsKept(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 11))
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	hows := []measure.Known{measure.Weighed, measure.Estimated, measure.Simulated, measure.Counted}
	for round := range 40 {
		k := seed.Known{}
		switch rng.IntN(5) {
		case 0:
			k.Count, k.Total = 1+rng.IntN(9), measure.Mass(40+rng.IntN(400))
		case 1:
			k.Low = measure.Mass(50 + rng.IntN(100))
			k.High = k.Low + measure.Mass(1+rng.IntN(90))
		case 2:
			k.Count = 1 + rng.IntN(9)
		case 3:
			for range 1 + rng.IntN(5) {
				k.Pieces = append(k.Pieces, measure.Mass(20+rng.IntN(80)))
			}
			if rng.IntN(2) == 0 {
				for range k.Pieces {
					k.Hows = append(k.Hows, hows[rng.IntN(len(hows))])
				}
				k.Hows[0] = measure.Estimated // one at least is marked
			}
		}
		about := rng.IntN(2) == 0
		entry, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 30, About: about, Seed: k})
		p.must(err)
		v := p.variety
		v.PacketDays = 100 + round
		_, err = p.Correct(ctx, garden.Correction{Variety: &v}, p.asked())
		p.must(err)
		st := p.state(id)
		want := k.Amount(3)
		if !reflect.DeepEqual(st.Known, k) || st.About != about || st.SeedHow != want.How || st.Seed != want.Mass || st.SeedLow != want.Low || st.SeedHigh != want.High || st.Plants != want.Count || st.Counted != want.Counted {
			t.Fatalf("round %d: %+v is kept as %+v", round, k, st.Known)
		}
		_, err = p.Undo(ctx, entry, p.asked())
		p.must(err)
		if st = p.state(id); st.Stage != logbook.StagePlanned || st.Seed != 0 {
			t.Fatalf("round %d: taken back it is %v with %v", round, st.Stage, st.Seed)
		}
	}
}
