package hill

import (
	"math"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
)

// Plan is what a ladder is laid from. Levels are settled centimetres.
type Plan struct {
	School    School
	Headspace measure.Length // kept free below the rim
	Filler    measure.Length // aged chips or twigs at the bottom, under the medium; 0 for none
	Base      measure.Length // medium under the seed
	Cover     measure.Length // medium over the seed at planting
	MaxLayer  measure.Length // the most one raise adds; unused when filled once
	Settling  float64        // share of loose volume lost in settling, 0 to under 1
	// The grower's own way, beside the school's; 0 for as the school has it: the stem above
	// the medium that calls for a raise, what is left showing after it, what it is made of.
	Trigger, Showing measure.Length
	Raises           Raises
}

// CallsAt is the stem above the medium that calls for a raise; 0 where there are none.
func (p Plan) CallsAt() measure.Length {
	if p.Trigger > 0 {
		return p.Trigger
	}
	return p.School.Params().Trigger
}

// What is usual until a bag is planned: kept free below the rim for watering and
// mulch, medium over the seed at planting, and the share lost in settling by half and
// half. Practice.
const (
	UsualHeadspace measure.Length = 4
	UsualCover     measure.Length = 8
	UsualSettling                 = 0.15
)

// Defaults of a school, with the usual headspace and settling.
func Defaults(s School) Plan {
	h := s.Params()
	return Plan{School: s, Headspace: UsualHeadspace, Base: h.Base, Cover: h.Cover, MaxLayer: h.Layer, Settling: UsualSettling}
}

// Rung is one filling of the bag from a level to the next.
type Rung struct {
	Of       Material
	From, To measure.Length
	Settled  measure.Volume
	Loose    measure.Volume // to bring: settled ÷ (1 − settling)
	Trigger  measure.Length // stems above the medium that call for it; 0 on planting day
	// Cut is set when the layer was made thinner than planned so that enough
	// stem stays above it.
	Cut bool
}

// Thickness of the layer.
func (r Rung) Thickness() measure.Length { return r.To - r.From }

// Ladder is how one bag is filled: on planting day, then rung by rung.
type Ladder struct {
	School School
	Top    measure.Length   // usable top: rim less headspace
	Start  measure.Length   // level after planting
	Bottom measure.Length   // of the medium: over the chips, where there are some
	Seed   []measure.Length // levels the seed lies at, lowest first
	Fills  []Rung           // on planting day, from the bottom
	Rungs  []Rung           // raises to come
}

// Refusals of Lay. Each is a *PlanError naming the field.
var (
	ErrHeadspace = &PlanError{"headspace", measure.Say("The headspace leaves no room for medium in this bag.")}
	ErrBase      = &PlanError{"base", measure.Say("The base layer must lie between 0 and the usable top.")}
	ErrFiller    = &PlanError{"filler", measure.Say("Chips may fill up to a third of the depth: roots want the rest.")}
	ErrCover     = &PlanError{"cover", measure.Say("Seed needs some cover: more than 0.")}
	ErrLayer     = &PlanError{"layer", measure.Say("A layer must be at least {}.", thinnest)}
	ErrSettling  = &PlanError{"settling", measure.Say("Settling is a share of the loose volume from 0 to 0.9.")}
	ErrTwoLevel  = &PlanError{"school", measure.Say("Two levels of seed want a depth of {} at the least.", twoLevelLeast)}
	ErrTrigger   = &PlanError{"trigger", measure.Say("Stems call for a raise between {} and {}.", measure.Length(3), measure.Length(60))}
	ErrShowing   = &PlanError{"showing", measure.Say("Less is left showing than stands when a layer is called for.")}
)

// PlanError is a plan that cannot be laid; Field names the number at fault.
type PlanError struct {
	Field string
	Says  measure.Phrase
}

// Error says it in metric, for logs and scripts.
func (e *PlanError) Error() string { return e.Says.In(measure.Metric) }

// thinnest layer that may be chosen, and leastRaise that is worth a walk where a layer is cut down
// or little is left, in cm. Practice.
const thinnest, leastRaise measure.Length = 1, 3

// deepest that any layer of a plan is taken, in cm.
const deepest measure.Length = 400

// Unusual says what comes of a plan that is laid otherwise than is usual for it; nothing is
// refused for that. Practice.
func (p Plan) Unusual(s bag.Shape, c crop.Class) []measure.Phrase {
	var out []measure.Phrase
	add := func(says string, args ...any) { out = append(out, measure.Say(says, args...)) }
	top := s.UsableTop(p.Headspace)
	if s.Ground() {
		return nil
	}
	if c.Crop() == crop.SweetPotato && p.School != FillOnce {
		add("Sweet potatoes set their roots where the slip stands: what is raised over them buries leaves and gives no more.")
	}
	if p.School == TwoLevel {
		if depth, v := top-p.Filler, s.Between(p.Filler, top); depth < twoLevelDepth-1e-9 || v < twoLevelLitres {
			add("Two levels work from {} of medium and {} on: in {} and {} the rings crowd each other, expect small tubers and few from the lower ring.", twoLevelDepth, twoLevelLitres, depth, v)
		}
		if !c.Constants().Determinate {
			add("With {} tubers set along the stem as it is raised; at two levels the lower ring is mostly in the way.", c.Constants().One())
		}
	}
	h := p.School.Params()
	if h.Trigger <= 0 {
		return out
	}
	if p.Trigger > 1.4*h.Trigger {
		add("Waiting until stems stand {} leaves tubers near the top in the light longer: look for green ones.", p.Trigger)
	}
	if p.Showing > 0 && p.Showing < h.Showing {
		add("Only {} left showing feeds the plant less for some days: each raise sets it back.", p.Showing)
	}
	if p.MaxLayer > 1.5*h.Layer {
		add("Layers of {} weigh on young stems and stay wet inside: put them on loosely.", p.MaxLayer)
	}
	return out
}

// litterTop is how high over the ground litter is raised in a bed, in cm: what goes on at planting
// and two layers. Practice.
const litterTop measure.Length = 35

// top that raises go to.
func (p Plan) top(s bag.Shape) measure.Length {
	if s.Ground() {
		return s.Height() + max(litterTop, p.Cover)
	}
	return s.UsableTop(p.Headspace)
}

// flat reports whether nothing is raised over the plant: in the ground, but for litter.
func (p Plan) flat(s bag.Shape) bool { return s.Ground() && !p.over().Litter() }

// Lay lays the whole ladder of a bag.
//
// U = height − headspace, S = base + cover. When S ≥ U, or the school fills
// once, the bag is filled to U on planting day. Otherwise R = U − S is shared
// among N = ceil(R ÷ max layer) rungs of equal thickness. Practice.
func Lay(s bag.Shape, p Plan) (Ladder, error) {
	if err := p.check(s); err != nil {
		return Ladder{}, err
	}
	if p.flat(s) { // nothing is filled in: seed lies under its cover
		top := s.Height()
		return Ladder{School: FillOnce, Top: top, Start: top, Seed: []measure.Length{max(5, top-p.Cover)}}, nil
	}
	top := p.top(s)
	if s.Ground() { // seed lies on the ground, and litter over it
		start := s.Height() + p.Cover
		l := Ladder{School: p.School, Top: top, Start: start, Bottom: s.Height(), Seed: []measure.Length{s.Height()}, Fills: []Rung{p.rung(s, p.over(), s.Height(), start)}}
		if l.Rungs = rise(s, p, start, top); p.CallsAt() <= 0 {
			l.Top, l.Rungs = start, nil
		}
		return l, nil
	}
	if p.School == TwoLevel {
		return layTwoLevel(s, p, top)
	}
	seed := p.Filler + p.Base
	start := min(seed+p.Cover, top)
	if p.School == FillOnce || top-start < slack {
		start = top
	}
	l := Ladder{
		School: p.School, Top: top, Start: start, Bottom: p.Filler,
		Seed:  []measure.Length{seed},
		Fills: append(p.chips(s), p.rung(s, Medium, p.Filler, seed), p.rung(s, p.over(), seed, start)),
	}
	l.Rungs = rise(s, p, start, top)
	return l, nil
}

// chips at the bottom, where the plan has some.
func (p Plan) chips(s bag.Shape) []Rung {
	if p.Filler <= 0 {
		return make([]Rung, 0, 2)
	}
	return append(make([]Rung, 0, 3), p.rung(s, Chips, 0, p.Filler))
}

// UsualFiller is how deep chips go in a bag that has them: a fifth of its usable
// depth. Practice.
func UsualFiller(top measure.Length) measure.Length { return top / 5 }

// most of the depth that chips may take.
const maxFiller = 1.0 / 3

// Levels of the two rings, as shares of the filled depth.
const lowerRing, upperRing = 0.3, 0.6

func layTwoLevel(s bag.Shape, p Plan, top measure.Length) (Ladder, error) {
	if top-p.Filler < twoLevelLeast {
		return Ladder{}, ErrTwoLevel
	}
	depth := top - p.Filler
	lower, upper := p.Filler+depth*lowerRing, p.Filler+depth*upperRing
	return Ladder{
		School: p.School, Top: top, Start: top, Bottom: p.Filler,
		Seed:  []measure.Length{lower, upper},
		Fills: append(p.chips(s), p.rung(s, Medium, p.Filler, lower), p.rung(s, Medium, lower, upper), p.rung(s, Medium, upper, top)),
	}, nil
}

// Replan lays the rungs that are left from an actual level, after a raise that
// differed from the plan. No rungs are left at or above the usable top.
func Replan(s bag.Shape, p Plan, level measure.Length) ([]Rung, error) {
	if err := p.check(s); err != nil {
		return nil, err
	}
	if p.flat(s) {
		return nil, nil
	}
	return rise(s, p, level, p.top(s)), nil
}

// slack under which a remaining height counts as none, in cm.
const slack measure.Length = 0.05

func rise(s bag.Shape, p Plan, from, top measure.Length) []Rung {
	left := top - from
	if left < slack || p.MaxLayer <= 0 {
		return nil
	}
	n := int(math.Ceil(float64(left/p.MaxLayer) - 1e-9))
	thick := left / measure.Length(n)
	rungs := make([]Rung, n)
	for i := range rungs {
		rungs[i] = p.rung(s, p.over(), from+thick*measure.Length(i), from+thick*measure.Length(i+1))
		rungs[i].Trigger = p.CallsAt()
	}
	return rungs
}

func (p Plan) rung(s bag.Shape, of Material, from, to measure.Length) Rung {
	settled := s.Between(from, to)
	return Rung{Of: of, From: from, To: to, Settled: settled, Loose: settled / measure.Volume(1-p.settling(of))}
}

// settling is the share of its loose volume that a stuff loses.
func (p Plan) settling(of Material) float64 {
	if of == Medium {
		return p.Settling
	}
	return materials[of].settles
}

// LooseMaterial is the loose volume of a stuff that settled to a volume.
func (p Plan) LooseMaterial(of Material, settled measure.Volume) measure.Volume {
	return settled / measure.Volume(1-p.settling(of))
}

// Settled volume that a loose one of a material comes down to: loose × (1 − settling).
func (p Plan) Settled(of Material, loose measure.Volume) measure.Volume {
	return loose * measure.Volume(1-p.settling(of))
}

// Fit cuts a rung down so that a stem of the given height above the medium
// still shows what the school asks for: at least its Showing and a third of
// what stands above the medium now. A rung that would leave enough is returned
// as it is; one with no room at all comes back with no thickness.
func (p Plan) Fit(s bag.Shape, r Rung, stem measure.Length) Rung {
	room := p.Room(stem)
	if r.Thickness() <= room+1e-9 {
		return r
	}
	cut := p.rung(s, r.Of, r.From, r.From+room)
	cut.Trigger, cut.Cut = r.Trigger, true
	return cut
}

// Room is the most that may be buried of a stem standing so high above the
// medium; never under 0.
func (p Plan) Room(stem measure.Length) measure.Length {
	keep := max(p.School.Params().Showing, stem/3)
	if p.Showing > 0 {
		keep = p.Showing
	}
	return max(0, stem-keep)
}

func (p Plan) check(s bag.Shape) error {
	switch {
	case !(p.Headspace >= 0 && p.Headspace <= deepest):
		return ErrHeadspace
	case !(p.Settling >= 0 && p.Settling <= 0.9):
		return ErrSettling
	case !(p.Filler >= 0 && p.Filler <= deepest):
		return ErrFiller
	case !(p.Base >= 0 && p.Base <= deepest):
		return ErrBase
	case !(p.Cover >= 0 && p.Cover <= deepest):
		return ErrCover
	case !(p.MaxLayer >= 0 && p.MaxLayer <= deepest):
		return ErrLayer
	case p.Trigger != 0 && !(p.Trigger >= 3 && p.Trigger <= 60):
		return ErrTrigger
	case p.Showing != 0 && !(p.Showing > 0 && p.Showing < max(p.CallsAt(), 3)):
		return ErrShowing
	case s.Ground(): // what is left free and put under does not count in a bed
		deepest := s.Height()
		if p.over().Litter() {
			deepest = s.Rim() - s.Height()
		}
		if !(p.Cover > 0 && p.Cover <= deepest) {
			return ErrCover
		}
		if p.over().Litter() && p.CallsAt() > 0 && p.MaxLayer < thinnest {
			return ErrLayer
		}
		return nil
	}
	top := s.UsableTop(p.Headspace)
	switch {
	case top < 5:
		return ErrHeadspace
	case p.Filler > top*maxFiller+1e-9:
		return ErrFiller
	case p.School == TwoLevel:
		return nil
	case p.Filler+p.Base >= top:
		return ErrBase
	case p.Cover == 0:
		return ErrCover
	case p.School != FillOnce && p.MaxLayer < thinnest:
		return ErrLayer
	}
	return nil
}

// Wanted is the medium a whole ladder takes, settled and loose: of what goes in, it alone feeds.
func (l Ladder) Wanted() (settled, loose measure.Volume) { return l.WantedMaterial(Medium) }

// Loads are the loose medium of a whole ladder, filling by filling, as it is measured out.
func (l Ladder) Loads() measure.Loads { return append(l.FirstLoads(), loads(l.Rungs)...) }

// FirstLoads are those of planting day.
func (l Ladder) FirstLoads() measure.Loads { return loads(l.Fills) }

func loads(rungs []Rung) measure.Loads {
	var out measure.Loads
	for _, r := range rungs {
		if r.Of == Medium {
			out = append(out, r.Loose)
		}
	}
	return out
}

// Amount of a material, loose.
type Amount struct {
	Of    Material
	Loose measure.Volume
}

// Beside is what a whole ladder takes beside the medium: chips below, straw over the seed.
func (l Ladder) Beside() []Amount {
	var out []Amount
	for of := Chips; of <= LastMaterial; of++ {
		if _, loose := l.WantedMaterial(of); loose > 0 {
			out = append(out, Amount{of, loose})
		}
	}
	return out
}

// WantedMaterial is what a whole ladder takes of one stuff, settled and loose.
func (l Ladder) WantedMaterial(of Material) (settled, loose measure.Volume) {
	for _, rungs := range [2][]Rung{l.Fills, l.Rungs} {
		for _, r := range rungs {
			if r.Of == of {
				settled += r.Settled
				loose += r.Loose
			}
		}
	}
	return settled, loose
}
