package seed

import (
	"fmt"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/paper"
	"glebata/core/seed"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
)

// recordSeed keeps one entry of a tray and goes back to it.
func (s *Pages) recordSeed(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
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
	doing := c.Param("doing")
	e, known := readSeedEntry(&r, doing, tr)
	if !known {
		return logbook.ErrNotFound
	}
	e.Tray = tr.ID
	kept, err := r.Keep(func() error {
		_, err := s.Garden.RecordSeed(c.Request.Context(), e, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		name := doing
		if doing == "weigh" {
			name = "weights"
		}
		return s.trayPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent(name)))
	}
	to := fmt.Sprintf("/seed/trays/%d", tr.ID)
	if e.Tuber > 0 {
		to += fmt.Sprintf("?tuber=%d", e.Tuber)
	}
	if e.Day == 0 {
		e.Day = s.DayOf(c)
	}
	return s.RedirectWithFlash(c, to, "Saved: "+seedWords(e, r.Units)+".")
}

// readSeedEntry reads what a form of a tray records.
func readSeedEntry(r *frame.Reading, doing string, tr *logbook.TrayState) (e logbook.SeedEntry, ok bool) {
	if r.Text("day") != "" {
		e.Day, e.About = r.Day("day"), r.Text("about") != ""
	}
	switch doing {
	case "weigh":
		e.Kind = logbook.SeedWeighed
		e.Weights, e.Hows = ReadTubers(r)
	case "stood":
		e.Kind, e.Temp, e.Light = logbook.SeedStood, measure.Temperature(r.Degrees("temp", 10)), r.Text("light") != "no"
	case "look":
		e.Kind, e.Seen = logbook.SeedLooked, readSeen(r, tr)
	case "rub":
		e.Kind, e.Tuber, e.Keep = logbook.SeedRubbed, r.Count("tuber"), r.Count("keep")
	case "cut":
		e.Kind, e.Tuber, e.HealDays = logbook.SeedCut, r.Count("tuber"), r.Count("heal")
		for i := 1; i <= 8; i++ {
			if field := fmt.Sprintf("piece-%d", i); r.Text(field) != "" {
				piece, known := r.KnownMass(field, r.Units.MassUnit())
				e.Weights, e.Hows = append(e.Weights, piece), append(e.Hows, known)
				e.Eyes = append(e.Eyes, r.Count(fmt.Sprintf("eyes-%d", i)))
			}
		}
	case "out":
		e.Kind, e.Tuber, e.Text = logbook.SeedDiscarded, r.Count("tuber"), r.Text("text")
	default:
		return e, false
	}
	return e, true
}

// readWeights reads a column of weights, each with how it is known: one to a line, or several
// with blanks between them.
func readWeights(r *frame.Reading, field string) (out []measure.Mass, hows []measure.Known) {
	split := func(text, at string) []string {
		return strings.FieldsFunc(text, func(c rune) bool { return strings.ContainsRune(at, c) })
	}
	for _, line := range split(r.Values.Get(field), "\n\r;\t") {
		if n, each, known, ok := readSeveral(r, line); ok {
			for range n {
				out, hows = append(out, each), append(hows, known)
			}
			continue
		}
		line, known := measure.CutKnown(line)
		if line == "" {
			continue
		}
		if m, err := measure.ParseMass(line, r.Units.MassUnit(), r.Units); err == nil {
			out, hows = append(out, m), append(hows, known)
			continue
		}
		for _, word := range split(line, " ") {
			word, own := measure.CutKnown(strings.TrimSuffix(word, ","))
			m, err := measure.ParseMass(word, r.Units.MassUnit(), r.Units)
			if err != nil {
				r.Refuse(field, err)
				return out, hows
			}
			out, hows = append(out, m), append(hows, known.Worse(own))
		}
	}
	return out, hows
}

// readSeveral reads "12 @ 60 g": so many that weigh as much each.
func readSeveral(r *frame.Reading, line string) (n int, each measure.Mass, known measure.Known, ok bool) {
	sheet, err := paper.Sum(line, r.Units.MassUnit(), r.Units, nil)
	if err != nil || len(sheet.Lines) != 1 {
		return 0, 0, measure.Weighed, false
	}
	l := sheet.Lines[0]
	if !l.Read() || l.Count < 1 || l.Count > logbook.MaxPlants {
		return 0, 0, measure.Weighed, false
	}
	return l.Count, l.Net / measure.Mass(l.Count), measure.Counted.Worse(l.Known), true
}

// ReadTubers put in a tray: those weighed one by one, and those counted with a weight of all
// together or none.
func ReadTubers(r *frame.Reading) ([]measure.Mass, []measure.Known) {
	weights, hows := readWeights(r, "weights")
	more := seed.Known{Count: r.Count("count")}
	if r.Text("total") != "" {
		low, high := r.MassRange("total", r.Units.MassUnit())
		more.Low, more.High = low, high
		if low == high {
			more = seed.Known{Count: more.Count, Total: low}
		}
		if more.Count == 0 {
			r.Faults.Add("count", "How many are they? A tray is kept by the tuber.")
		}
	}
	if more.Count > logbook.MaxPlants {
		r.Faults.Add("count", "At most {} at once.", logbook.MaxPlants)
		return weights, hows
	}
	a := more.Amount(0)
	for _, p := range a.Pieces {
		weights, hows = append(weights, p), append(hows, a.How)
	}
	return weights, hows
}

// readSeen are the tubers of which something was typed that differs from before.
func readSeen(r *frame.Reading, tr *logbook.TrayState) []logbook.Seen {
	var out []logbook.Seen
	for i := range tr.Tubers {
		u := &tr.Tubers[i]
		field := func(name string) string { return fmt.Sprintf("%s-%d", name, u.N) }
		if r.Text(field("eyes")) == "" && r.Text(field("sprouts")) == "" && r.Text(field("soft")) == "" {
			continue
		}
		s := logbook.Seen{Tuber: u.N, Eyes: r.Count(field("eyes")), Sprouts: r.Count(field("sprouts")), Stout: r.Text(field("thick")) != "thin", Soft: r.Text(field("soft")) != ""}
		if text := r.Text(field("longest")); text != "" {
			l, err := measure.ParseLength(text, measure.Unit(sproutUnit(r.Units)), r.Units)
			if err != nil {
				r.Refuse(field("longest"), err)
			}
			s.Longest = l
			if math.Abs(float64(l-u.Seen.Longest)) < 0.01 { // as it was printed
				s.Longest = u.Seen.Longest
			}
		}
		if u.Looked == 0 || s != u.Seen {
			out = append(out, s)
		}
	}
	return out
}

func (s *Pages) undoSeed(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	_, err = s.Garden.UndoSeed(c.Request.Context(), frame.PathID(c), s.Request(c))
	if faults, ok := frame.AsFaults(err); ok {
		c.Params = gin.Params{{Key: "id", Value: r.Text("tray")}}
		if r.Text("tray") == "" {
			return s.benchPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, form.Sent{Form: "undo", Faults: faults}))
		}
		return s.trayPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, form.Sent{Form: "undo", Values: r.Values, Faults: faults}))
	}
	if err != nil {
		return err
	}
	to := "/seed"
	if r.Text("tray") != "" {
		to = "/seed/trays/" + strconv.Itoa(r.Count("tray"))
	}
	return s.RedirectWithFlash(c, to, "Undone. The entry is kept in the log, marked as undone.")
}
