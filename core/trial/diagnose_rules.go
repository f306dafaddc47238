package trial

import (
	"math"
	"slices"

	"glebata/core/measure"
)

// rule of the diagnosis of a poor bag. Practice; the shares are a model.
type rule struct {
	cause, next, record string
	potato, sweet       bool // of this crop alone
	find                func(*Season) Finding
}

// Limits of the rules. Practice.
const (
	shortIndex            = 0.8  // of a full season
	greenLeaf             = 0.35 // of its leaf still stood
	yellowEnough          = 0.5  // of its leaves
	yellowFresh           = 14   // days that a look at the leaves tells of
	poorSun               = 5.0  // h a day
	smallSeed             = 35.0 // g each
	muchNitrogen          = 1.6  // of what the crop takes
	littleNitrogen        = 0.5
	manyDry               = 2
	longSpell             = 3 // days under 30 % of what the bag holds
	splitShare, greenness = 0.1, 0.1
	hotOver               = 27 // °C of a day's maximum
	coldUnder             = 13 // °C of the medium
)

var rules = []rule{
	{
		cause:  "some of it left unweighed",
		next:   "Weigh what is picked early, or write down a guess: low and high will do.",
		record: "pickings: weighed, or a guess of low and high",
		find: func(s *Season) Finding {
			if len(s.Taken) > 0 {
				return speak(0.6, "something was taken without a weight {}: it may not have been poor at all", times(len(s.Taken))).on(s.Taken...)
			}
			return unknown("nobody wrote down that some was taken unweighed")
		},
	},
	{
		cause: "too many plants for the litres",
		next:  "Give each plant its room: fewer to the bag, or a larger bag.",
		find: func(s *Season) Finding {
			if s.Litres <= 0 || s.Plants == 0 || s.Room <= 0 {
				return unknown("its litres, or how many were planted, are not known")
			}
			each := s.Litres / float64(s.Plants)
			if each < 0.8*s.Room && s.Fits > 0 && s.Fits < s.Plants && s.Promised > 0 {
				return held("{} for each plant, where {} is usual: with {} plants it would have promised {}, where {} promised {}", measure.Volume(each), measure.Volume(s.Room), s.Fits, measure.Expected(s.Roomy), s.Plants, measure.Expected(s.Promised))
			}
			return against("{} for each plant, {} is usual", measure.Volume(each), measure.Volume(s.Room))
		},
	},
	{
		cause:  "too shallow",
		next:   "Fill it deeper, or take a deeper bag.",
		record: "raises, with the height or the litres",
		find: func(s *Season) Finding {
			if s.Depth <= 0 || s.Litres <= 0 {
				return unknown("how deep the medium stood is not known")
			}
			if s.Depth < 0.85*s.Good && s.Promised > 0 {
				return held("{} of medium, where {} is good: filled so deep it would have promised {}, not {}", measure.Length(math.Round(s.Depth)), measure.Length(s.Good), measure.Expected(s.Deeper), measure.Expected(s.Promised))
			}
			return against("{} of medium is deep enough", measure.Length(math.Round(s.Depth)))
		},
	},
	{
		cause:  "raised late",
		next:   "Raise when stems stand at the height your way of filling names; the walk says the day.",
		record: "stem heights and raises, on their days",
		potato: true,
		find: func(s *Season) Finding {
			switch {
			case len(s.LateRaise) > 0:
				return speak(0.1*float64(len(s.LateRaise)), "{} of {} raises came over a week after they were due", len(s.LateRaise), s.Raises).on(s.LateRaise...)
			case !s.ToRaise:
				return against("it was not to be raised")
			case s.Raises == 0:
				return unknown("no raise is written down")
			case s.Stems == 0:
				return unknown("{} raises; how tall its stems were, and so when each was due, is not written down", s.Raises)
			}
			return against("{} raises, none over a week late", s.Raises)
		},
	},
	{
		cause:  "too late, or its season cut short",
		next:   "Plant by the day the plan counts back, or choose an earlier class.",
		record: "planting day and the day it was lifted",
		find: func(s *Season) Finding {
			if !s.Modelled {
				return unknown("its season was too short to be reckoned, or a day is missing")
			}
			if s.GivenUp && s.Index < shortIndex {
				return speak(0.05, "it was emptied early, with nothing left in it: it had {} of a full season by the model", measure.Share(s.Index))
			}
			if s.Index < shortIndex {
				f := speak(1-s.Index, "by the model it had {} of a full season by the day it was lifted", measure.Share(s.Index))
				f.Days = []measure.Day{s.Lifted}
				return f
			}
			return against("by the model it had {} of a full season", measure.Share(s.Index))
		},
	},
	{
		cause:  "lifted green",
		next:   "Wait for half the leaves to turn yellow where it is to bulk to the end.",
		record: "how many leaves are yellow, week by week",
		potato: true,
		find: func(s *Season) Finding {
			switch {
			case s.GivenUp:
				return against("nothing was left in it to wait for")
			case s.CutDown != 0:
				return against("its tops were cut, or had fallen, before it was lifted")
			case s.YellowOn != 0 && s.Yellow >= yellowEnough:
				return against("{} of its leaves were yellow on {}", measure.Share(s.Yellow), s.YellowOn.Short())
			case s.YellowOn != 0 && s.Lifted-s.YellowOn <= yellowFresh:
				f := speak(0.25*(1-s.Yellow), "{} of its leaves were yellow on {}, the last time it was written down", measure.Share(s.Yellow), s.YellowOn.Short())
				f.Days = []measure.Day{s.Lifted}
				return f
			case s.Modelled && s.Mature == 0 && s.Leaf > greenLeaf:
				return unknown("how yellow it was is not written down; by the model {} of its leaf still stood", measure.Share(s.Leaf))
			}
			return unknown("how yellow it was when it was lifted is not written down")
		},
	},
	{
		cause:  "set back by frost",
		next:   "Keep fleece by the bags until the last frost day; the night's page says when.",
		record: "black tops, on the day they are seen",
		potato: true,
		find: func(s *Season) Finding {
			if len(s.Frosts) > 0 {
				return speak(0.25+0.1*float64(len(s.Frosts)-1), "its tops were black from frost {}", times(len(s.Frosts))).on(s.Frosts...)
			}
			if s.Mild {
				return against("none of the {} days of weather of your own froze", s.Measured)
			}
			return unknown("no frost on it is written down")
		},
	},
	{
		cause:  "hot days while tubers swelled",
		next:   "Shade the bag at noon, mulch it, ring it with chips, and water in the evening.",
		record: "weather of your own, or the warmth of the medium",
		potato: true,
		find: func(s *Season) Finding {
			switch {
			case len(s.Hot) > 3:
				f := speak(0.04*float64(len(s.Hot)), "by your own weather {} days over {} after tubers began to swell", len(s.Hot), measure.Temperature(hotOver))
				f.Days = s.Hot
				return f
			case s.Measured < 30:
				return unknown("of its season {} days of weather are your own", s.Measured)
			}
			return against("by your own weather {} days over {} after tubers began", len(s.Hot), measure.Temperature(hotOver))
		},
	},
	{
		cause:  "dry spells",
		next:   "Water by what the bag holds, not by the clock; mulch saves a third.",
		record: "moisture by finger, once every few days; waterings",
		find: func(s *Season) Finding {
			switch {
			case len(s.Dry) > 0:
				f := speak(0.15*float64(min(4, len(s.Dry)))+0.02*float64(len(s.Under)), "it was found dry, or its leaves hung, {}", times(len(s.Dry))).on(s.Dry...)
				f.Days = append(f.Days, s.Under...)
				return f
			case len(s.Under) >= longSpell:
				f := speak(0.04*float64(len(s.Under)), "by the water that is written down it was under 30 % full on {} days", len(s.Under))
				f.Days = s.Under
				return f
			case s.Looked < manyDry:
				return unknown("moisture was looked at {}; {} waterings are written down", times(s.Looked), s.Waterings)
			}
			return against("moisture was looked at {} and never found dry", times(s.Looked))
		},
	},
	{
		cause:  "waterlogged",
		next:   "Open or raise its drain holes, stand it on feet, and cover it in long rain.",
		record: "standing water, when it is seen",
		find: func(s *Season) Finding {
			if len(s.Wet) > 0 {
				level := 1
				for _, w := range s.Wet {
					level = max(level, w.Level)
				}
				return speak(0.3+0.2*float64(level), "water stood in it {}, by what is written down", times(len(s.Wet))).on(s.Wet...)
			}
			if s.Looked == 0 {
				return unknown("nobody wrote down how wet it was")
			}
			return against("it was never found waterlogged")
		},
	},
	{
		cause:  "from dry to soaked",
		next:   "Bring dry medium back in two or three small waterings, a day apart.",
		record: "moisture by finger, and split tubers at the weigh-in",
		find: func(s *Season) Finding {
			swings := 0
			var seen []Seen
			for _, d := range s.Dry {
				for _, w := range slices.Concat(s.Wet, s.Soaked) {
					if w.Day > d.Day && w.Day-d.Day <= 10 {
						swings++
						seen = append(seen, d, w)
						break
					}
				}
			}
			split := s.Counted > 0 && float64(s.Split) > splitShare*float64(s.Counted)
			switch {
			case swings > 0 || split:
				return speak(0.15+0.1*float64(swings), "it went from dry to soaked within ten days {}; {} tubers were split", times(swings), s.Split).on(seen...)
			case s.Looked < manyDry:
				return unknown("moisture was hardly looked at, and nobody counted split tubers")
			}
			return against("no swing from dry to soaked is on record")
		},
	},
	{
		cause:  "too much nitrogen",
		next:   "Halve the feed: lush tops late are leaf in place of tubers.",
		record: "each feed, with what and how much",
		find: func(s *Season) Finding {
			switch {
			case s.Nitrogen == 0:
				return unknown("what it was fed with, and how much, is not known by its nutrients")
			case s.Nitrogen > muchNitrogen:
				return speak(0.15*(s.Nitrogen-1), "with its medium it was given {} times the nitrogen the crop takes", measure.Each(s.Nitrogen)).on(s.Feeds...)
			case s.MoreFed:
				return unknown("it was given {} times the nitrogen the crop takes, and more: some feeds bear no amount", measure.Each(s.Nitrogen))
			}
			return against("it was given {} times the nitrogen the crop takes", measure.Each(s.Nitrogen))
		},
	},
	{
		cause:  "too little feed",
		next:   "Dress the medium at planting, and feed from the first flower buds.",
		record: "each feed, on its day",
		find: func(s *Season) Finding {
			switch {
			case s.Inert && len(s.Feeds) == 0:
				return unknown("its medium feeds nothing, and no feed is written down: if it had none, that is why")
			case s.Inert && len(s.Feeds) < 4:
				return speak(0.5-0.1*float64(len(s.Feeds)), "its medium feeds nothing, and {} feeds are on record", len(s.Feeds)).on(s.Feeds...)
			case s.Nitrogen > 0 && s.Nitrogen < littleNitrogen && !s.MoreFed:
				return speak(0.3*(1-s.Nitrogen), "it was given {} of the nitrogen the crop takes", measure.Share(s.Nitrogen)).on(s.Feeds...)
			case len(s.Feeds) == 0:
				return unknown("no feed is on record")
			}
			return against("{} feeds are on record", len(s.Feeds)).on(s.Feeds...)
		},
	},
	{
		cause:  "weak seed",
		next:   "Plant sound seed of 40 g and more, certified or your own best, and let cuts heal three days.",
		record: "seed by the piece, its lot, and cuts on the bench",
		potato: true,
		find: func(s *Season) Finding {
			switch {
			case s.SourceIs && s.Kitchen:
				return speak(0.3, "its seed came from the kitchen: not tested, and perhaps kept from sprouting")
			case s.CutKnown && s.Unhealed:
				return speak(0.3, "{} of its pieces were cut and planted before the cut had healed", s.CutPieces)
			case s.SeedEach > 0 && s.SeedEach < smallSeed:
				return speak(0.3*(1-s.SeedEach/smallSeed)+0.05, "its pieces weighed {} on the mean", measure.Mass(s.SeedEach))
			case s.SeedEach == 0:
				return unknown("its seed was not weighed")
			case !s.SourceIs:
				return against("pieces of {} on the mean; where the seed was from is not known", measure.Mass(s.SeedEach))
			}
			return against("sound seed, {} a piece on the mean", measure.Mass(s.SeedEach))
		},
	},
	{
		cause:  "too little sun",
		next:   "Move it where the sun map shows six hours and more.",
		record: "its place on the terrace",
		find: func(s *Season) Finding {
			switch {
			case s.Sun == 0:
				return unknown("its place on the terrace is not drawn")
			case s.Sun < poorSun:
				return speak(0.5*(1-s.Sun/8), "{} hours of sun a day where it stands", math.Round(10*s.Sun)/10)
			}
			return against("{} hours of sun a day where it stands", math.Round(10*s.Sun)/10)
		},
	},
	{
		cause:  "tired or spoiled medium",
		next:   "Refresh used medium by a third, feed it, and rest it from potatoes for a year.",
		record: "whether the medium was used before",
		find: func(s *Season) Finding {
			switch {
			case !s.ReusedIs:
				return unknown("whether its medium was used before is not written down")
			case s.Reused && len(s.Feeds) < 2:
				return speak(0.25, "its medium was used before, as it was, and {} feeds are on record", len(s.Feeds))
			case s.Reused:
				return speak(0.1, "its medium was used before, as it was, and fed {}", times(len(s.Feeds)))
			}
			return against("its medium was fresh, or refreshed")
		},
	},
	{
		cause:  "pests or disease",
		next:   "Look under the leaves each week from the first hot days on, and act on the first.",
		record: "what is seen, and how much",
		find: func(s *Season) Finding {
			if len(s.Pests) > 0 {
				worst := s.Pests[0]
				for _, p := range s.Pests {
					if p.Level > worst.Level {
						worst = p
					}
				}
				return speak(0.1+0.12*float64(worst.Level), "{} was seen", worst.What).on(s.Pests...)
			}
			return unknown("none is written down; whether anybody looked is not")
		},
	},
	{
		cause:  "light reached its tubers, or it stood damp",
		next:   "Cover tubers that show, the same day.",
		record: "green tubers at the weigh-in",
		potato: true,
		find: func(s *Season) Finding {
			switch {
			case s.Green > greenness:
				return speak(s.Green, "{} of the tubers were green", measure.Share(s.Green))
			case s.Counted == 0:
				return unknown("its tubers were not counted by grade")
			}
			return against("{} of the tubers were green", measure.Share(s.Green))
		},
	},
	{
		cause:  "roots of a neighbour, or a full pot",
		next:   "Stand it off the ground and away from hedges; take a wider bag.",
		record: "roots circling the wall, tapped at the weigh-in",
		find: func(s *Season) Finding {
			if s.Circling {
				return speak(0.15, "roots circled the wall when it was lifted")
			}
			return unknown("nobody tapped where its roots were")
		},
	},
	{
		cause:  "a plant failed",
		next:   "Put two pieces and more into a bag, so that one failure does not empty it.",
		record: "shoots through, and how many",
		find: func(s *Season) Finding {
			switch {
			case s.Missing > 0 && s.Plants > 0:
				return speak(float64(s.Missing)/float64(s.Plants), "{} of {} plants did not come", s.Missing, s.Plants).on(s.Came...)
			case !s.CameKnown:
				return unknown("how many of its plants came through is not written down")
			}
			return against("as many came through as were planted, by what is written down").on(s.Came...)
		},
	},
	{
		cause: "a root planted in place of slips",
		next:  "Grow slips from the root: they give separate, fuller roots.",
		sweet: true,
		find: func(s *Season) Finding {
			if s.Root {
				return speak(0.35, "a root was planted, not slips")
			}
			return against("slips were planted")
		},
	},
	{
		cause:  "too cold for sweet potato",
		next:   "Wait for 15 °C in the medium, and grow it under glass.",
		record: "warmth of the medium by a thermometer",
		sweet:  true,
		find: func(s *Season) Finding {
			switch {
			case len(s.Cold) > 10:
				f := speak(0.01*float64(len(s.Cold)), "by your own weather {} days with the medium under {}", len(s.Cold), measure.Temperature(coldUnder))
				f.Days = s.Cold
				return f
			case s.Measured < 30:
				return unknown("of its season {} days of weather are your own", s.Measured)
			}
			return against("by your own weather {} days under {}", len(s.Cold), measure.Temperature(coldUnder))
		},
	},
}
