package growth

import (
	"math"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

// Constants of growth that are the same for a whole crop. All of them are a
// model, set so that ordinary seasons come out right.
const (
	smoothDays = 5   // the medium follows the air by so many days' mean
	darkGain   = 1.5 // °C, of a dark bag in the sun

	needChitted   = 60.0  // °C·days to emergence in the medium
	needUnchitted = 120.0 // the same of a tuber that was not chitted
	needCover     = 7.0   // for each cm over the tuber
	needReappear  = 30.0  // of a transplant buried over its leaves
	needSlip      = 60.0  // of a slip until it has rooted

	canopyFull = 350.0 // °C·days from being up to a full canopy
	fadesFrom  = 0.75  // of the thermal time to maturity, canopy falls from here
	fadesTo    = 1.10  // to here

	killedUnder   = -1.0 // °C of air at the leaves of a potato
	sweetKilledAt = 0.0  // of a sweet potato, or less
	chilledUnder  = 10.0 // °C, means of so many days that a sweet potato does not survive
	chilledDays   = 3
	lostUnder     = -2.0 // °C in the medium, before it is up
	heatFrom      = 26.0 // °C, mean of a day over which a potato loses leaf
	heatTakes     = 0.02 // of the leaf that stands, a day and °C over that
	heatKills     = 0.10 // of its leaf, under which it is dead
	rotsDays      = 7    // of it in a row, before it is up
	ripensBy      = 11.0 // °C·days of a day at the most that count towards a potato's maturity
	lingers       = 42   // days after it is mature, where nothing ends it
	keptOfFrost   = 0.40 // of what was lost, where it grows again
	growsAgain    = 0.40 // of the time to maturity, up to which it does, once

	referencePAR = 8.0 // MJ/m²/day of the reference season

	dryFrom = 0.3 // share of available water under which growth slows

	// RotsOver so many °C in the medium seed rots, in a week.
	RotsOver = 28.0

	ShiftSD = 40.0 // °C·days, of the time to emergence between plantings
	RateSD  = 0.25 // of stem growth between plantings, against the usual
	TallSD  = 0.20 // of the longest stem between varieties of a class, against the usual

	RipeSD = 0.08 // of the warmth to maturity between plantings, against the packet's

	DepartureSD   = 3.0  // cm, of a planting from its course
	departureDays = 10.0 // in which it fades by 1/e
)

// ClassParams of growth. Model.
type ClassParams struct {
	Rate       float64        // cm of stem a °C·day
	Longest    measure.Length // stem or vine
	Initiation float64        // °C·days from being up to tubers or storage roots
}

var habits = map[crop.Class]ClassParams{
	crop.FirstEarly:    {0.15, 60, 150},
	crop.SecondEarly:   {0.165, 70, 180},
	crop.EarlyMaincrop: {0.18, 85, 220},
	crop.Maincrop:      {0.20, 105, 260},
	crop.SweetEarly:    {0.22, 300, 250},
	crop.SweetMid:      {0.22, 300, 250},
	crop.SweetLate:     {0.22, 300, 250},
}

// Params of a class; the zero ClassParams for an unknown one.
func Params(c crop.Class) ClassParams { return habits[c] }

// Constant of the model, for reading.
type Constant struct {
	Says  measure.Phrase
	Value any    // a quantity of package measure, or a number
	Unit  string // of a number
	Mark  working.Mark
}

// Table of every constant that growth goes by, each with its mark.
func Table() []Constant {
	row := func(value any, unit, says string, args ...any) Constant {
		return Constant{measure.Say(says, args...), value, unit, working.Model}
	}
	out := []Constant{
		row(smoothDays, "days", "the medium follows the mean of the air over"),
		row(measure.Warming(darkGain), "", "a dark bag in the sun is warmer by"),
		row(measure.DegreeDays(needChitted), "", "shoots of chitted seed are up after"),
		row(measure.DegreeDays(needUnchitted), "", "shoots of seed that was not chitted, after"),
		row(measure.DegreeDays(needCover), "", "and for each {} of cover, as many more", measure.Length(1)),
		row(measure.DegreeDays(needReappear), "", "a transplant buried over its leaves is through again after"),
		row(measure.DegreeDays(needSlip), "", "a slip has rooted after"),
		row(measure.DegreeDays(canopyFull), "", "from being up to a full canopy"),
		row(fadesFrom, "of maturity", "leaves fade from"),
		row(fadesTo, "of maturity", "and are gone at"),
		row(measure.Temperature(killedUnder), "", "air that kills the tops of a potato, under"),
		row(measure.Temperature(sweetKilledAt), "", "of a sweet potato, from"),
		row(measure.Temperature(chilledUnder), "", "a sweet potato stops for good after days of a mean under"),
		row(chilledDays, "days", "so many of them"),
		row(measure.Temperature(lostUnder), "", "seed in a bag dies in a medium under"),
		row(measure.Temperature(heatFrom), "", "a potato loses leaf on days of a mean over"),
		row(heatTakes, "of the leaf that stands", "a day, for each °C over that"),
		row(heatKills, "of its leaf", "and is dead with less than"),
		row(measure.Temperature(RotsOver), "", "seed of a potato rots in a medium over"),
		row(rotsDays, "days", "for so many in a row"),
		row(lingers, "days", "where nothing ends it, it is over after it is mature by"),
		row(keptOfFrost, "of what was lost", "after a frost it grows again from"),
		row(growsAgain, "of maturity", "once, if the frost comes before"),
		row(referencePAR, "MJ/m²/day", "light of the season that others are compared with"),
		row(dryFrom, "of its water", "growth slows when the medium has less than"),
		row(measure.DegreeDays(ShiftSD), "", "plantings differ in being up by"),
		row(RateSD, "of the usual", "and in how fast stems grow by"),
		row(TallSD, "of the usual", "and in how long they get by"),
		row(RipeSD, "of the usual", "and in the warmth to half yellow by"),
		row(measure.Length(DepartureSD), "", "a planting stands off its course by"),
		row(departureDays, "days", "which fades by 1/e in"),
	}
	for _, c := range crop.Classes() {
		h := habits[c]
		out = append(out,
			row(measure.StemRate(h.Rate), "", c.Name()+": stems grow by"),
			row(h.Longest, "", c.Name()+": to at the most"),
			row(measure.DegreeDays(h.Initiation), "", c.Name()+": up to setting"))
	}
	return out
}

// TemperatureShare of growth at a mean temperature, °C. Potato: none at 5, all from
// 15 to 21, none at 30. Sweet potato: none at 12, all from 24 to 30, none at 38.
// Model.
func TemperatureShare(c crop.Crop, mean float64) float64 {
	return shareResponse(c).at(mean)
}

// WaterShare of growth with a share θ of the available water left: all from dryFrom on, in
// proportion under it. Model.
func WaterShare(theta float64) float64 { return math.Max(0, math.Min(1, theta/dryFrom)) }

// reference season of a class, which a season index is held against: steady 15 °C
// for a potato and 25 °C for a sweet potato, 8 MJ/m²/day, no stress, up to the
// day it is mature.
func reference(c crop.Class, need float64) float64 {
	mean := 15.0
	if c.Crop() == crop.SweetPotato {
		mean = 25
	}
	a, sum, sets, l := EffectiveDegrees(c.Crop(), mean), 0.0, habits[c].Initiation, newLeaves(need)
	for tt := 0.0; tt < need+a-1e-9; tt += a {
		if tt >= sets {
			sum += l.at(tt, tt)
		}
	}
	return sum
}
