package web_test

import (
	"context"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/garden"
	"glebata/garden/logbook"
)

// A form that is no longer on its page is refused in words: the bag was closed on
// another phone meanwhile.
func TestAFormThatIsGoneIsRefusedInWords(t *testing.T) {
	var id logbook.ID
	s := open(t, func(g *garden.Garden) error {
		if err := demo.Fill(context.Background(), g); err != nil {
			return err
		}
		v, err := g.Look(context.Background(), demo.Today())
		if err != nil {
			return err
		}
		row, err := v.Row()
		for _, st := range row {
			if st.Stage == logbook.StageGrowing && st.Level < st.Ladder.Top && st.StemKnown {
				id = st.Planting.ID
			}
		}
		return err
	})
	at := measure.Say("/plantings/{}/", int64(id)).In(measure.Metric)
	day := demo.Today().ISO()
	if status, to := s.post(at+"close", "day", day); status != 303 {
		t.Fatalf("closing: %d %s", status, to)
	}
	for doing, form := range map[string][]string{
		"raise": {"by", "5 cm", "day", day}, "measure": {"height", "20 cm", "day", day}, "flowers": {"day", day}, "take": {"text", "a panful", "day", day},
		"close": {"day", day},
	} {
		status, body := s.post(at+doing, form...)
		if status != 422 || !strings.Contains(body, "was closed on") {
			t.Errorf("%s of a closed bag answers %d without the words", doing, status)
		}
	}
	if status, body := s.post(at+"raise", "by", "5 cm", "day", day, "from", "ladder"); status != 422 || !strings.Contains(body, "was closed on") {
		t.Errorf("a raise from the ladder of a closed bag answers %d without the words", status)
	}
	if status, body := s.post("/walk", "do", strings.Trim(strings.TrimPrefix(at, "/plantings"), "/")+":raise"); status != 422 || !strings.Contains(body, "is not due any more. Last: closed") {
		t.Errorf("ticked on an old page: %d", status)
	}
}
