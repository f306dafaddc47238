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

// CheckComponent faults numbers that no component has.
func CheckComponent(faults *Faults, c *medium.Component) {
	between := func(field string, v, from, to float64, says string, args ...any) {
		if !(v >= from && v <= to) {
			faults.Add(field, says, args...)
		}
	}
	between("wet", c.WetKg, 0.02, 3, "Wet, it weighs between {} and {}.", measure.Density(0.02), measure.Density(3))
	between("settles", c.Settling, 0, 0.9, "It settles by 0 to 90 % of its loose volume.")
	between("water", c.Water, 0, 0.9, "It holds water for roots in up to 0.9 of its room.")
	between("ph", c.PH, 2, 11, "A pH lies between 2 and 11.")
	for field, v := range map[string]float64{"n": c.Nitrogen, "p": c.Phosphate, "k": c.Potash} {
		between(field, v, 0, 5, "It brings up to {}.", measure.Content(5))
	}
	c.Source = measure.PlainLine(c.Source)
	if len([]rune(c.Source)) > maxSource {
		faults.Add("source", "Keep it under {} letters.", maxSource)
	}
}
