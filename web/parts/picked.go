package parts

import (
	"fmt"
	"slices"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// PickBody offers bags by what they have in common, beside one by one: by a list as it is said
// aloud, by their variety, by their place.
type PickBody struct {
	List form.Field
	All  []pickTick
}

// pickTick takes all of a variety, or all at a place.
type pickTick struct {
	Value, Name string
	Bags        int
	Ticked      bool
}

// OfferPicks among plantings; what they all have in common is no
// choice, and what only one has is ticked there.
func OfferPicks(offered []*forecast.PlantingForecast, t form.Sent) PickBody {
	b := PickBody{List: form.Field{ID: "picked-list", Name: "list", Label: "By their labels", Kind: "text", Value: t.Values.Get("list"), Error: t.At("list"), Hint: "R1–R12, R20"}}
	var varieties, places []pickTick
	add := func(to *[]pickTick, kind string, id logbook.ID, name string) {
		value := fmt.Sprintf("%s-%d", kind, id)
		i := slices.IndexFunc(*to, func(p pickTick) bool { return p.Value == value })
		if i < 0 {
			i = len(*to)
			*to = append(*to, pickTick{Value: value, Name: name, Ticked: slices.Contains(t.Values["all"], value)})
		}
		(*to)[i].Bags++
	}
	for _, st := range offered {
		add(&varieties, "variety", st.Variety.ID, st.Variety.Name)
		add(&places, "place", st.Bag.Place.ID, st.Bag.Place.Name)
	}
	for _, list := range [][]pickTick{varieties, places} {
		for _, p := range list {
			if len(list) > 1 && p.Bags > 1 {
				b.All = append(b.All, p)
			}
		}
	}
	return b
}
