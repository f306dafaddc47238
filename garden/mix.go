package garden

import (
	"context"
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
		mix := logbook.NewMix(cs, parts, &faults)
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
