package garden

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
)

// Record appends an entry to the log of its planting when it can follow what
// is there; Key and Logged are taken from a. Safe to repeat. It returns the
// entry's ID. Refusals are Faults, with the fields of the entry.
func (g *Garden) Record(ctx context.Context, e Entry, a Asked) (ID, error) {
	return g.once(ctx, a.Key, e, func(w Writer) (ID, error) { return record(ctx, w, e, a) })
}

// record within a transaction.
func record(ctx context.Context, w Writer, e Entry, a Asked) (ID, error) {
	e.Key, e.Logged = a.Key, a.Today
	if err := takeTares(ctx, w, &e); err != nil {
		return 0, err
	}
	if err := checkEntry(&e, a.Today); err != nil {
		return 0, err
	}
	l, err := openLog(ctx, w, e.Planting)
	if err != nil {
		return 0, err
	}
	if e.Kind == Planted {
		if err := checkSeed(&l.Planting, &e); err != nil {
			return 0, err
		}
		if err := growsNothing(ctx, w, &l.Planting); err != nil {
			return 0, err
		}
	}
	if err := l.checkMeant(&e); err != nil {
		return 0, err
	}
	if e.Kind == Weighed {
		if err := rememberContainers(ctx, w, e.Batches); err != nil {
			return 0, err
		}
	}
	return appendEntry(ctx, w, l, e)
}

// Undo takes an entry back by adding one that voids it. What is left of the
// log must still make sense: a planting with later entries is not taken back
// before they are. It returns the ID of the voiding entry.
func (g *Garden) Undo(ctx context.Context, entry ID, a Asked) (ID, error) {
	type undo struct{ Entry ID }
	return g.once(ctx, a.Key, undo{entry}, func(w Writer) (ID, error) {
		e, err := w.Entry(ctx, entry)
		if err != nil {
			return 0, err
		}
		l, err := openLog(ctx, w, e.Planting)
		if err != nil {
			return 0, err
		}
		p := l.Planting
		if _, stands := l.Find(entry); !stands {
			return 0, fault("", "That entry was taken back before.")
		}
		if e.Kind == Closed || e.Kind == Dropped {
			if err := growsNothing(ctx, w, &p); err != nil {
				return 0, err
			}
			open, err := w.Plantings(ctx, Filter{Bag: p.Bag.ID, Year: p.Season.Year, Open: true})
			if err != nil {
				return 0, err
			}
			if len(open) > 0 {
				return 0, fault("bag", "Bag {} is taken: {} was planned in it for {} since. Drop that first.", p.Bag.Label, open[0].Variety.Name, open[0].Season.Year)
			}
		}
		return appendEntry(ctx, w, l, Entry{Kind: Voided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
	})
}

// Heights that no stem can have so many days after planting: what a transplant or a
// slip brings with it, and the most that grows in a day, in cm. Practice.
const tallestPlanted, fastestDay measure.Length = 100, 8

// checkMeant refuses what no grower means: a day far from the season, a stem that
// cannot have grown yet, a batch that was weighed in before.
func (l *PlantingLog) checkMeant(e *Entry) error {
	year := l.Planting.Season.Year
	if e.Day < measure.Date(year-1, 1, 1) || e.Day > measure.Date(year+2, 6, 30) {
		return fault("day", "{} is not in the season {}.", e.Day, year)
	}
	if s := &l.State; e.Kind == Measured && s.Stage == StageGrowing && e.Day >= s.Planted {
		if most := min(tallest, tallestPlanted+fastestDay*measure.Length(e.Day-s.Planted)); e.Height > most {
			return fault("height", "{} is more than stems can stand {} days after planting: check the number and its unit.", e.Height, int(e.Day-s.Planted))
		}
	}
	if e.Kind != Weighed || e.Another {
		return nil
	}
	for i := range l.State.Log {
		if o := &l.State.Log[i]; o.Kind == Weighed && o.Day == e.Day && o.Logged == e.Logged && slices.Equal(o.Batches, e.Batches) {
			return fault("another", "Just this was weighed in already today. Was it a batch of its own? Then say so and send it again.")
		}
	}
	return nil
}

// longest text of a note that is kept, in bytes.
const longestText = 4000

// checkEntry checks what an entry says on its own, before the log is asked.
func checkEntry(e *Entry, today measure.Day) error {
	var faults Faults
	e.Text = strings.TrimSpace(measure.PlainText(e.Text))
	switch {
	case e.Day > today:
		faults.Add("day", "{} is still to come: enter it on the day or after.", e.Day)
	case e.Day < today-40*366:
		faults.Add("day", "{} is too long ago.", e.Day)
	}
	if len(e.Text) > longestText {
		faults.Add("text", "A note holds up to {} letters.", longestText)
	}
	switch e.Kind {
	case Planted, Measured, Taken, Closed, Dropped, Emerged, Flowered, Frosted, Fed:
	case Topped:
		if !(e.Loose > 0 && e.Loose <= 200) {
			faults.Add("litres", "Write how much went on: up to {} loose.", measure.Volume(200))
		}
	case Tended, Skipped, PutOff:
		checkDoing(&faults, e)
	case Raised:
		if (e.RaiseBy > 0) == (e.Loose > 0) {
			faults.Add("by", "Say how much went on: centimetres or litres, more than 0.")
		}
	case Noted:
		if e.Text == "" {
			faults.Add("text", "Write a few words first.")
		}
	case Weighed:
		checkBatches(&faults, e.Batches)
	default:
		return fmt.Errorf("an entry of kind %q cannot be recorded", e.Kind)
	}
	return faults.Err()
}

// longestPutOff is how far a job can be put off, in days.
const longestPutOff = 60

func checkDoing(faults *Faults, e *Entry) {
	if !e.What.Known() {
		faults.Add("what", "Say which job.")
	}
	if e.Kind == Skipped && e.Text == "" {
		faults.Add("text", "Say why, in a few words: next year you will want to know.")
	}
	if e.Kind == PutOff && (e.Until <= e.Day || e.Until > e.Day+longestPutOff) {
		faults.Add("until", "Put it off by 1 to {} days.", longestPutOff)
	}
}

func checkBatches(faults *Faults, batches []Batch) {
	if len(batches) == 0 {
		faults.Add("gross-1", "Weigh at least one batch.")
	}
	for i, b := range batches {
		field := func(name string) string { return fmt.Sprintf("%s-%d", name, i+1) }
		batch := lift.Batch{Gross: b.Gross, Tare: b.Tare, Grade: lift.Grade(b.Grade), Count: b.Count}
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
		}
	}
}

// checkSeed refuses seed that does not go with the crop of a planting.
func checkSeed(p *Planting, e *Entry) error {
	if p.Variety.Class.Crop() == crop.SweetPotato {
		return nil
	}
	if e.Slips > 0 {
		return fault("pieces", "{} is a potato: weigh each piece of seed in.", p.Variety.Name)
	}
	return nil
}

// takeTares puts in the tare of each batch whose container is known by name.
func takeTares(ctx context.Context, r Reader, e *Entry) error {
	if len(e.Batches) == 0 {
		return nil
	}
	known, err := r.Containers(ctx)
	if err != nil {
		return err
	}
	var faults Faults
	e.Batches = slices.Clone(e.Batches)
	for i := range e.Batches {
		b := &e.Batches[i]
		b.Container = measure.PlainLine(b.Container)
		if utf8.RuneCountInString(b.Container) > longestName {
			faults.Add("new-container", "The name of the container is over {} letters.", longestName)
		}
		if b.Container == "" || b.Tare != 0 {
			continue
		}
		c, ok := find(known, func(c Container) bool { return strings.EqualFold(c.Name, b.Container) })
		if !ok {
			faults.Add(fmt.Sprintf("tare-%d", i+1), "Weigh the {} empty once: then it is known by name.", b.Container)
		}
		b.Tare = c.Tare
	}
	return faults.Err()
}

// WithTare is a batch with the tare of its container put in, checked; Faults
// when it cannot be weighed in.
func (v *View) WithTare(b Batch) (Batch, error) {
	e := Entry{Kind: Weighed, Batches: []Batch{b}}
	if err := takeTares(v.ctx, v.r, &e); err != nil {
		return b, err
	}
	var faults Faults
	checkBatches(&faults, e.Batches)
	return e.Batches[0], faults.Err()
}

func rememberContainers(ctx context.Context, w Writer, batches []Batch) error {
	known, err := w.Containers(ctx)
	if err != nil {
		return err
	}
	for _, b := range batches {
		name := b.Container
		if name == "" || b.Tare <= 0 {
			continue
		}
		if _, ok := find(known, func(c Container) bool { return strings.EqualFold(c.Name, name) }); ok {
			continue
		}
		c := Container{Name: name, Tare: b.Tare}
		if c.ID, err = w.AddContainer(ctx, c); err != nil {
			return err
		}
		known = append(known, c)
	}
	return nil
}
