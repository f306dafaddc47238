package logbook

import (
	"fmt"

	"glebata/core/measure"
	"glebata/core/medium"
)

// SetAside is something kept that cannot be applied any more: it is left out, named,
// and can be taken back. Everything else goes on without it.
type SetAside struct {
	What measure.Phrase // and where: "R3, 12 May: stem height"
	Why  measure.Phrase
	Page string // it belongs to
	Undo string // address a form is sent to that takes it back; empty where there is none
	Of   ID     // the planting or tray of the form
}

// AsidePlan is a plan that cannot be laid.
func AsidePlan(p *Planting, err error) SetAside {
	return SetAside{
		What: measure.Say("The plan of {}, {} for {}", p.Bag.Label, p.Variety.Name, p.Season.Year), Why: AsFaults(err)[0].Says, Page: "/bags/" + p.Bag.Label,
		Undo: fmt.Sprintf("/plantings/%d/drop", p.ID), Of: p.ID,
	}
}

// SetAside are the entries of a planting that cannot be applied.
func (s *PlantingState) SetAside() []SetAside {
	var out []SetAside
	for _, a := range s.Aside {
		e, _ := Find(s.Log, func(e Entry) bool { return e.ID == a.Entry })
		out = append(out, SetAside{
			What: measure.Say("{}, {}: {}", s.Bag.Label, a.Day, e.Kind.Name()), Why: a.Why[0].Says, Page: fmt.Sprintf("/plantings/%d", s.Planting.ID),
			Undo: fmt.Sprintf("/entries/%d/undo", a.Entry), Of: s.Planting.ID,
		})
	}
	return out
}

// SetAside are the entries of the bench that cannot be applied.
func (b *Bench) SetAside() []SetAside {
	var out []SetAside
	add := func(where string, tray ID, e SeedEntry, a Aside) {
		out = append(out, SetAside{
			What: measure.Say("{}, {}: {}", where, a.Day, string(e.Kind)), Why: a.Why[0].Says, Page: "/seed",
			Undo: fmt.Sprintf("/seed/entries/%d/undo", a.Entry), Of: tray,
		})
	}
	for i := range b.Trays {
		t := &b.Trays[i]
		for _, a := range t.Aside {
			e, _ := Find(t.Log, func(e SeedEntry) bool { return e.ID == a.Entry })
			add("Tray "+t.Label, t.ID, e, a)
		}
	}
	for _, a := range b.Aside {
		e, _ := Find(b.Log, func(e SeedEntry) bool { return e.ID == a.Entry })
		add("Seed given to bags", 0, e, a)
	}
	return out
}

// SetAside are the entries of the pot or root that cannot be applied.
func (n *NursingState) SetAside() []SetAside {
	var out []SetAside
	for _, a := range n.Aside {
		e, _ := Find(n.Log, func(e NurseryEntry) bool { return e.ID == a.Entry })
		out = append(out, SetAside{
			What: measure.Say("{}, {}: {}", n.Label, a.Day, string(e.Kind)), Why: a.Why[0].Says, Page: "/seed/nursery",
			Undo: fmt.Sprintf("/seed/nursery/entries/%d/undo", a.Entry),
		})
	}
	return out
}

// AsideMix is the mix of a planting that cannot be read.
func AsideMix(p *Planting, why error) SetAside {
	return SetAside{
		What: measure.Say("The mix of {}, {} for {}", p.Bag.Label, p.Variety.Name, p.Season.Year), Why: unreadMix(why),
		Page: fmt.Sprintf("/plantings/%d", p.ID), Of: p.ID,
	}
}

// AsideOwnMixes are mixes of the grower's own that cannot be read.
func AsideOwnMixes(cs medium.Components, own []OwnMix) []SetAside {
	var out []SetAside
	for _, m := range own {
		if _, err := cs.ParseMix(m.Parts); err != nil {
			out = append(out, SetAside{What: measure.Say("Your mix {}", m.Name), Why: unreadMix(err), Page: "/plan/medium"})
		}
	}
	return out
}

func unreadMix(why error) measure.Phrase {
	return measure.Say("It is {}. The usual mix stands in for it; add that component, and it is read again.", why.Error())
}
