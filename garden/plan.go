package garden

import (
	"context"
	"errors"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
)

// NewPlanting is what "plan this bag" asks for.
type NewPlanting struct {
	Year    int
	Bag     ID
	Variety ID
	Number  int
	Filling hill.Plan
	Timing  Timing     // the usual one when its Way is empty
	Mix     medium.Mix // empty for the usual one
	// WillDrill is the grower's word that a bag without holes gets some first.
	WillDrill bool
}

// slipDepth is how much of a slip goes under: it is laid or set this far below
// the top of the filled bag. Practice.
const slipDepth measure.Length = 8

// DefaultLadder is the plan a school starts from in one bag for one class.
func DefaultLadder(s bag.Shape, c crop.Class, school hill.School) hill.Plan {
	p := hill.Defaults(school)
	if c.Crop() == crop.SweetPotato {
		p.Cover = slipDepth
		p.Base = max(0, s.UsableTop(p.Headspace)-slipDepth)
	}
	return p
}

// roomOf a plan that is left free of medium.
func roomOf(p hill.Plan) bag.Room { return bag.Room{Headspace: p.Headspace, Filler: p.Filler} }

// Draft is a planting that is not saved: what the plan page draws.
type Draft struct {
	Standing
	Suggest  bag.Suggestion
	Drainage bag.DrainageFacts
	Concerns []measure.Phrase // what to think of before saving, in words
}

// DraftPlanting works out a plan without keeping it. Faults name the fields.
func DraftPlanting(b Bag, v Variety, number int, ladder hill.Plan) (Draft, error) {
	d := Draft{Standing: Standing{PlantingState: PlantingState{Planting: Planting{Bag: b, Variety: v, Number: number, Filling: ladder}}}}
	shape, k := b.Model.Shape, v.Class.Constants()
	d.Suggest = bag.Suggest(shape, roomOf(ladder), v.Class, ladder.School == hill.TwoLevel)
	d.Drainage = b.Model.Drainage.Facts(shape)

	var faults Faults
	if number < 1 || number > 60 {
		faults.Add("number", "Plant at least 1 and no more than 60 in a bag.")
	}
	if err := hill.Suits(ladder.School, v.Class); err != nil {
		faults = append(faults, asFaults(planFault(err))...)
	}
	state, err := Replay(&d.Planting, nil)
	if err != nil {
		faults = append(faults, asFaults(err)...)
	}
	if faults != nil {
		return d, faults
	}
	d.State = state
	d.Concerns = concerns(&d, k)
	return d, nil
}

func concerns(d *Draft, k crop.Constants) []measure.Phrase {
	var said []measure.Phrase
	say := func(says string, args ...any) { said = append(said, measure.Say(says, args...)) }
	shape, ladder := d.Bag.Model.Shape, d.Filling
	if d.Suggest.TooSmall {
		say("This bag holds {} usable; a {} is worth planting from {} on.", shape.Usable(ladder.Headspace), k.Name, k.SmallestBag)
	}
	if depth := d.Ladder.Top - d.Ladder.Bottom; depth < k.DepthWorkable {
		say("{} of medium is shallow for a {}: {} works, {} is good.", depth, k.Name, k.DepthWorkable, k.DepthGood)
	}
	if n := d.Number; n > d.Suggest.Number {
		say("{} is more than the {} this bag takes by litres and spacing: expect smaller tubers.", n, d.Suggest.Number)
	}
	if d.Drainage.Says != "" {
		say(d.Drainage.Says)
	}
	if ladder.School == hill.RolledRim && !d.Bag.Model.Rolls {
		say("The rim of a {} does not roll down: leaves will stand in shade until it is filled.", d.Bag.Model.Name)
	}
	if ladder.School == hill.StrawOver {
		say("Straw from a field you do not know may carry weedkiller: sow beans in a sample for three weeks first.")
	}
	if ladder.Filler > 0 {
		say("Chips below must be aged: fresh ones take nitrogen while they rot.")
	}
	if spots := d.Spots(&d.Planting); len(spots) > 1 && d.Number <= d.Suggest.Number {
		if near := bag.Nearest(spots); near < k.Spacing-0.5 && len(d.Ladder.Seed) == 1 {
			say("The pieces lie {} apart at that depth; a {} likes {}.", near, k.Name, k.Spacing)
		}
	}
	if lowest := d.Ladder.Seed[0]; d.Drainage.Plantable && lowest < d.Drainage.Level {
		say("Seed at {} would lie in standing water, which reaches {}.", lowest, d.Drainage.Level)
	}
	return said
}

// PlanBag keeps a planting for a bag that holds no other. Safe to repeat.
func (g *Garden) PlanBag(ctx context.Context, n NewPlanting, a Asked) (ID, error) {
	return g.once(ctx, a.Key, n, func(w Writer) (ID, error) { return planBag(ctx, w, n, a) })
}

// planBag within a transaction.
func planBag(ctx context.Context, w Writer, n NewPlanting, a Asked) (ID, error) {
	b, v, err := bagAndVariety(ctx, w, n.Bag, n.Variety)
	if err != nil {
		return 0, err
	}
	if n.Year < a.Today.Year()-30 || n.Year > a.Today.Year()+2 {
		return 0, fault("year", "The season {} is too far off.", n.Year)
	}
	if err := isFree(ctx, w, b, n.Year); err != nil {
		return 0, err
	}
	d, err := DraftPlanting(b, v, n.Number, n.Filling)
	if err != nil {
		return 0, err
	}
	if !d.Drainage.Plantable && !n.WillDrill {
		return 0, fault("drill", "Bag {} has no drain holes: say that you will drill it, or choose another bag.", b.Label)
	}
	if n.Timing.Way != "" {
		if err := n.Timing.check(v, n.Year); err != nil {
			return 0, err
		}
	}
	d.Planting.Planned = a.Today
	if d.Planting.Season, err = theSeason(ctx, w, n.Year); err != nil {
		return 0, err
	}
	id, err := w.AddPlanting(ctx, d.Planting)
	if err == nil && len(n.Mix) > 0 {
		err = setMix(ctx, w, id, n.Mix)
	}
	if err == nil && n.Timing.Way != "" {
		err = w.SetTiming(ctx, id, n.Timing)
	}
	return id, err
}

// setMix of a planting, when it can be read again.
func setMix(ctx context.Context, w Writer, planting ID, m medium.Mix) error {
	cs, err := w.Components(ctx)
	if err == nil {
		err = readable(cs, m)
	}
	if err != nil {
		return err
	}
	return w.SetMix(ctx, planting, m)
}

// isFree refuses a bag that is planned or growing in the season of a year, or in a
// later one. What still grows in it from a season before does not count: it is up by
// then, and nothing is planted before it is closed.
func isFree(ctx context.Context, r Reader, b Bag, year int) error {
	open, err := r.Plantings(ctx, Filter{Bag: b.ID, Open: true})
	if err != nil {
		return err
	}
	if p, taken := find(open, func(p Planting) bool { return p.Season.Year >= year }); taken {
		return fault("bag", "Bag {} is taken: {} is in it for {}. Close that first, or choose another bag.", b.Label, p.Variety.Name, p.Season.Year)
	}
	return nil
}

// growsNothing refuses a bag in which something else grows.
func growsNothing(ctx context.Context, r Reader, p *Planting) error {
	f := Filter{Bag: p.Bag.ID, Open: true}
	open, err := r.Plantings(ctx, f)
	if err != nil {
		return err
	}
	logs, err := r.Logs(ctx, f)
	if err != nil {
		return err
	}
	for _, o := range open {
		if o.ID == p.ID {
			continue
		}
		if _, planted := find(live(logs[o.ID]), func(e Entry) bool { return e.Kind == Planted }); planted {
			return fault("", "Bag {} still has {} of {} in it: close that first.", p.Bag.Label, o.Variety.Name, o.Season.Year)
		}
	}
	return nil
}

func bagAndVariety(ctx context.Context, r Reader, bagID, varietyID ID) (Bag, Variety, error) {
	var faults Faults
	bags, err := r.Bags(ctx)
	if err != nil {
		return Bag{}, Variety{}, err
	}
	b, ok := find(bags, func(b Bag) bool { return b.ID == bagID })
	if !ok {
		faults.Add("bag", "Choose a bag.")
	}
	varieties, err := r.Varieties(ctx)
	if err != nil {
		return Bag{}, Variety{}, err
	}
	v, ok := find(varieties, func(v Variety) bool { return v.ID == varietyID })
	if !ok {
		faults.Add("variety", "Choose a variety.")
	}
	return b, v, faults.Err()
}

func theSeason(ctx context.Context, w Writer, year int) (Season, error) {
	seasons, err := w.Seasons(ctx)
	if err != nil {
		return Season{}, err
	}
	if s, ok := find(seasons, func(s Season) bool { return s.Year == year }); ok {
		return s, nil
	}
	return w.AddSeason(ctx, year)
}

func find[T any](list []T, is func(T) bool) (T, bool) {
	for _, v := range list {
		if is(v) {
			return v, true
		}
	}
	var none T
	return none, false
}

// planFault puts a refusal of hill at its field.
func planFault(err error) error {
	var p *hill.PlanError
	if errors.As(err, &p) {
		return Faults{{p.Field, p.Says}}
	}
	return err
}
