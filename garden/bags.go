package garden

import (
	"cmp"
	"strings"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Row is every bag with something planned or growing, in the order they stand. What
// is planned for a bag that still grows something is left out.
func (v *View) Row() ([]forecast.PlantingForecast, error) {
	row, err := v.standings(Filter{Open: true})
	return forecast.OneToABag(row), err
}

// RowIn is what Row has of some bags, by bag.
func (v *View) RowIn(bags []logbook.Bag) (map[logbook.ID]*forecast.PlantingForecast, error) {
	row, err := v.forecasts(Filter{Open: true})
	out := make(map[logbook.ID]*forecast.PlantingForecast, len(bags))
	for _, b := range bags {
		out[b.ID] = nil
	}
	row = forecast.OneToABag(row)
	for i := range row {
		if _, asked := out[row[i].Bag.ID]; asked {
			st := row[i]
			out[st.Bag.ID] = &st
		}
	}
	return out, err
}

// Finished is every closed bag of every season, newest season first.
func (v *View) Finished() ([]forecast.PlantingForecast, error) {
	s, err := v.states(Filter{Finished: true})
	if err != nil {
		return nil, err
	}
	out := make([]forecast.PlantingForecast, len(s.list))
	for i := range s.list {
		out[i].PlantingState = s.list[i]
	}
	return out, nil
}

// Planting by ID, with what it has come to.
func (v *View) Planting(id logbook.ID) (forecast.PlantingForecast, error) {
	if id == 0 {
		return forecast.PlantingForecast{}, logbook.ErrNotFound
	}
	found, err := v.standings(Filter{ID: id})
	if err == nil && len(found) == 0 {
		err = logbook.ErrNotFound
	}
	if err != nil {
		return forecast.PlantingForecast{}, err
	}
	return found[0], nil
}

// PlantingState is a planting as its log has it, without a forecast; ErrNotFound where there is none.
func (v *View) PlantingState(id logbook.ID) (logbook.PlantingState, error) {
	found, err := v.states(Filter{ID: id})
	if err == nil && (id == 0 || len(found.list) == 0) {
		err = logbook.ErrNotFound
	}
	if err != nil {
		return logbook.PlantingState{}, err
	}
	return found.list[0], nil
}

// BagHistory is one bag with everything that was ever planned in it.
type BagHistory struct {
	Bag       logbook.Bag
	Now       *forecast.PlantingForecast  // planned or growing, nil when the bag is free
	Plantings []forecast.PlantingForecast // all but dropped ones, newest first
	Aside     []logbook.SetAside          // plans that cannot be laid
}

// BagLabelled is the history of the bag with a label, in any case of letters.
func (v *View) BagLabelled(label string) (BagHistory, error) {
	var h BagHistory
	bags, err := v.bags()
	if err != nil {
		return h, err
	}
	b, ok := logbook.Find(bags, func(b logbook.Bag) bool { return strings.EqualFold(b.Label, label) })
	if !ok {
		return h, logbook.ErrNotFound
	}
	h.Bag = b
	f := Filter{Bag: b.ID}
	states, err := v.states(f)
	if err != nil {
		return h, err
	}
	h.Aside = states.unlaid
	all, err := v.standings(f)
	for i, s := range all {
		if s.Stage == logbook.StageDropped {
			continue
		}
		h.Plantings = append(h.Plantings, s)
		if s.Stage != logbook.StageClosed && (h.Now == nil || all[i].Before(h.Now)) {
			h.Now = &all[i]
		}
	}
	return h, err
}

// BagOfPlanting is one planting by ID with the history of its bag.
func (v *View) BagOfPlanting(planting logbook.ID) (forecast.PlantingForecast, BagHistory, error) {
	found, err := v.r.Plantings(v.ctx, Filter{ID: planting})
	if err != nil || len(found) == 0 || planting == 0 {
		return forecast.PlantingForecast{}, BagHistory{}, cmp.Or(err, logbook.ErrNotFound)
	}
	h, err := v.BagLabelled(found[0].Bag.Label)
	if err != nil {
		return forecast.PlantingForecast{}, h, err
	}
	all, err := v.standings(Filter{Bag: h.Bag.ID})
	st, ok := logbook.Find(all, func(s forecast.PlantingForecast) bool { return s.Planting.ID == planting })
	if err == nil && !ok {
		err = logbook.ErrNotFound
	}
	return st, h, err
}

// Of is one planting of the bag by ID.
func (h *BagHistory) Of(planting logbook.ID) (forecast.PlantingForecast, bool) {
	return logbook.Find(h.Plantings, func(s forecast.PlantingForecast) bool { return s.Planting.ID == planting })
}
