package plan

import (
	"fmt"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/frame"
	"glebata/web/parts"
)

// planAsk is a plan as typed, with the defaults of class and school put in for
// what was left empty.
type planAsk struct {
	bag     logbook.Bag
	variety logbook.Variety
	school  hill.School
	number  int
	filling hill.Plan
	year    int
	usual   bool // the school was not chosen but follows from the class
	timing  logbook.Timing
	mix     medium.Recipe
}

// readPlan reads a plan; what is missing falls back to the first free bag, the
// first variety, and the defaults of class and school.
func (s *Pages) readPlan(look *garden.View, cat garden.Catalogue, r *frame.Reading) (planAsk, error) {
	var a planAsk
	a.bag = chooseBag(cat, r.ID("bag"))
	a.variety = parts.Choose(cat.Varieties, r.ID("variety"), func(v logbook.Variety) logbook.ID { return v.ID })
	if class := readUnknownClass(r); class.Known() {
		a.variety = logbook.Variety{Name: logbook.UnknownName(class), Class: class}
	}
	a.school = hill.School(r.Text("school"))
	if !a.school.Known() {
		a.school, a.usual = hill.Default(a.variety.Class), true
	}
	a.year = r.Count("year")
	if a.year == 0 {
		site, _, err := look.Site()
		if err != nil {
			return a, err
		}
		a.year = site.SeasonOn(look.Today())
	}
	shape := a.bag.Model.Shape
	a.filling = forecast.DefaultLadder(shape, a.variety.Class, a.school)
	a.filling.Headspace = r.LengthOr("headspace", a.filling.Headspace)
	if r.Text("filler") != "" {
		a.filling.Filler = r.Length("filler")
	}
	if a.variety.Class.Crop() == crop.SweetPotato {
		again := forecast.DefaultLadder(shape, a.variety.Class, a.school)
		a.filling.Base = max(0, shape.UsableTop(a.filling.Headspace)-again.Cover-a.filling.Filler)
	}
	a.filling.Base = r.LengthOr("base", a.filling.Base)
	a.filling.Cover = r.LengthOr("cover", a.filling.Cover)
	a.filling.MaxLayer = r.LengthOr("layer", a.filling.MaxLayer)
	a.filling = ReadOwnWay(r, a.filling)
	if percent := r.Text("settling"); percent != "" {
		a.filling.Settling = r.Number("settling", 0) / 100
	}
	if a.number = r.Count("number"); r.Text("number") == "" {
		a.number = bag.Suggest(shape, bag.Room{Headspace: a.filling.Headspace, Filler: a.filling.Filler}, a.variety.Class, a.school == hill.TwoLevel).Number
	}
	a.mix = cat.Recipe(r.Text("mix"))
	if r.Text("settling") == "" {
		a.filling.Settling = a.mix.Mix.Settling()
	}
	a.timing = readTiming(r, logbook.UsualTiming(a.bag, a.variety), a.variety.Class.Crop())
	if r.Text("chitted") == "" {
		return a, a.timeToChit(look)
	}
	return a, nil
}

// timeToChit of a plan whose chitting is as usual for its class.
func (a *planAsk) timeToChit(look *garden.View) (err error) {
	if a.timing.Check(a.variety, a.year) == nil { // else its form says what is wrong
		a.timing, err = look.TimeToChit(a.variety, a.filling.Cover, a.timing, a.year)
	}
	return err
}

func chooseBag(cat garden.Catalogue, id logbook.ID) logbook.Bag {
	for _, b := range cat.Bags {
		if b.ID == id {
			return b
		}
	}
	for _, b := range cat.Bags {
		if cat.Taken[b.ID] == 0 {
			return b
		}
	}
	return parts.Choose(cat.Bags, 0, func(b logbook.Bag) logbook.ID { return b.ID })
}

// plannedIn reads the plan of a request.
func (s *Pages) plannedIn(c *gin.Context) (planAsk, *frame.Reading, error) {
	look, err := s.Look(c)
	if err != nil {
		return planAsk{}, nil, err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return planAsk{}, nil, err
	}
	r, err := s.ParseForm(c)
	if err != nil {
		return planAsk{}, nil, err
	}
	a, err := s.readPlan(look, cat, &r)
	return a, &r, err
}

// notKnown begins the choice of a variety that nobody knows; its class follows.
const notKnown = "class:"

// readUnknownClass of a variety that is chosen as not known; empty for any other.
func readUnknownClass(r *frame.Reading) crop.Class {
	class, ok := strings.CutPrefix(r.Text("variety"), notKnown)
	if !ok {
		return ""
	}
	return crop.Class(class)
}

// varietyValue is the choice of a variety.
func varietyValue(v logbook.Variety) string {
	if v.ID == 0 && v.Class.Known() {
		return notKnown + string(v.Class)
	}
	return fmt.Sprint(v.ID)
}

// ReadOwnWay reads how the grower raises, where that is not as the school has it.
func ReadOwnWay(r *frame.Reading, p hill.Plan) hill.Plan {
	p.Trigger, p.Showing = r.LengthOr("trigger", p.Trigger), r.LengthOr("showing", p.Showing)
	if n := r.Count("raises"); hill.Raises(n).Known() && r.Text("raises") != "" {
		p.Raises = hill.Raises(n)
	}
	return p
}
