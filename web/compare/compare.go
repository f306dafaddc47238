package compare

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"net/http"
	"net/url"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/working"
	"glebata/garden/compare"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// compareAsked reads what is to be compared.
func compareAsked(q url.Values) compare.Ask {
	return compare.Ask{
		Kind: compare.Kind(q.Get("of")), Measure: q.Get("measure"), By: q.Get("by"), With: q.Get("with"),
		Variety: q.Get("variety"), Year: q.Get("year"), First: q.Get("first"), Second: q.Get("second"), Each: q.Get("each") == "on",
	}
}

// comparedAs reads the finished bags and compares them as the address asks.
func (s *Pages) comparedAs(c *gin.Context) (all []compare.Bag, sheet compare.Sheet, unknown []string, err error) {
	look, err := s.Look(c)
	if err != nil {
		return nil, sheet, nil, err
	}
	return look.CompareSheet(compareAsked(c.Request.URL.Query()))
}

// compareCookie keeps what was compared last, so that the page opens on it: one for each port, since
// several gardens may be served on one machine, and cookies know no ports.
func compareCookie(c *gin.Context) string {
	_, port, _ := strings.Cut(c.Request.Host, ":")
	if _, err := strconv.Atoi(port); err != nil {
		port = ""
	}
	return "compare" + port
}

// remembered is what the page is asked for, or, where that is nothing, what it was asked for last; it is
// remembered in its turn.
func remembered(c *gin.Context) (kept url.Values, again bool) {
	q := c.Request.URL.Query()
	kept = keptOf(q)
	switch last, err := c.Cookie(compareCookie(c)); {
	case q.Get("as") == "usual":
		kept = url.Values{}
	case len(kept) == 0 && err == nil:
		if was, err := url.ParseQuery(last); err == nil {
			kept, again = keptOf(was), true
		}
	}
	http.SetCookie(c.Writer, &http.Cookie{Name: compareCookie(c), Value: url.QueryEscape(kept.Encode()), Path: "/compare", MaxAge: 365 * 24 * 3600, HttpOnly: true, SameSite: http.SameSiteLaxMode})
	return kept, again
}

func (s *Pages) compare(c *gin.Context) error {
	asked, again := remembered(c)
	if said := c.Query("said"); said != "" {
		asked.Set("said", said)
	}
	c.Request.URL.RawQuery = asked.Encode()
	all, sheet, unknown, err := s.comparedAs(c)
	if again && err == nil && (len(unknown) > 0 || len(sheet.Counted) == 0) { // what was asked last is there no more
		c.Request.URL.RawQuery = url.Values{"said": asked["said"]}.Encode()
		all, sheet, unknown, err = s.comparedAs(c)
	}
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	q := c.Request.URL.Query()
	body := compareBody{Sheet: sheet, Said: s.Said(c), Any: len(all) > 0, Query: keptOf(q), Unknown: unknown}
	for i := range all {
		if all[i].LeftOpen {
			body.LeftOpen = append(body.LeftOpen, all[i].Bag.Label)
		}
	}
	if body.Any {
		body.fill(all, q, sys)
	}
	s.Render(c, http.StatusOK, "compare", frame.View{Title: "Compare", Stage: "Compare", Body: body})
	return nil
}

// fill the page in from its sheet.
func (b *compareBody) fill(all []compare.Bag, q url.Values, sys measure.System) {
	sheet := &b.Sheet
	b.Fields = compareFields(all, sheet, b.Unknown)
	b.All = sheet.All()
	b.AtLeast = b.All.AtLeast()
	if len(b.All.Bags) > 0 {
		b.AllText = rangeText(sheet, &b.All, sys)
		b.Notes = []parts.Note{parts.NewNote(sheet.GroupWorking(&b.All), "The bags chosen", sys)}
	}
	for i := range sheet.Groups {
		g := &sheet.Groups[i]
		line := groupLine{
			Group: g, Bags: len(g.Bags), Value: sheet.Value(g), Other: sheet.Measure.Quantity(g.Value(!sheet.Each)), AtLeast: g.AtLeast(),
			First: len(sheet.Groups) > 1 && i == sheet.Pair[0], Sec: len(sheet.Groups) > 1 && i == sheet.Pair[1],
		}
		if low, high := g.Range(sheet.Each); sys.Print(sheet.Measure.Quantity(low)) != sys.Print(sheet.Measure.Quantity(high)) {
			line.Range = sys.Print(sheet.Measure.Quantity(low)) + " to " + sys.Print(sheet.Measure.Quantity(high))
		}
		b.Groups = append(b.Groups, line)
	}
	b.draw(all, q.Get("show"), sys)
	if sheet.Judged != nil {
		b.Verdict = newVerdict(sheet, sys)
		b.Notes = append(b.Notes, parts.NewNote(compare.DiffWorking(sheet.Judged, sheet.Measure, sheet.FirstGroup(), sheet.SecondGroup()), "The two groups", sys))
	}
	b.Table = newCompareTable(sheet, q, b.Query, sys)
	b.heaps(sys)
	b.CSV = frame.PathWith("/compare.csv", b.Query)
}

// rangeText of a group: its figure, or what it lies between.
func rangeText(sheet *compare.Sheet, g *compare.Group, sys measure.System) string {
	low, high := g.Range(sheet.Each)
	from, to := sys.Print(sheet.Measure.Quantity(low)), sys.Print(sheet.Measure.Quantity(high))
	if from != to {
		return from + " to " + to
	}
	return sys.Print(sheet.Value(g))
}

func newVerdict(sheet *compare.Sheet, sys measure.System) *verdictBody {
	out := verdictOf(sheet.Judged, sheet.Measure, sheet.FirstGroup(), sheet.SecondGroup(), sys)
	for i, g := range sheet.Groups {
		out.Firsts = append(out.Firsts, form.Option{Value: g.Key, Name: g.Name.In(sys), Chosen: i == sheet.Pair[0]})
		out.Secs = append(out.Secs, form.Option{Value: g.Key, Name: g.Name.In(sys), Chosen: i == sheet.Pair[1]})
	}
	return out
}

// verdictOf two groups in figures and a drawing.
func verdictOf(v *compare.Verdict, m *compare.Measure, first, second *compare.Group, sys measure.System) *verdictBody {
	out := &verdictBody{
		Verdict: v, First: first, Second: second, Sentence: v.Sentence(m, first.Name, second.Name),
		Difference: v.Difference(m), Low: m.Quantity(v.CILow), High: m.Quantity(v.CIHigh), ChanceText: compare.Chance(v.PValue).In(sys), Fewest: trial.FewestBags,
	}
	if a := v.Opinion; a != nil {
		out.Adjusted, out.AdjLow, out.AdjHigh = m.Quantity(a.Diff), m.Quantity(a.Low), m.Quantity(a.High)
	}
	if v.HasInterval() {
		axis := draw.NewAxis(draw.Escape(m.Name), m.Quantity, max(v.First, v.Second), sys)
		out.Chance = draw.Both(func(p draw.Paper) draw.Chance { return draw.NewChance(v.Diff, v.CILow, v.CIHigh, v.Null, axis, p) })
	}
	return out
}

// compareWorking is of one figure of the page, as the page was asked.
func (s *Pages) compareWorking(c *gin.Context) error {
	all, sheet, _, err := s.comparedAs(c)
	if err != nil {
		return err
	}
	if c.Param("figure") == compare.FigureBag {
		return s.answerBagWorking(c, all)
	}
	w, of, ok := sheetWorking(&sheet, c.Param("figure"), c.Request.URL.Query())
	if !ok {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, w, of)
}

// answerBagWorking is of a measure of one bag.
func (s *Pages) answerBagWorking(c *gin.Context, all []compare.Bag) error {
	q := c.Request.URL.Query()
	for i := range all {
		if b := &all[i]; fmt.Sprint(b.Planting.ID) == q.Get("planting") {
			if m := compare.MeasureNamed(q.Get("measure"), b.Kind()); m.Key == q.Get("measure") {
				if w, ok := compare.BagWorking(m, b); ok {
					return s.AnswerWorking(c, w, "Bag "+b.Label()+", "+b.Variety.Name)
				}
			}
		}
	}
	return logbook.ErrNotFound
}

func sheetWorking(sheet *compare.Sheet, figure string, q url.Values) (w working.Working, of string, ok bool) {
	v := sheet.Judged
	switch figure {
	case "all":
		g := sheet.All()
		return sheet.GroupWorking(&g), "The bags chosen", len(g.Bags) > 0
	case compare.FigureGroup:
		for i := range sheet.Groups {
			if g := &sheet.Groups[i]; g.Key == q.Get("group") {
				if q.Get("other") != "" {
					sheet.Each = !sheet.Each
				}
				return sheet.GroupWorking(g), g.Name.In(measure.Metric), true
			}
		}
	case compare.FigureCell:
		if g, found := turnedCell(sheet, q); found {
			return sheet.GroupWorking(&g), g.Name.In(measure.Metric), true
		}
	default:
		if v != nil {
			w, ok = verdictWorking(v, sheet.Measure, sheet.FirstGroup(), sheet.SecondGroup(), figure)
			return w, "The two groups", ok
		}
	}
	return w, "", false
}

// verdictWorking is of one figure of two groups that are judged.
func verdictWorking(v *compare.Verdict, m *compare.Measure, first, second *compare.Group, figure string) (w working.Working, ok bool) {
	switch {
	case figure == compare.FigureDiff:
		return compare.DiffWorking(v, m, first, second), true
	case figure == compare.FigureChance:
		return compare.ChanceWorking(v, m), true
	case figure == compare.FigureLevel && v.Opinion != nil:
		return compare.LevelWorking(v, m), true
	}
	return w, false
}

// compareCSV is the table as values: in grams, litres, square metres and money, with the columns that the
// model of harvests is fitted to, or turned in the measure that is asked for.
func (s *Pages) compareCSV(c *gin.Context) error {
	_, sheet, _, err := s.comparedAs(c)
	if err != nil {
		return err
	}
	q := c.Request.URL.Query()
	t := newCompareTable(&sheet, q, keptOf(q), measure.Metric)
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	promised, err := look.Promises()
	if err != nil {
		return err
	}
	rows, name := bagRows(&sheet, promised), "bags"
	if t.Turned != nil {
		rows, name = turnedRows(t.Turned), q.Get("table")
	}
	var b bytes.Buffer
	if err := csv.NewWriter(&b).WriteAll(rows); err != nil {
		return err
	}
	s.Download(c, "text/csv; charset=utf-8", "compare-"+name+".csv", b.Bytes())
	return nil
}
