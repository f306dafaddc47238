package logbook

import (
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
)

// Timing is how a planting is started and where it stands. Days of 0 are counted
// from the site's frosts and warmth.
type Timing struct {
	Way      calendar.Way
	Chitted  bool
	ChitDays int  // 0 for the usual
	Dark     bool // a dark bag in the sun
	CoolRoom bool // slips start in a room under 20 °C
	Shelter  climate.Shelter
	Then     climate.Shelter // moved to; empty when it stays
	Plant    measure.Day
	Move     measure.Day
	Feed     medium.FeedWay
	TillDead bool // the tops are left to die by themselves, and not cut at half yellow
}

// UsualTiming of a variety in a bag: potatoes planted in their bag, earlies
// chitted; slips of one's own; where the bag stands.
func UsualTiming(b Bag, v Variety) Timing {
	t := Timing{Shelter: b.Place.Shelter, Dark: !b.Model.Light}
	if t.Shelter == "" {
		t.Shelter = climate.Open
	}
	k := v.Class.Constants()
	if k.Crop == crop.SweetPotato {
		t.Way = calendar.OwnSlips
		return t
	}
	t.Way, t.Chitted = calendar.Direct, k.Determinate
	return t
}

// CalendarRequest of the calendar: the timing of a variety planted under so much cover, cm.
func (t Timing) CalendarRequest(v Variety, cover measure.Length) calendar.Request {
	return calendar.Request{
		Class: v.Class, PacketDays: v.PacketDays, Way: t.Way, Chitted: t.Chitted, ChitDays: t.ChitDays, Cover: cover,
		Dark: t.Dark, CoolRoom: t.CoolRoom, Shelter: t.Shelter, Then: t.Then, Plant: t.Plant, Move: t.Move, TillDead: t.TillDead,
	}
}

// Check says what no timing can be, at the fields of its form.
func (t *Timing) Check(v Variety, year int) error {
	var faults Faults
	if !t.Way.Suits(v.Class.Crop()) {
		faults.Add("way", "A {} is not started that way: choose another.", v.Class.Crop())
	}
	if !t.Shelter.Known() {
		faults.Add("shelter", "Choose where it stands.")
	}
	if t.Then != "" && !t.Then.Known() {
		faults.Add("then", "Choose where it is moved to, or nowhere.")
	}
	if from, _, to := calendar.ChitRange(); t.ChitDays != 0 && !(t.ChitDays >= 7 && t.ChitDays <= 90) {
		faults.Add("chit-days", "Chitting takes {} to {} days, at the most 90.", from, to)
	}
	if !t.Feed.Known() {
		faults.Add("feed", "Choose how it is fed.")
	}
	near := func(field string, d measure.Day) {
		if d != 0 && (d.Year() < year-1 || d.Year() > year+2) {
			faults.Add(field, "{} is not in the season {}.", d, year)
		}
	}
	near("plant-day", t.Plant)
	near("move-day", t.Move)
	if t.Move != 0 && t.Then == "" {
		faults.Add("move-day", "Say where it is moved to, or leave the day empty.")
	}
	return faults.Err()
}

// FrostsIn the growing season that begins with the spring of a year.
func (s *Site) FrostsIn(year int) climate.Frosts {
	if s.Last == 0 {
		return climate.Frosts{None: true}
	}
	f := climate.NewFrosts(year, s.Last, s.First, 1)
	f.LastSD, f.FirstSD = s.LastSD, s.FirstSD
	return f
}

// Calendar of a site in the season of a year.
func (s *Site) Calendar(year int) (*calendar.Place, error) {
	n, err := s.Normals()
	if err != nil {
		return nil, err
	}
	return calendar.NewPlace(n, s.FrostsIn(year), s.Risk, s.Heated, measure.Date(year, 1, 1)), nil
}
