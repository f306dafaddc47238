package logbook

import "testing"

func TestThePairThatIsJudged(t *testing.T) {
	for _, c := range []struct {
		arms  int
		named [2]int
		want  [2]int
		ok    bool
	}{
		{2, [2]int{}, [2]int{0, 1}, true}, // of two there is no other
		{2, [2]int{1, 0}, [2]int{0, 1}, true},
		{3, [2]int{}, [2]int{}, false},
		{3, [2]int{2, 1}, [2]int{2, 1}, true},
		{3, [2]int{1, 3}, [2]int{1, 3}, false}, // there is no fourth
	} {
		trial := Trial{Arms: make([]string, c.arms), Pair: c.named}
		if got, ok := trial.Named(); ok != c.ok || ok && got != c.want {
			t.Errorf("of %d arms with %v named: %v, %v; want %v, %v", c.arms, c.named, got, ok, c.want, c.ok)
		}
	}
}
