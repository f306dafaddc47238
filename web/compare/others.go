package compare

import (
	"cmp"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// othersBody is the page of other gardens' harvests that are learned from.
type othersBody struct {
	Said    string
	Key     string
	Form    form.Form
	Gardens []otherLine
	Fit     draw.OnBoth[draw.Lanes]
	HasFit  bool
	Joint   *jointBody // nil where there is nothing to ask
}

// jointBody is one question asked of all gardens together.
type jointBody struct {
	compare.Joint
	Crops []jointLink // where several are grown
	Asks  []jointLink
	Says  []jointLine // of each pair, what is least likely chance first
	Alone string
	Chart draw.OnBoth[draw.Lanes]
	Keys  []gardenKey
}

// jointLine is what was found of a pair, with the workings of its difference and of its chance.
type jointLine struct{ Says, Diff, Chance string }

// gardenKey is the mark of a garden's weighings.
type gardenKey struct {
	Name  string
	Shape draw.MarkedPoint
}

// mostGardenMarks that are told apart; of more gardens the grower's own is told from the others.
const mostGardenMarks = 4

type jointLink struct {
	Name, Href string
	Here       bool
}

// ownGarden is what the grower's garden is called among others.
const ownGarden = "yours"

// gardenName of a garden for reading.
func gardenName(name string) string { return cmp.Or(name, ownGarden) }

// jointAsked is what the address asks of all gardens together: of a crop, else the one that most of the
// other gardens' bags are of, and by what.
func jointAsked(c *gin.Context, kept []logbook.OtherGarden) (of crop.Crop, crops []crop.Crop, by compare.JointBy) {
	bags := map[crop.Crop]int{}
	for i := range kept {
		bags[kept[i].Crop] += kept[i].Bags()
	}
	for _, one := range []crop.Crop{crop.Potato, crop.SweetPotato} {
		if bags[one] > 0 {
			crops = append(crops, one)
		}
		if bags[one] > bags[of] || of == "" {
			of = one
		}
	}
	if one := crop.Crop(c.Query("crop")); slices.Contains(crops, one) {
		of = one
	}
	if by = compare.JointBy(c.Query("by")); !slices.Contains(compare.JointBys(), by) {
		by = compare.JointVariety
	}
	return of, crops, by
}

// jointWorking is of one figure of a pair.
func (s *Pages) jointWorking(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	kept, err := look.Others()
	if err != nil {
		return err
	}
	of, _, by := jointAsked(c, kept)
	found, err := look.Joint(of, by)
	if err != nil {
		return err
	}
	k, err := strconv.Atoi(c.Param("pair"))
	if err != nil || k < 0 || k >= len(found.Pairs) {
		return logbook.ErrNotFound
	}
	w, ok := found.Working(&found.Pairs[k], c.Param("figure"))
	if !ok {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, w, "All gardens together")
}

// otherLine is one garden in the list.
type otherLine struct {
	Name, Crop, CropKey string
	Bags                int
}

var cropNames = map[crop.Crop]string{crop.Potato: "potatoes", crop.SweetPotato: "sweet potatoes"}

func (s *Pages) others(c *gin.Context) error { return s.othersPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) othersPage(c *gin.Context, status int, t form.Sent) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	t.Units = r.Units
	kept, err := look.Others()
	if err != nil {
		return err
	}
	body := othersBody{Said: s.Said(c), Key: form.NewKey()}
	for i := range kept {
		o := &kept[i]
		body.Gardens = append(body.Gardens, otherLine{o.Name, cropNames[o.Crop], string(o.Crop), o.Bags()})
	}
	if len(kept) > 0 {
		of, crops, by := jointAsked(c, kept)
		lanes, err := look.HarvestFit(of)
		if err != nil {
			return err
		}
		if body.HasFit = len(lanes) > 0; body.HasFit {
			body.Fit = fitDrawing(lanes, r.Units)
		}
		found, err := look.Joint(of, by)
		if err != nil {
			return err
		}
		body.Joint = newJoint(found, of, crops, r.Units)
	}
	body.Form = t.Fill(form.Form{Name: "others", Action: "/compare/others", Button: "Learn from it", Fields: []form.Field{
		{Name: "name", Label: "Whose garden", Kind: "text", Hint: "As you call it. What was taken in under this name before is replaced."},
		{Name: "crop", Label: "What they grew", Kind: "choice", Value: string(crop.Potato), Options: []form.Option{{Value: string(crop.Potato), Name: "potatoes"}, {Value: string(crop.SweetPotato), Name: "sweet potatoes"}}},
		{Name: "file", Label: "Their table", Kind: "file", Hint: "The table of values that their page Compare gives, or one with its columns: season, variety, school, expected_kg, harvest_kg, and where known low_kg, high_kg, bin."},
		{Name: "lines", Label: "or paste its lines", Kind: "words"},
	}})
	s.Render(c, status, "others", frame.View{Title: "Other gardens", Stage: "Compare", Body: body})
	return nil
}

// newJoint is the question with its sentences and its drawing.
func newJoint(found compare.Joint, of crop.Crop, crops []crop.Crop, sys measure.System) *jointBody {
	out := &jointBody{Joint: found}
	at := func(of crop.Crop, by compare.JointBy) string {
		return string(frame.Address("/compare/others", nil, "crop", of, "by", by)) + "#together"
	}
	for _, one := range crops {
		out.Crops = append(out.Crops, jointLink{cropNames[one], at(one, found.By), one == of})
	}
	for _, by := range compare.JointBys() {
		out.Asks = append(out.Asks, jointLink{by.Name(), at(of, by), by == found.By})
	}
	working := func(k int, figure string) string {
		return string(frame.Address(fmt.Sprintf("/compare/others/working/%d/%s", k, figure), nil, "crop", of, "by", found.By))
	}
	for k := range found.Pairs {
		out.Says = append(out.Says, jointLine{found.Says(&found.Pairs[k]).In(sys), working(k, compare.FigureDiff), working(k, compare.FigureChance)})
	}
	var alone []string
	for _, g := range found.Alone {
		alone = append(alone, gardenName(g.Garden)+" in "+g.Season)
	}
	out.Alone = strings.Join(alone, ", ")
	out.draw(sys)
	return out
}

// draw the groups as lanes: each weighing by what it gave of what its garden's season gave.
func (b *jointBody) draw(sys measure.System) {
	var gardens []string
	for i := range b.Groups {
		for _, w := range b.Groups[i].Weighings {
			if name := gardenName(w.Garden); !slices.Contains(gardens, name) {
				gardens = append(gardens, name)
			}
		}
	}
	if len(gardens) > mostGardenMarks {
		gardens = []string{ownGarden, "other gardens"}
	}
	for i, name := range gardens {
		b.Keys = append(b.Keys, gardenKey{name, draw.NewKey(i)})
	}
	panel, most := draw.LanePanel{}, 1.0
	for i := range b.Groups {
		g := &b.Groups[i]
		lane := draw.LaneGroup{Name: draw.Escape(g.Name), Bare: true, Tells: draw.Escape(fmt.Sprintf("%s in %s", parts.Counted(len(g.Weighings), "weighing"), parts.Counted(g.Gardens, "garden")))}
		for _, w := range g.Weighings {
			series := slices.Index(gardens, gardenName(w.Garden))
			if series < 0 {
				series = 1
			}
			p := draw.Point{Y: w.At, Series: series, Says: draw.Escape(fmt.Sprintf("%s, %s: × %s", gardenName(w.Garden), w.Season, sys.Print(measure.Ratio(w.At))))}
			if w.High > w.Low*(1+1e-9) {
				p.YLow, p.YHi = w.Low, w.High
			}
			most = max(most, w.At)
			lane.Points = append(lane.Points, p)
		}
		panel.Groups = append(panel.Groups, lane)
	}
	axis := draw.NewAxis("of what its garden gave", func(v float64) any { return measure.Share(v) }, most, sys)
	b.Chart = draw.Both(func(p draw.Paper) draw.Lanes { return draw.NewLanes([]draw.LanePanel{panel}, axis, 1, "as all", p) })
}

// takeIn the harvests of another garden.
func (s *Pages) takeIn(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	file, err := frame.Uploaded(c, &r)
	if err != nil {
		return err
	}
	o := logbook.OtherGarden{Name: r.Text("name"), Crop: crop.Crop(r.Text("crop"))}
	table, wrong := openformat.ReadTable(file)
	if wrong == nil {
		o.Weighings, wrong = openformat.ReadWeighings(table, o.Name)
	}
	if wrong != nil {
		r.Faults.Add("file", "Line {}: {}", wrong.Line, wrong.Says)
	}
	kept, err := r.Keep(func() error { return s.Garden.TakeIn(c.Request.Context(), o, s.Request(c)) })
	if err != nil {
		return err
	}
	if !kept {
		return s.othersPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("others")))
	}
	return s.RedirectWithFlash(c, "/compare/others", fmt.Sprintf("%s of %s are learned from now.", parts.Counted(o.Bags(), "bag"), measure.PlainLine(o.Name)))
}

// leaveOut what was taken in of a garden.
func (s *Pages) leaveOut(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	if err := s.Garden.LeaveOut(c.Request.Context(), r.Text("name"), crop.Crop(r.Text("crop")), s.Request(c)); err != nil {
		return err
	}
	return s.RedirectWithFlash(c, "/compare/others", "Left out: what was learned from it is forgotten.")
}

// fitDrawing is the one fit of all harvests: each bag as a point of what it gave of its promise, its
// variety's and season's level with their range; other gardens stand apart.
func fitDrawing(lanes []forecast.FitLane, sys measure.System) draw.OnBoth[draw.Lanes] {
	panels := []draw.LanePanel{{Head: "by variety"}, {Head: "by season"}, {Head: "other gardens, in no sum of yours"}}
	points := 0
	for i := range lanes {
		points += len(lanes[i].Points)
	}
	var years []int
	for i := range lanes {
		for _, p := range lanes[i].Points {
			if !slices.Contains(years, p.Year) {
				years = append(years, p.Year)
			}
		}
	}
	slices.Sort(years)
	most := 1.0
	for i := range lanes {
		l := &lanes[i]
		at := 0
		switch {
		case l.Else:
			at = 2
		case l.OfSeason:
			at = 1
		}
		g := draw.LaneGroup{Name: draw.Escape(l.Name), Low: l.Low, High: l.High, Value: l.At, Bare: !l.Level}
		if says := parts.Counted(len(l.Points), "bag"); l.Level {
			g.Tells = draw.Escape(fmt.Sprintf("%s, %s: %s to %s", says, sys.Print(measure.Share(l.At)), sys.Print(measure.Share(l.Low)), sys.Print(measure.Share(l.High))))
		} else {
			g.Tells = draw.Escape(says)
		}
		for _, p := range l.Points {
			q := draw.Point{Y: p.Share, Series: slices.Index(years, p.Year)}
			if p.High > p.Low*(1+1e-9) {
				q.YLow, q.YHi = p.Low, p.High
			}
			if points <= 2*draw.MostLettered && !l.Else {
				q.Label, q.Href = draw.Escape(p.Label+yearMark(p.Year)), draw.Escape(fmt.Sprintf("/plantings/%d", p.Planting))
			}
			most = max(most, p.Share)
			g.Points = append(g.Points, q)
		}
		panels[at].Groups = append(panels[at].Groups, g)
	}
	panels = slices.DeleteFunc(panels, func(p draw.LanePanel) bool { return len(p.Groups) == 0 })
	axis := draw.NewAxis("harvest of what was promised", func(v float64) any { return measure.Share(v) }, most, sys)
	return draw.Both(func(p draw.Paper) draw.Lanes { return draw.NewLanes(panels, axis, 1, "as promised", p) })
}
