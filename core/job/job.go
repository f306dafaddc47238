package job

import (
	"cmp"
	"slices"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
)

// Job is one thing to do at one bag.
type Job struct {
	Kind Kind
	Day  measure.Day    // it falls due on
	Tag  measure.Phrase // a few words to hang on the bag
	Why  measure.Phrase // a sentence
	// Measures is set where a height is to be measured first, and may be logged with it.
	Measures bool
	today    measure.Day
}

// Status of a job on a day.
type Status string

// The statuses: late is due for more than three days, soon within seven.
const (
	Late  Status = "late"
	Due   Status = "due"
	Soon  Status = "soon"
	Later Status = "later"
)

// How a job's day is read. Practice.
const (
	LateAfter  = 3
	soonWithin = 7
)

// Status on the day the jobs were asked for.
func (j Job) Status() Status {
	switch in := j.Day - j.today; {
	case in < -LateAfter:
		return Late
	case in <= 0:
		return Due
	case in <= soonWithin:
		return Soon
	}
	return Later
}

// Due reports whether there is work today.
func (j Job) Due() bool { return j.Kind != "" && j.Kind != Wait && j.Day <= j.today }

// Bag is what is known of one bag today. Days of 0 are not known, or do not come.
type Bag struct {
	Today    measure.Day
	Class    crop.Class
	Medium   measure.Temperature // as it was measured last
	MediumOn measure.Day         // 0 for never
	Number   int                 // to plant
	Planted  measure.Day
	PotGrown bool           // it is transplanted, and not planted as a tuber
	PlantOn  measure.Day    // planned
	Unfit    measure.Phrase // why it cannot live planted today, its day being past; empty where it can

	Next         *hill.Rung     // the next layer, nil when none is left
	RaiseOn      measure.Day    // stems reach what calls for it, by the forecast
	StemKnown    bool           // a height was measured
	Stem         measure.Length // above the medium now, by the forecast
	StemMeasured measure.Length // as it was measured last, less what was raised since
	StemTyped    measure.Length // as it was measured last
	MeasuredOn   measure.Day
	Up           measure.Day // over the medium, seen or reckoned

	TopUpOn   measure.Day
	TopUp     measure.Volume // about so much, loose
	FeedOn    measure.Day
	Feed      measure.Volume // water with feed
	TieOn     measure.Day
	Tied      bool
	Nips      bool        // the grower nips flowers
	Flowered  measure.Day // open flowers were seen
	MoveOn    measure.Day
	MoveTo    string
	MatureOn  measure.Day // half the leaves yellow, reached alive
	TillDead  bool        // its tops are left to die by themselves
	CutOn     measure.Day // the tops were cut
	EndsOn    measure.Day // its last day; nothing but lifting comes after
	Dies      bool        // of cold, on that day, or is lifted before
	LookedOn  measure.Day
	SeenOn    measure.Day // a pest or disease was seen last
	Seen      string      // which
	FrostOn   measure.Day // it froze where it stands, and nobody has looked since
	BlightOn  measure.Day // spots were seen that are taken for late blight
	SpotsOn   measure.Day // spots were seen once, that may be it
	EmptiedOn measure.Day // it was weighed in as if that was all, and not closed
	KeepsOn   measure.Day // it keeps in its bag until then, once skins have set; 0 where it does not
	HoldOn    measure.Day // nothing is lifted before, for what it was treated with
	HoldFor   string

	// Until is the day a kind of job was put off to, or is quiet to after it was
	// done or skipped.
	Until map[Kind]measure.Day
}

// How often things are looked at. Practice.
const (
	measureEvery    = 7
	heightLasts     = 5 // days that a height is raised by
	firstMeasure    = 4 // days after being up
	feelEarliesFrom = 70
	lookEvery       = 7
	spotsAgain      = 2  // days after spots that may be blight were seen once
	checkEvery      = 3  // days, after something was seen
	checkFor        = 14 // days from when it was seen last
	skinSets        = 14 // days from cutting the tops to lifting
	sporesDie       = 21 // days from cutting blighted tops to the last day of lifting
)

// Of one bag: every job with its day, the most pressing of those that are due first,
// then the others by their days.
func Of(b Bag) []Job {
	var out []Job
	add := func(k Kind, day measure.Day, tag, why measure.Phrase) {
		if day != 0 && (b.EndsOn == 0 || b.Planted == 0 || day <= b.EndsOn || k.Ends()) {
			out = append(out, Job{Kind: k, Day: max(day, b.Until[k]), Tag: tag, Why: why, today: b.Today})
		}
	}
	switch {
	case b.Planted == 0:
		planting(&b, add)
	case b.EmptiedOn != 0: // whatever else it wanted, it wants no more
		add(Lift, b.EmptiedOn, measure.Say("was that all?"), measure.Say("It was weighed in on {} and left open. It counts as it is; if that was all, close it, and if more is in it, weigh that in too.", b.EmptiedOn))
	case b.BlightOn != 0 && b.CutOn == 0: // nothing else matters to it
		add(CutHaulm, b.BlightOn, measure.Say("cut tops: blight"), measure.Say("Spots of late blight were seen on {}: cut the tops the same day, bag them, and keep them out of the compost. Then wait two to three weeks, and lift dry.", b.BlightOn))
	default:
		if b.EndsOn == 0 || b.EndsOn > b.Today {
			raising(&b, add)
			tending(&b, add)
		}
		ending(&b, add)
	}
	if i := slices.IndexFunc(out, func(j Job) bool { return j.Kind == Look }); i >= 0 { // one look sees all
		for k := len(out) - 1; k > i; k-- {
			if out[k].Kind == Look {
				if out[k].Day < out[i].Day {
					out[i] = out[k]
				}
				out = slices.Delete(out, k, k+1)
			}
		}
	}
	for i := range out {
		if out[i].Kind == Lift && out[i].Day < b.HoldOn {
			out[i].Day, out[i].Why = b.HoldOn, measure.Say("It was treated with {}: nothing is lifted before {}, by the days on its label.", b.HoldFor, b.HoldOn)
		}
		out[i].Measures = out[i].Kind == Measure || out[i].Tag.Says == measureFirst.Says
	}
	if i := slices.IndexFunc(out, func(j Job) bool { return j.Kind == Raise && j.Due() && j.Measures }); i >= 0 { // the one asks what the other does
		out = slices.DeleteFunc(out, func(j Job) bool { return j.Kind == Measure })
	}
	slices.SortStableFunc(out, func(x, y Job) int {
		dx, dy := x.Due(), y.Due()
		switch {
		case dx && dy:
			return cmp.Compare(x.Kind.urgency(), y.Kind.urgency())
		case dx != dy:
			if dx {
				return -1
			}
			return 1
		}
		return cmp.Compare(x.Day, y.Day)
	})
	return out
}

// Pressing is the first job that is due, or what is waited for.
func Pressing(b Bag, jobs []Job) Job {
	if len(jobs) > 0 && jobs[0].Due() {
		return jobs[0]
	}
	return waiting(&b, jobs)
}

// measureFirst asks for a height, and then the layer it calls for.
var measureFirst = measure.Say("measure, raise")

type adder func(k Kind, day measure.Day, tag, why measure.Phrase)

func planting(b *Bag, add adder) {
	verb, why := "plant", measure.Say("Planned and not planted yet.")
	if b.Class.Crop() == crop.SweetPotato {
		why = measure.Say("Slips go out when the medium stays over {} and frost is past: two nodes under, the tip out.", measure.Temperature(18))
	}
	if b.PotGrown {
		verb, why = "transplant", measure.Say("Set each ball whole and bury it to the leaf tips.")
	}
	if !b.Unfit.Empty() {
		add(Plant, b.Today, measure.Say("past its days"), measure.Say("{} Planted already? Enter it with its day.", b.Unfit))
		return
	}
	if b.MediumOn != 0 {
		why = measure.Say("{} The medium had {} on {}.", why, b.Medium, b.MediumOn)
	}
	day := b.PlantOn
	if day == 0 {
		day = b.Today
	}
	add(Plant, day, measure.Say(verb+" {}", b.Number), why)
}

// raising of the medium, and what it goes by: the height that was measured, and
// where that is old or missing, the forecast.
func raising(b *Bag, add adder) {
	if b.TopUpOn != 0 {
		why := measure.Say("Medium has settled since it went in: look, and fill up to the level again.")
		if b.TopUp > 0 {
			why = measure.Say("Medium has settled since it went in: about {} loose brings it back.", measure.Carried(b.TopUp))
		}
		add(TopUp, b.TopUpOn, measure.Say("top up"), why)
	}
	if b.Next == nil {
		return
	}
	r := b.Next
	old := b.Today-b.MeasuredOn > heightLasts
	switch due := b.RaiseOn != 0 && b.RaiseOn <= b.Today; {
	case b.StemKnown && b.StemMeasured >= r.Trigger && !old:
		why := measure.Say("Stems stand {} above the medium; {} calls for the next layer. Bring {} loose.", b.StemMeasured, r.Trigger, measure.Carried(r.Loose))
		if b.MeasuredOn < b.Today && b.Stem > b.StemMeasured { // they have grown since
			why = measure.Say("Stems stand about {} above the medium, measured {} on {}; {} calls for the next layer. Bring {} loose.", b.Stem, b.StemTyped, b.MeasuredOn, r.Trigger, measure.Carried(r.Loose))
		}
		add(Raise, min(b.MeasuredOn, b.Today), measure.Say("raise {}", r.Thickness()), why)
	case b.StemKnown && b.StemMeasured >= r.Trigger:
		add(Raise, b.MeasuredOn, measureFirst, measure.Say("Measured {} on {}, which calls for the next layer. Bring {} loose.", b.StemTyped, b.MeasuredOn, measure.Carried(r.Loose)))
	case due && b.StemKnown:
		add(Raise, b.RaiseOn, measureFirst,
			measure.Say("Measured {} on {}; by now stems stand about {}, and {} calls for the next layer. Bring {} loose.", b.StemTyped, b.MeasuredOn, b.Stem, r.Trigger, measure.Carried(r.Loose)))
	case due:
		add(Raise, b.RaiseOn, measureFirst,
			measure.Say("By the weather so far stems stand about {} by now, and {} calls for the next layer. Bring {} loose.", b.Stem, r.Trigger, measure.Carried(r.Loose)))
	case b.RaiseOn != 0:
		add(Raise, b.RaiseOn, measure.Say("raise {}", r.Thickness()),
			measure.Say("By the weather so far stems stand about {} on {}: that calls for the next layer. Bring {} loose.", r.Trigger, b.RaiseOn, measure.Carried(r.Loose)))
	}
	switch {
	case b.StemKnown:
		add(Measure, b.MeasuredOn+measureEvery, measure.Say("measure stems"),
			measure.Say("Measured on {} at {}; the next layer goes on at {}.", b.MeasuredOn, b.StemTyped, r.Trigger))
	case b.Up != 0:
		add(Measure, b.Up+firstMeasure, measure.Say("measure stems"),
			measure.Say("No stem height yet; a first one sharpens the day of the next layer, which goes on at {}.", r.Trigger))
	}
}

func tending(b *Bag, add adder) {
	if b.FeedOn != 0 {
		add(Feed, b.FeedOn, measure.Say("feed {}", b.Feed), measure.Say("{} of water with liquid feed, high in potash, onto moist medium.", b.Feed))
	}
	switch {
	case b.Tied || b.TieOn == 0:
	case b.Class.Crop() == crop.SweetPotato:
		add(Tie, b.TieOn, measure.Say("guide vines"), measure.Say("Lead the vines up a mesh, or lift them where they trail: a node that lies on soil roots there, and takes from the roots in the bag."))
	default:
		add(Tie, b.TieOn, measure.Say("canes"), measure.Say("Canes and string, or a mesh, before stems reach {}: later they break.", TieAt))
	}
	if b.SpotsOn != 0 {
		add(Look, b.SpotsOn+spotsAgain, measure.Say("look again: spots"), measure.Say("Dark patches were seen once, on {}: look again on {}, at the under-side of the leaves and at the bags beside it. Blight is dark and wet at its edge, with white bloom below in the morning; wind, sun and age leave dry, brittle or yellow patches. Enter what you see: seen again, the tops come off the same day.", b.SpotsOn, b.SpotsOn+spotsAgain))
	}
	if next := max(b.SeenOn, b.LookedOn) + checkEvery; b.SeenOn != 0 && next <= b.SeenOn+checkFor {
		add(Look, next, measure.Say("look again: {}", b.Seen), measure.Say("Seen on {}: look at it every {} days for two weeks, and write down what you see.", b.SeenOn, checkEvery))
	}
	if b.Nips && b.Flowered != 0 && b.MatureOn > b.Today {
		add(Nip, b.Flowered, measure.Say("nip flowers"), measure.Say("As you chose; the evidence for it is weak."))
	}
	if b.MoveOn != 0 {
		add(Move, b.MoveOn, measure.Say("move"), measure.Say("Time to stand {}.", b.MoveTo))
	}
}

// ending of a bag: looking whether it is ready, cutting the tops, lifting.
func ending(b *Bag, add adder) {
	last := b.MatureOn // that it stands for
	if last == 0 {
		last = b.EndsOn
	}
	next := func(d measure.Day) measure.Day { // not again within a week of the last look
		if b.LookedOn != 0 {
			return max(d, b.LookedOn+lookEvery)
		}
		return d
	}
	if b.FrostOn > b.LookedOn {
		add(Look, b.FrostOn, measure.Say("look: frost"), measure.Say("It froze where it stands on {}. Black tops: cut them and log the frost. Green tops: measure a stem, and the forecast knows it is whole.", b.FrostOn))
		return
	}
	days := int(b.Today - b.Planted)
	switch {
	case b.Class.Crop() == crop.SweetPotato:
		why := measure.Say("{} days since planting: it has had the warmth it needs about {}.", days, last)
		if b.MatureOn == 0 {
			why = measure.Say("{} days since planting: lift before the medium falls under {}, about {}.", days, measure.Temperature(13), last)
		}
		add(Lift, last, measure.Say("lift before cold"), why)
	case b.CutOn != 0 && b.BlightOn != 0:
		add(Lift, b.CutOn+skinSets, measure.Say("lift dry"), measure.Say("The tops were cut on {} for late blight: lift on a dry day between {} and {}, when spores on the surface are dead. Sort out every tuber with brown, sunken skin.", b.CutOn, b.CutOn+skinSets, b.CutOn+sporesDie))
	case b.CutOn != 0 && b.KeepsOn > b.CutOn+skinSets: // kept till wanted it is not late
		day := max(b.CutOn+skinSets, min(b.Today, b.KeepsOn))
		add(Lift, day, measure.Say("lift when wanted"), measure.Say("The tops were cut on {}, and after {} days skins have set. Dry, dark and safe from frost it keeps in its bag until about {}.", b.CutOn, skinSets, b.KeepsOn))
	case b.CutOn != 0:
		add(Lift, b.CutOn+skinSets, measure.Say("lift"), measure.Say("The tops were cut on {}: after {} days skins have set.", b.CutOn, skinSets))
	case b.Class == crop.FirstEarly || b.Class == crop.SecondEarly:
		if feel := b.Planted + feelEarliesFrom; last == 0 || feel < last {
			add(Look, next(feel), measure.Say("feel for tubers"), measure.Say("{} days since planting: feel in for tubers of egg size before you lift.", days))
		}
		add(Lift, last, measure.Say("lift"), b.endWords("lift as you eat."))
	case b.TillDead:
		dead := max(b.EndsOn, b.MatureOn)
		add(Look, next(dead-lookEvery), measure.Say("tops dead?"), measure.Say("Its tops are left to die by themselves, about {}.", dead))
		add(Lift, dead, measure.Say("lift"), measure.Say("Its tops are dead about {}, and under them skins have set by then: lift on a dry day.", dead))
	default:
		if b.MatureOn != 0 {
			add(Look, next(b.MatureOn-lookEvery), measure.Say("half yellow?"), measure.Say("Half the leaves are yellow about {}.", b.MatureOn))
		}
		add(CutHaulm, last, measure.Say("cut tops"), b.endWords(measure.Say("cut the tops, and wait {} days for skins to set.", skinSets).In(measure.Metric)))
	}
}

// done is what is done at half yellow, or seen where nothing is.
func (b *Bag) done() string {
	if b.TillDead && b.Class.Done() == crop.TopsOff {
		return "half yellow"
	}
	return b.Class.Done()
}

// endWords say why a potato is done about a day.
func (b *Bag) endWords(then string) measure.Phrase {
	switch {
	case b.MatureOn != 0:
		return measure.Say("Half the leaves are yellow about {}: {}", b.MatureOn, then)
	case b.Dies:
		return measure.Say("Frost takes the tops about {}: {}", b.EndsOn, then)
	}
	return measure.Say("It ends about {}: {}", b.EndsOn, then)
}

// waiting says what is waited for.
func waiting(b *Bag, jobs []Job) Job {
	wait := func(tag, why measure.Phrase) Job { return Job{Kind: Wait, Tag: tag, Why: why, today: b.Today} }
	if b.Planted == 0 {
		verb := "plant"
		if b.PotGrown {
			verb = "transplant"
		}
		in := int(b.PlantOn - b.Today)
		for _, j := range jobs {
			in = int(j.Day - b.Today)
		}
		if in == 1 {
			return wait(measure.Say(verb+" tomorrow"), measure.Say("Planting day is tomorrow."))
		}
		return wait(measure.Say(verb+" in {} days", in), measure.Say("Planting day is {} days off, by your frosts and the warmth of the medium.", in))
	}
	if r := b.Next; r != nil {
		if b.RaiseOn > b.Today {
			return wait(measure.Say("raise at {}", r.Trigger), measure.Say("The next layer goes on when stems stand {} above the medium, about {}.", r.Trigger, b.RaiseOn))
		}
		return wait(measure.Say("raise at {}", r.Trigger), measure.Say("The next layer goes on when stems stand {} above the medium.", r.Trigger))
	}
	if b.MatureOn > b.Today {
		return wait(measure.Say(""), measure.Say("Nothing to do; {} about {}.", b.done(), b.MatureOn))
	}
	if b.EndsOn > b.Today {
		return wait(measure.Say(""), measure.Say("Nothing to do; it ends about {}.", b.EndsOn))
	}
	return wait(measure.Say(""), measure.Say("Day {} since planting.", int(b.Today-b.Planted)))
}
