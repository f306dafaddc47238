package bags

import (
	"errors"
	"fmt"
	"math"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	planpages "glebata/web/plan"
)

// thingNames for reading, in the plural.
var thingNames = map[logbook.Thing]string{
	logbook.BagThing: "Bags", logbook.ModelThing: "Kinds of bag", logbook.PlaceThing: "Places", logbook.VarietyThing: "Varieties",
	logbook.LotThing: "Seed lots", logbook.TrayThing: "Trays", logbook.ProductThing: "What you buy", logbook.MixThing: "Your mixes",
}

// thingBody is the page of everything that can be put right.
type thingsBody struct {
	Groups []thingGroup
	Said   string
}

type thingGroup struct {
	Name string
	Here []logbook.Named
}

// things lists what is kept, each with its way to be put right.
func (s *Pages) things(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	all, err := look.Everything()
	if err != nil {
		return err
	}
	body := thingsBody{Said: s.Said(c)}
	for _, t := range logbook.Things() {
		g := thingGroup{Name: thingNames[t]}
		for _, n := range all {
			if n.Thing == t {
				g.Here = append(g.Here, n)
			}
		}
		if len(g.Here) > 0 {
			body.Groups = append(body.Groups, g)
		}
	}
	s.Render(c, http.StatusOK, "things", frame.View{Title: "Put right", Stage: "Bags", Body: body})
	return nil
}

// correctBody is the page on which one thing is put right.
type correctBody struct {
	Named   logbook.Named
	Kind    string
	Form    form.Form
	Moves   []garden.Moved
	CanKeep bool // it can be retired or deleted
	Key     string
	Error   string
}

func (s *Pages) correct(c *gin.Context) error {
	return s.correctPage(c, http.StatusOK, form.Sent{}, nil)
}

func (s *Pages) correctPage(c *gin.Context, status int, t form.Sent, moves []garden.Moved) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	n, err := thingNamed(look, c)
	if err != nil {
		return err
	}
	f, err := correctForm(look, n, t.Units)
	if err != nil {
		return err
	}
	f.Name, f.Title, f.Button, f.Says, f.Open = "correct", "Put right", "Put it right", "", true
	f.Action = fmt.Sprintf("/correct/%s/%d", n.Thing, n.ID)
	if len(moves) > 0 {
		f.Fields = append(f.Fields, form.Field{Name: "sure", Label: "Yes: these figures of finished bags are to move", Kind: "tick"})
	}
	body := correctBody{Named: n, Kind: thingNames[n.Thing], Form: t.Fill(f), Moves: moves, CanKeep: n.Thing != planThing, Key: form.NewKey()}
	if t.Form == "keep" {
		body.Error = t.At("")
	}
	s.Render(c, status, "correct", frame.View{Title: "Put right: " + n.Name, Stage: "Bags", Body: body})
	return nil
}

// thingNamed is the thing an address speaks of.
func thingNamed(look *garden.View, c *gin.Context) (logbook.Named, error) {
	thing, id := logbook.Thing(c.Param("thing")), frame.PathID(c)
	if thing == planThing {
		st, err := look.Planting(id)
		return logbook.Named{Thing: thing, ID: id, Name: "the plan of " + st.Bag.Label}, err
	}
	all, err := look.Everything()
	if err != nil {
		return logbook.Named{}, err
	}
	n, ok := logbook.Find(all, func(n logbook.Named) bool { return n.Thing == thing && n.ID == id })
	if !ok {
		return n, logbook.ErrNotFound
	}
	return n, nil
}

// readCorrection reads what a thing is put right to.
func readCorrection(r *frame.Reading, look *garden.View, n logbook.Named) (garden.Correction, error) {
	c := garden.Correction{Sure: r.Text("sure") != ""}
	switch n.Thing {
	case logbook.BagThing:
		c.Bag = &garden.BagCorrection{ID: n.ID, Label: r.Text("label"), Model: r.ID("model"), Place: r.ID("place")}
	case logbook.ModelThing:
		m := readModel(r)
		m.ID = n.ID
		c.Model = &m
	case logbook.PlaceThing:
		c.Place = &logbook.Place{ID: n.ID, Name: r.Text("name"), Shelter: climate.Shelter(r.Text("shelter"))}
	case logbook.VarietyThing:
		c.Variety = &logbook.Variety{ID: n.ID, Name: r.Text("name"), Class: crop.Class(r.Text("class")), PacketDays: r.Count("days")}
	case logbook.LotThing:
		c.Lot = &garden.LotCorrection{ID: n.ID, Label: r.Text("label"), Variety: r.ID("variety"), Source: logbook.Source(r.Text("source")), Year: r.Count("year"), Cost: r.Cents("cost")}
	case logbook.TrayThing:
		c.Tray = &logbook.Tray{ID: n.ID, Label: r.Text("label")}
	case logbook.ProductThing:
		p, _ := planpages.ReadProduct(r)
		p.ID = n.ID
		c.Product = &p
	case logbook.MixThing:
		cat, err := look.Catalogue()
		if err != nil {
			return c, err
		}
		c.Mix = &garden.MixCorrection{ID: n.ID, Name: r.Text("name"), Parts: planpages.ReadParts(r, cat.Components)}
	case planThing:
		st, err := look.Planting(n.ID)
		if err != nil {
			return c, err
		}
		l, was := st.Filling, st.Filling
		if school := hill.School(r.Text("school")); school != was.School { // what was left as it stood is the new way's own
			l = garden.FilledOtherwise(&st.Planting, school)
		}
		l.Trigger, l.Showing = 0, 0
		l = planpages.ReadOwnWay(r, l)
		typed := func(field string, was, usual measure.Length) measure.Length {
			if v := r.LengthOr(field, usual); math.Abs(float64(v-was)) > 0.06 {
				return v
			}
			return usual
		}
		l.Headspace, l.Filler, l.Base = r.LengthOr("headspace", l.Headspace), r.LengthOr("filler", 0), typed("base", was.Base, l.Base)
		l.Cover, l.MaxLayer, l.Settling = typed("cover", was.Cover, l.Cover), typed("layer", was.MaxLayer, l.MaxLayer), r.Number("settling", 100*l.Settling)/100
		c.Plan = &garden.PlanCorrection{ID: n.ID, Variety: r.ID("variety"), Number: r.Count("number"), Filling: l}
	}
	return c, nil
}

// saveCorrection puts a thing right.
func (s *Pages) saveCorrection(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	n, err := thingNamed(look, c)
	if err != nil {
		return err
	}
	ask, err := readCorrection(&r, look, n)
	if err != nil {
		return err
	}
	if r.Faults == nil {
		_, err = s.Garden.Correct(c.Request.Context(), ask, s.Request(c))
		var unsure *garden.NotSure
		if errors.As(err, &unsure) {
			r.Faults.Add("sure", "Look at what moves, then tick this and send it again.")
			return s.correctPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("correct")), unsure.Moves)
		}
		if err := r.Refused(err); err != nil {
			return err
		}
	}
	if r.Faults != nil {
		return s.correctPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("correct")), nil)
	}
	if n.Thing == planThing {
		return s.RedirectWithFlash(c, fmt.Sprintf("/plantings/%d", n.ID), "Put right.")
	}
	return s.RedirectWithFlash(c, "/correct", "Put right: "+n.Name+".")
}

// retire a thing, bring it back, or delete it.
func (s *Pages) retire(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	n, err := thingNamed(look, c)
	if err != nil {
		return err
	}
	said := n.Name + " is retired: kept for old records, offered no more."
	kept, err := r.Keep(func() (err error) {
		switch r.Text("how") {
		case "delete":
			said = n.Name + " is deleted."
			_, err = s.Garden.Delete(c.Request.Context(), n.Thing, n.ID, s.Request(c))
		case "back":
			said = n.Name + " is offered again."
			_, err = s.Garden.Retire(c.Request.Context(), n.Thing, n.ID, false, s.Request(c))
		default:
			_, err = s.Garden.Retire(c.Request.Context(), n.Thing, n.ID, true, s.Request(c))
		}
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.correctPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("keep")), nil)
	}
	return s.RedirectWithFlash(c, "/correct", said)
}
