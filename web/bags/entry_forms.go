package bags

import (
	"fmt"
	"slices"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// entryForms are the forms for what can be recorded at a planting now.
func entryForms(st *forecast.PlantingForecast, from supply, sys measure.System, today measure.Day) []form.Form {
	at := fmt.Sprintf("/plantings/%d/", st.Planting.ID)
	day := parts.DayField(today)
	words := func(label string) form.Field { return form.Field{Name: "text", Label: label, Kind: "words"} }
	switch st.Stage {
	case logbook.StagePlanned:
		return append(plantForms(st, from, sys, at, day),
			form.Form{Name: "note", Title: "Note", Action: at + "note", Button: "Keep this note", Fields: []form.Field{words("In your words"), day}},
			form.Form{Name: "drop", Title: "Drop this plan", Action: at + "drop", Button: "Drop the plan", Fields: []form.Field{day}, Says: "Frees the bag. Nothing was planted."},
		)
	case logbook.StageGrowing:
		forms := []form.Form{measureForm(st, sys, at, day)}
		if st.Level < st.Bag.Model.Shape.Rim()-0.05 {
			forms = append([]form.Form{raiseForm(st, sys, at, day)}, forms...)
		}
		forms = append(forms, seenForms(st, at, day)...)
		return append(forms,
			form.Form{Name: "note", Title: "Note", Action: at + "note", Button: "Keep this note", Fields: []form.Field{words("In your words"), day}},
			form.Form{
				Name: "take", Title: "Some taken unweighed", Action: at + "take", Button: "Keep this", Fields: []form.Field{words("What and how much, roughly"), day},
				Says: "For a panful picked and eaten. The ratio is then shown as “at least”.",
			},
			form.Form{
				Name: "close", Title: "Close the bag", Action: at + "close", Button: "Close this bag", Fields: append(cameOf(st), day),
				Says: "When everything is lifted and weighed. It then counts on the Compare page.",
			})
	}
	return nil
}

// cameOf asks what came of a bag that is closed with nothing weighed in.
func cameOf(st *forecast.PlantingForecast) []form.Field {
	if len(st.Batches) > 0 {
		return nil
	}
	return []form.Field{{Name: "came", Label: "Nothing is weighed in", Kind: "choice", Options: []form.Option{
		{Value: "", Name: "something came of it, not weighed"}, {Value: logbook.NothingCame, Name: "nothing came of it"},
	}, Hint: "Not weighed is not nothing: it stays out of every sum"}}
}

// seenForms are for what is seen of a plant and moves its forecast.
func seenForms(st *forecast.PlantingForecast, at string, day form.Field) []form.Form {
	var out []form.Form
	potato := st.Variety.Class.Crop() == crop.Potato
	if st.Up == 0 && potato {
		out = append(out, form.Form{
			Name: "up", Title: "Shoots are through", Action: at + "up", Button: "They are up", Fields: []form.Field{day, {Name: "came", Label: "How many plants", Kind: "count", Hint: "Of those that were planted. Empty for not counted."}},
			Says: "On the day the first shoots stand over the medium: every date after it follows.",
		})
	}
	if st.Flowered == 0 && potato {
		out = append(out, form.Form{
			Name: "flowers", Title: "First flowers open", Action: at + "flowers", Button: "They are open", Fields: []form.Field{nippedField(), day},
			Says: "Raising ends with them; after that only cover tubers that show.",
		})
	}
	frost := "Early in its life a plant comes again from below, set back; cut what is black. Late in its life that is the end of its growth."
	if !potato {
		frost = "A sweet potato does not come again after a frost: cut the vines off at once, and lift within a few days, before the rot goes down into the roots."
	}
	return append(out, form.Form{
		Name: "frost", Title: "Frost took the tops", Action: at + "frost", Button: "They are black", Fields: []form.Field{day},
		Says: frost,
	})
}

// nippedField asks what is done with the flowers.
func nippedField() form.Field {
	return form.Field{Name: "nipped", Label: "They are", Kind: "choice", Options: []form.Option{{Value: "", Name: "left on"}, {Value: logbook.Nipped, Name: "nipped off"}}, Hint: "The evidence for nipping is weak"}
}

func raiseForm(st *forecast.PlantingForecast, sys measure.System, at string, day form.Field) form.Form {
	f := form.Form{Name: "raise", Title: "Raise a layer", Action: at + "raise", Button: "Raised", Open: st.Job.Kind == job.Raise}
	f.Caution = parts.Beware("mix", "lifting")
	by := form.Field{
		Name: "by", Label: "How much went on", Kind: "quantity", Unit: string(sys.LengthUnit()),
		Read: fmt.Sprintf("/read/rise?planting=%d", st.Planting.ID), Hint: "A height, or loose litres: 10 cm or 12 L",
	}
	if !sys.Metric() {
		by.Hint = "A height, or loose gallons: 4 in or 3 gal"
	}
	next := st.Forced()
	shape := st.Bag.Model.Shape
	switch {
	case st.HaulmCutOn() != 0:
		f.Title, f.Button = "Cover tubers that show", "Covered"
		f.Says = "Its tops are off: what goes on now only keeps light from tubers that show."
	case next == nil && shape.Ground():
		f.Title, f.Button = "Earth up", "Earthed up"
		f.Says = "Soil drawn up the stems, or straw or leaves laid round them."
	case next == nil:
		f.Title, f.Button = "Top up", "Topped up"
		f.Says = "The bag is full to its planned level. A top-up may go as far as the rim."
	case next.Thickness() < 0.5:
		f.Says = fmt.Sprintf("Stems are too short: a layer now would bury them. The next goes on at %s.", sys.Length(next.Trigger))
	default:
		f.Says = fmt.Sprintf("Planned: %s, to a level of %s. Bring %s loose; it settles to %s.",
			sys.Length(next.Thickness()), sys.Length(shape.Told(next.To)), sys.Carried(next.Loose), sys.Volume(next.Settled))
		if next.Cut {
			f.Says += " Thinner than planned, so that enough stem shows."
		}
		by.Value = sys.Fine(next.Thickness())
	}
	f.Fields = []form.Field{by, ofField(), day}
	return f
}

// ofField asks what a layer is made of.
func ofField() form.Field {
	f := form.Field{Name: "of", Label: "Of", Kind: "choice", Options: []form.Option{{Value: "", Name: "what is planned"}}}
	for m := hill.Medium; m <= hill.LastMaterial; m++ {
		if m != hill.Chips {
			f.Options = append(f.Options, form.Option{Value: m.Name(), Name: m.Name()})
		}
	}
	return f
}

func measureForm(st *forecast.PlantingForecast, sys measure.System, at string, day form.Field) form.Form {
	f := form.Form{
		Name: "measure", Title: "Stem height", Action: at + "measure", Button: "Measured", Open: st.Job.Kind == job.Measure,
		Says: "From the medium to the growing tip of a middling stem.",
		Fields: []form.Field{
			{Name: "height", Label: "Above the medium", Kind: "quantity", Unit: string(sys.LengthUnit()), Read: "/read/length"}, day,
		},
	}
	if st.Variety.Class.Crop() == crop.SweetPotato {
		f.Title, f.Says = "Vine length", "Along the longest vine, from the medium to its tip."
		f.Fields[0].Label = "Vine length"
	}
	return f
}

// readEntry reads what a form of a planting records; ok is false for an unknown one.
func readEntry(r *frame.Reading, doing string, st *forecast.PlantingForecast, products []logbook.Product) (e logbook.Entry, ok bool) {
	e.Day, e.About = r.Day("day"), r.Text("about") != ""
	switch doing {
	case "plant":
		e.Kind = logbook.Planted
		if st.Variety.Class.Crop() == crop.SweetPotato {
			e.Slips, e.Start = r.Count("slips"), logbook.Start(r.Text("start"))
			if r.Text("mother") != "" {
				if low, high := r.MassRange("mother", r.Units.MassUnit()); low == high {
					e.Seed.Total = low
				} else {
					e.Seed.Low, e.Seed.High = low, high
				}
			}
			if e.Start == logbook.WholeRoot {
				e.Seed.Count, e.Slips = e.Slips, 0
			}
			break
		}
		e.Seed = readSeed(r)
	case "raise":
		e.Kind, e.Thing = logbook.Raised, r.Text("of")
		e.RaiseBy, e.Loose = r.Rise("by")
	case "measure":
		e.Kind = logbook.Measured
		e.Height = r.Length("height")
	case "up":
		e.Kind, e.Level = logbook.Emerged, r.Count("came")
	case "flowers":
		e.Kind, e.Thing = logbook.Flowered, r.Text("nipped")
	case "frost":
		e.Kind = logbook.Frosted
	case "note":
		e.Kind, e.Text = logbook.Noted, r.Text("text")
	case "take":
		e.Kind, e.Text = logbook.Taken, r.Text("text")
	case "close":
		e.Kind, e.Thing = logbook.Closed, r.Text("came")
	case "drop":
		e.Kind = logbook.Dropped
	case "cut":
		e.Kind, e.What = logbook.Tended, job.CutHaulm
	case "full-flower":
		e.Kind, e.Level = logbook.Flowered, 2
	case "topped":
		e.Kind = logbook.Topped
		by, loose := r.Rise("by")
		if by > 0 { // what is put back where it sank lies under the level
			loose = st.Filling.LooseMaterial(st.Filling.Over(), st.Bag.Model.Shape.Between(max(0, st.Level-by), st.Level))
		}
		e.Loose = loose
	default:
		d, ok := logbook.DoingOf(logbook.Kind(doing))
		if !ok {
			return e, false
		}
		day, about := e.Day, e.About
		e = readCare(r, d, products)
		e.Day, e.About = day, about
	}
	return e, true
}

// readSeed reads what is known of it on the planting card: of each piece, else of all together.
func readSeed(r *frame.Reading) seed.Known {
	k := readPieces(r)
	if len(k.Pieces) > 0 || r.Faults != nil {
		return k
	}
	k.Count = r.Count("count")
	if r.Text("total") != "" {
		low, high := r.MassRange("total", r.Units.MassUnit())
		if low == high {
			k.Total = low
		} else {
			k.Low, k.High = low, high
		}
	}
	if k.Count == 0 && k.Total == 0 && k.High == 0 && r.Text("unweighed") == "" && r.Faults == nil {
		r.Faults.Add("piece-1", "Weigh each piece, or give a count or a weight of all together; or tick that the seed was not weighed.")
	}
	return k
}

// readPieces reads the weights of the planting card. Empty fields are skipped and
// the others moved together, so that a piece keeps the number of its field.
func readPieces(r *frame.Reading) (k seed.Known) {
	var typed []string
	for i := 1; i <= maxPieces; i++ {
		field := fmt.Sprintf("piece-%d", i)
		if text := r.Text(field); text != "" {
			typed = append(typed, text)
		}
		r.Values.Del(field)
	}
	for i, text := range typed {
		field := fmt.Sprintf("piece-%d", i+1)
		r.Values.Set(field, text)
		piece, known := r.KnownMass(field, r.Units.MassUnit())
		k.Pieces, k.Hows = append(k.Pieces, piece), append(k.Hows, known)
	}
	if !slices.ContainsFunc(k.Hows, func(h measure.Known) bool { return h != measure.Weighed }) {
		k.Hows = nil // all were weighed
	}
	return k
}
