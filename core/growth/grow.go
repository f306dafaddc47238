package growth

import (
	"math"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

// Stay under a shelter from a day on.
type Stay struct {
	From   measure.Day
	Offset climate.MicroclimateOffset
}

// SunSince is the share of the light that a place gets, from a day on.
type SunSince struct {
	From  measure.Day
	Share float64
}

// WindowPAR is the light of a window, which is what there is indoors without a lamp, MJ/m² a day.
// Practice.
const WindowPAR = 2.0

// Plant is one planting as growth sees it.
type Plant struct {
	Class      crop.Class
	PacketDays int // 0 for the usual of its class
	Planted    measure.Day
	Need       float64 // °C·days in the medium until it is up: EmergenceNeed, ReappearNeed or EstablishNeed
	Stays      []Stay  // by day, at least one
	Heated     measure.Temperature
	Lamp       float64    // PAR of the lamp where one keeps the warmth, MJ/m² a day; 0 for a window's
	Dark       bool       // a dark bag in the sun
	Sun        float64    // share of the light its place gets, 0 for all of it
	Suns       []SunSince // other shares that it got since, by day

	Up       measure.Day   // as it was seen; 0 to reckon it
	Flowered measure.Day   // its first flowers were open; 0 for not seen
	Frosted  []measure.Day // days on which frost took the tops, as it was seen
	Looked   measure.Day   // up to this day only frosts in Frosted count: it was looked at since
	End      measure.Day   // of its season by the calendar: the cold, or lifting before it; 0 for none
	HaulmCut measure.Day   // tops cut down; 0 when they stand

	// Shift is added to Need, °C·days; Rate is how fast stems grow against the
	// usual, 0 for as usual.
	Shift, Rate float64
	Tall        float64 // how long its stems get against the usual of its class, 0 for as usual
	// Ripe is how much warmth it needs to be mature against what its packet says, 0 for as much.
	Ripe float64
	// HalfBy is the day by which it was seen half yellow, GreenOn the last on which it was seen not
	// to be; 0 for never.
	HalfBy, GreenOn measure.Day

	// Start is the length it stands with from the first day on, cm: of a slip.
	Start float64
	// Head is the thermal time from being up that it brings with it out of its pot,
	// °C·days.
	Head float64

	// Water is the share of its growth that its water allows, day by day from Planted on:
	// WaterShare. Days that it does not reach have enough.
	Water []float32
}

// Indoors reports whether a plant ends in a room, where the sun does not reach it.
func (p *Plant) Indoors() bool {
	return len(p.Stays) > 0 && p.Stays[len(p.Stays)-1].Offset.Frostless()
}

// Unlit reports whether it ends in a room without a lamp.
func (p *Plant) Unlit() bool {
	return p.Indoors() && !(p.Lamp > 0 && p.Stays[len(p.Stays)-1].Offset.Kept)
}

// Grow a planting through weather, from its planting day to the end of it or until
// its leaves are gone, day by day:
//
//	up when Σ e(medium) comes to Need + Shift
//	dL = rate · e(T) · (1 − L ÷ longest)
//	S  = Σ canopy · fT · fW · PAR ÷ 8, from initiation on ÷ the same of the reference
//
// A day counts for 11 °C·days at the most towards the maturity of a potato, so that no place is much
// faster than its packet. T is the mean of the air for a potato and of the medium for a sweet potato. Air
// under −1 °C at the leaves kills the tops of a potato, 0 °C or three days of a mean
// under 10 °C a sweet potato for good, and a medium under −2 °C what is not up yet.
// Each day takes 2 % of the leaf that stands of a potato for each °C of its mean over 26, and with
// less than a tenth of it left it is dead; seed rots in a week of a medium over 28 °C. It ends at Plant.End at the latest, and six weeks after it is mature. Model. Weather must begin at least
// five days before planting to give the medium its smoothing; it is taken as
// steady before that.
func Grow(p *Plant, w *Weather, c *Run) {
	days := int(w.From) + len(w.Min) - int(p.Planted)
	*c = Run{Planted: p.Planted, Frosts: c.Frosts[:0], Stem: c.Stem[:0], Canopy: c.Canopy[:0], Index: c.Index[:0]}
	if days <= 0 {
		return
	}
	kind := p.Class.Crop()
	g := grower{p: p, w: w, c: c, habit: habits[p.Class], need: MaturityNeed(p.Class, p.PacketDays), sweet: kind == crop.SweetPotato, degrees: *degreeResponse(kind), share: *shareResponse(kind)}
	g.open = 1 / (referencePAR * math.Max(1e-9, reference(p.Class, g.need))) // by its packet
	if p.Ripe > 0 {
		g.need *= p.Ripe
	}
	g.leaves, g.upAt, g.first = newLeaves(g.need), p.Need+p.Shift-1e-9, int(p.Planted-w.From)
	g.enter(0)
	g.tt, g.ripe, g.stem = p.Head, p.Head, p.Start
	g.rate = g.habit.Rate
	if p.Rate > 0 {
		g.rate *= p.Rate
	}
	g.slowing = g.rate / float64(g.habit.Longest)
	if p.Tall > 0 {
		g.slowing /= p.Tall
	}
	g.cover, g.left = g.leaves.at(g.tt, g.ripe), 1
	g.light = g.open
	if p.Sun > 0 {
		g.light *= math.Min(1, p.Sun)
	}
	c.room(days)
	g.warm()
	n := 0
	for n < days && !g.day(n) {
		n++
	}
	n = min(n+1, days)
	c.Stem, c.Canopy, c.Index = c.Stem[:n], c.Canopy[:n], c.Index[:n]
	c.Share = math.Min(1, g.ripe/math.Max(1e-9, g.need))
}

// grower is a planting on its way.
type grower struct {
	open  float64 // light's part in the index at a place with all of it
	suns  int     // of Plant.Suns that have begun
	p     *Plant
	w     *Weather
	c     *Run
	habit ClassParams
	need  float64
	rate  float64
	// slowing of the stem for each cm it has, cm a °C·day
	slowing float64
	light   float64
	sweet   bool

	// What does not change from day to day.
	degrees, share response
	leaves         leaves
	upAt           float64 // °C·days in the medium
	first          int     // place of planting day in the weather

	stay    int
	until   int // it stays there up to this day from planting, that one left out
	shelter climate.MicroclimateOffset
	warmer  float64             // °C, of its medium where it stays
	recent  [smoothDays]float64 // means of the air, in a ring
	at      int                 // today's place in it
	sum     float64             // of them

	soil  float64 // °C·days in the medium
	tt    float64 // °C·days from being up
	ripe  float64 // of them towards its maturity
	cover float64 // share of the ground under its leaves, at tt and ripe
	left  float64 // of its leaf, by the heat there was
	hot   int     // days in a row that rot seed
	stem  float64
	index float64
	again bool // it has grown again after a frost
	// under the medium again, after a frost, until soil comes to this; 0 when not
	under float64
	dead  Ending
	chill int // days of cold in a row
}

// warm fills the ring of means with the days before planting.
func (g *grower) warm() {
	for k := range smoothDays {
		_, mean := g.air(k - smoothDays)
		g.recent[k] = mean
		g.sum += mean
	}
}

// enter a stay.
func (g *grower) enter(stay int) {
	g.stay, g.shelter, g.until, g.warmer = stay, g.p.Stays[stay].Offset, math.MaxInt, 0
	if stay+1 < len(g.p.Stays) {
		g.until = int(g.p.Stays[stay+1].From - g.p.Planted)
	}
	if g.p.Dark && !g.shelter.Kept {
		g.warmer = darkGain
	}
}

// air at the leaves on day n from planting: its minimum and mean.
func (g *grower) air(n int) (low, mean float64) {
	for n >= g.until {
		g.enter(g.stay + 1)
	}
	i := min(max(0, g.first+n), len(g.w.Min)-1)
	low, high := g.shelter.Inside(g.w.Min[i], g.w.Max[i], g.p.Heated)
	return low, (low + high) * 0.5
}

// medium of a day after air of that mean, °C.
func (g *grower) medium(mean float64) float64 {
	g.sum += mean - g.recent[g.at]
	g.recent[g.at] = mean
	if g.at++; g.at == smoothDays {
		g.at = 0
	}
	return g.sum*(1.0/smoothDays) + g.warmer
}

// day n from planting; done when the leaves are gone for good.
func (g *grower) day(n int) (done bool) {
	d := g.p.Planted + measure.Day(n)
	for g.suns < len(g.p.Suns) && g.p.Suns[g.suns].From <= d {
		g.light = g.open * math.Min(1, g.p.Suns[g.suns].Share)
		g.suns++
	}
	low, mean := g.air(n)
	medium := g.medium(mean)
	warmth := mean
	if g.sweet {
		warmth = medium
	}
	if g.up(d) {
		g.grow(n, d, low, warmth)
	}
	g.soil += g.degrees.at(medium)
	if g.dead == Standing {
		g.dead = g.ends(d, low, mean, medium)
	}
	g.write(n)
	if g.dead == Standing {
		return false
	}
	g.c.Gone, g.c.Ending = d, g.dead
	return true
}

// ends says how it ends on a day, if it does and was not cut or killed already.
func (g *grower) ends(d measure.Day, low, mean, medium float64) Ending {
	g.hot++
	if medium <= RotsOver || g.sweet || g.c.Up != 0 || g.p.Up != 0 || g.p.Head > 0 {
		g.hot = 0
	}
	g.chill++
	if mean >= chilledUnder || !g.sweet || d <= g.p.Looked {
		g.chill = 0
	}
	switch {
	case g.ripe >= g.leaves.gone, g.c.Mature != 0 && d >= g.c.Mature+lingers:
		return Ripened
	case g.p.End != 0 && d >= g.p.End:
		return Over
	case g.c.Up == 0 && medium < lostUnder && g.p.Up == 0:
		return Lost
	case g.hot >= rotsDays:
		return Rotted
	case g.chill >= chilledDays, g.sweet && g.c.Up == 0 && g.kills(low) && d > g.p.Looked: // a slip stands in the air
		return Killed
	}
	return Standing
}

// write how it stands at the end of day n.
func (g *grower) write(n int) {
	stem, cover := g.stem, g.cover
	switch {
	case g.c.Up == 0: // the stem of a slip that has not rooted yet
		cover = 0
	case g.dead != Standing && g.dead != Over || g.under != 0:
		stem, cover = 0, 0
	}
	g.c.Stem[n], g.c.Canopy[n], g.c.Index[n] = stem, cover, g.index
}

// up reports whether it stands over the medium on a day.
func (g *grower) up(d measure.Day) bool {
	if g.c.Up != 0 {
		return true
	}
	up := g.soil >= g.upAt
	if g.p.Up != 0 {
		up = d >= g.p.Up
	}
	if up {
		g.c.Up = d
	}
	return up
}

// grow one day over the medium.
func (g *grower) grow(n int, d measure.Day, low, warmth float64) {
	if g.p.HaulmCut != 0 && d >= g.p.HaulmCut {
		g.dead = CutDown
		return
	}
	if g.under > 0 {
		if g.soil < g.under {
			return
		}
		g.under = 0
	}
	if g.kills(low) && d > g.p.Looked || g.seenFrosted(d) {
		g.frost(d)
		return
	}
	if !g.sweet && warmth > heatFrom {
		if g.left *= max(0, 1-heatTakes*(warmth-heatFrom)); g.left < heatKills {
			g.dead = Withered
			return
		}
	}
	if g.c.Fading == 0 && g.ripe >= g.leaves.fade {
		g.c.Fading = d
	}
	if g.c.Mature == 0 && d > g.p.GreenOn && (g.ripe >= g.need-1e-9 || g.p.HalfBy != 0 && d >= g.p.HalfBy) {
		g.c.Mature = d
	}
	if g.tt >= g.habit.Initiation {
		if g.c.Initiation == 0 {
			g.c.Initiation = d
		}
		i := min(max(0, g.first+n), len(g.w.PAR)-1)
		light := g.w.PAR[i] * g.light
		switch {
		case g.p.Lamp > 0 && g.shelter.Kept:
			light = g.p.Lamp * g.open
		case g.shelter.Frostless(): // a room
			light = math.Min(light, WindowPAR*g.open)
		}
		s := g.cover * g.share.at(warmth) * light
		if n < len(g.p.Water) {
			s *= float64(g.p.Water[n])
		}
		g.index += s
	}
	e := g.degrees.at(warmth)
	g.tt += e
	if g.sweet {
		g.ripe += e
	} else {
		g.ripe += min(e, ripensBy)
	}
	g.cover = g.leaves.at(g.tt, g.ripe) * g.left
	g.stem += e * (g.rate - g.slowing*g.stem)
}

// kills reports whether air at the leaves takes the tops.
func (g *grower) kills(low float64) bool {
	if g.sweet {
		return low <= sweetKilledAt
	}
	return low < killedUnder
}

func (g *grower) seenFrosted(d measure.Day) bool {
	for _, f := range g.p.Frosted {
		if f == d {
			return true
		}
	}
	return false
}

// frost takes the tops: once and early enough they come through again, as a buried
// transplant does, with so much of what was lost; else that is the end.
func (g *grower) frost(d measure.Day) {
	g.c.Frosts = append(g.c.Frosts, d)
	if g.again || g.sweet || g.ripe >= growsAgain*g.need {
		g.dead = Killed
		return
	}
	g.again, g.under = true, g.soil+needReappear
	g.tt *= keptOfFrost
	g.ripe *= keptOfFrost
	g.cover = g.leaves.at(g.tt, g.ripe)
	g.stem *= keptOfFrost
}

// MinIndex of a season that a harvest tells something by: one that was lifted long
// before its time does not. Model.
const MinIndex = 0.3

// MaxStem is a height above which no stem has stood in a bag, in cm.
const MaxStem measure.Length = 300
