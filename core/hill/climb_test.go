package hill

import (
	"math"
	"testing"
	"testing/quick"

	"glebata/core/measure"
)

// stems that come through on day 120 and grow by so much a day.
func growing(a float64) Stems {
	s := Stems{From: 100}
	for i := range 150 {
		s.Lengths = append(s.Lengths, math.Min(100, math.Max(0, float64(i-20)*a)))
	}
	return s
}

// At 2 cm a day 18 cm are reached 9 days after they come through; after 10 cm more
// they stand 8 high and reach 18 again in 5 days. Open flowers end it.
func TestLayersFallDueAsStemsReachThem(t *testing.T) {
	p := Defaults(Steps)
	at := Height{Level: 18}
	climbs := p.Climbs(cask(t), at, growing(2), nil)
	if len(climbs) != 2 || climbs[0].Day != 129 || climbs[1].Day != 134 || climbs[0].Thickness() != 10 || climbs[0].Cut || climbs[1].To != 38 {
		t.Fatalf("%+v", climbs)
	}
	at.Until = 132
	if climbs = p.Climbs(cask(t), at, growing(2), nil); len(climbs) != 1 {
		t.Errorf("flowers on day 132 leave %d layers", len(climbs))
	}
	at = Height{Level: 35.5}
	if climbs = p.Climbs(cask(t), at, growing(2), nil); len(climbs) != 0 {
		t.Errorf("2.5 cm are left, and are raised: %+v", climbs)
	}
	at = Height{Level: 28, Raised: 10, After: 140}
	if climbs = p.Climbs(cask(t), at, growing(2), nil); len(climbs) != 1 || climbs[0].Day != 140 || climbs[0].Stem != 30 {
		t.Errorf("raised to 28 cm and looked at on day 140: %+v", climbs)
	}
	if climbs = Defaults(FillOnce).Climbs(cask(t), Height{Level: 38}, growing(2), nil); len(climbs) != 0 {
		t.Errorf("a bag that is filled once is raised %d times", len(climbs))
	}
}

// For every school and pace: days and levels rise, no layer leaves less showing than
// the school asks for, the bag is full at the end but for what is not worth a raise, and faster stems take their first
// layer no later. (A later one may come later: faster stems take thicker layers.)
func TestClimbsKeepTheirOrder(t *testing.T) {
	holds := func(pace, faster, school, level uint8) bool {
		p := Defaults(Schools()[int(school)%len(Schools())])
		at := Height{Level: 15 + measure.Length(level%22)}
		slow := p.Climbs(cask(t), at, growing(1+float64(pace%30)/10), nil)
		fast := p.Climbs(cask(t), at, growing(1+float64(pace%30)/10+float64(faster%10)/10), nil)
		if p.School.Params().Trigger > 0 && 38-at.Level >= leastRaise && (len(slow) == 0 || slow[len(slow)-1].To <= 38-leastRaise) {
			return false
		}
		day, from := measure.Day(0), at.Level
		for i, c := range slow {
			shows := c.Stem - c.Thickness()
			if c.Day <= day || math.Abs(float64(c.From-from)) > 1e-9 || shows < p.School.Params().Showing-1e-9 || shows < c.Stem/3-1e-9 || c.Thickness() < leastRaise-1e-9 ||
				i == 0 && fast[0].Day > c.Day {
				return false
			}
			day, from = c.Day, c.To
		}
		return true
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
}
