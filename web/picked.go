package web

import (
	"fmt"
	"slices"
	"strings"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/form"
)

// pickBody offers bags by what they have in common, beside one by one: by a list as it is said
// aloud, by their variety, by their place.
type pickBody struct {
	List form.Field
	All  []pickTick
}

// pickTick takes all of a variety, or all at a place.
type pickTick struct {
	Value, Name string
	Bags        int
	Ticked      bool
}

// offerPicks among plantings; what they all have in common is no
// choice, and what only one has is ticked there.
func offerPicks(offered []*forecast.PlantingForecast, t form.Sent) pickBody {
	b := pickBody{List: form.Field{ID: "picked-list", Name: "list", Label: "By their labels", Kind: "text", Value: t.Values.Get("list"), Error: t.At("list"), Hint: "R1–R12, R20"}}
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

// picked are the plantings that a form asks for, in the order they stand in: those ticked, those
// of a variety or a place that is ticked, and those of the list. A fault at "list" where it names
// what is not offered.
func (r *reading) picked(offered []*forecast.PlantingForecast) []logbook.ID {
	wanted := r.ticked()
	all := r.Values["all"]
	for _, st := range offered {
		if slices.Contains(all, fmt.Sprintf("variety-%d", st.Variety.ID)) || slices.Contains(all, fmt.Sprintf("place-%d", st.Bag.Place.ID)) {
			wanted = append(wanted, st.Planting.ID)
		}
	}
	at := func(label string) []logbook.ID {
		var ids []logbook.ID
		for _, st := range offered {
			if strings.EqualFold(st.Bag.Label, label) {
				ids = append(ids, st.Planting.ID)
			}
		}
		return ids
	}
	labels, err := openformat.ReadLabels(r.Text("list"), func(label string) bool { return at(label) != nil })
	if err != nil {
		r.Refuse("list", err)
		return nil
	}
	var none []string
	for _, label := range labels {
		ids := at(label)
		if ids == nil {
			none = append(none, label)
		}
		wanted = append(wanted, ids...)
	}
	if none != nil {
		r.Faults.Add("list", "{}: no such bag stands here that this could be done to.", strings.Join(none, ", "))
	}
	var out []logbook.ID
	for _, id := range wanted {
		if !slices.Contains(out, id) {
			out = append(out, id)
		}
	}
	return out
}
