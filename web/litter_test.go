package web_test

import (
	"net/http"
	"testing"
)

// Straw or leaves over a bed are planned with their litres, raised by name, and drawn; in a bag a
// layer of leaves is what was said, whatever was planned, and feeds nothing.
func TestLeavesAreALayerByName(t *testing.T) {
	s := emptySite(t)
	ok := func(path string, pairs ...string) {
		t.Helper()
		if status, body := s.post(path, pairs...); status != http.StatusSeeOther {
			t.Fatalf("%s: %d %s", path, status, body)
		}
	}
	ok("/models", "name", "plot", "kind", "bed", "base", "200", "base-w", "100", "material", "timber", "drain", "base")
	ok("/bags", "labels", "P1", "model", "1", "place", "Plot")
	ok("/varieties", "name", "Cold Quay", "class", "maincrop")
	status, page := s.get("/plan?bag=1&variety=class:maincrop&school=straw&raises=3&number=8")
	says(t, "leaves on a bed", status, http.StatusOK, page, "with 1400 L of loose leaves", "of leaves over the seed") // 35 cm over 2 m² is 700 L, and half of what goes on is lost
	ok("/plan", "bag", "1", "variety", "class:maincrop", "school", "straw", "raises", "3", "number", "8", "year", "2026")
	_, working := s.get("/plantings/1/working/ladder")
	says(t, "how its levels came about", 200, 200, working, "2 raises to 35 cm over the ground", "15 cm", "each: 20 cm ÷ 2")
	ok("/plantings/1/plant", "count", "8", "day", "2026-04-10")
	ok("/plantings/1/raise", "by", "10 cm", "of", "hay", "day", "2026-06-01")
	_, page = s.get("/plantings/1")
	says(t, "the bed", 200, 200, page, "raised 10 cm with hay")
	_, page = s.get("/plantings/1/ladder")
	says(t, "its ladder", 200, 200, page, "<svg", "25 cm", `class="n">0 cm</td>`, ", leaves</th>", ", hay</th>")
	status, page = s.post("/plantings/1/raise", "by", "30 cm", "day", "2026-06-02")
	says(t, "a heap", status, http.StatusUnprocessableEntity, page, "That would stand 55 cm over the ground: up to 40 cm is believed.")

	ok("/plan/many", "lines", "B1: 3, planted 10 April", "variety", "class:maincrop", "class", "maincrop", "year", "2026", "litres", "40", "place", "Plot", "school", "steps")
	_, page = s.get("/read/rise?planting=2&by=10+L&of=leaves")
	says(t, "read back", 200, 200, page, "10 L loose, settling to 5 L")
	ok("/plantings/2/raise", "by", "10 L", "of", "leaves", "day", "2026-06-01")
	_, page = s.get("/plantings/2")
	says(t, "the bag", 200, 200, page, "raised with 10 L of leaves, loose")
	status, page = s.post("/plantings/2/raise", "by", "5 cm", "of", "snow", "day", "2026-06-02")
	says(t, "of snow", status, http.StatusUnprocessableEntity, page, "Choose what went on.", `value="5 cm"`)
}
