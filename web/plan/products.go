package plan

import (
	"fmt"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// SackForm is the form of a sack of medium that is bought.
func SackForm(cs medium.Components, sys measure.System) form.Form {
	var options []form.Option
	for _, c := range cs {
		options = append(options, form.Option{Value: c.Key, Name: c.Name})
	}
	return form.Form{
		Name: "sack", Title: "A sack you buy", Action: "/plan/shopping/products", Button: "Keep it", Caution: parts.Beware("mix", "dust"),
		Fields: []form.Field{
			{Name: "kind", Kind: "hidden", Value: string(logbook.MediumSack)},
			{Name: "component", Label: "What is in it", Kind: "choice", Options: options},
			{Name: "name", Label: "Your name for it", Kind: "text"},
			{Name: "litres", Label: "It holds", Kind: "quantity", Unit: string(sys.VolumeUnit()), Read: "/read/volume"},
			{Name: "price", Label: "One costs", Kind: "text", Hint: "Like 6.50"},
		},
	}
}

// PackForm is the form of a pack of dry feed.
func PackForm(sys measure.System) form.Form {
	return form.Form{
		Name: "pack", Title: "A feed you buy", Action: "/plan/shopping/products", Button: "Keep it", Caution: parts.Beware("dust", "sprays"),
		Says: "The pack's own rate comes first. The three numbers stand on it: nitrogen, phosphate, potash.",
		Fields: []form.Field{
			{Name: "kind", Kind: "hidden", Value: string(logbook.FeedPack)},
			{Name: "name", Label: "Its name", Kind: "text"},
			{Name: "grams", Label: "A pack weighs", Kind: "quantity", Unit: string(sys.ScaleUnit())},
			{Name: "nitrogen", Label: "Nitrogen", Kind: "count", Unit: "%"},
			{Name: "phosphate", Label: "Phosphate", Kind: "count", Unit: "%"},
			{Name: "potash", Label: "Potash", Kind: "count", Unit: "%"},
			{Name: "handful", Label: "Your handful of it", Kind: "quantity", Unit: string(sys.MassUnit()), Hint: "Empty: " + sys.Mass(medium.Handful)},
			{Name: "price", Label: "One costs", Kind: "text", Hint: "Like 9.80"},
		},
	}
}

// BottleForm is the form of a bottle of liquid feed.
func BottleForm(sys measure.System) form.Form {
	per := sys.PerVolume()
	return form.Form{
		Name: "bottle", Title: "A liquid feed you buy", Action: "/plan/shopping/products", Button: "Keep it", Caution: parts.Beware("sprays"),
		Says: "The label's own rate comes first. High in potash for tubers.",
		Fields: []form.Field{
			{Name: "kind", Kind: "hidden", Value: string(logbook.LiquidFeed)},
			{Name: "name", Label: "Its name", Kind: "text"},
			{Name: "bottle", Label: "A bottle holds", Kind: "quantity", Unit: string(sys.VolumeUnit()), Read: "/read/volume"},
			{Name: "dilution", Label: "Into a " + per.Word + " of water", Kind: "count", Unit: string(per.Fluid), Hint: "From the label, like " + fmt.Sprintf("%.2g", 8*per.ML)},
			{Name: "nitrogen", Label: "Nitrogen", Kind: "count", Unit: "%"},
			{Name: "phosphate", Label: "Phosphate", Kind: "count", Unit: "%"},
			{Name: "potash", Label: "Potash", Kind: "count", Unit: "%"},
			{Name: "price", Label: "One costs", Kind: "text", Hint: "Like 7.20"},
		},
	}
}

// SundryForm is the form of what else is bought: canes, labels, bags.
func SundryForm(models []logbook.Model) form.Form {
	what := []form.Option{{Value: string(logbook.Canes), Name: "canes"}, {Value: string(logbook.Labels), Name: "labels"}}
	for _, m := range models {
		what = append(what, form.Option{Value: string(logbook.BagSundry(m.ID)), Name: "new bags: " + m.Name})
	}
	return form.Form{
		Name: "sundry", Title: "Canes, labels or bags you buy", Action: "/plan/shopping/products", Button: "Keep it",
		Fields: []form.Field{
			{Name: "kind", Kind: "hidden", Value: string(logbook.SundryPack)},
			{Name: "sundry", Label: "What they are", Kind: "choice", Options: what},
			{Name: "name", Label: "Your name for the pack", Kind: "text"},
			{Name: "pieces", Label: "In a pack there are", Kind: "count"},
			{Name: "price", Label: "One pack costs", Kind: "text", Hint: "Like 3.20"},
		},
	}
}

// ReadProduct reads a product, and names the form it came in.
func ReadProduct(r *frame.Reading) (p logbook.Product, name string) {
	p = logbook.Product{Name: r.Text("name"), Kind: logbook.ProductKind(r.Text("kind")), Component: r.Text("component"), Price: r.Cents("price")}
	shares := func() {
		p.Feed.Nitrogen, p.Feed.Phosphate, p.Feed.Potash = r.Number("nitrogen", 0), r.Number("phosphate", 0), r.Number("potash", 0)
	}
	switch p.Kind {
	case logbook.FeedPack:
		if r.Text("grams") != "" {
			p.Weight = r.Mass("grams", r.Units.ScaleUnit())
		}
		if r.Text("handful") != "" {
			p.Feed.Handful = r.Mass("handful", r.Units.MassUnit())
		}
		shares()
		return p, "pack"
	case logbook.LiquidFeed:
		if r.Text("bottle") != "" {
			p.Litres = r.Volume("bottle")
		}
		p.Feed.Dilution = r.Number("dilution", 0) / r.Units.PerVolume().ML
		shares()
		return p, "bottle"
	case logbook.SundryPack:
		p.Sundry, p.Pieces = logbook.Sundry(r.Text("sundry")), r.Count("pieces")
		return p, "sundry"
	}
	if r.Text("litres") != "" {
		p.Litres = r.Volume("litres")
	}
	return p, "sack"
}
