package garden

import (
	"context"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// moveBag of a planting to where it was taken: the entry keeps what shelter that gives,
// and where it stood before.
func moveBag(ctx context.Context, w Writer, l *logbook.PlantingLog, e *logbook.Entry) error {
	if e.Place == 0 {
		var faults logbook.Faults
		if e.Text = logbook.CheckName(&faults, "place-name", "place", e.Text); faults != nil {
			return faults
		}
		to, err := placeNamed(ctx, w, measure.PlainLine(e.Text), climate.Shelter(e.Thing))
		if err != nil {
			return err
		}
		e.Place = to.ID
	}
	places, err := w.Places(ctx)
	if err != nil {
		return err
	}
	to, ok := logbook.Find(places, func(o logbook.Place) bool { return o.ID == e.Place })
	if !ok {
		return logbook.Refuse("place", "Choose a place, or name a new one.")
	}
	b := l.Planting.Bag
	e.Thing, e.Text, e.From = string(to.Shelter), measure.PlainLine(to.Name), b.Place.ID
	if last := l.State.LastCare(logbook.Moved); last != nil && last.Day > e.Day {
		return nil // it was taken elsewhere since
	}
	b.Place = to
	return w.UpdateBag(ctx, b)
}
