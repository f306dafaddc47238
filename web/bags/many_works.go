package bags

import (
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// manyWork is work on a bag, beside what is done and seen, that can be entered for many at once.
type manyWork struct {
	key, title, button, says string
	planned                  bool // of plans, and not of what grows
	fields                   func(sys measure.System) []form.Field
	may                      func(st *forecast.PlantingForecast) bool // be asked of it
}

// manyWorks in the order they are offered; their keys are those of the forms at the bag.
var manyWorks = []manyWork{
	{key: "plant", title: "Planted", button: "Planted", planned: true, says: "As many as each plan has.", fields: func(sys measure.System) []form.Field {
		return []form.Field{{Name: "each", Label: "A piece weighs", Kind: "quantity", Unit: string(sys.MassUnit()), Hint: "55, about 55, or empty: a usual piece. Slips have no weight"}}
	}},
	{key: "drop", title: "Plan dropped", button: "Drop these plans", planned: true, says: "Frees their bags. Nothing was planted."},
	{key: "raise", title: "Raised by a layer", button: "Raised", fields: func(sys measure.System) []form.Field {
		return []form.Field{{Name: "by", Label: "How much went on", Kind: "quantity", Unit: string(sys.LengthUnit()), Hint: "Empty: to each as its ladder has it"}, ofField()}
	}, may: func(st *forecast.PlantingForecast) bool { return st.Upcoming() != nil }},
	{key: "up", title: "Shoots are through", button: "They are up", may: func(st *forecast.PlantingForecast) bool { return st.Up == 0 && !st.Sweet() }},
	{key: "measure", title: "Stem height, alike in all", button: "Measured", fields: func(sys measure.System) []form.Field {
		return []form.Field{{Name: "height", Label: "Above the medium", Kind: "quantity", Unit: string(sys.LengthUnit()), Read: "/read/length"}}
	}},
	{key: "flowers", title: "First flowers open", button: "They are open", fields: func(measure.System) []form.Field { return []form.Field{nippedField()} }, may: func(st *forecast.PlantingForecast) bool { return st.Flowered == 0 && !st.Sweet() }},
	{key: "frost", title: "Frost took the tops", button: "They are black"},
	{key: "cut", title: "Tops cut down", button: "Cut", may: func(st *forecast.PlantingForecast) bool { return st.HaulmCutOn() == 0 }},
	{key: "note", title: "A note", button: "Keep this note", fields: func(measure.System) []form.Field {
		return []form.Field{{Name: "text", Label: "In your words", Kind: "words"}}
	}},
	{key: "close", title: "Closed", button: "Close them", says: "When everything is lifted and weighed. What was not weighed is not known, and stays out of every sum.", fields: func(measure.System) []form.Field {
		return []form.Field{{Name: "came", Label: "Where nothing is weighed in", Kind: "choice", Options: []form.Option{{Value: "", Name: "something came of it, not weighed"}, {Value: logbook.NothingCame, Name: "nothing came of it"}}}}
	}},
}

// workOf many bags by its key; nil for none.
func workOf(key string) *manyWork {
	for i := range manyWorks {
		if manyWorks[i].key == key {
			return &manyWorks[i]
		}
	}
	return nil
}

// asks reports whether the work can be done to a planting.
func (w *manyWork) asks(st *forecast.PlantingForecast) bool {
	if w.planned {
		return st.Stage == logbook.StagePlanned
	}
	return st.Stage == logbook.StageGrowing && (w.may == nil || w.may(st))
}

// form of the work.
func (w *manyWork) form(sys measure.System, day form.Field) form.Form {
	f := form.Form{Name: w.key, Title: w.title, Button: w.button, Says: w.says}
	if w.fields != nil {
		f.Fields = w.fields(sys)
	}
	f.Fields = append(f.Fields, day)
	switch w.key {
	case "plant":
		f.Caution = parts.Beware("green", "mix", "dust")
	case "cut":
		f.Caution = parts.BewareOf([]job.Kind{job.CutHaulm})
	case "raise":
		f.Caution = parts.Beware("mix", "lifting")
	}
	return f
}

// readManyEntries are the work that was typed once, for each of some plantings.
func readManyEntries(r *frame.Reading, w *manyWork, list []forecast.PlantingForecast, products []logbook.Product) []logbook.Entry {
	out := make([]logbook.Entry, 0, len(list))
	for i := range list {
		st := &list[i]
		var e logbook.Entry
		switch {
		case w.key == "plant":
			e = readPlantedAlike(r, st)
		case w.key == "raise" && r.Text("by") == "":
			e.Kind, e.Thing, e.Day, e.About = logbook.Raised, r.Text("of"), r.Day("day"), r.Text("about") != ""
			if next := st.Forced(); next != nil {
				e.RaiseBy = next.Thickness()
			}
		default:
			e, _ = readEntry(r, w.key, st, products)
		}
		e.Planting = st.Planting.ID
		out = append(out, e)
		if r.Faults != nil { // it was typed once: once is enough
			break
		}
	}
	return out
}

// readPlantedAlike is the planting of what a plan has, each piece of the weight that was typed.
func readPlantedAlike(r *frame.Reading, st *forecast.PlantingForecast) logbook.Entry {
	var low, high measure.Mass
	if r.Text("each") != "" {
		low, high = r.MassRange("each", r.Units.MassUnit())
	}
	e := garden.PlantedAlike(st.Variety.Class.Crop(), st.Number, low, high)
	e.Day, e.About = r.Day("day"), r.Text("about") != ""
	return e
}
