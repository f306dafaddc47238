package garden_test

import (
	"testing"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// A bag that was planted and raised weeks ago, and never written down, is caught up with in
// one go, each on its day, and taken back as one.
func TestOverdueJobsAreAnsweredInOneGo(t *testing.T) {
	plantedOn := today - 70
	late := func(p *plot) (out []forecast.Overdue) {
		row, err := p.look().Row()
		p.must(err)
		return forecast.OverdueOf(row)
	}
	neglected := func(t *testing.T) (*plot, logbook.ID) {
		p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
		id, err := p.plan(2)
		p.must(err)
		p.must(p.SetTiming(ctx, id, logbook.Timing{Way: calendar.Direct, Chitted: true, Shelter: climate.Open, Plant: plantedOn}, p.asked()))
		if l := late(p); len(l) == 0 {
			t.Fatal("nothing is overdue")
		}
		return p, id
	}
	t.Run("all as planned", func(t *testing.T) {
		p, id := neglected(t)
		again := p.asked()
		_, err := p.AnswerOverdue(ctx, garden.OverdueAnswers{All: true}, again)
		p.must(err)
		st := p.state(id)
		if st.State.Planted != plantedOn || !(st.State.SeedLow < st.State.Seed && st.State.Seed < st.State.SeedHigh) {
			t.Errorf("planted on %v with %v (%v to %v), want on %v and by the number", st.State.Planted, st.State.Seed, st.State.SeedLow, st.State.SeedHigh, plantedOn)
		}
		raised := 0
		for _, e := range st.Log {
			if e.Kind == logbook.Raised {
				raised++
			}
			if e.Logged != today || e.Day >= today || e.Group == "" {
				t.Errorf("entered %+v", e)
			}
		}
		if raised < 2 {
			t.Errorf("%d raises of seventy days are entered", raised)
		}
		for _, l := range late(p) {
			if l.Job.Kind.MayAssume() {
				t.Errorf("still overdue: %s %v", l.Job.Kind, l.Day)
			}
		}
		n := len(st.Log)
		if _, err := p.AnswerOverdue(ctx, garden.OverdueAnswers{All: true}, again); err != nil || len(p.state(id).Log) != n {
			t.Errorf("sent again there are %d entries, want %d, %v", len(p.state(id).Log), n, err)
		}
		_, err = p.UndoMany(ctx, again.Key, p.asked())
		p.must(err)
		if st := p.state(id); st.Stage != logbook.StagePlanned || len(st.Log) != 0 {
			t.Errorf("taken back it is at %v with %d entries", st.Stage, len(st.Log))
		}
	})
	t.Run("skipped", func(t *testing.T) {
		p, id := neglected(t)
		_, err := p.AnswerOverdue(ctx, garden.OverdueAnswers{SkipAll: true}, p.asked())
		if st := p.state(id); st.Stage != logbook.StagePlanned {
			t.Errorf("skipping planted it: %v, %v", st.Stage, err)
		}
	})
	t.Run("one of them", func(t *testing.T) {
		p, id := neglected(t)
		_, err := p.AnswerOverdue(ctx, garden.OverdueAnswers{Some: []garden.OverdueAnswer{{Planting: id, What: job.Plant}}}, p.asked())
		p.must(err)
		if st := p.state(id); st.State.Planted != plantedOn || len(st.Log) != 1 {
			t.Errorf("planted on %v with %d entries", st.State.Planted, len(st.Log))
		}
		_, err = p.AnswerOverdue(ctx, garden.OverdueAnswers{Some: []garden.OverdueAnswer{{Planting: id, What: job.Lift}}}, p.asked())
		refused(t, "a harvest that nobody weighed", err, "", "None of that is overdue")
	})
	t.Run("none", func(t *testing.T) {
		p, _ := neglected(t)
		_, err := p.AnswerOverdue(ctx, garden.OverdueAnswers{}, p.asked())
		refused(t, "no answer", err, "", "Choose at least one")
	})
}

// Work that leads up to planting is ticked for the bags it is for, once.
func TestWhatLeadsUpIsTicked(t *testing.T) {
	y := newYard(t)
	id, err := y.KeepFirst(ctx, garden.First{Litres: 40, Class: "maincrop", Climate: "cool-maritime", Year: 2026, Bags: 2}, y.asked())
	y.must(err)
	row, err := y.look().Row()
	y.must(err)
	order := measure.Day(0)
	for _, m := range row[0].Dates.Moments {
		if string(m.Kind) == string(job.Order) {
			order = m.Day
		}
	}
	v, err := y.Look(ctx, order)
	y.must(err)
	row, err = v.Row()
	y.must(err)
	leads, err := v.LookAhead(row)
	y.must(err)
	if len(leads) == 0 || string(leads[0].Kind) != string(job.Order) || len(leads[0].Of) != 2 || leads[0].Of[0] != id || !leads[0].Ticks() {
		t.Fatalf("on %v there is %+v", order, leads)
	}
	_, err = y.RecordMany(ctx, logbook.Entry{Kind: logbook.Tended, What: job.Order, Day: order}, leads[0].Of, garden.Request{Key: "ticked-order", Today: order})
	y.must(err)
	v, err = y.Look(ctx, order)
	y.must(err)
	row, err = v.Row()
	y.must(err)
	leads, err = v.LookAhead(row)
	y.must(err)
	for _, l := range leads {
		if string(l.Kind) == string(job.Order) {
			t.Errorf("ticked, and it is asked for again: %+v", l)
		}
	}
	_, err = y.Record(ctx, logbook.Entry{Planting: id, Kind: logbook.Tended, What: job.Tie, Day: order}, garden.Request{Key: "tied-early", Today: order})
	refused(t, "canes before planting", err, "day", "not planted yet")
}
