package openformat

import (
	"fmt"
	"io"

	"github.com/go-pdf/fpdf"
	"github.com/skip2/go-qrcode"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
)

// Sheet of labels as they are sold, by its measures in mm.
type Sheet struct {
	Key, Name      string
	Paper          string // "A4" or "Letter"
	Across, Down   int
	W, H           float64 // of one label
	Left, Top      float64 // of the first one
	PitchX, PitchY float64
}

// Sheets lists common sheets in the order they are offered.
func Sheets() []Sheet { return sheets }

var sheets = []Sheet{
	{"a4-21", "A4, 21 labels of 63.5 × 38.1 mm", "A4", 3, 7, 63.5, 38.1, 7.2, 15.1, 66, 38.1},
	{"a4-24", "A4, 24 labels of 70 × 37 mm", "A4", 3, 8, 70, 37, 0, 0.5, 70, 37},
	{"a4-10", "A4, 10 labels of 96 × 50.8 mm", "A4", 2, 5, 96, 50.8, 8, 21.5, 98, 50.8},
	{"a4-8", "A4, 8 labels of 99.1 × 67.7 mm", "A4", 2, 4, 99.1, 67.7, 4.7, 13.1, 101.6, 67.7},
	{"letter-30", "Letter, 30 labels of 66.7 × 25.4 mm", "Letter", 3, 10, 66.7, 25.4, 4.8, 12.7, 69.85, 25.4},
	{"letter-10", "Letter, 10 labels of 101.6 × 50.8 mm", "Letter", 2, 5, 101.6, 50.8, 4, 12.7, 105.8, 50.8},
}

// SheetNamed finds a sheet by its key; the first one when there is none such.
func SheetNamed(key string) Sheet {
	for _, s := range sheets {
		if s.Key == key {
			return s
		}
	}
	return sheets[0]
}

// Each is how many labels a sheet has.
func (s Sheet) Each() int { return s.Across * s.Down }

// Label of a tray, a pot or a bag.
type Label struct {
	Tag     string   // in large letters: "R6"
	Title   string   // the variety
	Lines   []string // class, planting day, seed
	Address string   // of its page, for the QR code
}

// Code is the QR code of an address, as rows of dark and light modules with a
// quiet border.
func Code(address string) ([][]bool, error) {
	q, err := qrcode.New(address, qrcode.Medium)
	if err != nil {
		return nil, fmt.Errorf("making a QR code: %w", err)
	}
	return q.Bitmap(), nil
}

// WriteLabels writes labels as a PDF for a sheet, beginning at a place on it from
// 1, so that a sheet that was begun can be used up.
func WriteLabels(w io.Writer, s Sheet, start int, labels []Label) error {
	pdf := fpdf.NewCustom(&fpdf.InitType{OrientationStr: "P", UnitStr: "mm", SizeStr: s.Paper})
	pdf.SetAutoPageBreak(false, 0)
	pdf.SetMargins(0, 0, 0)
	pdf.AddUTF8FontFromBytes("text", "", goregular.TTF)
	pdf.AddUTF8FontFromBytes("text", "B", gobold.TTF)
	pdf.SetTitle("Labels", true)
	at := min(max(start, 1), s.Each()) - 1
	for i, l := range labels {
		n := (at + i) % s.Each()
		if i == 0 || n == 0 {
			pdf.AddPage()
		}
		x := s.Left + float64(n%s.Across)*s.PitchX
		y := s.Top + float64(n/s.Across)*s.PitchY
		if err := l.draw(pdf, x, y, s.W, s.H); err != nil {
			return err
		}
	}
	if len(labels) == 0 {
		pdf.AddPage()
	}
	if err := pdf.Output(w); err != nil {
		return fmt.Errorf("writing the labels: %w", err)
	}
	return nil
}

// inset keeps print off the edge of a label, in mm.
const inset = 3.0

func (l Label) draw(pdf *fpdf.Fpdf, x, y, w, h float64) error {
	code, err := Code(l.Address)
	if err != nil {
		return err
	}
	side := min(h-2*inset, w*0.42)
	module := side / float64(len(code))
	pdf.SetFillColor(0, 0, 0)
	for row, modules := range code {
		for col := 0; col < len(modules); col++ {
			from := col
			for col < len(modules) && modules[col] {
				col++
			}
			if col > from {
				pdf.Rect(x+w-inset-side+float64(from)*module, y+(h-side)/2+float64(row)*module, float64(col-from)*module, module, "F")
			}
		}
	}
	room := w - 3*inset - side
	line := func(style string, size, at float64, text string) {
		text = writable(text)
		pdf.SetFont("text", style, size)
		for pdf.GetStringWidth(text) > room && size > 5 {
			size -= 0.5
			pdf.SetFontSize(size)
		}
		pdf.Text(x+inset, at, text)
	}
	big := min(26.0, h*0.62)
	line("B", big, y+inset+big*0.28, l.Tag)
	pitch := (h - 2*inset - big*0.36) / float64(len(l.Lines)+1)
	size := min(10.0, pitch*2.5)
	top := y + inset + big*0.36
	line("B", size, top+pitch*0.8, l.Title)
	for i, text := range l.Lines {
		line("", size, top+pitch*(float64(i)+1.8), text)
	}
	return nil
}
