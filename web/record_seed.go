package web

import (
	"fmt"
	"math"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// recordSeed keeps one entry of a tray and goes back to it.
func (s *Site) recordSeed(c *gin.Context) error {
	look, r, err := s.lookAndForm(c)
	if err != nil {
		return err
	}
	bench, err := look.Bench()
	if err != nil {
		return err
	}
	tr, ok := bench.Tray(pathID(c))
	if !ok {
		return logbook.ErrNotFound
	}
	doing := c.Param("doing")
	e, known := r.seedEntry(doing, tr)
	if !known {
		return logbook.ErrNotFound
	}
	e.Tray = tr.ID
	kept, err := r.keep(func() error {
		_, err := s.garden.RecordSeed(c.Request.Context(), e, s.asked(c))
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
		return s.trayPage(c, http.StatusUnprocessableEntity, refuse(c, r.Sent(name)))
	}
	to := fmt.Sprintf("/seed/trays/%d", tr.ID)
	if e.Tuber > 0 {
		to += fmt.Sprintf("?tuber=%d", e.Tuber)
	}
	e.Day = s.clock.Today()
	return s.redirectWithFlash(c, to, "Saved: "+seedWords(e, r.Units)+".")
}

// seedEntry reads what a form of a tray records.
func (r *reading) seedEntry(doing string, tr *logbook.TrayState) (e logbook.SeedEntry, ok bool) {
	switch doing {
	case "weigh":
		e.Kind, e.Weights = logbook.SeedWeighed, r.weights("weights")
	case "stood":
		e.Kind, e.Temp, e.Light = logbook.SeedStood, measure.Temperature(r.Degrees("temp", 10)), r.Text("light") != "no"
	case "look":
		e.Kind, e.Seen = logbook.SeedLooked, r.seen(tr)
	case "rub":
		e.Kind, e.Tuber, e.Keep = logbook.SeedRubbed, r.Count("tuber"), r.Count("keep")
	case "cut":
		e.Kind, e.Tuber, e.HealDays = logbook.SeedCut, r.Count("tuber"), r.Count("heal")
		for i := 1; i <= 8; i++ {
			if field := fmt.Sprintf("piece-%d", i); r.Text(field) != "" {
				e.Weights = append(e.Weights, r.Mass(field, r.Units.MassUnit()))
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

// weights reads a column of weights: one to a line, or several to a line apart by
// spaces, semicolons or tabs.
func (r *reading) weights(field string) []measure.Mass {
	var out []measure.Mass
	split := func(text, at string) []string {
		return strings.FieldsFunc(text, func(c rune) bool { return strings.ContainsRune(at, c) })
	}
	for _, line := range split(r.Values.Get(field), "\n\r;\t") {
		line = strings.TrimSpace(line)
		if line == "" {
			continue
		}
		if m, err := measure.ParseMass(line, r.Units.MassUnit(), r.Units); err == nil {
			out = append(out, m)
			continue
		}
		for _, word := range split(line, " ") {
			m, err := measure.ParseMass(strings.TrimSuffix(word, ","), r.Units.MassUnit(), r.Units)
			if err != nil {
				r.Refuse(field, err)
				return out
			}
			out = append(out, m)
		}
	}
	return out
}

// seen are the tubers of which something was typed that differs from before.
func (r *reading) seen(tr *logbook.TrayState) []logbook.Seen {
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
