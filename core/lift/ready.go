package lift

import (
	"cmp"

	"glebata/core/crop"
	"glebata/core/measure"
)

// Stage of what a planting is ready for.
type Stage int

// The stages, in their order.
const (
	NotYet  Stage = iota
	ToEat         // enough to feel in for and eat
	TopsOff       // half yellow: the tops come off
	Setting       // the tops are off, skins set
	ToLift        // skins have set, or it is ripe
	LiftNow       // or it is lost
)

var stageNames = [...]string{"not yet", "eat from now", "tops off", "skins are setting", "lift", "lift now"}

// Name of the stage.
func (s Stage) Name() string { return stageNames[min(max(s, 0), LiftNow)] }

// Felt is what a hand in the medium found.
type Felt string

// What is found. The value is its key in files.
const (
	EggSize    Felt = "egg"
	OnlySmall  Felt = "small"
	NothingYet Felt = "none"
	SkinHolds  Felt = "holds" // rubbed with the thumb
	SkinSlips  Felt = "slips"
)

// Plant is what is known of one planting on a day. Days of 0 are not known, or do not come.
type Plant struct {
	Today, Planted measure.Day
	Class          crop.Class
	Initiation     measure.Day // tubers set, by the forecast
	Mature         measure.Day // half the leaves yellow, by the forecast
	Ends           measure.Day // its last day, by the forecast
	Dies           bool        // of cold, on that day
	TillDead       bool        // its tops are left to die by themselves
	FullFlower     measure.Day // seen
	Felt           Felt        // last
	FeltOn         measure.Day
	Yellow         int // quarters of its leaves, as it was seen last; -1 for not looked
	YellowOn       measure.Day
	Asked          int         // days that look is off the forecast and questioned for; 0 where it is not
	CutOn          measure.Day // the tops
	Blight         bool        // they came off for it, or are to, for spots that are taken for it
	Spots          measure.Day // spots were seen once, that a second look decides about; 0 for none
	HoldOn         measure.Day // nothing is lifted before, for what it was treated with
	HoldFor        string
	Frost          float64     // chance of one where it stands in the days ahead
	WantedOn       measure.Day // the next crop goes into its bag
	KeepsOn        measure.Day // it keeps in its bag until then, once its skins have set; 0 where it does not
}

// Verdict of when to lift: three dates that are never the same thing, and why.
type Verdict struct {
	Stage Stage
	Eat   measure.Day // enough to feel in for
	Tops  measure.Day // half yellow: they come off; 0 where they are not cut
	Lift  measure.Day // skins set, or ripe
	Why   []measure.Phrase
	rank  int
}

// Practice: how long after planting earlies are felt in for, after tubers set maincrops are;
// how long skins set and spores of blight die; how soon cold is near; and how many days before
// the next crop its bag is wanted.
const (
	feelEarlies  measure.Day = 70
	feelMaincrop measure.Day = 45
	SkinsSet     measure.Day = 14
	coldNear     measure.Day = 10
	wantedSoon   measure.Day = 14
	askAgain     measure.Day = 7
	frostWorth               = 0.2
)

// Of a planting.
func (p *Plant) Verdict() Verdict {
	var v Verdict
	if p.Class.Crop() == crop.SweetPotato {
		p.sweet(&v)
	} else {
		p.potato(&v)
	}
	if v.Lift != 0 && v.Lift < p.HoldOn {
		v.Lift = p.HoldOn
	}
	if p.HoldOn > p.Today {
		v.why("It was treated with {}: nothing is lifted before {}, by the days on its label.", p.HoldFor, p.HoldOn)
		v.Stage = min(v.Stage, Setting)
	}
	if p.WantedOn != 0 && v.Stage >= ToEat && p.WantedOn-p.Today <= wantedSoon {
		v.why("Its bag is wanted on {}.", p.WantedOn)
		v.rank++
	}
	v.rank += 10 * int(v.Stage)
	return v
}

func (v *Verdict) why(says string, args ...any) { v.Why = append(v.Why, measure.Say(says, args...)) }

func (p *Plant) early() bool { return p.Class == crop.FirstEarly || p.Class == crop.SecondEarly }

func (p *Plant) potato(v *Verdict) {
	p.eat(v)
	p.tops(v)
	last := v.Tops
	switch {
	case p.CutOn != 0:
		v.Lift = p.CutOn + SkinsSet
	case p.early():
		v.Lift = cmp.Or(p.Mature, p.Ends)
	case p.TillDead:
		v.Lift = max(p.Ends, p.Mature)
	case last != 0:
		v.Lift = last + SkinsSet
	}
	if p.Felt == SkinHolds && p.FeltOn >= p.CutOn && p.CutOn != 0 {
		v.Lift = min(v.Lift, p.FeltOn)
		v.why("Rubbed on {}: the skin holds.", p.FeltOn)
	}
	if p.Felt == SkinSlips && p.CutOn != 0 && v.Lift <= p.FeltOn {
		v.Lift = p.FeltOn + askAgain
		v.why("Rubbed on {}: the skin slips. Wait, and rub again.", p.FeltOn)
	}
	switch {
	case p.Blight && p.CutOn == 0:
		v.Stage, v.Tops, v.Lift = TopsOff, p.Today, p.Today+SkinsSet
		v.why("Spots of late blight: the tops come off today. Lift dry, two to three weeks after.")
	case p.CutOn != 0 && p.Today < v.Lift:
		v.Stage = Setting
		v.why("The tops were cut on {}: skins set until {}.", p.CutOn, v.Lift)
	case p.CutOn != 0:
		v.Stage = ToLift
		v.why("The tops were cut on {}, {} days ago.", p.CutOn, int(p.Today-p.CutOn))
		switch {
		case p.Blight || p.WantedOn != 0 || p.KeepsOn == 0:
		case p.KeepsOn >= p.Today:
			v.why("Dry, dark and safe from frost it keeps in its bag until about {}: lift it when you want it.", p.KeepsOn)
		default:
			v.why("It kept in its bag until about {}: lift it, and look what is sound.", p.KeepsOn)
		}
	case v.Tops != 0 && v.Tops <= p.Today && !p.early():
		v.Stage = TopsOff
	case v.Lift != 0 && v.Lift <= p.Today:
		v.Stage = ToLift
		if p.TillDead && !p.early() {
			v.why("Its tops are dead about {}, and skins have set by then.", v.Lift)
		} else {
			v.why("Half its leaves are yellow about {}.", v.Lift)
		}
	case v.Eat != 0 && v.Eat <= p.Today:
		v.Stage = ToEat
	}
	if p.Spots != 0 {
		v.why("Dark patches were seen once, on {}: a second look decides.", p.Spots)
	}
	p.cold(v)
}

// eat says from when there is enough to feel in for.
func (p *Plant) eat(v *Verdict) {
	days := int(p.Today - p.Planted)
	switch {
	case p.early():
		v.Eat = p.Planted + feelEarlies
		if p.FullFlower != 0 && p.FullFlower < v.Eat {
			v.Eat = p.FullFlower
			v.why("In full flower on {}.", p.FullFlower)
		} else {
			v.why("{} days since planting; earlies are felt in for from {} on.", days, int(feelEarlies))
		}
	case p.Initiation != 0:
		v.Eat = p.Initiation + feelMaincrop
		v.why("Tubers set about {}.", p.Initiation)
	}
	switch p.Felt {
	case EggSize:
		v.Eat = p.FeltOn
		v.why("Felt on {}: tubers of egg size.", p.FeltOn)
	case OnlySmall, NothingYet:
		if again := p.FeltOn + askAgain; v.Eat < again {
			v.Eat = again
			v.why("Felt on {}: not of egg size yet. Feel again on {}.", p.FeltOn, again)
		}
	}
}

// tops says when they come off: at half yellow, as it was seen, else by the forecast.
func (p *Plant) tops(v *Verdict) {
	v.Tops = p.Mature
	if v.Tops == 0 {
		v.Tops = p.Ends
	}
	if p.Yellow >= 0 && p.YellowOn != 0 {
		v.why("{} of its leaves yellow on {}.", [...]string{"None", "A quarter", "Half", "Three quarters", "All"}[min(p.Yellow, 4)], p.YellowOn)
		switch {
		case p.Asked > 0:
			v.why("That is {} days before its time: look again, and enter it. A second look decides.", p.Asked)
		case p.Asked < 0:
			v.why("That is {} days after its time: look again, and enter it. A second look decides.", -p.Asked)
		}
	} else if p.Mature != 0 {
		v.why("Half its leaves yellow about {}, by the forecast.", p.Mature)
	}
	if p.CutOn != 0 {
		v.Tops = p.CutOn
	}
	if (p.early() || p.TillDead) && p.CutOn == 0 {
		v.Tops = 0 // they are lifted as they are eaten, or when their tops are dead
	}
}

// cold ahead: what is lost to it, or only shown.
func (p *Plant) cold(v *Verdict) {
	if p.Dies && p.Ends != 0 && p.Ends-p.Today <= coldNear && v.Stage >= ToEat && p.CutOn == 0 {
		v.why("Cold takes its tops about {}.", p.Ends)
		v.rank++
	}
	if p.Frost >= frostWorth {
		v.why("A chance of frost where it stands of {} % in the days ahead.", int(100*p.Frost+0.5))
		v.rank++
	}
}

func (p *Plant) sweet(v *Verdict) {
	v.Lift = p.Mature
	if p.Ends != 0 && (v.Lift == 0 || p.Ends < v.Lift) {
		v.Lift = p.Ends
	}
	v.Eat = v.Lift
	days := int(p.Today - p.Planted)
	v.why("{} days since planting.", days)
	if p.Mature != 0 {
		v.why("It has had the warmth it needs about {}.", p.Mature)
	}
	switch {
	case p.Dies && p.Ends != 0 && p.Ends-p.Today <= coldNear:
		v.Stage = LiftNow
		v.why("The medium falls under {} about {}: cold rots the roots.", measure.Temperature(13), p.Ends)
	case p.Frost >= frostWorth:
		v.Stage = LiftNow
		v.why("A chance of frost where it stands of {} % in the days ahead: lift before it.", int(100*p.Frost+0.5))
	case v.Lift != 0 && v.Lift <= p.Today:
		v.Stage = ToLift
	}
}

// First reports whether a is to be lifted before b: by what it is ready for, by how pressing
// it is, and by its date.
func First(a, b *Verdict) int {
	return cmp.Or(cmp.Compare(b.rank, a.rank), cmp.Compare(late(a.Lift), late(b.Lift)))
}

// late puts a day that is not known last.
func late(d measure.Day) measure.Day {
	if d == 0 {
		return 1 << 30
	}
	return d
}
