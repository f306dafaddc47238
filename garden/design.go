package garden

import (
	"strings"

	"glebata/core/bag"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// learned from the grower's finished bags, once for every page while nothing is written.
func (v *View) learned() (forecast.Learned, error) {
	return v.m.learned.get(v.today, func() (forecast.Learned, error) {
		from, err := v.learnedOf()
		if err != nil {
			return forecast.Learned{}, err
		}
		return carry(v, slot{what: "learned"}, from, func() (forecast.Learned, error) {
			finished, err := v.ended(Filter{Finished: true})
			if err != nil {
				return forecast.Learned{}, err
			}
			others, err := v.learnedFrom()
			return forecast.Learn(finished, others), err
		})
	})
}

// leftOut are the fits that leave a season out, each made once while nothing is written.
func (v *View) leftOut() (*leftOut, error) {
	return v.m.leftOut.get(v.today, func() (*leftOut, error) {
		from, err := v.learnedOf()
		if err != nil {
			return nil, err
		}
		return carry(v, slot{what: "left out"}, from, func() (*leftOut, error) {
			finished, err := v.ended(Filter{Finished: true})
			if err != nil {
				return nil, err
			}
			others, err := v.learnedFrom()
			return &leftOut{l: forecast.NewLeftOut(finished, others)}, err
		})
	})
}

// learnedOf is what is learned follows from.
type learnedOf struct {
	endedFrom
	others, shelf int64
}

func (v *View) learnedOf() (from learnedOf, err error) {
	if from.endedFrom, err = v.endedFrom(Filter{Finished: true}); err == nil && v.m.file != nil {
		from.others, from.shelf = v.m.file.touched[OthersSection], v.m.file.touched[ShelfSection]
	}
	return from, err
}

// learnedFrom are the other gardens that are learned from, with the varieties that they share.
func (v *View) learnedFrom() ([]forecast.Other, error) {
	others, err := v.Others()
	if err != nil || len(others) == 0 {
		return nil, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return nil, err
	}
	own := map[string]logbook.ID{}
	for _, variety := range cat.Varieties {
		own[strings.ToLower(variety.Name)] = variety.ID
	}
	out := make([]forecast.Other, len(others))
	for i, o := range others {
		out[i] = forecast.Other{OtherGarden: o, Own: own}
	}
	return out, nil
}

// Promises are what was promised of the finished bags, and what they gave.
func (v *View) Promises() (map[logbook.ID]forecast.Promise, error) {
	finished, err := v.FinishedGrown()
	return forecast.PromisesOf(finished), err
}

// Expected harvest of a planting that was reckoned, and what it was asked of.
func (v *View) Expected(s *forecast.PlantingForecast) (bag.Growing, error) {
	all, err := v.ExpectedInRow([]forecast.PlantingForecast{*s})
	if err != nil {
		return bag.Growing{}, err
	}
	return all[0], nil
}

// ExpectedInRow is what Expected is of each of a row of plantings.
func (v *View) ExpectedInRow(row []forecast.PlantingForecast) ([]bag.Growing, error) {
	learned, err := v.learned()
	if err != nil {
		return nil, err
	}
	bench, err := v.Bench()
	if err != nil {
		return nil, err
	}
	out := make([]bag.Growing, len(row))
	for i := range row {
		out[i] = row[i].Growing(learned.For(row[i].Variety.Class, row[i].Variety.ID, row[i].Filling.School))
		if each, counted := bench.Sprouts(row[i].Planting.ID); counted {
			out[i].Sprouts = each
		}
	}
	return out, nil
}

// Design weighs every kind of bag up. Faults name the fields.
func (v *View) Design(ask forecast.DesignRequest) (forecast.DesignSheet, error) {
	sheet := forecast.DesignSheet{Asked: ask}
	if err := ask.Check(); err != nil {
		return sheet, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return sheet, err
	}
	site, _, err := v.Site()
	if err != nil {
		return sheet, err
	}
	learned, err := v.learned()
	if err != nil {
		return sheet, err
	}
	variety, _ := logbook.Find(cat.Varieties, func(v logbook.Variety) bool { return v.ID == ask.Variety })
	variety.Class = ask.Class
	if sheet.May, err = v.MayClass(ask.Class, site.Warmest(ask.Class)); err != nil {
		return sheet, err
	}
	if sheet.May.OK || sheet.May.Nearest != 0 { // else nothing comes of it
		if sheet.Season, err = forecast.FullSeason(&site, variety, site.Warmest(ask.Class), v.today, sheet.May.Nearest); err != nil {
			return sheet, err
		}
	}
	own := learned.For(ask.Class, ask.Variety, ask.School())
	sheet.LiftLimit = site.LiftLimit
	if !own.Far {
		sheet.Mine = own.Bags
	}
	if ask.Calibrate {
		sheet.From = own
	}
	for _, m := range cat.Models {
		if m.Shape.Ground() { // nothing to choose: it is there
			continue
		}
		c := forecast.NewCandidate(m, ask, sheet.From, sheet.Season, site.LiftLimit)
		for _, b := range cat.Bags {
			if b.Model.ID != m.ID {
				continue
			}
			c.Owned++
			if cat.Taken[b.ID] == 0 && c.Free == 0 {
				c.Free = b.ID
			}
		}
		sheet.Candidates = append(sheet.Candidates, c)
	}
	sheet.Nearest()
	return sheet, nil
}
