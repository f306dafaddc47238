package web

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
)

type shoppingBody struct {
	List  garden.ShoppingList
	Lines []buyLine
	Seed  []garden.SeedLine
	Cost  string
	Shed  []shedLine
	Sack  Form
	Pack  Form
	Mix   Form
	Said  string
	Error string
}

// buyLine is one thing to buy, in words.
type buyLine struct {
	garden.ShoppingLine
	Name, Pack, Cost, Left string
	Amount                 string // wanted in all
	For                    string
	Key                    string
	Done                   []givenLine // bought today
}

// shedLine is one product with how much of it is there.
type shedLine struct {
	garden.Stocked
	Has, Price string
	Key        string
}

func (s *Site) shopping(c *gin.Context) error { return s.shoppingPage(c, http.StatusOK, typed{}) }

func (s *Site) shoppingPage(c *gin.Context, status int, t typed) error {
	var err error
	if t.units, err = s.units(c); err != nil {
		return err
	}
	list, err := s.garden.Shopping(c.Request.Context(), 0, s.clock.Today())
	if err != nil {
		return err
	}
	body := shoppingBody{List: list, Cost: money(list.Cost), Said: c.Query("said"), Error: t.at("")}
	for _, l := range list.Lines {
		body.Lines = append(body.Lines, buyLineOf(l, t.units))
	}
	for _, l := range list.Seed {
		if l.Short() > 0 {
			body.Seed = append(body.Seed, l)
		}
	}
	for _, p := range list.Shed {
		line := shedLine{Stocked: p, Has: packs(p.Packs), Price: money(p.Price), Key: newKey()}
		body.Shed = append(body.Shed, line)
	}
	body.Sack = t.fill(sackForm(t.units))
	body.Pack = t.fill(packForm(t.units))
	body.Mix = t.fill(mixForm())
	s.render(c, status, "shopping", view{Title: "Shopping", Stage: "Plan", Body: body})
	return nil
}

func money(cents int) string { return fmt.Sprintf("%.2f", float64(cents)/100) }

// packs of a product in words: halves and quarters are told.
func packs(n float64) string { return strconv.FormatFloat(math.Round(n*10)/10, 'f', -1, 64) }

func buyLineOf(l garden.ShoppingLine, sys measure.System) buyLine {
	out := buyLine{ShoppingLine: l, Name: l.Component.Name, Amount: sys.Volume(l.Litres) + " loose", Key: newKey()}
	if l.Feed {
		out.Name, out.Amount = l.Product.Name, fmt.Sprintf("%s, about %s handfuls", sys.Mass(l.Grams), packs(float64(l.Grams/medium.Handful)))
	}
	if p := l.Product; p != nil {
		out.Pack = "sacks of " + sys.Volume(p.Litres)
		out.Left = sys.Volume(l.Buy.Left)
		if l.Feed {
			out.Pack, out.Left = "packs of "+sys.Mass(p.Weight), sys.Mass(l.LeftGrams)
		} else {
			out.Name = p.Name
		}
		out.Cost = money(l.Buy.Cost)
	}
	var words []string
	for _, n := range l.Needs {
		amount := sys.Volume(n.Litres)
		if l.Feed {
			amount = sys.Mass(n.Grams)
		}
		words = append(words, fmt.Sprintf("%s %s, %s by %s", n.Bag, n.What, amount, n.By.Short()))
	}
	out.For = strings.Join(words, "; ")
	for _, e := range l.Bought {
		out.Done = append(out.Done, givenLine{e.ID, e.Day, "bought " + packs(e.Packs), newKey()})
	}
	return out
}

func sackForm(sys measure.System) Form {
	var parts []Option
	for _, c := range medium.Usual() {
		parts = append(parts, Option{Value: c.Key, Name: c.Name})
	}
	return Form{
		Name: "sack", Title: "A sack you buy", Action: "/plan/shopping/products", Button: "Keep it", Caution: beware("mix", "dust"),
		Fields: []Field{
			{Name: "kind", Kind: "hidden", Value: string(garden.MediumSack)},
			{Name: "component", Label: "What is in it", Kind: "choice", Options: parts},
			{Name: "name", Label: "Your name for it", Kind: "text"},
			{Name: "litres", Label: "It holds", Kind: "quantity", Unit: string(sys.VolumeUnit()), Read: "/read/volume"},
			{Name: "price", Label: "One costs", Kind: "text", Hint: "Like 6.50"},
		},
	}
}

func packForm(sys measure.System) Form {
	return Form{
		Name: "pack", Title: "A feed you buy", Action: "/plan/shopping/products", Button: "Keep it", Caution: beware("dust", "sprays"),
		Says: "The pack's own rate comes first. The three numbers stand on it: nitrogen, phosphate, potash.",
		Fields: []Field{
			{Name: "kind", Kind: "hidden", Value: string(garden.FeedPack)},
			{Name: "name", Label: "Its name", Kind: "text"},
			{Name: "grams", Label: "A pack weighs", Kind: "quantity", Unit: string(sys.ScaleUnit())},
			{Name: "nitrogen", Label: "Nitrogen", Kind: "count", Unit: "%"},
			{Name: "phosphate", Label: "Phosphate", Kind: "count", Unit: "%"},
			{Name: "potash", Label: "Potash", Kind: "count", Unit: "%"},
			{Name: "price", Label: "One costs", Kind: "text", Hint: "Like 9.80"},
		},
	}
}

func mixForm() Form {
	fields := []Field{{Name: "name", Label: "Your name for the mix", Kind: "text"}}
	for _, c := range medium.Usual() {
		fields = append(fields, Field{Name: garden.PartField(c.Key), Label: "Parts of " + c.Name, Kind: "count"})
	}
	return Form{
		Name: "mix", Title: "A mix of your own", Action: "/plan/shopping/mixes", Button: "Keep the mix", Caution: beware("mix", "dust"),
		Says: "Count in buckets or any other measure, loose: 3 of compost and 1 of sand, say. What does not go in stays empty.", Fields: fields,
	}
}

// addMix keeps a mix of the grower's own.
func (s *Site) addMix(c *gin.Context) error {
	r, err := s.reads(c)
	if err != nil {
		return err
	}
	parts := map[string]float64{}
	for _, k := range medium.Usual() {
		if field := garden.PartField(k.Key); r.text(field) != "" {
			parts[k.Key] = r.number(field, 0)
		}
	}
	kept, err := r.keep(func() error {
		_, err := s.garden.AddMix(c.Request.Context(), r.text("name"), parts, s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.shoppingPage(c, http.StatusUnprocessableEntity, typed{form: "mix", values: r.values, faults: r.faults})
	}
	return goSaying(c, "/plan/shopping", "Kept: "+r.text("name")+". It is offered where a bag is filled.")
}

func (s *Site) addProduct(c *gin.Context) error {
	r, err := s.reads(c)
	if err != nil {
		return err
	}
	p := garden.Product{Name: r.text("name"), Kind: garden.ProductKind(r.text("kind")), Component: r.text("component"), Price: r.cents("price")}
	form := "sack"
	if p.Kind == garden.FeedPack {
		form = "pack"
		if r.text("grams") != "" {
			p.Weight = r.mass("grams", r.units.ScaleUnit())
		}
		p.Feed = medium.Product{Nitrogen: r.number("nitrogen", 0), Phosphate: r.number("phosphate", 0), Potash: r.number("potash", 0)}
	} else if r.text("litres") != "" {
		p.Litres = r.volume("litres")
	}
	kept, err := r.keep(func() error {
		_, err := s.garden.AddProduct(c.Request.Context(), p, s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.shoppingPage(c, http.StatusUnprocessableEntity, typed{form: form, values: r.values, faults: r.faults})
	}
	return goSaying(c, "/plan/shopping", "Kept: "+p.Name+".")
}

// stock keeps what was bought or counted.
func (s *Site) stock(c *gin.Context) error {
	r, err := s.reads(c)
	if err != nil {
		return err
	}
	e := garden.StockEntry{Product: r.id("product"), Kind: garden.StockKind(r.text("kind")), Packs: r.number("packs", -1)}
	kept, err := r.keep(func() error {
		_, err := s.garden.Stock(c.Request.Context(), e, s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		said := ""
		for _, f := range r.faults {
			said += f.Says.In(r.units) + " "
		}
		var faults garden.Faults
		faults.Add("", strings.TrimSpace(said))
		return s.shoppingPage(c, http.StatusUnprocessableEntity, typed{form: "stock", values: r.values, faults: faults})
	}
	words := map[garden.StockKind]string{garden.StockBought: "Bought: ", garden.StockCounted: "Counted: "}[e.Kind]
	return goSaying(c, "/plan/shopping", words+packs(e.Packs)+".")
}

func (s *Site) undoStock(c *gin.Context) error {
	_, err := s.garden.UndoStock(c.Request.Context(), idOf(c), s.asked(c))
	if faults, ok := faultsOf(err); ok {
		return s.shoppingPage(c, http.StatusUnprocessableEntity, typed{form: "stock", faults: faults})
	}
	if err != nil {
		return err
	}
	return goSaying(c, "/plan/shopping", "Taken back.")
}

// shoppingCSV is the list as a table of values.
func (s *Site) shoppingCSV(c *gin.Context) error {
	sys, err := s.units(c)
	if err != nil {
		return err
	}
	list, err := s.garden.Shopping(c.Request.Context(), 0, s.clock.Today())
	if err != nil {
		return err
	}
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	rows := [][]string{{"needed by", "what", "wanted", "in the shed", "buy", "pack", "cost", "left over"}}
	for _, l := range list.Lines {
		x := buyLineOf(l, sys)
		buy := strconv.Itoa(l.Buy.Sacks)
		if l.Product == nil {
			buy = ""
		}
		rows = append(rows, []string{l.By.ISO(), x.Name, x.Amount, packs(l.Stock), buy, x.Pack, x.Cost, x.Left})
	}
	for _, l := range list.Seed {
		rows = append(rows, []string{l.By.ISO(), "seed of " + l.Variety.Name, strconv.Itoa(l.Wanted), strconv.Itoa(l.Free), strconv.Itoa(l.Short()), "", "", ""})
	}
	if err := w.WriteAll(rows); err != nil {
		return err
	}
	s.download(c, "text/csv; charset=utf-8", fmt.Sprintf("shopping-%d.csv", list.Year), b.Bytes())
	return nil
}
