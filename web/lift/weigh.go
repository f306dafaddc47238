package lift

import (
	"fmt"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// WeighIn keeps what was typed on the weigh-in page. A phone in the shed waits for it: nothing is
// forecast on the way, unless it is refused.
func (s *Pages) WeighIn(c *gin.Context, r *frame.Reading) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	st, err := look.PlantingState(frame.PathID(c))
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	e := logbook.Entry{Planting: st.Planting.ID, Kind: logbook.Weighed, Day: r.Day("day"), Another: r.Text("another") != "", Thing: strings.Join(r.Values["seen"], " "), Level: r.Count("minutes")}
	if gone := r.Text("gone"); gone == "given away" || gone == "eaten" {
		e.Text = gone
	}
	e.Batches = readBatches(r, st.ScaleReader(cat.Containers, r.Units))
	readQuestion(r, &st, e.Batches)
	asked := s.Request(c)
	var id logbook.ID
	kept, err := r.Keep(func() (err error) {
		id, err = s.Garden.Record(c.Request.Context(), e, asked)
		return err
	})
	if err != nil {
		return err
	}
	if kept {
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d/weigh?done=%d", st.Planting.ID, id))
		return nil
	}
	look, err = s.Look(c)
	if err != nil {
		return err
	}
	full, err := look.Planting(st.Planting.ID)
	if err != nil {
		return err
	}
	return s.weighing(c, http.StatusUnprocessableEntity, &full, frame.Refuse(c, r.Sent("weigh")))
}

// readQuestion batches that are far more than the bag may give, unless the grower says that the
// weight is right.
func readQuestion(r *frame.Reading, st *logbook.PlantingState, batches []logbook.Batch) {
	if r.Faults != nil || r.Text("sure") != "" {
		return
	}
	var net measure.Mass
	for i := range batches {
		net += batches[i].Gross - batches[i].Tare
	}
	if most, yes := forecast.Surprising(st, net); yes {
		r.Faults.Add("sure", "{} is far more than the {} this bag may give. Is the unit right? If it is, say so and send it again.", net, most)
	}
}

// readBatches of one line on the scale, with the fields beside it: the container it is in, its
// grade, its count, and the faults counted apart.
func readBatches(r *frame.Reading, from lift.Reader) []logbook.Batch {
	text := r.Text("gross-1")
	if text == "" {
		r.Mass("gross-1", r.Units.ScaleUnit())
		return nil
	}
	container, tare := r.Text("container-1"), measure.Mass(0)
	if other := r.Text("new-container"); other != "" {
		container = other
	}
	standIn := measure.Weighed
	if r.Text("tare-1") != "" {
		tare, standIn = r.KnownMass("tare-1", r.Units.MassUnit())
	}
	l, err := from.Read(text)
	if err == nil && len(l.Batches) > 1 { // the fields beside it are of the whole, before it is divided
		if whole := readWhole(r, from, &l, container, tare); whole != l.Text {
			l, err = from.Read(whole)
		}
	}
	if err != nil {
		if wrong, ok := err.(*lift.LineError); ok {
			r.Faults.Add("gross-1", "{}", wrong.Says)
		} else {
			r.Refuse("gross-1", err)
		}
		return nil
	}
	out := make([]logbook.Batch, len(l.Batches))
	for i := range l.Batches {
		out[i] = logbook.NewBatch(&l.Batches[i], l.Text)
		if standIn == measure.Simulated {
			out[i].How = measure.Simulated
		}
	}
	one := &out[0]
	if len(out) == 1 {
		readBeside(r, one, container, tare)
	}
	faults := lift.ParseFaults(one.Faults)
	for _, f := range lift.Faults() {
		if n := r.Count("fault-" + string(f)); n > 0 {
			if faults == nil {
				faults = map[lift.Fault]int{}
			}
			faults[f] = n
		}
	}
	one.Faults = lift.FaultsText(faults)
	return out
}

// readWhole is a line of several parts with what the fields beside it say of all of it: what it is in,
// its count, and the grade of what is left over.
func readWhole(r *frame.Reading, from lift.Reader, l *lift.Line, container string, tare measure.Mass) string {
	text := l.Text
	if l.Weight.Text != "" && l.Weight.Tare == 0 && container+r.Text("tare-1") != "" {
		off := tare
		if known, ok := from.Tares[container]; ok && off == 0 {
			off = known
		}
		if off == 0 {
			r.Faults.Add("tare-1", "Weigh the {} empty once: then it is known by name.", container)
		}
		text = l.Weight.Text + fmt.Sprintf(" less %g g", off.Grams()) + strings.TrimPrefix(text, l.Weight.Text)
	}
	if n := r.Count("count-1"); n > 0 && l.Count() == 0 {
		text += fmt.Sprintf(", %d tubers", n)
	}
	if g := lift.Grade(r.Text("grade-1")); g != "" && g != lift.Keep && l.Batches[0].Grade == lift.Keep {
		text += ", " + g.Word()
	}
	return text
}

// readBeside a line of one batch stand its container, its grade and its count, where the line has
// none.
func readBeside(r *frame.Reading, b *logbook.Batch, container string, tare measure.Mass) {
	if b.Tare == 0 && b.High == 0 {
		b.Container, b.Tare = container, tare
	}
	if g := r.Text("grade-1"); b.Grade == string(lift.Keep) && g != "" {
		b.Grade = g
	}
	if n := r.Count("count-1"); b.Count == 0 {
		b.Count = n
	}
	if b.Line == r.Text("gross-1") && !strings.ContainsAny(b.Line, ",;") && !strings.Contains(b.Line, " less ") {
		b.Line = "" // nothing but a weight
	}
}

// ReadNet says the net of what is on the scale.
func (s *Pages) ReadNet(c *gin.Context, r *frame.Reading) parts.Said {
	look, err := s.Look(c)
	if err != nil || r.Text("gross-1") == "" {
		return parts.Said{}
	}
	cat, err := look.Catalogue()
	if err != nil {
		return parts.Said{}
	}
	st, err := look.PlantingState(r.ID("planting"))
	if err != nil {
		st = logbook.PlantingState{} // of several bags
	}
	batches := readBatches(r, st.ScaleReader(cat.Containers, r.Units))
	if r.Faults != nil {
		return parts.Said{}
	}
	var out parts.Said
	var net measure.Mass
	for _, b := range batches {
		if b, err = look.WithTare(b); err != nil {
			if faults, ok := frame.AsFaults(err); ok {
				r.Faults = faults
			}
			return parts.Said{}
		}
		net += b.Gross - b.Tare
		out.Lines = append(out.Lines, logbook.BatchWords(&b, st.Variety.Class.Crop().Lifted()).In(r.Units))
	}
	if len(batches) == 1 && batches[0].High == 0 && batches[0].Faults == "" {
		b, _ := look.WithTare(batches[0])
		return parts.Said{Big: r.Units.Fine(b.Gross - b.Tare), Text: measure.Say("{} less {}", b.Gross, b.Tare).In(r.Units)}
	}
	out.Big = r.Units.Fine(net)
	return out
}

// weighBody is the weigh-in page.
type weighBody struct {
	S       *forecast.PlantingForecast
	Form    form.Form
	Faults  []form.Field // counted apart
	Seen    []seenTick
	Batches []parts.LogLine
	Done    *parts.LogLine
	Low     measure.Mass // of the edible harvest, where not all was weighed
	High    measure.Mass
	Round   []weighStop // bags to lift, in walking order
	Later   bool        // it is closed, and what is found is added
	Notes   []parts.Note
}

// seenTick is what may be seen at lifting.
type seenTick struct {
	Key, Name string
	Ticked    bool
}

// weighStop is one bag of the round.
type weighStop struct {
	Label, Address string
	Here, Weighed  bool
}

func (s *Pages) weighPage(c *gin.Context) error {
	_, st, _, err := s.AtBag(c)
	if err != nil {
		return err
	}
	return s.weighing(c, http.StatusOK, &st, form.Sent{})
}

func (s *Pages) weighing(c *gin.Context, status int, st *forecast.PlantingForecast, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	t.Units = sys
	body := weighBody{S: st, Later: st.Stage == logbook.StageClosed}
	if st.Stage == logbook.StageGrowing || body.Later {
		body.Form = t.Fill(weighForm(fmt.Sprintf("/plantings/%d/weigh", st.Planting.ID), cat, sys, s.DayOf(c)))
		body.fold(t)
		for i := range body.Form.Fields {
			if f := &body.Form.Fields[i]; s.Devices != nil && (f.Name == "gross-1" || f.Name == "tare-1") {
				f.Device = fmt.Sprintf("/read/%s?planting=%d", strings.TrimSuffix(f.Name, "-1"), st.Planting.ID)
			}
		}
	}
	if !st.Harvest.Exact() {
		body.Low, body.High = st.Harvest.Low, st.Harvest.High
	}
	if body.Round, err = weighRound(look, st); err != nil {
		return err
	}
	for i := len(st.Log) - 1; i >= 0; i-- {
		e := &st.Log[i]
		if e.Kind != logbook.Weighed {
			continue
		}
		line := parts.NewLogLine(st, e, sys)
		body.Batches = append(body.Batches, line)
		if c.Query("done") == fmt.Sprint(e.ID) {
			body.Done = &line
		}
	}
	body.Notes = parts.NewNotes(st, []string{forecast.FigureHarvest, forecast.FigureRatio}, sys)
	s.Render(c, status, "weigh", frame.View{Title: "Weigh in " + st.Bag.Label, Stage: "Lift", Body: body})
	return nil
}

// fold the faults and what was seen, as they were sent.
func (b *weighBody) fold(t form.Sent) {
	for _, f := range lift.Faults() {
		name := "fault-" + string(f)
		b.Faults = append(b.Faults, form.Field{ID: "weigh-" + name, Name: name, Label: f.Name(), Kind: "count", Value: t.Values.Get(name), Error: t.At(name)})
	}
	for _, c := range logbook.SeenAtLifting {
		b.Seen = append(b.Seen, seenTick{c.Key, c.Name, slices.Contains(t.Values["seen"], c.Key)})
	}
}

// weighRound is the bags that are weighed in or wait for it, in walking order, where there are
// more than one.
func weighRound(look *garden.View, here *forecast.PlantingForecast) ([]weighStop, error) {
	row, err := look.Row()
	if err != nil {
		return nil, err
	}
	var out []weighStop
	for i := range row {
		st := &row[i]
		if st.Stage != logbook.StageGrowing {
			continue
		}
		if ready := forecast.Readiness(st, look.Today()); st.Planting.ID == here.Planting.ID || ready.Stage >= lift.ToEat || len(st.Batches) > 0 {
			out = append(out, weighStop{st.Bag.Label, fmt.Sprintf("/plantings/%d/weigh", st.Planting.ID), st.Planting.ID == here.Planting.ID, len(st.Batches) > 0})
		}
	}
	if len(out) < 2 {
		return nil, nil
	}
	return out, nil
}

func weighForm(action string, cat garden.Catalogue, sys measure.System, today measure.Day) form.Form {
	containers := []form.Option{{Value: "", Name: "none, weighed bare"}}
	for _, k := range cat.Containers {
		containers = append(containers, form.Option{Value: k.Name, Name: k.Name + " · " + sys.Mass(k.Tare)})
	}
	var grades []form.Option
	for _, g := range lift.Grades() {
		grades = append(grades, form.Option{Value: string(g), Name: g.Name().In(sys)})
	}
	return form.Form{
		Name: "weigh", Caution: parts.Beware("green", "lifting"), Action: action, Button: "Weigh in",
		Fields: []form.Field{
			{Name: "gross-1", Label: "On the scale", Kind: "quantity", Unit: string(sys.ScaleUnit()), Hint: "A weight, or the whole line: 3.4 less blue bucket, green 3; 40 tubers, rotten 200 g; about 1 kg; half a bucket; 12 tubers"},
			{Name: "container-1", Label: "In which container", Kind: "choice", Options: containers},
			{Name: "new-container", Label: "Another container: its name", Kind: "text"},
			{Name: "tare-1", Term: "tare", Label: "and its empty weight", Kind: "quantity", Unit: string(sys.MassUnit()), Read: "/read/mass"},
			{Name: "grade-1", Label: "Grade", Kind: "choice", Value: string(lift.Keep), Options: grades},
			{Name: "count-1", Label: "Tubers in it", Kind: "count", Hint: "If you counted them"},
			{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO()},
			{Name: "minutes", Label: "Minutes it took", Kind: "count", Hint: "If you like"},
			{Name: "gone", Label: "Where it went", Kind: "choice", Options: []form.Option{{Value: "", Name: "it is here"}, {Value: "given away", Name: "given away"}, {Value: "eaten", Name: "eaten"}}, Hint: "Not weighed? Write about how much, or how many"},
			{Name: "sure", Label: "The weight is right", Kind: "tick"},
			{Name: "another", Label: "It is a batch of its own", Kind: "tick"},
		},
	}
}
