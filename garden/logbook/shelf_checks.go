package logbook

import (
	"glebata/core/crop"
	"glebata/core/measure"
)

// ClassConflict says when a variety's days and its class disagree; days win in
// every rule that reads days. Empty when they agree or no days are given.
func (v Variety) ClassConflict() measure.Phrase {
	by, ok := crop.ByDays(v.Class.Crop(), v.PacketDays)
	if !ok || by == v.Class {
		return measure.Phrase{}
	}
	return measure.Say("{} days is {} by the packet, though it is kept as {}.", v.PacketDays, by.Constants().One(), v.Class.Constants().One())
}

// CheckShelf says what no kind of bag costs, weighs or lasts.
func (m *Model) CheckShelf(faults *Faults) {
	if !(m.Price >= 0 && m.Price <= 100_000_00) {
		faults.Add("price", "Write what one costs, like 7.50.")
	}
	if !(m.Lasts >= 0 && m.Lasts <= 60) {
		faults.Add("lasts", "A bag lasts 1 to 60 seasons.")
	}
	if !(m.Empty >= 0 && m.Empty <= 60*measure.Kilogram) {
		faults.Add("empty", "An empty bag weighs up to {}.", 60*measure.Kilogram)
	}
	if !(m.Sold >= 0 && m.Sold <= 5000) {
		faults.Add("sold", "A bag is sold as up to {}.", measure.Volume(5000))
	}
	if !(m.Holes >= 0 && m.Holes <= 200) {
		faults.Add("holes", "0 to 200 holes.")
	}
}
