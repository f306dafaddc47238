package trial

import (
	"fmt"
	"math"

	"glebata/core/measure"
)

// speak for a cause with a strength, and what is on record.
func speak(strength float64, says string, args ...any) Finding {
	return Finding{Speaks: For, Strength: math.Max(0.01, math.Min(1, strength)), Says: measure.Say(says, args...)}
}

func against(says string, args ...any) Finding {
	return Finding{Speaks: Against, Says: measure.Say(says, args...)}
}

// held by what was expected of the bag already.
func held(says string, args ...any) Finding {
	return Finding{Speaks: Held, Says: measure.Say(says, args...)}
}

func unknown(says string, args ...any) Finding { return Finding{Says: measure.Say(says, args...)} }

// times in words.
func times(n int) string {
	switch n {
	case 0:
		return "at no time"
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return fmt.Sprintf("%d times", n)
}

// on the days and entries of some records.
func (f Finding) on(list ...Seen) Finding {
	for _, s := range list {
		f.Days = append(f.Days, s.Day)
		if s.Entry != 0 {
			f.Entries = append(f.Entries, s.Entry)
		}
	}
	return f
}
