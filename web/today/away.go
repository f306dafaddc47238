package today

import (
	"fmt"
	"math"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden/forecast"
	bagspages "glebata/web/bags"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// awayBody is the page for who waters while the grower is away.
type awayBody struct {
	Form  form.Form
	Days  []awayDay
	Total measure.Loads
	None  bool // nothing grows
	Error string
}

// awayDay is what to bring on one day, in walking order from the tap.
type awayDay struct {
	Day   string
	Bags  []awayBag
	Total measure.Loads
	Cans  string
}

type awayBag struct {
	Label   string
	Litres  measure.Volume
	Working string // address of how it comes about
}

// usualAway is how long a grower is away until they say otherwise, in days.
const usualAway = 14

func (s *Pages) away(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	today := look.Today()
	from, until := today+1, today+usualAway
	if r.Text("from") != "" {
		from = r.Day("from")
	}
	if r.Text("until") != "" {
		until = r.Day("until")
	}
	last := today + forecast.AwayDays
	if r.Faults == nil && (until < from || from <= today || until > last) {
		r.Faults.Add("until", "Choose days after today, up to {}: further ahead nobody knows the weather.", last)
	}
	sent := r.Sent("away")
	sent.Units = r.Units
	f := form.Form{Name: "away", Action: "/water/away", Button: "Show it", Fields: []form.Field{
		{Name: "from", Label: "You are away from", Kind: "day", Value: from.ISO()}, {Name: "until", Label: "until", Kind: "day", Value: until.ISO()},
	}}
	body := awayBody{Form: sent.Fill(f)}
	status := http.StatusOK
	if r.Faults != nil {
		status = http.StatusUnprocessableEntity
	} else if err := s.fillAway(c, &body, from, until, r.Units); err != nil {
		return err
	}
	s.Render(c, status, "away", frame.View{Title: "Water while you are away", Stage: "Today", Body: body})
	return nil
}

// fillAway with what each bag wants on the days between.
func (s *Pages) fillAway(c *gin.Context, b *awayBody, from, until measure.Day, sys measure.System) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	row, err := look.Row()
	if err != nil {
		return err
	}
	can, err := look.Can()
	if err != nil {
		return err
	}
	days := make([]awayDay, until-from+1)
	round, _, err := bagspages.FromTap(look, forecast.Watered(row))
	if err != nil {
		return err
	}
	b.None = len(round) == 0
	for _, st := range round {
		for _, d := range st.Water.Ahead() {
			if d.Day >= from && d.Day <= until {
				at := &days[d.Day-from]
				at.Bags, at.Total = append(at.Bags, awayBag{st.Bag.Label, d.Litres, fmt.Sprintf("/plantings/%d/working/%s%s", st.Planting.ID, forecast.FigureWaterOn, d.Day.ISO())}), append(at.Total, d.Litres)
			}
		}
	}
	for i := range days {
		d := &days[i]
		if len(d.Bags) == 0 {
			continue
		}
		day := from + measure.Day(i)
		d.Day = fmt.Sprintf("%s %d", day.Long(), day.Year())
		d.Cans = fmt.Sprintf("%s of %s", parts.Counted(int(math.Ceil(float64(sys.Together(d.Total...)/can)-1e-9)), "can"), sys.Volume(can))
		b.Days, b.Total = append(b.Days, *d), append(b.Total, d.Total...)
	}
	return nil
}
