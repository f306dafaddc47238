package bag

import (
	"fmt"
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/truth/golden"
)

func TestWhatBagsHold(t *testing.T) {
	var l golden.Lines
	var shapes []Shape
	for _, f := range Forms() {
		for _, k := range []measure.Length{0.6, 1, 1.5} {
			m := Measures{}
			for side, v := range ordinary {
				m[side] = v * k
			}
			if s, err := f.New(m); err == nil {
				shapes = append(shapes, s)
			}
		}
	}
	for _, c := range [][3]float64{{20, 0, 0}, {40, 40, 0}, {35, 0, 38}, {20, 30, 30}, {0, 0, 0}, {70_000, 0, 0}} {
		s, err := NewOfLitres(measure.Volume(c[0]), measure.Length(c[1]), measure.Length(c[2]))
		l.Add("of litres", c, s.Record(), fmt.Sprint(err))
	}
	for _, s := range shapes {
		l.Head("%s %v", s.Kind(), s.Record())
		ringed := s.Ringed(12)
		l.Add("ringed", ringed.Height(), ringed.Ring(), ringed.Full(), ringed.Ringed(5).Height(), ringed.Between(10, ringed.Height()+5), ringed.LengthAt(s.Height()+6))
		for _, h := range []measure.Length{0, 8, 20, 35} {
			l.Add("at", h, s.LengthAt(h), s.WidthAt(h), s.AreaAt(h), s.Between(0, h), s.LevelAfter(h, 6), s.UsableTop(h/2), s.Usable(h/2), s.BetweenWorking(1, h+2), s.UsableWorking(4))
		}
		for n := 1; n <= 12; n++ {
			spots := Place(s, 12, n, Layout{Spacing: 26})
			l.Add("placed", n, Nearest(spots), ToWall(s, spots), spots)
			l.Add("levels", n, PlaceLevels(s, []measure.Length{10, 22}, n, 26))
		}
		for _, class := range crop.Classes() {
			for _, two := range []bool{false, true} {
				r := Room{Headspace: 4, Filler: 3}
				l.Add("suggested "+string(class), two, Suggest(s, r, class, two), SuggestWorking(s, r, class, two))
			}
			for n := 1; n <= 5; n += 2 {
				g := Growing{Class: class, Usable: s.Usable(4), Depth: s.UsableTop(4), Plants: n, Sprouts: n, Seed: measure.Mass(60 * n), Season: 0.5 + 0.25*float64(n/2)}
				if n > 1 {
					g.From = Calibration{Bags: n, Seasons: 2, Level: 0.8, Least: 0.4, Most: 1.2, Gave: 0.75, Moves: float64(n%3) * 0.02, MovesBags: n}
				}
				l.Add("expected "+string(class), n, Expect(g), ExpectWorking(g), TubersWorking(g))
				l.Asked("growing", g, nil)
			}
			choices := Choices(s, 4, Growing{Class: class, Sprouts: 2, Season: FullSeason})
			for _, aim := range Aims() {
				l.Add("best for "+string(aim), aim.Best(choices), aim.Room(), aim.Gallons(), aim.Name())
			}
		}
		for _, d := range []Drainage{{Way: ThroughWall}, {Way: BaseHoles}, {Way: SideHoles, HoleHeight: 2}, {Way: SideHoles, HoleHeight: 9}, {Way: NoHoles}} {
			l.Add("drains", d, d.Facts(s), d.StandingWorking(s))
		}
	}
	for _, c := range []Calibration{{}, {Bags: 1, Seasons: 1, Level: 1.1, Least: 0.6, Most: 1.6, Gave: 1.4}, {Bags: 4, Seasons: 1, Level: 0, Least: 0, Most: 0.4, Of: "this variety"}, {Bags: 20, Seasons: 3, Level: 1.2, Least: 0.9, Most: 1.5, Gave: 1.25, Moves: 0.03, MovesBags: 7}} {
		low, high := c.Range()
		l.Add("calibrated", c, c.Factor(), low, high, c.Working())
	}
	golden.Is(t, "bags", l.String())
}
