package bags

import (
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type bagsBody struct {
	Sorts  []logbook.Sort
	Bags   []bagLine
	Pages  []bagPage // of the list, when it has more than one
	Models []modelLine
	Add    form.Form
	Look   form.Form
	Model  form.Form
	Said   string
}

// bagLine is one bag of the list, in words put in the grower's units; In is empty when
// it is free.
type bagLine struct {
	ID, Model                 logbook.ID
	Label, Place, Kind, Worn  draw.Text
	Usable, In, Medium, Ahead draw.Text
	Due                       draw.Mark // kind of the job when it is due
}

func newBagLine(b logbook.Bag, now *forecast.PlantingForecast, sys measure.System) bagLine {
	l := bagLine{
		ID: b.ID, Model: b.Model.ID, Label: draw.Escape(b.Label), Place: draw.Escape(b.Place.Name), Kind: draw.Escape(b.Model.Name),
		Usable: draw.Escape(sys.Volume(b.Model.Shape.Usable(hill.UsualHeadspace))),
	}
	if b.Condition != logbook.Sound {
		l.Worn = draw.Escape(string(b.Condition))
	}
	if now == nil {
		return l
	}
	l.In, l.Medium, l.Ahead = draw.Escape(now.Variety.Name), "planned", draw.Escape(now.Job.Tag.In(sys))
	if now.Stage == logbook.StageGrowing {
		l.Medium = draw.Escape(sys.Length(now.Bag.Model.Shape.Told(now.Level)))
	}
	if now.Job.Due() {
		l.Due = draw.Mark(now.Job.Kind)
	}
	return l
}

// bagsAPage of the list.
const bagsAPage = 100

// bagPage is one page of a long list.
type bagPage struct {
	Address, From, To string
	Here              bool
}

// turnTo the page of the list that was asked for; to the first when there is none such.
func turnTo(asked string, bags []logbook.Bag) (shown []logbook.Bag, pages []bagPage) {
	at, err := strconv.Atoi(asked)
	if err != nil || at < 1 || (at-1)*bagsAPage >= len(bags) {
		at = 1
	}
	n := 0
	for page := range slices.Chunk(bags, bagsAPage) {
		n++
		if n == at {
			shown = page
		}
		pages = append(pages, bagPage{fmt.Sprintf("/bags?page=%d", n), page[0].Label, page[len(page)-1].Label, n == at})
	}
	if n < 2 {
		pages = nil
	}
	return shown, pages
}

// modelLine is one kind of bag with its outline.
type modelLine struct {
	logbook.Model
	draw.Outline
	Usable           measure.Volume
	Full             measure.Volume
	Facts            bag.DrainageFacts
	Wet              measure.Mass   // filled with the usual mix, in full growth
	Heavy            bool           // over what the grower lifts alone
	GroundL, GroundW measure.Length // of a bed
	Cost             string         // of one
	Yearly           string         // of a litre, a season
}

func (s *Pages) bags(c *gin.Context) error { return s.bagsPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) bagsPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	shown, pages := turnTo(c.Query("page"), cat.Bags)
	now, err := look.RowIn(shown)
	if err != nil {
		return err
	}
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	body := bagsBody{Add: t.Fill(addBagsForm(cat)), Model: t.Fill(modelForm(c.Query("sort"), t.Units)), Sorts: logbook.Sorts(), Said: s.Said(c)}
	body.Pages, body.Look = pages, t.Fill(lookForm(cat, shown))
	if len(pages) > 0 {
		body.Look.Action += "?" + url.Values{"page": c.QueryArray("page")}.Encode()
	}
	for _, b := range shown {
		body.Bags = append(body.Bags, newBagLine(b, now[b.ID], t.Units))
	}
	for _, m := range cat.Models {
		body.Models = append(body.Models, lineOfModel(m, cat.Recipe("").Mix, site.LiftLimit, t.Units))
	}
	s.Render(c, status, "bags", frame.View{Title: "Bags", Stage: "Bags", Body: body})
	return nil
}

func lineOfModel(m logbook.Model, mix medium.Mix, limit measure.Mass, sys measure.System) modelLine {
	l := modelLine{Model: m, Outline: draw.NewOutline(m), Usable: m.Shape.Usable(hill.UsualHeadspace), Full: m.Shape.Full(), Facts: m.Drainage.Facts(m.Shape)}
	l.GroundL, l.GroundW = m.Shape.Base()
	if !m.Shape.Ground() {
		l.Wet = mix.WetWeight(l.Usable, m.Empty)
	}
	l.Heavy = l.Wet > limit
	if m.Price > 0 {
		l.Cost = sys.Money(measure.Money(m.Price), 2)
		if l.Usable > 0 {
			l.Yearly = sys.Money(measure.Money(float64(m.Price)/float64(max(1, m.Lasts))/float64(l.Usable)), 2)
		}
	}
	return l
}

func addBagsForm(cat garden.Catalogue) form.Form {
	models := []form.Option{}
	for _, m := range cat.Models {
		models = append(models, form.Option{Value: fmt.Sprint(m.ID), Name: m.Name})
	}
	places, shelters := parts.PlacesAndShelters(cat)
	return form.Form{
		Name: "bags", Title: "Add bags", Action: "/bags", Button: "Add these bags",
		Open: len(cat.Bags) == 0 && len(cat.Models) > 0,
		Says: "A label for each bag, written on it: no bag without a label.",
		Fields: []form.Field{
			{Name: "labels", Label: "Labels", Kind: "text", Hint: "One or more, like R20 R21 R22"},
			{Name: "model", Label: "Kind of bag", Kind: "choice", Options: models},
			{Name: "place", Label: "Where it stands", Kind: "text", Suggest: places, Hint: "A new name makes a new place"},
			{Name: "shelter", Label: "A new place gives", Kind: "choice", Value: string(climate.Open), Options: shelters},
		},
	}
}

// lookForm for the bags that are listed.
func lookForm(cat garden.Catalogue, listed []logbook.Bag) form.Form {
	var bags, conditions []form.Option
	for _, b := range listed {
		bags = append(bags, form.Option{Value: fmt.Sprint(b.ID), Name: fmt.Sprintf("%s · %s · %s", b.Label, b.Place.Name, b.Condition)})
	}
	for _, c := range logbook.Conditions() {
		conditions = append(conditions, form.Option{Value: string(c), Name: string(c)})
	}
	places, shelters := parts.PlacesAndShelters(cat)
	return form.Form{
		Name: "look", Title: "A bag moved or worn", Action: "/looked-after", Button: "Keep it so",
		Fields: []form.Field{
			{Name: "bag", Label: "Bag", Kind: "choice", Options: bags},
			{Name: "stands", Label: "It stands now", Kind: "text", Suggest: places, Hint: "Empty: where it stood. A new name makes a new place"},
			{Name: "gives", Label: "Which, if new, gives", Kind: "choice", Value: string(climate.Open), Options: shelters},
			{Name: "condition", Label: "It is", Kind: "choice", Options: conditions},
		},
	}
}

// lookAfter keeps where a bag stands and how it has worn.
func (s *Pages) lookAfter(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	l := garden.BagLook{Bag: r.ID("bag"), Place: r.Text("stands"), Shelter: climate.Shelter(r.Text("gives")), Condition: logbook.Condition(r.Text("condition"))}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.LookAfter(c.Request.Context(), l, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.bagsPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("look")))
	}
	return s.RedirectWithFlash(c, "/bags", "Kept: it is "+string(l.Condition)+".")
}

func (s *Pages) addBags(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	labels := strings.FieldsFunc(r.Text("labels"), func(r rune) bool { return r == ' ' || r == ',' || r == ';' || r == '\t' })
	n := garden.NewBags{Labels: labels, Model: r.ID("model"), Place: r.Text("place"), Shelter: climate.Shelter(r.Text("shelter"))}
	_, err = s.Garden.AddBags(c.Request.Context(), n, s.Request(c))
	return s.added(c, "bags", r, err, "Bags added: "+strings.Join(labels, ", ")+".", s.bagsPage)
}

func (s *Pages) addModel(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	m := readModel(&r)
	if r.Faults != nil {
		return s.bagsPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("model")))
	}
	_, err = s.Garden.AddModel(c.Request.Context(), m, s.Request(c))
	return s.added(c, "model", r, err, "Kind of bag added: "+m.Name+".", s.bagsPage)
}

func (s *Pages) added(c *gin.Context, name string, r frame.Reading, err error, said string, page func(*gin.Context, int, form.Sent) error) error {
	if faults, ok := frame.AsFaults(err); ok {
		return page(c, http.StatusUnprocessableEntity, frame.Refuse(c, form.Sent{Form: name, Values: r.Values, Faults: faults}))
	}
	if err != nil {
		return err
	}
	to := c.FullPath()
	if to == "/models" {
		to = "/bags"
	}
	return s.RedirectWithFlash(c, to, said)
}

// find opens the bag whose label was typed.
func (s *Pages) find(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	label := strings.TrimSpace(c.Query("label"))
	if _, err := look.BagLabelled(label); err != nil {
		s.Render(c, http.StatusNotFound, "message", frame.View{Title: "No such bag", Stage: "Bags",
			Body: "There is no bag with the label “" + label + "”. The labels are on the Bags page."})
		return nil
	}
	c.Redirect(http.StatusSeeOther, "/bags/"+url.PathEscape(label))
	return nil
}
