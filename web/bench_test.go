package web_test

import (
	"context"
	"fmt"
	"io"
	"net/http"
	"path/filepath"
	"testing"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
)

// BenchmarkToday is a whole request for the first page over the loopback
// interface, SQLite included, without compression; it reports the size of the
// page for each 50 bags.
func BenchmarkToday(b *testing.B) {
	const bags = 200
	s := open(b, func(g *garden.Garden) error { return demo.FillLarger(context.Background(), g, bags, 1) })
	client := &http.Client{Transport: &http.Transport{DisableCompression: true}}
	size := int64(0)
	b.ReportAllocs()
	for b.Loop() {
		res, err := client.Get(s.URL + "/")
		if err != nil {
			b.Fatal(err)
		}
		if size, err = io.Copy(io.Discard, res.Body); err != nil {
			b.Fatal(err)
		}
		res.Body.Close()
	}
	b.ReportMetric(float64(b.Elapsed().Milliseconds())/float64(b.N), "ms/request")
	b.ReportMetric(float64(size)/1000*50/bags, "kB/50bags")
}

// BenchmarkSeasonSheet is a whole request for the season sheet of 60 plantings.
func BenchmarkSeasonSheet(b *testing.B) {
	s := open(b, func(g *garden.Garden) error { return demo.FillLarger(context.Background(), g, 60, 1) })
	client := &http.Client{Transport: &http.Transport{DisableCompression: true}}
	b.ReportAllocs()
	for b.Loop() {
		res, err := client.Get(s.URL + "/plan/season")
		if err != nil {
			b.Fatal(err)
		}
		if _, err = io.Copy(io.Discard, res.Body); err != nil {
			b.Fatal(err)
		}
		res.Body.Close()
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/1000/float64(b.N), "ms/request")
}

// BenchmarkWithoutForecast is whole requests for pages that need no forecast, in a
// garden of 1,000 bags that stand; for the bench, which counts dates only; and for the
// list of bags, which has those of a hundred at hand.
func BenchmarkWithoutForecast(b *testing.B) {
	s := open(b, func(g *garden.Garden) error { return demo.FillLarger(context.Background(), g, 1000, 1) })
	client := &http.Client{Transport: &http.Transport{DisableCompression: true}}
	for _, path := range []string{"/guide", "/site", "/seed", "/bags"} {
		b.Run(path[1:], func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				res, err := client.Get(s.URL + path)
				if err != nil {
					b.Fatal(err)
				}
				if _, err = io.Copy(io.Discard, res.Body); err != nil || res.StatusCode != http.StatusOK {
					b.Fatal(res.Status, err)
				}
				res.Body.Close()
			}
			b.ReportMetric(float64(b.Elapsed().Microseconds())/1000/float64(b.N), "ms/request")
		})
	}
}

// BenchmarkProspects is the windows of 48 plantings over 200 simulated seasons, from
// the weather to the percentiles, each time anew.
func BenchmarkProspects(b *testing.B) {
	var g *garden.Garden
	open(b, func(made *garden.Garden) error {
		g = made
		return demo.FillLarger(context.Background(), g, 48, 1)
	})
	ctx, today := context.Background(), demo.Today()
	b.ReportAllocs()
	for i := 0; b.Loop(); i++ {
		day := today + measure.Day(i%60)
		view, err := g.Look(ctx, day)
		if err != nil {
			b.Fatal(err)
		}
		row, err := view.Row()
		if err != nil {
			b.Fatal(err)
		}
		for running := true; running; {
			_, progress, err := view.Prospects(row)
			if err != nil {
				b.Fatal(err)
			}
			running = progress.Running()
		}
	}
	b.ReportMetric(float64(b.Elapsed().Milliseconds())/float64(b.N), "ms/ensemble")
}

// BenchmarkWeighIn is whole requests at lifting time in the demo: the weigh-in page, and a
// batch that is posted, without the disk's own sync and with it.
func BenchmarkWeighIn(b *testing.B) {
	july := measure.Date(2026, 7, 15)
	fill := func(g *garden.Garden) error { return demo.Fill(context.Background(), g) }
	b.Run("page", func(b *testing.B) {
		s := openOn(b, july, fill)
		for b.Loop() {
			if status, _ := s.get("/plantings/25/weigh"); status != http.StatusOK {
				b.Fatal(status)
			}
		}
	})
	for name, durability := range map[string]store.Durability{"post": store.Throwaway, "post-synced": store.Durable} {
		b.Run(name, func(b *testing.B) {
			s := openWith(b, filepath.Join(b.TempDir(), "lift.glebata"), durability, july, station.NewWeather(station.UsualSeed), station.NewDevices(station.UsualSeed), fill)
			n := 0
			for b.Loop() {
				n++
				if n%60 == 0 { // a bag takes no more batches than a grower weighs
					b.StopTimer()
					s = openWith(b, filepath.Join(b.TempDir(), fmt.Sprintf("lift-%d.glebata", n)), durability, july, station.NewWeather(station.UsualSeed), station.NewDevices(station.UsualSeed), fill)
					b.StartTimer()
				}
				status, to := s.post("/plantings/25/weigh", "gross-1", fmt.Sprintf("%d g less blue bucket, keep 9, green 2", 600+n), "day", "2026-07-15", "another", "yes")
				if status != http.StatusSeeOther {
					b.Fatal(status, to)
				}
			}
		})
	}
}

// BenchmarkCompare is a whole request for the page of 3,000 finished bags, with a verdict on
// two groups, and its size.
func BenchmarkCompare(b *testing.B) {
	s := open(b, func(g *garden.Garden) error { return demo.FillLarger(context.Background(), g, 600, 6) })
	client := &http.Client{Transport: &http.Transport{DisableCompression: true}}
	for name, path := range map[string]string{"variety": "/compare", "place": "/compare?by=kind&with=variety&measure=litre", "scatter": "/compare?by=litres&show=scatter"} {
		b.Run(name, func(b *testing.B) {
			size := int64(0)
			b.ReportAllocs()
			for b.Loop() {
				res, err := client.Get(s.URL + path)
				if err != nil {
					b.Fatal(err)
				}
				if size, err = io.Copy(io.Discard, res.Body); err != nil {
					b.Fatal(err)
				}
				res.Body.Close()
			}
			b.ReportMetric(float64(b.Elapsed().Microseconds())/1000/float64(b.N), "ms/request")
			b.ReportMetric(float64(size)/1000, "kB")
		})
	}
}

// BenchmarkAfterANote is the page of a bag and the first page, warm and as the first after a
// note on another bag, in gardens of 200 bags and of 1,000 with three seasons behind them.
func BenchmarkAfterANote(b *testing.B) {
	for _, size := range []struct{ bags, seasons int }{{200, 1}, {1000, 3}} {
		var g *garden.Garden
		s := open(b, func(made *garden.Garden) error {
			g = made
			return demo.FillLarger(context.Background(), made, size.bags, size.seasons)
		})
		v, err := g.Look(context.Background(), demo.Today())
		if err != nil {
			b.Fatal(err)
		}
		row, err := v.Row()
		if err != nil {
			b.Fatal(err)
		}
		n := 0
		for _, path := range []string{"/bags/" + row[0].Bag.Label, "/"} {
			for _, noted := range []bool{false, true} {
				b.Run(fmt.Sprintf("%dx%d%s/noted=%v", size.bags, size.seasons, path, noted), func(b *testing.B) {
					for b.Loop() {
						if noted {
							b.StopTimer()
							n++
							of := logbook.Entry{Planting: row[5].Planting.ID, Kind: logbook.Noted, Day: demo.Today(), Text: "a stem broke"}
							if _, err := g.Record(context.Background(), of, garden.Request{Key: fmt.Sprint("note-", n), Today: demo.Today()}); err != nil {
								b.Fatal(err)
							}
							b.StartTimer()
						}
						if status, _ := s.get(path); status != http.StatusOK {
							b.Fatal(status)
						}
					}
				})
			}
		}
	}
}

// BenchmarkManyFinished is Compare, Seasons and Poor bags of 10,000 finished bags, warm and as the first
// after a note on a bag that grows.
func BenchmarkManyFinished(b *testing.B) {
	var g *garden.Garden
	s := open(b, func(made *garden.Garden) error {
		g = made
		return demo.FillLarger(context.Background(), made, 1000, 11)
	})
	v, err := g.Look(context.Background(), demo.Today())
	if err != nil {
		b.Fatal(err)
	}
	row, err := v.Row()
	if err != nil {
		b.Fatal(err)
	}
	n := 0
	for _, path := range []string{"/compare?as=usual", "/compare/seasons", "/compare/poor"} {
		if status, _ := s.get(path); status != http.StatusOK {
			b.Fatal(status)
		}
		for _, noted := range []bool{false, true} {
			b.Run(fmt.Sprintf("%s/noted=%v", path, noted), func(b *testing.B) {
				for b.Loop() {
					if noted {
						b.StopTimer()
						n++
						of := logbook.Entry{Planting: row[5].Planting.ID, Kind: logbook.Noted, Day: demo.Today(), Text: "a stem broke"}
						if _, err := g.Record(context.Background(), of, garden.Request{Key: fmt.Sprint("note-", n), Today: demo.Today()}); err != nil {
							b.Fatal(err)
						}
						b.StartTimer()
					}
					if status, _ := s.get(path); status != http.StatusOK {
						b.Fatal(status)
					}
				}
			})
		}
	}
}
