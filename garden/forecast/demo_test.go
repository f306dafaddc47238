package forecast_test

import (
	"context"
	"fmt"
	"slices"
	"testing"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/truth/golden"
)

// figures that a planting may have a working of.
var figures = []string{
	forecast.FigureNumber, forecast.FigureLadder, forecast.FigureLitres, forecast.FigureRung + "1", forecast.FigureRung + "2", forecast.FigureFill + "1", forecast.FigureFill + "2", forecast.FigureSeed,
	forecast.FigureHarvest, forecast.FigureRatio, forecast.FigurePerLitre, forecast.FigurePerPlant, forecast.FigurePerArea, forecast.FigureMean, forecast.FigureMedium, forecast.FigureLevel, forecast.FigureDay,
	forecast.FigureReady, forecast.FigureStem, forecast.FigureWater, forecast.FigureWaterLeft, forecast.FigureWaterGiven, forecast.FigureWaterLoss, forecast.FigureWet, forecast.FigureWaterOn + "2026-06-12",
}

// looked at the demo on a day.
func looked(t *testing.T, g *garden.Garden, day measure.Day) *garden.View {
	t.Helper()
	v, err := g.Look(context.Background(), day)
	if err != nil {
		t.Fatal(err)
	}
	return v
}

func must[T any](v T, err error) T {
	if err != nil {
		panic(err)
	}
	return v
}

// What is forecast of each planting of the demo, early in June, in July and in October.
func TestForecastsOfTheDemo(t *testing.T) {
	g, _ := filled.Garden(t)
	for _, day := range []measure.Day{demo.Today(), demo.Today() + 45} {
		v := looked(t, g, day)
		var l golden.Lines
		for _, st := range must(v.Row()) {
			l.Head("%s, %s", st.Bag.Label, st.Variety.Name)
			l.Asked(st.Bag.Label, &st, []any{day, measure.Metric, job.Raise, job.Feed, demo.Today() + 20}, "Key", "Live")
			l.Add("jobs", st.Jobs)
			l.Add("dates", st.Dates)
			l.Add("grown", st.Grown)
			l.Add("water", st.Water)
			l.Add("feed", st.Feed)
			for _, f := range figures {
				if w, err := st.Working(f); err == nil {
					l.Add(f, w)
				} else {
					l.Add(f, err.Error())
				}
			}
			l.Add("readiness", forecast.Readiness(&st, day))
			l.Add("most given", forecast.MostGiven(&st.PlantingState))
			for _, net := range []measure.Mass{500, 4000, 12000} {
				most, yes := forecast.Surprising(&st.PlantingState, net)
				l.Add("surprising", net, most, yes)
			}
		}
		golden.Is(t, fmt.Sprintf("plantings-%s", day.ISO()), l.String())
	}
}

// settled waits until the windows of a row, and of the season's sheet, are worked out.
func settled(t *testing.T, v *garden.View, row []forecast.PlantingForecast) {
	t.Helper()
	for range 200 {
		_, progress, err := v.Prospects(row)
		if err != nil {
			t.Fatal(err)
		}
		lines := must(v.SeasonSheet(2026)).Lines
		if more := must(v.Windows(lines)); !progress.Running() && !more.Running() {
			return
		}
	}
	t.Fatal("the windows are never worked out")
}

// What is forecast of all of them together, and proposed.
func TestTheDemoTogether(t *testing.T) {
	g, _ := filled.Garden(t)
	for _, day := range []measure.Day{demo.Today(), demo.Today() + 45} {
		v := looked(t, g, day)
		var l golden.Lines
		row := must(v.Row())
		settled(t, v, row)
		growing := must(v.ExpectedInRow(row))
		ahead := must(v.Forecast())
		site, _, err := v.Site()
		if err != nil {
			t.Fatal(err)
		}
		nursery := must(v.Nursery())
		for i := range growing {
			l.Asked("growing "+row[i].Bag.Label, growing[i], nil)
		}
		ripe := forecast.RipenessOf(row, growing, ahead, ahead, day)
		for i := range ripe {
			l.Asked("ripe", &ripe[i], nil)
			l.Add("ripe", ripe[i].Verdict, ripe[i].Low, ripe[i].High, ripe[i].Inside, ripe[i].Mean, ripe[i].Frost, ripe[i].Dry)
		}
		for _, wanted := range []measure.Mass{500, 3000, 9000} {
			chosen, sum := forecast.EnoughFor(ripe, wanted)
			l.Add("enough", wanted, len(chosen), sum, forecast.EnoughWorking(ripe, wanted))
		}
		rooms := forecast.Rooms(&site, row, nursery, day)
		l.Add("rooms", rooms)
		nights := forecast.Nights(ahead, row, nursery, site.LiftLimit, rooms)
		cold := slices.Clone(ahead)
		for i := range cold {
			cold[i].Min -= 6
		}
		for i, n := range append(nights, forecast.Nights(cold, row, nursery, site.LiftLimit, forecast.Rooms(&site, row, nursery, day))...) {
			l.Add(fmt.Sprint("night ", i), n)
			for _, s := range climate.Shelters() {
				w, ok := n.RoomWorking(s)
				l.Add("room "+string(s), ok, w)
			}
		}
		hot := slices.Clone(ahead)
		for i := range hot {
			hot[i].Max += 15
		}
		l.Add("hot", forecast.HotDays(hot, row))
		l.Add("overdue", forecast.OverdueOf(row))
		l.Add("mix", forecast.Mix(row), forecast.MixWorking(row))
		l.Add("water", forecast.WaterSum(row), len(forecast.Thirsty(row)), len(forecast.Watered(row)), forecast.WaterSumWorking(row))
		water, bags := forecast.FeedBatch(row)
		l.Add("feed", water, bags)
		l.Add("to look", len(forecast.ToLook(row, day-5, day)), len(forecast.ToLook(row, day-40, day)))
		l.Add("pots", must(v.PotWater()))
		l.Add("slips", must(v.SlipBalances()))
		l.Add("leads", must(v.LookAhead(row)))
		l.Add("shopping", must(v.Shopping(0)))
		l.Add("season line", must(v.SeasonLine()))
		sheet := must(v.SeasonSheet(2026))
		for i := range sheet.Lines {
			l.Add("sheet", sheet.Lines[i])
		}
		_, moments, err := v.CalendarFeed(2026)
		if err != nil {
			t.Fatal(err)
		}
		for _, m := range moments {
			l.Add("moment", m)
		}
		l.Add("terrace", must(v.Terrace()))
		golden.Is(t, "together-"+day.ISO(), l.String())
	}
}

// What is proposed, designed and allotted.
func TestWhatIsProposed(t *testing.T) {
	g, _ := filled.Garden(t)
	v := looked(t, g, demo.Today())
	var l golden.Lines
	cat := must(v.Catalogue())
	for _, year := range []int{2026, 2027} {
		for _, alone := range []bool{false, true} {
			ask := forecast.ProposalRequest{Year: year, People: 2, Meals: 3, Each: forecast.PerMeal, AnySeed: true, LiftAlone: alone, From: max(measure.Date(year, 7, 1), demo.Today()), Until: measure.Date(year+1, 2, 1)}
			if alone {
				ask.Litres, ask.Budget = 300, 4000
			}
			p := must(v.Propose(ask))
			l.Head("proposal for %d, alone %v", year, alone)
			l.Asked("proposal", &p, nil)
			l.Add("bags", p.Bags)
			l.Add("seeds", p.Seeds)
			l.Add("weeks", p.Weeks)
		}
	}
	for _, class := range []crop.Class{crop.FirstEarly, crop.Maincrop, crop.SweetMid} {
		for _, by := range forecast.NumberSchools() {
			sheet, err := v.Design(forecast.DesignRequest{Class: class, Aim: "weight", By: by, Own: 3, Headspace: 4, Calibrate: true, Mix: cat.Recipe("").Mix})
			l.Head("design for %s by %s: %v", class, by, err)
			for i := range sheet.Candidates {
				l.Add(sheet.Candidates[i].Model.Name, sheet.Candidates[i].Choice, sheet.Candidates[i].Choices, sheet.Candidates[i].Suggest)
				l.Asked("candidate", &sheet.Candidates[i], nil)
			}
		}
	}
	bench := must(v.Bench())
	open := must(v.Sowable())
	var ids []logbook.ID
	for i := range open {
		ids = append(ids, open[i].Planting.ID)
	}
	for _, mode := range []forecast.AllotmentMode{forecast.Balanced, forecast.ToFit} {
		d, err := v.DraftAllotment(forecast.AllotmentRequest{Plantings: ids, Mode: mode})
		l.Head("allotment, %s", mode)
		l.Add("draft", len(bench.Trays), fmt.Sprint(err), d)
		l.Asked("draft", &d, nil)
	}
	for _, variety := range cat.Varieties {
		t := logbook.UsualTiming(cat.Bags[0], variety)
		batches, gaps, err := v.Succession(variety, t, 8, 2027, measure.Date(2027, 7, 1), measure.Date(2027, 10, 15), 21)
		l.Add("succession "+variety.Name, fmt.Sprint(err), batches, gaps)
	}
	for _, p := range climate.Presets() {
		a, err := v.Answer(garden.First{Litres: 40, Class: crop.SecondEarly, Climate: p.Key, Year: 2027})
		l.Add("one question in "+p.Name, fmt.Sprint(err), a.Suggested, a.Expect, a.Dates, a.Growing)
	}
	golden.Is(t, "proposed", l.String())
}

// The windows of the demo's plantings, over 200 seasons by their seeds.
func TestWindowsOfTheDemo(t *testing.T) {
	g, _ := filled.Garden(t)
	v := looked(t, g, demo.Today())
	row := must(v.Row())
	growing := must(v.ExpectedInRow(row))
	var l golden.Lines
	for {
		found, progress, err := v.Prospects(row)
		if err != nil {
			t.Fatal(err)
		}
		if progress.Running() {
			continue
		}
		list := make([]*forecast.EnsembleForecast, len(row))
		for i := range row {
			list[i] = found[row[i].Planting.ID]
			l.Add(row[i].Bag.Label, list[i])
			if list[i] != nil {
				l.Asked(row[i].Bag.Label, list[i], []any{demo.Today(), demo.Today() + 30, growing[i], &row[i], row[i]})
			}
		}
		l.Add("together", forecast.SumOutlooks(row, growing, list))
		break
	}
	golden.Is(t, "windows", l.String())
}
