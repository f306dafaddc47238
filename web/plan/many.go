package plan

import (
	"fmt"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// manyPlansBody is the page of one list that plans many bags.
type manyPlansBody struct {
	Form   form.Form
	Lines  []parts.BringLine // as they were understood; nothing is kept yet
	Bags   int
	New    int // of them
	Pieces string
	Keep   []form.Field // what was read, sent on
	Key    string
	Error  string
	Said   string
	Kept   []keptPlan
	Undo   []logbook.ID
}

// keptPlan is one variety of what was planned just now.
type keptPlan struct {
	Variety string
	Bags    []string
}

// planFields that stand beside the list.
var planFields = []string{"variety", "class", "year", "school", "mix", "model", "litres", "place", "drill"}

func manyPlansForm(cat garden.Catalogue, sys measure.System, season int) form.Form {
	f := form.Form{Name: "plans", Action: frame.ManyPlansAddress + "/read", Button: "Read the list", Caution: parts.Beware("containers", "green", "mix")}
	var varieties, classes, schools, mixes, models []form.Option
	for _, v := range cat.Varieties {
		varieties = append(varieties, form.Option{Value: fmt.Sprint(v.ID), Name: v.Name + " · " + v.Class.Name()})
	}
	for _, c := range crop.Classes() {
		varieties = append(varieties, form.Option{Value: notKnown + string(c), Name: "some " + c.Name(), Group: "Variety not known"})
		classes = append(classes, form.Option{Value: string(c), Name: c.Name()})
	}
	for _, school := range hill.Schools() {
		schools = append(schools, form.Option{Value: string(school), Name: school.Params().Name})
	}
	for _, m := range cat.Recipes {
		mixes = append(mixes, form.Option{Value: m.Key, Name: m.Name})
	}
	for _, m := range cat.Models {
		models = append(models, form.Option{Value: fmt.Sprint(m.ID), Name: m.Name})
	}
	places, _ := parts.PlacesAndShelters(cat)
	place := "Garden"
	if len(places) > 0 {
		place = places[0]
	}
	f.Fields = []form.Field{
		{Name: "lines", Label: "Which bags, and what goes in", Kind: "words", Hint: "A line a row of bags, in any words after the colon: how many, a piece's weight, the variety, the day they were planted"},
		{Name: "variety", Label: "Where a line names no variety", Kind: "choice", Options: varieties},
		{Name: "year", Label: "Season", Kind: "count", Value: fmt.Sprint(season)},
	}
	f.MoreTitle = "New bags, new varieties, filling"
	f.More = []form.Field{
		{Name: "model", Label: "Bags that are new are", Kind: "choice", Options: append([]form.Option{{Value: "", Name: "ordinary ones of these litres"}}, models...)},
		{Name: "litres", Label: "Litres of a new one", Kind: "quantity", Unit: string(sys.VolumeUnit()), Value: sys.Edit(usualFirst)},
		{Name: "place", Label: "New bags stand at", Kind: "text", Value: place, Suggest: places},
		{Name: "class", Term: "class", Label: "Varieties that are new are", Kind: "choice", Value: string(crop.Maincrop), Options: classes},
		{Name: "school", Term: "ladder", Label: "Filling", Kind: "choice", Options: append([]form.Option{{Value: "", Name: "usual for its class"}}, schools...)},
		{Name: "mix", Label: "Filled with", Kind: "choice", Value: cat.Recipe("").Key, Options: mixes},
		{Name: "drill", Label: "I will drill drain holes where there are none", Kind: "tick"},
	}
	return f
}

func (s *Pages) manyPlans(c *gin.Context) error {
	return s.manyPlansPage(c, http.StatusOK, form.Sent{}, manyPlansBody{Said: s.Said(c)})
}

func (s *Pages) manyPlansPage(c *gin.Context, status int, t form.Sent, body manyPlansBody) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
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
	body.Form = t.Fill(manyPlansForm(cat, t.Units, site.SeasonOn(look.Today())))
	body.Form.MoreOpen = body.Form.MoreOpen || len(cat.Bags) == 0
	body.Error = body.Form.Error
	body.Key = form.NewKey()
	q := frame.Reading{Reader: form.Reader{Values: c.Request.URL.Query()}}
	if first, n := q.ID("from"), q.Count("n"); first > 0 && n > 0 && n <= openformat.MostLabels {
		for i := range n {
			body.kept(look, first+logbook.ID(i))
		}
	}
	s.Render(c, status, "manyplans", frame.View{Title: "Plan many bags", Stage: "Plan", Body: body})
	return nil
}

// kept plan, among those of its variety; what is gone again is passed over.
func (b *manyPlansBody) kept(look *garden.View, id logbook.ID) {
	st, err := look.PlantingState(id)
	if err != nil || st.Stage == logbook.StageDropped {
		return
	}
	i := slices.IndexFunc(b.Kept, func(k keptPlan) bool { return k.Variety == st.Variety.Name })
	if i < 0 {
		i = len(b.Kept)
		b.Kept = append(b.Kept, keptPlan{Variety: st.Variety.Name})
	}
	b.Kept[i].Bags = append(b.Kept[i].Bags, st.Bag.Label)
	b.Undo = append(b.Undo, id)
}

// readListOfPlans reads the list of a request. Lines that cannot be read are faults at "lines".
func readListOfPlans(r *frame.Reading, cat garden.Catalogue) (garden.NewPlans, []openformat.PlanLine) {
	there := func(label string) bool {
		return slices.ContainsFunc(cat.Bags, func(b logbook.Bag) bool { return strings.EqualFold(b.Label, label) })
	}
	lines := openformat.ReadPlans(r.Text("lines"), r.Units, r.Today, there)
	if len(lines) == 0 {
		r.Faults.Add("lines", "Write a line first, like R1–R12: 3 tubers each.")
	}
	ask := garden.NewPlans{
		Year: r.Count("year"), Variety: r.ID("variety"), Unknown: readUnknownClass(r), Class: crop.Class(r.Text("class")),
		School: hill.School(r.Text("school")), Mix: r.Text("mix"), Model: r.ID("model"), Place: r.Text("place"), WillDrill: r.Text("drill") != "",
	}
	if ask.Model == 0 {
		ask.Litres = r.Volume("litres")
	}
	for i := range lines {
		p := &lines[i]
		if !p.Read() {
			r.Faults.Add("lines", "Line {}: {}", p.Line, p.Why)
			continue
		}
		ask.Rows = append(ask.Rows, garden.PlanRow{Line: p.Line, Labels: p.Labels, Variety: p.Variety, Number: p.Number, Low: p.Low, High: p.High, Planted: p.Planted, About: p.About})
	}
	return ask, lines
}

// askedList is the list of plans of a request, with what it is read beside.
type askedList struct {
	frame.Reading
	cat   garden.Catalogue
	ask   garden.NewPlans
	lines []openformat.PlanLine
}

func (s *Pages) askedList(c *gin.Context) (*askedList, error) {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return nil, err
	}
	a := &askedList{Reading: r}
	if a.cat, err = look.Catalogue(); err == nil {
		a.ask, a.lines = readListOfPlans(&a.Reading, a.cat)
	}
	return a, err
}

// readPlans shows what was understood of a list; nothing is kept yet.
func (s *Pages) readPlans(c *gin.Context) error {
	r, err := s.askedList(c)
	if err != nil {
		return err
	}
	body := manyPlansBody{}
	body.show(&r.Reading, r.cat, r.lines, r.ask)
	status := http.StatusOK
	if r.Faults != nil {
		status = http.StatusUnprocessableEntity
	}
	return s.manyPlansPage(c, status, frame.Refuse(c, r.Sent("plans")), body)
}

// show what was understood of each line.
func (b *manyPlansBody) show(r *frame.Reading, cat garden.Catalogue, lines []openformat.PlanLine, ask garden.NewPlans) {
	fresh := map[string]bool{}
	pieces, all := 0, true
	for i := range lines {
		p := &lines[i]
		if !p.Read() {
			b.Lines = append(b.Lines, parts.BringLine{Line: p.Line, Bad: true, Says: p.Why.In(r.Units)})
			continue
		}
		var taken []string
		for _, label := range p.Labels {
			at := slices.IndexFunc(cat.Bags, func(o logbook.Bag) bool { return strings.EqualFold(o.Label, label) })
			switch {
			case at < 0:
				fresh[strings.ToUpper(label)] = true
			case cat.TakenIn(cat.Bags[at].ID, ask.Year):
				taken = append(taken, label)
			}
		}
		pieces, all = pieces+p.Number*len(p.Labels), all && p.Number > 0
		b.Bags += len(p.Labels)
		l := parts.BringLine{Line: p.Line, Says: b.says(p, cat, ask).In(r.Units)}
		if taken != nil {
			l.Bad, l.Says = true, fmt.Sprintf("taken in that season already: %s", strings.Join(taken, ", "))
		}
		b.Lines = append(b.Lines, l)
	}
	b.New = len(fresh)
	if all && pieces > 0 {
		b.Pieces = fmt.Sprint(pieces)
	}
	bad := slices.ContainsFunc(b.Lines, func(l parts.BringLine) bool { return l.Bad })
	if len(b.Lines) == 0 || bad || r.Faults != nil {
		b.Bags = 0 // nothing can be kept so
		return
	}
	for _, name := range planFields {
		b.Keep = append(b.Keep, form.Field{Name: name, Kind: "hidden", Value: r.Text(name)})
	}
	b.Keep = append(b.Keep, form.Field{Name: "lines", Kind: "hidden", Value: r.Text("lines")})
}

// says what was understood of a line.
func (b *manyPlansBody) says(p *openformat.PlanLine, cat garden.Catalogue, ask garden.NewPlans) measure.Phrase {
	variety := p.Variety
	if variety == "" {
		for _, v := range cat.Varieties {
			if v.ID == ask.Variety {
				variety = v.Name
			}
		}
	} else if !slices.ContainsFunc(cat.Varieties, func(v logbook.Variety) bool { return strings.EqualFold(v.Name, variety) }) {
		variety += " (new, " + ask.Class.Name() + ")"
	}
	if variety == "" {
		variety = "some " + ask.Unknown.Name()
	}
	rows := fmt.Sprintf("%s to %s, %d bags", p.Labels[0], p.Labels[len(p.Labels)-1], len(p.Labels))
	if len(p.Labels) <= 3 {
		rows = strings.Join(p.Labels, ", ")
	}
	number := measure.Say("as many as each takes")
	if p.Number > 0 {
		number = measure.Say("{} each", p.Number)
	}
	says := measure.Say("{}: {}, {}", rows, variety, number)
	switch {
	case p.High > p.Low:
		says = measure.Say("{}, pieces of {} to {}", says, p.Low, p.High)
	case p.High > 0:
		says = measure.Say("{}, pieces of {}", says, p.High)
	}
	if p.Planted != 0 {
		about := ""
		if p.About {
			about = "about "
		}
		return measure.Say("{}; planted {}{}", says, about, p.Planted.Short())
	}
	return says
}

// savePlans keeps a list of plans.
func (s *Pages) savePlans(c *gin.Context) error {
	r, err := s.askedList(c)
	if err != nil {
		return err
	}
	asked := s.Request(c)
	var made []logbook.ID
	kept, err := r.Keep(func() (err error) {
		made, err = s.Garden.PlanMany(c.Request.Context(), r.ask, asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.manyPlansPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("plans")), manyPlansBody{})
	}
	c.Redirect(http.StatusSeeOther, fmt.Sprintf("%s?from=%d&n=%d", frame.ManyPlansAddress, made[0], len(made)))
	return nil
}

// undoPlans takes back what was planned together.
func (s *Pages) undoPlans(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.DropPlans(c.Request.Context(), r.IDs("plan"), s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.manyPlansPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("plans")), manyPlansBody{})
	}
	return s.RedirectWithFlash(c, frame.ManyPlansAddress, "Taken back: those bags are free again.")
}
