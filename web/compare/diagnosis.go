package compare

import (
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/garden/compare"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// whyBody is why a finished bag gave as it did.
type whyBody struct {
	*compare.Diagnosis
	Gave, Expected measure.Mass
	Of             string // the share of it that came
	Known          bool   // its harvest is
	Drawing        draw.OnBoth[draw.PastSeason]
	Best           []findingLine
	Rest           []findingLine // for it too, weaker
	Against        []findingLine
	Held           []findingLine // in what was expected already
	Missing        []findingLine
	At             string
}

// findingLine is one cause with what is on record.
type findingLine struct {
	trial.Finding
	Says    string
	Entries []entryRef
}

// entryRef is an entry behind a finding.
type entryRef struct{ Day, Words string }

// FigureShare is the share of its expectation that a bag gave.
const figureShare = "share"

func (s *Pages) why(c *gin.Context) error {
	d, sys, err := s.diagnosis(c)
	if err != nil {
		return err
	}
	body := whyBody{Diagnosis: &d, Gave: d.Bag.M.Edible, Expected: d.Expected.Yield, Of: sys.Print(measure.Share(d.Share)), Known: d.Bag.Counts() && d.Expected.Yield > 0, At: bagHref(d.Bag)}
	body.Drawing = draw.Both(func(p draw.Paper) draw.PastSeason { return draw.NewPastSeason(&d, p) })
	best := len(d.Best())
	for i, f := range d.Findings {
		line := newFindingLine(d.Bag, f, sys)
		switch {
		case i < best:
			body.Best = append(body.Best, line)
		case f.Speaks == trial.For:
			body.Rest = append(body.Rest, line)
		case f.Speaks == trial.Against:
			body.Against = append(body.Against, line)
		case f.Speaks == trial.Held:
			body.Held = append(body.Held, line)
		default:
			body.Missing = append(body.Missing, line)
		}
	}
	s.Render(c, http.StatusOK, "why", frame.View{Title: "Why " + d.Bag.Label() + " gave so", Stage: "Compare", Body: body})
	return nil
}

func (s *Pages) diagnosis(c *gin.Context) (compare.Diagnosis, measure.System, error) {
	look, err := s.Look(c)
	if err != nil {
		return compare.Diagnosis{}, measure.Metric, err
	}
	d, err := look.Diagnosis(frame.PathID(c))
	if err != nil {
		return d, measure.Metric, err
	}
	sys, err := s.Units(c)
	return d, sys, err
}

func newFindingLine(b *compare.Bag, f trial.Finding, sys measure.System) findingLine {
	line := findingLine{Finding: f, Says: measure.Upper(f.Says.In(sys))}
	for _, id := range f.Entries {
		if e, ok := logbook.Find(b.Log, func(e logbook.Entry) bool { return int64(e.ID) == id }); ok {
			l := parts.NewLogLine(b.PlantingForecast, &e, sys)
			line.Entries = append(line.Entries, entryRef{e.Day.Short(), l.Says})
		}
	}
	return line
}

// whyWorking is of the share of its expectation that a bag gave.
func (s *Pages) whyWorking(c *gin.Context) error {
	d, _, err := s.diagnosis(c)
	if err != nil {
		return err
	}
	if c.Param("figure") != figureShare || d.Expected.Yield <= 0 {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, d.ShareWorking(), "Bag "+d.Bag.Label()+", "+d.Bag.Variety.Name)
}

// poorBody lists the bags of a season that gave less than was expected.
type poorBody struct {
	Years []form.Option
	Year  int
	Bags  []poorLine
	More  int
	Any   bool
	Limit string
}

type poorLine struct {
	Label, At, Variety, Share, Cause string
	Gave, Expected                   measure.Mass
	Causes                           int
}

func (s *Pages) poor(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	all, err := look.Compared()
	if err != nil {
		return err
	}
	body := poorBody{Any: len(all) > 0, Limit: measure.Metric.Print(measure.Share(compare.Poor))}
	years := yearsOf(all)
	body.Year, _ = strconv.Atoi(c.Query("year"))
	if body.Year == 0 && len(years) > 0 {
		body.Year = years[len(years)-1]
	}
	for i := len(years) - 1; i >= 0; i-- {
		y := strconv.Itoa(years[i])
		body.Years = append(body.Years, form.Option{Value: y, Name: y, Chosen: years[i] == body.Year})
	}
	list, more, err := look.PoorBags(body.Year)
	if err != nil {
		return err
	}
	body.More = more
	for i := range list {
		d := &list[i]
		line := poorLine{Label: d.Bag.Label(), At: bagHref(d.Bag) + "/why", Variety: d.Bag.Variety.Name, Share: measure.Metric.Print(measure.Share(d.Share)), Gave: d.Bag.M.Edible, Expected: d.Expected.Yield, Cause: "nothing on record tells"}
		if best := d.Best(); len(best) > 0 {
			line.Cause, line.Causes = best[0].Cause, len(best)-1
		}
		body.Bags = append(body.Bags, line)
	}
	s.Render(c, http.StatusOK, "poor", frame.View{Title: "Poor bags", Stage: "Compare", Body: body})
	return nil
}
