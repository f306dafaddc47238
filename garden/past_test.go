package garden_test

import (
	"strings"
	"testing"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
)

// A bag whose day is past is planted today while that can live; after that it is not offered, and its
// job says why and what is nearest.
func TestABagPastItsWindowIsNotOffered(t *testing.T) {
	y := newYard(t)
	b := y.bags(litres(40), "Yard", "", "P1")[0]
	v := y.named("Cold Quay", crop.Maincrop)
	y.must(second(y.PlanBag(ctx, garden.NewPlanting{Year: 2026, Bag: b.ID, Variety: v, Number: 2, Filling: hill.Defaults(hill.Default(crop.Maincrop))}, garden.Request{Key: "p", Today: measure.Date(2026, 2, 1)})))
	for _, c := range []struct {
		on   measure.Day
		past bool
		says string
	}{
		{measure.Date(2026, 5, 20), false, "Planned and not planted yet."},
		{measure.Date(2026, 10, 20), true, "The nearest day that can live:"},
	} {
		row, err := y.look(c.on).Row()
		y.must(err)
		st := &row[0]
		if says := st.Job.Why.In(measure.Metric); st.Job.Kind != job.Plant || st.Past() != c.past || !strings.Contains(says, c.says) {
			t.Errorf("on %v: %s %q, past %v", c.on, st.Job.Kind, says, st.Past())
		}
	}
}
