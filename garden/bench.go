package garden

import (
	"context"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// benchFrom is what the bench follows from.
type benchFrom struct {
	bench, shelf int64
	stages       string // of the plantings there are, in their order
	today        measure.Day
}

// Bench as it stands today.
func (v *View) Bench() (logbook.Bench, error) {
	return v.m.benches.get(v.today, func() (logbook.Bench, error) {
		return carry(v, slot{what: "bench"}, v.benchFrom(), func() (logbook.Bench, error) { return readBench(v.ctx, v.r, v.today) })
	})
}

func (v *View) benchFrom() benchFrom {
	file := v.m.file
	if file == nil {
		return benchFrom{}
	}
	var stages []byte
	if len(file.seedLog) > 0 { // where pieces were given, it counts what became of their plantings
		stages = make([]byte, len(file.plantings))
		for i := range file.plantings {
			stages[i] = byte(file.outlines[file.plantings[i].ID].stage)
		}
	}
	return benchFrom{file.touched[BenchSection], file.touched[ShelfSection], string(stages), v.today}
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
	if len(log) > 0 {
		if logs, err = r.Logs(ctx, Filter{}); err != nil {
			return logbook.Bench{}, err
		}
	}
	return logbook.ReplayBench(lots, trays, log, logbook.Stages(logs), today), nil
}
