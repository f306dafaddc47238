package logbook

import (
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
)

// The table is filled as the program starts: what applies an entry asks for its kind.
func init() {
	kinds = append(mainKinds(), careKinds()...)
	byKind = make(map[Kind]*EntryKind, len(kinds))
	for i := range kinds {
		k := &kinds[i]
		if d := k.Doing; d != nil {
			d.Kind = k.Kind
			k.Container, k.Early, k.Form = d.Bag, d.Before, string(k.Kind)
			k.Speaks = append(k.Speaks, thingField, amountField, levelField, placeField)
			Doings = append(Doings, *d)
		}
		byKind[k.Kind] = k
	}
}

// mainKinds are the planting, raising, looking, picking and ending, and what is said of jobs.
func mainKinds() []EntryKind {
	return []EntryKind{
		{
			Kind: Planted, Name: "planted", Speaks: []Field{seedField}, Early: true, Work: true, Answers: job.Plant, Form: "plant",
			Says: func(p *Planting, e *Entry) measure.Phrase { return plantedWords(p, e) },
			Check: func(faults *Faults, e *Entry) {
				if e.Start != Slips && e.Start != Cuttings && e.Start != WholeRoot {
					faults.Add("start", "Choose what it was grown from.")
				}
			},
			Apply: (*State).plant,
		},
		{
			Kind: Raised, Name: "raised", Speaks: []Field{riseField, looseField, thingField}, Container: true, Work: true, Answers: job.Raise, Form: "raise",
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				switch {
				case e.Loose > 0 && e.Thing != "":
					return measure.Say("raised with {} of {}, loose", e.Loose, e.Thing)
				case e.Loose > 0:
					return measure.Say("raised with {} loose", e.Loose)
				case e.Thing != "":
					return measure.Say("raised {} with {}", e.RaiseBy, e.Thing)
				}
				return measure.Say("raised {}", e.RaiseBy)
			},
			Check: func(faults *Faults, e *Entry) {
				byHeight, byLitres := e.RaiseBy > 0 && e.RaiseBy <= 400, e.Loose > 0 && e.Loose <= 5000
				if byHeight == byLitres || e.RaiseBy != 0 && e.Loose != 0 {
					faults.Add("by", "Say how much went on: centimetres or litres, more than 0.")
				}
				if _, ok := hill.MaterialNamed(e.Thing); !ok && e.Thing != "" {
					faults.Add("of", "Choose what went on.")
				}
			},
			Apply: (*State).raise,
		},
		{
			Kind: Measured, Name: "stem height", Speaks: []Field{heightField}, Work: true, Answers: job.Measure, Form: "measure",
			Says: func(p *Planting, e *Entry) measure.Phrase {
				if p.Variety.Class.Crop() == crop.SweetPotato {
					return measure.Say("vines {} long", e.Height)
				}
				return measure.Say("stems {} above the medium", e.Height)
			},
			Apply: func(s *State, _ *Planting, e *Entry) error {
				if !(e.Height >= 0 && e.Height <= growth.MaxStem) {
					return Refuse("height", "A stem of {} in a bag is not believed: check the unit.", e.Height)
				}
				s.Stem, s.StemDay, s.StemKnown = e.Height, e.Day, true
				s.Heights = append(s.Heights, Height{e.Day, e.Height, s.Raised})
				return nil
			},
		},
		{
			Kind: Noted, Name: "a note", Early: true, Form: "note",
			Says: func(_ *Planting, e *Entry) measure.Phrase { return measure.Say("{}", e.Text) },
			Check: func(faults *Faults, e *Entry) {
				if e.Text == "" {
					faults.Add("text", "Write a few words first.")
				}
			},
		},
		{
			Kind: Weighed, Name: "weighed in", Speaks: []Field{batchesField, thingField, levelField}, Answers: job.Lift, Form: "weigh",
			Says: func(p *Planting, e *Entry) measure.Phrase { return weighedWords(p.Variety.Class.Crop(), e) },
			Check: func(faults *Faults, e *Entry) {
				CheckBatches(faults, e.Batches)
				checkSeenAtLifting(faults, e)
			},
			Apply: (*State).weigh,
		},
		{
			Kind: Taken, Name: "some taken unweighed", Form: "take",
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				return measure.Say("some taken unweighed. {}", e.Text)
			},
			Apply: func(s *State, _ *Planting, _ *Entry) error {
				s.Unweighed = true
				return nil
			},
		},
		{
			Kind: Closed, Name: "closed", Speaks: []Field{thingField}, Ends: true, Form: "close",
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				if e.Thing == NothingCame {
					return measure.Say("closed: nothing came of it")
				}
				return measure.Say("closed")
			},
			Check: func(faults *Faults, e *Entry) {
				if e.Thing != "" && e.Thing != NothingCame {
					faults.Add("came", "Say what came of it.")
				}
			},
			Apply: func(s *State, _ *Planting, e *Entry) error {
				if e.Thing == NothingCame && len(s.Batches) > 0 && s.Harvest.Edible > 0 {
					return Refuse("came", "{} was weighed in: something came of it.", s.Harvest.Edible)
				}
				s.Stage, s.Ended, s.Unknown = StageClosed, e.Day, len(s.Batches) == 0 && e.Thing != NothingCame
				return nil
			},
		},
		{
			Kind: Dropped, Name: "plan dropped", Early: true, Ends: true, Form: "drop",
			Apply: func(s *State, _ *Planting, e *Entry) error {
				s.Stage, s.Ended = StageDropped, e.Day
				return nil
			},
		},
		{Kind: Voided, Name: "undone"},
		{
			Kind: Emerged, Name: "shoots through", Speaks: []Field{levelField}, Form: "up",
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				text := ""
				if e.Text != "" {
					text = " " + e.Text
				}
				switch {
				case e.Level == 1:
					return measure.Say("shoots through: 1 plant" + text)
				case e.Level > 1:
					return measure.Say("shoots through: {} plants"+text, e.Level)
				}
				return measure.Say("shoots through" + text)
			},
			Apply: func(s *State, _ *Planting, e *Entry) error {
				if e.Level < 0 || s.Plants > 0 && e.Level > s.Plants {
					return Refuse("came", "{} were planted: no more than that can have come.", s.Plants)
				}
				if s.Up == 0 {
					s.Up = e.Day
				}
				return nil
			},
		},
		{
			Kind: Flowered, Name: "first flowers", Speaks: []Field{levelField, thingField}, Form: "flowers",
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				nipped := map[bool]string{true: ", nipped off"}[e.Thing == Nipped]
				if e.Level == FullFlower {
					return measure.Say("in full flower" + nipped)
				}
				return measure.Say("first flowers open" + nipped + ": raising ends")
			},
			Check: func(faults *Faults, e *Entry) {
				if e.Level < 0 || e.Level > FullFlower {
					faults.Add("level", "First or full flower.")
				}
				if e.Thing != "" && e.Thing != Nipped {
					faults.Add("nipped", "Say whether they were nipped off.")
				}
			},
			Apply: func(s *State, _ *Planting, e *Entry) error {
				if e.Thing == Nipped {
					s.Doings = append(s.Doings, Answer{job.Nip, e.Day, Tended, 0})
				}
				if s.Flowered != 0 { // full flower after the first
					s.Care = append(s.Care, *e)
					return nil
				}
				s.Flowered, s.Rungs = e.Day, nil // after flowering only greening tubers are covered
				return nil
			},
		},
		{
			Kind: Frosted, Name: "tops black from frost", Container: true, Form: "frost",
			Apply: func(s *State, _ *Planting, e *Entry) error {
				s.Frosted = append(s.Frosted, e.Day)
				s.Stem, s.StemKnown = 0, false
				return nil
			},
		},
		{
			Kind: Topped, Name: "topped up", Speaks: []Field{looseField}, Container: true, Work: true, Answers: job.TopUp, Form: "topped",
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				return measure.Say("topped up with {} loose", e.Loose)
			},
			Check: func(faults *Faults, e *Entry) {
				if !(e.Loose > 0 && e.Loose <= 200) {
					faults.Add("litres", "Write how much went on: up to {} loose.", measure.Volume(200))
				}
			},
			Apply: func(s *State, _ *Planting, e *Entry) error {
				s.Filled = e.Day
				s.Doings = append(s.Doings, Answer{job.TopUp, e.Day, e.Kind, 0})
				return nil
			},
		},
		{
			Kind: Tended, Name: "a job done", Speaks: []Field{jobField}, Work: true, Check: checkDoing, Apply: (*State).answer,
			Says: func(_ *Planting, e *Entry) measure.Phrase { return measure.Say(e.What.Facts().Logged) },
		},
		{
			Kind: Skipped, Name: "a job skipped", Speaks: []Field{jobField}, Early: true, Work: true, Check: checkDoing, Apply: (*State).answer,
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				return measure.Say("{} skipped: {}", string(e.What), e.Text)
			},
		},
		{
			Kind: PutOff, Name: "a job put off", Speaks: []Field{jobField, untilField}, Early: true, Work: true, Check: checkDoing, Apply: (*State).answer,
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				return measure.Say("{} put off until {}", string(e.What), e.Until.Short())
			},
		},
		{
			Kind: Pictured, Name: "a photo", Early: true, Form: "photo", Apply: (*State).care,
			Says: func(_ *Planting, e *Entry) measure.Phrase {
				if e.Text == "" {
					return measure.Say("photo")
				}
				return measure.Say("photo: {}", e.Text)
			},
		},
	}
}

// careKinds are what is done to a bag and seen at it, beside the raising and weighing.
func careKinds() []EntryKind {
	return []EntryKind{
		{
			Kind: Watered, Name: "watered", Apply: (*State).water,
			Doing: &Doing{Title: "Watered", Button: "Watered", Bag: true, ThingAsk: "How", Things: []Choice{{"can", "with a can"}, {ByDrip, "drip or timer"}, {"saucer", "saucer or reservoir filled"}, {"rain", "by rain"}}, Amount: InLitres, AmountAsk: "How much", High: 500, LevelAsk: "Minutes, of drip", MostUnit: 1440},
		},
		{
			Kind: Irrigated, Name: "how it is watered", Apply: (*State).care,
			Doing: &Doing{Title: "How it is watered from now on", Button: "Keep it", Bag: true, Must: true, ThingAsk: "How", Things: []Choice{{AsItWants, "by hand, when it wants some, and some of it is written down"}, {AllWritten, "by hand, when it wants some, and all of it is written down"}, {ByRhythm, "by hand, every so many days"}, {OnTimer, "drip or timer, every so many days"}, {FromBelow, "from below, saucer or reservoir filled every so many days"}, {RainAlone, "by rain alone"}}, Amount: InLitres, AmountAsk: "How much each time", High: 500, LevelAsk: "Every how many days", MostUnit: 60},
		},
		{
			Kind: Fed, Name: "fed", Work: true, Answers: job.Feed, Apply: careFor(job.Feed, Fed),
			Doing: &Doing{Verb: "fed with", Title: "Fed", Button: "Fed", Bag: true, Before: true, ThingAsk: "With", Own: true, Amount: InFeed, AmountAsk: "How much", High: 100_000},
		},
		{
			Kind: Mulched, Name: "mulched", Apply: (*State).care,
			Doing: &Doing{Verb: "mulched with", Title: "Mulched", Button: "Mulched", Bag: true, Before: true, ThingAsk: "With", Own: true, Must: true, Things: []Choice{{"straw", "straw"}, {"leaves", "leaves"}, {"chips", "wood chips"}, {"grass", "dried grass"}, {"compost", "compost"}, {"sheet", "sheet or fabric"}, {MulchOff, "taken off again"}}, Amount: InCm, AmountAsk: "How thick", High: 40},
		},
		{
			Kind: Supported, Name: "supported", Apply: careFor(job.Tie, Tended),
			Doing: &Doing{Verb: "supported with", Title: "Supported", Button: "Supported", Bag: true, ThingAsk: "With", Own: true, Must: true, Things: []Choice{{"canes", "canes and string"}, {"hoop", "a hoop"}, {"mesh", "mesh"}, {"trellis", "a trellis"}}},
		},
		{
			Kind: Protected, Name: "protected", Apply: (*State).elsewhere,
			Doing: &Doing{Verb: "protected:", Title: "Protected", Button: "Keep it", Bag: true, ThingAsk: "How", Must: true, Things: []Choice{{Fleeced, "fleece over it"}, {Netted, "net over it"}, {Heaped, "medium heaped over its tops"}, {CarriedIn, "carried in"}, {UnderGlass, "carried under glass"}, {Uncovered, "uncovered again"}, {CarriedOut, "carried out again"}}},
		},
		{
			Kind: Treated, Name: "treated", Apply: (*State).care,
			Doing: &Doing{Verb: "treated with", Title: "Treated", Button: "Treated", Bag: true, ThingAsk: "With what", Own: true, Must: true, LevelAsk: "Days to wait before harvest, as on its label", MostUnit: 365, Words: true, WordsAsk: "How much, and against what"},
		},
		{
			Kind: Filled, Name: "filled", Apply: (*State).filled,
			Doing: &Doing{Title: "Filled", Button: "Filled", Bag: true, Before: true, ThingAsk: "The medium", Things: []Choice{{"fresh", "fresh medium"}, {"refreshed", "used before, refreshed"}, {UsedBefore, "used before, as it was"}}, Some: true, Amount: InLitres, AmountAsk: "Loose medium that went in", High: 5000},
		},
		{
			Kind: Ringed, Name: "a ring stacked on", Apply: (*State).stack,
			Doing: &Doing{Verb: "a ring stacked on, the rim is higher by", Title: "A ring stacked on top", Button: "Stacked", Bag: true, Amount: InCm, AmountAsk: "It raises the rim by", Low: 1, High: 100, Needs: true},
		},
		{
			Kind: Bedded, Name: "sunk or ringed about", Apply: (*State).care,
			Doing: &Doing{Verb: "it is", Title: "Sunk or ringed about", Button: "Keep it", Bag: true, Before: true, Must: true, ThingAsk: "How", Things: []Choice{{"sunk", "sunk a part into the ground"}, {"chips", "ringed about with chips"}, {"up", "lifted out again"}}},
		},
		{
			Kind: Moved, Name: "moved", Moves: true, Apply: (*State).elsewhere,
			Check: func(faults *Faults, e *Entry) {
				if e.Place == 0 && e.Text == "" {
					faults.Add("place", "Say where it stands now.")
				}
			},
			Doing: &Doing{Title: "Moved", Button: "Moved", Bag: true, Before: true, Own: true, Words: true},
		},
		{
			Kind: Sighted, Name: "something seen", Apply: (*State).care,
			Doing: &Doing{Verb: "seen:", Title: "Seen: pest, disease, damage", Button: "Seen", Seen: true, ThingAsk: "What", Own: true, Must: true, Things: sights, LevelAsk: "How much", Levels: []string{"little", "some", "much"}, Words: true, WordsAsk: "Where, and how it looks"},
		},
		{
			Kind: Yellowed, Name: "leaves yellow", Apply: (*State).care,
			Doing: &Doing{Verb: "leaves yellow:", Title: "Leaves yellow", Button: "Keep it", Seen: true, Some: true, LevelAsk: "How many", Levels: []string{"none", "a quarter", "half", "three quarters", "all"}},
		},
		{
			Kind: Moisture, Name: "moisture", Apply: (*State).reading,
			Doing: &Doing{Verb: "medium:", Title: "Moisture of the medium", Button: "Keep it", Seen: true, Bag: true, Some: true, LevelAsk: "By finger", Levels: []string{"dry to the second knuckle", "dry to the first knuckle", "moist", "wet"}, Amount: Percent, AmountAsk: "Or by a probe, %", High: 100, Device: true},
		},
		{
			Kind: Hefted, Name: "weight of the bag", Apply: (*State).care,
			Doing: &Doing{Verb: "lifted, it weighs", Title: "Weight of the bag lifted", Button: "Keep it", Seen: true, Bag: true, Amount: InGrams, AmountAsk: "It weighs", Low: 100, High: 1_000_000, Needs: true},
		},
		{
			Kind: Felt, Name: "felt in", Apply: (*State).care,
			Doing: &Doing{Verb: "felt:", Title: "Felt in for tubers, or rubbed one", Button: "Keep it", Seen: true, Must: true, ThingAsk: "What you found", Things: []Choice{{string(lift.EggSize), "tubers of egg size"}, {string(lift.OnlySmall), "only small ones"}, {string(lift.NothingYet), "none yet"}, {string(lift.SkinHolds), "rubbed: the skin holds"}, {string(lift.SkinSlips), "rubbed: the skin slips"}}},
		},
		{
			Kind: Warmth, Name: "warmth of the medium", Apply: (*State).reading,
			Doing: &Doing{Verb: "medium:", Title: "Warmth of the medium", Button: "Keep it", Seen: true, Bag: true, Before: true, Amount: Degrees, AmountAsk: "By a thermometer", Low: -10, High: 50, Needs: true, Device: true},
		},
		{
			Kind: Acidity, Name: "acidity", Apply: (*State).care,
			Doing: &Doing{Verb: "measured:", Title: "Acidity measured", Button: "Keep it", Seen: true, Bag: true, Before: true, Amount: InPH, AmountAsk: "pH", Low: 2, High: 11, Needs: true},
		},
	}
}
