package plan

import (
	"fmt"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/advice"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type mediumBody struct {
	Defs       draw.Defs
	Mixes      []mixView
	Components []componentView
	Chosen     medium.Component
	Component  form.Form
	Mix        form.Form
	Handful    *form.Form
	Base       *logbook.Product
	Liquid     *logbook.Product
	Feeds      []feedView
	Said       string
	Acid       measure.Phrase // that is wanted
}

// mixView is one mix drawn as a column of what is in it.
type mixView struct {
	medium.Recipe
	Column  []draw.Slice
	Parts   string
	Sour    string // what to think of its acidity, shortly
	Rots    advice.List
	Density measure.Density
	Settles string
	Water   string
	PH      string
}

// componentView is a component with what a litre of it costs, from the first sack that
// is kept of it.
type componentView struct {
	medium.Component
	Density measure.Density // wet
	Price   string
}

func newComponentViews(cs medium.Components, products []logbook.Product, sys measure.System) []componentView {
	out := make([]componentView, len(cs))
	for i, c := range cs {
		out[i].Component, out[i].Density = c, measure.Density(c.WetKg)
		for _, p := range products {
			if p.Kind == logbook.MediumSack && strings.EqualFold(p.Component, c.Key) && p.Price > 0 {
				out[i].Price = sys.Money(measure.Money(float64(p.Price)/float64(p.Litres)), 2)
				break
			}
		}
	}
	return out
}

// feedView is the feed of one bag over its season.
type feedView struct {
	Label, Variety string
	ID             logbook.ID
	Inert          bool
	Layers         []feedLayer
	Total          string
	Times          string // days of the liquid feed
	Each           string
	Bars           []feedBar
	Advice         advice.List
	Refused        bool
}

type feedLayer struct{ Into, Dose, Hands string }

// feedBar holds what comes together of one nutrient against what is wanted; of 1000
// parts that are half as much again.
type feedBar struct {
	Name          string
	Brings, Wants int
	Given, Wanted string
}

func (s *Pages) medium(c *gin.Context) error { return s.mediumPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) mediumPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	products, err := look.Products()
	if err != nil {
		return err
	}
	row, err := look.Row()
	if err != nil {
		return err
	}
	body := mediumBody{Acid: medium.AcidityWanted(), Components: newComponentViews(cat.Components, products, t.Units), Said: s.Said(c), Base: logbook.ByKind(products, logbook.FeedPack), Liquid: logbook.ByKind(products, logbook.LiquidFeed)}
	body.Defs.Large = true
	for _, r := range cat.Recipes {
		body.Mixes = append(body.Mixes, newMixView(r, cat.Components, t.Units))
	}
	key := c.Query("component")
	if t.Form == "component" {
		key = t.Values.Get("key-of")
	}
	body.Chosen, _ = cat.Components.Named(key)
	body.Component = t.Fill(componentForm(body.Chosen, t.Units))
	body.Mix = t.Fill(MixForm(cat.Components))
	if b := body.Base; b != nil {
		f := t.Fill(handfulForm(b, t.Units))
		body.Handful = &f
	}
	for i := range row {
		if row[i].Feed != nil {
			body.Feeds = append(body.Feeds, newFeedView(&row[i], body.Base, t.Units))
		}
	}
	s.Render(c, status, "medium", frame.View{Title: "Medium and feed", Stage: "Plan", Body: body})
	return nil
}

func newMixView(r medium.Recipe, cs medium.Components, sys measure.System) mixView {
	v := mixView{
		Recipe: r, Density: measure.Density(r.Mix.WetKg()), Settles: fmt.Sprintf("%.0f", 100*r.Mix.Settling()),
		Water: fmt.Sprintf("%.0f", 100*r.Mix.Water()), PH: sys.Number(r.Mix.PH(), 1),
		Rots: medium.Rotting(r.Mix),
	}
	switch ph := r.Mix.PH(); {
	case len(medium.Acidity(crop.SweetPotato, r.Mix)) == 0:
	case ph > 6:
		v.Sour = "where scab begins"
	case len(medium.Acidity(crop.Potato, r.Mix)) == 0:
		v.Sour = "too sour for sweet potatoes"
	default:
		v.Sour = "so sour that feed is locked up"
	}
	var parts []string
	for _, p := range r.Mix {
		parts = append(parts, fmt.Sprintf("%.0f %% %s", 100*p.Share, p.Name))
	}
	v.Parts = strings.Join(parts, ", ")
	v.Column = draw.Column(r.Mix, func(key string) int {
		return slices.IndexFunc(cs, func(c medium.Component) bool { return c.Key == key })
	})
	return v
}

func newFeedView(st *forecast.PlantingForecast, base *logbook.Product, sys measure.System) feedView {
	f := st.Feed
	v := feedView{Label: st.Bag.Label, Variety: st.Variety.Name, ID: st.Planting.ID, Refused: f.Refused, Advice: f.Advice}
	hands := InHands(base, f)
	for i, l := range f.Layers {
		into := "under the seed"
		if i > 0 {
			into = fmt.Sprintf("layer %d", i+1)
		}
		v.Layers = append(v.Layers, feedLayer{into, sys.Mass(l.Dose), hands[i].String()})
	}
	if len(f.Layers) > 0 {
		v.Total = fmt.Sprintf("%s: %s", sys.Mass(f.Base), together(hands))
	}
	if n := len(f.Feedings); n > 0 {
		first, last := f.Feedings[0].Day, f.Feedings[n-1].Day
		v.Times = fmt.Sprintf("%d times, %s to %s", n, first.Short(), last.Short())
		v.Each = sys.Volume(f.Feedings[0].Product) + " in " + sys.Volume(f.Feedings[0].Water)
	}
	for _, b := range []struct {
		name          string
		brings, wants float64
	}{{"N", f.Brings.Nitrogen, f.Wants.Nitrogen}, {"P", f.Brings.Phosphate, f.Wants.Phosphate}, {"K", f.Brings.Potash, f.Wants.Potash}} {
		full := 1.5 * b.wants
		v.Bars = append(v.Bars, feedBar{b.name, min(1000, int(1000*b.brings/full)), int(1000 * b.wants / full), sys.Mass(measure.Mass(b.brings)), "of " + sys.Mass(measure.Mass(b.wants))})
	}
	return v
}

func componentForm(k medium.Component, sys measure.System) form.Form {
	per := sys.PerVolume()
	number := func(v float64) string {
		if k.Key == "" {
			return ""
		}
		return fmt.Sprintf("%.5g", v)
	}
	tick := map[bool]string{true: "yes"}
	f := form.Form{
		Name: "component", Action: "/plan/medium/components", Button: "Keep these numbers", Open: k.Key != "", Caution: parts.Beware("mix", "dust"),
		Title: "A component of your own", Says: "What you know better than the usual numbers: weigh some, wet; look on the sack; ask where it comes from.",
		Fields: []form.Field{
			{Name: "key-of", Kind: "hidden", Value: k.Key},
			{Name: "name", Label: "Its name", Kind: "text", Value: k.Name},
			{Name: "wet", Label: "A " + per.Word + ", wet, weighs", Kind: "count", Unit: string(per.Heavy), Value: number(k.WetKg * per.Kg)},
			{Name: "settles", Label: "It settles by", Kind: "count", Unit: "%", Value: number(100 * k.Settling)},
			{Name: "water", Label: "A " + per.Word + " holds for roots", Kind: "count", Unit: string(per.Volume), Value: number(k.Water)},
			{Name: "ph", Label: "pH it tends to", Kind: "count", Value: number(k.PH)},
			{Name: "n", Label: "A " + per.Word + " brings nitrogen", Kind: "count", Unit: string(per.Light), Value: number(k.Nitrogen * per.G)},
			{Name: "p", Label: "phosphate", Kind: "count", Unit: string(per.Light), Value: number(k.Phosphate * per.G)},
			{Name: "k", Label: "potash", Kind: "count", Unit: string(per.Light), Value: number(k.Potash * per.G)},
			{Name: "source", Label: "Where it comes from", Kind: "text", Value: k.Source},
			{Name: "fresh", Label: "Not well rotted yet", Kind: "tick", Value: tick[k.Fresh]},
			{Name: "inert", Label: "Holds no feed of its own", Kind: "tick", Value: tick[k.Inert]},
		},
	}
	if k.Key != "" {
		f.Title = "Your numbers for " + k.Name
	}
	return f
}

func handfulForm(p *logbook.Product, sys measure.System) form.Form {
	f := form.Form{
		Name: "handful", Action: "/plan/medium/handful", Button: "Keep it", Title: "Your handful of " + p.Name, Caution: parts.Beware("dust"),
		Says: "Take three handfuls, weigh them together, and divide by three.",
		Fields: []form.Field{
			{Name: "product", Kind: "hidden", Value: fmt.Sprint(p.ID)},
			{Name: "handful", Label: "One weighs", Kind: "quantity", Unit: string(sys.MassUnit()), Read: "/read/mass", Hint: "Empty: the usual " + sys.Mass(medium.Handful)},
		},
	}
	if p.Feed.Handful > 0 {
		f.Fields[1].Value = sys.Edit(p.Feed.Handful)
	}
	return f
}

func (s *Pages) setComponent(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	per := r.Units.PerVolume()
	k := medium.Component{
		Key: r.Text("key-of"), Name: r.Text("name"), WetKg: r.Number("wet", -1) / per.Kg, Settling: r.Number("settles", -1) / 100, Water: r.Number("water", -1), PH: r.Number("ph", -1),
		Nitrogen: r.Number("n", 0) / per.G, Phosphate: r.Number("p", 0) / per.G, Potash: r.Number("k", 0) / per.G,
		Source: r.Text("source"), Fresh: r.Text("fresh") != "", Inert: r.Text("inert") != "",
	}
	kept, err := r.Keep(func() error { return s.Garden.SetComponent(c.Request.Context(), k, s.Request(c)) })
	if err != nil {
		return err
	}
	if !kept {
		return s.mediumPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("component")))
	}
	return s.RedirectWithFlash(c, "/plan/medium", "Kept: "+k.Name+". Every weight, litre and pH goes by it now.")
}

func (s *Pages) setHandful(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	var m measure.Mass
	if r.Text("handful") != "" {
		m = r.Mass("handful", r.Units.MassUnit())
	}
	kept, err := r.Keep(func() error { return s.Garden.SetHandful(c.Request.Context(), r.ID("product"), m, s.Request(c)) })
	if err != nil {
		return err
	}
	if !kept {
		return s.mediumPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("handful")))
	}
	return s.RedirectWithFlash(c, "/plan/medium", "Kept: doses are told in your handfuls.")
}

// addMix keeps a mix of the grower's own.
func (s *Pages) addMix(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	parts := ReadParts(&r, cat.Components)
	kept, err := r.Keep(func() error {
		_, err := s.Garden.AddMix(c.Request.Context(), r.Text("name"), parts, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.mediumPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("mix")))
	}
	return s.RedirectWithFlash(c, "/plan/medium", "Kept: "+r.Text("name")+". It is offered where a bag is filled.")
}

// ReadParts reads how much of each component goes into a mix.
func ReadParts(r *frame.Reading, cs medium.Components) map[string]float64 {
	parts := map[string]float64{}
	for _, k := range cs {
		if field := logbook.PartField(k.Key); r.Text(field) != "" {
			parts[k.Key] = r.Number(field, 0)
		}
	}
	return parts
}

// MixForm is the form of a mix of the grower's own, in parts by volume.
func MixForm(cs medium.Components) form.Form {
	fields := []form.Field{{Name: "name", Label: "Your name for the mix", Kind: "text"}}
	for _, c := range cs {
		fields = append(fields, form.Field{Name: logbook.PartField(c.Key), Label: "Parts of " + c.Name, Kind: "count"})
	}
	return form.Form{
		Name: "mix", Title: "A mix of your own", Action: "/plan/medium/mixes", Button: "Keep the mix", Caution: parts.Beware("mix", "dust"),
		Says: "Count in buckets or any other measure, loose: 3 of compost and 1 of sand, say. What does not go in stays empty.", Fields: fields,
	}
}

// feedWorking is of a bag's nitrogen over its season.
func (s *Pages) feedWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	w, st, err := look.FeedWorking(frame.PathID(c))
	if err != nil {
		return err
	}
	return s.AnswerWorking(c, w, "Bag "+st.Bag.Label+", "+st.Variety.Name)
}

// InHands are the doses of a season's layers in household measures.
func InHands(p *logbook.Product, f *medium.SeasonFeed) []medium.Household {
	doses := make([]measure.Mass, len(f.Layers))
	for i, l := range f.Layers {
		doses[i] = l.Dose
	}
	if p == nil {
		return make([]medium.Household, len(doses))
	}
	return p.Feed.InHands(doses)
}

// together are household measures added up.
func together(list []medium.Household) string {
	var sum medium.Household
	for _, h := range list {
		sum.Count, sum.Unit = sum.Count+h.Count, h.Unit
	}
	return sum.String()
}

// handfuls of a dry feed in words, in the grower's own handful.
func handfuls(p *logbook.Product, m measure.Mass) string {
	return p.Feed.InHands([]measure.Mass{m})[0].String()
}
