package seed

import (
	"fmt"
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type nurseryBody struct {
	Frost    []parts.NightView
	Pots     []nurseLine
	Roots    []nurseLine
	Past     []nurseLine
	Balances []forecast.SlipBalance
	Pot      form.Form
	Root     form.Form
	Said     string
	Error    string
	Sweet    bool // there is a sweet potato to start
	Potatoes bool
}

// nurseLine is one pot or root with what can be logged of it.
type nurseLine struct {
	Water *forecast.PotWater // of a pot
	logbook.NursingState
	Drawing draw.Nursling
	Log     []parts.GivenLine
	Form    form.Form
	Stage   string
	Harvest *forecast.RootHarvest
}

func (s *Pages) nursery(c *gin.Context) error { return s.nurseryPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) nurseryPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	today := look.Today()
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	list, err := look.Nursery()
	if err != nil {
		return err
	}
	harvests, err := look.RootHarvests(list)
	if err != nil {
		return err
	}
	body := nurseryBody{Said: s.Said(c)}
	if body.Balances, err = look.SlipBalances(); err != nil {
		return err
	}
	cold, _, err := parts.NightsOf(look, nil)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	pots, err := look.PotWater()
	if err != nil {
		return err
	}
	for i := range cold {
		body.Frost = append(body.Frost, parts.NewNightView(&cold[i], t.Units))
	}
	for i := range list {
		n := &list[i]
		line := newNurseLine(n, t, today)
		if p, ok := logbook.Find(pots, func(p forecast.PotWater) bool { return p.Nursling.ID == n.ID }); ok {
			line.Water = &p
		}
		if h, ok := harvests[n.ID]; ok {
			line.Harvest = &h
		}
		switch {
		case !n.Open():
			body.Past = append(body.Past, line)
		case n.Kind == logbook.Pot:
			body.Pots = append(body.Pots, line)
		default:
			body.Roots = append(body.Roots, line)
		}
	}
	var sweet []logbook.Variety
	for _, v := range cat.Varieties {
		if v.Class.Crop() == crop.SweetPotato {
			sweet = append(sweet, v)
		}
	}
	potatoes := Potatoes(cat)
	body.Sweet, body.Potatoes = len(sweet) > 0, len(potatoes) > 0
	body.Root = t.Fill(rootForm(sweet, t.Units, today))
	body.Pot = t.Fill(potForm(potatoes, t.Units, today))
	if t.Form == "undo" {
		body.Error = t.At("")
	}
	s.Render(c, status, "nursery", frame.View{Title: "Pots and slips", Stage: "Seed", Body: body})
	return nil
}

// nurseScale is the scale of pots and roots, in px per mm.
const nurseScale = 0.72

func newNurseLine(n *logbook.NursingState, t form.Sent, today measure.Day) nurseLine {
	l := nurseLine{NursingState: *n, Drawing: draw.NewNursling(n, today, nurseScale), Stage: nurseStage(n, t.Units, today)}
	for _, e := range n.Log {
		line := parts.GivenLine{ID: e.ID, Day: e.Day, Says: parts.NurseWords(e), Key: form.NewKey()}
		if e.Kind == logbook.NursePlanted {
			line.Key = "" // taken back at its bag
		}
		l.Log = append(l.Log, line)
	}
	l.Form = t.Fill(logForm(n, today))
	return l
}

// nurseStage says where a nursling stands and what comes next.
func nurseStage(n *logbook.NursingState, sys measure.System, today measure.Day) string {
	if n.Kind == logbook.Pot {
		switch {
		case n.Planted > 0:
			return "transplanted"
		case n.Ended:
			return "given up"
		}
		return fmt.Sprintf("day %d in its pot, %s", int(today-n.Started), n.Now.Offset().Where)
	}
	switch {
	case n.Ended:
		return "ended"
	case n.Taken > 0:
		return fmt.Sprintf("%s taken, %d rooted, %d hardened, %d planted", parts.Counted(n.Taken, "slip"), n.Rooted, n.Hardened, n.Planted)
	case n.Shoots > 0:
		return measure.Say("{} shoots; slips of {} to {} from about {}", n.Shoots, measure.Length(20), measure.Length(30), n.SlipsBy.Short()).In(sys)
	case n.ShootsBy == 0:
		return measure.Say("too cold for shoots: {} to {}", measure.Temperature(22), measure.Temperature(28)).In(sys)
	case n.ShootsBy < today:
		return "shoots were expected on " + n.ShootsBy.Short() + ": is it warm enough?"
	}
	return fmt.Sprintf("first shoots about %s, slips from %s", n.ShootsBy.Short(), n.SlipsBy.Short())
}

func shelterOptions() []form.Option {
	var out []form.Option
	for _, sh := range climate.Shelters() {
		out = append(out, form.Option{Value: string(sh), Name: sh.Offset().Name})
	}
	return out
}

func rootForm(sweet []logbook.Variety, sys measure.System, today measure.Day) form.Form {
	var varieties, methods []form.Option
	for _, v := range sweet {
		varieties = append(varieties, form.Option{Value: fmt.Sprint(v.ID), Name: v.Name})
	}
	for _, m := range logbook.Methods() {
		methods = append(methods, form.Option{Value: string(m), Name: m.Name()})
	}
	return form.Form{
		Name: "root", Title: "Start a mother root", Action: "/seed/nursery/roots", Button: "Started", Caution: parts.Beware("electric", "mix"),
		Says: fmt.Sprintf("A sound root gives about %d slips in nine weeks.", seed.SlipsBy(seed.UsualSlipDays, seed.UsualRootsAt)),
		Fields: []form.Field{
			{Name: "variety", Label: "Variety", Kind: "choice", Options: varieties},
			{Name: "label", Label: "Label", Kind: "text", Hint: "Like S1"},
			{Name: "method", Label: "How", Kind: "choice", Options: methods},
			{Name: "weight", Label: "It weighs", Kind: "quantity", Unit: string(sys.MassUnit()), Read: "/read/mass", Hint: "If you want kg per kg of mother root later; “about 7 oz” will do"},
			{Name: "temp", Label: "Kept at", Kind: "quantity", Unit: string(sys.TemperatureUnit()), Value: sys.Fine(seed.UsualRootsAt), Hint: measure.Say("{} to {}", measure.Temperature(22), measure.Temperature(28)).In(sys)},
			{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO()},
		},
	}
}

func potForm(potatoes []logbook.Variety, sys measure.System, today measure.Day) form.Form {
	var varieties []form.Option
	for _, v := range potatoes {
		varieties = append(varieties, form.Option{Value: fmt.Sprint(v.ID), Name: v.Name + " · " + v.Class.Name()})
	}
	return form.Form{
		Name: "pot", Title: "Pot a tuber up", Action: "/seed/nursery/pots", Button: "Potted", Caution: parts.Beware("green", "mix"),
		Says: measure.Say("One sprouted tuber in a pot of {}, rose end up, {} under. Transplant in about three weeks.", measure.Volume(2), measure.Length(5)).In(sys),
		Fields: []form.Field{
			{Name: "variety", Label: "Variety", Kind: "choice", Options: varieties},
			{Name: "label", Label: "Label", Kind: "text", Hint: "Like P1"},
			{Name: "weight", Label: "The tuber weighs", Kind: "quantity", Unit: string(sys.MassUnit()), Read: "/read/mass", Hint: "“About 60” will do; empty where nobody weighed it"},
			{Name: "shelter", Label: "It stands", Kind: "choice", Value: string(climate.FrostFree), Options: shelterOptions()},
			{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO()},
		},
	}
}

// logForm is what can be logged of a pot or root; which fields count follows from
// what happened.
func logForm(n *logbook.NursingState, today measure.Day) form.Form {
	f := form.Form{Name: fmt.Sprintf("log%d", n.ID), Action: fmt.Sprintf("/seed/nursery/%d/log", n.ID), Button: "Log it"}
	day := form.Field{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO()}
	where := form.Field{Name: "shelter", Label: "It stands now", Kind: "choice", Value: string(n.Now), Options: shelterOptions()}
	if n.Kind == logbook.Pot {
		what := form.Field{Name: "what", Label: "What", Kind: "choice", Value: "moved", Options: []form.Option{{Value: "moved", Name: "moved in or out"}, {Value: "watered", Name: "watered through"}, {Value: "ended", Name: "given up"}}}
		f.Fields = []form.Field{what, where, day}
		return f
	}
	usual := "shoots"
	if n.Shoots > 0 {
		usual = "taken"
	}
	if n.Taken > 0 {
		usual = "rooted"
	}
	f.Fields = []form.Field{
		{Name: "what", Label: "What", Kind: "choice", Value: usual, Options: []form.Option{
			{Value: "shoots", Name: "shoots counted"}, {Value: "taken", Name: "slips taken"}, {Value: "rooted", Name: "slips rooted"},
			{Value: "hardened", Name: "slips hardened"}, {Value: "ended", Name: "root ended"},
		}},
		{Name: "count", Label: "How many", Kind: "count"},
		{Name: "nodes", Label: "Nodes at least", Kind: "count", Hint: "Of slips taken: 3 or more, 2 go under"}, day,
	}
	return f
}

func (s *Pages) startRoot(c *gin.Context) error { return s.start(c, logbook.Root, "root") }
func (s *Pages) startPot(c *gin.Context) error  { return s.start(c, logbook.Pot, "pot") }

func (s *Pages) start(c *gin.Context, kind logbook.NurseKind, name string) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	n := logbook.Nursling{
		Label: r.Text("label"), Kind: kind, Variety: logbook.Variety{ID: r.ID("variety")}, Started: r.Day("day"),
		Method: logbook.Method(r.Text("method")), Shelter: climate.Shelter(r.Text("shelter")),
	}
	if kind == logbook.Root {
		n.Temp, n.Shelter = measure.Temperature(r.Degrees("temp", float64(seed.UsualRootsAt))), climate.Heated
	}
	if r.Text("weight") != "" {
		n.Weight, n.How = r.KnownMass("weight", r.Units.MassUnit())
	}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.Start(c.Request.Context(), n, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	return s.nurseryKept(c, &r, kept, name, "Saved: "+n.Label+" started.")
}

func (s *Pages) nurseryKept(c *gin.Context, r *frame.Reading, kept bool, name, said string) error {
	if !kept {
		return s.nurseryPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent(name)))
	}
	return s.RedirectWithFlash(c, "/seed/nursery", said)
}

func (s *Pages) recordNursery(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	e := logbook.NurseryEntry{Nursling: frame.PathID(c), Kind: logbook.NurseryKind(r.Text("what")), Day: r.Day("day")}
	switch e.Kind {
	case logbook.NurseMoved:
		e.Shelter = climate.Shelter(r.Text("shelter"))
	case logbook.NurseShoots, logbook.NurseTaken, logbook.NurseRooted, logbook.NurseHardened:
		e.Count, e.Nodes = r.Count("count"), r.Count("nodes")
	case logbook.NurseWatered, logbook.NurseEnded:
	default:
		return logbook.ErrNotFound
	}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.RecordNursery(c.Request.Context(), e, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	return s.nurseryKept(c, &r, kept, "log"+strconv.Itoa(int(e.Nursling)), "Saved: "+parts.NurseWords(e)+".")
}

func (s *Pages) undoNursery(c *gin.Context) error {
	_, err := s.Garden.UndoNursery(c.Request.Context(), frame.PathID(c), s.Request(c))
	if faults, ok := frame.AsFaults(err); ok {
		return s.nurseryPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, form.Sent{Form: "undo", Faults: faults}))
	}
	if err != nil {
		return err
	}
	return s.RedirectWithFlash(c, "/seed/nursery", "Undone. The entry is kept in the log, marked as undone.")
}

// slipsWorking is of the roots to start for a variety.
func (s *Pages) slipsWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	balances, err := look.SlipBalances()
	if err != nil {
		return err
	}
	for _, b := range balances {
		if fmt.Sprint(b.Variety.ID) == c.Param("variety") {
			return s.AnswerWorking(c, seed.SlipsWorking(b.Wanted), b.Variety.Name)
		}
	}
	return logbook.ErrNotFound
}
