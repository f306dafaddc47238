package web

import "testing"

func TestNumbersTakeADecimalComma(t *testing.T) {
	for page, want := range map[string]string{
		`<p>2.5 kg</p>`:                                     `<p>2,5 kg</p>`,
		`<p>from 0.25 to 12.75, then 3.</p>`:                `<p>from 0,25 to 12,75, then 3.</p>`,
		`<a href="/x?v=2.5">× 1.5</a>`:                      `<a href="/x?v=2.5">× 1,5</a>`,
		`<path d="M1.5 2.5"/><text x="1.5">1.5</text>`:      `<path d="M1.5 2.5"/><text x="1.5">1,5</text>`,
		`<svg aria-label="3.5 h of sun">`:                   `<svg aria-label="3,5 h of sun">`,
		`<input name="by" value="2.5 cm" inputmode="text">`: `<input name="by" value="2,5 cm" inputmode="text">`,
		`<input name="name" value="mix 2.5">`:               `<input name="name" value="mix 2.5">`,
		`<textarea name="t">58.5</textarea>1.5`:             `<textarea name="t">58.5</textarea>1,5`,
		`<span translate="no">at 2.5</span> 2.5`:            `<span translate="no">at 2.5</span> 2,5`,
		`at 127.0.0.1, v1.2, A1.2`:                          `at 127.0.0.1, v1.2, A1.2`,
		`4.5 5.5`:                                           `4,5 5,5`,
		`<p`:                                                `<p`,
		``:                                                  ``,
	} {
		if got := string(writing{comma: true}.page([]byte(page))); got != want {
			t.Errorf("%s\n became %s\n, want %s", page, got, want)
		}
		if got := string(writing{}.page([]byte(page))); got != page {
			t.Errorf("without a comma %s became %s", page, got)
		}
	}
}
