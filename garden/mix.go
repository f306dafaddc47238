package garden

import (
	"context"
	"math"
	"strings"

	"glebata/core/medium"
)

// Recipes of the schools and then the grower's own.
func (g *Garden) Recipes(ctx context.Context) ([]medium.Recipe, error) {
	var out []medium.Recipe
	err := g.store.View(ctx, func(r Reader) (err error) {
		out, err = recipesOf(ctx, r)
		return err
	})
	return out, err
}

func recipesOf(ctx context.Context, r Reader) ([]medium.Recipe, error) {
	cs, err := r.Components(ctx)
	if err != nil {
		return nil, err
	}
	own, err := r.OwnMixes(ctx)
	return append(cs.Recipes(), own...), err
}

// Recipe of the catalogue by its key; the usual one when there is none such.
func (c *Catalogue) Recipe(key string) medium.Recipe {
	if r, ok := find(c.Recipes, func(r medium.Recipe) bool { return r.Key == key }); ok {
		return r
	}
	if len(c.Recipes) == 0 {
		return medium.RecipeNamed(key)
	}
	return c.Recipes[0]
}

// AddMix keeps a mix of the grower's own: parts by volume, in any measure, by the
// component's key. Safe to repeat.
func (g *Garden) AddMix(ctx context.Context, name string, parts map[string]float64, a Asked) (ID, error) {
	type asked struct {
		Name  string
		Parts map[string]float64
	}
	return g.once(ctx, a.Key, asked{name, parts}, func(w Writer) (ID, error) {
		var faults Faults
		name = checkName(&faults, "name", "mix", name)
		cs, err := w.Components(ctx)
		if err != nil {
			return 0, err
		}
		mix := mixOf(cs, parts, &faults)
		own, err := w.OwnMixes(ctx)
		if err != nil {
			return 0, err
		}
		same := func(r medium.Recipe) bool { return strings.EqualFold(r.Name, name) }
		if _, taken := find(append(medium.Recipes(), own...), same); taken && name != "" {
			faults.Add("name", "There is a {} already.", name)
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddMix(ctx, name, mix)
	})
}

// PartField is the field that names a component's parts.
func PartField(component string) string { return "part-" + strings.ReplaceAll(component, " ", "-") }

// mostParts of one component in a mix.
const mostParts = 1000

func mixOf(cs medium.Components, parts map[string]float64, faults *Faults) medium.Mix {
	var m medium.Mix
	total := 0.0
	for _, c := range cs {
		part := parts[c.Key]
		switch {
		case math.IsNaN(part) || part < 0 || part > mostParts:
			faults.Add(PartField(c.Key), "Write how many parts, like 2 or 0.5, up to {}.", mostParts)
		case part > 0:
			m = append(m, medium.Part{Component: c, Share: part})
			total += part
		}
	}
	if len(m) == 0 && *faults == nil {
		faults.Add(PartField(cs[0].Key), "Write how many parts of something go in.")
	}
	for i := range m {
		m[i].Share /= total
	}
	return m
}
