package plan

import (
	"github.com/gin-gonic/gin"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// readTiming reads how a planting is started; what is left empty is as it was.
func readTiming(r *frame.Reading, t logbook.Timing, c crop.Crop) logbook.Timing {
	if way := calendar.Way(r.Text("way")); way.Suits(c) {
		t.Way = way
	}
	if s := climate.Shelter(r.Text("shelter")); s.Known() {
		t.Shelter = s
	}
	if then := climate.Shelter(r.Text("then")); then.Known() {
		t.Then = then
	} else if r.Text("then") == "stays" {
		t.Then = ""
	}
	yes := func(field string, was bool) bool {
		switch r.Text(field) {
		case "yes":
			return true
		case "no":
			return false
		}
		return was
	}
	t.Chitted, t.Dark, t.CoolRoom = yes("chitted", t.Chitted), yes("dark", t.Dark), yes("cool", t.CoolRoom)
	if _, sent := r.Values["chit-days"]; sent {
		t.ChitDays = r.Count("chit-days")
	}
	day := func(field string, was measure.Day) measure.Day {
		text, sent := r.Values[field]
		switch {
		case !sent:
			return was
		case len(text) == 0 || text[0] == "":
			return 0
		}
		return r.Day(field)
	}
	t.Plant, t.Move = day("plant-day", t.Plant), day("move-day", t.Move)
	if way := medium.FeedWay(r.Text("feed-way")); r.Values.Has("feed-way") && (way == halfIn || way.Known()) {
		if t.Feed = way; way == halfIn {
			t.Feed = medium.HalfIn
		}
	}
	t.TillDead = yes("till-dead", t.TillDead)
	return t
}

// timingFields are the fields of a timing as it stands.
func timingFields(t logbook.Timing, c crop.Crop, s *calendar.Schedule) []form.Field {
	var ways, shelters []form.Option
	for _, w := range calendar.Ways(c) {
		ways = append(ways, form.Option{Value: string(w), Name: w.Name()})
	}
	for _, sh := range climate.Shelters() {
		shelters = append(shelters, form.Option{Value: string(sh), Name: sh.Offset().Name})
	}
	yesNo := func(yes, no string) []form.Option {
		return []form.Option{{Value: "yes", Name: yes}, {Value: "no", Name: no}}
	}
	is := map[bool]string{true: "yes", false: "no"}
	day := func(d measure.Day) string {
		if d == 0 {
			return ""
		}
		return d.ISO()
	}
	then := string(t.Then)
	if then == "" {
		then = "stays"
	}
	counted := func(d measure.Day) string {
		if s == nil || d == 0 {
			return "Empty: counted back"
		}
		return "Empty: counted back to " + d.Short()
	}
	var plant, move measure.Day
	if s != nil {
		plant, move = s.Plant, s.Move
		if t.Plant != 0 {
			plant = 0
		}
		if t.Move != 0 {
			move = 0
		}
	}
	fields := []form.Field{
		{Name: "way", Label: "Started", Kind: "choice", Value: string(t.Way), Options: ways},
		{Name: "plant-day", Label: "Plant on", Kind: "day", Value: day(t.Plant), Hint: counted(plant)},
		{Name: "shelter", Label: "Stands first", Kind: "choice", Value: string(t.Shelter), Options: shelters},
		{Name: "then", Label: "and then", Kind: "choice", Value: then, Options: append([]form.Option{{Value: "stays", Name: "stays there"}}, shelters...)},
		{Name: "move-day", Label: "moved on", Kind: "day", Value: day(t.Move), Hint: counted(move)},
	}
	if c == crop.Potato {
		fields = append(fields, form.Field{Name: "chitted", Term: "chit", Label: "Seed", Kind: "choice", Value: is[t.Chitted], Options: yesNo("chitted", "not chitted")},
			form.Field{Name: "chit-days", Label: "for days", Kind: "count", Value: parts.CountOrEmpty(t.ChitDays), Hint: "Empty: 35; 28 to 42"})
	} else {
		fields = append(fields, form.Field{Name: "cool", Label: "Slips start in", Kind: "choice", Value: is[t.CoolRoom], Options: yesNo("a cool room", "warmth")})
	}
	if c == crop.Potato {
		fields = append(fields, form.Field{Name: "till-dead", Label: "Its tops, for keeping", Kind: "choice", Value: is[t.TillDead], Options: yesNo("left to die by themselves", "cut at half yellow")})
	}
	var feeds []form.Option
	for _, w := range medium.FeedWays() {
		feeds = append(feeds, form.Option{Value: feedKey(w), Name: w.Name()})
	}
	fields = append(fields, form.Field{Name: "feed-way", Label: "Feed", Kind: "choice", Value: feedKey(t.Feed), Options: feeds})
	return append(fields, form.Field{Name: "dark", Label: "The bag", Kind: "choice", Value: is[t.Dark], Options: yesNo("dark, in the sun", "light, or in the shade")})
}

// halfIn is the key of the usual way to feed on a form, where an empty one leaves it as it was.
const halfIn = "half"

func feedKey(w medium.FeedWay) string {
	if w == medium.HalfIn {
		return halfIn
	}
	return string(w)
}

// timingWorking is of a planting's day, or of its warmth, as typed or kept.
func (s *Pages) timingWorking(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	st, err := look.Planting(frame.PathID(c))
	if err != nil {
		return err
	}
	if st, err = look.Try(&st, readTiming(&r, st.Timing, st.Variety.Class.Crop())); err != nil || r.Faults != nil {
		return logbook.ErrNotFound
	}
	if st.Dates == nil && c.Param("figure") == figurePlantDay { // it has ended: by its log
		place, err := look.Place(st.Season.Year)
		if err != nil {
			return err
		}
		ended := forecast.EndedDates(place, &st, look.Today())
		st.Dates = &ended
	}
	if st.Dates == nil {
		return logbook.ErrNotFound
	}
	return s.answerTiming(c, &st)
}

// answerTiming answers with the working of a date that the address names.
func (s *Pages) answerTiming(c *gin.Context, st *forecast.PlantingForecast) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	if c.Param("figure") != figurePlantDay {
		return s.ShowWorking(c, st, c.Param("figure"))
	}
	place, err := look.Place(st.Season.Year)
	if err != nil {
		return err
	}
	return s.AnswerWorking(c, place.PlantWorking(st.Dates), "Bag "+st.Bag.Label+", "+st.Variety.Name)
}

// figurePlantDay is of the day of planting, as addresses name it.
const figurePlantDay = "plant-day"
