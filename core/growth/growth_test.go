package growth

import (
	"testing"
	"testing/quick"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

func steady(t float64) Warmth { return func(measure.Day) float64 { return t } }

func TestDegreesCountBetweenTheirTemperatures(t *testing.T) {
	for _, c := range []struct {
		crop       crop.Crop
		mean, want float64
	}{
		{crop.Potato, 5, 0}, {crop.Potato, 13, 8}, {crop.Potato, 18, 13}, {crop.Potato, 24, 13}, {crop.Potato, 28, 6.5}, {crop.Potato, 32, 0}, {crop.Potato, 45, 0},
		{crop.SweetPotato, 12, 0}, {crop.SweetPotato, 25, 13}, {crop.SweetPotato, 30, 16}, {crop.SweetPotato, 36, 8}, {crop.SweetPotato, 40, 0},
	} {
		if got := EffectiveDegrees(c.crop, c.mean); got != c.want {
			t.Errorf("%s at %g °C counts %g, want %g", c.crop, c.mean, got, c.want)
		}
	}
}

// Chitted under 8 cm: 60 + 56 = 116 °C·days; 8 a day at 13 °C; day 15 (14.5).
func TestEmergenceOfTheExample(t *testing.T) {
	day, ok := Reach(crop.Potato, 100, Medium(steady(13), false), EmergenceNeed(true, 8), 200)
	if !ok || day != 115 {
		t.Errorf("up on day %d, %v; want 15 days on", day-100, ok)
	}
	if day, ok := Reach(crop.Potato, 100, steady(4), 116, 200); ok || day != 300 {
		t.Errorf("at 4 °C something came up on day %d", day)
	}
}

// Check values: cool maritime, day 100, 10 cm cover, chitted, dark bag.
func TestAnOrdinarySeasonComesOutRight(t *testing.T) {
	preset, _ := climate.PresetNamed("cool-maritime")
	n, err := preset.Normals()
	if err != nil {
		t.Fatal(err)
	}
	planted := measure.Date(2026, 4, 10)
	up, ok := Reach(crop.Potato, planted, Medium(n.Mean, true), EmergenceNeed(true, 10), 200)
	if days := up - planted; !ok || days < 20 || days > 28 {
		t.Errorf("up after %d days, want 20 to 28", days)
	}
	for class, want := range map[crop.Class][2]measure.Day{crop.FirstEarly: {90, 105}, crop.Maincrop: {140, 160}} {
		ripe, ok := Reach(crop.Potato, up, n.Mean, MaturityNeed(class, 0), 300)
		if days := ripe - planted; !ok || days < want[0] || days > want[1] {
			t.Errorf("a %s is mature after %d days, want %d to %d", class.Name(), days, want[0], want[1])
		}
	}
	if got := MaturityNeed(crop.SweetMid, 115); got != 1380 {
		t.Errorf("115 days need %g °C·days, want 1380", got)
	}
}

// Warmer is never later up to 18 °C, and more cover never earlier.
func TestWarmerIsNeverLaterAndDeeperNeverEarlier(t *testing.T) {
	holds := func(temperature, warmer, cover, deeper uint8) bool {
		at := func(mean float64, cm int) measure.Day {
			d, _ := Reach(crop.Potato, 0, steady(mean), EmergenceNeed(true, measure.Length(cm)), 400)
			return d
		}
		mean := 5.1 + float64(temperature%120)/10
		more := min(18, mean+float64(warmer%40)/10)
		cm := int(cover % 20)
		return at(more, cm) <= at(mean, cm) && at(mean, cm+int(deeper%10)) >= at(mean, cm)
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
}
