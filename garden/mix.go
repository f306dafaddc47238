package garden

import (
	"context"
	"fmt"
	"math"
	"strings"

	"glebata/core/medium"
)

// recipesOf the schools and the grower. One that names what is not there any more
// is left out.
func recipesOf(cs medium.Components, own []OwnMix) []medium.Recipe {
	out := cs.Recipes()
	for _, o := range own {
		if m, err := cs.ParseMix(o.Parts); err == nil {
			out = append(out, medium.Recipe{Key: fmt.Sprintf("own-%d", o.ID), Name: o.Name, Reason: "A mix of your own.", Mix: m})
		}
	}
	return out
}

// readableMixes are those of a list that name nothing that is not there any more.
func readableMixes(cs medium.Components, texts map[ID]string) map[ID]medium.Mix {
	out := make(map[ID]medium.Mix, len(texts))
	for id, text := range texts {
		if m, err := cs.ParseMix(text); err == nil {
			out[id] = m
		}
	}
	return out
}

// OwnMix is a mix of the grower's own, its parts as medium.Mix writes them.
type OwnMix struct {
	ID          ID
	Name, Parts string
}

// readable refuses a mix that could not be read again as it would be written.
func readable(cs medium.Components, m medium.Mix) error {
	again, err := cs.ParseMix(m.String())
	if err != nil || len(again) != len(m) {
		return fault("mix", "This mix cannot be kept: {}", m.String())
	}
	return nil
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
		_, usual := find(medium.Recipes(), func(r medium.Recipe) bool { return strings.EqualFold(r.Name, name) })
		_, taken := find(own, func(o OwnMix) bool { return strings.EqualFold(o.Name, name) })
		if (usual || taken) && name != "" {
			faults.Add("name", "There is a {} already.", name)
		}
		if faults != nil {
			return 0, faults
		}
		if err := readable(cs, mix); err != nil {
			return 0, err
		}
		return w.AddMix(ctx, name, mix)
	})
}

// PartField is the field that names a component's parts.
func PartField(component string) string { return "part-" + strings.ReplaceAll(component, " ", "-") }

// leastShare of a component in a mix: mixes are kept in tenths of a percent.
const leastShare = 0.001

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
		if m[i].Share /= total; m[i].Share < leastShare {
			faults.Add(PartField(m[i].Key), "That is less than a thousandth of the mix: leave it out.")
		}
	}
	return m
}
