package lift

import (
	"fmt"
	"math"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/frame"
	"glebata/web/parts"
)

// ticketBody is the sheet of a bag: every sum line by line, by grade, all its measures; printed
// it is the ticket on the crate.
type ticketBody struct {
	S        *forecast.PlantingForecast
	Heap     *draw.Heap
	Lines    []ticketLine
	Grades   []ticketLine
	Measures []ticketLine
	Code     parts.CodeView // of its page, for the crate
	Address  string
	Faults   string
	Seen     []string
	Minutes  int
	Low      measure.Mass
	High     measure.Mass
	Notes    []parts.Note
}

// ticketLine is one line of it; where Working is an address, the figure opens it.
type ticketLine struct {
	Says, Figure, Working string
	key                   string // of a working of the sheet's own
	own                   working.Working
}

func (s *Pages) ticket(c *gin.Context) error {
	body, err := s.newTicket(c)
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	body.Notes = parts.NewNotes(body.S, []string{forecast.FigureHarvest, forecast.FigureRatio}, sys)
	s.Render(c, http.StatusOK, "ticket", frame.View{Title: "Sheet of " + body.S.Bag.Label, Stage: "Lift", Body: body})
	return nil
}

// ticketWorking is of one figure of the sheet's own.
func (s *Pages) ticketWorking(c *gin.Context) error {
	body, err := s.newTicket(c)
	if err != nil {
		return err
	}
	for i := range body.Measures {
		if l := &body.Measures[i]; l.key == c.Param("figure") {
			return s.AnswerWorking(c, l.own, "Bag "+body.S.Bag.Label+", "+body.S.Variety.Name)
		}
	}
	return logbook.ErrNotFound
}

func (s *Pages) newTicket(c *gin.Context) (ticketBody, error) {
	look, st, sys, err := s.AtBag(c)
	if err != nil {
		return ticketBody{}, err
	}
	body := ticketBody{S: &st, Address: fmt.Sprintf("%s/plantings/%d/sheet", frame.RequestAddress(c), st.Planting.ID)}
	if body.Code, err = parts.NewCodeView(body.Address); err != nil {
		return body, err
	}
	stems := 0.0
	if st.Grown != nil || st.Stage == logbook.StageClosed {
		growing, err := look.Expected(&st)
		if err != nil {
			return body, err
		}
		stems = float64(growing.Plants * max(1, growing.Sprouts))
	}
	body.fill(stems, sys)
	return body, nil
}

// fill the sheet of a bag that had so many stems, as far as they were counted.
func (b *ticketBody) fill(stems float64, sys measure.System) {
	st := b.S
	for i := len(st.Log) - 1; i >= 0; i-- {
		e := &st.Log[i]
		if e.Kind != logbook.Weighed {
			continue
		}
		for k := range e.Batches {
			batch := &e.Batches[k]
			says := e.Day.Short() + ", " + batch.Grade
			if batch.Line != "" {
				says += ": “" + batch.Line + "”"
			} else if batch.Container != "" {
				says += fmt.Sprintf(": %s less %s", sys.Fine(batch.Gross), batch.Container)
			}
			b.Lines = append(b.Lines, ticketLine{Says: says, Figure: logbook.BatchWords(batch, st.Variety.Class.Crop().Lifted()).In(sys)})
		}
		b.Minutes += e.Level
		for _, choice := range logbook.SeenAtLifting {
			if slices.Contains(strings.Fields(e.Thing), choice.Key) {
				b.Seen = append(b.Seen, choice.Name)
			}
		}
	}
	if len(b.Lines) == 0 {
		return
	}
	at := fmt.Sprintf("/plantings/%d/working/", st.Planting.ID)
	for _, g := range lift.Grades() {
		if m := st.Harvest.ByGrade[g]; m > 0 {
			b.Grades = append(b.Grades, ticketLine{Says: g.Name().In(sys), Figure: sys.Fine(m)})
		}
	}
	if !st.Harvest.Exact() {
		b.Low, b.High = st.Harvest.Low, st.Harvest.High
	}
	var faults []string
	for _, f := range lift.Faults() {
		if n := st.Harvest.Faults[f]; n > 0 {
			faults = append(faults, fmt.Sprintf("%d %s", n, f.Name()))
		}
	}
	b.Faults = strings.Join(faults, ", ")
	heap := draw.NewHeap(st, parts.HeapScale, sys)
	b.Heap = &heap
	m := st.Measures()
	add := func(says, figure, address string) {
		b.Measures = append(b.Measures, ticketLine{Says: says, Figure: figure, Working: address})
	}
	own := func(key, says, figure string, w working.Working) {
		b.Measures = append(b.Measures, ticketLine{Says: says, Figure: figure, Working: fmt.Sprintf("/plantings/%d/sheet/%s", st.Planting.ID, key), key: key, own: w})
	}
	if r, ok := m.Ratio(); ok {
		low, high := m.RatioRange()
		text := "× " + sys.Number(r, 1)
		if high-low > 0.05 {
			text += " (" + sys.Number(low, 1) + " to " + sys.Number(high, 1) + ")"
		}
		add("for each gram of seed", text, at+forecast.FigureRatio)
		if gross, ok := m.GrossRatio(); ok && m.Gross > m.Edible {
			add("with discards", "× "+sys.Number(gross, 1), at+forecast.FigureRatio)
		}
	}
	if v := m.PerLitre(); v > 0 {
		add("a litre of medium", sys.InLitre(v), at+forecast.FigurePerLitre)
	}
	if v := m.PerArea(); v > 0 {
		add("a square metre", sys.ToArea(v), at+forecast.FigurePerArea)
	}
	if v := m.PerPlant(); v > 0 {
		add("a plant", sys.Mass(v), at+forecast.FigurePerPlant)
	}
	if stems > 0 && st.Harvest.Edible > 0 {
		each := st.Harvest.Edible / measure.Mass(stems)
		own("stem", "a stem", sys.Mass(each), lift.ShareWorking("Harvest for each stem", "edible harvest", st.Harvest.Edible, "stems, by the sprouts that were counted, else the usual", stems, each))
	}
	if v := st.Harvest.MeanTuber(); v > 0 {
		add("mean tuber", sys.Mass(v), at+forecast.FigureMean)
	}
	if n := st.Harvest.Count; n > 0 && st.Plants > 0 {
		each := measure.Each(float64(n) / float64(st.Plants))
		own("tubers", "tubers a plant, of those counted", sys.Print(each), lift.ShareWorking("Tubers for each plant", "tubers that were counted", n, "tubers or slips planted", st.Plants, each))
	}
	if kg := st.Harvest.Edible.Kilograms(); kg > 0 {
		if m := st.Bag.Model; m.Price > 0 {
			season := float64(m.Price) / float64(max(1, m.Lasts))
			each := measure.Money(math.Round(season / kg))
			own("cost", "of what its bag costs a season, for each kilogram", sys.Print(each), lift.ShareWorking("Cost of the bag for each kilogram", "its price over the seasons it lasts", measure.Money(math.Round(season)), "kilograms of edible harvest", kg, each))
		}
		if water := st.WaterEntered(); water > 0 {
			each := water / measure.Volume(kg)
			own("water", "of water entered, for each kilogram", sys.Volume(each), lift.ShareWorking("Water for each kilogram", "water that was entered", water, "kilograms of edible harvest", kg, each))
		}
	}
	if st.Harvest.Gross > 0 {
		keep := st.Harvest.ByGrade[lift.Keep]
		share := fmt.Sprintf("%.0f %%", 100*float64(keep/st.Harvest.Gross))
		own("keep", "of it to keep", share, lift.ShareWorking("Share to keep", "graded to keep", keep, "all that was lifted, discards too", st.Harvest.Gross, share))
	}
	if b.Minutes > 0 {
		hours := float64(b.Minutes) / 60
		each := st.Harvest.Gross / measure.Mass(hours)
		own("hour", "an hour of lifting", sys.Mass(each), lift.ShareWorking("Lifted in an hour", "all that was lifted, discards too", st.Harvest.Gross, "hours it took", math.Round(100*hours)/100, each))
	}
}
