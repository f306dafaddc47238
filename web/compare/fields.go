package compare

import (
	"cmp"
	"fmt"
	"slices"

	"glebata/garden/compare"
	"glebata/web/form"
)

// notThere says at the field that what was asked for is nowhere among the bags.
var notThere = map[string]string{
	"of": "No bag of this kind is finished.", "measure": "These bags have no such measure.", "by": "No bag has anything kept of this: the varieties are shown.",
	"with": "No bag has anything kept of this, or it is what they are grouped by already.",
}

// compareFields are the choices of what is compared, with what was chosen.
func compareFields(all []compare.Bag, sheet *compare.Sheet, unknown []string) []compareField {
	var out []compareField
	add := func(name, label string, options []form.Option) {
		f := compareField{Name: name, Label: label, Options: options}
		if slices.Contains(unknown, name) {
			f.Error = notThere[name]
		}
		out = append(out, f)
	}
	var kinds, measures, by []form.Option
	for _, k := range sheet.Kinds {
		kinds = append(kinds, form.Option{Value: string(k), Name: k.Name(), Chosen: k == sheet.Kind})
	}
	if len(kinds) > 1 || slices.Contains(unknown, "of") {
		add("of", "What", kinds)
	}
	for _, m := range compare.Measures() {
		if m.For(sheet.Kind) {
			measures = append(measures, form.Option{Value: m.Key, Name: m.Name, Chosen: m == sheet.Measure})
		}
	}
	add("measure", "Measure", measures)
	with := []form.Option{{Value: "", Name: "nothing else"}}
	for _, k := range sheet.Offered {
		by = append(by, form.Option{Value: k.Key, Name: k.Name, Chosen: k == sheet.By})
		if k != sheet.By {
			with = append(with, form.Option{Value: k.Key, Name: k.Name, Chosen: k == sheet.With})
		}
	}
	if !slices.Contains(sheet.Offered, sheet.By) { // all bags have the same
		by = append(by, form.Option{Value: sheet.By.Key, Name: sheet.By.Name, Chosen: true})
	}
	add("by", "By", by)
	add("with", "And by", with)
	variety, year := bagChoices(all, sheet)
	add("variety", "Variety", variety)
	add("year", "Season", year)
	add("each", "Together", []form.Option{{Value: "", Name: "totals", Chosen: !sheet.Each}, {Value: "on", Name: "mean of the bags", Chosen: sheet.Each}})
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
		if b := &all[i]; sheet.Kind.Holds(b) {
			add(&varieties, fmt.Sprint(b.Variety.ID), b.Variety.Name, sheet.Variety)
			year := fmt.Sprint(b.Season.Year)
			add(&years, year, year, sheet.Year)
		}
	}
	slices.SortFunc(varieties[1:], func(a, c form.Option) int { return cmp.Compare(a.Name, c.Name) })
	slices.SortFunc(years[1:], func(a, c form.Option) int { return cmp.Compare(c.Name, a.Name) })
	return varieties, years
}
