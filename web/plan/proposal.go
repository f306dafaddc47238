package plan

import (
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
)

type proposalBody struct {
	Form    form.Form
	P       forecast.Proposal
	Weeks   draw.OnBoth[draw.Weeks]
	Bags    []proposedLine
	Planned int // bags that would be planned
	Gives   []string
	Key     string
	Ran     bool
	Cost    string
	Error   string
	Missing bool
}

// proposedLine is one bag of a proposal with the varieties it may be given.
type proposedLine struct {
	forecast.ProposedBag
	Options []form.Option
}

// seasonToFill is the one of a year while more than a quarter of the bags are free in it, else
// the next.
func seasonToFill(cat garden.Catalogue, year int) int {
	free := 0
	for _, b := range cat.Bags {
		if !cat.TakenIn(b.ID, year) {
			free++
		}
	}
	if 4*free > len(cat.Bags) || len(cat.Bags) == 0 {
		return year
	}
	return year + 1
}

// readProposal reads what is wanted; what is left empty is usual for a household.
func readProposal(r *frame.Reading, cat garden.Catalogue, today measure.Day, site *logbook.Site) forecast.ProposalRequest {
	ask := forecast.ProposalRequest{Year: seasonToFill(cat, site.SeasonToPlant(today)), People: 2, Meals: 4, Each: forecast.PerMeal, LiftAlone: r.Text("alone") == "yes", AnySeed: r.Text("seed") == "plenty"}
	if r.Text("year") != "" {
		ask.Year = r.Count("year")
	}
	// Seed of a season to come is not on the bench yet.
	ask.AnySeed = ask.AnySeed || r.Text("seed") == "" && ask.Year > site.SeasonOn(today)
	ask.From, ask.Until = measure.Date(ask.Year, 7, 1), measure.Date(ask.Year+1, 3, 1)
	if site.South() {
		ask.From, ask.Until = measure.Date(ask.Year+1, 1, 1), measure.Date(ask.Year+1, 9, 1)
	}
	ask.From = max(ask.From, today)
	for field, to := range map[string]*int{"people": &ask.People, "meals": &ask.Meals} {
		if r.Text(field) != "" {
			*to = r.Count(field)
		}
	}
	if r.Text("each") != "" {
		ask.Each = r.Mass("each", r.Units.MassUnit())
	}
	if r.Text("from") != "" {
		ask.From = r.Day("from")
	}
	if r.Text("until") != "" {
		ask.Until = r.Day("until")
	}
	if r.Text("litres") != "" {
		ask.Litres = r.Volume("litres")
	}
	ask.Budget = r.Cents("budget")
	ask.ByHand = map[logbook.ID]logbook.ID{}
	for _, b := range cat.Bags {
		if text := r.Text(fmt.Sprintf("bag-%d", b.ID)); text != "" {
			if id, err := strconv.ParseInt(text, 10, 64); err == nil && id >= 0 {
				ask.ByHand[b.ID] = logbook.ID(id)
			}
		}
	}
	return ask
}

func (s *Pages) proposal(c *gin.Context) error { return s.proposalPage(c, http.StatusOK, nil) }

func (s *Pages) proposalPage(c *gin.Context, status int, refused logbook.Faults) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	today := look.Today()
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	body := proposalBody{Key: form.NewKey(), Missing: len(cat.Bags) == 0 || len(cat.Varieties) == 0}
	ask := readProposal(&r, cat, today, &site)
	t := form.Sent{Form: "proposal", Values: r.Values, Units: r.Units}
	if r.Faults == nil && !body.Missing {
		body.P, err = look.Propose(ask)
		if err := r.Refused(err); err != nil {
			return err
		}
	}
	t.Faults = append(r.Faults, refused...)
	body.Form = t.Fill(proposalForm(ask, r.Units))
	for _, f := range refused {
		body.Error += f.Says.In(r.Units) + " "
	}
	if r.Faults == nil && !body.Missing {
		body.tell(r.Units)
	}
	s.Render(c, status, "proposal", frame.View{Title: "How much", Stage: "Plan", Body: body})
	return nil
}

func (b *proposalBody) tell(sys measure.System) {
	b.Ran = true
	b.Weeks = draw.Both(func(p draw.Paper) draw.Weeks { return draw.NewWeeks(b.P.Weeks, sys, p) })
	b.Cost = sys.Money(measure.Money(b.P.Cost), 2)
	for _, pb := range b.P.Bags {
		l := proposedLine{ProposedBag: pb, Options: []form.Option{{Value: "", Name: "as proposed"}, {Value: "0", Name: "leave empty", Chosen: pb.ByHand && pb.Variety.ID == 0}}}
		for _, seed := range b.P.Seeds {
			l.Options = append(l.Options, form.Option{Value: fmt.Sprint(seed.Variety.ID), Name: seed.Variety.Name, Chosen: pb.ByHand && pb.Variety.ID == seed.Variety.ID})
		}
		b.Bags = append(b.Bags, l)
		if pb.Variety.ID != 0 {
			b.Planned++
			b.Gives = append(b.Gives, fmt.Sprintf("%d:%d", pb.Bag.ID, pb.Variety.ID))
		}
	}
}

func proposalForm(ask forecast.ProposalRequest, sys measure.System) form.Form {
	yesNo := func(yes, no, value string) []form.Option {
		return []form.Option{{Value: "no", Name: no}, {Value: value, Name: yes}}
	}
	alone, seed := "no", "no"
	if ask.LiftAlone {
		alone = "yes"
	}
	if ask.AnySeed {
		seed = "plenty"
	}
	return form.Form{Name: "proposal", Action: "/plan/proposal", Button: "Propose", Fields: []form.Field{
		{Name: "people", Label: "For how many", Kind: "count", Unit: "people", Value: strconv.Itoa(ask.People)},
		{Name: "meals", Label: "Meals with potatoes", Kind: "count", Unit: "a week", Value: strconv.Itoa(ask.Meals)},
		{Name: "each", Label: "A person eats", Kind: "quantity", Unit: string(sys.MassUnit()), Value: sys.Edit(ask.Each)},
		{Name: "from", Label: "From", Kind: "day", Value: ask.From.ISO()},
		{Name: "until", Label: "until", Kind: "day", Value: ask.Until.ISO()},
		{Name: "seed", Label: "Seed", Kind: "choice", Value: seed, Options: yesNo("in plenty, still to be bought", "what is free on the bench", "plenty")},
		{Name: "alone", Label: "Bags", Kind: "choice", Value: alone, Options: yesNo("that I lift alone", "all that are free", "yes")},
		{Name: "litres", Label: "Medium at the most", Kind: "quantity", Unit: string(sys.VolumeUnit()), Hint: "Loose; empty for no limit"},
		{Name: "budget", Label: "Money for it at the most", Kind: "text", Hint: "Empty for no limit"},
		{Name: "year", Label: "Season", Kind: "count", Value: strconv.Itoa(ask.Year)},
	}}
}

// planProposed plans what was proposed.
func (s *Pages) planProposed(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	bags := map[logbook.ID]logbook.ID{}
	for _, text := range r.Values["give"] {
		bagText, varietyText, _ := strings.Cut(text, ":")
		b, err1 := strconv.ParseInt(bagText, 10, 64)
		v, err2 := strconv.ParseInt(varietyText, 10, 64)
		if err1 != nil || err2 != nil {
			r.Faults.Add("", "This form came incomplete: open its page again and send it from there.")
			break
		}
		bags[logbook.ID(b)] = logbook.ID(v)
	}
	n := 0
	kept, err := r.Keep(func() (err error) {
		n, err = s.Garden.PlanProposed(c.Request.Context(), r.Count("planyear"), bags, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.proposalPage(c, http.StatusUnprocessableEntity, r.Faults)
	}
	said := fmt.Sprintf("%d bags are planned.", n)
	if n == 1 {
		said = "1 bag is planned."
	}
	return s.RedirectWithFlash(c, "/plan/season", said)
}
