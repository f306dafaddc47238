package logbook

// Thing that can be retired or deleted.
type Thing string

// The things.
const (
	VarietyThing Thing = "variety"
	ModelThing   Thing = "model"
	BagThing     Thing = "bag"
	PlaceThing   Thing = "place"
	LotThing     Thing = "lot"
	TrayThing    Thing = "tray"
	ProductThing Thing = "product"
	MixThing     Thing = "mix"
)

// Things there are, in the order they are listed.
func Things() []Thing {
	return []Thing{BagThing, ModelThing, PlaceThing, VarietyThing, LotThing, TrayThing, ProductThing, MixThing}
}

// Named is a thing with what it is known by.
type Named struct {
	Thing   Thing
	ID      ID
	Name    string
	Retired bool
}
