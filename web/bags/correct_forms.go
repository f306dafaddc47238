package bags

import (
	"fmt"
	"strconv"

	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/parts"
	planpages "glebata/web/plan"
	seedpages "glebata/web/seed"
)

// correctForm is the form a thing was typed in, with what it has now.
func correctForm(look *garden.View, n logbook.Named, sys measure.System) (form.Form, error) {
	cat, err := look.Catalogue()
	if err != nil {
		return form.Form{}, err
	}
	switch n.Thing {
	case logbook.BagThing:
		b, err := findOne(look.AllBags, n.ID, func(b logbook.Bag) logbook.ID { return b.ID })
		models, places := []form.Option{{Value: fmt.Sprint(b.Model.ID), Name: b.Model.Name}}, []form.Option{{Value: fmt.Sprint(b.Place.ID), Name: b.Place.Name}}
		for _, m := range cat.Models {
			if m.ID != b.Model.ID {
				models = append(models, form.Option{Value: fmt.Sprint(m.ID), Name: m.Name})
			}
		}
		for _, p := range cat.Places {
			if p.ID != b.Place.ID {
				places = append(places, form.Option{Value: fmt.Sprint(p.ID), Name: p.Name})
			}
		}
		return form.Form{Fields: []form.Field{
			{Name: "label", Label: "Label", Kind: "text", Value: b.Label}, {Name: "model", Label: "Kind of bag", Kind: "choice", Value: fmt.Sprint(b.Model.ID), Options: models},
			{Name: "place", Label: "It stands at", Kind: "choice", Value: fmt.Sprint(b.Place.ID), Options: places, Hint: "Put right where it stood. A bag that was moved is an entry: Moved"},
		}}, err
	case logbook.ModelThing:
		m, err := findOne(look.AllModels, n.ID, func(m logbook.Model) logbook.ID { return m.ID })
		return with(addModelForm(sys), modelValues(m, sys)), err
	case logbook.PlaceThing:
		p, err := findOne(look.AllPlaces, n.ID, func(p logbook.Place) logbook.ID { return p.ID })
		shelter := shelterField()
		shelter.Label, shelter.Value = "It is", string(p.Shelter)
		return form.Form{Fields: []form.Field{{Name: "name", Label: "Name", Kind: "text", Value: p.Name}, shelter}}, err
	case logbook.VarietyThing:
		v, err := findOne(look.AllVarieties, n.ID, func(v logbook.Variety) logbook.ID { return v.ID })
		return with(parts.VarietyForm(), map[string]string{"name": v.Name, "class": string(v.Class), "days": parts.CountOrEmpty(v.PacketDays)}), err
	case logbook.LotThing, logbook.TrayThing:
		return seedForm(look, cat, n, sys)
	case logbook.ProductThing:
		p, err := findOne(look.AllProducts, n.ID, func(p logbook.Product) logbook.ID { return p.ID })
		return productForm(p, cat, sys), err
	case logbook.MixThing:
		return ownMixForm(look, cat, n)
	case planThing:
		return planThingForm(look, cat, n, sys)
	}
	return form.Form{}, logbook.ErrNotFound
}

// findOne of a list by its ID.
func findOne[T any](read func() ([]T, error), id logbook.ID, idOf func(T) logbook.ID) (T, error) {
	list, err := read()
	one, ok := logbook.Find(list, func(t T) bool { return idOf(t) == id })
	if err == nil && !ok {
		err = logbook.ErrNotFound
	}
	return one, err
}

func seedForm(look *garden.View, cat garden.Catalogue, n logbook.Named, sys measure.System) (form.Form, error) {
	bench, err := look.Bench()
	if err != nil {
		return form.Form{}, err
	}
	if n.Thing == logbook.TrayThing {
		return form.Form{Fields: []form.Field{{Name: "label", Label: "Label of the tray", Kind: "text", Value: n.Name}}}, nil
	}
	l, ok := logbook.Find(bench.Lots, func(l logbook.Lot) bool { return l.ID == n.ID })
	if !ok {
		return form.Form{}, logbook.ErrNotFound
	}
	f := with(seedpages.LotForm(seedpages.Potatoes(cat), look.Today(), sys), map[string]string{
		"variety": fmt.Sprint(l.Variety.ID), "label": l.Label, "source": string(l.Source), "year": fmt.Sprint(l.Year), "cost": cents(l.Cost),
	})
	f.Fields, f.Caution = f.Fields[:5], nil // without its first tray
	return f, nil
}

func productForm(p logbook.Product, cat garden.Catalogue, sys measure.System) form.Form {
	per := sys.PerVolume()
	values := map[string]string{
		"name": p.Name, "component": p.Component, "price": cents(p.Price), "pieces": parts.CountOrEmpty(p.Pieces), "sundry": string(p.Sundry),
		"nitrogen": numberOrEmpty(p.Feed.Nitrogen), "phosphate": numberOrEmpty(p.Feed.Phosphate), "potash": numberOrEmpty(p.Feed.Potash), "dilution": numberOrEmpty(p.Feed.Dilution * per.ML),
	}
	for field, v := range map[string]any{"litres": p.Litres, "bottle": p.Litres, "grams": p.Weight, "handful": p.Feed.Handful} {
		if text := sys.Edit(v); v != measure.Volume(0) && v != measure.Mass(0) {
			values[field] = text
		}
	}
	switch p.Kind {
	case logbook.MediumSack:
		return with(planpages.SackForm(cat.Components, sys), values)
	case logbook.FeedPack:
		return with(planpages.PackForm(sys), values)
	case logbook.LiquidFeed:
		return with(planpages.BottleForm(sys), values)
	}
	return with(planpages.SundryForm(cat.Models), values)
}

func lengthOrEmpty(l measure.Length, sys measure.System) string {
	if l == 0 {
		return ""
	}
	return sys.Edit(l)
}

func numberOrEmpty(v float64) string {
	if v == 0 {
		return ""
	}
	return strconv.FormatFloat(v, 'g', 6, 64)
}

func ownMixForm(look *garden.View, cat garden.Catalogue, n logbook.Named) (form.Form, error) {
	mixes, err := look.OwnMixes()
	if err != nil {
		return form.Form{}, err
	}
	m, ok := logbook.Find(mixes, func(m logbook.OwnMix) bool { return m.ID == n.ID })
	if !ok {
		return form.Form{}, logbook.ErrNotFound
	}
	values := map[string]string{"name": m.Name}
	if mix, err := cat.Components.ParseMix(m.Parts); err == nil { // else its parts are typed anew
		for _, p := range mix {
			values[logbook.PartField(p.Key)] = numberOrEmpty(100 * p.Share)
		}
	}
	return with(planpages.MixForm(cat.Components), values), nil
}

func planThingForm(look *garden.View, cat garden.Catalogue, n logbook.Named, sys measure.System) (form.Form, error) {
	st, err := look.Planting(n.ID)
	if err != nil {
		return form.Form{}, err
	}
	var varieties, schools []form.Option
	varieties = append(varieties, form.Option{Value: fmt.Sprint(st.Variety.ID), Name: st.Variety.Name})
	for _, v := range cat.Varieties {
		if v.ID != st.Variety.ID {
			varieties = append(varieties, form.Option{Value: fmt.Sprint(v.ID), Name: v.Name + " · " + v.Class.Name()})
		}
	}
	for _, school := range hill.Schools() {
		schools = append(schools, form.Option{Value: string(school), Name: school.Params().Name})
	}
	l := st.Filling
	unit := string(sys.LengthUnit())
	return form.Form{Fields: []form.Field{
		{Name: "variety", Label: "Variety", Kind: "choice", Value: fmt.Sprint(st.Variety.ID), Options: varieties},
		{Name: "number", Label: "How many were planned", Kind: "count", Value: fmt.Sprint(st.Number)},
		{Name: "school", Label: "Filling", Kind: "choice", Value: string(l.School), Options: schools},
		{Name: "headspace", Label: "Kept free below the rim", Kind: "quantity", Unit: unit, Value: sys.Edit(l.Headspace)},
		{Name: "filler", Label: "Aged chips at the bottom", Kind: "quantity", Unit: unit, Value: sys.Edit(l.Filler)},
		{Name: "base", Label: "Medium under the seed", Kind: "quantity", Unit: unit, Value: sys.Edit(l.Base)},
		{Name: "cover", Label: "Cover at planting", Kind: "quantity", Unit: unit, Value: sys.Edit(l.Cover)},
		{Name: "layer", Label: "Thickest layer", Kind: "quantity", Unit: unit, Value: sys.Edit(l.MaxLayer)},
		{Name: "trigger", Label: "Raise when stems stand", Kind: "quantity", Unit: unit, Value: lengthOrEmpty(l.Trigger, sys), Hint: "Empty: " + planpages.CallsAt(l, sys)},
		{Name: "showing", Label: "Leave showing", Kind: "quantity", Unit: unit, Value: lengthOrEmpty(l.Showing, sys), Hint: "Empty: as the school has it"},
		{Name: "raises", Label: "Raise with", Kind: "choice", Value: fmt.Sprint(int(l.Raises)), Options: planpages.RaisesOptions()},
		{Name: "settling", Label: "Settles by", Kind: "count", Unit: "%", Value: numberOrEmpty(100 * l.Settling)},
	}}, nil
}

// planThing is what was planned of a planting, put right like a thing.
const planThing logbook.Thing = "plan"
