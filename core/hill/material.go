package hill

// Raises are made of a material: as the school has it, or as the grower says.
type Raises int

// What raises are made of.
const (
	BySchool Raises = iota
	OfMedium
	OfStraw
	OfLeaves
	OfHay
	OfClippings
	lastRaises = OfClippings
)

// Known reports whether raises can be made of it.
func (r Raises) Known() bool { return r >= BySchool && r <= lastRaises }

// Material that a layer is made of.
type Material int

// The materials. Medium is what the grower mixed, Chips are coarse and aged at the bottom. The
// others are litter: they go over the seed in place of medium, keep it dark, and feed nothing.
const (
	Medium Material = iota
	Chips
	Straw
	Leaves
	Hay
	Clippings
	LastMaterial = Clippings
)

// materials by their number: their name, the component they are, which is empty for the medium,
// a mix, and the share of their loose volume that they settle by. Practice.
var materials = [...]struct {
	name, component string
	settles         float64
}{
	Medium:    {name: "medium"},
	Chips:     {"chips", "chips", 0.08},
	Straw:     {"straw", "straw", 0.40},
	Leaves:    {"leaves", "dry leaves", 0.50},
	Hay:       {"hay", "hay", 0.40},
	Clippings: {"clippings", "clippings", 0.50},
}

// Name of the material.
func (m Material) Name() string { return materials[m].name }

// Component that the material is; empty for the medium, which is a mix.
func (m Material) Component() string { return materials[m].component }

// Litter reports whether it goes over the seed in place of medium, and feeds nothing.
func (m Material) Litter() bool { return m >= Straw }

// MaterialNamed that raises can be made of.
func MaterialNamed(name string) (Material, bool) {
	for m := range materials {
		if of := Material(m); of.Name() == name && (of == Medium || of.Litter()) {
			return of, true
		}
	}
	return Medium, false
}

// over is what goes over the seed.
func (p Plan) over() Material {
	switch {
	case p.Raises == BySchool && p.School.Params().Straw:
		return Straw
	case p.Raises > OfMedium && p.Raises <= lastRaises:
		return Straw + Material(p.Raises-OfStraw)
	}
	return Medium
}

// Over is what raises are made of.
func (p Plan) Over() Material { return p.over() }
