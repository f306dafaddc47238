package site

import (
	"regexp"
	"strings"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// wattsOn an area: "80 W on 0.5 m²".
var wattsOn = regexp.MustCompile(`(?i)^([0-9.,]+)\s*w(?:atts?)?\s+(?:on|over|for)\s+(.+)$`)

// readLampStrength reads how strong a lamp is: µmol a m² a second, or watts of LED on an area.
func readLampStrength(r *frame.Reading, field string) float64 {
	text := r.Text(field)
	parts := wattsOn.FindStringSubmatch(text)
	if parts == nil {
		text, _, _ = strings.Cut(text, "µmol")
		text, _, _ = strings.Cut(text, "umol")
		v, err := measure.ParseNumber(strings.TrimSpace(text))
		if err != nil {
			r.Faults.Add(field, "Write its strength in µmol, like 400, or its watts and the area they shine on, like 80 W on 0.5 m².")
		}
		return v
	}
	watts, err := measure.ParseNumber(parts[1])
	if err != nil {
		r.Refuse(field, err)
		return 0
	}
	area, err := measure.ParseArea(parts[2], "m²", r.Units)
	if err != nil || area <= 0 {
		r.Faults.Add(field, "Write the area it shines on, like 0.5 m².")
		return 0
	}
	return climate.LampOf(watts, float64(area))
}

// readIndoors reads the floors under the shelters a site has, and its lamp.
func readIndoors(r *frame.Reading, s *logbook.Site) {
	for _, shelter := range s.Shelters {
		field := "floor-" + string(shelter)
		if text := r.Text(field); text != "" {
			floor, err := measure.ParseArea(text, areaUnit(r.Units), r.Units)
			if err != nil {
				r.Refuse(field, err)
			}
			if s.Floors == nil {
				s.Floors = map[climate.Shelter]measure.Area{}
			}
			s.Floors[shelter] = floor
		}
	}
	s.Lamp.Hours = r.Number("lamp-hours", 0)
	if r.Text("lamp") != "" {
		s.Lamp.Micromoles = readLampStrength(r, "lamp")
	}
}

func areaUnit(sys measure.System) measure.Unit {
	if sys.Same(measure.US) {
		return "sq ft"
	}
	return "m²"
}

// indoorFields are the floors under shelter, and the lamp.
func indoorFields(site logbook.Site, t form.Sent, sys measure.System) []form.Field {
	var out []form.Field
	add := func(f form.Field, value string) {
		f.ID, f.Value, f.Error, f.Hint = "site-"+f.Name, value, t.At(f.Name), sys.Text(f.Hint)
		if t.Form == "site" {
			f.Value = t.Values.Get(f.Name)
		}
		out = append(out, f)
	}
	for _, shelter := range climate.Shelters() {
		if g := shelter.Offset(); g.Roof {
			value := ""
			if floor := site.Floors[shelter]; floor > 0 {
				value = sys.Area(floor)
			}
			add(form.Field{Name: "floor-" + string(shelter), Label: "Floor: " + g.Name, Kind: "quantity", Unit: string(areaUnit(sys))}, value)
		}
	}
	hours, strength, hint := "", "", "µmol, or like 80 W on 0.5 m²"
	if l := site.Lamp; l.Hours > 0 {
		hours, strength = parts.Number(l.Hours), parts.Number(l.Micromoles)
		hint = sys.Number(l.Moles(), 1) + " mol of light a day"
	}
	add(form.Field{Name: "lamp-hours", Label: "A lamp shines, hours a day", Kind: "count"}, hours)
	add(form.Field{Name: "lamp", Label: "with a strength of", Kind: "text", Hint: hint}, strength)
	return out
}
