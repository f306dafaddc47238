package measure

import "testing"

func TestPlainText(t *testing.T) {
	for in, want := range map[string]string{
		"Cold Quay": "Cold Quay", "a\r\nb\rc\td": "a\nb\nc\td", "x\x00\x07y": "xy", "a\u202eb": "ab", "bad \xff\xfe": "bad ", "Ålands “best” 🥔": "Ålands “best” 🥔", "\ufeffx": "x",
	} {
		if got := PlainText(in); got != want {
			t.Errorf("%q becomes %q, want %q", in, got, want)
		}
	}
	if got := PlainLine("  a \n b\t"); got != "a b" {
		t.Errorf("a line: %q", got)
	}
}
