package demo

import (
	"context"
	"fmt"
	"math/rand/v2"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden"
)

// FillLarger fills an empty garden with so many bags and seasons made from the
// parts of the scenario, for measuring. The last season is growing, those
// before it are finished. The same sizes give the same garden.
func FillLarger(ctx context.Context, g *garden.Garden, bags, seasons int) error {
	b := &builder{g: g}
	if err := b.catalogue(ctx); err != nil {
		return err
	}
	labels, err := b.moreBags(ctx, bags)
	if err != nil {
		return err
	}
	rng := rand.New(rand.NewPCG(2026, 6))
	last := Today().Year()
	for year := last - seasons + 1; year <= last; year++ {
		for i, label := range labels {
			s := invent(rng, year, label, i, year < last)
			if err := b.sow(ctx, s); err != nil {
				return fmt.Errorf("sowing %s in %s, %d: %w", s.variety, s.bag, s.year, err)
			}
		}
	}
	return nil
}

// moreBags adds bags until there are n, in blocks of the scenario's steps.
func (b *builder) moreBags(ctx context.Context, n int) ([]string, error) {
	var labels []string
	for _, p := range places {
		for _, pair := range p.bags {
			labels = append(labels, pair[1])
		}
	}
	kinds := []string{"cask", "keg", "cask", "crate", "pail"}
	for i := len(labels); i < n; i++ {
		label := fmt.Sprintf("X%d", i+1)
		place := fmt.Sprintf("Terrace %d", i/20)
		add := garden.NewBags{Labels: []string{label}, Model: b.models[kinds[i%len(kinds)]], Place: place}
		if _, err := b.g.AddBags(ctx, add, b.asked(measure.Date(2020, 1, 1))); err != nil {
			return nil, err
		}
		labels = append(labels, label)
	}
	return labels[:n], b.look(ctx)
}

// invent makes a believable planting.
func invent(rng *rand.Rand, year int, label string, i int, finished bool) sowing {
	v := varieties[i%5] // the potatoes
	s := sowing{
		year: year, bag: label, variety: v.Name, planned: "03-01",
		school: hill.Default(v.Class), planted: fmt.Sprintf("04-%02d", 5+i%20),
	}
	for range 2 {
		s.pieces = append(s.pieces, measure.Mass(48+rng.IntN(24)))
	}
	s.doings = append(s.doings, topped("04-28", 2), up("05-08"), stem("05-15", measure.Length(8+rng.IntN(8))))
	if v.Class == crop.Maincrop || v.Class == crop.EarlyMaincrop {
		s.doings = append(s.doings, stem("05-28", measure.Length(18+rng.IntN(5))), raise("05-28", 5))
	}
	s.doings = append(s.doings, fed("05-30"), tied("06-03"), stem("06-05", measure.Length(14+rng.IntN(30))))
	if finished {
		s.doings = append(s.doings,
			weigh("09-01", measure.Mass(1400+rng.IntN(2600)), "blue bucket", lift.Keep, 12+rng.IntN(14)),
			weigh("09-01", measure.Mass(80+rng.IntN(300)), "", lift.Small, 4+rng.IntN(8)), closed("09-01"))
	}
	return s
}
