package plan

import (
	"cmp"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/web/draw"
	"glebata/web/frame"
	"glebata/web/parts"
)

// outlookBody is what the season may still give, bag by bag and week by week.
type outlookBody struct {
	Lines    []outlookLine
	Weeks    draw.OnBoth[draw.Weeks]
	NowSum   measure.Harvests
	ReadySum measure.Harvests
	Low      measure.Mass
	High     measure.Mass
	Weather  string // what stands in for days without a record
	Progress garden.Progress
}

// outlookLine is one bag of the outlook.
type outlookLine struct {
	S          *forecast.PlantingForecast
	Now, Ready forecast.Harvest
	NextWeek   measure.Mass // what a week of waiting adds
	Dates      *parts.Dates
	Bar        [3]int // low, mid, high of the most, of 1000
}

func (s *Pages) outlook(c *gin.Context) error {
	look, err := s.Look(c)
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
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	body := outlookBody{Weather: look.WeatherName(), Progress: progress}
	var list []forecast.PlantingForecast
	var asked []bag.Growing
	var found []*forecast.EnsembleForecast
	most := measure.Mass(1)
	for i := range row {
		st := &row[i]
		if st.Grown == nil {
			continue
		}
		p := prospects[st.Planting.ID]
		o := st.YieldOutlook(growing[i], p, today)
		l := outlookLine{S: st, Now: o.Now, Ready: o.Ready, Dates: parts.NewDates(st, p, look.WeatherName())}
		if len(o.Weeks) > 1 {
			l.NextWeek = o.Weeks[1].Adds
		}
		body.NowSum, body.ReadySum = append(body.NowSum, o.Now.Yield), append(body.ReadySum, o.Ready.Yield)
		list, asked, found = append(list, *st), append(asked, growing[i]), append(found, p)
		most = max(most, o.Ready.High)
		body.Lines = append(body.Lines, l)
	}
	for i := range body.Lines {
		l := &body.Lines[i]
		for k, m := range [3]measure.Mass{l.Ready.Low, l.Ready.Yield, l.Ready.High} {
			l.Bar[k] = int(1000 * m / most)
		}
	}
	sum := forecast.SumOutlooks(list, asked, found)
	body.Low, body.High = sum.Low, sum.High
	slices.SortStableFunc(body.Lines, func(a, b outlookLine) int { return cmp.Compare(a.Dates.Lift, b.Dates.Lift) })
	weeks := readyWeeks(body.Lines, today)
	body.Weeks = draw.Both(func(p draw.Paper) draw.Weeks { return draw.NewWeeks(weeks, sys, p) })
	s.Render(c, http.StatusOK, "outlook", frame.View{Title: "Outlook", Stage: "Plan", Body: body})
	return nil
}

// readyWeeks is what is ready in each week from today on.
func readyWeeks(lines []outlookLine, today measure.Day) []forecast.ProposedWeek {
	var out []forecast.ProposedWeek
	for _, l := range lines {
		week := max(0, int(l.Dates.Lift-today)/7)
		for len(out) <= week {
			out = append(out, forecast.ProposedWeek{From: today + measure.Day(7*len(out))})
		}
		out[week].Fed += l.Ready.Yield
	}
	return out
}
