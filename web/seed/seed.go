package seed

import (
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type benchBody struct {
	Trays     []trayLine
	Used      []trayLine // nothing is left in them
	Lot       form.Form
	Tray      form.Form
	Said      string
	Missing   bool
	Ahead     []forecast.Lead
	AheadCare []form.Caution
	Given     []parts.GivenLine
}

// trayLine is one tray of the bench.
type trayLine struct {
	*logbook.TrayState
	Tubers []draw.Tuber
	Counts []callCount
	N      int          // tubers left
	Weight measure.Mass // of what is left
	Mean   measure.Mass
	Cost   string // of the lot
}

type callCount struct {
	Call  string
	N     int
	Words string
}

func (s *Pages) seedBench(c *gin.Context) error { return s.benchPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) benchPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	today := look.Today()
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	bench, err := look.Bench()
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	row, err := look.Row()
	if err != nil {
		return err
	}
	ahead, err := look.LookAhead(row)
	if err != nil {
		return err
	}
	body := benchBody{Said: s.Said(c), Ahead: ahead, AheadCare: parts.LeadCautions(ahead)}
	for i := range bench.Trays {
		l := lineOfTray(&bench.Trays[i], t.Units)
		if l.N == 0 && len(bench.Trays[i].Tubers) > 0 {
			body.Used = append(body.Used, l)
			continue
		}
		body.Trays = append(body.Trays, l)
	}
	labels := map[logbook.ID]string{}
	for i := range row {
		labels[row[i].Planting.ID] = row[i].Bag.Label
	}
	for _, e := range bench.Log {
		if !bench.Waits(e) {
			continue
		}
		body.Given = append(body.Given, parts.GivenLine{ID: e.ID, Day: e.Day, Says: givenWords(e, labels), Key: form.NewKey()})
	}
	potatoes := Potatoes(cat)
	body.Missing = len(potatoes) == 0
	body.Lot = t.Fill(LotForm(potatoes, today, t.Units))
	body.Tray = t.Fill(trayForm(bench.Lots, today, t.Units))
	if len(bench.Trays) == 0 {
		body.Lot.Open = true
	}
	s.Render(c, status, "seed", frame.View{Title: "Seed", Stage: "Seed", Body: body})
	return nil
}

func givenWords(e logbook.SeedEntry, labels map[logbook.ID]string) string {
	var bags []string
	seen := map[logbook.ID]bool{}
	for _, a := range e.Allots {
		if !seen[a.Planting] {
			seen[a.Planting] = true
			label := labels[a.Planting]
			if label == "" {
				label = "a bag that is closed"
			}
			bags = append(bags, label)
		}
	}
	pieces := "pieces"
	if len(e.Allots) == 1 {
		pieces = "piece"
	}
	return fmt.Sprintf("%d %s given to %s", len(e.Allots), pieces, strings.Join(bags, ", "))
}

// Potatoes of a catalogue: the varieties that are planted as tubers.
func Potatoes(cat garden.Catalogue) []logbook.Variety {
	var out []logbook.Variety
	for _, v := range cat.Varieties {
		if v.Class.Crop() == crop.Potato {
			out = append(out, v)
		}
	}
	return out
}

// miniScale is the scale of a tray on the bench, in px per mm.
const miniScale = 0.42

func lineOfTray(t *logbook.TrayState, sys measure.System) trayLine {
	l := trayLine{TrayState: t, Tubers: draw.NewTray(t, miniScale, 0, func(int) string { return "" }, sys)}
	counts := t.Counts()
	say := func(call seed.Call, words string) {
		if n := counts[call]; n > 0 {
			l.Counts = append(l.Counts, callCount{string(call), n, words})
		}
	}
	say(seed.Ready, "ready")
	say(seed.Soon, "plant soon")
	wait := "wait"
	if d := t.AllReady(); d != 0 {
		wait = "wait, ready by " + d.Short()
	}
	say(seed.Wait, wait)
	say(seed.Weak, "weak")
	say(seed.Blind, "blind")
	say(seed.Discard, "to throw out")
	if l.N, l.Weight = t.Left(); l.N > 0 {
		l.Mean = l.Weight / measure.Mass(l.N)
	}
	if t.Lot.Cost > 0 && len(t.Tubers) > 0 {
		l.Cost = sys.Money(measure.Money(t.Lot.Cost), 2)
	}
	return l
}

// LotForm is the form of a lot of seed.
func LotForm(potatoes []logbook.Variety, today measure.Day, sys measure.System) form.Form {
	var varieties, from []form.Option
	for _, v := range potatoes {
		varieties = append(varieties, form.Option{Value: fmt.Sprint(v.ID), Name: v.Name + " · " + v.Class.Name()})
	}
	for _, src := range logbook.Sources() {
		from = append(from, form.Option{Value: string(src), Name: src.Name()})
	}
	return form.Form{
		Name: "lot", Title: "Seed has come: a new lot", Action: "/seed/lots", Button: "Set it out", Caution: parts.Beware("green"),
		Fields: append([]form.Field{
			{Name: "variety", Label: "Variety", Kind: "choice", Options: varieties},
			{Name: "label", Label: "Name of the lot", Kind: "text", Hint: "A few letters, like HL26"},
			{Name: "source", Label: "Where it came from", Kind: "choice", Value: string(logbook.Certified), Options: from},
			{Name: "year", Label: "For the season", Kind: "count", Value: strconv.Itoa(today.Year())},
			{Name: "cost", Label: "What it cost", Kind: "text", Hint: "If you want to know; like 4.50"},
			{Name: "tray", Label: "Label of its tray", Kind: "text", Hint: "Written on the tray, like A1"},
			{Name: "day", Label: "Set out on", Kind: "day", Value: today.ISO(), Max: today.ISO()},
		}, trayStands(sys.Fine(measure.Temperature(10)), "yes", sys)...),
	}
}

// trayStands are the fields of where a tray stands.
func trayStands(temp, light string, sys measure.System) []form.Field {
	return []form.Field{
		{Name: "temp", Label: "It stands at", Kind: "quantity", Unit: string(sys.TemperatureUnit()), Value: temp, Hint: measure.Say("{} to {} is right", measure.Temperature(8), measure.Temperature(12)).In(sys)},
		{Name: "light", Label: "in", Kind: "choice", Value: light, Options: []form.Option{{Value: "yes", Name: "the light"}, {Value: "no", Name: "the dark"}}},
	}
}

func trayForm(lots []logbook.Lot, today measure.Day, sys measure.System) form.Form {
	var options []form.Option
	for _, l := range lots {
		options = append(options, form.Option{Value: fmt.Sprint(l.ID), Name: l.Label + " · " + l.Variety.Name})
	}
	return form.Form{Name: "tray", Title: "One more tray of a lot", Action: "/seed/trays", Button: "Add this tray", Fields: append([]form.Field{
		{Name: "lot", Label: "Lot", Kind: "choice", Options: options},
		{Name: "label", Label: "Label of the tray", Kind: "text"},
		{Name: "day", Label: "Set out on", Kind: "day", Value: today.ISO(), Max: today.ISO()},
	}, trayStands(sys.Fine(measure.Temperature(10)), "yes", sys)...)}
}

// readDayOr reads a day, or takes another where none was sent.
func readDayOr(r *frame.Reading, other measure.Day) measure.Day {
	if r.Text("day") == "" {
		return other
	}
	return r.Day("day")
}

func (s *Pages) addLot(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	n := garden.NewLot{
		Label: r.Text("label"), Variety: r.ID("variety"), Source: logbook.Source(r.Text("source")), Year: r.Count("year"), Cost: r.Cents("cost"),
		Tray: r.Text("tray"), Temp: measure.Temperature(r.Degrees("temp", 10)), Light: r.Text("light") != "no", Day: readDayOr(&r, 0),
	}
	var tray logbook.ID
	kept, err := r.Keep(func() (err error) {
		tray, err = s.Garden.AddLot(c.Request.Context(), n, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	return s.trayKept(c, &r, kept, "lot", tray, "Lot "+n.Label+" in tray "+n.Tray+": weigh its tubers in, one after another.")
}

func (s *Pages) addTray(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	n := garden.NewTray{Label: r.Text("label"), Lot: r.ID("lot"), Temp: measure.Temperature(r.Degrees("temp", 10)), Light: r.Text("light") != "no", Day: readDayOr(&r, 0)}
	var tray logbook.ID
	kept, err := r.Keep(func() (err error) {
		tray, err = s.Garden.AddTray(c.Request.Context(), n, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	return s.trayKept(c, &r, kept, "tray", tray, "Tray "+n.Label+": weigh its tubers in, one after another.")
}

// trayKept goes to a new tray, or back to the bench with what is wrong.
func (s *Pages) trayKept(c *gin.Context, r *frame.Reading, kept bool, name string, tray logbook.ID, said string) error {
	if !kept {
		return s.benchPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent(name)))
	}
	return s.RedirectWithFlash(c, fmt.Sprintf("/seed/trays/%d", tray), said)
}
