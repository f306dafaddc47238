package plan

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type shoppingBody struct {
	List  forecast.ShoppingList
	Lines []buyLine
	Seed  []forecast.SeedLine
	Cost  string
	Shed  []shedLine
	Add   []form.Form // products
	Said  string
	Error string
}

// buyLine is one thing to buy, in words.
type buyLine struct {
	forecast.ShoppingLine
	Name, Pack, Cost, Left string
	Amount                 string // wanted in all
	For                    string
	Key                    string
	Has                    string            // how much is in the shed, with its word
	Done                   []parts.GivenLine // bought today
}

// shedLine is one product with how much of it is there.
type shedLine struct {
	forecast.Stocked
	Has, Price string
	Key        string
}

func (s *Pages) shopping(c *gin.Context) error { return s.shoppingPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) shoppingPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	list, err := look.Shopping(0)
	if err != nil {
		return err
	}
	body := shoppingBody{List: list, Cost: t.Units.Money(measure.Money(list.Cost), 2), Said: s.Said(c), Error: t.At("")}
	for _, l := range list.Lines {
		body.Lines = append(body.Lines, newBuyLine(l, t.Units))
	}
	for _, l := range list.Seed {
		if l.Short() > 0 {
			body.Seed = append(body.Seed, l)
		}
	}
	for _, p := range list.Shed {
		line := shedLine{Stocked: p, Has: stockWords(p.Kind, p.Packs, t.Units), Price: t.Units.Money(measure.Money(p.Price), 2), Key: form.NewKey()}
		body.Shed = append(body.Shed, line)
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	for _, f := range []form.Form{SackForm(cat.Components, t.Units), PackForm(t.Units), BottleForm(t.Units), SundryForm(cat.Models)} {
		body.Add = append(body.Add, t.Fill(f))
	}
	s.Render(c, status, "shopping", frame.View{Title: "Shopping", Stage: "Plan", Body: body})
	return nil
}

// stockWords are so many packs of a kind of product: "1.5 sacks".
func stockWords(k logbook.ProductKind, n float64, sys measure.System) string {
	word := map[logbook.ProductKind]string{logbook.MediumSack: "sack", logbook.LiquidFeed: "bottle"}[k]
	if word == "" {
		word = "pack"
	}
	said := sys.Short(n, 1)
	if said != "1" {
		word += "s"
	}
	return said + " " + word
}

func newBuyLine(l forecast.ShoppingLine, sys measure.System) buyLine {
	out := buyLine{ShoppingLine: l, Name: l.Component.Name, Key: form.NewKey()}
	p := l.Product
	if p != nil {
		out.Name, out.Cost = p.Name, sys.Money(measure.Money(l.Buy.Cost), 2)
	}
	amount := func(n forecast.Need) string { return sys.Volume(n.Litres) }
	switch l.Kind {
	case logbook.FeedPack:
		amount = func(n forecast.Need) string { return sys.Mass(n.Grams) }
		out.Amount = fmt.Sprintf("%s, about %s", sys.Print(l.Masses()), handfuls(p, l.Grams))
		out.Pack, out.Left = parts.Plural(l.Buy.Sacks, "pack")+" of "+sys.Mass(p.Weight), sys.Mass(measure.Mass(l.Buy.Left))
	case logbook.LiquidFeed:
		amount = func(n forecast.Need) string { return sys.Volume(n.Litres) }
		out.Amount = sys.Volume(l.Litres)
		out.Pack, out.Left = parts.Plural(l.Buy.Sacks, "bottle")+" of "+sys.Volume(p.Litres), sys.Volume(l.Buy.Left)
	case logbook.SundryPack:
		amount = func(n forecast.Need) string { return strconv.Itoa(n.Pieces) }
		out.Amount = strconv.Itoa(l.Pieces)
		if p == nil {
			out.Name = l.Name
		} else {
			out.Pack, out.Left = fmt.Sprintf("%s of %d", parts.Plural(l.Buy.Sacks, "pack"), p.Pieces), fmt.Sprintf("%.0f", float64(l.Buy.Left))
		}
	default:
		out.Amount = sys.Volume(l.Litres) + " loose"
		if p != nil {
			out.Pack, out.Left = parts.Plural(l.Buy.Sacks, "sack")+" of "+sys.Volume(p.Litres), sys.Volume(l.Buy.Left)
		}
	}
	var words []string
	for _, n := range l.Needs {
		words = append(words, fmt.Sprintf("%s %s, %s by %s", n.Bag, n.What, amount(n), n.By.Short()))
	}
	out.For = strings.Join(words, "; ")
	out.Has = stockWords(l.Kind, l.Stock, sys)
	for _, e := range l.Bought {
		out.Done = append(out.Done, parts.GivenLine{ID: e.ID, Day: e.Day, Says: "bought " + sys.Short(e.Packs, 1), Key: form.NewKey()})
	}
	return out
}

func (s *Pages) addProduct(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	p, name := ReadProduct(&r)
	kept, err := r.Keep(func() error {
		_, err := s.Garden.AddProduct(c.Request.Context(), p, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.shoppingPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent(name)))
	}
	return s.RedirectWithFlash(c, "/plan/shopping", "Kept: "+p.Name+".")
}

// stock keeps what was bought or counted.
func (s *Pages) stock(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	e := logbook.StockEntry{Product: r.ID("product"), Kind: logbook.StockKind(r.Text("kind")), Packs: r.Number("packs", -1)}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.Stock(c.Request.Context(), e, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		said := ""
		for _, f := range r.Faults {
			said += f.Says.In(r.Units) + " "
		}
		var faults logbook.Faults
		faults.Add("", strings.TrimSpace(said))
		return s.shoppingPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, form.Sent{Form: "stock", Values: r.Values, Faults: faults}))
	}
	words := map[logbook.StockKind]string{logbook.StockBought: "Bought: ", logbook.StockCounted: "Counted: "}[e.Kind]
	return s.RedirectWithFlash(c, "/plan/shopping", words+r.Units.Short(e.Packs, 1)+".")
}

func (s *Pages) undoStock(c *gin.Context) error {
	_, err := s.Garden.UndoStock(c.Request.Context(), frame.PathID(c), s.Request(c))
	if faults, ok := frame.AsFaults(err); ok {
		return s.shoppingPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, form.Sent{Form: "stock", Faults: faults}))
	}
	if err != nil {
		return err
	}
	return s.RedirectWithFlash(c, "/plan/shopping", "Undone.")
}

// shoppingCSV is the list as a table of values.
func (s *Pages) shoppingCSV(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	list, err := look.Shopping(0)
	if err != nil {
		return err
	}
	plain := sys.Plain() // for a table that programs read
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	rows := [][]string{{"needed by", "what", "wanted", "in the shed", "buy", "pack", "cost", "left over"}}
	for _, l := range list.Lines {
		x := newBuyLine(l, plain)
		buy := strconv.Itoa(l.Buy.Sacks)
		if l.Product == nil {
			buy = ""
		}
		rows = append(rows, []string{l.By.ISO(), openformat.Cell(x.Name), x.Amount, plain.Short(l.Stock, 1), buy, openformat.Cell(x.Pack), x.Cost, x.Left})
	}
	for _, l := range list.Seed {
		rows = append(rows, []string{l.By.ISO(), "seed of " + l.Variety.Name, strconv.Itoa(l.Wanted), strconv.Itoa(l.Free), strconv.Itoa(l.Short()), "", "", ""})
	}
	if err := w.WriteAll(rows); err != nil {
		return err
	}
	s.Download(c, "text/csv; charset=utf-8", fmt.Sprintf("shopping-%d.csv", list.Year), b.Bytes())
	return nil
}
