package site

import (
	"fmt"
	"math"
	"net/http"
	"net/url"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type siteBody struct {
	Form       form.Form
	Year       *draw.OnBoth[draw.SiteYear] // nil while something is wrong
	Windows    []forecast.ShelterWindow
	Shelters   []shelterTick
	Indoors    []form.Field // floors and the lamp
	InsideOpen bool
	Months     []monthLine
	Hints      string // their hints, to be swapped as one types
	Own        bool   // the monthly numbers are open
	Query      url.Values
	Said       string
	Known      bool
	Notes      []parts.Note
	Electric   []form.Caution // where a lamp or mat stands
}

type shelterTick struct {
	Key, Name, Note string
	Have            bool
}

// monthLine is one month of the site's numbers, laid out as a drawing is: there are 36
// of them on the page.
type monthLine struct {
	Name  draw.Text
	Cells []monthCell
}

// monthCell is one number of a month.
type monthCell struct {
	ID, Name    draw.Mark
	Label       draw.Text
	Value, Hint draw.Text
	Error       draw.Text
}

// readSite reads a site as typed; what is left empty is as the climate has it.
func readSite(r *frame.Reading, before logbook.Site) logbook.Site {
	preset, ok := climate.PresetNamed(r.Text("climate"))
	if !ok {
		return before
	}
	s := logbook.NewSite(preset)
	s.Name = r.Text("name")
	if r.Text("latitude") != "" {
		lies := s.Latitude
		if s.Latitude = r.Number("latitude", s.Latitude); s.Latitude*lies < 0 {
			s = s.Turned()
		}
	}
	s.Meant = r.Text("meant") != ""
	if last, first := r.Text("last"), r.Text("first"); strings.EqualFold(last, "none") || strings.EqualFold(first, "none") {
		s.Last, s.First = 0, 0
	} else {
		s.Last, s.First = readMonthDay(r, "last", s.Last), readMonthDay(r, "first", s.First)
	}
	s.LastSD, s.FirstSD = r.Number("last-sd", s.LastSD), r.Number("first-sd", s.FirstSD)
	s.Risk = climate.RiskTolerance(r.Number("risk", float64(s.Risk)))
	if r.Text("lift") != "" {
		s.LiftLimit = r.Mass("lift", r.Units.ScaleUnit())
	}
	if r.Text("heated") != "" {
		s.Heated = measure.Temperature(r.Degrees("heated", float64(s.Heated)))
	}
	for _, key := range r.Values["shelter"] {
		if shelter := climate.Shelter(key); shelter.Known() && shelter != climate.Open {
			s.Shelters = append(s.Shelters, shelter)
		}
	}
	slices.Sort(s.Shelters)
	readIndoors(r, &s)
	typed := func(field string, was, turned, usual float64, read func(string, float64) float64) float64 {
		v := read(field, usual)
		if r.Text(field) != "" && s.Latitude*before.Latitude < 0 && math.Abs(v-was) < 0.05 { // kept of the other side
			return turned
		}
		return v
	}
	for i := range 12 {
		k := (i + 6) % 12
		s.Monthly.Min[i] = typed(fmt.Sprintf("min-%d", i+1), before.Monthly.Min[i], before.Monthly.Min[k], s.Monthly.Min[i], r.Degrees)
		s.Monthly.Max[i] = typed(fmt.Sprintf("max-%d", i+1), before.Monthly.Max[i], before.Monthly.Max[k], s.Monthly.Max[i], r.Degrees)
		s.Monthly.Rain[i] = typed(fmt.Sprintf("rain-%d", i+1), before.Monthly.Rain[i], before.Monthly.Rain[k], s.Monthly.Rain[i], r.Number)
	}
	if turned := before.Turned(); s.Latitude*before.Latitude < 0 && s.Last == before.Last && s.First == before.First && r.Text("last") != "" {
		s.Last, s.First = turned.Last, turned.First
	}
	return s
}

func readMonthDay(r *frame.Reading, field string, other int) int {
	if r.Text(field) == "" {
		return other
	}
	day, err := measure.ParseMonthDay(r.Text(field))
	if err != nil {
		r.Refuse(field, err)
	}
	return day
}

func (s *Pages) site(c *gin.Context) error { return s.sitePage(c, http.StatusOK, nil) }

func (s *Pages) sitePage(c *gin.Context, status int, refused logbook.Faults) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	kept, known, err := look.Site()
	if err != nil {
		return err
	}
	site, t := kept, form.Sent{}
	if r.Text("climate") != "" {
		site = readSite(&r, kept)
		t = frame.Refuse(c, r.Sent("site"))
	}
	body := siteBody{Known: known, Said: s.Said(c)}
	outlook, err := forecast.NewSiteOutlook(named(site), s.DayOf(c))
	if faults, ok := frame.AsFaults(err); ok {
		t.Faults = append(t.Faults, faults...)
	}
	if refused != nil {
		t.Faults = refused
	}
	if err == nil && r.Faults == nil {
		year := draw.Both(func(p draw.Paper) draw.SiteYear { return draw.NewSiteYear(outlook, s.DayOf(c), r.Units, p) })
		body.Year, body.Windows = &year, outlook.Windows
		for _, w := range outlook.Windows {
			if w.Have {
				body.Notes = append(body.Notes, parts.NewNote(outlook.Normals.SafeWorking(outlook.Frosts, w.Shelter, site.Risk), site.Name, r.Units))
			}
		}
	}
	nips, err := look.Nips()
	if err != nil {
		return err
	}
	can, err := look.Can()
	if err != nil {
		return err
	}
	sign, err := look.Sign()
	if err != nil {
		return err
	}
	comma, err := look.DecimalComma()
	if err != nil {
		return err
	}
	f := siteForm(kept, site, nips, can, sign, comma, r.Units)
	if t.At("latitude") != "" || t.At("first") != "" || r.Text("meant") != "" {
		f.Fields = append(f.Fields, form.Field{Name: "meant", Label: "The months and frosts are right as they are", Kind: "tick"})
	}
	body.Form = t.Fill(f)
	body.fields(kept, site, t, r.Units)
	if site.Has(climate.Heated) {
		body.Electric = parts.Beware("electric")
	}
	if t.Form != "" {
		body.Query = r.Values
	}
	s.Render(c, status, "site", frame.View{Title: "Site", Stage: "Site", Body: body})
	return nil
}

// named gives a site that nobody has named yet a name to be drawn under.
func named(s logbook.Site) logbook.Site {
	if s.Name == "" {
		s.Name = "your site"
	}
	return s
}

// fields adds the shelters and the months, which are laid out by hand.
func (b *siteBody) fields(kept, site logbook.Site, t form.Sent, sys measure.System) {
	usual := usualSite(kept)
	for _, shelter := range climate.Shelters()[1:] {
		g := shelter.Offset()
		b.Shelters = append(b.Shelters, shelterTick{string(shelter), g.Name, g.Note, site.Has(shelter)})
	}
	b.Indoors = indoorFields(site, t, sys)
	for _, f := range b.Indoors {
		b.Hints += ",#" + f.ID + "-hint"
		b.InsideOpen = b.InsideOpen || f.Value != "" || f.Error != ""
	}
	month := func(kind string, i int, label string, print func(float64) string, of func(*logbook.Site) float64) monthCell {
		name := fmt.Sprintf("%s-%d", kind, i+1)
		value, wrong := "", ""
		if of(&kept) != of(&usual) {
			value = print(of(&kept))
		}
		if t.Form == "site" {
			value, wrong = t.Values.Get(name), t.At(name)
		}
		b.Own = b.Own || value != "" || wrong != ""
		b.Hints += ",#site-" + name + "-hint"
		return monthCell{
			ID: draw.Mark("site-" + name), Name: draw.Mark(name), Label: draw.Escape(label),
			Value: draw.Escape(value), Hint: draw.Escape(print(of(&site))), Error: draw.Escape(wrong),
		}
	}
	degrees := func(v float64) string { return sys.Temperature(measure.Temperature(v)) }
	for i := range 12 {
		name := (measure.Date(2025, 1, 1) + measure.Day(30*i+15)).MonthName()
		b.Months = append(b.Months, monthLine{draw.Escape(name), []monthCell{
			month("min", i, name+" minimum", degrees, func(s *logbook.Site) float64 { return s.Monthly.Min[i] }),
			month("max", i, name+" maximum", degrees, func(s *logbook.Site) float64 { return s.Monthly.Max[i] }),
			month("rain", i, name+" rain", parts.Number, func(s *logbook.Site) float64 { return s.Monthly.Rain[i] }),
		}})
	}
}

// usualSite is what the climate of a site has, where the grower has no number of
// their own.
func usualSite(s logbook.Site) logbook.Site {
	p, ok := climate.PresetNamed(s.Climate)
	if !ok {
		return s
	}
	return logbook.NewSite(p)
}

// siteForm is filled with what the grower set apart from the climate. A field
// that is left empty follows the climate, and says what that has.
func siteForm(kept, site logbook.Site, nips bool, can measure.Volume, sign string, comma bool, sys measure.System) form.Form {
	usual := usualSite(kept)
	risks := []form.Option{
		{Value: "0.1", Name: "cautious: 1 year in 10"}, {Value: "0.25", Name: "even: 1 year in 4"}, {Value: "0.4", Name: "bold: 2 years in 5"},
	}
	frost := func(day int) string {
		if day == 0 {
			return "none"
		}
		return measure.MonthDay(day)
	}
	own := func(mine, climates string) string {
		if mine == climates {
			return ""
		}
		return mine
	}
	return form.Form{Name: "site", Action: "/site", Button: "Save this site", Fields: []form.Field{
		{Name: "name", Label: "Name", Kind: "text", Value: kept.Name, Hint: "Empty: home"},
		{Name: "climate", Label: "Climate", Kind: "choice", Value: site.Climate, Options: parts.ClimateOptions()},
		{Name: "latitude", Label: "Latitude", Kind: "quantity", Unit: "°", Value: sys.Text(own(parts.Number(kept.Latitude), parts.Number(usual.Latitude))), Hint: sys.Text("South below 0. Empty: " + parts.Number(site.Latitude))},
		{Name: "risk", Term: "risk", Label: "Frost risk you take", Kind: "choice", Value: fmt.Sprintf("%g", float64(site.Risk)), Options: risks},
		{Name: "last", Label: "Last frost, half of years", Kind: "text", Value: own(frost(kept.Last), frost(usual.Last)), Hint: "Empty: " + frost(site.Last)},
		{Name: "last-sd", Label: "give or take, days", Kind: "count", Value: own(parts.Number(kept.LastSD), parts.Number(usual.LastSD)), Hint: fmt.Sprintf("Empty: %g", site.LastSD)},
		{Name: "first", Label: "First frost, half of years", Kind: "text", Value: own(frost(kept.First), frost(usual.First)), Hint: "Empty: " + frost(site.First)},
		{Name: "first-sd", Label: "give or take, days", Kind: "count", Value: own(parts.Number(kept.FirstSD), parts.Number(usual.FirstSD)), Hint: fmt.Sprintf("Empty: %g", site.FirstSD)},
		{Name: "lift", Label: "You lift alone up to", Kind: "quantity", Unit: string(sys.ScaleUnit()), Value: sys.Fine(kept.LiftLimit)},
		{Name: "heated", Label: "A heated room keeps", Kind: "quantity", Unit: string(sys.TemperatureUnit()), Value: sys.Fine(kept.Heated)},
		{Name: "nip", Label: "Potato flowers", Kind: "choice", Value: map[bool]string{false: "no", true: "yes"}[nips], Options: []form.Option{{Value: "no", Name: "are left on"}, {Value: "yes", Name: "are nipped off"}}, Hint: "Some nip them; the evidence for it is weak"},
		{Name: "can", Label: "Your can holds", Kind: "quantity", Unit: string(sys.VolumeUnit()), Value: sys.Edit(can), Read: "/read/volume"},
		{Name: "sign", Label: "Sign of your money", Kind: "text", Value: sign, Hint: "Before an amount, like € or kr; empty: none"},
		{Name: "decimal", Label: "Numbers are written", Kind: "choice", Value: map[bool]string{false: "point", true: "comma"}[comma], Options: []form.Option{{Value: "point", Name: "with a point"}, {Value: "comma", Name: "with a comma"}}, Hint: "Either is read, whichever is chosen"},
		{Name: "units", Label: "Units you read and write", Kind: "choice", Value: sys.String(), Options: unitOptions()},
	}}
}

func unitOptions() []form.Option {
	var out []form.Option
	for _, sys := range measure.Systems {
		out = append(out, form.Option{Value: sys.String(), Name: sys.Name()})
	}
	return out
}

func (s *Pages) saveSite(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	kept, known, err := look.Site()
	if err != nil {
		return err
	}
	row, err := look.Row()
	if err != nil {
		return err
	}
	line := liftDays(row)
	site := readSite(&r, kept)
	if r.Faults == nil {
		if err := r.Refused(s.Garden.SaveSite(c.Request.Context(), site, s.Request(c), r.Habits()...)); err != nil {
			return err
		}
	}
	if r.Faults != nil {
		return s.sitePage(c, http.StatusUnprocessableEntity, r.Faults)
	}
	said := "Saved: " + site.Name + "."
	if known && site.Latitude*kept.Latitude < 0 {
		said += " It lies on the other side of the equator now: months and frosts have moved by half a year."
	}
	if known {
		said += s.moved(c, line)
	}
	return s.RedirectWithFlash(c, "/site", said)
}

// liftDays of a row of bags, by planting.
func liftDays(row []forecast.PlantingForecast) map[logbook.ID]measure.Day {
	out := make(map[logbook.ID]measure.Day, len(row))
	for i := range row {
		if row[i].Grown != nil {
			out[row[i].Planting.ID] = row[i].LiftOn()
		}
	}
	return out
}

// moved says how far the dates of the bags have moved by what was saved.
func (s *Pages) moved(c *gin.Context, before map[logbook.ID]measure.Day) string {
	look, err := s.Garden.Look(c.Request.Context(), s.DayOf(c))
	if err != nil {
		return ""
	}
	row, err := look.Row()
	if err != nil {
		return ""
	}
	n, most := 0, measure.Day(0)
	for id, day := range liftDays(row) {
		if off := day - before[id]; before[id] != 0 && off != 0 {
			n++
			most = max(most, off, -off)
		}
	}
	switch {
	case n == 0:
		return " No date of a bag has moved."
	case n == 1:
		return fmt.Sprintf(" The dates of one bag have moved, by %d days at the most.", most)
	}
	return fmt.Sprintf(" The dates of %d bags have moved, by %d days at the most.", n, most)
}

// siteWorking is of the safe window under one shelter, of what is typed or kept.
func (s *Pages) siteWorking(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	if r.Text("climate") != "" {
		site = readSite(&r, site)
	}
	shelter := climate.Shelter(c.Param("shelter"))
	outlook, err := forecast.NewSiteOutlook(named(site), s.DayOf(c))
	if err != nil || r.Faults != nil || !shelter.Known() {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, outlook.Normals.SafeWorking(outlook.Frosts, shelter, site.Risk), outlook.Site.Name)
}
