package hill

import (
	"fmt"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/truth/golden"
)

// Ladders of every school in bags of every kind, and how stems climb them.
func TestHowBagsAreFilled(t *testing.T) {
	var l golden.Lines
	for _, f := range bag.Forms() {
		if f.Kind == bag.Sack || f.Kind == bag.Lined { // filled as round ones are
			continue
		}
		s, err := f.New(bag.Measures{bag.BaseSide: 36, bag.BaseWidth: 30, bag.TopSide: 40, bag.TopWidth: 33, bag.HeightSide: 42, bag.LinerSide: 1})
		if err != nil {
			t.Fatal(err)
		}
		for _, school := range Schools() {
			for i, change := range []func(p *Plan){func(*Plan) {}, func(p *Plan) { p.Filler = UsualFiller(40) }, func(p *Plan) { p.Headspace, p.Base, p.Cover = 8, 6, 4 }, func(p *Plan) { p.MaxLayer, p.Trigger, p.Showing = 5, 20, 8 }, func(p *Plan) { p.Raises, p.Settling = OfStraw, 0.3 }, func(p *Plan) { p.Base, p.Headspace = 50, 70 }, func(p *Plan) { p.Settling = 1 }, func(p *Plan) { p.Cover = -1 }} {
				p := Defaults(school)
				change(&p)
				ladder, err := Lay(s, p)
				l.Head("%s, %s, %d", f.Kind, school, i)
				l.Add("laid", ladder, fmt.Sprint(err), p.Over(), p.CallsAt())
				for _, class := range []crop.Class{crop.FirstEarly, crop.Maincrop, crop.SweetMid} {
					l.Add("unusual", p.Unusual(s, class), school.ReasonFor(class))
				}
				if err != nil {
					continue
				}
				settled, loose := ladder.Wanted()
				l.Add("wanted", settled, loose, ladder.Beside(), ladder.FirstLoads(), ladder.Loads(), ladder.PlantingDayWorking(p), ladder.TotalWorking(p), p.LadderWorking(s, ladder), ladder.Words())
				for _, level := range []measure.Length{20, 36} {
					rungs, err := Replan(s, p, level)
					l.Add("again", level, rungs, fmt.Sprint(err))
					for _, r := range rungs {
						for _, stem := range []measure.Length{6, 15} {
							l.Add("fit", stem, p.Fit(s, r, stem), p.Room(stem), p.RungWorking(s, r), r.Thickness())
						}
						break
					}
				}
				var lengths []float64
				for d := range 90 {
					lengths = append(lengths, float64(d*d)/90)
				}
				l.Add("climbed", p.Climbs(s, Height{Level: ladder.Start}, Stems{From: 20560, Lengths: lengths}, nil), p.Climbs(s, Height{Level: 25, Raised: 6, After: 20600}, Stems{From: 20560, Lengths: lengths}, nil), p.LooseMaterial(p.Over(), 10), p.Settled(p.Over(), 10), p.LooseMaterial(Straw, 10))
			}
		}
	}
	for _, c := range crop.Classes() {
		l.Add("usual", string(c), string(Default(c)))
	}
	l.Add("topped up after", Topping)
	golden.Is(t, "filled", l.String())
}
