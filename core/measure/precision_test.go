package measure

import (
	"math"
	"testing"
)

// What is not measured is printed to what is known of it.
func TestFiguresArePrintedToWhatTheyAreKnown(t *testing.T) {
	for _, c := range []struct {
		sys       System
		got, want any
		fine      string
	}{
		{Metric, Expected(1634), "1.6 kg", "1.63 kg"}, {Metric, Expected(734), "730 g", "734 g"}, {Metric, Expected(18810), "19 kg", "18.8 kg"},
		{Metric, Expected(996), "1.0 kg", "996 g"}, {Metric, Expected(2000), "2.0 kg", "2.00 kg"}, {Metric, Expected(123456), "120 kg", "123 kg"}, {Metric, Expected(0), "0 g", "0 g"}, {Metric, Expected(4.4), "4.4 g", "4.4 g"},
		{US, Expected(1634), "3.6 lb", "3.60 lb"}, {US, Expected(250), "8.8 oz", "8.82 oz"},
		{Metric, Carried(42.13), "42 L", "42.13 L"}, {Metric, Carried(8.36), "8.5 L", "8.36 L"}, {Metric, Carried(0.31), "0.3 L", "0.31 L"}, {US, Carried(8.36), "2.2 gal", "2.208 gal"}, {US, Carried(1.9), "0.5 gal", "0.502 gal"},
		{Metric, Stands(38250), "38 kg", "38.2 kg"}, {Metric, Stands(2390), "2.4 kg", "2.39 kg"}, {US, Stands(38250), "84 lb", "84.3 lb"},
	} {
		if got := c.sys.Print(c.got); got != c.want {
			t.Errorf("%v is printed %q, want %q", c.got, got, c.want)
		}
		if got := c.sys.Fine(c.got); got != c.fine {
			t.Errorf("%v is printed finely %q, want %q", c.got, got, c.fine)
		}
	}
	if got := Metric.Together(8.4, 8.4, 10.3); got != 8.5+8.5+10.5 {
		t.Errorf("together they are %v", got)
	}
	for v := -5.0; v < 5; v += 0.0137 {
		if got := significant(math.Pow(10, v), 2) / math.Pow(10, v); got < 0.949 || got > 1.051 {
			t.Errorf("%g to two digits is %.3f of it", math.Pow(10, v), got)
		}
	}
}
