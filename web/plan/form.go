package plan

import (
	"fmt"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/parts"
)

func planForm(cat garden.Catalogue, a planAsk, sch *calendar.Schedule, sys measure.System) form.Form {
	unit := string(sys.LengthUnit())
	var bags, varieties, schools []form.Option
	for _, b := range cat.Bags {
		o := form.Option{Value: fmt.Sprint(b.ID), Name: b.Label + " · " + b.Model.Name, Group: b.Place.Name}
		if cat.TakenIn(b.ID, a.year) {
			o.Name += " (taken)"
		}
		bags = append(bags, o)
	}
	for _, v := range cat.Varieties {
		varieties = append(varieties, form.Option{Value: fmt.Sprint(v.ID), Name: v.Name + " · " + v.Class.Name()})
	}
	for _, c := range crop.Classes() { // kitchen tubers need no name
		varieties = append(varieties, form.Option{Value: notKnown + string(c), Name: "some " + c.Name(), Group: "Variety not known"})
	}
	for _, school := range hill.Schools() {
		schools = append(schools, form.Option{Value: string(school), Name: school.Params().Name})
	}
	chosen := string(a.school)
	if a.usual {
		chosen = ""
	}
	var mixes []form.Option
	for _, m := range cat.Recipes {
		mixes = append(mixes, form.Option{Value: m.Key, Name: m.Name})
	}
	f := a.filling
	suggested := bag.Suggest(a.bag.Model.Shape, bag.Room{Headspace: f.Headspace, Filler: f.Filler}, a.variety.Class, a.school == hill.TwoLevel)
	usual := forecast.DefaultLadder(a.bag.Model.Shape, a.variety.Class, a.school)
	out := form.Form{Name: "plan", Caution: parts.Beware("drill", "containers"), Action: "/plan", Button: "Save this plan", Fields: []form.Field{
		{Name: "bag", Label: "Bag", Kind: "choice", Value: fmt.Sprint(a.bag.ID), Options: bags},
		{Name: "variety", Label: "Variety", Kind: "choice", Value: varietyValue(a.variety), Options: varieties},
		{Name: "school", Term: "ladder", Label: "Filling", Kind: "choice", Value: chosen, Options: append([]form.Option{{Value: "", Name: "usual for its class"}}, schools...)},
		{Name: "number", Label: "How many", Kind: "count", Hint: fmt.Sprintf("Empty: %d, by litres", suggested.Number)},
		{Name: "year", Label: "Season", Kind: "count", Value: fmt.Sprint(a.year)},
		{Name: "headspace", Term: "headspace", Label: "Kept free below the rim", Kind: "quantity", Unit: unit, Hint: "usually " + sys.Length(usual.Headspace)},
		{Name: "filler", Label: "Aged chips at the bottom", Kind: "quantity", Unit: unit, Hint: "Empty: none; to save medium in a deep bag about " + sys.Length(hill.UsualFiller(a.bag.Model.Shape.UsableTop(f.Headspace)))},
		{Name: "base", Label: "Medium under the seed", Kind: "quantity", Unit: unit, Hint: "usually " + sys.Length(usual.Base)},
		{Name: "cover", Label: "Cover at planting", Kind: "quantity", Unit: unit, Hint: "usually " + sys.Length(usual.Cover)},
		{Name: "layer", Label: "Thickest layer", Kind: "quantity", Unit: unit, Hint: "usually " + sys.Length(usual.MaxLayer)},
		{Name: "settling", Term: "settled", Label: "Settles by", Kind: "count", Unit: "%", Hint: fmt.Sprintf("Empty: %.4g, by what it is filled with", 100*f.Settling)},
		{Name: "mix", Label: "Filled with", Kind: "choice", Value: a.mix.Key, Options: mixes, Hint: a.mix.Reason},
		{Name: "drill", Label: "I will drill drain holes before planting", Kind: "tick"},
	}}
	if in, taken := cat.In(a.bag.ID, a.year); taken {
		out.Fields = append(out.Fields, form.Field{Name: "beside", Label: "Share the bag with " + in.Variety.Name, Kind: "tick"})
	}
	out.Fields = append(out.Fields,
		form.Field{Name: "trigger", Term: "raise", Label: "Raise when stems stand", Kind: "quantity", Unit: unit, Hint: "Empty: " + CallsAt(a.filling, sys)},
		form.Field{Name: "showing", Term: "leave-showing", Label: "Leave showing", Kind: "quantity", Unit: unit, Hint: "Empty: as the school has it"},
		form.Field{Name: "raises", Label: "Raise with", Kind: "choice", Value: fmt.Sprint(int(a.filling.Raises)), Options: RaisesOptions()})
	for _, f := range timingFields(a.timing, a.variety.Class.Crop(), sch) {
		switch usual := logbook.UsualTiming(a.bag, a.variety); f.Name { // what follows the bag and the variety until it is chosen
		case "shelter":
			f.Value, f.Options = "", append([]form.Option{{Value: "", Name: "as its place"}}, f.Options...)
			f.Hint = "Its place: " + usual.Shelter.Offset().Name
		case "chitted":
			f.Value, f.Options = "", append([]form.Option{{Value: "", Name: "usual for its class"}}, f.Options...)
			f.Hint = map[bool]string{true: "Usually chitted", false: "Usually not"}[usual.Chitted]
		case "dark":
			f.Value, f.Options = "", append([]form.Option{{Value: "", Name: "as its kind"}}, f.Options...)
			f.Hint = map[bool]string{true: "Its kind: dark", false: "Its kind: light"}[usual.Dark]
		}
		out.Fields = append(out.Fields, f)
	}
	return out
}

// CallsAt is the stem height that calls for a raise by the school.
func CallsAt(p hill.Plan, sys measure.System) string {
	p.Trigger = 0
	if at := p.CallsAt(); at > 0 {
		return sys.Length(at)
	}
	return "it is not raised"
}

// RaisesOptions are how often a bag may be raised, to choose from.
func RaisesOptions() []form.Option {
	return []form.Option{{Value: "0", Name: "as the school has it"}, {Value: "1", Name: "medium"}, {Value: "2", Name: "straw"}, {Value: "3", Name: "leaves"}, {Value: "4", Name: "hay"}, {Value: "5", Name: "clippings, dried"}}
}
