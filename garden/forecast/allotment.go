package forecast

import (
	"math"

	"glebata/core/advice"
	"glebata/core/bag"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/logbook"
)

// AllotmentMode of allotting.
type AllotmentMode string

// The modes.
const (
	Balanced AllotmentMode = "balanced" // a fair test
	ToFit    AllotmentMode = "fit"      // heavier seed to larger bags
)

// AllotmentRequest is which plantings are to have seed, and how.
type AllotmentRequest struct {
	Plantings []logbook.ID
	Mode      AllotmentMode
	Swaps     [][2]logbook.PieceRef // exchanged by hand, in order
}

// AllottedPlace is a planting with the seed it is to have.
type AllottedPlace struct {
	Planting logbook.Planting
	Litres   measure.Volume // usable
	Pieces   []logbook.PieceState
	Total    measure.Mass
	Short    int
}

// SpreadBy is what of the bags is compared.
type SpreadBy string

// What is compared: seed of a bag where all have the same number, of a piece
// where they do not, of a litre where seed is allotted to fit.
const (
	OfBag   SpreadBy = "bag"
	OfPiece SpreadBy = "piece"
	OfLitre SpreadBy = "litre"
)

// AllotmentDraft is a proposal that nothing is kept of yet.
type AllotmentDraft struct {
	Variety logbook.Variety
	Mode    AllotmentMode
	Places  []AllottedPlace
	Left    []logbook.PieceState
	// Spread is the most less the least of Of over the bags, as a share of the mean.
	Spread float64
	Of     SpreadBy
	Advice advice.List
}

// allotSeed makes the same request come out the same.
const allotSeed = 1

// Allot pieces to the places of the draft.
func (d *AllotmentDraft) Allot(pieces []logbook.PieceState) {
	weights := make([]measure.Mass, len(pieces))
	for i, p := range pieces {
		weights[i] = p.Weight
	}
	places := make([]seed.Place, len(d.Places))
	for i, p := range d.Places {
		places[i] = seed.Place{Wants: p.Planting.Number, Litres: p.Litres}
	}
	allot := seed.Balanced
	if d.Mode == ToFit {
		allot = seed.ToFit
	}
	a := allot(weights, places, allotSeed)
	for i := range d.Places {
		for _, at := range a.Places[i] {
			d.Places[i].Pieces = append(d.Places[i].Pieces, pieces[at])
		}
		d.Places[i].Short = a.Short[i]
	}
	for _, at := range a.Left {
		d.Left = append(d.Left, pieces[at])
	}
}

// Swap two pieces, of two bags or of a bag and what is left.
func (d *AllotmentDraft) Swap(a, b logbook.PieceRef) {
	find := func(ref logbook.PieceRef) *logbook.PieceState {
		for i := range d.Places {
			for j := range d.Places[i].Pieces {
				if d.Places[i].Pieces[j].PieceRef == ref {
					return &d.Places[i].Pieces[j]
				}
			}
		}
		for i := range d.Left {
			if d.Left[i].PieceRef == ref {
				return &d.Left[i]
			}
		}
		return nil
	}
	x, y := find(a), find(b)
	if x != nil && y != nil {
		*x, *y = *y, *x
	}
}

// Sum the bags and their spread.
func (d *AllotmentDraft) Sum() {
	d.Of = OfBag
	for i := range d.Places {
		p := &d.Places[i]
		p.Total = 0
		for _, piece := range p.Pieces {
			p.Total += piece.Weight
		}
		if len(p.Pieces) != len(d.Places[0].Pieces) {
			d.Of = OfPiece
		}
	}
	if d.Mode == ToFit {
		d.Of = OfLitre
	}
	low, high, mean, n := math.Inf(1), 0.0, 0.0, 0
	for _, p := range d.Places {
		if v, ok := d.Share(p); ok {
			low, high, mean, n = math.Min(low, v), math.Max(high, v), mean+v, n+1
		}
	}
	if d.Spread = 0; n > 1 {
		d.Spread = (high - low) / (mean / float64(n))
	}
}

// Share is the seed of one bag in what is compared, g: of the bag, of a piece, or
// of a litre; ok is false for a bag without seed.
func (d *AllotmentDraft) Share(p AllottedPlace) (share float64, ok bool) {
	if len(p.Pieces) == 0 {
		return 0, false
	}
	switch d.Of {
	case OfPiece:
		return float64(p.Total) / float64(len(p.Pieces)), true
	case OfLitre:
		return float64(p.Total) / float64(p.Litres), true
	}
	return float64(p.Total), true
}

// Propose what to do with what is left, or where seed is short.
func (d *AllotmentDraft) Propose(b *logbook.Bench, today measure.Day) {
	short := 0
	for _, p := range d.Places {
		if p.Short > 0 {
			d.Advice.Add(advice.SeedShort, advice.Warn, p.Planting.Bag.Label, "Bag {} is short of {}.", p.Planting.Bag.Label, p.Short)
			short += p.Short
		}
		if len(p.Pieces) == 1 && p.Planting.Number == 1 {
			suggest := bag.Suggest(p.Planting.Bag.Model.Shape, NewRoom(p.Planting.Filling), p.Planting.Variety.Class, p.Planting.Filling.School == hill.TwoLevel)
			if suggest.Number > 1 {
				d.Advice.Add(advice.SeedSingle, advice.Warn, p.Planting.Bag.Label, "Bag {} has one piece: with two, one failure does not empty it.", p.Planting.Bag.Label)
			}
		}
	}
	if short > 0 {
		d.proposeCuts(b, short)
	}
	if len(d.Left) > 0 {
		d.proposeLeft()
	}
	for _, p := range d.Places {
		for _, piece := range p.Pieces {
			if piece.HealedBy > today {
				d.Advice.Add(advice.SeedHealing, advice.Warn, piece.Name, "{} was cut: let it heal until {} before you plant it.", piece.Name, piece.HealedBy)
			}
		}
	}
}

// proposeCuts names tubers that cut would make up for what is short.
func (d *AllotmentDraft) proposeCuts(b *logbook.Bench, short int) {
	for i := range b.Trays {
		t := &b.Trays[i]
		if t.Lot.Variety.ID != d.Variety.ID {
			continue
		}
		for k := range t.Tubers {
			u := &t.Tubers[k]
			if short <= 0 {
				return
			}
			if t.WorthCutting(u) {
				d.Advice.Add(advice.SeedCut, advice.Tip, u.Pieces[0].Name, "Cut {}, {} with {} eyes, into {}: that makes up for {}.", u.Pieces[0].Name, u.Weight, u.Seen.Eyes, u.Cut.Pieces, u.Cut.Pieces-1)
				short -= u.Cut.Pieces - 1
			}
		}
	}
	if short > 0 {
		d.Advice.Add(advice.SeedShort, advice.Warn, d.Variety.Name, "{} more seed of {} is wanted, or plan fewer to a bag.", short, d.Variety.Name)
	}
}

// proposeLeft says where a piece that is left would do best.
func (d *AllotmentDraft) proposeLeft() {
	best, room := -1, measure.Volume(0)
	for i, p := range d.Places {
		if p.Short > 0 {
			continue
		}
		if each := p.Litres / measure.Volume(len(p.Pieces)+1); each > room {
			best, room = i, each
		}
	}
	names := ""
	for i, p := range d.Left {
		if i > 0 {
			names += ", "
		}
		names += p.Name
	}
	rule := d.Variety.Class.Constants().LitresPerPlant
	if best >= 0 && room >= rule {
		d.Advice.Add(advice.SeedSpare, advice.Tip, "", "Left over: {}. Bag {} has room for one more, {} each; or grow it on in a spare pot, or eat it.", names, d.Places[best].Planting.Bag.Label, room)
		return
	}
	d.Advice.Add(advice.SeedSpare, advice.Tip, "", "Left over: {}. No bag has room by the litre rule ({} each): a spare pot, or eat it unless it is green.", names, rule)
}
