package garden

import (
	"glebata/garden/logbook"
)

// SetAside are the entries of open plantings, of the bench and of the nursery that
// cannot be applied, and plans and mixes that cannot be used.
func (v *View) SetAside() ([]logbook.SetAside, error) {
	open, err := v.states(Filter{Open: true})
	if err != nil {
		return nil, err
	}
	out := append([]logbook.SetAside(nil), open.unlaid...)
	for i := range open.list {
		out = append(out, open.list[i].SetAside()...)
	}
	b, err := v.Bench()
	if err != nil {
		return nil, err
	}
	out = append(out, b.SetAside()...)
	nursery, err := v.Nursery()
	if err != nil {
		return nil, err
	}
	for i := range nursery {
		out = append(out, nursery[i].SetAside()...)
	}
	m, err := v.media()
	if err != nil {
		return nil, err
	}
	chosen, err := v.mixes(Filter{Open: true})
	_, unread := logbook.ReadMixes(m.components, chosen)
	for i := range open.list {
		if p := &open.list[i].Planting; unread[p.ID] != nil {
			out = append(out, logbook.AsideMix(p, unread[p.ID]))
		}
	}
	return append(out, logbook.AsideOwnMixes(m.components, m.own)...), err
}
