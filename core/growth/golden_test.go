package growth

import (
	"context"
	"fmt"
	"testing"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/truth/golden"
)

// How every class grows in some climates, with what may befall it.
func TestHowPlantsGrow(t *testing.T) {
	var l golden.Lines
	for _, c := range Table() {
		l.Add("constant", c)
	}
	for _, c := range []crop.Crop{crop.Potato, crop.SweetPotato} {
		for temp := -2.0; temp <= 42; temp += 2.5 {
			l.Add("at", temp, TemperatureShare(c, temp), EffectiveDegrees(c, temp))
		}
	}
	for _, theta := range []float64{0, 0.04, 0.05, 0.1, 0.2, 0.35, 0.4, 0.5, 0.8, 1} {
		l.Add("water", theta, WaterShare(theta))
	}
	for i, key := range []string{climate.Presets()[0].Key, climate.Presets()[3].Key, climate.Presets()[5].Key} {
		p, _ := climate.PresetNamed(key)
		n, err := p.Normals()
		if err != nil {
			t.Fatal(err)
		}
		planted := measure.Date(2026, 4, 10+5*[]int{0, 1, 2}[i])
		w := Usual(n, p.Latitude, planted-60, planted+300)
		for _, class := range crop.Classes() {
			usual := Plant{Class: class, Planted: planted, Need: EmergenceNeed(true, 8), Stays: []Stay{{From: planted - 60, Offset: climate.Open.Offset()}}, End: planted + 200}
			if class.Crop() == crop.SweetPotato {
				usual.Need, usual.Start = EstablishNeed(), 12
			}
			dry := make([]float32, 120)
			for d := range dry {
				dry[d] = float32(WaterShare(1 - float64(d%40)/40))
			}
			for what, change := range []func(p *Plant){
				func(*Plant) {}, func(p *Plant) { p.Dark = true }, func(p *Plant) { p.Sun = 0.5 }, func(p *Plant) { p.Up = planted + 30 }, func(p *Plant) { p.Frosted = []measure.Day{planted + 45} }, func(p *Plant) { p.HaulmCut = planted + 80 },
				func(p *Plant) { p.End = planted + 90 }, func(p *Plant) { p.Shift, p.Rate, p.Tall = 40, 1.2, 0.8 }, func(p *Plant) { p.Head = 250 }, func(p *Plant) { p.Water = dry }, func(p *Plant) { p.PacketDays = 100 },
				func(p *Plant) {
					p.Stays = append(p.Stays, Stay{From: planted + 40, Offset: climate.Greenhouse.Offset()})
				}, func(p *Plant) { p.Suns = []SunSince{{From: planted + 50, Share: 0.3}} }, func(p *Plant) {
					p.Heated, p.Lamp, p.Stays = 20, 4, []Stay{{From: planted - 60, Offset: climate.Heated.Offset()}}
				}, func(p *Plant) {
					p.Heated, p.Stays = 20, []Stay{{From: planted - 60, Offset: climate.Heated.Offset()}}
				}, func(p *Plant) {
					p.Lamp, p.Stays = 4, []Stay{{From: planted - 60, Offset: climate.FrostFree.Offset()}} // it hangs elsewhere
				},
			} {
				one := usual
				change(&one)
				var c Run
				Grow(&one, &w, &c)
				l.Add(fmt.Sprint(key, " ", class, " ", what), c.End(), c.Season(), c.StemOn(planted+60), c.IndexOn(planted+100), c)
				if what < 4 && i == 0 {
					seen := []Measured{{Day: planted + 50, Length: 18}, {Day: planted + 62, Length: 29}, {Day: planted + 75, Length: 70}}
					l.Add("fitted", Calibrate(one, &w, seen[:1+what%3]), Prior(one))
				}
			}
			l.Add("needs", MaturityNeed(class, 0), MaturityNeed(class, 100), EmergenceNeed(false, 12), ReappearNeed(), Params(class))
		}
		plant := Plant{Class: crop.Maincrop, Planted: planted, Need: EmergenceNeed(true, 8), Stays: []Stay{{From: planted - 60, Offset: climate.Open.Offset()}}}
		stems := NewSpread(nil)
		var values []float64
		err = Ensemble(context.Background(), []Member{{Plant: plant, Fit: Prior(plant), Seed: 5}}, []Weather{w, w, w, w}, func(_, _ int, c *Run) { values = append(values, c.Season(), float64(c.Mature)) }, func() {})
		low, mid, high := NewSpread(values).Days()
		l.Add("ensemble", fmt.Sprint(err), stems, values, low, mid, high)
	}
	golden.Is(t, "grown", l.String())
}
