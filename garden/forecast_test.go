package garden_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func jobOf(st *forecast.PlantingForecast, k job.Kind) (job.Job, bool) {
	i := slices.IndexFunc(st.Jobs, func(j job.Job) bool { return j.Kind == k })
	if i < 0 {
		return job.Job{}, false
	}
	return st.Jobs[i], true
}

// calls is the day stems call for the next layer, though it be past.
func calls(g *forecast.GrowthRun) measure.Day {
	if g.RaiseSince != 0 {
		return g.RaiseSince
	}
	return g.Climbs[0].Day
}

// A layer that is due and not laid stays due today, and the next is laid from today on.
func TestALayerNotLaidStaysDue(t *testing.T) {
	p, id := planted(t)
	st := p.state(id)
	if st.Grown.RaiseSince == 0 || st.Grown.RaiseSince >= today || len(st.Grown.Climbs) < 2 {
		t.Fatalf("no layer is late: since %v, %+v", st.Grown.RaiseSince, st.Grown.Climbs)
	}
	if c := st.Grown.Climbs; c[0].Day != today || c[1].Day <= today {
		t.Errorf("due since %v, the layers are laid on %v and %v", st.Grown.RaiseSince, c[0].Day, c[1].Day)
	}
	_, feed, err := p.look().CalendarFeed(2026)
	p.must(err)
	for _, m := range feed {
		if strings.Contains(m.UID, "-raise-") && m.Day < today {
			t.Errorf("the feed has a raise on %v", m.Day)
		}
	}
	// Measured first, and then raised, in one press.
	_, err = p.DoJob(ctx, forecast.JobRequest{Planting: id, What: job.Raise, Height: 21}, p.asked())
	p.must(err)
	if st := p.state(id); len(st.Heights) != 1 || st.Heights[0].Above != 21 || st.Raised == 0 {
		t.Errorf("heights %+v, raised %v", st.Heights, st.Raised)
	}
}

// Raised to an odd level the rest is laid again; open flowers end it.
func TestFlowersEndTheRaising(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today - 8, RaiseBy: 7})
	p.must(err)
	st := p.state(id)
	if c := st.Grown.Climbs; len(c) == 0 || c[0].From != 25 || c[len(c)-1].To != 38 {
		t.Errorf("from 25 cm: %+v", c)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Flowered, Day: today})
	p.must(err)
	st = p.state(id)
	if _, raise := jobOf(&st, job.Raise); raise || len(st.Rungs) != 0 || len(st.Grown.Climbs) != 0 {
		t.Errorf("in flower, still %d layers", len(st.Rungs))
	}
	_, err = p.DoJob(ctx, forecast.JobRequest{Planting: id, What: job.Raise}, p.asked())
	refused(t, "a layer in flower", err, "", "no layer to come")
}

// frost brings in a record of −3 °C.
func (p *plot) frost(night measure.Day) {
	p.t.Helper()
	day := logbook.DayRecord{Day: night, DayWeather: climate.DayWeather{Min: -3, Max: 9}, Humidity: math.NaN(), Wind: math.NaN(), Sun: math.NaN()}
	_, err := p.ImportWeather(ctx, []logbook.DayRecord{day}, "shed", p.asked())
	p.must(err)
}

// Frost in the grower's own record sets a young plant back; once it was measured
// since, it was not hurt; seen black, it was.
func TestALateFrostSetsBack(t *testing.T) {
	p, id := planted(t)
	before := p.state(id)
	night := before.Grown.Run.Up + 5
	p.frost(night)
	hit := p.state(id)
	if c := hit.Grown.Run; len(c.Frosts) != 1 || c.Frosts[0] != night || c.Mature <= before.Grown.Run.Mature || calls(hit.Grown) <= calls(before.Grown) {
		t.Errorf("after −3 °C: frosts %v, mature %v, before %v", c.Frosts, c.Mature, before.Grown.Run.Mature)
	}
	seen, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: before.Now})
	p.must(err)
	if c := p.state(id).Grown.Run; len(c.Frosts) != 0 {
		t.Errorf("measured whole since, it still has frosts %v", c.Frosts)
	}
	_, err = p.Undo(ctx, seen, p.asked())
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Frosted, Day: night})
	p.must(err)
	if st := p.state(id); len(st.Grown.Run.Frosts) != 1 || st.StemKnown {
		t.Errorf("seen black: %+v", st.Grown.Run.Frosts)
	}
}

// A frost that nobody has looked at is asked about, until it is logged or looked at.
func TestAFreshFrostIsAskedAbout(t *testing.T) {
	p, id := planted(t)
	p.frost(today - 1)
	asks := func() bool {
		st := p.state(id)
		j, ok := jobOf(&st, job.Look)
		return ok && j.Due() && j.Tag.In(measure.Metric) == "look: frost"
	}
	if !asks() {
		t.Fatal("−3 °C last night are not asked about")
	}
	looked, err := p.DoJob(ctx, forecast.JobRequest{Planting: id, What: job.Look}, p.asked())
	p.must(err)
	if asks() {
		t.Error("looked at, it is asked about still")
	}
	_, err = p.Undo(ctx, looked, p.asked())
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Frosted, Day: today - 1})
	p.must(err)
	if asks() || len(p.state(id).Grown.Run.Frosts) != 1 {
		t.Error("logged, it is asked about still")
	}
}

// A job is ticked with its default, counts once however often it is sent, can be put
// off and skipped with a reason, and comes back when its time is over.
func TestJobsAreTickedPutOffAndSkipped(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: 22})
	p.must(err)
	st := p.state(id)
	if j, ok := jobOf(&st, job.Raise); !ok || !j.Due() || st.Job.Kind != job.Raise {
		t.Fatalf("22 cm of stem call for %+v", st.Job)
	}
	off := forecast.JobRequest{Planting: id, What: job.Raise, As: logbook.PutOff, Days: 3}
	_, err = p.DoJob(ctx, off, p.asked())
	p.must(err)
	st = p.state(id)
	if j, _ := jobOf(&st, job.Raise); j.Due() || j.Day != today+3 {
		t.Errorf("put off by three days it is due on %v", j.Day)
	}
	again := p.asked()
	raise := forecast.JobRequest{Planting: id, What: job.Raise}
	first, err := p.DoJob(ctx, raise, again)
	p.must(err)
	second, err := p.DoJob(ctx, raise, again)
	p.must(err)
	if st = p.state(id); first != second || st.Level != 28 || len(st.Log) != 4 {
		t.Errorf("sent twice: level %v, %d entries", st.Level, len(st.Log))
	}
	for field, bad := range map[string]forecast.JobRequest{
		"text": {Planting: id, What: job.Tie, As: logbook.Skipped}, "until": {Planting: id, What: job.Tie, As: logbook.PutOff},
		"": {Planting: id, What: job.Lift},
	} {
		_, err = p.DoJob(ctx, bad, p.asked())
		refused(t, "not a job: "+field, err, field, "")
	}
	_, err = p.DoJob(ctx, forecast.JobRequest{Planting: id, What: job.Tie, As: logbook.Skipped, Reason: "mesh is up"}, p.asked())
	p.must(err)
	if st = p.state(id); len(st.Doings) != 2 {
		t.Errorf("%+v", st.Doings)
	} else if j, ok := jobOf(&st, job.Tie); ok {
		t.Errorf("skipped, canes are asked for on %v", j.Day)
	}
}

// Planting can be put off too; planted, it is done with.
func TestPlantingIsPutOff(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(2)
	p.must(err)
	st := p.state(id)
	if j, ok := jobOf(&st, job.Plant); !ok || !j.Due() {
		t.Fatalf("%+v", st.Jobs)
	}
	_, err = p.DoJob(ctx, forecast.JobRequest{Planting: id, What: job.Plant, As: logbook.PutOff, Days: 7}, p.asked())
	p.must(err)
	st = p.state(id)
	if j, _ := jobOf(&st, job.Plant); j.Due() || j.Day != today+7 || st.Job.Tag.In(measure.Metric) != "plant in 7 days" {
		t.Errorf("put off by a week: %v, %q", j.Day, st.Job.Tag.In(measure.Metric))
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today, Seed: seed.Known{Pieces: []measure.Mass{60}}})
	p.must(err)
	if st = p.state(id); st.Stage != logbook.StageGrowing {
		t.Errorf("planted it is at stage %d", st.Stage)
	}
}

// The ensemble gives every date a window around its course, the same again, and says
// what waiting adds.
func TestProspectsSpreadAroundTheCourse(t *testing.T) {
	p, id := planted(t)
	row, err := p.look().Row()
	p.must(err)
	var prospects map[logbook.ID]*forecast.EnsembleForecast
	for tries := 0; prospects[id] == nil; tries++ {
		var progress garden.Progress
		prospects, progress, err = p.look().Prospects(row)
		p.must(err)
		if tries > 50 {
			t.Fatalf("never worked out: %+v", progress)
		}
	}
	st, a := row[0], prospects[id]
	if up := float64(st.Grown.Run.Up); a.Up.Low > up || a.Up.High < up || a.Up.Low == a.Up.High {
		t.Errorf("up %v lies outside %+v", up, a.Up)
	}
	day := measure.Day(0)
	for i, r := range a.Raises {
		low, mid, high := r.Days()
		if low > mid || mid > high || mid < day || i < len(st.Grown.Climbs) && (st.Grown.Climbs[i].Day < low-3 || st.Grown.Climbs[i].Day > high+3) {
			t.Errorf("layer %d: %v, course %v", i, r, st.Grown.Climbs)
		}
		day = mid
	}
	growing, err := p.look().Expected(&st)
	p.must(err)
	o := st.YieldOutlook(growing, a, today)
	before := measure.Mass(-1)
	for _, w := range o.Weeks {
		if w.Yield < before || w.Low > w.Yield || w.High < w.Yield || w.Adds < 0 {
			t.Errorf("%+v after %v", w, before)
		}
		before = w.Yield
	}
	if o.Ready.Yield <= o.Now.Yield || o.Ready.Yield < 500 || o.Ready.High-o.Ready.Low < o.Ready.Yield/2 {
		t.Errorf("ready %+v, now %+v", o.Ready, o.Now)
	}
	again, _, err := p.look().Prospects(row)
	p.must(err)
	if again[id] != a {
		t.Error("asked again, it is worked out anew")
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Frosted, Day: today - 1})
	p.must(err)
	row, err = p.look().Row()
	p.must(err)
	row = slices.Repeat(row, 300) // so much that the first answers come before it is done
	for tries := 0; tries < 400; tries++ {
		fresh, progress, err := p.look().Prospects(row)
		p.must(err)
		switch {
		case fresh[id] == a:
			t.Fatal("after a frost the old prospect stands")
		case fresh[id] == nil && !progress.Running():
			t.Fatal("neither a prospect nor word that one is coming")
		case fresh[id] != nil:
			return
		}
	}
	t.Error("after a frost it is never worked out anew")
}

// On a past day a bag stands as it was logged, on one to come as the forecast has it.
func TestABagIsShownOnAnyDay(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today - 8, RaiseBy: 7})
	p.must(err)
	st := p.state(id)
	for _, c := range []struct {
		day   measure.Day
		level measure.Length
		stage logbook.Stage
	}{{today - 60, 0, logbook.StagePlanned}, {today - 20, 18, logbook.StageGrowing}, {today, 25, logbook.StageGrowing}, {today + 90, 38, logbook.StageGrowing}} {
		then, err := st.OnDay(c.day, today)
		p.must(err)
		level, _ := st.LevelOn(c.day, today)
		if then.Stage != c.stage || then.Level != c.level || math.Abs(float64(level-c.level)) > 1e-9 {
			t.Errorf("on %v: stage %d at %v and %v, want %v", c.day, then.Stage, then.Level, level, c.level)
		}
	}
	if future, _ := st.OnDay(today+90, today); len(future.Rungs) != 0 || len(future.Layers) <= len(st.Layers) || st.Level != 25 {
		t.Errorf("looking ahead changed what is: level %v", st.Level)
	}
}
