package seed

import (
	"fmt"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/core/working"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type trayBody struct {
	T       *logbook.TrayState
	Line    trayLine
	Tubers  []draw.Tuber
	Weigh   form.Form
	Stands  form.Form
	Look    []lookLine
	LookKey string
	LookDay form.Field
	LookErr string
	U       *logbook.TuberState // the chosen tuber
	Large   draw.Tuber
	Name    string
	Aims    []aimLine
	Cut     form.Form
	Rub     form.Form
	Out     form.Form
	CutNote string
	Log     []parts.GivenLine
	Said    string
	Error   string
	Notes   []parts.Note
	LenUnit string
}

// lookLine is one row of what is seen at the tubers.
type lookLine struct {
	N                              int
	Weight                         string
	Eyes, Sprouts, Longest, Thick  form.Field
	Soft                           form.Field
	Call, Words, Reason, Rub, Cuts string
}

type aimLine struct {
	Aim  seed.Aim
	Keep int
	Off  int
}

func (s *Pages) tray(c *gin.Context) error { return s.trayPage(c, http.StatusOK, form.Sent{}) }

// trayScale is the scale of a tray on its page, and of one tuber, in px per mm.
const (
	trayScale  = 1.15
	tuberScale = 3.1
)

func (s *Pages) trayPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	bench, err := look.Bench()
	if err != nil {
		return err
	}
	tr, ok := bench.Tray(frame.PathID(c))
	if !ok {
		return logbook.ErrNotFound
	}
	sys := t.Units
	at := fmt.Sprintf("/seed/trays/%d", tr.ID)
	chosen, _ := strconv.Atoi(c.Query("tuber"))
	if n, err := strconv.Atoi(c.PostForm("tuber")); err == nil {
		chosen = n
	}
	body := trayBody{T: tr, Line: lineOfTray(tr, sys), Said: s.Said(c), LenUnit: sproutUnit(sys), LookKey: form.NewKey()}
	body.Tubers = draw.NewTray(tr, trayScale, chosen, func(n int) string { return fmt.Sprintf("%s?tuber=%d#tuber", at, n) }, sys)
	body.Weigh = t.Fill(form.Form{
		Name: "weights", Action: at + "/weigh", Button: "Into the tray", Caution: parts.Beware("green"), StandIn: s.Devices != nil,
		Fields: []form.Field{{Name: "weights", Label: "Weights, one after another", Kind: "weights", Hint: "One to a line, or a column pasted in. A bare number is in " + string(sys.MassUnit()) + "; “about 60” is an estimate."},
			parts.DayField(look.Today())},
		MoreTitle: "Not weighed one by one",
		More: []form.Field{
			{Name: "count", Label: "How many", Kind: "count"},
			{Name: "total", Label: "All together", Kind: "quantity", Unit: string(sys.MassUnit()), Hint: "Empty: a usual piece each"},
		},
	})
	light := map[bool]string{true: "yes", false: "no"}[tr.Light]
	body.Stands = t.Fill(form.Form{Name: "stood", Action: at + "/stood", Button: "It stands there now", Fields: append(trayStands(sys.Fine(tr.Temp), light, sys), parts.DayField(look.Today()))})
	body.lookLines(tr, t)
	body.LookDay = t.Fill(form.Form{Name: "look", Fields: []form.Field{parts.DayField(look.Today())}}).Fields[0]
	if chosen >= 1 && chosen <= len(tr.Tubers) {
		body.choose(tr, &tr.Tubers[chosen-1], t, at, parts.DayField(look.Today()))
	}
	for _, e := range tr.Log {
		words := seedWords(e, sys)
		if e.About {
			words += ", about then"
		}
		body.Log = append(body.Log, parts.GivenLine{ID: e.ID, Day: e.Day, Says: words, Key: form.NewKey()})
	}
	if t.Form == "undo" {
		body.Error = t.At("")
	}
	s.Render(c, status, "tray", frame.View{Title: "Tray " + tr.Label, Stage: "Seed", Body: body})
	return nil
}

// sproutUnit is what a sprout's bare number is in: millimetres or inches.
func sproutUnit(sys measure.System) string {
	if sys.Metric() {
		return "mm"
	}
	return "in"
}

// sprout prints the length of a sprout.
func sprout(l measure.Length, sys measure.System) string {
	if sys.Metric() {
		return fmt.Sprintf("%.0f", l.Millimetres())
	}
	return sys.Length(l)
}

func (b *trayBody) lookLines(tr *logbook.TrayState, t form.Sent) {
	for i := range tr.Tubers {
		u := &tr.Tubers[i]
		if u.Discarded || !u.Whole() {
			continue
		}
		field := func(name, label, value string) form.Field {
			f := form.Field{Name: fmt.Sprintf("%s-%d", name, u.N), Label: fmt.Sprintf("%s of tuber %d", label, u.N), Value: value}
			f.ID = "look-" + f.Name
			if t.Form == "look" {
				f.Value, f.Error = t.Values.Get(f.Name), t.At(f.Name)
			}
			return f
		}
		l := lookLine{N: u.N, Weight: u.How.Mark(t.Units.Mass(u.Weight)), Reason: u.Reason.In(t.Units)}
		l.Call, l.Words = call(u)
		eyes, sprouts, longest, thick, soft := "", "", "", "stout", ""
		if u.Looked != 0 {
			eyes, sprouts, longest = strconv.Itoa(u.Seen.Eyes), strconv.Itoa(u.Seen.Sprouts), sprout(u.Seen.Longest, t.Units)
			if !u.Seen.Stout {
				thick = "thin"
			}
			if u.Seen.Soft {
				soft = "yes"
			}
		}
		l.Eyes, l.Sprouts, l.Longest = field("eyes", "Eyes", eyes), field("sprouts", "Sprouts", sprouts), field("longest", "Longest sprout", longest)
		l.Thick, l.Soft = field("thick", "Thickness", thick), field("soft", "Soft or smelling", soft)
		if u.Rub > 0 {
			l.Rub = fmt.Sprintf("rub off %d", u.Rub)
		}
		b.Look = append(b.Look, l)
	}
	if t.Form == "look" {
		b.LookErr = t.At("")
	}
}

func call(u *logbook.TuberState) (call, words string) {
	if u.Looked == 0 {
		return "new", "not seen yet"
	}
	if u.Call == seed.Wait && u.Ready != 0 {
		return "wait", "wait, ready " + u.Ready.Short()
	}
	return string(u.Call), string(u.Call)
}

// choose fills in what stands beside the tray for one tuber.
func (b *trayBody) choose(tr *logbook.TrayState, u *logbook.TuberState, t form.Sent, at string, day form.Field) {
	sys := t.Units
	b.U, b.Name = u, fmt.Sprintf("%s·%d", tr.Label, u.N)
	one := logbook.TrayState{Tubers: []logbook.TuberState{*u}}
	b.Large = draw.NewTray(&one, tuberScale, 0, func(int) string { return "" }, sys)[0]
	for _, aim := range []seed.Aim{seed.FewLarge, seed.Balance, seed.ManySmall} {
		off := seed.RubOff(u.Seen.Sprouts, aim)
		b.Aims = append(b.Aims, aimLine{aim, u.Seen.Sprouts - off, off})
	}
	number := form.Field{Name: "tuber", Kind: "hidden", Value: strconv.Itoa(u.N)}
	keep := u.Seen.Sprouts - u.Rub
	b.Rub = t.Fill(form.Form{Name: "rub", Action: at + "/rub", Button: "Rubbed off", Fields: []form.Field{number, {Name: "keep", Label: "Sprouts left on", Kind: "count", Value: parts.CountOrEmpty(keep), Hint: "The weakest first; keep those nearest the rose end"}, day}})
	b.Out = t.Fill(form.Form{Name: "out", Action: at + "/out", Button: "Thrown out", Caution: parts.Beware("green", "stored"), Fields: []form.Field{number, {Name: "text", Label: "Why", Kind: "text", Value: outWords(u)}, day}})
	if !u.Discarded && u.Whole() {
		b.Cut = t.Fill(cutForm(u, number, at, sys, day))
		b.CutNote = u.Cuts.In(sys)
	}
	b.Notes = []parts.Note{parts.NewNote(seed.UsualCutting.Working(u.Weight, u.Seen.Eyes), b.Name, sys)}
}

func outWords(u *logbook.TuberState) string {
	switch u.Call {
	case seed.Discard:
		return "soft"
	case seed.Blind:
		return "blind"
	}
	return ""
}

func cutForm(u *logbook.TuberState, number form.Field, at string, sys measure.System, day form.Field) form.Form {
	f := form.Form{
		Name: "cut", Action: at + "/cut", Button: "Cut", Caution: parts.Beware("knives", "dust"), Fields: []form.Field{number},
		Says: measure.Say("Lengthwise, so that each piece has part of the rose end; a clean blade for each tuber. Let it heal {} days in airy shade at {} to {}. Wood ash on the cut is optional.", seed.HealDays, measure.Temperature(12), measure.Temperature(18)).In(sys),
	}
	n := max(2, u.Cut.Pieces)
	each := measure.Mass(math.Round(float64(u.Weight) / float64(n)))
	eyes := u.Seen.Eyes
	for i := 1; i <= min(n+1, 8); i++ {
		w, e := "", ""
		if i <= n {
			mass, share := each, u.Seen.Eyes/n
			if i == n {
				mass, share = u.Weight-each*measure.Mass(n-1), eyes
			}
			eyes -= share
			w, e = sys.Edit(mass), strconv.Itoa(share)
		}
		f.Fields = append(f.Fields,
			form.Field{Name: fmt.Sprintf("piece-%d", i), Label: fmt.Sprintf("Piece %c", 'a'+i-1), Kind: "piece", Unit: string(sys.MassUnit()), Value: w},
			form.Field{Name: fmt.Sprintf("eyes-%d", i), Label: fmt.Sprintf("Eyes on %c", 'a'+i-1), Kind: "count", Value: e})
	}
	f.Fields = append(f.Fields, form.Field{Name: "heal", Label: "Heals for", Kind: "count", Unit: "days", Value: strconv.Itoa(seed.HealDays)}, day)
	return f
}

// seedWords says what an entry of the bench records.
func seedWords(e logbook.SeedEntry, sys measure.System) string {
	switch e.Kind {
	case logbook.SeedStood:
		return fmt.Sprintf("stands at %s, in the %s", sys.Temperature(e.Temp), map[bool]string{true: "light", false: "dark"}[e.Light])
	case logbook.SeedWeighed:
		var sum measure.Mass
		for _, w := range e.Weights {
			sum += w
		}
		return fmt.Sprintf("%s put in, %s", Tubers(len(e.Weights)), sys.Mass(sum))
	case logbook.SeedLooked:
		return "looked at " + Tubers(len(e.Seen))
	case logbook.SeedRubbed:
		return fmt.Sprintf("tuber %d: %d sprouts left on", e.Tuber, e.Keep)
	case logbook.SeedCut:
		return fmt.Sprintf("tuber %d cut into %d, heals until %s", e.Tuber, len(e.Weights), (e.Day + measure.Day(e.HealDays)).Short())
	default:
		return strings.TrimSuffix(fmt.Sprintf("tuber %d thrown out: %s", e.Tuber, e.Text), ": ")
	}
}

// Tubers counted in words.
func Tubers(n int) string {
	if n == 1 {
		return "1 tuber"
	}
	return fmt.Sprintf("%d tubers", n)
}

// seedWorking is of the pieces a tuber gives.
func (s *Pages) seedWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	bench, err := look.Bench()
	if err != nil {
		return err
	}
	tr, ok := bench.Tray(frame.PathID(c))
	n, _ := strconv.Atoi(c.Param("tuber"))
	if !ok || n < 1 || n > len(tr.Tubers) {
		return logbook.ErrNotFound
	}
	u := &tr.Tubers[n-1]
	var w working.Working
	switch c.Param("figure") {
	case "pieces":
		w = seed.UsualCutting.Working(u.Weight, u.Seen.Eyes)
	case "ready":
		w = readyWorking(tr, u)
	default:
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, w, fmt.Sprintf("Tuber %s·%d", tr.Label, n))
}

func readyWorking(tr *logbook.TrayState, u *logbook.TuberState) working.Working {
	from := u.Since
	if u.Looked != 0 {
		from = u.Looked
	}
	return seed.ReadyWorking(tr.Stands, from, u.Seen.Longest, seed.Warmth(tr.Stands, u.Since, from))
}
