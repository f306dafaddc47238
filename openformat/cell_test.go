package openformat

import (
	"bytes"
	"testing"
)

func TestCellsAreNoFormulas(t *testing.T) {
	for _, text := range []string{"=1+2", "+4", "-x", "@SUM", "compost", "", "'", "a=b"} {
		if got := cellText(Cell(text)); got != text {
			t.Errorf("%q comes back as %q", text, got)
		}
	}
	if Cell("=HYPERLINK(1)") != "'=HYPERLINK(1)" || Cell("compost") != "compost" {
		t.Error("a formula is left as it is")
	}
}

func TestLabelsOfAnyCharacters(t *testing.T) {
	var b bytes.Buffer
	err := WriteLabels(&b, SheetNamed(""), 1, []Label{{Tag: "R1", Title: "Ålands 🥔 土豆", Lines: []string{"\U0001F954 late", ""}, Address: "http://localhost/"}})
	if err != nil || !bytes.HasPrefix(b.Bytes(), []byte("%PDF")) {
		t.Errorf("%v, %d bytes", err, b.Len())
	}
	if got := writable("Å土🥔"); got != "Å□□" {
		t.Errorf("written as %q", got)
	}
}
