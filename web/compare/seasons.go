package compare

import (
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/compare"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
)

// lookedBackBody is a season's page: for the fridge door, on one printed sheet.
type lookedBackBody struct {
	garden.SeasonPage
	Any       bool
	Years     []form.Option
	Harvest   measure.Mass
	Ratio     string
	Best      string
	Worst     string
	Varieties []recordLine
	Schools   []recordLine
	Heads     []int  // seasons across, newest last
	Back      string // what follows from it
	BackShare string
	Overall   string
	Untried   string
	Fit       draw.OnBoth[draw.Lanes] // what bags gave of what was promised, with the levels
	HasFit    bool
}

// recordLine is a variety or a way of filling over the seasons.
type recordLine struct {
	Name, Advice, Reason, Measure string
	Cells                         []compareCell
	All                           compareCell
	Factor                        string
	FactorHref                    string
}

func (s *Pages) seasons(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	year, _ := strconv.Atoi(c.Query("year"))
	page, err := look.SeasonPage(year)
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	body := lookedBackBody{SeasonPage: page, Any: len(page.Years) > 0}
	if body.Any {
		body.fill(sys)
		lanes, err := look.HarvestFit(crop.Potato)
		if err == nil && len(lanes) == 0 {
			lanes, err = look.HarvestFit(crop.SweetPotato)
		}
		if err != nil {
			return err
		}
		body.HasFit, body.Fit = len(lanes) > 0, fitDrawing(lanes, sys)
	}
	s.Render(c, http.StatusOK, "seasons", frame.View{Title: "Seasons", Stage: "Compare", Body: body})
	return nil
}

// mostHeads of seasons in the table of records.
const mostHeads = 5

func (b *lookedBackBody) fill(sys measure.System) {
	for _, y := range b.SeasonPage.Years {
		b.Years = append(b.Years, form.Option{Value: strconv.Itoa(y), Name: strconv.Itoa(y), Chosen: y == b.Season.Year})
	}
	for i := min(len(b.SeasonPage.Years), mostHeads) - 1; i >= 0; i-- {
		b.Heads = append(b.Heads, b.SeasonPage.Years[i])
	}
	b.Harvest = b.Season.Harvest
	m := compare.MeasureNamed("ratio", compare.Tubers)
	if len(b.Season.Ratio.Bags) > 0 {
		b.Ratio = sys.Print(m.Quantity(b.Season.Ratio.Value(false)))
		if b.Season.Best != nil { // there is none of seed that nobody weighed
			b.Best, b.Worst = bagWords(b.Season.Best, m, sys), bagWords(b.Season.Worst, m, sys)
		}
	}
	for i := range b.SeasonPage.Varieties {
		b.Varieties = append(b.Varieties, newRecordLine(&b.SeasonPage.Varieties[i], "variety", b.Heads, sys))
	}
	for i := range b.SeasonPage.Schools {
		b.Schools = append(b.Schools, newRecordLine(&b.SeasonPage.Schools[i], "school", b.Heads, sys))
	}
	b.Overall = sys.Print(measure.Share(b.SeasonPage.Overall.Factor()))
	b.Untried = strings.Join(b.SeasonPage.Untried, ", ")
	back := &b.SeasonPage.Back
	b.BackShare = sys.Print(back.Share())
	switch share := float64(back.Share()); {
	case back.Bags == 0:
		b.Back = "With one season the ranges cannot be checked yet: the next one will tell how far to trust them."
	case share < 0.7:
		b.Back = "The ranges are too narrow yet: trust them less than they say."
	case share > 0.9:
		b.Back = "The ranges are wider than they need to be: you can trust them."
	}
}

func bagWords(b *compare.Bag, m *compare.Measure, sys measure.System) string {
	o, _ := m.Observe(b)
	return fmt.Sprintf("%s, %s (× %s)", b.Label(), b.Variety.Name, sys.Print(m.Quantity(o.Value())))
}

func newRecordLine(r *compare.Record, by string, heads []int, sys measure.System) recordLine {
	line := recordLine{Name: r.Name, Advice: string(r.Advice), Reason: measure.Upper(r.Reason.In(sys)), Measure: r.Measure.Name, Factor: sys.Print(measure.Share(r.Factor))}
	cell := func(g *compare.Group, year string) compareCell {
		c := compareCell{has: len(g.Bags) > 0}
		if c.has {
			c.Text, c.AtLeast = times(r.Measure)+sys.Print(r.Value(g)), g.AtLeast()
			c.Range = fmt.Sprint(len(g.Bags))
			c.Href = string(frame.Address("/compare/working/"+compare.FigureCell, nil, "of", r.Of, "measure", r.Measure.Key, "down", by, "across", "year", "row", r.Key, "column", year))
		}
		return c
	}
	for _, y := range heads {
		g := r.OfYear(y)
		line.Cells = append(line.Cells, cell(&g, strconv.Itoa(y)))
	}
	line.All = cell(&r.All, "")
	if by == "variety" {
		line.FactorHref = string(frame.Address("/compare/seasons/working/factor", nil, "variety", r.Key))
	} else {
		line.FactorHref = string(frame.Address("/compare/seasons/working/factor", nil, "school", r.Key))
	}
	return line
}

// seasonWorking is of a figure of the page.
func (s *Pages) seasonWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	year, _ := strconv.Atoi(c.Query("year"))
	w, of, err := look.SeasonWorking(c.Param("figure"), year, c.Query("variety"), c.Query("school"))
	if err != nil {
		return err
	}
	return s.AnswerWorking(c, w, of)
}
