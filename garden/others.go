package garden

import (
	"context"
	"slices"
	"strings"

	"glebata/core/crop"
	"glebata/garden/logbook"
)

// Bounds of what is taken in of other gardens.
const (
	mostOthers     = 60   // gardens
	mostOtherBags  = 2000 // of one
	mostOthersBags = 20_000
)

// TakeIn the harvests of another garden, in place of what was taken in of it before. Safe to repeat.
// Faults are at "name", "crop" and "file".
func (g *Garden) TakeIn(ctx context.Context, o logbook.OtherGarden, a Request) error {
	_, err := g.idempotent(ctx, a.Key, o, func(w Writer) (logbook.ID, error) {
		kept, err := w.OtherGardens(ctx)
		if err != nil {
			return 0, err
		}
		var faults logbook.Faults
		o.Name = logbook.CheckName(&faults, "name", "name of the garden", o.Name)
		if o.Crop != crop.Potato && o.Crop != crop.SweetPotato {
			faults.Add("crop", "Choose what they grew.")
		}
		all := 0
		for i := range kept {
			if !strings.EqualFold(kept[i].Name, o.Name) {
				all += kept[i].Bags()
			}
		}
		switch n := o.Bags(); {
		case n == 0:
			faults.Add("file", "There is no harvest in it that is known.")
		case n > mostOtherBags || all+n > mostOthersBags:
			faults.Add("file", "Up to {} bags of one garden are taken in, and {} of all.", mostOtherBags, mostOthersBags)
		case len(kept) >= mostOthers && !slices.ContainsFunc(kept, func(k logbook.OtherGarden) bool { return strings.EqualFold(k.Name, o.Name) }):
			faults.Add("name", "There are {} gardens already.", mostOthers)
		}
		if faults != nil {
			return 0, faults
		}
		for _, k := range kept {
			if strings.EqualFold(k.Name, o.Name) && k.Crop == o.Crop {
				if err := w.DropOtherGarden(ctx, k.Name, k.Crop); err != nil {
					return 0, err
				}
			}
		}
		for i := range o.Weighings {
			for k := range o.Weighings[i].Bags {
				o.Weighings[i].Bags[k].Garden = o.Name
			}
		}
		return 0, w.AddOtherGarden(ctx, o)
	})
	return err
}

// LeaveOut what was taken in of a garden. Safe to repeat.
func (g *Garden) LeaveOut(ctx context.Context, name string, of crop.Crop, a Request) error {
	type asked struct {
		LeaveOut string
		Of       crop.Crop
	}
	_, err := g.idempotent(ctx, a.Key, asked{name, of}, func(w Writer) (logbook.ID, error) {
		return 0, w.DropOtherGarden(ctx, name, of)
	})
	return err
}

// Others are the gardens whose harvests were taken in.
func (v *View) Others() ([]logbook.OtherGarden, error) {
	return v.m.others.get(func() ([]logbook.OtherGarden, error) { return v.r.OtherGardens(v.ctx) })
}
