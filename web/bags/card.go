package bags

import (
	"fmt"
	"math"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/advice"
	"glebata/core/calendar"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
	planpages "glebata/web/plan"
)

// cardBody is the planting card of one bag: what goes in, in order, to be taken
// outdoors on paper or on a phone.
type cardBody struct {
	S         *forecast.PlantingForecast
	Day       measure.Day // 0 when it is planted already
	Drawing   parts.Drawing
	Above     draw.Above
	Fills     []cardFill
	Mix       string
	Parts     []cardPart
	Later     string      // feed with later layers
	Advice    advice.List // of the feed
	Soak      measure.Volume
	MulchDeep measure.Length
	Mulch     measure.Volume
	Wet       measure.Mass
	Heavy     bool
	Code      parts.CodeView
	Caution   []form.Caution
}

// cardFill is one filling on planting day.
type cardFill struct {
	Says  string
	Loose measure.Volume
	Feed  string // that is mixed in
	Set   string // what goes on it, and how it lies; empty for nothing
}

// cardPart is how much of one component to measure out.
type cardPart struct {
	Name  string
	Loose measure.Volume
}

// mulchDepth over the filled bag. Practice: 2 to 3 cm.
const mulchDepth measure.Length = 3

func (s *Pages) card(c *gin.Context) error {
	look, st, sys, err := s.AtBag(c)
	if err != nil {
		return err
	}
	mix := st.FeedAsk.Mix
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	supply, err := s.supply(c, &st)
	if err != nil {
		return err
	}
	products, err := look.Products()
	if err != nil {
		return err
	}
	body := cardBody{S: &st, Caution: parts.Beware("mix", "dust", "lifting")}
	if st.Dates != nil {
		body.Day = st.Dates.Plant
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	body.medium(&st, mix, cat.Recipes, site.LiftLimit, sys)
	body.dress(&st, products, sys)
	body.set(&st, supply.given, sys)
	body.Drawing.Detail = draw.NewDetail(draw.Look{Planting: &st, Units: sys, Ladder: true}, &body.Drawing.Defs)
	body.Above = draw.NewAbove(st.Bag.Model.Shape, st.Spots(&st.Planting), draw.SeedRef(st.Variety.Class.Crop()), &body.Drawing.Detail, sys)
	code, err := parts.NewCodeView(frame.RequestAddress(c) + "/bags/" + st.Bag.Label + "#entries")
	if err != nil {
		return err
	}
	body.Code = code
	s.Render(c, http.StatusOK, "card", frame.View{Title: "Planting card " + st.Bag.Label, Stage: "Bags", Body: body})
	return nil
}

// medium of the planting day, measured out part by part, and what the full bag
// comes to.
func (b *cardBody) medium(st *forecast.PlantingForecast, mix medium.Mix, recipes []medium.Recipe, limit measure.Mass, sys measure.System) {
	shape := st.Bag.Model.Shape
	var settled measure.Volume
	for i, f := range st.Ladder.Fills {
		b.Fills = append(b.Fills, cardFill{Says: parts.FillWords(st.Ladder, i), Loose: f.Loose})
		if f.Of == hill.Medium {
			settled += f.Settled
		}
	}
	var shares []float64
	for _, p := range mix {
		shares = append(shares, p.Share)
	}
	for i, part := range sys.Divided(sys.Together(st.Ladder.FirstLoads()...), shares) {
		b.Parts = append(b.Parts, cardPart{mix[i].Name, part})
	}
	b.Soak = settled * measure.Volume(mix.Water())
	b.MulchDeep = mulchDepth
	b.Mulch = shape.Between(st.Ladder.Start, st.Ladder.Start+mulchDepth)
	b.Wet = st.WetWeight(mix)
	b.Heavy = b.Wet > limit
	for _, r := range recipes {
		if r.Mix.String() == mix.String() {
			b.Mix = r.Name
		}
	}
}

// set writes on each filling what lies on it: over all of them, as many as are planned.
func (b *cardBody) set(st *forecast.PlantingForecast, given []logbook.PieceState, sys measure.System) {
	lies := ", sprouts up, as drawn from above"
	switch {
	case st.Sweet():
		lies = measure.Say(", slanting, {} to {} deep at the foot, two nodes under and the tip out, feet apart", measure.Length(6), measure.Length(8)).In(sys)
	case st.Dates != nil && st.Dates.Way == calendar.PreGrown:
		lies = ", out of the pot with the ball whole, shoots up, as drawn from above"
	}
	spots := st.Spots(&st.Planting)
	for i, f := range st.Ladder.Fills {
		n := 0
		for _, s := range spots {
			if math.Abs(float64(s.H-f.To)) < 1e-6 {
				n++
			}
		}
		if n == 0 {
			continue
		}
		what := parts.Counted(n, "slip")
		switch mine := given[:min(n, len(given))]; {
		case len(mine) > 0:
			var sum measure.Mass
			names := ""
			for _, p := range mine {
				sum += p.Weight
				names += " " + p.Name
			}
			what, given = fmt.Sprintf("%s in %d:%s", sys.Mass(sum), len(mine), names), given[len(mine):]
		case st.SeedWanted() > 0:
			what = fmt.Sprintf("%s, about %s", parts.Counted(n, "piece"), sys.Mass(st.SeedWanted()*measure.Mass(n)/measure.Mass(len(spots))))
		}
		b.Fills[i].Set = what + lies
	}
}

// dress writes beside each layer of medium what feed goes into it.
func (b *cardBody) dress(st *forecast.PlantingForecast, products []logbook.Product, sys measure.System) {
	base := logbook.ByKind(products, logbook.FeedPack)
	if base == nil || st.Feed == nil {
		return
	}
	doses, hands := st.Feed.Layers, planpages.InHands(base, st.Feed)
	for i, f := range st.Ladder.Fills {
		if f.Of == hill.Medium && len(doses) > 0 {
			b.Fills[i].Feed = fmt.Sprintf("%s of %s, about %s", sys.Mass(doses[0].Dose), base.Name, hands[0])
			doses, hands = doses[1:], hands[1:]
		}
	}
	if n := len(doses); n > 0 {
		b.Later = fmt.Sprintf("With the layers that are raised later: %s.", joined(hands))
	}
	b.Advice = st.Feed.Advice
}

// joined are household measures, one after another.
func joined(list []medium.Household) string {
	var out []string
	for _, h := range list {
		out = append(out, h.String())
	}
	return strings.Join(out, ", then ")
}
