package job

import (
	"testing"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
)

func TestMostPressingJob(t *testing.T) {
	next := &hill.Rung{From: 18, To: 28, Loose: 13.5, Trigger: 18}
	for name, c := range map[string]struct {
		bag  Bag
		kind Kind
		tag  string
	}{
		"not planted":              {Bag{Class: crop.Maincrop, Number: 3}, Plant, "plant 3"},
		"planting day to come":     {Bag{Class: crop.Maincrop, Number: 3, DaysToPlant: 12}, Wait, "plant in 12 days"},
		"planting day tomorrow":    {Bag{Class: crop.Maincrop, Number: 3, DaysToPlant: 1}, Wait, "plant tomorrow"},
		"grown on in a pot":        {Bag{Class: crop.Maincrop, Number: 1, PotGrown: true, DaysToPlant: -2}, Plant, "transplant 1"},
		"stems tall enough":        {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 40, Next: next, StemKnown: true, Stem: 19}, Raise, "raise 10 cm"},
		"stems at the trigger":     {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 40, Next: next, StemKnown: true, Stem: 18}, Raise, "raise 10 cm"},
		"stems still short":        {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 40, Next: next, StemKnown: true, Stem: 12, DaysMeasured: 2}, Wait, "raise at 18 cm"},
		"measured too long ago":    {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 40, Next: next, StemKnown: true, Stem: 12, DaysMeasured: 8}, Measure, "measure stems"},
		"never measured":           {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 25, Next: next}, Measure, "measure stems"},
		"planted last week":        {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 7, Next: next}, Wait, "raise at 18 cm"},
		"early after ten weeks":    {Bag{Class: crop.FirstEarly, PacketDays: 78, Planted: true, DaysPlanted: 70}, Look, "feel for tubers"},
		"early after eight weeks":  {Bag{Class: crop.FirstEarly, PacketDays: 78, Planted: true, DaysPlanted: 56}, Wait, ""},
		"maincrop by the packet":   {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 135}, Look, "half yellow?"},
		"full bag, ripe over rung": {Bag{Class: crop.Maincrop, Planted: true, DaysPlanted: 140, Next: next, StemKnown: true, Stem: 12}, Look, "half yellow?"},
		"sweet potato by days":     {Bag{Class: crop.SweetEarly, Planted: true, DaysPlanted: 100}, Look, "lift before cold"},
	} {
		j := Of(c.bag)
		if j.Kind != c.kind || j.Tag.In(measure.Metric) != c.tag {
			t.Errorf("%s: %s “%s”, want %s “%s”", name, j.Kind, j.Tag.In(measure.Metric), c.kind, c.tag)
		}
		if j.Why.Empty() {
			t.Errorf("%s: no reason given", name)
		}
		if j.Due() != (c.kind != Wait) {
			t.Errorf("%s: due is %v", name, j.Due())
		}
	}
}
