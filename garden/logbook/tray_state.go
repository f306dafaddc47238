package logbook

import (
	"slices"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
)

// PieceState is a piece of seed, or a whole tuber.
type PieceState struct {
	PieceRef
	Name     string // "A1·7" or "A1·7b"
	Weight   measure.Mass
	How      measure.Known // its weight is known
	Eyes     int
	Sprouts  int
	HealedBy measure.Day // 0 when it was not cut
	Planting ID          // allotted to, 0 when free
	Gone     bool        // planted or potted
}

// TuberState is a tuber in its tray.
type TuberState struct {
	N         int
	Weight    measure.Mass
	How       measure.Known // its weight is known
	Seen      Seen
	Looked    measure.Day // 0 before the first look
	Since     measure.Day // in the tray
	Rubbed    bool
	Discarded bool
	Why       string // it was discarded
	Pieces    []PieceState

	Call   seed.Call
	Reason measure.Phrase
	Ready  measure.Day // forecast; 0 when it is not known
	Rub    int         // sprouts to rub off for a balanced crop
	Cut    seed.Cut    // what cutting it would give
	Cuts   measure.Phrase
}

// Whole reports whether the tuber was not cut.
func (t *TuberState) Whole() bool { return len(t.Pieces) == 1 && t.Pieces[0].Piece == 0 }

// TrayState is a tray as it stands.
type TrayState struct {
	Tray
	Stood  measure.Day // 0 when nobody said where
	Temp   measure.Temperature
	Light  bool
	Stands []seed.Stand // in order of day, one at least
	Tubers []TuberState
	Total  measure.Mass
	Log    []SeedEntry // that stand, newest first
	Aside  []Aside     // those of them that cannot be applied
	log    []SeedEntry // as it was written
}

// usual conditions until the grower says where a tray stands. Practice.
const usualTrayTemp measure.Temperature = 10

// tuber by its number; a fault when there is none, or it was thrown out.
func (t *TrayState) tuber(n int) (*TuberState, error) {
	if !(n >= 1 && n <= len(t.Tubers)) {
		return nil, Refuse("tuber", "There is no tuber {} in tray {}.", n, t.Label)
	}
	if t.Tubers[n-1].Discarded {
		return nil, Refuse("tuber", "Tuber {} of tray {} was thrown out.", n, t.Label)
	}
	return &t.Tubers[n-1], nil
}

// ReplayTray puts the log of a tray on it, in order of day. Entries that cannot
// follow the ones before them are set aside.
func ReplayTray(tray Tray, log []SeedEntry) TrayState {
	t := TrayState{Tray: tray, Temp: usualTrayTemp, Light: true, Stands: []seed.Stand{{Temp: usualTrayTemp, Light: true}}, log: log}
	t.Log = slices.Clone(Live(log))
	t.Aside = replay(t.Log, t.apply)
	slices.Reverse(t.Log)
	return t
}

// apply one entry; where it is refused the state is as it was.
func (t *TrayState) apply(e *SeedEntry) error {
	switch e.Kind {
	case SeedStood:
		if stand := (seed.Stand{From: e.Day, Temp: e.Temp, Light: e.Light}); t.Stood == 0 { // it is not known to have stood elsewhere
			t.Stands = []seed.Stand{stand}
		} else {
			t.Stands = append(slices.Clone(t.Stands), stand)
		}
		t.Stood, t.Temp, t.Light = e.Day, e.Temp, e.Light
	case SeedWeighed:
		if len(t.Tubers)+len(e.Weights) > maxTubers {
			return Refuse("weights", "A tray holds up to {} tubers: begin another.", maxTubers)
		}
		for i, w := range e.Weights {
			n := len(t.Tubers) + 1
			u := TuberState{N: n, Weight: w, Since: e.Day}
			ref := PieceRef{t.ID, n, 0}
			if i < len(e.Hows) {
				u.How = e.Hows[i]
			}
			u.Pieces = []PieceState{{PieceRef: ref, Name: t.pieceName(n, 0), Weight: w, How: u.How}}
			t.Tubers = append(t.Tubers, u)
			t.Total += w
		}
	case SeedLooked:
		for _, s := range e.Seen {
			if _, err := t.tuber(s.Tuber); err != nil {
				return err
			}
		}
		for _, s := range e.Seen {
			u := &t.Tubers[s.Tuber-1]
			u.Seen, u.Looked = s, e.Day
			if u.Whole() {
				u.Pieces[0].Eyes, u.Pieces[0].Sprouts = s.Eyes, s.Sprouts
			}
		}
	case SeedRubbed:
		u, err := t.tuber(e.Tuber)
		if err != nil {
			return err
		}
		u.Seen.Sprouts, u.Rubbed = min(u.Seen.Sprouts, e.Keep), true
	case SeedCut:
		return t.cut(e)
	case SeedDiscarded:
		u, err := t.tuber(e.Tuber)
		if err != nil {
			return err
		}
		u.Discarded, u.Why = true, e.Text
		t.Total -= u.Weight
	}
	return nil
}

func (t *TrayState) cut(e *SeedEntry) error {
	u, err := t.tuber(e.Tuber)
	if err != nil {
		return err
	}
	if !u.Whole() {
		return Refuse("tuber", "Tuber {} of tray {} is cut already.", e.Tuber, t.Label)
	}
	u.Pieces = nil
	for i, w := range e.Weights {
		eyes := 0
		if i < len(e.Eyes) {
			eyes = e.Eyes[i]
		}
		how := measure.Weighed
		if i < len(e.Hows) {
			how = e.Hows[i]
		}
		u.Pieces = append(u.Pieces, PieceState{
			PieceRef: PieceRef{t.ID, e.Tuber, i + 1}, Name: t.pieceName(e.Tuber, i+1), Weight: w, How: how, Eyes: eyes, HealedBy: e.Day + measure.Day(e.HealDays),
		})
	}
	return nil
}

// MayFollow refuses an entry that cannot follow what is there, or that what is there
// could not follow.
func (t *TrayState) MayFollow(e SeedEntry) error {
	after := ReplayTray(t.Tray, append(t.log[:len(t.log):len(t.log)], e))
	name := func(id ID) measure.Phrase {
		e, _ := Find(t.Log, func(e SeedEntry) bool { return e.ID == id })
		return measure.Say(string(e.Kind))
	}
	return refusal(e.line(), t.Aside, after.Aside, name)
}

func (t *TrayState) pieceName(tuber, piece int) string {
	name := measure.Say("{}·{}", t.Label, tuber).In(measure.Metric)
	if piece > 0 {
		name += string(rune('a' + piece - 1))
	}
	return name
}

// judge every tuber of a tray by what was seen last.
func (t *TrayState) judge(lotSprouts bool, today measure.Day) {
	variety := t.Lot.Variety
	for i := range t.Tubers {
		u := &t.Tubers[i]
		if u.Discarded {
			continue
		}
		u.Cut = seed.UsualCutting.Of(u.Weight, u.Seen.Eyes)
		u.Cuts = cutWords(u, t.Lot, variety)
		u.Rub = seed.RubOff(u.Seen.Sprouts, seed.Balance)
		if u.Looked == 0 {
			u.Call, u.Reason = seed.Wait, measure.Say("Not looked at yet: count eyes and sprouts, measure the longest.")
			u.Ready, _ = seed.ReadyFrom(t.Stands, u.Since, 0, 0)
			continue
		}
		s := u.Seen
		u.Call, u.Reason = seed.Judge(seed.Tuber{Longest: s.Longest, Stout: s.Stout, Sprouts: s.Sprouts, Rotten: s.Soft, LotSprouts: lotSprouts})
		if u.Call == seed.Wait {
			u.Ready, _ = seed.ReadyFrom(t.Stands, u.Looked, s.Longest, seed.Warmth(t.Stands, u.Since, u.Looked))
			if u.Ready != 0 && u.Ready <= today {
				u.Reason = measure.Say("It should have come on by now: look again.")
			}
		}
	}
}

// cutWords is what to think of cutting a tuber.
// WorthCutting reports whether the tuber is one to cut: sound, of enough eyes and weight,
// and of seed that does well cut.
func (t *TrayState) WorthCutting(u *TuberState) bool {
	return u.Looked != 0 && !u.Discarded && u.Whole() && !u.Cut.Whole() && !u.Pieces[0].Gone &&
		u.Call != seed.Discard && u.Call != seed.Blind && t.Lot.Source != Kitchen && t.Lot.Variety.Class != crop.FirstEarly && t.Lot.Variety.Class.Crop() == crop.Potato
}

func cutWords(u *TuberState, l Lot, v Variety) measure.Phrase {
	switch {
	case v.Class.Crop() != crop.Potato || u.Looked == 0 || u.Cut.Whole():
		return u.Cut.Reason
	case l.Source == Kitchen:
		return measure.Say("It would give {}, but kitchen seed is better planted whole.", u.Cut.Pieces)
	case v.Class == crop.FirstEarly:
		return measure.Say("It would give {}, but first earlies go into cold medium: plant them whole.", u.Cut.Pieces)
	default:
		return u.Cut.Reason
	}
}

// Counts of a tray's tubers by what to do with them.
func (t *TrayState) Counts() map[seed.Call]int {
	out := map[seed.Call]int{}
	for _, u := range t.Tubers {
		if !u.Discarded && !allGone(u.Pieces) {
			out[u.Call]++
		}
	}
	return out
}

// Sound is how many tubers have not been thrown out.
func (t *TrayState) Sound() int {
	n := 0
	for _, u := range t.Tubers {
		if !u.Discarded {
			n++
		}
	}
	return n
}

// Left are the tubers of which some is not planted or thrown out, and what is
// left of them weighs.
func (t *TrayState) Left() (n int, weight measure.Mass) {
	for _, u := range t.Tubers {
		was := weight
		for _, p := range u.Pieces {
			if !u.Discarded && !p.Gone {
				weight += p.Weight
			}
		}
		if weight > was {
			n++
		}
	}
	return n, weight
}

// AllReady is the day the last tuber that waits is likely ready; 0 when none waits.
func (t *TrayState) AllReady() measure.Day {
	var last measure.Day
	for _, u := range t.Tubers {
		if !u.Discarded && u.Call == seed.Wait && !allGone(u.Pieces) {
			last = max(last, u.Ready)
		}
	}
	return last
}

func (e *SeedEntry) line() line { return line{e.ID, e.Day, e.Voids} }

// maxTubers in one tray.
const maxTubers = 200

func anyGone(pieces []PieceState) bool {
	for _, p := range pieces {
		if p.Gone {
			return true
		}
	}
	return false
}

func allGone(pieces []PieceState) bool {
	for _, p := range pieces {
		if !p.Gone {
			return false
		}
	}
	return true
}
