package garden

import (
	"context"
	"strings"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

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
			c.Key = strings.ToLower(strings.Join(strings.Fields(strings.Map(logbook.KeyRune, c.Name)), " "))
			if c.Key == "" && c.Name != "" {
				faults.Add("name", "A name has letters or digits in it.")
			}
			if _, taken := known.Named(c.Key); taken && c.Name != "" {
				faults.Add("name", "“{}” is there already: change its numbers instead.", c.Name)
			}
		} else if _, ok := known.Named(c.Key); !ok {
			return 0, logbook.ErrNotFound
		}
		logbook.CheckComponent(&faults, &c)
		if faults != nil {
			return 0, faults
		}
		return 1, w.SetComponent(ctx, c)
	})
	return err
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
		if m != 0 && !(m >= 3 && m <= 200) {
			return 0, logbook.Refuse("handful", "A handful weighs between {} and {}.", measure.Mass(3), measure.Mass(200))
		}
		return product, w.SetHandful(ctx, product, m)
	})
	return err
}
