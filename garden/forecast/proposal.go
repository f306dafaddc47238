package forecast

import (
	"math"
	"slices"
	"strings"

	"glebata/core/advice"
	"glebata/core/assign"
	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// ProposalRequest is how much is to be eaten, when, and what may be used for it.
type ProposalRequest struct {
	Year      int
	People    int
	Meals     int          // a week
	Each      measure.Mass // of potatoes to a person and meal
	From      measure.Day
	Until     measure.Day
	Varieties []logbook.ID   // to be grown; none for all of which there is seed
	AnySeed   bool           // as if there were seed of each in plenty
	LiftAlone bool           // only bags the grower lifts alone
	Litres    measure.Volume // of loose medium at the most; 0 for no limit
	Budget    int            // for medium, in hundredths; 0 for no limit
	// ByHand puts a variety into a bag; 0 keeps the bag empty.
	ByHand map[logbook.ID]logbook.ID
}

// PerMeal is what a person eats of potatoes at a meal until they say otherwise.
// Practice.
const PerMeal measure.Mass = 250

// Weekly is what is wanted a week.
func (a ProposalRequest) Weekly() measure.Mass {
	return measure.Mass(a.People*a.Meals) * a.Each
}

// ProposedBag is one bag of a proposal.
type ProposedBag struct {
	Bag     logbook.Bag
	Variety logbook.Variety // zero for a bag that stays empty
	Pieces  int
	Yield   measure.Mass
	Plant   measure.Day
	Ready   measure.Day
	Wet     measure.Mass
	Heavy   bool
	ByHand  bool
}

// ProposedSeed is a variety of a proposal with what is used of it.
type ProposedSeed struct {
	Variety logbook.Variety
	There   int // pieces; below 0 where it is taken to be plenty
	Used    int
	Yield   measure.Mass
	From    measure.Day // eaten from, until
	Until   measure.Day
	Late    bool // nothing of it may be proposed
	Why     measure.Phrase
}

// Proposal of a season.
type Proposal struct {
	Asked  ProposalRequest
	Bags   []ProposedBag
	Seeds  []ProposedSeed
	Weeks  []ProposedWeek
	Wanted measure.Mass
	Fed    measure.Mass
	Over   measure.Mass
	Litres measure.Volume
	Cost   int
	Advice advice.List // what could not be met
}

// ProposedWeek is one week of what is wanted.
type ProposedWeek struct {
	From        measure.Day
	Wanted, Fed measure.Mass
}

// Check what is asked; faults at its fields.
func (a *ProposalRequest) Check() error {
	var faults logbook.Faults
	if !(a.People >= 1 && a.People <= 100) {
		faults.Add("people", "For 1 to 100 people.")
	}
	if !(a.Meals >= 1 && a.Meals <= 21) {
		faults.Add("meals", "1 to 21 meals a week.")
	}
	if !(a.Each >= 20 && a.Each <= 2000) {
		faults.Add("each", "A person eats {} to {} at a meal.", measure.Mass(20), measure.Mass(2000))
	}
	if a.Until < a.From || a.Until-a.From > 400 {
		faults.Add("until", "The last day lies after the first, and no more than 400 days on.")
	}
	if !(a.Litres >= 0 && a.Litres <= 100_000) {
		faults.Add("litres", "Give the litres there are, or leave it empty.")
	}
	return faults.Err()
}

// PerLitre is what a litre of the usual mix costs, in hundredths, from the sacks
// that are kept.
func PerLitre(mix medium.Mix, products []logbook.Product) float64 {
	cost := 0.0
	for _, part := range mix {
		for _, p := range products {
			if p.Kind == logbook.MediumSack && p.Component == part.Key {
				cost += part.Share * float64(p.Price) / float64(p.Litres)
				break
			}
		}
	}
	return cost
}

// Proposer works one proposal out.
type Proposer struct {
	Out       *Proposal
	Ask       *ProposalRequest
	Site      *logbook.Site
	Varieties []logbook.Variety
	Own       []bag.Calibration
	Mix       medium.Mix // the usual one
	PerLitre  float64
	// Draft forecasts a variety planted in a bag as PlanProposed plans it.
	Draft func(b logbook.Bag, v logbook.Variety) (Draft, error)
	// May it be proposed.
	May func(d *Draft) (calendar.Verdict, error)

	pairs [][]proposedPair // by bag and variety
}

// proposedPair is a variety in a bag, as it would grow there.
type proposedPair struct {
	assign.Pair
	plant, ready measure.Day // ready is 0 where it never is
}

// ProposedNumber that a bag takes by the litre rule, and how it is filled with a mix.
func ProposedNumber(b logbook.Bag, v logbook.Variety, mix medium.Mix) (number int, filling hill.Plan) {
	filling = DefaultLadder(b.Model.Shape, v.Class, hill.Default(v.Class))
	filling.Settling = mix.Settling()
	return bag.Suggest(b.Model.Shape, NewRoom(filling), v.Class, false).Number, filling
}

// Run works the proposal out.
func (b *Proposer) Run() error {
	weeks := int(b.Ask.Until-b.Ask.From)/7 + 1
	p := assign.Problem{Week: make([]measure.Mass, weeks), Litres: b.Ask.Litres, Cost: b.Ask.Budget}
	for w := range p.Week {
		p.Week[w] = b.Ask.Weekly()
		b.Out.Wanted += p.Week[w]
	}
	for i := range b.Varieties {
		p.Seeds = append(p.Seeds, assign.Seed{Pieces: b.Out.Seeds[i].There})
		b.Out.Seeds[i].Late = true
	}
	windows := map[assign.Window]int{}
	for i := range b.Out.Bags {
		row, err := b.pairsOf(&b.Out.Bags[i], windows, &p)
		if err != nil {
			return err
		}
		b.pairs = append(b.pairs, row)
		var plain []assign.Pair
		for _, pair := range row {
			plain = append(plain, pair.Pair)
		}
		p.Pairs = append(p.Pairs, plain)
		p.Fixed = append(p.Fixed, b.byHand(&b.Out.Bags[i]))
	}
	b.tell(assign.Propose(p))
	return nil
}

// pairsOf one bag with each variety, as each would grow where the bag stands.
func (b *Proposer) pairsOf(pb *ProposedBag, windows map[assign.Window]int, p *assign.Problem) ([]proposedPair, error) {
	shape := pb.Bag.Model.Shape
	usable := shape.Usable(hill.UsualHeadspace)
	pb.Wet = b.Mix.WetWeight(usable, pb.Bag.Model.Empty)
	pb.Heavy = pb.Wet > b.Site.LiftLimit
	plantable := pb.Bag.Model.Drainage.Facts(shape).Plantable && pb.Bag.Condition != logbook.Torn && !(b.Ask.LiftAlone && pb.Heavy)
	week := func(d measure.Day) int { return int(math.Floor(float64(d-b.Ask.From) / 7)) }
	out := make([]proposedPair, len(b.Varieties))
	for i, v := range b.Varieties {
		s := bag.Suggest(shape, bag.Room{Headspace: hill.UsualHeadspace}, v.Class, false)
		if !plantable || s.TooSmall || s.TooShallow {
			continue
		}
		d, err := b.Draft(pb.Bag, v)
		if err != nil {
			return nil, err
		}
		seed := &b.Out.Seeds[i]
		may, err := b.May(&d)
		if err != nil {
			return nil, err
		}
		ready := d.LiftOn() // its end, where it ends before it is mature
		if !may.OK || ready == 0 {
			if seed.Why.Empty() {
				seed.Why = may.Words()
			}
			continue
		}
		if until := ready + v.Class.EatenFor(); seed.Late || ready < seed.From {
			seed.From, seed.Until = ready, max(seed.Until, until)
		} else {
			seed.Until = max(seed.Until, until)
		}
		seed.Late = false
		at := assign.Window{First: max(0, week(ready)), Last: min(week(ready+v.Class.EatenFor()), len(p.Week)-1)}
		k, known := windows[at]
		if !known {
			k = len(p.Windows)
			windows[at], p.Windows = k, append(p.Windows, at)
		}
		e := bag.Expect(d.Growing(b.Own[i]))
		_, loose := d.Ladder.Wanted()
		out[i] = proposedPair{assign.Pair{Window: k, Pieces: d.Number, Yield: e.Yield, Litres: loose, Cost: int(float64(loose) * b.PerLitre)}, d.Grown.Plant.Planted, ready}
	}
	return out, nil
}

func (b *Proposer) byHand(pb *ProposedBag) int {
	variety, ok := b.Ask.ByHand[pb.Bag.ID]
	if !ok {
		return assign.Open
	}
	pb.ByHand = true
	return slices.IndexFunc(b.Varieties, func(v logbook.Variety) bool { return v.ID == variety }) // −1, empty, for none
}

// tell puts a plan into the proposal, and what it could not meet into words.
func (b *Proposer) tell(plan assign.Plan) {
	out := b.Out
	out.Over, out.Litres, out.Cost = plan.Over, plan.Litres, plan.Cost
	for i := range out.Bags {
		at := plan.Bags[i]
		if at < 0 {
			continue
		}
		pb := &out.Bags[i]
		pair := b.pairs[i][at]
		pb.Variety, pb.Pieces, pb.Yield = b.Varieties[at], pair.Pieces, pair.Yield
		pb.Plant, pb.Ready = pair.plant, pair.ready
		out.Seeds[at].Yield += pair.Yield
	}
	for i := range out.Seeds {
		out.Seeds[i].Used = plan.Used[i]
	}
	missing := measure.Mass(0)
	first, last := measure.Day(0), measure.Day(0)
	for w, fed := range plan.Fed {
		from := b.Ask.From + measure.Day(7*w)
		out.Weeks = append(out.Weeks, ProposedWeek{from, b.Ask.Weekly(), fed})
		out.Fed += fed
		if short := b.Ask.Weekly() - fed; short > 1 {
			missing += short
			if first == 0 {
				first = from
			}
			last = from + 6
		}
	}
	b.say(missing, first, last)
}

func (b *Proposer) say(missing measure.Mass, first, last measure.Day) {
	say := func(kind advice.Kind, where, says string, args ...any) {
		b.Out.Advice.Add(kind, advice.Warn, where, says, args...)
	}
	if len(b.Out.Bags) == 0 {
		say(advice.NoBag, "", "No bag is free.")
	}
	if len(b.Varieties) == 0 {
		say(advice.SeedShort, "", "There is no seed on the bench that is free: set some out, or ask as if there were seed in plenty.")
	}
	if missing > 1 {
		say(advice.Unmet, "", "{} of {} is not met, from {} to {}.", missing, b.Out.Wanted, first, last)
	}
	for _, s := range b.Out.Seeds {
		if s.Late {
			why := s.Why
			if why.Empty() {
				why = measure.Say("No free bag is large enough for it.")
			}
			say(advice.NotInSeason, s.Variety.Name, "{} is not proposed in the season {}: {}", s.Variety.Name, b.Ask.Year, why)
		} else if s.There >= 0 && s.There-s.Used > 0 && missing > 1 {
			say(advice.SeedSpare, s.Variety.Name, "{} pieces of {} are left over: no bag for them feeds more.", s.There-s.Used, s.Variety.Name)
		}
	}
	heavy, empty := 0, 0
	var torn []string
	for _, pb := range b.Out.Bags {
		switch {
		case pb.Variety.ID == 0 && pb.Bag.Condition == logbook.Torn:
			torn = append(torn, pb.Bag.Label)
		case pb.Variety.ID == 0 && pb.Heavy && b.Ask.LiftAlone:
			heavy++
		case pb.Variety.ID == 0:
			empty++
		}
	}
	if heavy > 0 {
		say(advice.Heavy, "", "{} bags are left out: wet they are more than you lift alone.", heavy)
	}
	if len(torn) > 0 {
		say(advice.Worn, "", "Left out, being torn: {}. Say under Bags which you have patched.", strings.Join(torn, ", "))
	}
	if empty > 0 && missing > 1 {
		say(advice.BagsEmpty, "", "{} bags stay empty: seed, litres or money do not reach, or they are too small.", empty)
	}
}
