package main

import (
	"encoding/json"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
)

// growthFigures are days from planting, and stems by day from planting on. Mature is
// null where the season does not bring it.
type growthFigures struct {
	Emergence    *int          `json:"emergence"`
	EmergenceDay string        `json:"emergence_day,omitempty"`
	Initiation   *int          `json:"initiation"`
	Mature       *int          `json:"mature"`
	MatureDay    string        `json:"mature_day,omitempty"`
	StemCm       []json.Number `json:"stem_cm"`
	SeasonIndex  json.Number   `json:"season_index"`
	Share        json.Number   `json:"share"`
	Ripe         json.Number   `json:"ripe"` // warmth to half yellow, against the packet's
	RipeSD       json.Number   `json:"ripe_sd"`
	Questioned   []string      `json:"questioned"` // looks at the leaf
}

func growthFlags(cmd *cobra.Command) {
	f := cmd.Flags()
	f.StringArray("yellow", nil, `how much of the leaf was yellow on a day, from 0 to 1 by quarters: "08-20=0.5"; may be given again`)
	f.String("climate", "", "a preset, like cool-maritime")
	f.String("lat", "", "latitude in degrees, south below 0 (default: the preset's)")
	f.String("class", string(crop.Maincrop), "maturity class, like first-early or sweet-mid")
	f.String("plant", "", "planting day, month and day like 04-10")
	f.Bool("chitted", false, "the seed was chitted")
	f.String("days", "0", "days to maturity on the packet (default: usual for the class)")
	f.String("shelter", string(climate.Open), "where it stands: open, wall, fleece, greenhouse, wrapped, frost-free or heated")
	f.Bool("light", false, "the bag is light, or stands in the shade")
}

// leafSeen reads looks at the leaf.
func (a *asked) leafSeen() []growth.LeafSeen {
	lines, err := a.cmd.Flags().GetStringArray("yellow")
	if err != nil {
		a.refuse("yellow", err)
	}
	var seen []growth.LeafSeen
	for _, l := range lines {
		day, share, ok := strings.Cut(l, "=")
		d, err := time.Parse("2006-01-02", "2025-"+day)
		v, err2 := measure.ParseNumber(share)
		if !ok || err != nil || err2 != nil || !(v >= 0 && v <= 1) || 4*v != math.Trunc(4*v) {
			a.refuse("yellow", fmt.Errorf("%q does not read like 08-20=0.5, by quarters", l))
			return nil
		}
		seen = append(seen, growth.LeafSeen{Day: measure.FromTime(d), Quarters: int(4 * v)})
	}
	return seen
}

// grows reads a planting and grows it through a usual year of a climate, fitted to what was seen
// of its leaf.
func (a *asked) grows(cover measure.Length) (*growth.Plant, *growth.Run, growth.Fit) {
	preset, ok := climate.PresetNamed(a.text("climate"))
	if !ok {
		a.refuse("climate", fmt.Errorf("there is no climate %q", a.text("climate")))
	}
	latitude := preset.Latitude
	if a.text("lat") != "" {
		latitude = a.latitude()
	}
	class, shelter := crop.Class(a.text("class")), climate.Shelter(a.text("shelter"))
	if !class.Known() {
		a.refuse("class", fmt.Errorf("%q is none of %v", class, crop.Classes()))
	}
	if !shelter.Known() {
		a.refuse("shelter", fmt.Errorf("%q is none of %v", shelter, climate.Shelters()))
	}
	packet, err := strconv.Atoi(a.text("days"))
	if err != nil || packet < 0 || packet > 400 {
		a.refuse("days", fmt.Errorf("write days like 135"))
	}
	planted, seen := a.monthDay("plant"), a.leafSeen()
	chitted, err := a.cmd.Flags().GetBool("chitted")
	if err != nil {
		a.refuse("chitted", err)
	}
	light, err := a.cmd.Flags().GetBool("light")
	if err != nil {
		a.refuse("light", err)
	}
	if a.err != nil {
		return nil, nil, growth.Fit{}
	}
	n, err := preset.Normals()
	if err != nil {
		a.refuse("climate", err)
		return nil, nil, growth.Fit{}
	}
	p := &growth.Plant{
		Class: class, PacketDays: packet, Planted: planted, Need: growth.EmergenceNeed(chitted, cover),
		Stays: []growth.Stay{{Offset: shelter.Offset()}}, Heated: climate.UsualHeated, Dark: !light,
	}
	if class.Crop() == crop.SweetPotato {
		p.Need = growth.EstablishNeed()
	}
	w := growth.Usual(n, latitude, planted-10, planted+329)
	c := &growth.Run{}
	fit := growth.Prior(*p)
	fit.Ripen(*p, &w, seen)
	fit.Ripened(p)
	growth.Grow(p, &w, c)
	return p, c, fit
}

func calcGrowth() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "growth",
		Aliases: []string{"season"},
		Short:   "Emergence, stems, maturity and season index in a usual year",
		Example: "  glebata calc growth --climate cool-maritime --lat 54 --class maincrop --plant 04-10 --cover 10cm --chitted",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			cover := a.length("cover")
			p, c, fit := a.grows(cover)
			if a.err != nil {
				return a.err
			}
			after := func(d measure.Day) (*int, string) {
				if d == 0 {
					return nil, ""
				}
				n := int(d - p.Planted)
				return &n, d.ISO()[len("2025-"):]
			}
			f := growthFigures{SeasonIndex: figure(c.Season(), 3), Share: figure(c.Share, 3), StemCm: make([]json.Number, len(c.Stem)), Ripe: figure(fit.Ripe, 2), RipeSD: figure(fit.RipeSD, 3), Questioned: []string{}}
			for _, q := range fit.LeafAsked {
				f.Questioned = append(f.Questioned, q.Day.ISO()[len("2025-"):])
			}
			f.Emergence, f.EmergenceDay = after(c.Up)
			f.Initiation, _ = after(c.Initiation)
			f.Mature, f.MatureDay = after(c.Mature)
			for i, l := range c.Stem {
				f.StemCm[i] = figure(l, 1)
			}
			return answer(cmd, f, func(w io.Writer) { tellGrowth(w, a, p, c, &fit) })
		},
	}
	growthFlags(cmd)
	cmd.Flags().String("cover", "10cm", "medium over the seed")
	return cmd
}

func tellGrowth(w io.Writer, a *asked, p *growth.Plant, c *growth.Run, fit *growth.Fit) {
	tell := func(what string, d measure.Day) {
		if d == 0 {
			fmt.Fprintf(w, "%-14s not in this season\n", what)
			return
		}
		fmt.Fprintf(w, "%-14s %-8s day %d\n", what, d.Short(), int(d-p.Planted))
	}
	tell("planted", p.Planted)
	tell("up", c.Up)
	tell("tubers set", c.Initiation)
	tell("half yellow", c.Mature)
	for _, q := range fit.LeafAsked {
		fmt.Fprintf(w, "%-14s what was seen on %s is %d days off: a second look decides\n", "questioned", q.Day.Short(), q.Days)
	}
	fmt.Fprintf(w, "%-14s %.2f, %.0f %% of the warmth it needs\n\nstems\n", "season index", c.Season(), 100*c.Share)
	for i := 0; i < len(c.Stem); i += 14 {
		d := p.Planted + measure.Day(i)
		fmt.Fprintf(w, "%8s %8s\n", d.Short(), a.units.Length(measure.Length(c.Stem[i])))
	}
}

// climbs are the days on which a ladder's layers fall due, when a climate, a class and
// a planting day are given too.
func (a *asked) climbs(shape bag.Shape, plan hill.Plan, l hill.Ladder) []hill.Climb {
	if a.text("climate") == "" && a.text("plant") == "" {
		return nil
	}
	_, c, _ := a.grows(plan.Cover)
	if a.err != nil {
		return nil
	}
	return plan.Climbs(shape, hill.Height{Level: l.Start}, hill.Stems{From: c.Planted, Lengths: c.Stem}, nil)
}
