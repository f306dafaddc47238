package bags

import (
	"fmt"
	"math"
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type terraceBody struct {
	View    forecast.TerraceView
	Drawing draw.Terrace
	Move    form.Form
	Outline form.Form
	Walls   []wallLine
	Said    string
	Error   string
	Caution []form.Caution
	MoveKey string
}

// wallLine is one wall of the form.
type wallLine struct {
	N                            int
	Name, X1, Y1, X2, Y2, Height form.Field
}

func (s *Pages) terrace(c *gin.Context) error { return s.terracePage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) terracePage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	v, err := look.Terrace()
	if err != nil {
		return err
	}
	body := terraceBody{View: v, Drawing: draw.NewTerrace(v, t.Units), Said: s.Said(c), Caution: parts.Beware("load", "lifting", "heat"), MoveKey: form.NewKey()}
	body.Move = t.Fill(moveForm(v, t.Units))
	body.Outline = t.Fill(outlineForm(v, t.Units))
	body.walls(v, t)
	s.Render(c, status, "terrace", frame.View{Title: "Terrace", Stage: "Bags", Body: body})
	return nil
}

func figured(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

// far is a distance of so many metres for a field, in the grower's unit.
func far(metres float64, sys measure.System) string {
	return figured(math.Round(100*metres/sys.PerFar()) / 100)
}

// onFloor is what a unit of weight on a unit of floor is told in, and how many g a square metre it is.
func onFloor(sys measure.System) (unit string, grams float64) {
	if sys.Metric() {
		return "kg/m²", 1000
	}
	return "lb/sq ft", 4882.43
}

func moveForm(v forecast.TerraceView, sys measure.System) form.Form {
	var bags []form.Option
	for _, b := range v.Bags {
		name := b.Bag.Label
		if b.Variety != "" {
			name += " · " + b.Variety
		}
		if !b.Placed {
			name += " (not placed)"
		}
		bags = append(bags, form.Option{Value: fmt.Sprint(b.Bag.ID), Name: name})
	}
	return form.Form{Name: "move", Title: "Put a bag on its spot", Action: "/terrace/move", Button: "It stands there", Fields: []form.Field{
		{Name: "bag", Label: "Bag", Kind: "choice", Options: bags},
		{Name: "x", Label: "From the left", Kind: "count", Unit: string(sys.FarUnit())},
		{Name: "y", Label: "From the near edge", Kind: "count", Unit: string(sys.FarUnit())},
	}}
}

func outlineForm(v forecast.TerraceView, sys measure.System) form.Form {
	m := string(sys.FarUnit())
	on, grams := onFloor(sys)
	limit := ""
	if v.Limit > 0 {
		limit = figured(math.Round(10*float64(v.Limit)/grams) / 10)
	}
	return form.Form{Name: "outline", Title: "The terrace and what throws shade", Action: "/terrace", Button: "Save the terrace", Fields: []form.Field{
		{Name: "width", Label: "Wide", Kind: "count", Unit: m, Value: far(v.Width, sys)},
		{Name: "depth", Label: "Deep", Kind: "count", Unit: m, Value: far(v.Depth, sys)},
		{Name: "heading", Label: "Its far edge looks to", Kind: "count", Unit: "°", Value: figured(v.Heading), Hint: "0 north, 90 east, 180 south, 270 west"},
		{Name: "tap-x", Label: "Tap, from the left", Kind: "count", Unit: m, Value: far(v.Tap.X, sys)},
		{Name: "tap-y", Label: "Tap, from the near edge", Kind: "count", Unit: m, Value: far(v.Tap.Y, sys)},
		{Name: "limit", Label: "It bears, you were told", Kind: "count", Unit: on, Value: limit, Hint: "By the owner or an engineer; empty when nobody said"},
	}}
}

// spareWalls are offered beyond those there are.
const spareWalls = 2

func (b *terraceBody) walls(v forecast.TerraceView, t form.Sent) {
	for i := range min(len(v.Walls)+spareWalls, 12) {
		field := func(name, label, value string) form.Field {
			f := form.Field{Name: fmt.Sprintf("%s-%d", name, i+1), Label: fmt.Sprintf("%s of wall %d", label, i+1), Value: value}
			f.ID = "wall-" + f.Name
			if t.Form == "outline" {
				f.Value, f.Error = t.Values.Get(f.Name), t.At(f.Name)
			}
			return f
		}
		w := terrace.Wall{}
		have := i < len(v.Walls)
		if have {
			w = v.Walls[i]
		}
		number := func(x float64) string {
			if !have {
				return ""
			}
			return t.Units.Text(far(x, t.Units))
		}
		b.Walls = append(b.Walls, wallLine{
			i + 1, field("name", "Name", w.Name), field("x1", "Begins, from the left", number(w.From.X)), field("y1", "Begins, from the near edge", number(w.From.Y)),
			field("x2", "Ends, from the left", number(w.To.X)), field("y2", "Ends, from the near edge", number(w.To.Y)), field("height", "Height", number(w.Height)),
		})
	}
}

func (s *Pages) saveTerrace(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	t := logbook.Terrace{Terrace: terrace.Terrace{Width: r.Metres("width", 0), Depth: r.Metres("depth", 0), Heading: r.Number("heading", 0)}}
	t.Tap = terrace.Point{X: r.Metres("tap-x", 0), Y: r.Metres("tap-y", 0)}
	if r.Text("limit") != "" {
		_, grams := onFloor(r.Units)
		t.Limit = measure.Mass(grams * r.Number("limit", 0))
	}
	for i := 1; i <= 12; i++ {
		at := func(name string) float64 { return r.Metres(fmt.Sprintf("%s-%d", name, i), 0) }
		if r.Text(fmt.Sprintf("height-%d", i)) == "" {
			continue
		}
		t.Walls = append(t.Walls, terrace.Wall{
			Name: r.Text(fmt.Sprintf("name-%d", i)), From: terrace.Point{X: at("x1"), Y: at("y1")}, To: terrace.Point{X: at("x2"), Y: at("y2")}, Height: at("height"),
		})
	}
	kept, err := r.Keep(func() error { return s.Garden.SaveTerrace(c.Request.Context(), t, s.Request(c)) })
	if err != nil {
		return err
	}
	if !kept {
		return s.terracePage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("outline")))
	}
	return s.RedirectWithFlash(c, "/terrace", "The terrace is saved.")
}

func (s *Pages) moveBag(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	to := terrace.Point{X: r.Metres("x", -1), Y: r.Metres("y", -1)}
	kept, err := r.Keep(func() error { return s.Garden.MoveBag(c.Request.Context(), r.ID("bag"), to, s.Request(c)) })
	if err != nil {
		return err
	}
	if !kept {
		return s.terracePage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("move")))
	}
	look, err := s.Look(c) // as it is now
	if err != nil {
		return err
	}
	hours, _, err := look.SunAt(r.ID("bag"))
	if err != nil {
		return err
	}
	return s.RedirectWithFlash(c, "/terrace", "Moved: "+r.Units.Number(hours, 1)+" hours of sun a day there.")
}

// sunWorking is of the hours of sun on the spot of one bag.
func (s *Pages) sunWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	v, err := look.Terrace()
	if err != nil {
		return err
	}
	for _, b := range v.Bags {
		if b.Bag.ID == frame.PathID(c) && b.Placed {
			return s.AnswerWorking(c, v.HoursWorking(v.Latitude, v.From, v.Until, b.Stand.At), "Bag "+b.Bag.Label)
		}
	}
	return logbook.ErrNotFound
}
