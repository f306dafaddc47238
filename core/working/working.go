package working

import (
	"strings"

	"glebata/core/measure"
)

// Mark says how far a figure can be trusted.
type Mark string

// The marks of the handbook.
const (
	Sum       Mark = "sum"       // arithmetic on what was measured
	Practice  Mark = "practice"  // common growers' practice
	Published Mark = "published" // a published method, named in Source
	Model     Mark = "model"     // an assumption of ours
	Yours     Mark = "yours"     // the grower's own number
)

// Means says a mark in words, for the reader of a working.
func (m Mark) Means() string {
	switch m {
	case Sum:
		return "Plain arithmetic on what you measured."
	case Practice:
		return "Common growers' practice."
	case Published:
		return "A published method."
	case Yours:
		return "Your own number."
	default:
		return "A model: an assumption that fits ordinary seasons, not a measurement."
	}
}

// Step is one line of a working. Says holds a {} for each of Args, which are
// quantities of package measure, numbers or words; Result is what the line
// comes to, nil for a line that only explains.
type Step struct {
	Says   string
	Args   []any
	Result any
}

// Working is how one figure came about.
type Working struct {
	Title   string // what the figure is: "Litres for the next layer"
	Steps   []Step
	Result  any    // the figure
	Mark    Mark   // how far to trust it
	Source  string // school or published method, may be empty
	Changes string // what would change the figure, a sentence
}

// Line prints the words of a step with its numbers put in.
func (s Step) Line(sys measure.System) string { return measure.Fill(s.Says, s.Args, sys.Fine) }

// Outcome prints the result of a step, "" when it has none.
func (s Step) Outcome(sys measure.System) string {
	if s.Result == nil {
		return ""
	}
	return sys.Fine(s.Result)
}

// Complete reports whether every {} has its number and every number its {}.
func (s Step) Complete() bool { return strings.Count(s.Says, "{}") == len(s.Args) }

// Figure prints the result of the whole working as the page does that it is opened
// from; its last step has more digits.
func (w Working) Figure(sys measure.System) string { return sys.Print(w.Result) }
