package garden_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
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

// A measured height moves the next layer; a better fit narrows its window; what no
// plant can be is kept and questioned; taken back, all is as it was.
func TestAMeasuredHeightMovesTheNextLayer(t *testing.T) {
	p, id := planted(t)
	before := p.state(id)
	if len(before.Grown.Climbs) != 2 || before.Grown.Run.Up == 0 {
		t.Fatalf("%d layers to come, up %v", len(before.Grown.Climbs), before.Grown.Run.Up)
	}
	up := before.Grown.Run.Up
	low, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: before.Now * 0.6})
	p.must(err)
	short := p.state(id)
	if calls(short.Grown) <= calls(before.Grown) || short.Grown.Fit.Rate >= 1 || short.Grown.UsualClimbs[0].Day > short.Grown.Climbs[0].Day {
		t.Errorf("short stems: layer on %v, before %v, fit %+v", short.Grown.Climbs[0].Day, before.Grown.Climbs[0].Day, short.Grown.Fit)
	}
	if short.Now != before.Now*0.6 {
		t.Errorf("measured %v today it shows %v", before.Now*0.6, short.Now)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: up + 3, Height: 140})
	p.must(err)
	if q := p.state(id); len(q.Grown.Fit.Outliers) != 1 || q.Grown.Fit.Rate != short.Grown.Fit.Rate || len(q.Heights) != 2 {
		t.Errorf("140 cm after three days: %+v", q.Grown.Fit)
	}
	_, err = p.Undo(ctx, low, p.asked())
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Emerged, Day: up + 9})
	p.must(err)
	late := p.state(id)
	if late.Grown.Run.Up != up+9 || late.Grown.Fit.ShiftSD != 0 || calls(late.Grown) <= calls(before.Grown) {
		t.Errorf("seen up nine days later: %v, layer on %v", late.Grown.Run.Up, late.Grown.Climbs[0].Day)
	}
}

// What was measured yesterday stands as high today, and a night's growth; weeks on it is
// forgotten by half and more. As typed it is shown, whatever was raised since.
func TestAHeightMeasuredYesterdayStands(t *testing.T) {
	for _, share := range []measure.Length{0.75, 0.9, 1.15} {
		p, id := planted(t)
		before := p.state(id)
		measured := before.Grown.Run.StemOn(today-1) * share
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today - 1, Height: measured})
		p.must(err)
		st := p.state(id)
		if off := float64(st.Now - measured); off < -2 || off > 3 {
			t.Errorf("measured %.1f cm yesterday, it stands %.1f", measured, st.Now)
		}
		_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today, RaiseBy: 6})
		p.must(err)
		if b := p.state(id).Believed; b.Typed != measured || math.Abs(float64(b.Raised()-6)) > 1e-9 {
			t.Errorf("typed %.1f, it shows %.1f and %.1f raised since", measured, b.Typed, b.Raised())
		}
	}
}

// One height that no plant can be is questioned; a second that agrees is believed with it.
func TestASecondHeightBearsTheFirstOut(t *testing.T) {
	p, id := planted(t)
	usual := p.state(id).Grown.Run
	odd := func(day measure.Day) {
		t.Helper()
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: day, Height: usual.StemOn(day)*4 + 20})
		p.must(err)
	}
	odd(today - 6)
	if st := p.state(id); len(st.Grown.Fit.Outliers) != 1 || st.Believed.Known || st.Grown.Fit.Rate != 1 {
		t.Fatalf("one odd height is believed: %+v", st.Grown.Fit)
	}
	odd(today - 1)
	if st := p.state(id); len(st.Grown.Fit.Outliers) != 0 || !st.Believed.Known || st.Grown.Fit.Rate < 1.3 || math.Abs(float64(st.Now/st.Believed.Typed-1)) > 0.15 {
		t.Errorf("two that agree are not: now %.1f, typed %.1f, %+v", st.Now, st.Believed.Typed, st.Grown.Fit)
	}
}

// A frost that nobody saw sets a plant back for as long as heights agree with it.
func TestASetBackStaysWhileHeightsAgree(t *testing.T) {
	for _, c := range []struct {
		whole bool
		want  int
	}{{false, 1}, {true, 0}} {
		p, id := planted(t)
		free := p.state(id).Grown.Run
		p.frost(free.Up + 5)
		hit := p.state(id).Grown.Run
		height := hit.StemOn(today)
		if c.whole {
			height = free.StemOn(today)
		}
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: height})
		p.must(err)
		if got := p.state(id).Grown.Run; len(got.Frosts) != c.want {
			t.Errorf("measured %.1f (set back %.1f, whole %.1f): frosts %v", height, hit.StemOn(today), free.StemOn(today), got.Frosts)
		}
	}
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

// How long the stems of a variety got is kept for its next seasons, and for no other
// variety.
func TestAVarietyIsAsTallAsItWas(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	plan := func(bagAt, year int, variety logbook.ID) logbook.ID {
		t.Helper()
		c, err := p.look().Catalogue()
		p.must(err)
		id, err := p.PlanBag(ctx, garden.NewPlanting{
			Year: year, Bag: c.Bags[bagAt].ID, Variety: variety, Number: 3,
			Filling: forecast.DefaultLadder(p.bag.Model.Shape, p.variety.Class, hill.Default(p.variety.Class)),
		}, p.asked())
		p.must(err)
		return id
	}
	log := func(id logbook.ID, e logbook.Entry) {
		t.Helper()
		e.Planting = id
		_, err := p.record(e)
		p.must(err)
	}
	pieces := []measure.Mass{58, 55, 52}
	plantedOn := measure.Date(2025, 4, 16)
	other, err := p.AddVariety(ctx, logbook.Variety{Name: "Tall Sedge", Class: crop.Maincrop}, p.asked())
	p.must(err)
	known, unknown := plan(0, 2026, p.variety.ID), plan(1, 2026, other)
	for _, id := range []logbook.ID{known, unknown} {
		log(id, logbook.Entry{Kind: logbook.Planted, Day: today - 54, Seed: seed.Known{Pieces: pieces}})
	}
	usual := p.state(known).Grown.Run
	log(known, logbook.Entry{Kind: logbook.Closed, Day: today})
	last := plan(0, 2025, p.variety.ID)
	log(last, logbook.Entry{Kind: logbook.Planted, Day: plantedOn, Seed: seed.Known{Pieces: pieces}})
	for _, after := range []measure.Day{60, 70, 80, 90} {
		log(last, logbook.Entry{Kind: logbook.Measured, Day: plantedOn + after, Height: usual.StemOn(today-54+after) * 1.4})
	}
	log(last, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 140})
	again := plan(0, 2026, p.variety.ID)
	log(again, logbook.Entry{Kind: logbook.Planted, Day: today - 54, Seed: seed.Known{Pieces: pieces}})
	st, beside := p.state(again), p.state(unknown)
	if tall := st.Grown.Plant.Tall; tall < 1.1 || tall > 1.6 || st.Grown.Fit.Tall != tall {
		t.Errorf("stems that got 1.4 times as long are taken as %.2f, %+v", tall, st.Grown.Fit)
	}
	if beside.Grown.Plant.Tall != 0 || beside.Grown.Fit.Tall != 1 {
		t.Errorf("another variety is as tall: %+v", beside.Grown.Fit)
	}
	if d := measure.Day(today + 20); st.Grown.Run.StemOn(d) <= beside.Grown.Run.StemOn(d) {
		t.Errorf("it stands %.1f cm, another variety %.1f", st.Grown.Run.StemOn(d), beside.Grown.Run.StemOn(d))
	}
}
