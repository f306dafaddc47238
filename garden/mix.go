package garden

import (
	"context"
	"math"
	"strings"

	"glebata/core/medium"
	"glebata/garden/logbook"
)

// AddMix keeps a mix of the grower's own: parts by volume, in any measure, by the
// component's key. Safe to repeat.
func (g *Garden) AddMix(ctx context.Context, name string, parts map[string]float64, a Request) (logbook.ID, error) {
	type asked struct {
		Name  string
		Parts map[string]float64
	}
	return g.idempotent(ctx, a.Key, asked{name, parts}, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		name = logbook.CheckName(&faults, "name", "mix", name)
		cs, err := w.Components(ctx)
		if err != nil {
			return 0, err
		}
		mix := mixOf(cs, parts, &faults)
		own, err := w.OwnMixes(ctx)
		if err != nil {
			return 0, err
		}
		_, usual := logbook.Find(medium.Recipes(), func(r medium.Recipe) bool { return strings.EqualFold(r.Name, name) })
		_, taken := logbook.Find(own, func(o logbook.OwnMix) bool { return strings.EqualFold(o.Name, name) })
		if (usual || taken) && name != "" {
			faults.Add("name", "There is a {} already.", name)
		}
		if faults != nil {
			return 0, faults
		}
		if err := logbook.MixReadable(cs, mix); err != nil {
			return 0, err
		}
		return w.AddMix(ctx, name, mix)
	})
}

// PartField is the field that names a component's parts.
func PartField(component string) string { return "part-" + strings.ReplaceAll(component, " ", "-") }

// minShare of a component in a mix: mixes are kept in tenths of a percent.
const minShare = 0.001

// maxParts of one component in a mix.
const maxParts = 1000

func mixOf(cs medium.Components, parts map[string]float64, faults *logbook.Faults) medium.Mix {
	var m medium.Mix
	total := 0.0
	for _, c := range cs {
		part := parts[c.Key]
		switch {
		case math.IsNaN(part) || part < 0 || part > maxParts:
			faults.Add(PartField(c.Key), "Write how many parts, like 2 or 0.5, up to {}.", maxParts)
		case part > 0:
			m = append(m, medium.Part{Component: c, Share: part})
			total += part
		}
	}
	if len(m) == 0 && *faults == nil {
		faults.Add(PartField(cs[0].Key), "Write how many parts of something go in.")
	}
	for i := range m {
		if m[i].Share /= total; m[i].Share < minShare {
			faults.Add(PartField(m[i].Key), "That is less than a thousandth of the mix: leave it out.")
		}
	}
	return m
}
