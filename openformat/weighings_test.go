package openformat

import (
	"strings"
	"testing"

	"glebata/core/measure"
)

func TestReadWeighings(t *testing.T) {
	read := func(rows string) (n int, bags int, says string) {
		table, wrong := ReadTable([]byte("season,variety,school,expected_kg,harvest_kg,low_kg,high_kg,bin\n" + rows))
		if wrong == nil {
			list, w := ReadWeighings(table, "Mill Lane")
			if wrong = w; w == nil {
				for _, one := range list {
					bags += len(one.Bags)
					for _, b := range one.Bags {
						if b.Garden != "Mill Lane" || b.Expected < 500 {
							t.Errorf("%+v", b)
						}
					}
				}
				return len(list), bags, ""
			}
		}
		return 0, 0, wrong.Says.In(measure.Metric)
	}
	for name, c := range map[string]struct {
		rows string
		n    int
		bags int
		says string
	}{
		"bags":                    {"2024,Cold Quay,steps,1.5,1.2,,,\n2025,Cold Quay,steps,\"1,5\",0,,,", 2, 2, ""},
		"a bin is one":            {"2024,Cold Quay,steps,1.5,3,,,a\n2024,Netmender,steps,1.2,3,,,a\n2024,Netmender,steps,1.2,1,,,", 2, 3, ""},
		"within a range":          {"2024,Cold Quay,steps,1.5,,0.8,1.2,", 1, 1, ""},
		"not known":               {"2024,Cold Quay,steps,,,,,\n2024,Cold Quay,,1,1,,,", 1, 1, ""},
		"a bin of two totals":     {"2024,Cold Quay,steps,1.5,3,,,a\n2024,Netmender,steps,1.2,2,,,a", 0, 0, "Bin a came to something else on line 2"},
		"nothing expected":        {"2024,Cold Quay,steps,0,3,,,", 0, 0, "what was expected of it, over 0"},
		"no season":               {",Cold Quay,steps,1,3,,,", 0, 0, "its season and its variety"},
		"no weight":               {"2024,Cold Quay,steps,1,much,,,", 0, 0, "“much” is no weight in kilograms, in harvest_kg"},
		"in grams":                {"2024,Cold Quay,steps,1200,1100,,,", 0, 0, "is no weight in kilograms, in expected_kg"},
		"a range turned round":    {"2024,Cold Quay,steps,1,,2,1,", 0, 0, "from low_kg to high_kg"},
		"half a range":            {"2024,Cold Quay,steps,1,,2,,", 0, 0, "from low_kg to high_kg"},
		"less than nothing":       {"2024,Cold Quay,steps,1,-1,,,", 0, 0, "no weight"},
		"not a number, by a ruse": {"2024,Cold Quay,steps,1,NaN,,,", 0, 0, "no weight"},
	} {
		if n, bags, says := read(c.rows); n != c.n || bags != c.bags || (c.says == "") != (says == "") || !strings.Contains(says, c.says) {
			t.Errorf("%s: %d weighings of %d bags, %s", name, n, bags, says)
		}
	}
	table, _ := ReadTable([]byte("season,variety\n2024,x"))
	if _, wrong := ReadWeighings(table, ""); wrong == nil || !strings.Contains(wrong.Says.In(measure.Metric), "lacks the column expected_kg") {
		t.Errorf("%+v", wrong)
	}
}

func FuzzReadWeighings(f *testing.F) {
	f.Add([]byte("season,variety,school,expected_kg,harvest_kg,bin\n2024,a,b,1,2,x\n2024,c,b,1,2,x\n"))
	f.Fuzz(func(t *testing.T, file []byte) {
		table, wrong := ReadTable(file)
		if wrong != nil {
			return
		}
		list, wrong := ReadWeighings(table, "")
		if wrong != nil {
			return
		}
		for _, w := range list {
			if len(w.Bags) == 0 || !(w.Low >= 0 && w.High >= w.Low && w.High <= 1000*mostKg) {
				t.Errorf("%+v", w)
			}
			for _, b := range w.Bags {
				if !(b.Expected > 0) || b.Variety == "" || b.Season == "" {
					t.Errorf("%+v", b)
				}
			}
		}
	})
}
