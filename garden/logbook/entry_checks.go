package logbook

import (
	"fmt"
	"slices"
	"strings"

	"glebata/core/growth"
	"glebata/core/lift"
	"glebata/core/measure"
)

// Heights that no stem can have so many days after planting: what a transplant or a
// slip brings with it, and the most that grows in a day, in cm. Practice.
const MaxPlantedHeight, fastestDay measure.Length = 100, 8

// CheckMeant refuses what no grower means: a day far from the season, a stem that
// cannot have grown yet, a batch that was weighed in before.
func (l *PlantingLog) CheckMeant(e *Entry) error {
	year := l.Planting.Season.Year
	if e.Day < measure.Date(year-1, 1, 1) || e.Day > measure.Date(year+2, 6, 30) {
		return Refuse("day", "{} is not in the season {}.", e.Day, year)
	}
	if s := &l.State; e.Kind == Measured && s.Stage == StageGrowing && e.Day >= s.Planted {
		if most := min(growth.MaxStem, MaxPlantedHeight+fastestDay*measure.Length(e.Day-s.Planted)); e.Height > most {
			return Refuse("height", "{} is more than stems can stand {} days after planting: check the number and its unit.", e.Height, int(e.Day-s.Planted))
		}
	}
	if e.Kind != Weighed || e.Another {
		return nil
	}
	for i := range l.State.Log {
		if o := &l.State.Log[i]; o.Kind == Weighed && o.Day == e.Day && o.Logged == e.Logged && slices.Equal(o.Batches, e.Batches) {
			return Refuse("another", "Just this was weighed in already today. Was it a batch of its own? Then say so and send it again.")
		}
	}
	return nil
}

// ofKind is an entry with what its kind speaks of, and nothing else.
func (e *Entry) ofKind() Entry {
	out := Entry{ID: e.ID, Planting: e.Planting, Kind: e.Kind, Day: e.Day, Logged: e.Logged, Key: e.Key, About: e.About, Text: strings.TrimSpace(measure.PlainText(e.Text)), Group: e.Group}
	for _, f := range KindOf(e.Kind).Speaks {
		f.copy(&out, e)
	}
	return out
}

// CheckEntry checks what an entry says on its own, before the log is asked. What its
// kind does not speak of is left out of it.
func CheckEntry(e *Entry, today measure.Day) error {
	var faults Faults
	*e = e.ofKind()
	if e.Day > today {
		faults.Add("day", "{} is still to come: enter it on the day or after.", e.Day)
	}
	if len(e.Text) > maxText {
		faults.Add("text", "A note holds up to {} letters.", maxText)
	}
	k := KindOf(e.Kind)
	if k.Kind == "" || e.Kind == Voided {
		return ErrNotFound
	}
	if k.Doing != nil {
		k.check(&faults, e)
	}
	if k.Check != nil {
		k.Check(&faults, e)
	}
	return faults.Err()
}

// maxPutOff is how far a job can be put off, in days.
const maxPutOff = 60

func checkDoing(faults *Faults, e *Entry) {
	if !e.What.Known() {
		faults.Add("what", "Say which job.")
	}
	if e.Kind == Skipped && e.Text == "" {
		faults.Add("text", "Say why, in a few words: next year you will want to know.")
	}
	if e.Kind == PutOff && (e.Until <= e.Day || e.Until > e.Day+maxPutOff) {
		faults.Add("until", "Put it off by 1 to {} days.", maxPutOff)
	}
}

// CheckBatches faults what no scale, count or estimate can have given.
func CheckBatches(faults *Faults, batches []Batch) {
	if len(batches) == 0 {
		faults.Add("gross-1", "Weigh at least one batch.")
	}
	for i, b := range batches {
		field := func(name string) string { return fmt.Sprintf("%s-%d", name, i+1) }
		batch := b.Lifted()
		if !b.How.Valid() {
			faults.Add(field("gross"), "Say how it is known.")
		}
		switch batch.Check() {
		case nil:
		case lift.ErrNoNet:
			faults.Add(field("gross"), "{} gross is not more than the container's {}: weigh it again, or change the container.", b.Gross, b.Tare)
		case lift.ErrCapacity:
			faults.Add(field("gross"), "{} is more than a household scale can weigh: check the unit.", b.Gross)
		case lift.ErrGrade:
			faults.Add(field("grade"), "Choose a grade.")
		case lift.ErrCount:
			faults.Add(field("count"), "A count from 0 to 5000 is believed.")
		case lift.ErrRange:
			faults.Add(field("gross"), "It lies outside of what it may be: the least first, then the most.")
		default:
			faults.Add(field("gross"), "That cannot be read.")
		}
	}
}

// Seen at lifting, by key: where most tubers lay, how the mother tuber was, and roots that
// went round the wall.
var SeenAtLifting = []Choice{
	{"near", "most lay near the surface"}, {"middle", "most lay in the middle"}, {"bottom", "most lay at the bottom"},
	{"firm", "the mother tuber was still firm"}, {"gone", "the mother tuber was gone"}, {"circling", "roots circled the wall"},
}

// LiftMinutes are the most that lifting one bag is believed to take.
const LiftMinutes = 600

// checkSeenAtLifting that is kept with a weigh-in: its Thing are keys apart by spaces, its
// Level the minutes it took.
func checkSeenAtLifting(faults *Faults, e *Entry) {
	var keys []string
	for _, key := range strings.Fields(e.Thing) {
		if _, ok := Find(SeenAtLifting, func(c Choice) bool { return c.Key == key }); !ok {
			faults.Add("seen", "Choose what was seen.")
		} else if !slices.Contains(keys, key) {
			keys = append(keys, key)
		}
	}
	e.Thing = strings.Join(keys, " ")
	if !(e.Level >= 0 && e.Level <= LiftMinutes) {
		faults.Add("minutes", "Minutes from 0 to {}.", LiftMinutes)
	}
}
