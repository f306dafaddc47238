package web

import (
	"cmp"
	"fmt"
	"net/http"
	"net/url"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
)

type compareBody struct {
	Lines     []compareLine
	Chart     draw.OnBoth[draw.Compare]
	Heaps     []draw.Heap
	MoreHeaps bool // than are drawn
	Columns   []column
	Varieties []form.Option
	Years     []form.Option
	Keys      []seriesKey
	Counted   int    // lines that are no stand-in's
	LeftOut   int    // lines that are
	RatioText string // of totals
	HasRatio  bool
	AtLeast   bool // some of the lines have unweighed harvest
	Said      string
	Any       bool // finished bags at all
	Asked     url.Values
	Notes     []note
	Sort      string
	Down      bool
}

type compareLine struct {
	forecast.PlantingForecast
	M              lift.Bag
	SeedText, Mark measure.Phrase
	Ratio          float64
	RatioText      string
	HasRatio       bool
	Below          bool // break-even
}

// Href of the bag's page.
func (l compareLine) Href() string { return fmt.Sprintf("/plantings/%d", l.Planting.ID) }

type column struct {
	Key, Name, Href string
	Now             bool
	Down            bool
	Number          bool
}

type seriesKey struct {
	Year  int
	Shape draw.MarkedPoint
}

func (s *Site) compare(c *gin.Context) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	done, err := look.Finished()
	if err != nil {
		return err
	}
	sys, err := s.units(c)
	if err != nil {
		return err
	}
	q := c.Request.URL.Query()
	body := compareBody{Said: s.said(c), Any: len(done) > 0, Sort: q.Get("sort"), Down: q.Get("dir") != "up"}
	body.choices(done, q)
	body.Asked = url.Values{"variety": {q.Get("variety")}, "year": {q.Get("year")}}
	chosen := chooseLines(done, q)
	for _, st := range chosen {
		line := compareLine{PlantingForecast: st, M: st.Measures()}
		line.Ratio, line.HasRatio = line.M.Ratio()
		line.RatioText, line.SeedText, line.Mark = ratioText(line.M), seedOf(&st), seedMark(&st)
		line.Below = line.HasRatio && !line.Unknown && line.Ratio < lift.BreakEven
		body.Lines = append(body.Lines, line)
		body.AtLeast = body.AtLeast || st.Unweighed
	}
	group := forecast.Group(chosen)
	body.Counted, body.LeftOut = len(group), len(chosen)-len(group)
	if r, ok := lift.RatioOfTotals(group); ok {
		body.HasRatio, body.RatioText = true, measure.Ratio(r).String()
		if low, high := lift.TotalsRange(group); high > low {
			body.RatioText = measure.Ratio(low).String() + " to " + measure.Ratio(high).String()
		}
		body.Notes = []note{newNote(lift.RatioOfTotalsWorking(group), "The bags chosen", sys)}
	}
	body.chart(done, sys)
	body.sort(q)
	body.heaps(sys)
	s.render(c, http.StatusOK, "compare", view{Title: "Compare", Stage: "Compare", Body: body})
	return nil
}

// chooseLines are the bags of the variety and year asked for, all when none is.
func chooseLines(done []forecast.PlantingForecast, q url.Values) []forecast.PlantingForecast {
	return slices.DeleteFunc(slices.Clone(done), func(s forecast.PlantingForecast) bool {
		return q.Get("variety") != "" && q.Get("variety") != fmt.Sprint(s.Variety.ID) ||
			q.Get("year") != "" && q.Get("year") != fmt.Sprint(s.Season.Year)
	})
}

// groupWorking is of the ratio of the bags chosen.
func (s *Site) groupWorking(c *gin.Context) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	done, err := look.Finished()
	if err != nil {
		return err
	}
	group := forecast.Group(chooseLines(done, c.Request.URL.Query()))
	if _, ok := lift.RatioOfTotals(group); !ok {
		return logbook.ErrNotFound
	}
	return s.answerWorking(c, lift.RatioOfTotalsWorking(group), "The bags chosen")
}

// maxHeaps are drawn, so that a page of many seasons stays light.
const maxHeaps = 24

// heaps draws the first lines in the order of the table.
func (b *compareBody) heaps(sys measure.System) {
	for i := range b.Lines {
		if len(b.Lines[i].Batches) == 0 {
			continue
		}
		if len(b.Heaps) == maxHeaps {
			b.MoreHeaps = true
			break
		}
		h := draw.NewHeap(&b.Lines[i].PlantingForecast, rowScale, sys)
		h.Href = draw.Escape(b.Lines[i].Href())
		b.Heaps = append(b.Heaps, h)
	}
}

// choices of variety and year over all finished bags.
func (b *compareBody) choices(done []forecast.PlantingForecast, q url.Values) {
	b.Varieties = []form.Option{{Value: "", Name: "every variety"}}
	b.Years = []form.Option{{Value: "", Name: "every season"}}
	add := func(list *[]form.Option, value, name, chosen string) {
		if !slices.ContainsFunc(*list, func(o form.Option) bool { return o.Value == value }) {
			*list = append(*list, form.Option{Value: value, Name: name, Chosen: value == chosen})
		}
	}
	for _, s := range done {
		add(&b.Varieties, fmt.Sprint(s.Variety.ID), s.Variety.Name, q.Get("variety"))
		add(&b.Years, fmt.Sprint(s.Season.Year), fmt.Sprint(s.Season.Year), q.Get("year"))
	}
	slices.SortFunc(b.Varieties[1:], func(a, c form.Option) int { return cmp.Compare(a.Name, c.Name) })
}

// chart draws the lines that have a seed weight; a season keeps its shape
// whatever is chosen.
func (b *compareBody) chart(done []forecast.PlantingForecast, sys measure.System) {
	var years []int
	for _, s := range done {
		if !slices.Contains(years, s.Season.Year) {
			years = append(years, s.Season.Year)
		}
	}
	slices.Sort(years)
	var points []draw.Point
	shown := map[int]bool{}
	for _, l := range b.Lines {
		if !l.HasRatio || l.Simulated || l.Unknown {
			continue
		}
		series := slices.Index(years, l.Season.Year)
		shown[series] = true
		points = append(points, draw.Point{
			Label: draw.Escape(l.Bag.Label), Href: draw.Escape(l.Href()), Series: series, Seed: l.State.Seed, Harvest: l.M.Edible, Unweighed: l.Unweighed,
			Says: draw.Escape(fmt.Sprintf("%s, %s, %d: %s of seed gave %s, ratio %s",
				l.Bag.Label, l.Variety.Name, l.Season.Year, sys.Mass(l.State.Seed), sys.Mass(l.M.Edible), l.RatioText)),
		})
	}
	b.Chart = draw.Both(func(p draw.Paper) draw.Compare { return draw.NewCompare(points, sys, p) })
	for i, y := range years {
		if shown[i] {
			b.Keys = append(b.Keys, seriesKey{y, draw.NewKey(i)})
		}
	}
}

// order the table can be put in.
type order struct {
	key, name string
	number    bool
	by        func(a, b compareLine) int
}

var orders = []order{
	{"bag", "Bag", false, func(a, b compareLine) int {
		return cmp.Or(cmp.Compare(len(a.Bag.Label), len(b.Bag.Label)), cmp.Compare(a.Bag.Label, b.Bag.Label))
	}},
	{"variety", "Variety", false, func(a, b compareLine) int { return cmp.Compare(a.Variety.Name, b.Variety.Name) }},
	{"year", "Season", false, func(a, b compareLine) int { return cmp.Compare(a.Season.Year, b.Season.Year) }},
	{"seed", "Seed", true, func(a, b compareLine) int { return cmp.Compare(a.State.Seed, b.State.Seed) }},
	{"harvest", "Edible", true, func(a, b compareLine) int { return cmp.Compare(a.M.Edible, b.M.Edible) }},
	{"ratio", "Ratio", true, func(a, b compareLine) int { return cmp.Compare(a.Ratio, b.Ratio) }},
	{"litre", "A litre", true, func(a, b compareLine) int { return cmp.Compare(a.M.PerLitre(), b.M.PerLitre()) }},
	{"area", "A square metre", true, func(a, b compareLine) int { return cmp.Compare(a.M.PerArea(), b.M.PerArea()) }},
	{"plant", "A plant", true, func(a, b compareLine) int { return cmp.Compare(a.M.PerPlant(), b.M.PerPlant()) }},
	{"mean", "Mean tuber", true, func(a, b compareLine) int { return cmp.Compare(a.M.MeanTuber(), b.M.MeanTuber()) }},
}

// sort puts the lines in the order asked for, by ratio when none is, and makes
// the heads of the columns, each of which turns the order round.
func (b *compareBody) sort(q url.Values) {
	known := slices.ContainsFunc(orders, func(o order) bool { return o.key == b.Sort })
	if !known {
		b.Sort = "ratio"
	}
	for _, o := range orders {
		col := column{Key: o.key, Name: o.name, Number: o.number, Now: o.key == b.Sort, Down: b.Down}
		if col.Now {
			slices.SortStableFunc(b.Lines, func(x, y compareLine) int {
				if b.Down {
					return o.by(y, x)
				}
				return o.by(x, y)
			})
		}
		next := url.Values{"sort": {o.key}, "variety": {q.Get("variety")}, "year": {q.Get("year")}}
		if col.Now && b.Down || !col.Now && !o.number {
			next.Set("dir", "up")
		}
		col.Href = "/compare?" + next.Encode()
		b.Columns = append(b.Columns, col)
	}
}
