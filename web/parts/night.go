package parts

import (
	"fmt"
	"slices"
	"strings"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// NightView is one night.
type NightView struct {
	Key, Day, Min, Source string
	First                 bool // it is the next, and can be seen to now
	Usual                 bool // nothing is forecast of it
	Act                   bool
	Things                []NightLine
	Rooms                 []roomLine
	Most                  int  // chance of a frost at one of them, %
	Many                  bool // more of them than are named in a line
}

// NightsOf a look, with the nursery and the room there is.
func NightsOf(look *garden.View, row []forecast.PlantingForecast) ([]forecast.Night, []logbook.NursingState, error) {
	site, _, err := look.Site()
	if err != nil {
		return nil, nil, err
	}
	ahead, err := look.Nights()
	if err != nil {
		return nil, nil, err
	}
	nursery, err := look.Nursery()
	if err != nil {
		return nil, nil, err
	}
	return forecast.Nights(ahead, row, nursery, site.LiftLimit, forecast.Rooms(&site, row, nursery, look.Today())), nursery, nil
}

// NewNightView puts a night into words.
func NewNightView(n *forecast.Night, sys measure.System) NightView {
	v := NightView{Key: form.NewKey(), Day: n.Day.Short(), Min: sys.Temperature(measure.Temperature(n.Min)), Source: ForecastName(n.Source), First: n.Lead <= 1, Usual: n.Source == logbook.Usual, Act: n.Act()}
	for i := range n.Things {
		v.Things = append(v.Things, NewNightLine(&n.Things[i], n.Lead, sys))
		v.Most = max(v.Most, v.Things[i].Chance)
	}
	v.Many = len(v.Things) > ManyThings
	for i := range n.Rooms {
		r := &n.Rooms[i]
		name := strings.TrimPrefix(strings.TrimPrefix(r.Shelter.Offset().Where, "in a "), "in an ")
		switch {
		case r.More == 0:
		case !r.Known():
			v.Rooms = append(v.Rooms, roomLine{Name: name})
		default:
			v.Rooms = append(v.Rooms, roomLine{name, sys.Area(r.More), sys.Area(r.Left() + r.More), fmt.Sprintf("/tonight/room/%s/%d", r.Shelter, n.Lead)})
		}
	}
	return v
}

// BlightView is a warning of late blight, with the bags to look at.
type BlightView struct {
	Key    string
	Warned measure.Day // up to which the weather favoured it; 0 where it does not
	Near   measure.Day // spots were seen beside them; 0 where they were not
	Bags   []CoveredBag
	Source string // of its weather, where not all of it is the grower's own
}

// BlightWarning is what the weather of the last days says of late blight, where bags are at
// risk that nobody has looked at since; nil for nothing.
func BlightWarning(look *garden.View, row []forecast.PlantingForecast) (*BlightView, error) {
	today := look.Today()
	if len(forecast.ToLook(row, 0, today)) == 0 {
		return nil, nil
	}
	records, err := look.Weather(today-9, today)
	if err != nil {
		return nil, err
	}
	v := BlightView{Key: form.NewKey()}
	var days []climate.HumidDay
	for _, d := range records {
		if !d.Own() {
			v.Source = ForecastName(d.Source)
		}
		days = append(days, climate.HumidDay{Day: d.Day, Min: d.Min, Hours90: float64(d.Hours90()), Mean: (d.Min + d.Max) / 2})
	}
	var list []*forecast.PlantingForecast
	if v.Warned = forecast.Blight(days, today); v.Warned != 0 {
		list = forecast.ToLook(row, v.Warned, today)
	}
	if len(list) == 0 {
		v.Warned = 0
	}
	near, seen := forecast.NearSpots(row, today)
	for _, st := range near {
		v.Near = seen
		if !slices.Contains(list, st) {
			list = append(list, st)
		}
	}
	for _, st := range list {
		v.Bags = append(v.Bags, CoveredBag{ID: st.Planting.ID, Label: st.Bag.Label})
	}
	if len(v.Bags) == 0 {
		return nil, nil
	}
	return &v, nil
}

// NightLine is one bag, pot or tray in it.
type NightLine struct {
	Field    string // "bag", or "pot" for one of the nursery
	ID       logbook.ID
	Label    string
	Low, Wet string
	Heavy    bool // for one person
	Chance   int
	Working  string // address of how the chance comes about
	Way      string
	Said     string // value of the way, as it is kept
	Act      bool
}

// CoveredBag is one of them.
type CoveredBag struct {
	Field string // "bag" or "pot"
	ID    logbook.ID
	Label string
	Says  string
	Said  string // value that undoes it
}

// ManyThings are not named in a line.
const ManyThings = 5

// NewNightLine puts one thing that may freeze in a night into words; lead is in days.
func NewNightLine(t *forecast.NightThing, lead int, sys measure.System) NightLine {
	l := NightLine{Field: "bag", Label: t.Label, Low: sys.Temperature(measure.Temperature(t.Low)), Chance: int(100*t.Chance + 0.5), Way: wayWords[t.Way], Said: string(t.Way), Act: t.Act}
	if t.Way == forecast.CarryIn {
		l.Way = "carry it into " + strings.TrimPrefix(t.Into.Offset().Where, "in ")
	}
	if t.Planting != nil {
		if l.ID = t.Planting.Planting.ID; t.Wet > 0 {
			l.Wet = sys.Stands(t.Wet)
		}
		if t.Way == forecast.CarryIn && (t.Into == climate.Greenhouse || t.Into == climate.Wrapped) {
			l.Said = logbook.UnderGlass
		}
		l.Heavy = t.Heavy
		l.Working = fmt.Sprintf("/tonight/working/%d/%d", l.ID, lead)
		return l
	}
	l.Field, l.ID, l.Said = "pot", t.Nursling.ID, string(climate.Fleece)
	if t.Way == forecast.CarryIn {
		l.Said = string(t.Into)
	}
	l.Working = fmt.Sprintf("/tonight/pots/%d/%d", l.ID, lead)
	return l
}

// roomLine is the floor of one shelter that what is carried in takes.
type roomLine struct{ Name, More, Free, Working string }

// Has reports whether a bag is to be looked at.
func (v *BlightView) Has(planting logbook.ID) bool {
	return v != nil && slices.ContainsFunc(v.Bags, func(b CoveredBag) bool { return b.ID == planting })
}

// wayWords say what is best done before a frost.
var wayWords = map[forecast.NightWay]string{
	forecast.CarryIn: "carry it in", forecast.Cover: "cover it with fleece", forecast.Heap: "heap medium over its tops, or cover it",
}

// Names of the things of a night that are wanted, a few of them.
func (v *NightView) Names(wanted func(*NightLine) bool) string {
	var out []string
	for i := range v.Things {
		if wanted == nil || wanted(&v.Things[i]) {
			out = append(out, v.Things[i].Label)
		}
	}
	if more := len(out) - ManyThings; more > 0 {
		return strings.Join(out[:ManyThings], ", ") + fmt.Sprintf(" and %d more", more)
	}
	return strings.Join(out, ", ")
}
