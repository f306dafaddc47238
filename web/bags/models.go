package bags

import (
	"fmt"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// modelForm of a new kind of bag, started from a ready sort where one was chosen.
func modelForm(sort string, sys measure.System) form.Form {
	f := addModelForm(sys)
	if s, ok := logbook.Find(logbook.Sorts(), func(s logbook.Sort) bool { return s.Key == sort }); ok {
		f = with(f, modelValues(s.Model, sys))
		f.Open = true
	}
	return f
}

func addModelForm(sys measure.System) form.Form {
	materials := []form.Option{}
	for _, m := range logbook.Materials() {
		materials = append(materials, form.Option{Value: string(m), Name: m.Name()})
	}
	unit := string(sys.LengthUnit())
	return form.Form{
		Name: "model", Caution: parts.Beware("containers", "load"), Title: "Add a kind of bag", Action: "/models", Button: "Add this kind",
		Says: "Inside measures, as it stands filled. A box or bed needs both sides, a row the distance to the next; a sack its width and length lying flat; a lined bucket its own measures and how thick the liner is. Known by its litres, write them at “sold as”, and the height or the width if you have it.",
		Fields: []form.Field{
			{Name: "name", Label: "Name", Kind: "text"},
			{Name: "kind", Label: "Shape", Kind: "choice", Value: string(bag.Round), Options: shapeOptions()},
			{Name: "base", Label: "Base: diameter or length", Kind: "quantity", Unit: unit, Read: "/read/length", Hint: "A sack: its width lying flat"},
			{Name: "base-w", Label: "Base width (box)", Kind: "quantity", Unit: unit, Read: "/read/length"},
			{Name: "top", Label: "Top: diameter or length", Kind: "quantity", Unit: unit, Read: "/read/length", Hint: "Empty: as the base"},
			{Name: "top-w", Label: "Top width (box)", Kind: "quantity", Unit: unit, Read: "/read/length", Hint: "Empty: as the base"},
			{Name: "height", Label: "Height", Kind: "quantity", Unit: unit, Read: "/read/length", Hint: "A sack: its length lying flat"},
			{Name: "liner", Label: "Liner", Kind: "quantity", Unit: unit, Read: "/read/length", Hint: "How thick; only for a lined bucket"},
			{Name: "material", Label: "Wall", Kind: "choice", Value: string(logbook.Fabric), Options: materials},
			{Name: "drain", Label: "Drains", Kind: "choice", Value: string(bag.ThroughWall), Options: []form.Option{
				{Value: string(bag.ThroughWall), Name: "through its cloth"}, {Value: string(bag.BaseHoles), Name: "by holes in the base"},
				{Value: string(bag.SideHoles), Name: "by holes in the side only"}, {Value: string(bag.NoHoles), Name: "not yet: no holes"},
			}},
			{Name: "hole", Label: "Lowest side hole above the base", Kind: "quantity", Unit: unit, Read: "/read/length", Hint: "Only for side holes: water stands below it"},
			{Name: "holes", Label: "Holes", Kind: "count", Hint: "How many, where there are some"},
			{Name: "sold", Label: "Sold as", Kind: "quantity", Unit: string(sys.VolumeUnit()), Read: "/read/volume", Hint: "What stands on it; the measures are what counts"},
			{Name: "empty", Label: "Empty it weighs", Kind: "quantity", Unit: string(sys.MassUnit()), Read: "/read/mass"},
			{Name: "price", Label: "One costs", Kind: "text", Hint: "Like 6.90"},
			{Name: "lasts", Label: "and lasts", Kind: "count", Unit: "seasons"},
			{Name: "light", Label: "Of a light colour", Kind: "tick"},
			{Name: "rolls", Label: "Its rim rolls down", Kind: "tick"},
		},
	}
}

// readModel reads a kind of bag.
func readModel(r *frame.Reading) logbook.Model {
	m := logbook.Model{
		Name: r.Text("name"), Material: logbook.Material(r.Text("material")),
		Drainage: bag.Drainage{Way: bag.Drain(r.Text("drain"))},
	}
	if m.Drainage.Way == bag.SideHoles {
		m.Drainage.HoleHeight = r.Length("hole")
	}
	if r.Text("kind") == byLitres {
		m.Shape, m.Assumed = readOfLitres(r)
	} else {
		m.Shape = readShape(r)
	}
	readShelf(r, &m)
	return m
}

// readShelf reads what a kind of bag costs, weighs and lasts.
func readShelf(r *frame.Reading, m *logbook.Model) {
	m.Holes, m.Lasts, m.Price = r.Count("holes"), r.Count("lasts"), r.Cents("price")
	m.Light, m.Rolls = r.Text("light") != "", r.Text("rolls") != ""
	if r.Text("sold") != "" {
		m.Sold = r.Volume("sold")
	}
	if r.Text("empty") != "" {
		m.Empty = r.Mass("empty", r.Units.MassUnit())
	}
}

// byLitres is a kind of bag that is known by its litres, and one measure at the most.
const byLitres = "litres"

// readOfLitres reads a bag known by its litres, and what of its measures is assumed.
func readOfLitres(r *frame.Reading) (bag.Shape, logbook.Assumed) {
	v := r.Volume("sold")
	width, height := r.LengthOr("base", 0), r.LengthOr("height", 0)
	assumed := logbook.AllAssumed
	switch {
	case width > 0 && height > 0:
		r.Faults.Add("height", "The litres and one measure tell the other: leave one empty, or take its measures for what they are.")
	case width > 0:
		assumed = logbook.HeightAssumed
	case height > 0:
		assumed = logbook.WidthAssumed
	}
	if r.Faults != nil {
		return bag.Shape{}, assumed
	}
	shape, err := bag.NewOfLitres(v, height, width)
	if err != nil {
		r.Faults.Add("sold", "A bag of {} with that measure is not believed.", v)
	}
	return shape, assumed
}

// shapeOptions are the kinds of bodies, those with walls first.
func shapeOptions() []form.Option {
	var walls, ground []form.Option
	for _, f := range bag.Forms() {
		if o := (form.Option{Value: string(f.Kind), Name: f.Name}); f.Ground {
			ground = append(ground, o)
		} else {
			walls = append(walls, o)
		}
	}
	return append(append(walls, form.Option{Value: byLitres, Name: "round, known by its litres"}), ground...)
}

// readShape reads the measures of a bag: those that its kind asks for. Its top is as its base
// where it was left out.
func readShape(r *frame.Reading) bag.Shape {
	f, ok := bag.FormOf(bag.Kind(r.Text("kind")))
	if !ok {
		f, _ = bag.FormOf(bag.Round)
	}
	m := bag.Measures{}
	for _, side := range f.Asks {
		switch side {
		case bag.TopSide:
			m[side] = r.LengthOr(string(side), m[bag.BaseSide])
		case bag.TopWidth:
			m[side] = r.LengthOr(string(side), m[bag.BaseWidth])
		default:
			m[side] = r.Length(string(side))
		}
	}
	shape, err := f.New(m)
	if err != nil && r.Faults == nil {
		r.Faults.Add("height", "A bag measures between {} and {} each way: check the units.", bag.MinSide, bag.MaxSide)
	}
	return shape
}

// added answers a form that adds to the catalogue: back to its page, or the
// page again with what was typed and what is wrong.

// modelWorking is of what a kind of bag holds.
func (s *Pages) modelWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	m := parts.Choose(append(cat.Models, cat.AllModels...), frame.PathID(c), func(m logbook.Model) logbook.ID { return m.ID })
	switch {
	case m.ID == 0 || m.ID != frame.PathID(c):
		return logbook.ErrNotFound
	case c.Param("figure") == "usable":
		return s.AnswerWorking(c, m.Shape.UsableWorking(hill.UsualHeadspace), m.Name)
	case c.Param("figure") == "wet":
		return s.AnswerWorking(c, cat.Recipe("").Mix.WetWorking(m.Shape.Usable(hill.UsualHeadspace), m.Empty), m.Name)
	case c.Param("figure") == "standing":
		return s.AnswerWorking(c, m.Drainage.StandingWorking(m.Shape), m.Name)
	default:
		return logbook.ErrNotFound
	}
}

func modelValues(m logbook.Model, sys measure.System) map[string]string {
	s := m.Shape
	v := map[string]string{
		"name": m.Name, "kind": string(s.Kind()), "material": string(m.Material), "drain": string(m.Drainage.Way),
		"holes": parts.CountOrEmpty(m.Holes), "lasts": parts.CountOrEmpty(m.Lasts), "price": cents(m.Price), "light": tick(m.Light), "rolls": tick(m.Rolls),
	}
	measured := s.Measured()
	if m.Assumed != logbook.NothingAssumed {
		v["kind"] = byLitres
		delete(measured, bag.TopSide)
		if m.Assumed != logbook.HeightAssumed {
			delete(measured, bag.BaseSide)
		}
		if m.Assumed != logbook.WidthAssumed {
			delete(measured, bag.HeightSide)
		}
		if m.Sold == 0 {
			v["sold"] = sys.Edit(s.Full())
		}
	}
	for side, length := range measured {
		v[string(side)] = sys.Edit(length)
	}
	if m.Drainage.HoleHeight > 0 {
		v["hole"] = sys.Edit(m.Drainage.HoleHeight)
	}
	if m.Sold > 0 {
		v["sold"] = sys.Edit(m.Sold)
	}
	if m.Empty > 0 {
		v["empty"] = sys.Edit(m.Empty)
	}
	return v
}

// with puts values into the fields of a form.
func with(f form.Form, values map[string]string) form.Form {
	for i := range f.Fields {
		if v, ok := values[f.Fields[i].Name]; ok {
			f.Fields[i].Value = v
		}
	}
	return f
}

func cents(v int) string {
	if v == 0 {
		return ""
	}
	return fmt.Sprintf("%.2f", float64(v)/100)
}

func tick(yes bool) string {
	if yes {
		return "yes"
	}
	return ""
}
