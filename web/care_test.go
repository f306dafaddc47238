package web_test

import (
	"bytes"
	"image"
	"image/jpeg"
	"mime/multipart"
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"testing"
)

// sendFile with the other fields of a form.
func (s *site) sendFile(path, field, name string, data []byte, pairs ...string) (int, string) {
	s.t.Helper()
	var b bytes.Buffer
	m := multipart.NewWriter(&b)
	for i := 0; i+1 < len(pairs); i += 2 {
		if err := m.WriteField(pairs[i], pairs[i+1]); err != nil {
			s.t.Fatal(err)
		}
	}
	part, err := m.CreateFormFile(field, name)
	if err != nil {
		s.t.Fatal(err)
	}
	if _, err := part.Write(data); err != nil {
		s.t.Fatal(err)
	}
	if err := m.Close(); err != nil {
		s.t.Fatal(err)
	}
	res, err := s.Client().Post(s.URL+path, m.FormDataContentType(), &b)
	if err != nil {
		s.t.Fatal(err)
	}
	defer res.Body.Close()
	if to := res.Header.Get("Location"); to != "" {
		return res.StatusCode, to
	}
	var body bytes.Buffer
	if _, err := body.ReadFrom(res.Body); err != nil {
		s.t.Fatal(err)
	}
	return res.StatusCode, body.String()
}

func TestAPhotoIsKeptWithItsBag(t *testing.T) {
	s := demoSite(t)
	var photo bytes.Buffer
	if err := jpeg.Encode(&photo, image.NewRGBA(image.Rect(0, 0, 1600, 1200)), nil); err != nil {
		t.Fatal(err)
	}
	status, to := s.sendFile("/plantings/30/photo", "photo", "p.jpg", photo.Bytes(), "key", "photo-1", "day", "2026-06-08", "text", "first <b>flower</b>")
	page := s.follow(to)
	says(t, "kept", status, http.StatusSeeOther, page, "The photo is kept", "photo: first &lt;b&gt;flower")
	at := regexp.MustCompile(`<img src="(/photos/\d+)" alt="first &lt;b`).FindStringSubmatch(page)
	if at == nil {
		t.Fatal("the page shows no photo")
	}
	res, err := s.Client().Get(s.URL + at[1])
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	if shown, err := jpeg.DecodeConfig(res.Body); err != nil || shown.Width != 1280 || shown.Height != 960 || res.Header.Get("Content-Type") != "image/jpeg" {
		t.Errorf("it is shown as %+v, %v", shown, err)
	}
	for name, data := range map[string]string{"a letter": "Dear potatoes", "nothing": ""} {
		status, body := s.sendFile("/plantings/30/photo", "photo", "p.jpg", []byte(data), "key", "photo-"+name[:3], "day", "2026-06-08", "text", "words of mine")
		says(t, name, status, http.StatusUnprocessableEntity, body, "choose a JPEG or PNG file", `value="words of mine"`)
	}
	status, body := s.sendFile("/plantings/30/photo", "photo", "p.jpg", bytes.Repeat([]byte{1}, 40<<20), "key", "photo-9", "day", "2026-06-08")
	if status != http.StatusRequestEntityTooLarge && status != http.StatusUnprocessableEntity {
		t.Errorf("40 MB: %d %s", status, body)
	}
	if status, _ := s.get("/photos/1"); status != http.StatusNotFound {
		t.Errorf("an entry without a photo: %d", status)
	}
}

func TestARowIsFedInOneEntry(t *testing.T) {
	s := demoSite(t)
	_, page := s.get("/entries?kind=fed")
	says(t, "the page", 200, 200, page, "Tick all here", "quay liquid 3-2-6", "Lower step")
	status, body := s.post("/entries", "kind", "fed", "thing", "quay liquid 3-2-6", "amount", "2", "day", "2026-06-08")
	says(t, "no bag ticked", status, http.StatusUnprocessableEntity, body, "Tick the bags", `value="2"`)
	status, body = s.post("/entries", "kind", "mulched", "amount", "5 kg", "thing", "straw", "bag", "30", "day", "2026-06-08")
	says(t, "straw by weight", status, http.StatusUnprocessableEntity, body, "not of length", `<input type="checkbox" name="bag" value="30" checked>`)
	status, body = s.post("/entries", "kind", "supported", "thing", "canes", "day", "2026-02-01", "bag", "30")
	says(t, "before planting", status, http.StatusUnprocessableEntity, body, "R6: ", "not planted yet")
	status, to := s.do(http.MethodPost, "/entries", url.Values{"key": {"row"}, "kind": {"fed"}, "thing": {"quay liquid 3-2-6"}, "amount": {"2"}, "day": {"2026-06-08"}, "bag": {"30", "31"}})
	done := s.follow(to)
	says(t, "fed", status, http.StatusSeeOther, done, "Saved 2 entries", "R6: fed with quay liquid 3-2-6 2 L", "R7: fed with", "Undo all")
	group := regexp.MustCompile(`name="group" value="([^"]+)"`).FindStringSubmatch(done)
	_, bag := s.get("/bags/R7")
	says(t, "its log", 200, 200, bag, "fed with quay liquid 3-2-6 2 L")
	status, to = s.post("/entries/undo", "group", group[1])
	says(t, "taken back", status, http.StatusSeeOther, s.follow(to), "One entry for many bags")
	if _, bag = s.get("/bags/R7"); strings.Contains(bag, "fed with quay liquid 3-2-6 2 L") {
		t.Error("taken back, it is in the log of R7")
	}
}

func TestATreatmentIsSaidOnTheBag(t *testing.T) {
	s := demoSite(t)
	status, to := s.post("/plantings/30/treated", "own", "soft soap", "level", "14", "text", "aphids", "day", "2026-06-08")
	says(t, "treated", status, http.StatusSeeOther, s.follow(to), "treated with soft soap, 14 days to wait before harvest: aphids", "Nothing is lifted before", "22 June 2026")
	status, body := s.post("/plantings/30/acidity", "amount", "14", "day", "2026-06-08")
	says(t, "pH 14", status, http.StatusUnprocessableEntity, body, "between 2 and 11", `value="14"`)
	status, to = s.post("/plantings/30/moved", "place-name", "Porch", "shelter", "frost-free", "day", "2026-06-08")
	says(t, "moved", status, http.StatusSeeOther, s.follow(to), "moved to Porch", "cask, Porch")
	status, to = s.post("/plantings/30/topped", "by", "2 cm", "day", "2026-06-08")
	says(t, "topped up", status, http.StatusSeeOther, s.follow(to), "topped up with 2.7 L loose")
}
