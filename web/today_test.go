package web_test

import (
	"net/http"
	"testing"

	"glebata/core/calendar"
	"glebata/core/job"
)

// What a form of the first page or of the night cannot keep is said there as a refusal, with
// what to do; what is asked of nobody is no page.
func TestRefusalsOutdoorsAreSaidAsSuch(t *testing.T) {
	s := demoSite(t)
	for what, c := range map[string]struct {
		path string
		sent []string
		says string
	}{
		"no bag is ticked for water": {"/water", nil, "Tick the bags that were watered"},
		"a bag with enough water":    {"/water", []string{"bag", "39"}, "None of these bags wants water now."},
		"no bag for what leads up":   {"/ahead", []string{"what", "order"}, "Tick the bags it was done to."},
		"no bag for the night":       {"/tonight", []string{"how", "fleece"}, "Tick the bags it was done to."},
	} {
		status, body := s.post(c.path, c.sent...)
		says(t, what, status, http.StatusUnprocessableEntity, body, `class="wrong" role="alert" data-focus`, c.says)
	}
	for _, sent := range [][]string{{"/ahead", "what", "dance", "bag", "38"}, {"/tonight", "how", "dance", "bag", "38"}} {
		if status, _ := s.post(sent[0], sent[1:]...); status != http.StatusNotFound {
			t.Errorf("%v: %d", sent, status)
		}
	}
}

// Every kind of work that leads up has the words of its button and of the log, by the name
// the calendar gives it.
func TestWorkThatLeadsUpCanBeTicked(t *testing.T) {
	for _, k := range []calendar.Kind{calendar.OrderSeed, calendar.StartChit, calendar.StartSlips, calendar.FillPots, calendar.StartPots, calendar.Harden} {
		if f := job.Kind(k).Facts(); !job.Kind(k).LeadsUp() || f.Ticked == "" || f.Logged == "" {
			t.Errorf("%s: %+v", k, f)
		}
	}
}
