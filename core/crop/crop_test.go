package crop

import (
	"testing"

	"glebata/core/measure"
)

func TestEveryClassIsWhole(t *testing.T) {
	for _, c := range Classes() {
		k := c.Constants()
		if k.Name == "" || k.Crop == "" || k.Mark == "" || k.Spacing <= 0 || k.LitresPerPlant <= 0 ||
			k.DepthWorkable >= k.DepthGood || k.PacketFrom > k.PacketDays || k.PacketDays > k.PacketTo {
			t.Errorf("%s has a gap in its constants: %+v", c, k)
		}
	}
	if Class("tomato").Known() {
		t.Error("tomato is a class")
	}
}

func TestClassByPacketDays(t *testing.T) {
	for _, c := range []struct {
		crop Crop
		days int
		want Class
	}{
		{Potato, 78, FirstEarly}, {Potato, 98, SecondEarly}, {Potato, 118, EarlyMaincrop}, {Potato, 132, Maincrop},
		{Potato, 200, Maincrop}, {SweetPotato, 100, SweetEarly}, {SweetPotato, 116, SweetMid},
	} {
		if got, ok := ByDays(c.crop, c.days); !ok || got != c.want {
			t.Errorf("%d days of %s is %s, want %s", c.days, c.crop, got, c.want)
		}
	}
	if _, ok := ByDays(Potato, 0); ok {
		t.Error("a packet that says nothing has a class")
	}
}

// Earlies are eaten soon, maincrops through the winter.
func TestHowLongAHarvestIsEaten(t *testing.T) {
	for class, days := range map[Class]measure.Day{FirstEarly: 21, SecondEarly: 35, EarlyMaincrop: 120, Maincrop: 182, SweetMid: 120} {
		if got := class.EatenFor(); got != days {
			t.Errorf("%s is eaten for %d days, want %d", class, got, days)
		}
	}
}
