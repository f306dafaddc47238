package bags

import (
	"fmt"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// manyBody is the page of one entry for many bags.
type manyBody struct {
	Kinds  []form.Option
	Form   form.Form
	Places []manyPlace
	Pick   parts.PickBody
	None   bool // nothing grows
	Error  string
	Said   string
	parts.KeptTogether
}

type manyPlace struct {
	Name string
	Bags []manyBag
}

type manyBag struct {
	ID      logbook.ID
	Label   string
	Variety string
	Ticked  bool
	Wrong   string
}

// many is the page on which one entry is kept for many bags.
func (s *Pages) many(c *gin.Context) error { return s.manyPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) manyPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	row, err := look.Row()
	if err != nil {
		return err
	}
	shelf, err := newCareShelf(look)
	if err != nil {
		return err
	}
	kind := logbook.Kind(c.Request.FormValue("kind"))
	d, ok := logbook.DoingOf(kind)
	if !ok {
		d = logbook.Doings[0]
	}
	body := manyBody{None: len(row) == 0, Said: s.Said(c)}
	grows := func(st forecast.PlantingForecast) bool { return st.Stage == logbook.StageGrowing }
	if kind == "" && len(row) > 0 && !slices.ContainsFunc(row, grows) { // all of them are plans
		kind = "plant"
	}
	work := workOf(string(kind))
	for i := range manyWorks {
		o := &manyWorks[i]
		body.Kinds = append(body.Kinds, form.Option{Value: o.key, Name: o.title, Chosen: o == work, Group: "Work"})
	}
	for _, o := range logbook.Doings {
		body.Kinds = append(body.Kinds, form.Option{Value: string(o.Kind), Name: o.Title, Chosen: work == nil && o.Kind == d.Kind, Group: "Done and seen"})
	}
	f, key := careForm(d, shelf, t.Units, "", parts.DayField(look.Today())), string(d.Kind)
	if work != nil {
		f, key = work.form(t.Units, parts.DayField(look.Today())), work.key
	}
	f.Action, f.Fields = "/entries", append(f.Fields, form.Field{Name: "kind", Kind: "hidden", Value: key})
	body.Form = t.Fill(f)
	ticked := map[string]bool{}
	for _, id := range t.Values["bag"] {
		ticked[id] = true
	}
	offered := offeredFor(row, work, d)
	body.Pick = parts.OfferPicks(offered, t)
	for _, st := range offered {
		if n := len(body.Places); n == 0 || body.Places[n-1].Name != st.Bag.Place.Name {
			body.Places = append(body.Places, manyPlace{Name: st.Bag.Place.Name})
		}
		at := &body.Places[len(body.Places)-1]
		id := fmt.Sprint(st.Planting.ID)
		at.Bags = append(at.Bags, manyBag{st.Planting.ID, st.Bag.Label, st.Variety.Name, ticked[id], t.At("bag-" + id)})
	}
	body.Back = "/entries"
	if err := body.Kept(look, c.Query("done"), t.Units); err != nil {
		return err
	}
	body.Error = t.At("bags")
	s.Render(c, status, "many", frame.View{Title: "One entry for many bags", Stage: "Bags", Body: body})
	return nil
}

// offeredFor work, or for something done or seen, are the plantings it can be of.
func offeredFor(row []forecast.PlantingForecast, work *manyWork, d logbook.Doing) []*forecast.PlantingForecast {
	var out []*forecast.PlantingForecast
	for i := range row {
		st := &row[i]
		if work != nil && work.asks(st) || work == nil && (st.Stage == logbook.StageGrowing || d.Before && st.Stage == logbook.StagePlanned) {
			out = append(out, st)
		}
	}
	return out
}

// saveMany keeps one entry for the bags that are picked.
func (s *Pages) saveMany(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	key := r.Text("kind")
	work := workOf(key)
	d, ok := logbook.DoingOf(logbook.Kind(key))
	if !ok && work == nil {
		return logbook.ErrNotFound
	}
	products, err := look.Products()
	if err != nil {
		return err
	}
	row, err := look.Row()
	if err != nil {
		return err
	}
	picked := r.Picked(offeredFor(row, work, d))
	var entries []logbook.Entry
	if work != nil {
		list := make([]forecast.PlantingForecast, len(picked))
		for i, id := range picked {
			if list[i], err = look.Planting(id); err != nil {
				return err
			}
		}
		entries = readManyEntries(&r, work, list, products)
	} else {
		e := readCare(&r, d, products)
		e.Day, e.About = r.Day("day"), r.Text("about") != ""
		for _, id := range picked {
			e.Planting = id
			entries = append(entries, e)
		}
	}
	asked := s.Request(c)
	kept, err := r.Keep(func() error {
		_, err := s.Garden.RecordEach(c.Request.Context(), entries, asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.manyPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent(key)))
	}
	c.Redirect(http.StatusSeeOther, "/entries?kind="+key+"&done="+asked.Key)
	return nil
}

// undoMany takes back what was kept together.
func (s *Pages) undoMany(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.UndoMany(c.Request.Context(), r.Text("group"), s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.manyPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("undo")))
	}
	back := "/entries"
	if to := r.Text("back"); to == frame.OverdueAddress || to == frame.TonightAddress || to == frame.LiftAddress || to == "/" {
		back = to
	}
	return s.RedirectWithFlash(c, back, "Undone for all of them.")
}
