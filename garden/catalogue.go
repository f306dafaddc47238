package garden

import (
	"context"
	"strings"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// NewBags asks for bags of one model at one place, one for each label.
type NewBags struct {
	Labels []string
	Model  logbook.ID
	Place  string // a new name makes a new place
	// Shelter of a new place; empty for the open.
	Shelter climate.Shelter
}

// AddVariety keeps a variety. A variety without a class gets the one its packet
// days fall in. Safe to repeat.
func (g *Garden) AddVariety(ctx context.Context, v logbook.Variety, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, v, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		if err := checkVariety(ctx, w, &v, &faults); err != nil {
			return 0, err
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddVariety(ctx, v)
	})
}

// checkVariety that is new, ID 0, or put right.
func checkVariety(ctx context.Context, r shelfReader, v *logbook.Variety, faults *logbook.Faults) error {
	v.Name = logbook.CheckName(faults, "name", "variety", v.Name)
	if !v.Class.Known() {
		faults.Add("class", "Choose a class: it sets litres, depth and how the bag is filled.")
	}
	if v.PacketDays != 0 && !(v.PacketDays >= 40 && v.PacketDays <= 250) {
		faults.Add("days", "Days to maturity lie between 40 and 250; leave it empty when the packet does not say.")
	}
	varieties, err := r.Varieties(ctx)
	if o, taken := logbook.Find(varieties, func(o logbook.Variety) bool { return strings.EqualFold(o.Name, v.Name) }); taken && v.Name != "" && o.ID != v.ID {
		faults.Add("name", "There is a variety {} already.", v.Name)
	}
	return err
}

// AddModel keeps a kind of bag. Safe to repeat.
func (g *Garden) AddModel(ctx context.Context, m logbook.Model, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, modelAsked(m), func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		if err := checkModel(ctx, w, &m, &faults); err != nil {
			return 0, err
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddModel(ctx, m)
	})
}

// checkModel that is new, ID 0, or put right.
func checkModel(ctx context.Context, r shelfReader, m *logbook.Model, faults *logbook.Faults) error {
	m.Name = logbook.CheckName(faults, "name", "kind of bag", m.Name)
	if m.Shape.Check() != nil {
		faults.Add("height", "Give the inside measures of the bag.")
	}
	m.CheckShelf(faults)
	if hole := m.Drainage.HoleHeight; !(hole >= 0 && hole <= m.Shape.Height()) {
		faults.Add("hole", "A hole lies between the base and the rim, at {}.", m.Shape.Height())
	}
	if logbook.MaterialNames[m.Material] == "" {
		faults.Add("material", "Choose what the wall is made of.")
	}
	models, err := r.Models(ctx)
	if o, taken := logbook.Find(models, func(o logbook.Model) bool { return strings.EqualFold(o.Name, m.Name) }); taken && m.Name != "" && o.ID != m.ID {
		faults.Add("name", "There is a kind of bag {} already.", m.Name)
	}
	return err
}

// modelAsked is a model as plain values, so that two requests can be told apart.
func modelAsked(m logbook.Model) any {
	type asked struct {
		Name, Material, Kind, Drain            string
		BaseL, BaseW, TopL, TopW, Height, Hole measure.Length
		Shelf                                  []any
	}
	s := m.Shape
	bl, bw := s.Base()
	tl, tw := s.Top()
	return asked{m.Name, string(m.Material), string(s.Kind()), string(m.Drainage.Way), bl, bw, tl, tw, s.Height(), m.Drainage.HoleHeight, []any{s.Liner(), m.Holes, m.Light, m.Rolls, m.Sold, m.Empty, m.Price, m.Lasts}}
}

// AddBags keeps bags under their labels; a label names one bag. It returns the
// ID of the first. Safe to repeat.
func (g *Garden) AddBags(ctx context.Context, n NewBags, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		place := logbook.CheckName(&faults, "place", "place", n.Place)
		models, err := w.Models(ctx)
		if err != nil {
			return 0, err
		}
		model, ok := logbook.Find(models, func(m logbook.Model) bool { return m.ID == n.Model })
		if !ok {
			faults.Add("model", "Choose a kind of bag.")
		}
		bags, err := w.Bags(ctx)
		if err != nil {
			return 0, err
		}
		labels := checkLabels(&faults, bags, n.Labels)
		if faults != nil {
			return 0, faults
		}
		at, err := placeNamed(ctx, w, place, n.Shelter)
		if err != nil {
			return 0, err
		}
		var first logbook.ID
		for _, label := range labels {
			id, err := w.AddBag(ctx, logbook.Bag{Label: label, Model: model, Place: at})
			if err != nil {
				return 0, err
			}
			if first == 0 {
				first = id
			}
		}
		return first, nil
	})
}

func checkLabels(faults *logbook.Faults, bags []logbook.Bag, labels []string) []string {
	taken := map[string]bool{}
	for _, b := range bags {
		taken[strings.ToUpper(b.Label)] = true
	}
	var good []string
	for _, label := range labels {
		label = strings.TrimSpace(label)
		key := strings.ToUpper(label)
		switch {
		case !logbook.LabelWord(label):
			faults.Add("labels", "The label “{}” is not of up to 12 letters, digits or dashes.", label)
		case taken[key]:
			faults.Add("labels", "There is a bag {} already.", label)
		default:
			good = append(good, label)
		}
		taken[key] = true
	}
	if len(labels) == 0 {
		faults.Add("labels", "Write a label for each bag, like R1 R2 R3.")
	}
	if len(labels) > 100 {
		faults.Add("labels", "Add up to 100 bags at a time.")
	}
	return good
}

func placeNamed(ctx context.Context, w shelfWriter, name string, s climate.Shelter) (logbook.Place, error) {
	places, err := w.Places(ctx)
	if err != nil {
		return logbook.Place{}, err
	}
	if p, ok := logbook.Find(places, func(p logbook.Place) bool { return strings.EqualFold(p.Name, name) }); ok {
		return p, nil
	}
	if !s.Known() {
		s = climate.Open
	}
	p := logbook.Place{Name: name, Position: len(places) + 1, Shelter: s}
	p.ID, err = w.AddPlace(ctx, p)
	return p, err
}
