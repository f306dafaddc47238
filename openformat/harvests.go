package openformat

import (
	"strconv"
	"strings"

	"glebata/core/measure"
	"glebata/core/seed"
)

// HarvestColumns of a notebook of past seasons.
var HarvestColumns = []Column{
	{Key: "bag", Name: "Bag", Aliases: []string{"label", "container", "pot", "tub", "no", "nr", "number of bag"}},
	{Key: "litres", Name: "Litres of it", Aliases: []string{"litre", "liters", "volume", "size", "l", "gallons"}},
	{Key: "variety", Name: "Variety", Needed: true, Aliases: []string{"sort", "cultivar", "kind", "name"}},
	{Key: "year", Name: "Season", Aliases: []string{"year"}},
	{Key: "planted", Name: "Planted on", Aliases: []string{"planting", "planted", "sown"}},
	{Key: "count", Name: "Pieces planted", Aliases: []string{"tubers", "pieces", "seeds", "seed count", "how many", "slips"}},
	{Key: "seed", Name: "Weight of the seed", Aliases: []string{"seed", "seed weight", "in"}},
	{Key: "lifted", Name: "Lifted on", Aliases: []string{"lifted", "harvested", "dug", "harvest date"}},
	{Key: "harvest", Name: "Harvest", Needed: true, Aliases: []string{"yield", "harvest", "crop", "brought up", "harvest weight"}},
	{Key: "note", Name: "Note", Aliases: []string{"notes", "remarks", "comment"}},
}

// PastSeason is one line of a notebook: what was planted and what came of it, as far as it
// is known.
type PastSeason struct {
	Line      int
	Bag       string
	Litres    measure.Volume
	Variety   string
	Year      int
	Planted   measure.Day // 0 for not known
	Seed      seed.Known
	Lifted    measure.Day // 0 for not known
	Low, High measure.Mass
	Nothing   bool // nothing came of it
	Unknown   bool // nobody weighed it
	Note      string
	Why       measure.Phrase // it cannot be read; empty where it can
}

// Read reports whether the line could be read.
func (p PastSeason) Read() bool { return p.Why.Empty() }

// ReadHarvests reads the lines of a notebook. What is missing is left open; a line that
// cannot be read is kept with why. Days are in an order, bare weights in the unit given, bare litres in the
// grower's unit.
func ReadHarvests(t Table, m Mapping, bare measure.Unit, order measure.DayOrder, sys measure.System) []PastSeason {
	out := make([]PastSeason, len(t.Rows))
	for i, row := range t.Rows {
		p := PastSeason{Line: t.Lines[i], Bag: m.At(row, "bag"), Variety: m.At(row, "variety"), Note: m.At(row, "note")}
		p.read(row, m, bare, order, sys)
		out[i] = p
	}
	return out
}

// refuse a line, saying why; the first reason stands.
func (p *PastSeason) refuse(says string, args ...any) {
	if p.Why.Empty() {
		p.Why = measure.Say(says, args...)
	}
}

func (p *PastSeason) read(row []string, m Mapping, bare measure.Unit, order measure.DayOrder, sys measure.System) {
	if p.Variety == "" {
		p.Variety = "unknown"
	}
	day := func(key string) measure.Day {
		text := m.At(row, key)
		if text == "" {
			return 0
		}
		d, err := measure.ReadDay(text, order)
		if err != nil {
			p.refuse("The day “{}” is not one: write it like 2025-04-16, or say above which of its figures come first.", text)
		}
		return d
	}
	p.Planted, p.Lifted = day("planted"), day("lifted")
	p.year(m.At(row, "year"))
	if text := m.At(row, "litres"); text != "" {
		v, err := measure.ParseVolume(text, sys.VolumeUnit(), sys)
		if err != nil || v <= 0 {
			p.refuse("“{}” is no volume.", text)
		}
		p.Litres = v
	}
	if text := m.At(row, "count"); text != "" {
		n, err := strconv.Atoi(strings.TrimSuffix(text, ".0"))
		if err != nil || n < 0 || n > 500 {
			p.refuse("“{}” is no number of pieces.", text)
		}
		p.Seed.Count = n
	}
	if text := m.At(row, "seed"); !unsaid(text) {
		low, high, _, err := measure.ParseMassRange(text, bare, sys)
		switch {
		case err != nil:
			p.refuse("The weight of the seed: {}", err.Error())
		case low == high:
			p.Seed.Total = low
		default:
			p.Seed.Low, p.Seed.High = low, high
		}
	}
	switch text := m.At(row, "harvest"); {
	case unsaid(text):
		p.Unknown = true
	case nothing(text):
		p.Nothing = true
	default:
		var err error
		if p.Low, p.High, _, err = measure.ParseMassRange(text, bare, sys); err != nil {
			p.refuse("The harvest: {}", err.Error())
		}
	}
	if p.Planted != 0 && p.Lifted != 0 && p.Lifted < p.Planted {
		p.refuse("It was lifted on {}, before it was planted on {}.", p.Lifted, p.Planted)
	}
}

// year of the season: as it is written, else of planting or lifting.
func (p *PastSeason) year(text string) {
	y, err := strconv.Atoi(strings.TrimSpace(text))
	switch {
	case text != "" && (err != nil || y < 1950 || y > 2199):
		p.refuse("“{}” is no season: write its year.", text)
	case text != "":
		p.Year = y
	case p.Planted != 0:
		p.Year = p.Planted.Year()
	case p.Lifted != 0:
		p.Year = p.Lifted.Year()
	default:
		p.refuse("There is no season and no day.")
	}
}

// unsaid reports whether a field says that something is not known.
func unsaid(text string) bool {
	switch strings.ToLower(text) {
	case "", "?", "-", "–", "unknown", "not weighed", "n/a":
		return true
	}
	return false
}

// nothing reports whether a field says that there was nothing.
func nothing(text string) bool {
	switch strings.ToLower(text) {
	case "0", "none", "nothing", "lost", "0 kg", "0 g", "0 lb":
		return true
	}
	return false
}
