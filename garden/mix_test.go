package garden_test

import (
	"errors"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/garden/logbook"
)

func TestOwnMixIsOfferedAndFillsABag(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	_, err := p.AddMix(ctx, " Slipway mix ", map[string]float64{"compost": 3, "sand": 1, "coir": 0}, p.asked())
	p.must(err)
	cat, err := p.look().Catalogue()
	p.must(err)
	own := cat.Recipes[len(cat.Recipes)-1]
	if own.Name != "Slipway mix" || own.Mix.String() != "compost=75,sand=25" || cat.Recipe(own.Key).Name != own.Name {
		t.Fatalf("it reads back %+v", own)
	}
	if got := cat.Recipe("no such").Key; got != cat.Recipes[0].Key {
		t.Errorf("a mix unheard of is %q", got)
	}
	for name, c := range map[string]struct {
		name  string
		parts map[string]float64
		field string
	}{
		"no name":           {" ", map[string]float64{"sand": 1}, "name"},
		"a name twice":      {"SLIPWAY MIX", map[string]float64{"sand": 1}, "name"},
		"a school's name":   {"Half and half", map[string]float64{"sand": 1}, "name"},
		"nothing in it":     {"a", nil, "part-peat-mix"},
		"less than nothing": {"a", map[string]float64{"sand": -1}, "part-sand"},
		"a hill of it":      {"a", map[string]float64{"sand": 1001}, "part-sand"},
	} {
		var faults logbook.Faults
		if _, err := p.AddMix(ctx, c.name, c.parts, p.asked()); !errors.As(err, &faults) || faults[0].Field != c.field {
			t.Errorf("%s: %v", name, err)
		}
	}
}
