package compare

import (
	"fmt"
	"net/http"
	"net/url"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
)

// trialBody is the sheet of one trial.
type trialBody struct {
	*compare.TrialSheet
	Said    string
	Key     string
	Rows    []trialRow
	Arms    []armLine
	Lanes   draw.OnBoth[draw.Lanes]
	Verdict *verdictBody
	Base    string
	By      string   // what the arms differ in
	Allot   string   // address that allots seed to its bags evenly; empty where none waits
	Missing []string // bags that cannot be counted
	Cannot  []string
	Next    string
	Other   []string // bags that are planned otherwise
	CanSet  bool     // some of them are not planted yet
	Answer  string
	Beside  []string
	Pairs   []string // others than the one that was judged
	LeastOf string
	Treated []string
	Done    draw.OnBoth[draw.Dealt]
}

// trialRow is one bag of a trial.
type trialRow struct {
	Label, At, Arm, Block, Variety, Stage, Result string
}

type armLine struct {
	Name, Value, Href string
	Bags              int
}

func (s *Pages) trialSheet(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	sheet, err := look.TrialSheet(frame.PathID(c))
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	body := trialBody{TrialSheet: sheet, Said: s.Said(c), Key: form.NewKey(), Base: fmt.Sprintf("/compare/trials/%d/working", sheet.ID), By: "what they are to differ in", LeastOf: compare.Chance(sheet.Least).In(sys)}
	body.Other, body.CanSet = sheet.PlannedOtherwise()
	if sheet.By != nil {
		body.By = sheet.By.Name
	}
	body.fill(sys)
	s.Render(c, http.StatusOK, "trial", frame.View{Title: "Trial", Stage: "Compare", Body: body})
	return nil
}

func (b *trialBody) fill(sys measure.System) {
	m := b.Measure
	var panel draw.LanePanel
	most := 0.0
	waiting := url.Values{"mode": {"balanced"}}
	for i := range b.TrialSheet.Arms {
		a := &b.TrialSheet.Arms[i]
		line := armLine{Name: a.Name, Bags: len(a.Bags)}
		if len(a.Group.Bags) > 0 {
			line.Value, line.Href = sys.Print(m.Quantity(a.Group.Value(false))), string(frame.Address(b.Base+"/"+compare.FigureGroup, nil, "arm", i))
			lane := laneOf(&a.Group, m, false, sys)
			for _, bag := range a.Group.Bags {
				lane.Points = append(lane.Points, pointOf(bag, m, 0, true, sys))
				most = max(most, lane.Points[len(lane.Points)-1].Y)
			}
			panel.Groups = append(panel.Groups, lane)
		}
		b.Arms = append(b.Arms, line)
		for _, p := range a.Bags {
			row := trialRow{Label: p.Bag.Label, At: fmt.Sprintf("/plantings/%d", p.Planting.ID), Arm: a.Name, Block: p.Block, Variety: p.Variety.Name, Stage: stageWord(p.Stage)}
			switch {
			case p.Stage == logbook.StagePlanned:
				waiting.Add("planting", fmt.Sprint(p.Planting.ID))
			case p.Result != nil:
				if o, ok := m.Observe(p.Result); ok {
					row.Result = atLeast(p.Result.AtLeast()) + times(m) + sys.Print(m.Quantity(o.Value()))
				} else {
					row.Result = "not counted"
					b.Missing = append(b.Missing, p.Bag.Label)
				}
			}
			b.Rows = append(b.Rows, row)
		}
	}
	if len(waiting["planting"]) > 1 {
		b.Allot = frame.PathWith("/seed/allot", waiting)
	}
	for _, t := range b.TrialSheet.Treated {
		b.Treated = append(b.Treated, t.In(sys))
	}
	if len(panel.Groups) > 0 {
		b.Lanes = lanesOf([]draw.LanePanel{panel}, m, compare.Tubers, most, sys)
	}
	if v := b.Judged; v != nil {
		b.Answer = b.TrialSheet.Answer().In(sys)
		for _, says := range b.TrialSheet.Beside() {
			b.Beside = append(b.Beside, says.In(sys))
		}
		for _, o := range b.Others {
			b.Pairs = append(b.Pairs, o.First.Name.In(sys)+" and "+o.Second.Name.In(sys)+": "+o.Sentence(m, o.First.Name, o.Second.Name).In(sys))
		}
		b.Verdict = verdictOf(v, m, b.FirstArm(), b.SecondArm(), sys)
		for _, says := range b.CannotTell() {
			b.Cannot = append(b.Cannot, says.In(sys))
		}
		b.Next = b.NextNeeds().In(sys)
		b.Done = b.done(sys)
	}
}

// done is what was laid out against what was done.
func (b *trialBody) done(sys measure.System) draw.OnBoth[draw.Dealt] {
	arms := make([]draw.DealtArm, len(b.TrialSheet.Arms))
	for i := range arms {
		arms[i].Name = draw.Escape(b.TrialSheet.Arms[i].Name)
		if b.Got.Known {
			arms[i].Got = draw.Escape(b.Got.Got[i].In(sys))
		}
	}
	list := b.TrialSheet.Done()
	bags := make([]draw.DealtBag, len(list))
	for i, d := range list {
		bags[i] = draw.DealtBag{Label: draw.Escape(d.Bag.Label()), Says: draw.Escape(d.Bag.Label() + ": " + d.Says.In(sys)), Arm: d.Arm, As: d.As}
	}
	return draw.Both(func(p draw.Paper) draw.Dealt { return draw.NewDealt(arms, bags, p) })
}
