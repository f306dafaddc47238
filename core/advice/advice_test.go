package advice

import (
	"testing"

	"glebata/core/measure"
)

func TestAdviceIsFoundByItsKind(t *testing.T) {
	var l List
	if l.Warns() || l.Has(Blight) {
		t.Error("nothing was said yet")
	}
	l.Add(Blight, Tip, "", "Look twice a week.")
	if l.Warns() {
		t.Error("a tip warns")
	}
	l.Add(Salts, Stop, "R3", "{} burns roots.", measure.Mass(40))
	if !l.Warns() || !l.Has(Salts) || len(l.Of(Blight, Salts, Season)) != 2 || len(l.Of(Season)) != 0 {
		t.Errorf("%+v", l)
	}
	if a := l.Of(Salts)[0]; a.Where != "R3" || a.In(measure.Metric) != "40 g burns roots." || a.Severity.String() != "stop" {
		t.Errorf("%+v says %q", a, a.In(measure.Metric))
	}
}
