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
		if t.spots, err = v.r.Spots(v.ctx); err != nil || len(t.spots) == 0 {
			return t, err
		}
		t.since, err = v.r.SpotsSince(v.ctx)
		return t, err
	})
}
