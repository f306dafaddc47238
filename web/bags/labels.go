package bags

import (
	"bytes"
	"fmt"
	"net/http"
	"slices"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/frame"
	"glebata/web/parts"
)

type labelsBody struct {
	Groups []labelGroup
	Sheets []openformat.Sheet
	Sheet  string
	Start  string
	Plain  []plainLabel
	Query  string
}

type labelGroup struct {
	Name   string
	Labels []labelTick
}

// labelTick is a label that can be chosen.
type labelTick struct {
	Key, Name string
	Chosen    bool
	openformat.Label
}

// plainLabel is a label of the page for cutting by hand.
type plainLabel struct {
	openformat.Label
	Code parts.CodeView
}

// allLabels are the labels there are, of bags, trays, pots and roots.
func (s *Pages) allLabels(c *gin.Context) ([]labelGroup, error) {
	look, err := s.Look(c)
	if err != nil {
		return nil, err
	}
	sys, err := s.Units(c)
	if err != nil {
		return nil, err
	}
	row, err := look.Row()
	if err != nil {
		return nil, err
	}
	bench, err := look.Bench()
	if err != nil {
		return nil, err
	}
	nursery, err := look.Nursery()
	if err != nil {
		return nil, err
	}
	base := frame.RequestAddress(c)
	bags, trays, pots := labelGroup{Name: "Bags"}, labelGroup{Name: "Trays"}, labelGroup{Name: "Pots and roots"}
	for i := range row {
		st := &row[i]
		given := supply{given: bench.For(st.Planting.ID)}
		seedLine := parts.SeedOf(st).In(sys)
		planted := "planned"
		if st.Dates != nil {
			planted = "plant " + labelDay(st.Dates.Plant)
		}
		switch {
		case st.Stage == logbook.StageGrowing && st.State.Seed > 0:
			seedLine = fmt.Sprintf("%d: %s of seed%s", st.Plants, sys.Mass(st.State.Seed), parts.SeedMark(st).In(sys))
		case len(given.given) > 0:
			seedLine = fmt.Sprintf("%d: %s of seed", len(given.given), sys.Mass(given.sum()))
		case st.Variety.Class.Crop() == crop.Potato:
			seedLine = fmt.Sprintf("for %d", st.Number)
		}
		if st.Stage == logbook.StageGrowing {
			planted = "planted " + labelDay(st.State.Planted)
		}
		bags.Labels = append(bags.Labels, labelTick{"bag-" + st.Bag.Label, st.Bag.Label + " " + st.Variety.Name, false, openformat.Label{
			Tag: st.Bag.Label, Title: st.Variety.Name, Lines: []string{st.Variety.Class.Name(), planted, seedLine},
			Address: base + "/bags/" + st.Bag.Label + "#entries",
		}})
	}
	for i := range bench.Trays {
		t := &bench.Trays[i]
		trays.Labels = append(trays.Labels, labelTick{fmt.Sprintf("tray-%d", t.ID), t.Label + " " + t.Lot.Variety.Name, false, openformat.Label{
			Tag: t.Label, Title: t.Lot.Variety.Name,
			Lines:   []string{t.Lot.Variety.Class.Name(), "lot " + t.Lot.Label, fmt.Sprintf("%d: %s", t.Sound(), sys.Mass(t.Total))},
			Address: fmt.Sprintf("%s/seed/trays/%d#entries", base, t.ID),
		}})
	}
	for i := range nursery {
		n := &nursery[i]
		if !n.Open() {
			continue
		}
		weight := n.Method.Name()
		if n.Weight > 0 {
			weight = n.How.Mark(sys.Mass(n.Weight))
		}
		pots.Labels = append(pots.Labels, labelTick{fmt.Sprintf("pot-%d", n.ID), n.Label + " " + n.Variety.Name, false, openformat.Label{
			Tag: n.Label, Title: n.Variety.Name, Lines: []string{n.Variety.Class.Name(), "since " + labelDay(n.Started), weight},
			Address: fmt.Sprintf("%s/seed/nursery#n%d", base, n.ID),
		}})
	}
	var out []labelGroup
	for _, g := range []labelGroup{bags, trays, pots} {
		if len(g.Labels) > 0 {
			out = append(out, g)
		}
	}
	return out, nil
}

// labelDay is short and has its year: a label outlives the season.
func labelDay(d measure.Day) string { return fmt.Sprintf("%s %d", d.Short(), d.Year()) }

// chosenLabels are those a request asks for; all when it names none.
func chosenLabels(groups []labelGroup, asked []string) []openformat.Label {
	var out []openformat.Label
	for g := range groups {
		for i := range groups[g].Labels {
			l := &groups[g].Labels[i]
			if l.Chosen = len(asked) == 0 || slices.Contains(asked, l.Key); l.Chosen {
				out = append(out, l.Label)
			}
		}
	}
	return out
}

func (s *Pages) labels(c *gin.Context) error {
	groups, err := s.allLabels(c)
	if err != nil {
		return err
	}
	chosenLabels(groups, c.QueryArray("label"))
	body := labelsBody{Groups: groups, Sheets: openformat.Sheets(), Sheet: c.Query("sheet"), Start: c.DefaultQuery("start", "1")}
	s.Render(c, http.StatusOK, "labels", frame.View{Title: "Labels", Stage: "Seed", Body: body})
	return nil
}

func (s *Pages) plainLabels(c *gin.Context) error {
	groups, err := s.allLabels(c)
	if err != nil {
		return err
	}
	body := labelsBody{Query: c.Request.URL.RawQuery}
	for _, l := range chosenLabels(groups, c.QueryArray("label")) {
		code, err := parts.NewCodeView(l.Address)
		if err != nil {
			return err
		}
		body.Plain = append(body.Plain, plainLabel{l, code})
	}
	s.Render(c, http.StatusOK, "plain", frame.View{Title: "Labels to cut", Stage: "Seed", Body: body})
	return nil
}

func (s *Pages) labelsPDF(c *gin.Context) error {
	groups, err := s.allLabels(c)
	if err != nil {
		return err
	}
	start, err := strconv.Atoi(c.DefaultQuery("start", "1"))
	if err != nil {
		start = 1
	}
	var b bytes.Buffer
	labels := chosenLabels(groups, c.QueryArray("label"))
	if err := openformat.WriteLabels(&b, openformat.SheetNamed(c.Query("sheet")), start, labels); err != nil {
		return err
	}
	s.Download(c, "application/pdf", "labels.pdf", b.Bytes())
	return nil
}
