package bags

import (
	"fmt"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/parts"
)

// supply is what of the bench and the nursery can go into a planned bag.
type supply struct {
	given []logbook.PieceState   // allotted to it
	pots  []logbook.NursingState // of its variety
	roots []logbook.NursingState // with slips in hand
}

func (s supply) sum() measure.Mass {
	var sum measure.Mass
	for _, p := range s.given {
		sum += p.Weight
	}
	return sum
}

// spare fields for pieces beyond the number planned.
const spare = 1

// plantForms are the ways a planned bag can be planted: seed or slips by hand,
// and pots or slips from the nursery where there are some.
func plantForms(st *forecast.PlantingForecast, from supply, sys measure.System, at string, day form.Field) []form.Form {
	forms := []form.Form{plantForm(st, from, sys, at, day)}
	if st.Variety.Class.Crop() == crop.SweetPotato {
		if len(from.roots) > 0 {
			forms = append([]form.Form{slipsForm(st, from, sys, at, day)}, forms...)
			forms[1].Open = false
		}
		return forms
	}
	if len(from.pots) > 0 {
		forms = append([]form.Form{potsForm(st, from, sys, at, day)}, forms...)
		forms[1].Open = false
	}
	return forms
}

func plantForm(st *forecast.PlantingForecast, from supply, sys measure.System, at string, day form.Field) form.Form {
	f := form.Form{Name: "plant", Title: "Plant", Action: at + "plant", Button: "Planted", Open: true}
	if st.Variety.Class.Crop() == crop.SweetPotato {
		f.Caution = parts.Beware("mix")
		f.Says = "Slips have next to no weight: count them. Never pull by the stem; two nodes go under, the tip looks out."
		f.Fields = []form.Field{
			{Name: "slips", Label: "How many were planted", Kind: "count", Value: fmt.Sprint(st.Number), Hint: "Empty: not counted"},
			{Name: "start", Label: "Grown from", Kind: "choice", Options: []form.Option{{Value: string(logbook.Slips), Name: "slips"}, {Value: string(logbook.Cuttings), Name: "vine cuttings"}, {Value: string(logbook.WholeRoot), Name: "a root, or a piece with shoots"}}},
			{Name: "mother", Label: "Weight of the root", Kind: "quantity", Unit: string(sys.MassUnit()), Read: "/read/mass", Hint: "If a root went in; “about 7 oz” will do. It is mother weight, not seed"}, day,
		}
		return f
	}
	f.Says = "Weigh each piece in. The sum is the seed weight that the harvest is compared with."
	if len(from.given) > 0 {
		f.Says = "The seed that was given to this bag stands here, as it was weighed on the bench."
	}
	f.Caution = parts.Beware("green", "mix", "dust")
	for i := 1; i <= min(max(st.Number, len(from.given))+spare, maxPieces); i++ {
		field := form.Field{
			Name: fmt.Sprintf("piece-%d", i), Label: fmt.Sprintf("Piece %d", i), Kind: "piece",
			Unit: string(sys.MassUnit()), Read: "/read/mass",
		}
		if i <= len(from.given) {
			p := from.given[i-1]
			field.Value, field.Hint = p.How.Mark(sys.Edit(p.Weight)), p.Name
		}
		f.Fields = append(f.Fields, field)
	}
	f.Fields = append(f.Fields, day)
	f.MoreTitle = "Not weighed one by one"
	f.More = []form.Field{
		{Name: "count", Label: "How many", Kind: "count", Hint: "If you counted them"},
		{Name: "total", Label: "All together", Kind: "quantity", Unit: string(sys.MassUnit()), Hint: "230, about 230, or 200–260"},
		{Name: "unweighed", Label: "Not weighed at all", Kind: "tick"},
	}
	return f
}

// potWeight of a pot's tuber, as it is known.
func potWeight(n *logbook.Nursling, sys measure.System) string {
	if n.Weight == 0 {
		return "not weighed"
	}
	return n.How.Mark(sys.Mass(n.Weight))
}

func potsForm(st *forecast.PlantingForecast, from supply, sys measure.System, at string, day form.Field) form.Form {
	f := form.Form{
		Name: "transplant", Title: "Transplant from pots", Action: at + "transplant", Button: "Transplanted", Open: true, Caution: parts.Beware("mix"),
		Says: "Set the ball whole and bury it to the leaf tips: they come through again in three or four days.",
	}
	for i, p := range from.pots {
		field := form.Field{Name: fmt.Sprintf("pot-%d", p.ID), Label: fmt.Sprintf("Pot %s, %s", p.Label, potWeight(&p.Nursling, sys)), Kind: "tick"}
		if i < st.Number {
			field.Value = "yes"
		}
		f.Fields = append(f.Fields, field)
	}
	f.Fields = append(f.Fields, form.Field{Name: "height", Label: "They stand over their pots", Kind: "quantity", Unit: string(sys.LengthUnit()), Read: "/read/length"}, day)
	return f
}

func slipsForm(st *forecast.PlantingForecast, from supply, sys measure.System, at string, day form.Field) form.Form {
	f := form.Form{
		Name: "slips", Title: "Plant slips from the nursery", Action: at + "slips", Button: "Planted from the root", Open: true, Caution: parts.Beware("mix"),
		Says: measure.Say("Lay each in a trench {} deep, tip out, two nodes under, roots away from the neighbour. Never pull by the stem.", measure.Length(5)).In(sys),
	}
	var roots []form.Option
	for _, r := range from.roots {
		roots = append(roots, form.Option{Value: fmt.Sprint(r.ID), Name: fmt.Sprintf("%s, %d in hand", r.Label, r.InHand())})
	}
	f.Fields = []form.Field{
		{Name: "root", Label: "From root", Kind: "choice", Value: roots[0].Value, Options: roots},
		{Name: "slips", Label: "Slips planted", Kind: "count", Value: fmt.Sprint(min(st.Number, from.roots[0].InHand()))}, day,
	}
	return f
}

// supply of a bag that is planned; nothing for any other.
func (s *Pages) supply(c *gin.Context, st *forecast.PlantingForecast) (supply, error) {
	look, err := s.Look(c)
	if err != nil {
		return supply{}, err
	}
	var out supply
	if st.Stage != logbook.StagePlanned {
		return out, nil
	}
	bench, err := look.Bench()
	if err != nil {
		return out, err
	}
	out.given = bench.For(st.Planting.ID)
	nursery, err := look.Nursery()
	if err != nil {
		return out, err
	}
	for _, n := range nursery {
		if n.Variety.ID != st.Variety.ID || !n.Open() {
			continue
		}
		if n.Kind == logbook.Pot {
			out.pots = append(out.pots, n)
		} else if n.InHand() > 0 {
			out.roots = append(out.roots, n)
		}
	}
	return out, nil
}

// maxPieces that one planting card reads.
const maxPieces = 60
