package trial

import (
	"fmt"
	"math"
	"reflect"
	"testing"

	"glebata/core/measure"
	"glebata/truth/golden"
)

// seasons with everything on record, and one thing after another changed in it.
func seasons() []Season {
	seen := []Seen{{Day: 20650, Entry: 5}, {Day: 20660, Entry: 6}}
	days := []measure.Day{20640, 20641, 20655}
	good := Season{
		Plants: 2, Litres: 40, Room: 14, Depth: 34, Good: 32, Planted: 20560, Lifted: 20690, Modelled: true, Index: 1, Leaf: 0.1, Mature: 20680, Began: 20620, Measured: 40,
		Looked: 6, Waterings: 12, MixKnown: true, Nitrogen: 1, SeedEach: 60, SourceIs: true, CutKnown: true, Sun: 8, ReusedIs: true, CameKnown: true, Counted: 20, Raises: 3,
	}
	var out []Season
	for _, sweet := range []bool{false, true} {
		one := good
		one.Sweet = sweet
		out = append(out, one, Season{Sweet: sweet})
		v := reflect.ValueOf(&one).Elem()
		for i := range v.NumField() {
			f := v.Field(i)
			was := reflect.New(f.Type()).Elem()
			was.Set(f)
			set := func(to any) {
				f.Set(reflect.ValueOf(to).Convert(f.Type()))
				out = append(out, one)
				f.Set(was)
			}
			switch f.Kind() {
			case reflect.Bool:
				set(!f.Bool())
			case reflect.Int:
				for _, n := range []int{0, 1, 3, 9} {
					set(n)
				}
			case reflect.Int64:
				for _, n := range []int64{0, f.Int() - 12, f.Int() + 25} {
					set(n)
				}
			case reflect.Float64:
				for _, share := range []float64{0, 0.3, 0.5, 0.79, 0.86, 1.2, 1.7, 4} {
					set(f.Float() * share)
				}
				set(0.2)
			case reflect.Slice:
				if f.Type() == reflect.TypeOf(seen) {
					set(seen[:1])
					set(seen)
				} else {
					set(days[:1])
					set(days)
				}
			}
		}
		poor := one
		poor.Index, poor.GivenUp, poor.Split, poor.Green, poor.Leaf = 0.6, true, 6, 0.3, 0.6
		out = append(out, poor)
	}
	return out
}

func TestWhatIsDiagnosed(t *testing.T) {
	var l golden.Lines
	for i, s := range seasons() {
		found, said := Diagnose(&s), ""
		l.Add(fmt.Sprint("# season ", i), s)
		for _, f := range found {
			if f.Speaks == For || i < 4 {
				l.Add(string(f.Cause), f.Speaks, f.Strength, f.Says.In(measure.Metric), f.Days, f.Entries, f.Next, f.Record)
			} else {
				said += fmt.Sprint(" ", f.Speaks, golden.Told(f.Says.Args))
			}
		}
		l.Add("others", len(found), said, len(Best(found)))
	}
	golden.Is(t, "diagnosed", l.String())
}

func TestEachRuleHasItsPlaces(t *testing.T) {
	seen := map[any]bool{}
	for _, r := range rules {
		if seen[r.cause] || r.cause == "" || r.next == "" || r.find == nil || r.potato && r.sweet {
			t.Errorf("rule %v: next %q, of potatoes %v, of sweet potatoes %v", r.cause, r.next, r.potato, r.sweet)
		}
		seen[r.cause] = true
	}
	if len(rules) < 20 {
		t.Errorf("%d rules", len(rules))
	}
}

func TestWhatIsCompared(t *testing.T) {
	var l golden.Lines
	arm := func(values ...float64) Arm {
		a := Arm{}
		for i, v := range values {
			a = append(a, Observed{Of: v, By: 1 + float64(i%3), Block: i % 2})
		}
		return a
	}
	arms := map[string][]Arm{
		"far":    {arm(900, 1100, 1000, 950), arm(1900, 2100, 2000)},
		"near":   {arm(900, 1100, 1000, 950), arm(1000, 1050, 920)},
		"three":  {arm(10, 12, 11), arm(11, 13, 12), arm(14, 16, 17)},
		"few":    {arm(10), arm(11, 12)},
		"blocks": {arm(10, 20, 11, 22), arm(12, 24, 13, 25)},
		"nought": {arm(0, 0, 0), arm(0, 0, 1)},
	}
	for _, name := range []string{"far", "near", "three", "few", "blocks", "nought"} {
		a := arms[name]
		c, err := comparing(a, 0, 1, 3)
		l.Head("%s: %v", name, err)
		l.Add("compared", c)
		for i := range a {
			low, high := a[i].TotalsRange()
			l.Add("arm", a[i].OfTotals(), a[i].MeanOfValues(), low, high, a[i].Vary(), a[i].Each())
		}
		v := VaryWithin(a)
		l.Add("within", v, v.Cautious(), LeastP(a[0], a[1]))
	}
	for _, o := range []Observed{{}, {Of: 10, By: 2}, {Of: 10, By: 2, OfHigh: 12, OfLow: 9}, {Of: 10, By: 2, ByHigh: 3, ByLow: 1}, {Of: 10}} {
		low, high := o.Range()
		l.Add("observed", o, o.Value(), low, high)
	}
	for _, c := range []struct {
		cv, effect float64
		arms       int
	}{{0.1, 0.25, 2}, {0.1, 0.25, 4}, {0.3, 0.5, 3}, {0.3, 1, 2}, {0.6, 1, 4}, {0.6, 0.25, 2}} {
		n, err := BagsPerArm(c.cv, c.effect, c.arms)
		w, err2 := PowerWorking(c.cv, c.effect, c.arms, 4)
		d, ok := Detectable(c.cv, c.arms, 5)
		l.Add(fmt.Sprint("power ", c.cv, c.effect, c.arms), Power(c.cv, c.effect, c.arms, 3), Power(c.cv, c.effect, c.arms, 8), n, fmt.Sprint(err), w, fmt.Sprint(err2), d, ok)
	}
	var units []Unit
	for i := range 12 {
		units = append(units, Unit{Name: fmt.Sprint(i), Block: fmt.Sprint(i / 4)})
	}
	for n := 2; n <= 4; n++ {
		laid, err := Lay(units, n, 9)
		l.Add("laid", n, laid, fmt.Sprint(err))
	}
	adjusted, err := Adjust([2][]float64{{10, 12, 11, 13, 12, 11}, {14, 15, 13, 17, 15, 16}}, [2][][]float64{{{1}, {2}, {1.5}, {3}, {2}, {1}}, {{2}, {3}, {2}, {4}, {3}, {3.5}}})
	l.Add("adjusted", adjusted, fmt.Sprint(err))
	l.Add("nan", math.IsNaN(Observed{Of: math.NaN(), By: 1}.Value()))
	golden.Is(t, "compared", l.String())
}
