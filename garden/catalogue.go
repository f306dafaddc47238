package garden

import (
	"context"
	"strings"
	"unicode/utf8"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

// NewBags asks for bags of one model at one place, one for each label.
type NewBags struct {
	Labels []string
	Model  ID
	Place  string // a new name makes a new place
	// Shelter of a new place; empty for the open.
	Shelter climate.Shelter
}

const longestName = 40

func checkName(faults *Faults, field, what, name string) string {
	name = measure.PlainLine(name)
	switch {
	case name == "":
		faults.Add(field, "Give the "+what+" a name.")
	case utf8.RuneCountInString(name) > longestName:
		faults.Add(field, "The name of the "+what+" is over {} letters.", longestName)
	}
	return name
}

// AddVariety keeps a variety. A variety without a class gets the one its packet
// days fall in. Safe to repeat.
func (g *Garden) AddVariety(ctx context.Context, v Variety, a Asked) (ID, error) {
	return g.once(ctx, a.Key, v, func(w Writer) (ID, error) {
		var faults Faults
		v.Name = checkName(&faults, "name", "variety", v.Name)
		if !v.Class.Known() {
			faults.Add("class", "Choose a class: it sets litres, depth and how the bag is filled.")
		}
		if v.PacketDays != 0 && (v.PacketDays < 40 || v.PacketDays > 250) {
			faults.Add("days", "Days to maturity lie between 40 and 250; leave it empty when the packet does not say.")
		}
		varieties, err := w.Varieties(ctx)
		if err != nil {
			return 0, err
		}
		if _, taken := find(varieties, func(o Variety) bool { return strings.EqualFold(o.Name, v.Name) }); taken && v.Name != "" {
			faults.Add("name", "There is a variety {} already.", v.Name)
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddVariety(ctx, v)
	})
}

// ClassConflict says when a variety's days and its class disagree; days win in
// every rule that reads days. Empty when they agree or no days are given.
func (v Variety) ClassConflict() measure.Phrase {
	by, ok := crop.ByDays(v.Class.Crop(), v.PacketDays)
	if !ok || by == v.Class {
		return measure.Phrase{}
	}
	return measure.Say("{} days is a {} by the packet, though it is kept as a {}.", v.PacketDays, by.Name(), v.Class.Name())
}

// AddModel keeps a kind of bag. Safe to repeat.
func (g *Garden) AddModel(ctx context.Context, m Model, a Asked) (ID, error) {
	return g.once(ctx, a.Key, modelAsked(m), func(w Writer) (ID, error) {
		var faults Faults
		m.Name = checkName(&faults, "name", "kind of bag", m.Name)
		if m.Shape.Height() == 0 {
			faults.Add("height", "Give the inside measures of the bag.")
		}
		m.checkShelf(&faults)
		if hole := m.Drainage.HoleHeight; !(hole >= 0 && hole <= m.Shape.Height()) {
			faults.Add("hole", "A hole lies between the base and the rim, at {}.", m.Shape.Height())
		}
		if materialNames[m.Material] == "" {
			faults.Add("material", "Choose what the wall is made of.")
		}
		models, err := w.Models(ctx)
		if err != nil {
			return 0, err
		}
		if _, taken := find(models, func(o Model) bool { return strings.EqualFold(o.Name, m.Name) }); taken && m.Name != "" {
			faults.Add("name", "There is a kind of bag {} already.", m.Name)
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddModel(ctx, m)
	})
}

// checkShelf says what no kind of bag costs, weighs or lasts.
func (m *Model) checkShelf(faults *Faults) {
	if m.Price < 0 || m.Price > 100_000_00 {
		faults.Add("price", "Write what one costs, like 7.50.")
	}
	if m.Lasts < 0 || m.Lasts > 60 {
		faults.Add("lasts", "A bag lasts 1 to 60 seasons.")
	}
	if m.Empty < 0 || m.Empty > 60*measure.Kilogram {
		faults.Add("empty", "An empty bag weighs up to {}.", 60*measure.Kilogram)
	}
	if m.Sold < 0 || m.Sold > 5000 {
		faults.Add("sold", "A bag is sold as up to {}.", measure.Volume(5000))
	}
	if m.Holes < 0 || m.Holes > 200 {
		faults.Add("holes", "0 to 200 holes.")
	}
}

// modelAsked is a model as plain values, so that two requests can be told apart.
func modelAsked(m Model) any {
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
func (g *Garden) AddBags(ctx context.Context, n NewBags, a Asked) (ID, error) {
	return g.once(ctx, a.Key, n, func(w Writer) (ID, error) {
		var faults Faults
		place := checkName(&faults, "place", "place", n.Place)
		models, err := w.Models(ctx)
		if err != nil {
			return 0, err
		}
		model, ok := find(models, func(m Model) bool { return m.ID == n.Model })
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
		var first ID
		for _, label := range labels {
			id, err := w.AddBag(ctx, Bag{Label: label, Model: model, Place: at})
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

func checkLabels(faults *Faults, bags []Bag, labels []string) []string {
	taken := map[string]bool{}
	for _, b := range bags {
		taken[strings.ToUpper(b.Label)] = true
	}
	var good []string
	for _, label := range labels {
		label = strings.TrimSpace(label)
		key := strings.ToUpper(label)
		switch {
		case !labelWord(label):
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

// labelWord reports whether a label can stand on a bag and in an address.
func labelWord(label string) bool {
	if label == "" || len(label) > 12 {
		return false
	}
	for _, r := range label {
		if (r < 'a' || r > 'z') && (r < 'A' || r > 'Z') && (r < '0' || r > '9') && r != '-' {
			return false
		}
	}
	return true
}

func placeNamed(ctx context.Context, w Writer, name string, s climate.Shelter) (Place, error) {
	places, err := w.Places(ctx)
	if err != nil {
		return Place{}, err
	}
	if p, ok := find(places, func(p Place) bool { return strings.EqualFold(p.Name, name) }); ok {
		return p, nil
	}
	if !s.Known() {
		s = climate.Open
	}
	p := Place{Name: name, Position: len(places) + 1, Shelter: s}
	p.ID, err = w.AddPlace(ctx, p)
	return p, err
}
