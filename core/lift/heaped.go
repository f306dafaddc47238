package lift

import (
	"regexp"
	"strings"

	"glebata/core/measure"
)

// What a handful and a bucket of tubers come to, and how far that may be off, as a share. A bucket
// is of 10 L, of which heaped tubers weigh some 650 g a litre. Practice.
const (
	handful  = 300 * measure.Gram
	bucket   = 6500 * measure.Gram
	heapsOff = 0.25
	mostOf   = 20 // heaps of one line that are believed
)

var heapOf = regexp.MustCompile(`^(?:about )?(?:(.*?) ?)?\b(handfuls?|buckets?|bucketfuls?)(?: full)?$`)

// heaps are how many, in words.
var heaps = map[string]float64{
	"": 1, "a": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6,
	"half": 0.5, "a half": 0.5, "a quarter": 0.25, "quarter": 0.25, "three quarters": 0.75, "a third": 1. / 3, "two thirds": 2. / 3,
}

// heaped reads a measure as people have it, "a handful", "half a bucket", "2½ buckets", as an
// estimate; ok is false for anything else.
func heaped(text string) (b Batch, ok bool) {
	m := heapOf.FindStringSubmatch(strings.ToLower(text))
	if m == nil {
		return b, false
	}
	many := strings.TrimSuffix(strings.TrimSuffix(m[1], " a"), " of")
	n, ok := heaps[many]
	if !ok {
		v, err := measure.ParseMass(many, "g", measure.Metric) // "2½", "1 1/2"
		if n = v.Grams(); err != nil || !(n > 0 && n <= mostOf) {
			return b, false
		}
	}
	one := bucket
	if strings.HasPrefix(m[2], "handful") {
		one = handful
	}
	net := measure.Mass(n) * one
	return Batch{Gross: net, Known: measure.Estimated, Low: net * (1 - heapsOff), High: net * (1 + heapsOff)}, true
}
