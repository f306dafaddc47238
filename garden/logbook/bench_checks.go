package logbook

import (
	"math"
	"slices"
	"strings"

	"glebata/core/measure"
	"glebata/core/seed"
)

// CheckLabel tidies a label and faults one that is empty, too long or taken.
func CheckLabel(faults *Faults, field, label string, taken func(string) bool) string {
	label = strings.TrimSpace(label)
	switch {
	case !LabelWord(label):
		faults.Add(field, "A label has up to 12 letters, digits or dashes.")
	case taken(label):
		faults.Add(field, "“{}” is there already: give it another label.", label)
	}
	return label
}

// CheckTrayTemp faults a temperature that no tray stands at, °C.
func CheckTrayTemp(faults *Faults, t measure.Temperature) {
	if !(t >= 0 && t <= 35) {
		faults.Add("temp", "Seed stands between {} and {}; {} to {} is right for chitting.", measure.Temperature(0), measure.Temperature(35), measure.Temperature(8), measure.Temperature(12))
	}
}

// ofKind is an entry with what its kind speaks of, and nothing else.
func (e *SeedEntry) ofKind() SeedEntry {
	out := SeedEntry{ID: e.ID, Tray: e.Tray, Kind: e.Kind, Day: e.Day, About: e.About, Logged: e.Logged, Key: e.Key}
	switch e.Kind {
	case SeedStood:
		out.Temp, out.Light = e.Temp, e.Light
	case SeedWeighed:
		out.Weights, out.Hows = e.Weights, e.Hows
	case SeedLooked:
		out.Seen = e.Seen
	case SeedRubbed:
		out.Tuber, out.Keep = e.Tuber, e.Keep
	case SeedCut:
		out.Tuber, out.Weights, out.Hows, out.Eyes, out.HealDays = e.Tuber, e.Weights, e.Hows, e.Eyes, e.HealDays
	case SeedDiscarded:
		out.Tuber, out.Text = e.Tuber, strings.TrimSpace(measure.PlainText(e.Text))
	case SeedAllotted:
		out.Allots = e.Allots
	case SeedVoided:
		out.Voids = e.Voids
	}
	return out
}

// Check what an entry says of a tray before it is applied.
func (t *TrayState) Check(e *SeedEntry, today measure.Day) error {
	var faults Faults
	*e = e.ofKind()
	if e.Day > today {
		faults.Add("day", "{} is still to come: enter it on the day or after.", e.Day)
	}
	switch e.Kind {
	case SeedStood:
		CheckTrayTemp(&faults, e.Temp)
	case SeedWeighed:
		t.checkWeights(&faults, e.Weights)
		if n := len(t.Tubers); n > 0 && e.Day < t.Tubers[n-1].Since {
			faults.Add("weights", "Tubers are numbered as they are put in, the last on {}: no more go in before that day.", t.Tubers[n-1].Since)
		}
	case SeedLooked:
		if len(e.Seen) == 0 {
			faults.Add("", "Nothing changed: count eyes and sprouts of a tuber first.")
		}
		for i, s := range e.Seen {
			if slices.ContainsFunc(e.Seen[:i], func(o Seen) bool { return o.Tuber == s.Tuber }) {
				faults.Add("", "Tuber {} is in it twice.", s.Tuber)
			}
			t.checkSeen(&faults, s)
		}
	case SeedRubbed:
		if !(e.Keep >= 1 && e.Keep <= 60) {
			faults.Add("keep", "Leave at least one sprout.")
		}
	case SeedCut:
		t.checkCut(&faults, e)
	case SeedDiscarded:
		if u, err := t.tuber(e.Tuber); err == nil && anyGone(u.Pieces) {
			faults.Add("tuber", "Tuber {} is planted.", e.Tuber)
		}
	default:
		return ErrNotFound
	}
	if len(e.Text) > maxText {
		faults.Add("text", "A note holds up to {} letters.", maxText)
	}
	return faults.Err()
}

func (t *TrayState) checkWeights(faults *Faults, weights []measure.Mass) {
	if len(weights) == 0 {
		faults.Add("weights", "Write the weight of at least one tuber.")
	}
	for _, w := range weights {
		if !(w >= seed.MinPiece && w <= seed.MaxPiece) {
			faults.Add("weights", "A tuber of {} is not believed: between {} and {}.", w, seed.MinPiece, seed.MaxPiece)
			return
		}
	}
}

func (t *TrayState) checkSeen(faults *Faults, s Seen) {
	field := func(name string) string { return measure.Say(name+"-{}", s.Tuber).In(measure.Metric) }
	if _, err := t.tuber(s.Tuber); err != nil {
		*faults = append(*faults, AsFaults(err)...)
		return
	}
	switch {
	case !(s.Eyes >= 0 && s.Eyes <= 60):
		faults.Add(field("eyes"), "0 to 60 eyes are believed.")
	case !(s.Sprouts >= 0 && s.Sprouts <= 60):
		faults.Add(field("sprouts"), "0 to 60 sprouts are believed.")
	case !(s.Longest >= 0 && s.Longest <= 100):
		faults.Add(field("longest"), "A sprout of {} is not believed: check the unit.", s.Longest)
	case s.Sprouts == 0 && s.Longest > 0:
		faults.Add(field("sprouts"), "There is a sprout to measure, so count it.")
	}
}

func (t *TrayState) checkCut(faults *Faults, e *SeedEntry) {
	u, err := t.tuber(e.Tuber)
	if err != nil {
		*faults = append(*faults, AsFaults(err)...)
		return
	}
	if u.Pieces[0].Planting != 0 {
		faults.Add("tuber", "Tuber {} is given to a bag: take that back before you cut it.", e.Tuber)
	}
	if len(e.Weights) < 2 || len(e.Weights) > 8 {
		faults.Add("piece-1", "A cut tuber has 2 to 8 pieces.")
		return
	}
	var sum measure.Mass
	for _, w := range e.Weights {
		if !(w >= seed.MinPiece) {
			faults.Add("piece-1", "A piece of {} is not believed.", w)
		}
		sum += w
	}
	if off := math.Abs(float64(sum - u.Weight)); off > seed.LostInCutting*float64(u.Weight)+0.5 {
		faults.Add("piece-1", "The pieces come to {} and the tuber had {}: they may differ by 1 %. Weigh them again.", sum, u.Weight)
	}
	if e.HealDays == 0 {
		e.HealDays = seed.HealDays
	}
	if !(e.HealDays >= seed.HealDaysFrom && e.HealDays <= 14) {
		faults.Add("heal", "Cut faces heal in {} to {} days.", seed.HealDaysFrom, seed.HealDaysTo)
	}
}

// MayTakeBackAllotment refuses when some of its seed is planted.
func (b *Bench) MayTakeBackAllotment(e SeedEntry) error {
	for _, a := range e.Allots {
		if t, ok := b.Tray(a.Tray); ok && a.Tuber <= len(t.Tubers) && anyGone(t.Tubers[a.Tuber-1].Pieces) {
			return Refuse("", "Seed of this allotment is planted: take the planting back first.")
		}
	}
	return nil
}

// MayTakeBack refuses to take back tubers or cuts that other entries speak of: tubers
// and pieces are named by their number.
func (b *Bench) MayTakeBack(t *TrayState, e SeedEntry) error {
	if e.Kind != SeedWeighed && e.Kind != SeedCut || IsAside(t.Aside, e.ID) {
		return nil
	}
	for _, o := range t.Log { // newest first
		if o.ID > e.ID && o.Kind != SeedStood && (e.Kind == SeedWeighed || o.Tuber == e.Tuber) {
			return Refuse("", "What was logged for {} stands on this entry ({}): take that back first.", o.Day, o.Kind)
		}
	}
	for _, o := range b.Log {
		for _, a := range o.Allots {
			if o.ID > e.ID && a.Tray == t.ID && (e.Kind == SeedWeighed || a.Tuber == e.Tuber) {
				return Refuse("", "Seed of this tray was given to bags on {}: take that back first.", o.Day)
			}
		}
	}
	return nil
}

// CheckAllotment refuses pieces that are not there, given twice, or to a planting
// that does not wait for seed of their variety.
func (b *Bench) CheckAllotment(open []Planting, e *SeedEntry) error {
	if len(e.Allots) == 0 {
		return Refuse("", "There is nothing to give to a bag.")
	}
	at := map[ID]*TrayState{}
	for i := range b.Trays {
		at[b.Trays[i].ID] = &b.Trays[i]
	}
	mine := map[ID]bool{}
	for _, x := range e.Allots {
		mine[x.Planting] = true
	}
	seen := map[PieceRef]bool{}
	for _, x := range e.Allots {
		p, ok := Find(open, func(p Planting) bool { return p.ID == x.Planting })
		if !ok || b.stages[p.ID] != StagePlanned {
			return Refuse("", "A bag of this allotment is planted or gone by now: look again.")
		}
		piece := b.piece(at, x.PieceRef)
		if piece == nil || seen[x.PieceRef] || piece.Gone || piece.Planting != 0 && !mine[piece.Planting] {
			return Refuse("", "Some of this seed was given away or cut meanwhile: look again.")
		}
		if at[x.Tray].Lot.Variety.ID != p.Variety.ID {
			return Refuse("", "{} is not seed of {}.", piece.Name, p.Variety.Name)
		}
		seen[x.PieceRef] = true
	}
	return nil
}
