package medium

import (
	"fmt"
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/truth/golden"
)

func TestWhatMediaAre(t *testing.T) {
	var l golden.Lines
	for _, c := range Usual() {
		l.Add("component", c)
	}
	dry := Product{Nitrogen: 5, Phosphate: 3, Potash: 8, Handful: 40}
	liquid := Product{Nitrogen: 3, Phosphate: 2, Potash: 6, Liquid: true, Dilution: 5}
	for _, r := range Recipes() {
		l.Head("%s", r.Name)
		l.Asked("mix", r.Mix, []any{measure.Volume(30), measure.Mass(400)})
		l.Add("rots", Rotting(r.Mix))
		for _, k := range []crop.Crop{crop.Potato, crop.SweetPotato} {
			l.Add("acid", Acidity(k, r.Mix))
		}
		for _, class := range crop.Classes() {
			l.Add("dress "+string(class), Dress(class, r.Mix, 32, dry, HalfIn), NewTargets(class))
			for _, given := range [][]Given{nil, {{Day: 20600}, {Day: 20640}}} {
				for _, ask := range []FeedAsk{{Base: &dry, Liquid: &liquid}, {Base: &dry}, {Liquid: &liquid}, {}} {
					ask.Class, ask.Mix, ask.Layers, ask.Litres, ask.From, ask.Until, ask.Given = class, r.Mix, []measure.Volume{10, 8, 6}, 34, 20590, 20680, given
					l.Add("season "+string(class), FeedSeason(ask), SeasonWorking(ask))
				}
			}
		}
	}
	for _, mass := range []measure.Mass{0, 4, 12, 33, 80, 210} {
		n, concentrate := liquid.NutrientsOf(mass, 4)
		m, none := dry.NutrientsOf(mass, 0)
		l.Add("nutrients", mass, n, concentrate, m, none, fmt.Sprint(dry.InHands([]measure.Mass{mass, mass / 2})), Split(mass, []measure.Volume{3, 7, 5}))
	}
	for _, c := range [][4]float64{{100, 0, 40, 690}, {100, 30, 40, 690}, {80, 80, 40, 500}, {1, 0, 0, 3}, {81, 0, 40, 0}} {
		l.Add("buy", c, Buy(measure.Volume(c[0]), measure.Volume(c[1]), measure.Volume(c[2]), int(c[3])))
	}
	for _, text := range []string{"coir=1", "coir=0.5,compost=0.5", "coir=0.3,compost=0.9", "gold=1", "", "coir", "coir=-1,compost=2", "coir=0.3333,compost=0.6667"} {
		m, err := ParseMix(text)
		l.Add("parsed "+text, m.String(), fmt.Sprint(err))
	}
	golden.Is(t, "media", l.String())
}
