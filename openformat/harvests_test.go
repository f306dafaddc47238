package openformat

import (
	"strings"
	"testing"

	"glebata/core/measure"
)

func TestANotebookOfPastSeasonsIsRead(t *testing.T) {
	table, bad := ReadTable([]byte("Tub;Sort;Planted;Tubers;Seed (g);Yield kg;Remarks\n" +
		"T1;Early Buoy;2025-04-12;3;165 g;2,4;\n" +
		"T2;Early Buoy;2025-04-12;;about 200 g;1.5–2;shady\n" +
		";Broad Sound;2024-05-01;4;;?;gone mouldy\n" +
		"T4;;2025-04-20;2;110 g;0;\n" +
		"T5;Early Buoy;soon;2;110 g;3;\n" +
		"T6;Early Buoy;;2;110 g;3;\n" +
		";;;;;;\n"))
	if bad != nil || len(table.Rows) != 6 {
		t.Fatalf("%+v, %v", table, bad)
	}
	m := Guess(table.Header, HarvestColumns, nil)
	for key, at := range map[string]int{"bag": 0, "variety": 1, "planted": 2, "count": 3, "seed": 4, "harvest": 5, "note": 6} {
		if m[key] != at {
			t.Errorf("%s is guessed at column %d", key, m[key])
		}
	}
	got := ReadHarvests(table, m, "kg", measure.DayFirst, measure.Metric)
	first, second, third, fourth := got[0], got[1], got[2], got[3]
	if !first.Read() || first.Year != 2025 || first.Seed.Count != 3 || first.Seed.Total != 165 || first.Low != 2400 || first.High != 2400 {
		t.Errorf("%+v", first)
	}
	if second.Seed.Low != 160 || second.Seed.High != 240 || second.Low != 1500 || second.High != 2000 || second.Note != "shady" {
		t.Errorf("%+v", second)
	}
	if !third.Unknown || third.Nothing || third.Year != 2024 || third.Bag != "" {
		t.Errorf("%+v", third)
	}
	if !fourth.Nothing || fourth.Variety != "unknown" {
		t.Errorf("%+v", fourth)
	}
	for i, says := range map[int]string{4: "soon", 5: "no season"} {
		if got[i].Read() || !strings.Contains(got[i].Why.In(measure.Metric), says) {
			t.Errorf("line %d: %+v", got[i].Line, got[i])
		}
	}
	// What was mapped before is mapped so again, whatever the headings look like.
	if m := Guess([]string{"a", "b", "c"}, HarvestColumns, map[string]string{"harvest": "b", "variety": "c"}); m["harvest"] != 1 || m["variety"] != 2 {
		t.Errorf("mapped before, it is %v", m)
	}
	if _, bad := ReadTable([]byte("only a heading\n")); bad == nil {
		t.Error("a table of nothing is read")
	}
	if _, bad := ReadTable([]byte("a\n" + strings.Repeat("1\n", mostRows+1))); bad == nil {
		t.Error("an endless table is read")
	}
}

func FuzzReadHarvests(f *testing.F) {
	f.Add("bag,variety,harvest\nR1,x,2 kg\n")
	f.Add("a;b\n\"open\n")
	f.Fuzz(func(t *testing.T, text string) {
		table, bad := ReadTable([]byte(text))
		if bad != nil {
			return
		}
		for _, p := range ReadHarvests(table, Guess(table.Header, HarvestColumns, nil), "kg", measure.DayFirst, measure.Metric) {
			if p.Read() && !(p.Low >= 0 && p.Low <= p.High && p.Seed.Low <= p.Seed.High && p.Year >= 1900) {
				t.Errorf("%q: %+v", text, p)
			}
		}
	})
}
