package garden

import (
	"context"

	"glebata/core/job"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// DoJob logs a job of a bag with what it asks for by default: the layer that is due,
// the litres that are missing, the feed. Planting and lifting have entries of their
// own and are refused. Safe to repeat: sent again it counts once, though another job
// may be due by then. It returns the entry's ID.
func (g *Garden) DoJob(ctx context.Context, ask forecast.JobRequest, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, ask, func(w Writer) (logbook.ID, error) {
		st, err := g.within(ctx, w, a.Today).Planting(ask.Planting)
		if err != nil {
			return 0, err
		}
		if err := st.MayDo(ask); err != nil {
			return 0, err
		}
		if ask.What == job.Raise && ask.As == "" && ask.Height > 0 { // measured first, and then raised
			e := logbook.Entry{Planting: ask.Planting, Kind: logbook.Measured, Day: a.Today, Height: ask.Height}
			if _, err := record(ctx, w, e, Request{Key: a.Key + "-height", Today: a.Today}); err != nil {
				return 0, err
			}
			if st, err = g.within(ctx, w, a.Today).Planting(ask.Planting); err != nil {
				return 0, err
			}
		}
		e, err := st.NewEntry(ask, a.Today)
		if err != nil {
			return 0, err
		}
		e.Planting, e.Day = ask.Planting, a.Today
		return recordShared(ctx, w, e, a)
	})
}
