package web

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/web/draw"
)

// cardBody is the planting card of one bag: what goes in, in order, to be taken
// outdoors on paper or on a phone.
type cardBody struct {
	S       *garden.Standing
	Day     measure.Day // 0 when it is planted already
	Drawing drawing
	Above   draw.Above
	Fills   []cardFill
	Mix     string
	Parts   []cardPart
	Feed    string
	Seed    string
	Soak    measure.Volume
	Mulch   measure.Volume
	Wet     measure.Mass
	Heavy   bool
	Code    codeView
	Caution []caution
}

// cardFill is one filling on planting day.
type cardFill struct {
	Says  string
	Rung  string
	Loose measure.Volume
}

// cardPart is how much of one component to measure out.
type cardPart struct {
	Name  string
	Loose measure.Volume
}

// mulchDepth over the filled bag. Practice: 2 to 3 cm.
const mulchDepth measure.Length = 3

func (s *Site) card(c *gin.Context) error {
	ctx := c.Request.Context()
	st, err := s.garden.Planting(ctx, idOf(c), s.clock.Today())
	if err != nil {
		return err
	}
	sys, err := s.units(c)
	if err != nil {
		return err
	}
	mix, err := s.garden.MixOf(ctx, st.Planting.ID)
	if err != nil {
		return err
	}
	site, _, err := s.garden.Site(ctx)
	if err != nil {
		return err
	}
	supply, err := s.supplyOf(c, &st)
	if err != nil {
		return err
	}
	products, err := s.garden.Products(ctx)
	if err != nil {
		return err
	}
	body := cardBody{S: &st, Caution: beware("mix", "dust", "lifting")}
	if st.Dates != nil {
		body.Day = st.Dates.Plant
	}
	recipes, err := s.garden.Recipes(ctx)
	if err != nil {
		return err
	}
	body.medium(&st, mix, recipes, site.LiftLimit)
	body.dress(&st, mix, products, sys)
	body.Seed = fmt.Sprintf("%d slips", st.Number)
	switch {
	case len(supply.given) > 0:
		body.Seed = fmt.Sprintf("%s in %d:", sys.Mass(supply.sum()), len(supply.given))
		for _, p := range supply.given {
			body.Seed += " " + p.Name
		}
	case st.SeedWanted() > 0:
		body.Seed = fmt.Sprintf("%d pieces, about %s", st.Number, sys.Mass(st.SeedWanted()))
	}
	body.Drawing.Detail = draw.DetailOf(draw.Look{Standing: &st, Units: sys, Ladder: true}, &body.Drawing.Defs)
	body.Above = draw.AboveOf(st.Bag.Model.Shape, st.Spots(&st.Planting), draw.SeedRef(st.Variety.Class.Crop()), &body.Drawing.Detail, sys)
	code, err := codeOf(addressOf(c) + "/bags/" + st.Bag.Label + "#entries")
	if err != nil {
		return err
	}
	body.Code = code
	s.render(c, http.StatusOK, "card", view{Title: "Planting card " + st.Bag.Label, Stage: "Bags", Body: body})
	return nil
}

// medium of the planting day, measured out part by part, and what the full bag
// comes to.
func (b *cardBody) medium(st *garden.Standing, mix medium.Mix, recipes []medium.Recipe, limit measure.Mass) {
	shape := st.Bag.Model.Shape
	names := []string{"under the seed", "over the seed", "over the upper ring"}
	var settled, loose measure.Volume
	for i, f := range st.Ladder.Fills {
		b.Fills = append(b.Fills, cardFill{Says: names[min(i, 2)], Loose: f.Loose})
		settled, loose = settled+f.Settled, loose+f.Loose
	}
	for _, p := range mix {
		b.Parts = append(b.Parts, cardPart{p.Name, loose * measure.Volume(p.Share)})
	}
	b.Soak = settled * measure.Volume(mix.Water())
	b.Mulch = shape.Between(st.Ladder.Start, st.Ladder.Start+mulchDepth)
	b.Wet = mix.WetWeight(shape.Between(0, st.Ladder.Top), st.Bag.Model.Empty)
	b.Heavy = b.Wet > limit
	for _, r := range recipes {
		if r.Mix.String() == mix.String() {
			b.Mix = r.Name
		}
	}
}

func (b *cardBody) dress(st *garden.Standing, mix medium.Mix, products []garden.Product, sys measure.System) {
	for _, p := range products {
		if p.Kind != garden.FeedPack {
			continue
		}
		d := medium.Dress(st.Variety.Class, mix, st.Bag.Model.Shape.Between(0, st.Ladder.Top), p.Feed)
		if d.Base > 0 && !d.Refused {
			b.Feed = fmt.Sprintf("%s of %s, about %s handfuls, mixed into the layer under the seed", sys.Mass(d.Base), p.Name, packs(float64(d.Base/medium.Handful)))
		}
		for _, says := range d.Says {
			b.Feed += " " + says.In(sys)
		}
		return
	}
}
