package measure

import "strings"

// Known is how a quantity came to be known.
type Known string

// The ways. What is not marked was measured.
const (
	Weighed   Known = ""
	Counted   Known = "counted"   // a count, or a total spread evenly over one
	Estimated Known = "estimated" // by eye, or the usual for its kind
	Pooled    Known = "pooled"    // with that of others, and shared out
	Unknown   Known = "unknown"
	Simulated Known = "simulated" // read off a stand-in: never a record
)

// Exact reports whether a figure has no range of its own.
func (k Known) Exact() bool { return k == Weighed || k == Counted || k == Simulated }

// rank of a way, the least to be relied on highest.
var rank = map[Known]int{Weighed: 0, Counted: 1, Pooled: 2, Estimated: 3, Unknown: 4, Simulated: 5}

// Valid reports whether it is one of the ways.
func (k Known) Valid() bool { _, ok := rank[k]; return ok }

// Worse of two ways: how a sum of both is known.
func (k Known) Worse(o Known) Known {
	if rank[o] > rank[k] {
		return o
	}
	return k
}

// marks that stand before or after a quantity to say how it is known.
var marks = []struct {
	before, after string
	known         Known
}{
	{"about ", "", Estimated}, {"ca. ", "", Estimated}, {"ca ", "", Estimated}, {"~", "", Estimated}, {"≈", "", Estimated},
	{"", " " + string(Estimated), Estimated}, {"", " " + string(Simulated), Simulated},
}

// CutKnown takes the mark of how it is known off a quantity: "about 58 g" and "58 g
// simulated" are both 58 g.
func CutKnown(text string) (rest string, k Known) {
	text = strings.TrimSpace(text)
	low := strings.ToLower(text)
	for _, m := range marks {
		if strings.HasPrefix(low, m.before) && strings.HasSuffix(low, m.after) && len(text) > len(m.before)+len(m.after) {
			rest, more := CutKnown(text[len(m.before) : len(text)-len(m.after)])
			return rest, m.known.Worse(more)
		}
	}
	return text, Weighed
}

// Mark puts how it is known to a quantity, as CutKnown reads it.
func (k Known) Mark(text string) string {
	switch k {
	case Estimated:
		return "about " + text
	case Simulated:
		return text + " " + string(k)
	}
	return text
}

// ParseMassRange reads a mass as ParseMass does, or two that it lies between: "150–180 g",
// "150 g to 0.2 kg"; "about 165 g" is a fifth more or less. Low and high are alike where
// one was given.
func ParseMassRange(text string, bare Unit, sys System) (low, high Mass, known Known, err error) {
	rest, known := CutKnown(text)
	first, second, two := cutRange(rest)
	if !two {
		m, err := ParseMass(rest, bare, sys)
		low, high = m, m
		if known == Estimated {
			low, high = m*(1-ByEye), m*(1+ByEye)
		}
		return low, high, known, err
	}
	if high, err = ParseMass(second, bare, sys); err != nil {
		return 0, 0, Weighed, err
	}
	if strings.Trim(first, "0123456789.,½¼¾⅓⅔ ") == "" { // its unit stands behind the second
		if parts, err := split(second); err == nil && len(parts) == 1 && parts[0].unit != "" {
			first += " " + parts[0].unit
		}
	}
	if low, err = ParseMass(first, bare, sys); err != nil {
		return 0, 0, Weighed, err
	}
	if low > high {
		return 0, 0, Weighed, explain(text, mass, "The first is more than the second.")
	}
	return low, high, Estimated.Worse(known), nil
}

// ByEye is how far a quantity that was given as about may be off, as a share. Practice.
const ByEye = 0.2

// cutRange at what stands between two quantities.
func cutRange(text string) (first, second string, ok bool) {
	for _, sep := range []string{" to ", "–", "..", "-"} {
		if first, second, ok = strings.Cut(text, sep); ok && strings.TrimSpace(first) != "" && strings.TrimSpace(second) != "" {
			return first, second, true
		}
	}
	return "", "", false
}
