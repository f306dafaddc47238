package medium

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"glebata/core/measure"
	"glebata/core/working"
)

// Component of a medium. Densities, settling and available water are practice.
type Component struct {
	Key, Name string
	WetKg     float64 // of a litre, wet
	Settling  float64 // share of the loose volume lost
	Water     float64 // L available in a litre
	PH        float64 // it tends to
	Nitrogen  float64 // g credited for a litre
	Phosphate float64 // g credited for a litre
	Potash    float64 // g credited for a litre
	Inert     bool    // holds no feed of its own
	Takes     bool    // it takes nitrogen while it rots, even aged
	Fresh     bool    // not yet well rotted
	Dusty     bool    // its dust is not to be breathed
	Source    string  // where the grower has it from
	Own       bool    // the grower's own numbers
}

// Components that mixes are made of, in the order they are offered.
type Components []Component

var components = Components{
	{Key: "peat mix", Name: "peat or peat-free mix", WetKg: 0.75, Settling: 0.12, Water: 0.25, PH: 5.5, Dusty: true},
	{Key: "coir", Name: "coir", WetKg: 0.75, Settling: 0.12, Water: 0.25, PH: 6.0, Dusty: true},
	{Key: "compost", Name: "mature compost", WetKg: 0.95, Settling: 0.15, Water: 0.22, PH: 7.2, Nitrogen: 0.05, Potash: 0.10},
	{Key: "potting mix", Name: "bagged potting mix", WetKg: 0.75, Settling: 0.12, Water: 0.25, PH: 6.2},
	{Key: "acid bark", Name: "acid bark fines", WetKg: 0.45, Settling: 0.08, Water: 0.12, PH: 4.8},
	{Key: "garden soil", Name: "garden soil", WetKg: 1.6, Settling: 0.05, Water: 0.15, PH: 6.8},
	{Key: "sand", Name: "sand", WetKg: 1.9, Settling: 0.03, Water: 0.08, PH: 7},
	{Key: "perlite", Name: "perlite", WetKg: 0.30, Settling: 0.05, Water: 0.12, PH: 7, Inert: true, Dusty: true},
	{Key: "chips", Name: "aged wood chips or twigs", WetKg: 0.45, Settling: 0.08, Water: 0.10, PH: 6, Takes: true},
	{Key: "straw", Name: "straw", WetKg: 0.15, Settling: 0.40, Water: 0.05, PH: 6.5, Takes: true},
	{Key: "dry leaves", Name: "dry leaves", WetKg: 0.15, Settling: 0.50, Water: 0.05, PH: 6, Takes: true},
	{Key: "hay", Name: "hay", WetKg: 0.15, Settling: 0.40, Water: 0.05, PH: 6.5, Takes: true},
	{Key: "clippings", Name: "dried clippings", WetKg: 0.20, Settling: 0.50, Water: 0.05, PH: 6.5},
	{Key: "leaves", Name: "leaf mould", WetKg: 0.60, Settling: 0.50, Water: 0.22, PH: 6.3},
}

// Usual components, with the numbers of practice.
func Usual() Components { return slices.Clip(components) }

// With is a list in which the grower's own numbers stand in place of others, and
// components of their own at the end.
func (cs Components) With(own []Component) Components {
	out := slices.Clone(cs)
	for _, c := range own {
		c.Own = true
		at := slices.IndexFunc(out, func(o Component) bool { return o.Key == c.Key })
		if at < 0 {
			out = append(out, c)
			continue
		}
		c.Takes, c.Dusty = out[at].Takes, out[at].Dusty
		out[at] = c
	}
	return out
}

// Named finds a component by its key, in any case of letters.
func (cs Components) Named(key string) (Component, bool) {
	for _, c := range cs {
		if strings.EqualFold(strings.TrimSpace(c.Key), strings.TrimSpace(key)) {
			return c, true
		}
	}
	return Component{}, false
}

// Part is a share of a mix by volume, 0 to 1.
type Part struct {
	Component
	Share float64
}

// Mix of components; the shares make 1. The zero Mix weighs and holds nothing.
type Mix []Part

// ErrMix is wrapped by every refusal of a mix.
var ErrMix = errors.New("not a mix")

// ParseMix reads a mix of the usual components.
func ParseMix(text string) (Mix, error) { return components.ParseMix(text) }

// ParseMix reads "peat mix=50,compost=50": components with their parts by volume,
// which need not make a hundred.
func (cs Components) ParseMix(text string) (Mix, error) {
	var m Mix
	total := 0.0
	for _, word := range strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ';' || r == '\n' }) {
		key, parts, ok := strings.Cut(word, "=")
		if !ok {
			return nil, fmt.Errorf("%w: write each component with its part, like compost=50", ErrMix)
		}
		c, known := cs.Named(key)
		if !known {
			return nil, fmt.Errorf("%w: there is no component %q", ErrMix, strings.TrimSpace(key))
		}
		share, err := measure.ParseNumber(strings.TrimSuffix(strings.TrimSpace(parts), "%"))
		if err != nil || !(share > 0 && share <= 1e6) {
			return nil, fmt.Errorf("%w: the part of %s is not a number over 0", ErrMix, c.Key)
		}
		m = append(m, Part{c, share})
		total += share
	}
	if len(m) == 0 {
		return nil, fmt.Errorf("%w: there is nothing in it", ErrMix)
	}
	for i := range m {
		m[i].Share /= total
	}
	return m, nil
}

// String writes a mix as ParseMix reads it, in percent.
func (m Mix) String() string {
	words := make([]string, len(m))
	for i, p := range m {
		words[i] = p.Key + "=" + strconv.FormatFloat(math.Round(p.Share*1000)/10, 'f', -1, 64)
	}
	return strings.Join(words, ",")
}

// sum of a property over the parts.
func (m Mix) sum(of func(Component) float64) float64 {
	total := 0.0
	for _, p := range m {
		total += p.Share * of(p.Component)
	}
	return total
}

// WetKg is the weight of a litre, wet, in kg.
func (m Mix) WetKg() float64 { return m.sum(func(c Component) float64 { return c.WetKg }) }

// Settling is the share of the loose volume that is lost.
func (m Mix) Settling() float64 { return m.sum(func(c Component) float64 { return c.Settling }) }

// Water available, L in a litre.
func (m Mix) Water() float64 { return m.sum(func(c Component) float64 { return c.Water }) }

// PH the mix tends to; a model, as components buffer one another unevenly.
func (m Mix) PH() float64 { return m.sum(func(c Component) float64 { return c.PH }) }

// Inert reports whether nothing in the mix feeds.
func (m Mix) Inert() bool {
	for _, p := range m {
		if !p.Component.Inert {
			return false
		}
	}
	return len(m) > 0
}

// Tops of a full-grown bag weigh about so much. Practice.
const haulm = 1 * measure.Kilogram

// WetWeight of a bag in full growth: settled litres × wet density + the empty bag +
// a kilogram of tops.
func (m Mix) WetWeight(settled measure.Volume, empty measure.Mass) measure.Mass {
	return measure.Mass(float64(settled)*m.WetKg()*1000) + empty + haulm
}

// WetWorking shows WetWeight.
func (m Mix) WetWorking(settled measure.Volume, empty measure.Mass) working.Working {
	w := working.Working{
		Title: "Weight of a wet bag", Result: measure.Stands(m.WetWeight(settled, empty)), Mark: working.Practice,
		Source: "wet densities of the components by share", Changes: "A lighter mix, fewer litres, a smaller bag.",
	}
	for _, p := range m {
		w.Steps = append(w.Steps, working.Step{Says: "{}: {} of it at {}", Args: []any{p.Name, p.Share, measure.Density(p.WetKg)}, Result: measure.Density(p.Share * p.WetKg)})
	}
	w.Steps = append(w.Steps, working.Step{Says: "{} settled at {}", Args: []any{settled, measure.Density(m.WetKg())}, Result: measure.Stands(float64(settled) * m.WetKg() * 1000)})
	if empty > 0 {
		w.Steps = append(w.Steps, working.Step{Says: "the empty bag", Result: empty})
	}
	w.Steps = append(w.Steps,
		working.Step{Says: "tops in full growth", Result: haulm},
		working.Step{Says: "together", Result: w.Result})
	return w
}

// Recipe is a mix under the name growers give it, with its reason.
type Recipe struct {
	Key, Name, Reason string
	Mix               Mix
}

// Recipes of the schools, the usual one first. Practice.
func Recipes() []Recipe { return slices.Clip(recipes) }

// Recipes of the schools, made of these components.
func (cs Components) Recipes() []Recipe {
	out := slices.Clone(recipes)
	for i := range out {
		out[i].Mix = cs.of(out[i].Mix)
	}
	return out
}

// of is a mix with the numbers of these components in place of its own.
func (cs Components) of(m Mix) Mix {
	out := slices.Clone(m)
	for i := range out {
		if c, ok := cs.Named(out[i].Key); ok {
			out[i].Component = c
		}
	}
	return out
}

var recipes = []Recipe{
	recipe("half", "half and half", "Holds water and feeds; what most growers fill with.", "peat mix=50,compost=50"),
	recipe("coir", "coir and compost", "For holding water where it is hot or you are away.", "coir=50,compost=50"),
	recipe("acid", "acid mix", "pH 5 to 6 against scab.", "acid bark=50,peat mix=50"),
	recipe("bagged", "bagged mix", "Ready as it is, and the dearest.", "potting mix=100"),
	recipe("sandy", "sandy, for sweet potato", "Warms fast and lets roots swell straight.", "compost=45,coir=40,sand=15"),
	recipe("inert", "inert", "Clean tubers; everything is fed in the water.", "perlite=100"),
}

func recipe(key, name, reason, text string) Recipe {
	m, err := ParseMix(text)
	if err != nil {
		panic(err) // it stands a few lines above
	}
	return Recipe{key, name, reason, m}
}

// RecipeNamed finds a recipe by its key; the usual one when there is none such.
func RecipeNamed(key string) Recipe {
	for _, r := range recipes {
		if r.Key == key {
			return r
		}
	}
	return recipes[0]
}
