package garden

import (
	"context"
	"strings"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// longest of a note on where a component comes from, in letters.
const maxSource = 80

// SetComponent keeps the grower's own numbers of a component; one without a key is
// a new one under its name. Safe to repeat. Faults name the fields.
func (g *Garden) SetComponent(ctx context.Context, c medium.Component, a Request) error {
	c.Takes, c.Dusty, c.Own = false, false, true // what the usual ones are, they stay
	_, err := g.idempotent(ctx, a.Key, c, func(w Writer) (logbook.ID, error) {
		known, err := w.Components(ctx)
		if err != nil {
			return 0, err
		}
		var faults logbook.Faults
		c.Name = logbook.CheckName(&faults, "name", "component", c.Name)
		if c.Key == "" {
			c.Key = strings.ToLower(strings.Join(strings.Fields(strings.Map(keyRune, c.Name)), " "))
			if c.Key == "" && c.Name != "" {
				faults.Add("name", "A name has letters or digits in it.")
			}
			if _, taken := known.Named(c.Key); taken && c.Name != "" {
				faults.Add("name", "There is a {} already: change its numbers instead.", c.Name)
			}
		} else if _, ok := known.Named(c.Key); !ok {
			return 0, logbook.ErrNotFound
		}
		checkComponent(&faults, &c)
		if faults != nil {
			return 0, faults
		}
		return 1, w.SetComponent(ctx, c)
	})
	return err
}

// keyRune keeps what a key of a component may hold: mixes are written "key=part,".
func keyRune(r rune) rune {
	if strings.ContainsRune("=,;\n", r) {
		return ' '
	}
	return r
}

func checkComponent(faults *logbook.Faults, c *medium.Component) {
	between := func(field string, v, from, to float64, says string) {
		if !(v >= from && v <= to) {
			faults.Add(field, says)
		}
	}
	between("wet", c.WetKg, 0.02, 3, "A litre of it, wet, weighs between 0.02 and 3 kg.")
	between("settles", c.Settling, 0, 0.9, "It settles by 0 to 90 % of its loose volume.")
	between("water", c.Water, 0, 0.9, "A litre of it holds 0 to 0.9 L of water for roots.")
	between("ph", c.PH, 2, 11, "A pH lies between 2 and 11.")
	for field, v := range map[string]float64{"n": c.Nitrogen, "p": c.Phosphate, "k": c.Potash} {
		between(field, v, 0, 5, "A litre brings 0 to 5 g.")
	}
	c.Source = measure.PlainLine(c.Source)
	if len([]rune(c.Source)) > maxSource {
		faults.Add("source", "Keep it under {} letters.", maxSource)
	}
}

// SetHandful keeps what the grower's own handful of a dry feed weighs; 0 for the
// usual one. Safe to repeat.
func (g *Garden) SetHandful(ctx context.Context, product logbook.ID, m measure.Mass, a Request) error {
	type asked struct {
		Product logbook.ID
		Handful measure.Mass
	}
	_, err := g.idempotent(ctx, a.Key, asked{product, m}, func(w Writer) (logbook.ID, error) {
		products, err := w.Products(ctx)
		if err != nil {
			return 0, err
		}
		if p, ok := logbook.Find(products, func(p logbook.Product) bool { return p.ID == product }); !ok || p.Kind != logbook.FeedPack {
			return 0, logbook.ErrNotFound
		}
		if m != 0 && (m < 3 || m > 200) {
			return 0, logbook.Refuse("handful", "A handful weighs between {} and {}.", measure.Mass(3), measure.Mass(200))
		}
		return product, w.SetHandful(ctx, product, m)
	})
	return err
}
