package garden

import (
	"context"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Bench as it stands today.
func (v *View) Bench() (logbook.Bench, error) {
	return v.m.benches.get(v.today, func() (logbook.Bench, error) { return readBench(v.ctx, v.r, v.today) })
}

func readBench(ctx context.Context, r benchReader, today measure.Day) (logbook.Bench, error) {
	lots, err := r.Lots(ctx)
	if err != nil {
		return logbook.Bench{}, err
	}
	trays, err := r.Trays(ctx)
	if err != nil {
		return logbook.Bench{}, err
	}
	log, err := r.SeedLog(ctx)
	if err != nil {
		return logbook.Bench{}, err
	}
	var logs map[logbook.ID][]logbook.Entry
	if len(log) > 0 { // where pieces were given, it counts what became of their plantings
		if logs, err = r.Logs(ctx, Filter{}); err != nil {
			return logbook.Bench{}, err
		}
	}
	return logbook.ReplayBench(lots, trays, log, logbook.Stages(logs), today), nil
}
