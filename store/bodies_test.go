package store

import (
	"path/filepath"
	"testing"

	"glebata/core/bag"
	"glebata/garden"
	"glebata/garden/logbook"
)

// A kind of bag of every kind of body is kept and read as it was, and put right.
func TestEveryKindOfBodyIsKept(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "g.glebata"))
	for _, f := range bag.Forms() {
		shape, err := f.New(bag.Measures{bag.BaseSide: 36, bag.BaseWidth: 30, bag.TopSide: 40, bag.TopWidth: 33, bag.HeightSide: 42, bag.LinerSide: 1})
		must(t, err)
		m := logbook.Model{Name: "kind of " + string(f.Kind), Shape: shape, Material: logbook.Rigid, Drainage: bag.Drainage{Way: bag.SideHoles, HoleHeight: 2}, Holes: 4, Light: true, Rolls: true, Sold: 16, Empty: 640, Price: 350, Lasts: 8, Assumed: logbook.HeightAssumed}
		must(t, s.Update(ctx, func(w garden.Writer) (err error) {
			m.ID, err = w.AddModel(ctx, m)
			return err
		}))
		read := func() logbook.Model {
			one, _ := logbook.Find(view(t, s, func(r garden.Reader) ([]logbook.Model, error) { return r.Models(ctx) }), func(o logbook.Model) bool { return o.ID == m.ID })
			return one
		}
		if got := read(); got != m {
			t.Errorf("%s: kept as %+v, want %+v", f.Kind, got, m)
		}
		m.Name, m.Price, m.Shape = m.Name+" again", 400, shape
		must(t, s.Update(ctx, func(w garden.Writer) error { return w.UpdateModel(ctx, m) }))
		if got := read(); got != m {
			t.Errorf("%s: put right as %+v, want %+v", f.Kind, got, m)
		}
	}
}
