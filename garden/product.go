package garden

import (
	"context"
	"strings"

	"glebata/garden/logbook"
)

// AddProduct keeps a product. Safe to repeat.
func (g *Garden) AddProduct(ctx context.Context, p logbook.Product, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, p, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		if err := checkProduct(ctx, w, &p, &faults); err != nil {
			return 0, err
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddProduct(ctx, p)
	})
}

// checkProduct that is new, ID 0, or put right.
func checkProduct(ctx context.Context, w Writer, p *logbook.Product, faults *logbook.Faults) error {
	p.Name = logbook.CheckName(faults, "name", "product", p.Name)
	cs, err := w.Components(ctx)
	if err != nil {
		return err
	}
	models, err := w.Models(ctx)
	if err != nil {
		return err
	}
	id := p.ID
	p.Check(faults, cs, models) // leaves out what its kind does not speak of
	p.ID = id
	products, err := w.Products(ctx)
	if o, taken := logbook.Find(products, func(o logbook.Product) bool { return strings.EqualFold(o.Name, p.Name) }); taken && p.Name != "" && o.ID != p.ID {
		faults.Add("name", "“{}” is there already.", p.Name)
	}
	return err
}

// Products that are kept and offered.
func (v *View) Products() ([]logbook.Product, error) {
	return v.m.products.get(func() ([]logbook.Product, error) {
		list, err := v.r.Products(v.ctx)
		if err != nil {
			return nil, err
		}
		retired, err := v.r.Retired(v.ctx)
		return offered(list, retired[logbook.ProductThing], func(p logbook.Product) logbook.ID { return p.ID }), err
	})
}
