package bags

import (
	"fmt"
	"math"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/water"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
	sitepages "glebata/web/site"
)

// WaterWalk is what the bags want to drink today, place by place as they stand.
type WaterWalk struct {
	Key    string
	Bags   int
	Total  measure.Loads
	Cans   string
	Places []waterPlace
	Round  string   // how long the round is from the tap
	Rain   string   // why some may be left be
	If     bool     // some want that much if nothing was given since the day beside them
	Short  []string // bags whose drip, reservoir or rain does not meet what they want
	Error  string
	// AskRain is the question how much it rained; nil where that is known.
	AskRain *sitepages.RainAsked
}

type waterPlace struct {
	Name string
	Bags []waterBag
}

// Only is what the press for the whole place sends: the field its bags have, and their IDs.
func (p waterPlace) Only() string {
	var ids []string
	for _, b := range p.Bags {
		ids = append(ids, fmt.Sprint(b.ID))
	}
	return string(p.Bags[0].Field) + " " + strings.Join(ids, " ")
}

type waterBag struct {
	Field  draw.Mark // "bag", or "pot" of the nursery
	ID     logbook.ID
	Label  draw.Text
	Litres draw.Text
	Since  draw.Text // it was not watered, if it wants that much
	Ticked bool
}

// NewWaterWalk of a row; nil where no bag wants any.
func NewWaterWalk(row []forecast.PlantingForecast, look *garden.View, sys measure.System) (*WaterWalk, error) {
	out := WaterWalk{Key: form.NewKey()}
	leave := 0.0
	round, metres, err := FromTap(look, forecast.Thirsty(row))
	if err != nil {
		return nil, err
	}
	if metres > 0 {
		out.Round = "In the order of a round from the tap, about " + sys.Far(math.Ceil(metres/sys.PerFar())*sys.PerFar(), 0)
	}
	for i := range row {
		st := &row[i]
		if st.Water != nil && st.Water.Short() {
			out.Short = append(out.Short, fmt.Sprintf("%s, %s left", st.Bag.Label, st.Water.Range()))
		}
	}
	for _, st := range round {
		if n := len(out.Places); n == 0 || out.Places[n-1].Name != st.Bag.Place.Name {
			out.Places = append(out.Places, waterPlace{Name: st.Bag.Place.Name})
		}
		at := &out.Places[len(out.Places)-1]
		b := waterBag{"bag", st.Planting.ID, draw.Escape(st.Bag.Label), draw.Escape(sys.Carried(st.Water.Give)), "", !st.Water.LeaveBe()}
		if st.Water.Doubtful() {
			b.Since, out.If = draw.Escape(st.Water.Since.Short()), true
		}
		if !b.Ticked {
			leave = st.Water.Rained
		}
		at.Bags = append(at.Bags, b)
		out.Bags++
	}
	out.Total = forecast.WaterSum(row)
	if err := out.addPots(look, sys); err != nil {
		return nil, err
	}
	if len(out.Places)+len(out.Short) == 0 {
		return nil, nil
	}
	if out.AskRain, err = sitepages.AskRain(look, "today"); err != nil {
		return nil, err
	}
	can, err := look.Can()
	if err != nil {
		return nil, err
	}
	n := int(math.Ceil(float64(sys.Together(out.Total...)/can) - 1e-9))
	out.Cans = fmt.Sprintf("%s of %s", parts.Counted(n, "can"), sys.Volume(can))
	if leave > 0 {
		out.Rain = fmt.Sprintf("Rain is likely tomorrow, %.0f %%: what is not ticked may be left be.", 100*leave)
	}
	return &out, nil
}

// addPots of the nursery that want water.
func (b *WaterWalk) addPots(look *garden.View, sys measure.System) error {
	pots, err := look.PotWater()
	if err != nil {
		return err
	}
	place := waterPlace{Name: "Pots"}
	for i := range pots {
		if p := &pots[i]; p.Give > 0 {
			place.Bags = append(place.Bags, waterBag{"pot", p.Nursling.ID, draw.Escape(p.Nursling.Label), draw.Escape(sys.Carried(p.Give)), draw.Escape(p.Since.Short()), true})
		}
	}
	if len(place.Bags) > 0 {
		b.Places = append(b.Places, place)
	}
	return nil
}

// potWorking is of the water left in a pot.
func (s *Pages) potWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	pots, err := look.PotWater()
	if err != nil {
		return err
	}
	for i := range pots {
		if p := &pots[i]; p.Nursling.ID == frame.PathID(c) {
			return s.AnswerWorking(c, p.Working(), p.Nursling.Label)
		}
	}
	return logbook.ErrNotFound
}

// FromTap puts plantings, one of each container, in the order of a round from the tap, with its
// length in m.
func FromTap(look *garden.View, list []*forecast.PlantingForecast) ([]*forecast.PlantingForecast, float64, error) {
	bags := make([]logbook.Bag, len(list))
	in := map[logbook.ID]*forecast.PlantingForecast{}
	for i, st := range list {
		bags[i], in[st.Bag.ID] = st.Bag, st
	}
	order, metres, err := look.FromTap(bags)
	out := make([]*forecast.PlantingForecast, len(order))
	for i, id := range order {
		out[i] = in[id]
	}
	return out, metres, err
}

// waterBody is the page of one bag's water.
type waterBody struct {
	S      *forecast.PlantingForecast
	W      *forecast.Water
	Chart  draw.OnBoth[draw.Water]
	Lines  []waterLine
	Given  measure.Volume // so far
	Rained measure.Volume
	Loss   measure.Volume // tomorrow's
	Factor string
	How    string // it comes by its water
	Swing  string
	Full   int // percent of days that it stood full
	Drowns bool
	Source string // of the weather
	Notes  []parts.Note
	Key    string // of the press that says all is written down
}

// waterLine is one day of the table.
type waterLine struct {
	Day               measure.Day
	Left              string
	Rain, Given, Lost measure.Volume
	Taken             measure.Volume // as given, that nobody wrote down
	Ahead, Wants      bool
}

// learned of a bag's own losses, when they are off by so much at the most, as a standard
// deviation: something was learned by then.
const learned = 0.25

// waterDays of the past that the table lists.
const waterDays = 14

func (s *Pages) waterPage(c *gin.Context) error {
	look, st, sys, err := s.AtBag(c)
	if err != nil {
		return err
	}
	body := waterBody{S: &st, W: st.Water, Source: look.WeatherName(), Key: form.NewKey()}
	if st.Water != nil {
		body.fill(sys)
	}
	s.Render(c, http.StatusOK, "water", frame.View{Title: "Water of " + st.Bag.Label, Stage: "Bags", Body: body})
	return nil
}

func (b *waterBody) fill(sys measure.System) {
	w := b.W
	b.Chart = draw.Both(func(p draw.Paper) draw.Water { return draw.NewWater(w, sys, p) })
	for i, f := range w.Run.Flows {
		if i <= w.Today {
			b.Given, b.Rained = b.Given+f.Given, b.Rained+f.Rain
		}
		if i > w.Today-waterDays {
			theta := w.Run.Theta[i]
			b.Lines = append(b.Lines, waterLine{
				Day: w.From + measure.Day(i), Left: w.RangeOn(i), Rain: f.Rain, Given: f.Given - w.Run.Taken[i], Taken: w.Run.Taken[i], Lost: f.Lost,
				Ahead: i > w.Today, Wants: theta < w.Bag.Threshold(i+1),
			})
		}
	}
	b.Loss = w.Tomorrow()
	if w.Entries > 0 && w.Run.FactorSD < learned {
		b.Factor = sys.Number(w.Run.Factor, 1) + " ± " + sys.Number(w.Run.FactorSD, 1)
	}
	if w.Plan.Regime != water.ByNeed {
		for i := len(b.S.Care) - 1; i >= 0 && b.How == ""; i-- {
			if e := &b.S.Care[i]; e.Kind == logbook.Irrigated {
				b.How = b.S.Planting.Says(e).In(sys)
			}
		}
	}
	past := w.Run.Theta[:w.Today+1]
	if rise := water.Swing(past, w.Today); rise > water.Splits && b.S.Grown.Run.Initiation != 0 && b.S.Grown.Run.Initiation <= w.From+measure.Day(w.Today) {
		b.Swing = fmt.Sprintf("It went up by %.0f %% within two days: after a swing like that tubers may split. Water little and often.", 100*rise)
	}
	share := water.Waterlogged(w.Run.Soaked[:w.Today+1])
	b.Full, b.Drowns = int(math.Round(100*share)), share > water.Drowns
	b.Notes = parts.NewNotes(b.S, []string{forecast.FigureWaterLeft, forecast.FigureWater, forecast.FigureWaterLoss}, sys)
}
