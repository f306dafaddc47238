package logbook

import (
	"fmt"

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

// ReadableMixes are those of a list that name nothing that is not there any more.
func ReadableMixes(cs medium.Components, texts map[ID]string) map[ID]medium.Mix {
	out := make(map[ID]medium.Mix, len(texts))
	for id, text := range texts {
		if m, err := cs.ParseMix(text); err == nil {
			out[id] = m
		}
	}
	return out
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
