package demo

import (
	"context"
	"fmt"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// products of the scenario, with the packs that stand in the shed today.
var products = []struct {
	logbook.Product
	packs float64
}{
	{logbook.Product{Name: "harbour compost", Kind: logbook.MediumSack, Component: "compost", Litres: 40, Price: 480}, 1.5},
	{logbook.Product{Name: "loft mix, peat-free", Kind: logbook.MediumSack, Component: "peat mix", Litres: 50, Price: 690}, 1},
	{logbook.Product{Name: "quay liquid 3-2-6", Kind: logbook.LiquidFeed, Litres: 1, Price: 720, Feed: medium.Product{Nitrogen: 3, Phosphate: 2, Potash: 6, Dilution: 8}}, 1},
	{logbook.Product{Name: "hazel canes, 90 cm", Kind: logbook.SundryPack, Sundry: logbook.Canes, Pieces: 20, Price: 640}, 0},
	{logbook.Product{Name: "slate labels", Kind: logbook.SundryPack, Sundry: logbook.Labels, Pieces: 10, Price: 350}, 0.4},
	{logbook.Product{Name: "fish meal 5-5-6", Kind: logbook.FeedPack, Weight: 2500, Price: 980, Feed: medium.Product{Nitrogen: 5, Phosphate: 5, Potash: 6}}, 0.2},
}

// stockUp keeps the products and counts what is there.
func (b *builder) stockUp(ctx context.Context, today measure.Day) error {
	for _, p := range products {
		id, err := b.g.AddProduct(ctx, p.Product, b.asked(today))
		if err != nil {
			return fmt.Errorf("product %s: %w", p.Name, err)
		}
		if _, err := b.g.Stock(ctx, logbook.StockEntry{Product: id, Kind: logbook.StockCounted, Packs: p.packs}, b.asked(today)); err != nil {
			return fmt.Errorf("counting %s: %w", p.Name, err)
		}
	}
	compost, _ := medium.Usual().Named("compost")
	compost.Name, compost.WetKg, compost.Source = "mature compost", 0.98, "the harbour's green waste, three years old"
	if err := b.g.SetComponent(ctx, compost, b.asked(today)); err != nil {
		return fmt.Errorf("compost of their own: %w", err)
	}
	if _, err := b.g.AddMix(ctx, "slipway mix", map[string]float64{"compost": 2, "coir": 2, "sand": 1}, b.asked(today)); err != nil {
		return fmt.Errorf("a mix of their own: %w", err)
	}
	return nil
}

// standing is the terrace: three steps between the house in the north and a
// neighbour's shed, the harbour to the south.
func (b *builder) standing(ctx context.Context, today measure.Day) error {
	t := logbook.Terrace{Terrace: terrace.Terrace{Width: 8, Depth: 5, Heading: 180, Walls: []terrace.Wall{
		{Name: "net loft", From: terrace.Point{X: 0, Y: -0.2}, To: terrace.Point{X: 8, Y: -0.2}, Height: 4.5},
		{Name: "shed", From: terrace.Point{X: 8.3, Y: 1}, To: terrace.Point{X: 8.3, Y: 5}, Height: 2.6},
		{Name: "wall", From: terrace.Point{X: 0, Y: 5.1}, To: terrace.Point{X: 3, Y: 5.1}, Height: 1.6},
	}}, Tap: terrace.Point{X: 0.4, Y: 0.3}}
	if err := b.g.SaveTerrace(ctx, t, b.asked(today)); err != nil {
		return fmt.Errorf("drawing the terrace: %w", err)
	}
	rows := [][]string{{"R11", "R12", "R13", "R14", "R15"}, {"R6", "R7", "R8", "R9", "R10"}, {"R1", "R2", "R3", "R4", "R5"}}
	for row, labels := range rows {
		for i, label := range labels {
			at := terrace.Point{X: 0.9 + 1.35*float64(i), Y: 0.9 + 1.6*float64(row)}
			if err := b.g.MoveBag(ctx, b.bags[label].ID, at, b.asked(today)); err != nil {
				return fmt.Errorf("placing %s: %w", label, err)
			}
		}
	}
	return nil
}
