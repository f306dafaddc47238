package logbook

import (
	"strings"

	"glebata/core/measure"
	"glebata/core/medium"
)

// longest of a note on where a component comes from, in letters.
const maxSource = 80

// KeyRune keeps what a key of a component may hold: mixes are written "key=part,".
func KeyRune(r rune) rune {
	if strings.ContainsRune("=,;\n", r) {
		return ' '
	}
	return r
}

func CheckComponent(faults *Faults, c *medium.Component) {
	between := func(field string, v, from, to float64, says string) {
		if !(v >= from && v <= to) {
			faults.Add(field, says)
		}
	}
	between("wet", c.WetKg, 0.02, 3, "A litre of it, wet, weighs between 0.02 and 3 kg.")
	between("settles", c.Settling, 0, 0.9, "It settles by 0 to 90 % of its loose volume.")
	between("water", c.Water, 0, 0.9, "A litre of it holds 0 to 0.9 L of water for roots.")
	between("ph", c.PH, 2, 11, "A pH lies between 2 and 11.")
	for field, v := range map[string]float64{"n": c.Nitrogen, "p": c.Phosphate, "k": c.Potash} {
		between(field, v, 0, 5, "A litre brings 0 to 5 g.")
	}
	c.Source = measure.PlainLine(c.Source)
	if len([]rune(c.Source)) > maxSource {
		faults.Add("source", "Keep it under {} letters.", maxSource)
	}
}
