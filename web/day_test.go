package web_test

import (
	"io"
	"net/http"
	"path/filepath"
	"testing"

	"glebata/core/measure"
	"glebata/station"
)

// The day is that of the device that asks, where it is no more than one off the program's own.
func TestTheDayOfTheDevice(t *testing.T) {
	s := openAmong(t, filepath.Join(t.TempDir(), "g.glebata"), measure.Date(2026, 4, 10), station.Usual{}, nil, asItIs)
	for cookie, want := range map[string]string{"": "Friday 10 April", "2026-04-11": "Saturday 11 April", "2026-04-09": "Thursday 9 April", "2026-04-14": "Friday 10 April", "tomorrow": "Friday 10 April"} {
		r, err := http.NewRequest(http.MethodGet, s.URL+"/", nil)
		if err != nil {
			t.Fatal(err)
		}
		if cookie != "" {
			r.AddCookie(&http.Cookie{Name: "day", Value: cookie})
		}
		res, err := s.Client().Do(r)
		if err != nil {
			t.Fatal(err)
		}
		page, err := io.ReadAll(res.Body)
		if err != nil {
			t.Fatal(err)
		}
		_ = res.Body.Close()
		says(t, "the day "+cookie, res.StatusCode, http.StatusOK, string(page), want)
	}
}
