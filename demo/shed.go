package demo

import (
	"context"
	"fmt"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
)

// products of the scenario, with the packs that stand in the shed today.
var products = []struct {
	garden.Product
	packs float64
}{
	{garden.Product{Name: "harbour compost", Kind: garden.MediumSack, Component: "compost", Litres: 40, Price: 480}, 1.5},
	{garden.Product{Name: "loft mix, peat-free", Kind: garden.MediumSack, Component: "peat mix", Litres: 50, Price: 690}, 1},
	{garden.Product{Name: "fish meal 5-5-6", Kind: garden.FeedPack, Weight: 2500, Price: 980, Feed: medium.Product{Nitrogen: 5, Phosphate: 5, Potash: 6}}, 0.2},
}

// stockUp keeps the products and counts what is there.
func (b *builder) stockUp(ctx context.Context, today measure.Day) error {
	for _, p := range products {
		id, err := b.g.AddProduct(ctx, p.Product, b.asked(today))
		if err != nil {
			return fmt.Errorf("product %s: %w", p.Name, err)
		}
		if _, err := b.g.Stock(ctx, garden.StockEntry{Product: id, Kind: garden.StockCounted, Packs: p.packs}, b.asked(today)); err != nil {
			return fmt.Errorf("counting %s: %w", p.Name, err)
		}
	}
	return nil
}
