package parts

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// DayField is the day something was done or seen on, today or before, exact or about.
func DayField(today measure.Day) form.Field {
	return form.Field{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO(), About: true}
}

// PlacesAndShelters of a garden, to choose from.
func PlacesAndShelters(cat garden.Catalogue) (places []string, shelters []form.Option) {
	for _, p := range cat.Places {
		places = append(places, p.Name)
	}
	for _, sh := range climate.Shelters() {
		shelters = append(shelters, form.Option{Value: string(sh), Name: sh.Offset().Name})
	}
	return places, shelters
}

// ClimateOptions to choose from, in words, on both sides of the equator.
func ClimateOptions() []form.Option {
	var out []form.Option
	for _, p := range climate.BothSides() {
		o := form.Option{Value: p.Key, Name: measure.Upper(p.Says) + " (" + p.Name + ")", Group: "North of the equator, or on it"}
		if p.South() {
			o.Group = "South of the equator"
			o.Name = "South of the equator: " + p.Says + " (" + strings.TrimSuffix(p.Name, ", south of the equator") + ")"
		}
		out = append(out, o)
	}
	slices.SortStableFunc(out, func(a, b form.Option) int { return cmp.Compare(a.Group, b.Group) })
	return out
}

// VarietyForm is the form of one more variety.
func VarietyForm() form.Form {
	var classes []form.Option
	for _, c := range crop.Classes() {
		classes = append(classes, form.Option{Value: string(c), Name: c.Name()})
	}
	return form.Form{
		Name: "variety", Title: "Add a variety", Action: "/varieties", Button: "Add variety", With: "#plan-form :not([name=key])",
		Fields: []form.Field{
			{Name: "name", Label: "Name", Kind: "text"},
			{Name: "class", Term: "class", Label: "Class", Kind: "choice", Value: string(crop.Maincrop), Options: classes, Hint: "Not sure? Most shop potatoes are maincrops"},
			{Name: "days", Label: "Days to maturity on the packet", Kind: "count", Hint: "Leave empty when it does not say"},
		},
	}
}

// BringLine is one line of the notebook as it was understood.
type BringLine struct {
	Line int
	Says string
	Bad  bool
}

// Number as it stands in a field: no more figures than it has.
func Number(v float64) string { return fmt.Sprintf("%g", v) }

// Choose the one with an ID, the first when there is none such.
func Choose[T any](list []T, id logbook.ID, of func(T) logbook.ID) T {
	var first T
	for i, v := range list {
		if of(v) == id {
			return v
		}
		if i == 0 {
			first = v
		}
	}
	return first
}

// Said is a typed value read back in the grower's units, or what is wrong.
type Said struct {
	Text  string
	Wrong bool
	Big   string   // in large digits, on the weigh-in page
	Lines []string // each of several as it was understood
}
