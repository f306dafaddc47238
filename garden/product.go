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
		p.Name = logbook.CheckName(&faults, "name", "product", p.Name)
		cs, err := w.Components(ctx)
		if err != nil {
			return 0, err
		}
		models, err := w.Models(ctx)
		if err != nil {
			return 0, err
		}
		p.Check(&faults, cs, models)
		products, err := w.Products(ctx)
		if err != nil {
			return 0, err
		}
		if _, taken := logbook.Find(products, func(o logbook.Product) bool { return strings.EqualFold(o.Name, p.Name) }); taken && p.Name != "" {
			faults.Add("name", "There is a {} already.", p.Name)
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddProduct(ctx, p)
	})
}

// Products that are kept.
func (v *View) Products() ([]logbook.Product, error) {
	return v.m.products.get(func() ([]logbook.Product, error) { return v.r.Products(v.ctx) })
}
