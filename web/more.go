package web

import (
	"net/http"

	"github.com/gin-gonic/gin"
)

// moreGroup are pages that have no place of their own in the bar of a phone.
type moreGroup struct {
	Name  string
	Pages []morePage
}

type morePage struct{ To, Name, Says string }

var morePages = []moreGroup{
	{"Plan", []morePage{
		{"/ask", "One question", "how much goes into a bag, with nothing kept"},
		{"/plan", "Plan a bag", "how many, how deep, how many litres"},
		{"/plan/proposal", "How much", "bags and seed for the people who eat from them"},
		{"/plan/design", "Which bag", "sizes and numbers held against each other"},
		{"/plan/season", "The season", "every bag's dates on one sheet"},
		{"/plan/outlook", "Outlook", "what may be ready, week by week"},
		{"/plan/succession", "One after another", "batches through the season"},
		{"/plan/medium", "Medium and feed", "mixes, products and doses"},
		{"/plan/shopping", "Shopping", "sacks to buy, ticked off with a thumb"},
	}},
	{"At the bags", []morePage{
		{"/walk", "The walk", "what each bag wants, in walking order"},
		{"/entries", "One entry for many bags", "watered, fed, covered, seen"},
		{"/terrace", "Terrace", "where each bag stands, and its sun"},
		{"/labels", "Labels", "for bags and trays, with their codes"},
	}},
	{"Records", []morePage{
		{"/weather", "Weather", "days measured and days taken as usual"},
		{"/compare/bring", "Past seasons", "from a notebook or a sheet"},
		{"/correct", "Put right", "kinds, bags, varieties, lots, plans"},
		{"/site", "Site", "climate, frosts, shelter, units and money"},
		{"/guide", "Guide", "words, cautions and where the rules come from"},
	}},
}

// more is all that the bar of a phone has no room for.
func (s *Site) more(c *gin.Context) error {
	s.render(c, http.StatusOK, "more", view{Title: "More", Stage: "More", Body: morePages})
	return nil
}
