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
		mix, err := checkMix(ctx, w, 0, &name, parts, &faults)
		if err != nil {
			return 0, err
		}
		return w.AddMix(ctx, name, mix)
	})
}

// checkMix that is new, ID 0, or put right.
func checkMix(ctx context.Context, w Writer, id logbook.ID, name *string, parts map[string]float64, faults *logbook.Faults) (medium.Mix, error) {
	*name = logbook.CheckName(faults, "name", "mix", *name)
	cs, err := w.Components(ctx)
	if err != nil {
		return nil, err
	}
	mix := logbook.NewMix(cs, parts, faults)
	own, err := w.OwnMixes(ctx)
	if err != nil {
		return nil, err
	}
	_, usual := logbook.Find(medium.Recipes(), func(r medium.Recipe) bool { return strings.EqualFold(r.Name, *name) })
	o, taken := logbook.Find(own, func(o logbook.OwnMix) bool { return strings.EqualFold(o.Name, *name) })
	if (usual || taken && o.ID != id) && *name != "" {
		faults.Add("name", "“{}” is there already.", *name)
	}
	if len(*faults) > 0 {
		return nil, *faults
	}
	return mix, logbook.MixReadable(cs, mix)
}
