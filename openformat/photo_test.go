package openformat

import (
	"bytes"
	"encoding/binary"
	"errors"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"math/rand/v2"
	"strings"
	"testing"
)

// picture with its left half dark.
func picture(w, h int, noisy bool) *image.RGBA {
	p := image.NewRGBA(image.Rect(0, 0, w, h))
	rng := rand.New(rand.NewPCG(1, 2))
	for i := range p.Pix {
		p.Pix[i] = 255
		if noisy && i%4 != 3 {
			p.Pix[i] = byte(rng.IntN(256))
		}
	}
	if !noisy {
		for y := range h {
			for x := range w / 2 {
				p.Set(x, y, color.Black)
			}
		}
	}
	return p
}

func asJPEG(t testing.TB, p image.Image, exif []byte) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := jpeg.Encode(&b, p, &jpeg.Options{Quality: 95}); err != nil {
		t.Fatal(err)
	}
	if exif == nil {
		return b.Bytes()
	}
	head := []byte{0xff, 0xd8, 0xff, 0xe1, 0, 0}
	binary.BigEndian.PutUint16(head[4:], uint16(len(exif)+2))
	return append(append(head, exif...), b.Bytes()[2:]...)
}

// exif with an orientation and a place that must not be kept.
func exif(way uint16) []byte {
	b := []byte("Exif\x00\x00MM\x00*\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00\x00\x00\x00\x00\x00\x00\x00SECRETPLACE")
	binary.BigEndian.PutUint16(b[6+8+2+8:], way)
	return b
}

func TestPhotosAreScaledTurnedAndStripped(t *testing.T) {
	var pngs bytes.Buffer
	if err := png.Encode(&pngs, picture(40, 20, false)); err != nil {
		t.Fatal(err)
	}
	for name, c := range map[string]struct {
		data   []byte
		w, h   int
		darkAt image.Point // in the dark half
	}{
		"a small one":   {asJPEG(t, picture(400, 200, false), nil), 400, 200, image.Pt(50, 100)},
		"a png":         {pngs.Bytes(), 40, 20, image.Pt(5, 10)},
		"a large one":   {asJPEG(t, picture(2560, 1280, false), nil), 1280, 640, image.Pt(100, 300)},
		"mirrored":      {asJPEG(t, picture(400, 200, false), exif(2)), 400, 200, image.Pt(350, 100)},
		"upside down":   {asJPEG(t, picture(400, 200, false), exif(3)), 400, 200, image.Pt(350, 100)},
		"turned right":  {asJPEG(t, picture(400, 200, false), exif(6)), 200, 400, image.Pt(100, 50)},
		"turned left":   {asJPEG(t, picture(400, 200, false), exif(8)), 200, 400, image.Pt(100, 350)},
		"a wrong angle": {asJPEG(t, picture(400, 200, false), exif(99)), 400, 200, image.Pt(50, 100)},
		"mere noise":    {asJPEG(t, picture(1400, 1400, true), nil), 0, 0, image.Point{}},
	} {
		kept, w, h, err := ReadPhoto(bytes.NewReader(c.data))
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		got, format, err := image.Decode(bytes.NewReader(kept))
		if err != nil || format != "jpeg" || got.Bounds().Dx() != w || got.Bounds().Dy() != h || c.w != 0 && (w != c.w || h != c.h) {
			t.Errorf("%s: %d by %d, %s, %v; want %d by %d", name, w, h, format, err, c.w, c.h)
			continue
		}
		if len(kept) > 300_000 || bytes.Contains(kept, []byte("SECRETPLACE")) || bytes.Contains(kept, []byte("Exif")) {
			t.Errorf("%s: %d bytes, or its metadata, are kept", name, len(kept))
		}
		if r, _, _, _ := got.At(c.darkAt.X, c.darkAt.Y).RGBA(); c.w != 0 && r > 0x4000 {
			t.Errorf("%s: %v is light: it is not upright", name, c.darkAt)
		}
	}
}

func TestWhatIsNoPhotoIsRefused(t *testing.T) {
	var huge bytes.Buffer
	huge.Write([]byte("\x89PNG\r\n\x1a\n\x00\x00\x00\rIHDR"))
	_ = binary.Write(&huge, binary.BigEndian, []uint32{20_000, 10_000}) // 200 million points
	huge.Write([]byte{8, 2, 0, 0, 0, 0x8f, 0x3c, 0x9b, 0x5c})
	for name, c := range map[string]struct {
		data []byte
		want error
	}{
		"a letter":           {[]byte("Dear potatoes"), ErrNoPhoto},
		"nothing":            {nil, ErrNoPhoto},
		"cut short":          {asJPEG(t, picture(400, 200, false), nil)[:400], ErrNoPhoto},
		"too many bytes":     {[]byte(strings.Repeat("x", MaxPhotoBytes+1)), ErrLargePhoto},
		"only the beginning": {[]byte{0xff, 0xd8, 0xff}, ErrNoPhoto},
	} {
		if _, _, _, err := ReadPhoto(bytes.NewReader(c.data)); !errors.Is(err, c.want) {
			t.Errorf("%s: %v, want %v", name, err, c.want)
		}
	}
	if _, _, _, err := ReadPhoto(&huge); err == nil {
		t.Error("200 million points are read")
	}
}

func FuzzOrientation(f *testing.F) {
	f.Add(asJPEG(f, picture(8, 8, false), exif(6)))
	f.Add([]byte{0xff, 0xd8, 0xff, 0xe1, 0, 8, 'E', 'x', 'i', 'f', 0, 0})
	f.Fuzz(func(t *testing.T, data []byte) { orientation(data) })
}

func BenchmarkPhoto(b *testing.B) {
	data := asJPEG(b, picture(4000, 3000, true), nil)
	b.ReportAllocs()
	for b.Loop() {
		if _, _, _, err := ReadPhoto(bytes.NewReader(data)); err != nil {
			b.Fatal(err)
		}
	}
}
