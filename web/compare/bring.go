package compare

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// harvestTable is the kind of a notebook's columns.
const harvestTable = "harvests"

// bringBody is the page on which past seasons are brought in from a notebook.
type bringBody struct {
	Form    form.Form
	Columns []form.Field // where each stands in the table
	Lines   []parts.BringLine
	Good    int
	Bad     int
	File    string
	Key     string
	Keep    []form.Field // what the reading went by, sent on hidden
	Said    string
	Error   string
}

func (s *Pages) bring(c *gin.Context) error {
	return s.bringPage(c, http.StatusOK, form.Sent{}, bringBody{})
}

func (s *Pages) bringPage(c *gin.Context, status int, t form.Sent, body bringBody) error {
	var err error
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	var classes []form.Option
	for _, k := range crop.Classes() {
		classes = append(classes, form.Option{Value: string(k), Name: k.Name()})
	}
	body.Form = t.Fill(form.Form{Name: "bring", Action: "/compare/bring/read", Button: "Read it", Fields: []form.Field{
		{Name: "file", Label: "The file", Kind: "file", Hint: "CSV with a heading line, whatever its headings are"},
		{Name: "lines", Label: "or paste its lines", Kind: "words"},
		{Name: "unit", Label: "Bare weights are in", Kind: "choice", Value: string(t.Units.ScaleUnit()), Options: []form.Option{{Value: "kg", Name: "kg"}, {Value: "g", Name: "g"}, {Value: "lb", Name: "lb"}, {Value: "oz", Name: "oz"}}},
		{Name: "order", Label: "Days like 3/4/2025 are", Kind: "choice", Value: string(measure.DayFirst), Options: []form.Option{{Value: string(measure.DayFirst), Name: "3 April"}, {Value: string(measure.MonthFirst), Name: "4 March"}}},
		{Name: "class", Label: "Varieties that are new are", Kind: "choice", Value: string(crop.Maincrop), Options: classes},
		{Name: "litres", Label: "New bags without litres hold", Kind: "quantity", Unit: string(t.Units.VolumeUnit()), Value: t.Units.Edit(measure.Volume(40))},
		{Name: "place", Label: "New bags stood at", Kind: "text", Value: "Past seasons"},
	}})
	if body.Said == "" {
		body.Said = s.Said(c)
	}
	body.Key = form.NewKey()
	s.Render(c, status, "bring", frame.View{Title: "Past seasons", Stage: "Compare", Body: body})
	return nil
}

// readNotebook reads the lines that were sent, by the mapping that was sent or kept.
func readNotebook(r *frame.Reading, c *gin.Context, look *garden.View) (lines []openformat.PastSeason, t openformat.Table, m openformat.Mapping, err error) {
	file, err := frame.Uploaded(c, r)
	if err != nil {
		return nil, t, nil, err
	}
	table, bad := openformat.ReadTable(file)
	if bad != nil {
		r.Faults.Add("lines", "{}", bad.Says)
		return nil, t, nil, nil
	}
	kept, err := look.Columns(harvestTable)
	if err != nil {
		return nil, t, nil, err
	}
	m = r.Mapping(openformat.HarvestColumns, table.Header, kept)
	return openformat.ReadHarvests(table, m, measure.Unit(r.Text("unit")), measure.DayOrder(r.Text("order")), r.Units), table, m, nil
}

// readNotebook shows what was understood; nothing is kept yet.
func (s *Pages) readNotebook(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	lines, table, m, err := readNotebook(&r, c, look)
	if err != nil {
		return err
	}
	body := bringBody{}
	if table.Header == nil {
		return s.bringPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("bring")), body)
	}
	body.show(&r, c, lines, table, m)
	return s.bringPage(c, http.StatusOK, frame.Refuse(c, r.Sent("bring")), body)
}

// show what was understood of a notebook.
func (b *bringBody) show(r *frame.Reading, c *gin.Context, lines []openformat.PastSeason, table openformat.Table, m openformat.Mapping) {
	file, _ := frame.Uploaded(c, r) // it was read before
	b.File = string(file)
	b.Columns = parts.ColumnFields(openformat.HarvestColumns, table.Header, m, r.Sent("map"))
	for _, name := range []string{"unit", "order", "class", "litres", "place"} {
		b.Keep = append(b.Keep, form.Field{Name: name, Kind: "hidden", Value: r.Text(name)})
	}
	for _, p := range lines {
		l := parts.BringLine{Line: p.Line, Bad: !p.Read(), Says: p.Why.In(r.Units)}
		if p.Read() {
			l.Says = pastWords(p).In(r.Units)
			b.Good++
		} else {
			b.Bad++
		}
		b.Lines = append(b.Lines, l)
	}
}

// pastWords say what was understood of one line.
func pastWords(p openformat.PastSeason) measure.Phrase {
	harvest := measure.Say("not weighed")
	switch {
	case p.Nothing:
		harvest = measure.Say("nothing")
	case p.High > p.Low:
		harvest = measure.Say("{} to {}", p.Low, p.High)
	case !p.Unknown:
		harvest = measure.Say("{}", p.Low)
	}
	bag := p.Bag
	if bag == "" {
		bag = "a bag without a label"
	}
	return measure.Say("{}, {}, {}: planted {}; harvest {}", p.Year, bag, p.Variety, logbook.SeedWords(p.Seed.Amount(0)), harvest)
}

// keepNotebook keeps the lines that can be read.
func (s *Pages) keepNotebook(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	lines, table, m, err := readNotebook(&r, c, look)
	if err != nil {
		return err
	}
	ask := garden.NewPast{Class: crop.Class(r.Text("class")), Litres: r.Volume("litres"), Place: r.Text("place")}
	for _, p := range lines {
		if p.Read() {
			ask.Seasons = append(ask.Seasons, garden.PastSeason{
				Line: p.Line, Bag: p.Bag, Litres: p.Litres, Variety: p.Variety, Year: p.Year, Planted: p.Planted, Seed: p.Seed,
				Lifted: p.Lifted, Low: p.Low, High: p.High, Nothing: p.Nothing, Unknown: p.Unknown, Note: p.Note,
			})
		}
	}
	asked := s.Request(c)
	kept, err := r.Keep(func() error {
		_, err := s.Garden.BringIn(c.Request.Context(), ask, asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		body := bringBody{}
		if table.Header != nil {
			body.show(&r, c, lines, table, m)
		}
		for _, f := range r.Faults {
			body.Error += f.Says.In(r.Units) + " "
		}
		return s.bringPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("bring")), body)
	}
	if err := s.Garden.Set(c.Request.Context(), garden.Columns(harvestTable, parts.Headings(m, table.Header))); err != nil {
		return err
	}
	return s.RedirectWithFlash(c, "/compare", fmt.Sprintf("Kept: %s of past seasons.", parts.Counted(len(ask.Seasons), "planting")))
}
