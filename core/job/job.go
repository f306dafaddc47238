package job

import (
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
)

// Kind of work.
type Kind string

// The kinds, most pressing first.
const (
	Plant   Kind = "plant"
	Raise   Kind = "raise"
	Look    Kind = "look" // feel for tubers, look at the leaves
	Measure Kind = "measure"
	Wait    Kind = "wait" // nothing to do; Tag says what is waited for
)

// Job is one thing to do at one bag.
type Job struct {
	Kind Kind
	Tag  measure.Phrase // a few words to hang on the bag
	Why  measure.Phrase // a sentence
}

// Due reports whether there is work today.
func (j Job) Due() bool { return j.Kind != "" && j.Kind != Wait }

// Bag is what is known of one bag today.
type Bag struct {
	Class        crop.Class
	PacketDays   int // the variety's own, 0 for the usual of its class
	Number       int // to plant
	Planted      bool
	PotGrown     bool // it is transplanted, and not planted as a tuber
	DaysToPlant  int  // until planting day, 0 or less when it has come
	DaysPlanted  int
	Next         *hill.Rung // the next layer, nil when none is left
	StemKnown    bool
	Stem         measure.Length // above the medium now
	DaysMeasured int            // since the stem was measured
}

// How often stems are measured while layers are still to come, and when the
// first look is due. Practice.
const (
	measureEvery    = 7
	firstMeasure    = 18
	feelEarliesFrom = 70 // ten weeks, handbook of lifting: earlies by feel
)

// Of one bag, the most pressing job.
func Of(b Bag) Job {
	if !b.Planted {
		return planting(b)
	}
	if b.Next != nil {
		if j := raising(b); j.Due() {
			return j
		}
	}
	if j := looking(b); j.Due() || b.Next == nil {
		return j
	}
	return raising(b)
}

func planting(b Bag) Job {
	verb := "plant"
	if b.PotGrown {
		verb = "transplant"
	}
	switch {
	case b.DaysToPlant == 1:
		return Job{Wait, measure.Say(verb + " tomorrow"), measure.Say("Planting day is tomorrow.")}
	case b.DaysToPlant > 1:
		return Job{Wait, measure.Say(verb+" in {} days", b.DaysToPlant), measure.Say("Planting day is {} days off, by your frosts and the warmth of the medium.", b.DaysToPlant)}
	case b.PotGrown:
		return Job{Plant, measure.Say("transplant {}", b.Number), measure.Say("Set each ball whole and bury it to the leaf tips.")}
	}
	return Job{Plant, measure.Say("plant {}", b.Number), measure.Say("Planned and not planted yet.")}
}

func raising(b Bag) Job {
	r := *b.Next
	if b.StemKnown && b.Stem >= r.Trigger {
		by := r.Thickness()
		return Job{Raise, measure.Say("raise {}", by),
			measure.Say("Stems stand {} above the medium; {} calls for the next layer. Bring {} loose.", b.Stem, r.Trigger, r.Loose)}
	}
	switch {
	case b.StemKnown && b.DaysMeasured >= measureEvery:
		return Job{Measure, measure.Say("measure stems"),
			measure.Say("Measured {} days ago at {}; the next layer goes on at {}.", b.DaysMeasured, b.Stem, r.Trigger)}
	case !b.StemKnown && b.DaysPlanted >= firstMeasure:
		return Job{Measure, measure.Say("measure stems"),
			measure.Say("Planted {} days ago and no stem height yet; the next layer goes on at {}.", b.DaysPlanted, r.Trigger)}
	default:
		return Job{Wait, measure.Say("raise at {}", r.Trigger),
			measure.Say("The next layer goes on when stems stand {} above the medium.", r.Trigger)}
	}
}

func looking(b Bag) Job {
	k := b.Class.Constants()
	days := b.PacketDays
	if days == 0 {
		days = k.PacketDays
	}
	early := b.Class == crop.FirstEarly || b.Class == crop.SecondEarly
	switch {
	case k.Crop == crop.SweetPotato && b.DaysPlanted >= days:
		return Job{Look, measure.Say("lift before cold"),
			measure.Say("{} days since planting, the packet says {}: lift before the medium falls under {}.", b.DaysPlanted, days, measure.Temperature(13))}
	case early && b.DaysPlanted >= min(days, feelEarliesFrom):
		return Job{Look, measure.Say("feel for tubers"),
			measure.Say("{} days since planting: feel in for tubers of egg size before you lift.", b.DaysPlanted)}
	case b.DaysPlanted >= days:
		return Job{Look, measure.Say("half yellow?"),
			measure.Say("{} days since planting, the packet says {}: with half the leaves yellow, cut the tops and wait 14 days.", b.DaysPlanted, days)}
	default:
		return Job{Wait, measure.Say(""), measure.Say("Day {} of about {} by the packet.", b.DaysPlanted, days)}
	}
}
