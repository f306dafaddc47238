package compare

import (
	"fmt"
	"math"
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/keep"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden"
	"glebata/garden/compare"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
)

// moneyBody is what the harvests cost, and when the outlay is paid back.
type moneyBody struct {
	compare.Money
	Said     string
	Any      bool
	Form     form.Form
	Rows     []moneyRow
	Balances []balanceRow
	Verdict  string
	Has      bool // a price in the shop
	Sum      string
	Each     string
}

type moneyRow struct {
	Head                                  string
	Name, Bag, Medium, Seed, Feed, Water  string
	Total, Harvest, Each, Hours, EachHref string
	Bags                                  int
}

type balanceRow struct {
	Year                                      int
	Outlay, Running, Harvest, Worth, Net, Sum string
}

func (s *Pages) money(c *gin.Context) error { return s.moneyPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) moneyPage(c *gin.Context, status int, t form.Sent) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	t.Units = r.Units
	m, err := look.Money()
	if err != nil {
		return err
	}
	body := moneyBody{Money: m, Said: s.Said(c), Any: m.All.Bags > 0, Has: m.Kilo > 0}
	f := form.Form{Name: "prices", Action: "/compare/money", Button: "Reckon with these", Fields: []form.Field{
		{Name: "kilo", Label: kiloWords(r.Units), Kind: "text", Value: centsOrEmpty(int(math.Round(float64(m.Kilo) * float64(r.Units.ScaleGrams()) / 1000))), Hint: "Of potatoes as good as yours, like 2.40"},
		{Name: "water", Label: "1000 " + string(r.Units.VolumeUnit()) + " of water cost", Kind: "text", Value: centsOrEmpty(int(math.Round(float64(m.Water) * float64(r.Units.VolumeUnitLitres())))), Hint: "Empty for rain and water that is not metered"},
		{Name: "uses", Label: "Medium serves, seasons", Kind: "count", Value: strconv.Itoa(m.Uses)},
	}}
	body.Form = t.Fill(f)
	body.fill(r.Units)
	s.Render(c, status, "money", frame.View{Title: "Money", Stage: "Compare", Body: body})
	return nil
}

func centsOrEmpty(n int) string {
	if n == 0 {
		return ""
	}
	return fmt.Sprintf("%.2f", float64(n)/100)
}

func (b *moneyBody) fill(sys measure.System) {
	add := func(head, key string, l *compare.MoneyLine) {
		row := moneyRow{Head: head, Name: l.Name, Bags: l.Bags, Bag: orNone(l.Cost.Bag, sys), Medium: orNone(l.Cost.Medium, sys), Seed: orNone(l.Cost.Seed, sys), Feed: orNone(l.Cost.Feed, sys), Water: orNone(l.Cost.Water, sys), Total: orNone(l.Cost.Total(), sys), Harvest: sys.Mass(l.Harvest)}
		if each, ok := l.Cost.PerKilogram(l.Harvest); ok {
			row.Each, row.EachHref = sys.Print(each), string(frame.Address("/compare/money/working/cost", nil, "by", key, "of", l.Key))
		}
		if l.Minutes > 0 {
			row.Hours = sys.Number(float64(l.Minutes)/60, 1) + " h"
		}
		b.Rows = append(b.Rows, row)
	}
	for i := range b.ByKind {
		add(map[bool]string{true: "By kind of bag"}[i == 0], "kind", &b.ByKind[i])
	}
	for i := range b.BySchool {
		add(map[bool]string{true: "By way of filling"}[i == 0], "school", &b.BySchool[i])
	}
	add("Together", "all", &b.All)
	if each, ok := b.All.Cost.PerKilogram(b.All.Harvest); ok {
		b.Each = sys.Print(each)
	}
	for _, y := range b.Years {
		b.Balances = append(b.Balances, balanceRow{y.Year.Year, orNone(y.Outlay, sys), orNone(y.Running, sys), sys.Mass(y.Harvest), sys.Print(y.Worth), sys.Print(y.Net), sys.Print(y.Sum)})
		b.Sum = sys.Print(y.Sum)
	}
	if b.Has && len(b.Years) > 0 {
		b.Verdict = paidWords(b.Years)
	}
}

// orNone is an amount, or a dash for none that is on record.
func orNone(m measure.Money, sys measure.System) string {
	if m == 0 {
		return "–"
	}
	return sys.Print(m)
}

// moneyWorking is of one figure of the page.
func (s *Pages) moneyWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	m, err := look.Money()
	if err != nil {
		return err
	}
	var w working.Working
	of, ok := "All bags", false
	switch c.Param("figure") {
	case "balance":
		w, ok = m.BalanceWorking()
	case "cost":
		var l *compare.MoneyLine
		if l, ok = m.Line(c.Query("by"), c.Query("of")); ok {
			of = l.Name
			if _, has := l.Cost.PerKilogram(l.Harvest); has {
				w = l.Cost.CostWorking(l.Harvest, l.Bags)
			} else {
				ok = false
			}
		}
	}
	if !ok {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, w, of)
}

// setPrices keeps what a harvest is reckoned with.
func (s *Pages) setPrices(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	kilo, water, uses := priceIn(r.Cents("kilo"), float64(r.Units.ScaleGrams())/1000), priceIn(r.Cents("water"), float64(r.Units.VolumeUnitLitres())), r.Count("uses")
	if r.Faults == nil && (uses < 1 || uses > 20) {
		r.Faults.Add("uses", "Medium serves 1 to 20 seasons.")
	}
	frame.LookAway(c)
	kept, err := r.Keep(func() error { return s.Garden.Set(c.Request.Context(), garden.Prices(kilo, water, uses)) })
	if err != nil {
		return err
	}
	if !kept {
		return s.moneyPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("prices")))
	}
	return s.RedirectWithFlash(c, "/compare/money", "Reckoned anew.")
}

// paidWords say when the outlay is paid back, or how long it will be.
func paidWords(years []keep.Balance) string {
	if year, ok := keep.PaidBack(years); ok {
		return fmt.Sprintf("What you laid out was paid back in the season of %d.", year)
	}
	n, ok := keep.ToGo(years)
	switch {
	case !ok:
		return "At this price the harvest does not pay for what it takes: you grow them for something else."
	case n == 1:
		return "One more season like these pays back the rest."
	}
	return fmt.Sprintf("%d more seasons like these pay back the rest: bags and medium are there, and an expensive start is one.", n)
}

// kiloWords ask what potatoes cost, by the unit of the scale.
func kiloWords(sys measure.System) string {
	if sys.Metric() {
		return "A kilogram in the shop costs"
	}
	return "A pound in the shop costs"
}

// priceIn is a price for one of a unit of the grower's as one for a kilogram or 1000 L, of which it has
// so many; in hundredths.
func priceIn(cents int, of float64) int { return int(math.Round(float64(cents) / of)) }
