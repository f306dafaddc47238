package garden

import (
	"cmp"
	"slices"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Shopping is what the season of a year still needs, by the day it is needed:
// what will be filled and fed, less what is in the shed.
func (v *View) Shopping(year int) (forecast.ShoppingList, error) {
	sheet, err := v.SeasonSheet(year)
	if err != nil {
		return forecast.ShoppingList{}, err
	}
	list, today := forecast.ShoppingList{Year: sheet.Year}, v.today
	products, err := v.Products()
	if err != nil {
		return list, err
	}
	log, err := v.m.stock.get(func() ([]logbook.StockEntry, error) { return v.r.StockLog(v.ctx) })
	if err != nil {
		return list, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return list, err
	}
	bench, err := v.Bench()
	if err != nil {
		return list, err
	}
	cs := cat.Components
	list.Feed, list.Liquid = logbook.ByKind(products, logbook.FeedPack), logbook.ByKind(products, logbook.LiquidFeed)
	for i := range sheet.Lines {
		if st := &sheet.Lines[i].PlantingForecast; st.Grown != nil {
			list.Fill(st, cs, today)
			list.Dress(st, today)
			list.Sundries(st, today)
		}
	}
	list.Buy(products, log, sheet.Lines, cs, today)
	list.AddSeed(sheet.Lines, &bench, today)
	slices.SortStableFunc(list.Lines, func(a, b forecast.ShoppingLine) int { return cmp.Compare(a.By, b.By) })
	return list, nil
}
