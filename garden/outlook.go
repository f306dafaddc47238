package garden

import (
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Prospects of a row of bags, by planting: those that are worked out. The rest are
// worked out in the background; the page is not kept waiting longer than half a
// second, and the progress says how far it is.
func (v *View) Prospects(row []forecast.PlantingForecast) (map[logbook.ID]*forecast.EnsembleForecast, Progress, error) {
	e := v.g.ensembles
	held, missing := e.of(row, v.today)
	if len(missing) == 0 {
		return held, Progress{}, nil
	}
	site, n, err := v.normals()
	if err != nil {
		return nil, Progress{}, err
	}
	ahead, err := v.Forecast()
	if err != nil {
		return nil, Progress{}, err
	}
	if run := e.begin(missing, &site, n, ahead, v.today); run != nil {
		run.wait(v.ctx)
	}
	if held, missing = e.of(row, v.today); len(missing) == 0 {
		return held, Progress{}, nil
	}
	return held, e.progress(len(missing)), nil
}
