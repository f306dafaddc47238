package lift

import (
	"strings"
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
)

func TestThreeDatesThatAreNeverTheSame(t *testing.T) {
	const today measure.Day = 1000
	main := func(change func(*Plant)) Plant {
		p := Plant{Today: today, Planted: today - 110, Class: crop.Maincrop, Initiation: today - 60, Mature: today + 20, Ends: today + 50, Yellow: -1}
		if change != nil {
			change(&p)
		}
		return p
	}
	early := func(change func(*Plant)) Plant {
		p := Plant{Today: today, Planted: today - 72, Class: crop.FirstEarly, Initiation: today - 40, Mature: today + 12, Yellow: -1}
		if change != nil {
			change(&p)
		}
		return p
	}
	for name, c := range map[string]struct {
		plant           Plant
		stage           Stage
		eat, tops, lift measure.Day // from today
		why             string
	}{
		"a maincrop that grows on":        {main(nil), ToEat, -15, 20, 34, "Half its leaves yellow about"},
		"tops that are left to die":       {main(func(p *Plant) { p.TillDead = true }), ToEat, -15, 0, 50, "Half its leaves yellow about"},
		"tops that died by themselves":    {main(func(p *Plant) { p.TillDead, p.Mature, p.Ends = true, today-20, today }), ToLift, -15, 0, 0, "Its tops are dead about"},
		"left to die, and cut after all":  {main(func(p *Plant) { p.TillDead, p.CutOn = true, today-7 }), Setting, -15, -7, 7, "skins set until"},
		"seen half yellow today":          {main(func(p *Plant) { p.Mature, p.Yellow, p.YellowOn = today, 2, today }), TopsOff, -15, 0, 14, "Half of its leaves yellow"},
		"yellow before its time":          {main(func(p *Plant) { p.Yellow, p.YellowOn, p.Asked = 4, today-1, 25 }), ToEat, -15, 20, 34, "25 days before its time: look again"},
		"green after its time":            {main(func(p *Plant) { p.Yellow, p.YellowOn, p.Asked = 0, today-1, -22 }), ToEat, -15, 20, 34, "22 days after its time"},
		"tops cut a week ago":             {main(func(p *Plant) { p.CutOn = today - 7 }), Setting, -15, -7, 7, "skins set until"},
		"tops cut two weeks ago":          {main(func(p *Plant) { p.CutOn = today - 14 }), ToLift, -15, -14, 0, "14 days ago"},
		"rubbed early, and the skin held": {main(func(p *Plant) { p.CutOn, p.Felt, p.FeltOn = today-9, SkinHolds, today }), ToLift, -15, -9, 0, "the skin holds"},
		"rubbed late, and it slipped":     {main(func(p *Plant) { p.CutOn, p.Felt, p.FeltOn = today-15, SkinSlips, today }), Setting, -15, -15, 7, "the skin slips"},
		"spots seen once":                 {main(func(p *Plant) { p.Spots = today - 1 }), ToEat, -15, 20, 34, "a second look decides"},
		"spots of blight":                 {main(func(p *Plant) { p.Blight = true }), TopsOff, -15, 0, 14, "come off today"},
		"treated, and not over yet":       {main(func(p *Plant) { p.CutOn, p.HoldOn, p.HoldFor = today-20, today+3, "soap" }), Setting, -15, -20, 3, "by the days on its label"},
		"an early after ten weeks":        {early(nil), ToEat, -2, 0, 12, "felt in for from 70 on"},
		"an early in full flower":         {early(func(p *Plant) { p.Planted, p.FullFlower = today-60, today-1 }), ToEat, -1, 0, 12, "In full flower"},
		"felt, and only small":            {early(func(p *Plant) { p.Felt, p.FeltOn = OnlySmall, today }), NotYet, 7, 0, 12, "not of egg size yet"},
		"felt, of egg size":               {early(func(p *Plant) { p.Planted, p.Felt, p.FeltOn = today-60, EggSize, today }), ToEat, 0, 0, 12, "tubers of egg size"},
		"an early that is ripe":           {early(func(p *Plant) { p.Mature = today - 1 }), ToLift, -2, 0, -1, "yellow about"},
		"sweet potatoes before cold":      {Plant{Today: today, Planted: today - 100, Class: crop.SweetMid, Mature: today + 20, Ends: today + 6, Dies: true, Yellow: -1}, LiftNow, 6, 0, 6, "cold rots the roots"},
		"sweet potatoes before a frost":   {Plant{Today: today, Planted: today - 100, Class: crop.SweetMid, Mature: today + 20, Frost: 0.4, Yellow: -1}, LiftNow, 20, 0, 20, "lift before it"},
		"sweet potatoes that grow":        {Plant{Today: today, Planted: today - 60, Class: crop.SweetMid, Mature: today + 50, Yellow: -1}, NotYet, 50, 0, 50, "days since planting"},
	} {
		v := c.plant.Verdict()
		from := func(d measure.Day) measure.Day {
			if d == 0 {
				return 0
			}
			return d - today
		}
		if v.Stage != c.stage || from(v.Eat) != c.eat || from(v.Tops) != c.tops || from(v.Lift) != c.lift {
			t.Errorf("%s: %s, eat %+d, tops %+d, lift %+d; want %s, %+d, %+d, %+d", name, v.Stage.Name(), from(v.Eat), from(v.Tops), from(v.Lift), c.stage.Name(), c.eat, c.tops, c.lift)
		}
		var said []string
		for _, w := range v.Why {
			said = append(said, w.In(measure.Metric))
		}
		if !strings.Contains(strings.Join(said, " "), c.why) {
			t.Errorf("%s: it says %q, without %q", name, said, c.why)
		}
	}
	// What is wanted for the next crop comes before what is as ready.
	a, b := early(nil), early(func(p *Plant) { p.WantedOn = today + 5 })
	va, vb := a.Verdict(), b.Verdict()
	if First(&vb, &va) >= 0 || First(&va, &vb) <= 0 {
		t.Error("the bag that is wanted does not come first")
	}
}

// What was treated may be lifted on the day its wait is over, and not before.
func TestAWaitEndsOnItsDay(t *testing.T) {
	p := Plant{Today: 20690, Planted: 20560, Class: "maincrop", Initiation: 20600, Mature: 20660, Ends: 20720, Yellow: -1, CutOn: 20665, HoldFor: "spray"}
	free := p.Verdict()
	for hold, held := range map[measure.Day]bool{p.Today - 1: false, p.Today: false, p.Today + 1: true} {
		p.HoldOn = hold
		v := p.Verdict()
		if (len(v.Why) > len(free.Why)) != held || (v.Stage < free.Stage) != (held && free.Stage > Setting) {
			t.Errorf("a wait until %d days on: stage %v of %v, held %v", hold-p.Today, v.Stage, free.Stage, held)
		}
	}
}
