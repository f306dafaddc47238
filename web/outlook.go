package web

import (
	"cmp"
	"fmt"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/web/draw"
)

// outlookBody is what the season may still give, bag by bag and week by week.
type outlookBody struct {
	Lines    []outlookLine
	Weeks    draw.Weeks
	Now      measure.Mass
	Ready    measure.Mass
	Low      measure.Mass
	High     measure.Mass
	Progress garden.Progress
}

// outlookLine is one bag of the outlook.
type outlookLine struct {
	S          *forecast.PlantingForecast
	Now, Ready forecast.Harvest
	NextWeek   measure.Mass // what a week of waiting adds
	Window     string       // ready, in four years of five
	ReadyOn    measure.Day
	Bar        [3]int // low, mid, high of the most, of 1000
}

func (s *Site) outlook(c *gin.Context) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	today := look.Today()
	row, err := look.Row()
	if err != nil {
		return err
	}
	growing, err := look.ExpectedInRow(row)
	if err != nil {
		return err
	}
	prospects, progress, err := look.Prospects(row)
	if err != nil {
		return err
	}
	sys, err := s.units(c)
	if err != nil {
		return err
	}
	body := outlookBody{Progress: progress}
	most := measure.Mass(1)
	for i := range row {
		st := &row[i]
		if st.Grown == nil {
			continue
		}
		p := prospects[st.Planting.ID]
		o := st.YieldOutlook(growing[i], p, today)
		l := outlookLine{S: st, Now: o.Now, Ready: o.Ready, ReadyOn: st.ReadyOn()}
		if len(o.Weeks) > 1 {
			l.NextWeek = o.Weeks[1].Adds
		}
		if l.Window = windowWords(p); l.Window == "" && p != nil {
			l.Window = fmt.Sprintf("ripe in %.0f of 100 seasons", 100*p.Ripe)
		}
		body.Now += o.Now.Yield
		body.Ready += o.Ready.Yield
		body.Low += o.Ready.Low
		body.High += o.Ready.High
		most = max(most, o.Ready.High)
		body.Lines = append(body.Lines, l)
	}
	for i := range body.Lines {
		l := &body.Lines[i]
		for k, m := range [3]measure.Mass{l.Ready.Low, l.Ready.Yield, l.Ready.High} {
			l.Bar[k] = int(1000 * m / most)
		}
	}
	slices.SortStableFunc(body.Lines, func(a, b outlookLine) int { return cmp.Compare(a.ReadyOn, b.ReadyOn) })
	body.Weeks = draw.NewWeeks(readyWeeks(body.Lines, today), sys)
	s.render(c, http.StatusOK, "outlook", view{Title: "Outlook", Stage: "Plan", Body: body})
	return nil
}

// readyWeeks is what is ready in each week from today on.
func readyWeeks(lines []outlookLine, today measure.Day) []forecast.ProposedWeek {
	var out []forecast.ProposedWeek
	for _, l := range lines {
		week := max(0, int(l.ReadyOn-today)/7)
		for len(out) <= week {
			out = append(out, forecast.ProposedWeek{From: today + measure.Day(7*len(out))})
		}
		out[week].Fed += l.Ready.Yield
	}
	return out
}

// windowWords of the day a planting is ripe, in four years of five; empty where that is not
// known yet, or where it does not ripen in so many.
func windowWords(p *forecast.EnsembleForecast) string {
	if p == nil || p.Ripe < 0.91 {
		return ""
	}
	low, _, high := p.Mature.Days()
	return low.Short() + " to " + high.Short()
}
