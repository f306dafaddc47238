package bags

import (
	"fmt"
	"net/url"
	"strings"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// careShelf is what the forms of care choose from.
type careShelf struct {
	places   []logbook.Place
	products []logbook.Product
	devices  bool // stand-ins read for the grower
}

func newCareShelf(look *garden.View) (careShelf, error) {
	cat, err := look.Catalogue()
	if err != nil {
		return careShelf{}, err
	}
	products, err := look.Products()
	return careShelf{places: cat.Places, products: products}, err
}

// devices that read for a kind of entry, by their addresses.
var devices = map[logbook.Kind]string{logbook.Moisture: "probe", logbook.Warmth: "thermometer"}

// careForms are those for what is done to a planting and seen at it, beside raising,
// measuring and weighing.
func careForms(st *forecast.PlantingForecast, from careShelf, sys measure.System, at string, day form.Field) []form.Form {
	var out []form.Form
	for _, d := range logbook.Doings {
		if st.Stage == logbook.StagePlanned && !d.Before {
			continue
		}
		f := careForm(d, from, sys, at, day)
		for i := range f.Fields {
			if f.Fields[i].Device = ""; d.Device && f.Fields[i].Name == "amount" && from.devices && st.Stage == logbook.StageGrowing {
				f.Fields[i].Device = fmt.Sprintf("/read/%s?planting=%d", devices[d.Kind], st.Planting.ID)
			}
		}
		if d.Kind == logbook.Fed {
			fedAsPlanned(&f, st, sys)
		}
		out = append(out, f)
	}
	if st.Stage != logbook.StageGrowing {
		return out
	}
	if st.HaulmCutOn() == 0 {
		out = append(out, form.Form{Name: "cut", Title: "Tops cut", Action: at + "cut", Button: "They are cut", Fields: []form.Field{day}, Caution: parts.Beware("green", "knives"), Says: "Skins set in the fourteen days after."})
	}
	if st.Flowered != 0 && st.Variety.Class.Crop() == crop.Potato {
		out = append(out, form.Form{Name: "full-flower", Title: "In full flower", Action: at + "full-flower", Button: "They are", Fields: []form.Field{day}})
	}
	by := form.Field{Name: "by", Label: "How much went on", Kind: "quantity", Unit: string(sys.LengthUnit()), Hint: "A height, or loose litres"}
	return append(out, form.Form{Name: "topped", Title: "Topped up where it settled", Action: at + "topped", Button: "Topped up", Fields: []form.Field{by, day}, Says: "Medium put back where it sank, not a layer of its own."})
}

// fedAsPlanned puts the feed that is next by the plan into the form.
func fedAsPlanned(f *form.Form, st *forecast.PlantingForecast, sys measure.System) {
	e, err := st.NewEntry(forecast.JobRequest{What: job.Feed}, 0)
	if err != nil || e.Thing == "" {
		return
	}
	for i := range f.Fields {
		switch f.Fields[i].Name {
		case "thing":
			f.Fields[i].Value = e.Thing
		case "amount":
			f.Fields[i].Value = sys.Edit(measure.Volume(e.Amount))
		}
	}
}

// careForm is the form of one kind.
func careForm(d logbook.Doing, from careShelf, sys measure.System, at string, day form.Field) form.Form {
	f := form.Form{Name: string(d.Kind), Title: d.Title, Action: at + string(d.Kind), Button: d.Button}
	if d.Kind == logbook.Moved {
		f.Fields = []form.Field{placeField(from.places), {Name: "place-name", Label: "Or a new place: its name", Kind: "text"}, shelterField(), day}
		return f
	}
	things := d.Things
	if d.Kind == logbook.Fed {
		for _, p := range from.products {
			if p.Kind == logbook.FeedPack || p.Kind == logbook.LiquidFeed {
				things = append(things, logbook.Choice{Key: p.Name, Name: p.Name})
			}
		}
	}
	if len(things) > 0 {
		options := []form.Option{{Value: "", Name: "–"}}
		for _, t := range things {
			options = append(options, form.Option{Value: t.Key, Name: t.Name})
		}
		f.Fields = append(f.Fields, form.Field{Name: "thing", Label: d.ThingAsk, Kind: "choice", Options: options})
		if d.Own {
			f.Fields = append(f.Fields, form.Field{Name: "own", Label: "Or in your words", Kind: "text"})
		}
	} else if d.Own {
		f.Fields = append(f.Fields, form.Field{Name: "own", Label: d.ThingAsk, Kind: "text"})
	}
	if len(d.Levels) > 0 {
		options := []form.Option{{Value: "", Name: "–"}}
		for i, l := range d.Levels {
			options = append(options, form.Option{Value: fmt.Sprint(i + 1), Name: l})
		}
		f.Fields = append(f.Fields, form.Field{Name: "level", Label: d.LevelAsk, Kind: "choice", Options: options})
	}
	if d.Amount != logbook.NoAmount {
		f.Fields = append(f.Fields, amountField(d, sys))
	}
	if d.MostUnit > 0 {
		f.Fields = append(f.Fields, form.Field{Name: "level", Label: d.LevelAsk, Kind: "count"})
	}
	if d.Words {
		f.Fields = append(f.Fields, form.Field{Name: "text", Label: d.WordsAsk, Kind: "text"})
	}
	if f.Fields = append(f.Fields, day); d.Kind == logbook.Treated {
		f.Says = "By its label, on plants it names, at the dose and with the protection it asks for. Nothing is lifted before its days are over."
		f.Caution = parts.Beware("sprays")
	}
	return f
}

func amountField(d logbook.Doing, sys measure.System) form.Field {
	f := form.Field{Name: "amount", Label: d.AmountAsk, Kind: "quantity"}
	switch d.Amount {
	case logbook.InLitres:
		f.Unit, f.Read = string(sys.VolumeUnit()), "/read/volume"
	case logbook.InGrams:
		f.Unit = string(sys.ScaleUnit())
	case logbook.InCm:
		f.Unit, f.Read = string(sys.LengthUnit()), "/read/length"
	case logbook.InFeed:
		f.Hint = "Liquid as it was poured, like 2 L; dry by weight, like 30 g"
		if !sys.Metric() {
			f.Hint = "Liquid as it was poured, like 2 qt; dry by weight, like 1 oz"
		}
	case logbook.Percent:
		f.Kind, f.Unit = "count", "%"
	case logbook.Degrees:
		f.Unit = string(sys.TemperatureUnit())
	default:
		f.Kind = "count"
	}
	return f
}

func placeField(places []logbook.Place) form.Field {
	options := []form.Option{{Value: "", Name: "–"}}
	for _, p := range places {
		options = append(options, form.Option{Value: fmt.Sprint(p.ID), Name: p.Name + ", " + p.Shelter.Offset().Where})
	}
	return form.Field{Name: "place", Label: "It stands now at", Kind: "choice", Options: options}
}

func shelterField() form.Field {
	var options []form.Option
	for _, s := range climate.Shelters() {
		options = append(options, form.Option{Value: string(s), Name: s.Offset().Where})
	}
	return form.Field{Name: "shelter", Label: "which is", Kind: "choice", Value: string(climate.Open), Options: options}
}

// readCare reads what is done or seen, by the form of its kind.
func readCare(r *frame.Reading, d logbook.Doing, products []logbook.Product) logbook.Entry {
	e := logbook.Entry{Kind: d.Kind, Thing: r.Text("thing"), Text: r.Text("text"), Level: r.Count("level")}
	if own := r.Text("own"); own != "" {
		e.Thing = own
	}
	if d.Kind == logbook.Moved {
		if e.Place = r.ID("place"); e.Place == 0 {
			e.Text, e.Thing = r.Text("place-name"), r.Text("shelter")
		}
		return e
	}
	if r.Text("amount") == "" {
		return e
	}
	if reading, ok := strings.CutSuffix(r.Text("amount"), " "+logbook.StandIn); ok && d.Device {
		e.Thing = logbook.StandIn
		read := form.Reader{Values: url.Values{"amount": {strings.TrimSuffix(reading, " %")}}, Units: r.Units}
		if e.Amount = read.Number("amount", 0); d.Amount == logbook.Degrees {
			read.Faults, e.Amount = nil, read.Degrees("amount", 0)
		}
		r.Faults = append(r.Faults, read.Faults...)
		return e
	}
	switch d.Amount {
	case logbook.InLitres:
		e.Amount = float64(r.Volume("amount"))
	case logbook.InGrams:
		e.Amount = float64(r.Mass("amount", r.Units.ScaleUnit()))
	case logbook.InCm:
		e.Amount = float64(r.Length("amount"))
	case logbook.Degrees:
		e.Amount = r.Degrees("amount", 0)
	case logbook.InFeed:
		p, known := logbook.Find(products, func(p logbook.Product) bool { return strings.EqualFold(p.Name, e.Thing) })
		e.Amount, e.Level = readFeed(r, known && p.Feed.Liquid)
	default:
		e.Amount = r.Number("amount", 0)
	}
	if d.Device && e.Amount == 0 {
		e.Amount = nought
	}
	return e
}

// nought is 0 as it was read off a device: an amount of 0 is none at all.
const nought = 1e-6

// readFeed reads an amount of feed: a bare number is litres of a liquid, grams of anything else.
func readFeed(r *frame.Reading, liquid bool) (amount float64, level int) {
	text := r.Text("amount")
	if m, err := measure.ParseMass(text, r.Units.MassUnit(), r.Units); err == nil && (!liquid || strings.Trim(text, "0123456789.,½¼¾ ") != "") {
		return float64(m), logbook.FeedMass
	}
	return float64(r.Volume("amount")), logbook.FeedVolume
}

// photoLine is one photo of a planting.
type photoLine struct {
	Address, Says string
	Day           string
}

// photoForm takes a photo of a planting.
func photoForm(at string, day form.Field) form.Form {
	return form.Form{
		Name: "photo", Title: "A photo", Action: at + "photo", Button: "Keep it", File: true,
		Fields: []form.Field{{Name: "photo", Label: "Photo", Kind: "photo", Hint: "JPEG or PNG. It is kept small, without where it was taken."}, {Name: "text", Label: "What it shows", Kind: "text"}, day},
	}
}
