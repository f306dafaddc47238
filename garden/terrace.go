package garden

import (
	"context"
	"math"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// SaveTerrace keeps the terrace. Safe to repeat.
func (g *Garden) SaveTerrace(ctx context.Context, t logbook.Terrace, a Request) error {
	_, err := g.idempotent(ctx, a.Key, t, func(w Writer) (logbook.ID, error) {
		if err := t.Check(); err != nil {
			return 0, err
		}
		for i := range t.Walls {
			t.Walls[i].Name = measure.PlainLine(t.Walls[i].Name)
		}
		return 1, w.SetTerrace(ctx, t)
	})
	return err
}

// MoveBag puts a bag on a spot of the terrace. Safe to repeat.
func (g *Garden) MoveBag(ctx context.Context, bagID logbook.ID, to terrace.Point, a Request) error {
	type asked struct {
		Bag logbook.ID
		To  terrace.Point
	}
	_, err := g.idempotent(ctx, a.Key, asked{bagID, to}, func(w Writer) (logbook.ID, error) {
		bags, err := w.Bags(ctx)
		if err != nil {
			return 0, err
		}
		b, ok := logbook.Find(bags, func(b logbook.Bag) bool { return b.ID == bagID })
		if !ok {
			return 0, logbook.Refuse("bag", "Choose a bag.")
		}
		t, known, err := w.Terrace(ctx)
		if err != nil {
			return 0, err
		}
		if !known {
			t = logbook.UsualTerrace()
		}
		if !t.Inside(standingOn(b, to, nil)) {
			return 0, logbook.Refuse("x", "Bag {} would stand over the edge: the terrace is {} by {} m.", b.Label, t.Width, t.Depth)
		}
		return bagID, w.SetSpot(ctx, bagID, to)
	})
	return err
}

// standingOn is the footprint of a bag on a spot, and what it weighs wet.
func standingOn(b logbook.Bag, at terrace.Point, mix medium.Mix) terrace.Standing {
	s := b.Model.Shape
	l, w := s.Base()
	tl, tw := s.Top()
	return terrace.Standing{
		At: at, Round: s.Round(), L: float64(max(l, tl)) / 100, W: float64(max(w, tw)) / 100,
		Wet: mix.WetWeight(s.Usable(usualHeadspace), b.Model.Empty),
	}
}

// PlacedBag is a bag on the terrace.
type PlacedBag struct {
	Bag     logbook.Bag
	Placed  bool
	Stand   terrace.Standing
	Sun     float64 // hours a day
	Variety string  // in it now
	Vine    bool
	ToTap   float64 // m
	Heavy   bool
	Yield   measure.Mass // expected with this sun; 0 for an empty bag
}

// TerraceView is the terrace with its bags, its sun and what speaks against it.
type TerraceView struct {
	logbook.Terrace
	Known       bool
	Latitude    float64
	From, Until measure.Day // days that the sun is taken over
	Map         terrace.Map
	Bags        []PlacedBag
	Load        terrace.Load
	Says        []measure.Phrase
}

// cell of the sun map, m.
const sunCell = 0.25

func (v *View) terrace() (terraceKnown, error) {
	return v.m.terrace.get(func() (t terraceKnown, err error) {
		if t.terrace, t.known, err = v.r.Terrace(v.ctx); err != nil {
			return t, err
		}
		if !t.known {
			t.terrace = logbook.UsualTerrace()
		}
		t.spots, err = v.r.Spots(v.ctx)
		return t, err
	})
}

// Terrace with its bags as they stand today.
func (v *View) Terrace() (TerraceView, error) {
	var out TerraceView
	site, _, err := v.Site()
	if err != nil {
		return out, err
	}
	row, err := v.Row()
	if err != nil {
		return out, err
	}
	finished, err := v.FinishedGrown()
	if err != nil {
		return out, err
	}
	t, err := v.terrace()
	if err != nil {
		return out, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return out, err
	}
	out.Terrace, out.Known = t.terrace, t.known
	out.Latitude = site.Latitude
	out.From, out.Until = site.SunDays(v.today)
	out.Map = out.MapOf(site.Latitude, out.From, out.Until, sunCell)
	out.place(cat.Bags, t.spots, cat.Recipe("").Mix, site.LiftLimit)
	for i := range row {
		for j := range out.Bags {
			if out.Bags[j].Bag.ID != row[i].Bag.ID {
				continue
			}
			b := &out.Bags[j]
			b.Variety, b.Vine = row[i].Variety.Name, row[i].Variety.Class.Crop() == crop.SweetPotato
			growing := row[i].Growing(forecast.Calibration(finished, row[i].Variety.Class, row[i].Variety.ID))
			b.Yield = bag.Expect(growing).Yield
		}
	}
	out.judge()
	out.judgeWays()
	return out, nil
}

// place the bags on their spots, and work out the sun there.
func (v *TerraceView) place(bags []logbook.Bag, spots map[logbook.ID]terrace.Point, mix medium.Mix, limit measure.Mass) {
	var points []terrace.Point
	var standing []terrace.Standing
	for _, b := range bags {
		at, placed := spots[b.ID]
		pb := PlacedBag{Bag: b, Placed: placed, Stand: standingOn(b, at, mix)}
		pb.Heavy = pb.Stand.Wet > limit
		if placed {
			pb.ToTap = math.Hypot(at.X-v.Tap.X, at.Y-v.Tap.Y)
			points = append(points, at)
			standing = append(standing, pb.Stand)
		}
		v.Bags = append(v.Bags, pb)
	}
	hours := v.Hours(v.Latitude, v.From, v.Until, points)
	for i, n := 0, 0; i < len(v.Bags); i++ {
		if v.Bags[i].Placed {
			v.Bags[i].Sun = hours[n]
			n++
		}
	}
	v.Load = v.LoadOf(standing)
}

// minSun that potatoes do well with, in hours. Practice.
const minSun = 6

func (v *TerraceView) judge() {
	say := func(says string, args ...any) { v.Says = append(v.Says, measure.Say(says, args...)) }
	if v.Limit > 0 && v.Load.OnFooting > v.Limit {
		say("Under the bags the load is {} a square metre, and you were told {}: spread them, or ask again.", v.Load.OnFooting, v.Limit)
	}
	for i := range v.Bags {
		a := &v.Bags[i]
		if !a.Placed {
			continue
		}
		if a.Variety != "" && a.Sun < minSun {
			say("{} has {} hours of sun a day: potatoes want 8 to 10, sweet potatoes the most.", a.Bag.Label, math.Round(a.Sun*10)/10)
		}
		for j := i + 1; j < len(v.Bags); j++ {
			if b := &v.Bags[j]; b.Placed {
				if gap := terrace.Gap(a.Stand, b.Stand); gap < -0.005 {
					say("{} and {} stand in one another.", a.Bag.Label, b.Bag.Label)
				}
			}
		}
		if a.Vine {
			side := "south"
			if v.Latitude >= 0 {
				side = "north"
			}
			say("{} trails: a trellis on its {} side shades no other bag.", a.Bag.Label, side)
		}
	}
}

// judgeWays names the bags that cannot be walked to.
func (v *TerraceView) judgeWays() {
	var labels []string
	var standing []terrace.Standing
	for i := range v.Bags {
		if b := &v.Bags[i]; b.Placed {
			labels, standing = append(labels, b.Bag.Label), append(standing, b.Stand)
		}
	}
	var shut []string
	for i, reached := range v.Reached(v.Tap, standing) {
		if !reached {
			shut = append(shut, labels[i])
		}
	}
	if len(shut) > 0 {
		v.Says = append(v.Says, measure.Say("No way of {} from the tap to {}: leave gaps to walk through with a can.", measure.Length(terrace.Walk*100), strings.Join(shut, ", ")))
	}
}

// SunAt a bag's spot, hours a day; ok is false where it was not put on the terrace.
func (v *View) SunAt(bagID logbook.ID) (hours float64, ok bool, err error) {
	site, _, err := v.Site()
	if err != nil {
		return 0, false, err
	}
	t, err := v.terrace()
	if err != nil {
		return 0, false, err
	}
	at, ok := t.spots[bagID]
	if !ok {
		return 0, false, nil
	}
	from, until := site.SunDays(v.today)
	return t.terrace.Hours(site.Latitude, from, until, []terrace.Point{at})[0], true, nil
}
