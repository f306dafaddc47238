package compare

import (
	"net/url"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/parts"
)

// compareBody is the page of finished bags set against one another.
type compareBody struct {
	Sheet     compare.Sheet
	Said      string
	Any       bool     // finished bags at all
	LeftOpen  []string // bags that were weighed in and not closed
	Fields    []compareField
	Query     url.Values
	Unknown   []string // what was asked for and is not there
	All       compare.Group
	AllText   string
	AtLeast   bool
	Groups    []groupLine
	Lanes     draw.OnBoth[draw.Lanes]
	Chart     draw.OnBoth[draw.Compare]
	HasChart  bool
	Shows     []tab
	Heaps     []draw.Heap
	MoreHeaps bool
	Keys      []seriesKey
	Verdict   *verdictBody
	Table     compareTable
	Notes     []parts.Note
	CSV       string
}

// compareField is one choice of what is compared.
type compareField struct {
	Name, Label string
	Options     []form.Option
	Error       string
}

// tab is one of several ways in which a page shows the same.
type tab struct {
	Name, Href string
	Now        bool
}

// groupLine is one group in figures.
type groupLine struct {
	*compare.Group
	Bags       int
	Value      any    // by totals, or by the mean of its bags, as asked
	Other      any    // the other of the two
	Range      string // it may lie in
	AtLeast    bool
	First, Sec bool // of the two that are judged
}

// verdictBody is what two groups show.
type verdictBody struct {
	*compare.Verdict
	Sentence      measure.Phrase
	First, Second *compare.Group
	Firsts, Secs  []form.Option
	Chance        draw.OnBoth[draw.Chance]
	Difference    any
	Low, High     any
	ChanceText    string
	Adjusted      any
	AdjLow        any
	AdjHigh       any
	Fewest        int
}

type seriesKey struct {
	Year  int
	Shape draw.MarkedPoint
}

// compareTable is the finished bags as a table: one a line with its measures, or turned.
type compareTable struct {
	Turns   []tab
	Columns []column
	Lines   []compareLine
	Pages   []tab
	Turned  *turnedTable
}

// compareLine is a bag with its figures.
type compareLine struct {
	*compare.Bag
	At                string
	SeedText, Mark    measure.Phrase
	Level             string // in the factor, where it has no column of its own
	Cells             []compareCell
	Below, NotCounted bool
}

// compareCell is one figure; where Href is empty there is none.
type compareCell struct {
	Text, Href, Range string
	AtLeast           bool
	value             float64
	has               bool
}

type column struct {
	Name, Href string
	Now        bool
	Down       bool
	Number     bool
}

// turnedTable is totals by two factors.
type turnedTable struct {
	Down, Across string
	Columns      []string
	Rows         []turnedRow
}

type turnedRow struct {
	Name  string
	Cells []compareCell
}

func keptOf(q url.Values) url.Values {
	out := url.Values{}
	for _, key := range compareKeys {
		if v := q.Get(key); v != "" && len(v) <= 2*logbook.MaxName {
			out.Set(key, v)
		}
	}
	return out
}

// below reports whether a bag gave back less than was planted.
func below(m *lift.Bag) bool {
	r, ok := m.Ratio()
	return ok && r < lift.BreakEven
}

// compareKeys are what an address of the page may be asked, so that links carry nothing else on.
var compareKeys = []string{"of", "measure", "by", "with", "variety", "year", "first", "second", "each", "show", "table", "sort", "dir"}
