package web

import (
	"cmp"
	"fmt"
	"slices"

	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/web/form"
)

// notThere says at the field that what was asked for is nowhere among the bags.
var notThere = map[string]string{
	"of": "No bag of this kind is finished.", "measure": "These bags have no such measure.", "by": "No bag has anything kept of this: the varieties are shown.",
	"with": "No bag has anything kept of this, or it is what they are grouped by already.",
}

// compareFields are the choices of what is compared, with what was chosen.
func compareFields(all []compare.Bag, sheet *compare.Sheet, unknown []string, sys measure.System) []compareField {
	var out []compareField
	add := func(name, label string, options ...form.Option) *compareField {
		f := compareField{Name: name, Label: label, Options: options}
		if slices.Contains(unknown, name) {
			f.Error = notThere[name]
		}
		out = append(out, f)
		return &out[len(out)-1]
	}
	if len(sheet.Kinds) > 1 {
		f := add("of", "What")
		for _, k := range sheet.Kinds {
			f.Options = append(f.Options, form.Option{Value: string(k), Name: k.Name(), Chosen: k == sheet.Kind})
		}
	}
	f := add("measure", "Measure")
	for _, m := range compare.Measures() {
		if m.For(sheet.Kind) {
			f.Options = append(f.Options, form.Option{Value: m.Key, Name: m.Name, Chosen: m == sheet.Measure})
		}
	}
	by, with := add("by", "By"), add("with", "And by", form.Option{Value: "", Name: "nothing else"})
	by = &out[len(out)-2]
	for _, k := range sheet.Offered {
		by.Options = append(by.Options, form.Option{Value: k.Key, Name: k.Name, Chosen: k == sheet.By})
		if k != sheet.By {
			with.Options = append(with.Options, form.Option{Value: k.Key, Name: k.Name, Chosen: k == sheet.With})
		}
	}
	if len(by.Options) == 0 {
		by.Options = []form.Option{{Value: sheet.By.Key, Name: sheet.By.Name, Chosen: true}}
	}
	variety, year := bagChoices(all, sheet)
	add("variety", "Variety", variety...)
	add("year", "Season", year...)
	add("each", "Together", form.Option{Value: "", Name: "totals", Chosen: !sheet.Each}, form.Option{Value: "on", Name: "mean of the bags", Chosen: sheet.Each})
	return out
}

// bagChoices are the varieties and seasons of the kind that is compared.
func bagChoices(all []compare.Bag, sheet *compare.Sheet) (varieties, years []form.Option) {
	varieties, years = []form.Option{{Name: "every variety"}}, []form.Option{{Name: "every season"}}
	seen := map[string]bool{}
	add := func(list *[]form.Option, value, name, chosen string) {
		if key := value + "\n" + name; !seen[key] {
			seen[key] = true
			*list = append(*list, form.Option{Value: value, Name: name, Chosen: value == chosen})
		}
	}
	for i := range all {
		if b := &all[i]; b.Kind() == sheet.Kind {
			add(&varieties, fmt.Sprint(b.Variety.ID), b.Variety.Name, sheet.Variety)
			year := fmt.Sprint(b.Season.Year)
			add(&years, year, year, sheet.Year)
		}
	}
	slices.SortFunc(varieties[1:], func(a, c form.Option) int { return cmp.Compare(a.Name, c.Name) })
	slices.SortFunc(years[1:], func(a, c form.Option) int { return cmp.Compare(c.Name, a.Name) })
	return varieties, years
}
