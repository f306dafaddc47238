package measure

import "testing"

// Each quantity is printed in one place, with the grower's decimal sign and sign of money.
func TestNumbersAreWrittenAsTheGrowerDoes(t *testing.T) {
	comma := Metric.Writing(true)
	kroner := comma.Paying("kr")
	for _, c := range []struct{ got, want string }{
		{Metric.Print(Mass(2500)), "2.50 kg"},
		{comma.Print(Mass(2500)), "2,50 kg"},
		{comma.Print(Volume(11.5)), "11,5 L"},
		{comma.Print(Length(14.5)), "14,5 cm"},
		{comma.Print(Area(0.126)), "0,13 m²"},
		{comma.Print(Temperature(-1.5)), "−1,5 °C"},
		{comma.Print(Rain(2.5)), "2,5 mm"},
		{comma.Print(Ratio(20.45)), "20,4"},
		{comma.Print(Each(3.25)), "3,2"},
		{comma.Print(Share(0.725)), "72 %"},
		{comma.Print(2.5), "2,5"},
		{comma.Print(Rounded{1.256, 2}), "1,26"},
		{comma.Fine(Mass(1234.5)), "1,234 kg"},
		{comma.Print(Finely{Mass(1234.5)}), "1,234 kg"},
		{comma.Print(Say("{} of {}", Mass(1500), "Clone 7.25")), "1,50 kg of Clone 7.25"},
		{comma.Fine(Say("{} a bag", Volume(1.5))), "1,5 L a bag"},
		{US.Writing(true).Print(Mass(250)), "8,8 oz"},
		{US.Writing(true).Print(Density(0.7)), "5,8 lb a gallon"},
		{comma.Number(-0.04, 1), "0,0"},
		{comma.Number(-0.05, 1), "−0,1"},
		{comma.Short(2.50, 2), "2,5"},
		{comma.Short(3, 2), "3"},
		{comma.Exact(0.125), "0,125"},
		{comma.Percent(0.125, 1), "12,5 %"},
		{Metric.Money(1250, 2), "12.50"},
		{Metric.Paying("€").Money(1250, 2), "€12.50"},
		{kroner.Money(1250, 2), "kr 12,50"},
		{kroner.Money(-1250, 2), "−kr 12,50"},
		{kroner.Money(4.2, 3), "kr 0,042"},
		{kroner.Print(Money(690)), "kr 6,90"},
		{kroner.Currency(), "kr"},
		{comma.Text("Like 6.90, or 1.5–2; v1.2"), "Like 6,90, or 1,5–2; v1,2"},
		{Metric.Text("Like 6.90"), "Like 6.90"},
		{comma.Text("ends in 3. Then"), "ends in 3. Then"},
	} {
		if c.got != c.want {
			t.Errorf("%q, want %q", c.got, c.want)
		}
	}
}

// However numbers are written, a system is of the same units.
func TestASystemIsToldByItsUnits(t *testing.T) {
	written := US.Writing(true).Paying("$")
	if !written.Same(US) || written.Same(Imperial) || written.Metric() || !Metric.Writing(true).Metric() || written.Plain() != US {
		t.Errorf("%+v", written)
	}
	if sys, ok := SystemNamed(" Imperial "); !ok || sys != Imperial || Imperial.Name() != "imperial" || US.Name() != "US" || Metric.String() != "metric" {
		t.Errorf("%+v, %v", sys, ok)
	}
	if _, ok := SystemNamed("cubits"); ok {
		t.Error("cubits are a system")
	}
}
