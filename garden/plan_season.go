package garden

import (
	"context"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// countPlanting of a plan into the season of the day it was planted on, where that is not the one
// it was planned for: a bag kept in June for the next spring, that was planted in April. Where
// the bag has another planting in that season it stays where it is.
func countPlanting(ctx context.Context, w Writer, p *logbook.Planting, day measure.Day) error {
	site, _, err := w.Site(ctx)
	if err != nil {
		return err
	}
	year := logbook.SeasonPlanted(day, p.Season.Year, site.South())
	if year == p.Season.Year || p.Beside != 0 {
		return nil
	}
	there, err := w.Plantings(ctx, Filter{Bag: p.Bag.ID, Year: year})
	if err != nil || len(there) > 0 {
		return err
	}
	if p.PlannedFor == 0 {
		p.PlannedFor = p.Season.Year
	}
	return moveSeason(ctx, w, p, year)
}

// countBack a plan into the season it was planned for, when its planting is taken back.
func countBack(ctx context.Context, w Writer, p *logbook.Planting) error {
	year := p.PlannedFor
	if year == 0 {
		return nil
	}
	p.PlannedFor = 0
	return moveSeason(ctx, w, p, year)
}

func moveSeason(ctx context.Context, w Writer, p *logbook.Planting, year int) (err error) {
	if p.Season, err = theSeason(ctx, w, year); err != nil {
		return err
	}
	return w.UpdatePlanting(ctx, *p)
}
