package garden

import "glebata/garden/logbook"

func (v *View) terrace() (terraceKnown, error) {
	return v.m.terrace.get(func() (t terraceKnown, err error) {
		if t.terrace, t.known, err = v.r.Terrace(v.ctx); err != nil {
			return t, err
		}
		if !t.known {
			t.terrace = logbook.UsualTerrace()
		}
		t.spots, err = v.r.Spots(v.ctx)
		return t, err
	})
}
