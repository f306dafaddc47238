package logbook

import (
	"fmt"
	"strings"

	"glebata/core/medium"
)

// Recipes the schools and the grower. One that names what is not there any more
// is left out.
func Recipes(cs medium.Components, own []OwnMix) []medium.Recipe {
	out := cs.Recipes()
	for _, o := range own {
		if m, err := cs.ParseMix(o.Parts); err == nil {
			out = append(out, medium.Recipe{Key: fmt.Sprintf("own-%d", o.ID), Name: o.Name, Reason: "A mix of your own.", Mix: m})
		}
	}
	return out
}

// ReadMixes of plantings as they are written; unread says why one cannot be read, like
// one that names what is not there any more.
func ReadMixes(cs medium.Components, texts map[ID]string) (mixes map[ID]medium.Mix, unread map[ID]error) {
	mixes, unread = make(map[ID]medium.Mix, len(texts)), map[ID]error{}
	for id, text := range texts {
		m, err := cs.ParseMix(text)
		if err != nil {
			unread[id] = err
			continue
		}
		mixes[id] = m
	}
	return mixes, unread
}

// OwnMix is a mix of the grower's own, its parts as medium.Mix writes them.
type OwnMix struct {
	ID          ID
	Name, Parts string
}

// MixReadable refuses a mix that could not be read again as it would be written.
func MixReadable(cs medium.Components, m medium.Mix) error {
	again, err := cs.ParseMix(m.String())
	if err != nil || len(again) != len(m) {
		return Refuse("mix", "This mix cannot be kept: {}", m.String())
	}
	return nil
}

// PartField is the field that names a component's parts.
func PartField(component string) string { return "part-" + strings.ReplaceAll(component, " ", "-") }

// minShare of a component in a mix: mixes are kept in tenths of a percent.
const minShare = 0.001

// maxParts of one component in a mix.
const maxParts = 1000

// NewMix of parts by volume, as shares of the whole; faults at the field of each part.
func NewMix(cs medium.Components, parts map[string]float64, faults *Faults) medium.Mix {
	var m medium.Mix
	total := 0.0
	for _, c := range cs {
		part := parts[c.Key]
		switch {
		case !(part >= 0 && part <= maxParts):
			faults.Add(PartField(c.Key), "Write how many parts, like 2 or 0.5, up to {}.", maxParts)
		case part > 0:
			m = append(m, medium.Part{Component: c, Share: part})
			total += part
		}
	}
	if len(m) == 0 && *faults == nil {
		faults.Add(PartField(cs[0].Key), "Write how many parts of something go in.")
	}
	for i := range m {
		if m[i].Share /= total; m[i].Share < minShare {
			faults.Add(PartField(m[i].Key), "That is less than a thousandth of the mix: leave it out.")
		}
	}
	return m
}
