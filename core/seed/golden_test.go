package seed

import (
	"fmt"
	"testing"

	"glebata/core/measure"
	"glebata/truth/golden"
)

func TestWhatSeedComesTo(t *testing.T) {
	var l golden.Lines
	for _, longest := range []measure.Length{0, 0.4, 0.5, 0.9, 1, 2.4, 2.5, 3, 5, 5.1, 12} {
		for _, stout := range []bool{false, true} {
			for _, sprouts := range []int{0, 1, 4} {
				call, why := Judge(Tuber{Longest: longest, Stout: stout, Sprouts: sprouts, LotSprouts: sprouts > 1})
				l.Add("judged", longest, stout, sprouts, string(call), why)
			}
		}
	}
	rotten, why := Judge(Tuber{Longest: 1, Rotten: true})
	l.Add("rotten", string(rotten), why)
	blind, why := Judge(Tuber{LotSprouts: true})
	l.Add("blind", string(blind), why)
	for _, temp := range []measure.Temperature{2, 4, 8, 10, 12, 16, 20, 24, 28, 35} {
		for _, light := range []bool{false, true} {
			days, ok := DaysToReady(0.4, 40, temp, light)
			more, fine := DaysToReady(1.2, 0, temp, light)
			l.Add("ready at", temp, light, days, ok, more, fine)
		}
		shoots, ok := ShootsAfter(temp)
		l.Add("slips at", temp, shoots, ok, SlipsBy(30, temp), SlipsBy(70, temp))
		for _, n := range []int{1, 6, 25} {
			roots, ok := RootsNeeded(n, 60, temp)
			l.Add("roots for", n, roots, ok, SlipsNeeded(n), SlipsWorking(n))
		}
	}
	stands := []Stand{{From: 100, Temp: 9, Light: true}, {From: 120, Temp: 14, Light: false}, {From: 140, Temp: 3}}
	for _, had := range []measure.DegreeDays{0, 80, 400} {
		ready, ok := ReadyFrom(stands, 105, 0.3, had)
		l.Add("from stands", had, ready, ok, Warmth(stands, 100, 150), Warmth(stands, 130, 131), ReadyWorking(stands, 105, 0.3, had))
	}
	for _, aim := range []Aim{FewLarge, Balance, ManySmall, ""} {
		for _, n := range []int{0, 1, 2, 3, 5, 9} {
			l.Add("rub", string(aim), n, RubOff(n, aim))
		}
	}
	for _, cut := range []Cutting{UsualCutting, {Smallest: 60, MinPiece: 30, EyesEach: 1}} {
		for _, weight := range []measure.Mass{40, 79, 80, 95, 130, 180, 300} {
			for _, eyes := range []int{1, 3, 4, 7, 12} {
				c := cut.Of(weight, eyes)
				l.Add("cut", weight, eyes, c, c.Whole(), cut.Working(weight, eyes))
			}
		}
	}
	for _, k := range []Known{
		{}, {Pieces: []measure.Mass{50, 60, 71}}, {Count: 4}, {Count: 1}, {Count: 4, Total: 230}, {Total: 230}, {Count: 3, Low: 150, High: 190}, {Low: 150, High: 190},
		{Pieces: []measure.Mass{50, 60}, Hows: []measure.Known{"", measure.Estimated}}, {Pieces: []measure.Mass{50, 60}, Hows: []measure.Known{measure.Simulated, ""}}, {Count: 5, Total: 300, Low: 280, High: 320},
	} {
		a := k.Amount(2)
		l.Add("known", k, a, a.Ranged(), a.Working(k))
	}
	pieces := []measure.Mass{52, 61, 48, 75, 66, 58, 49, 81, 70, 55, 63, 59, 44, 90, 67, 51}
	for n := 2; n <= 5; n++ {
		var places []Place
		for i := range n {
			places = append(places, Place{Wants: 2 + i%3, Litres: measure.Volume(20 + 9*i)})
		}
		for seed := range uint64(3) {
			a, b := Balanced(pieces, places, seed), ToFit(pieces, places, seed)
			l.Add(fmt.Sprint("allotted to ", n), a, b, Spread(pieces, a.Places), Spread(pieces, b.Places))
		}
		a, b := Balanced(pieces[:5], places, 1), ToFit(pieces[:5], places, 1)
		l.Add("short", a, b)
	}
	golden.Is(t, "seed", l.String())
}
