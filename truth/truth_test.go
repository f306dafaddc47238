package truth

import "testing"

// Part of what `make truth` runs on ten thousand cases a rule.
func TestTheCoreAgreesWithItsReference(t *testing.T) {
	for _, r := range Rules() {
		if n, first := r.Check(400, 1); n > 0 {
			t.Errorf("%s: %d of 400 disagree, first %s", r.Name, n, first)
		}
	}
}
