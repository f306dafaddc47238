package web

import (
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"
)

// sitePage is a page as lists of pages name it.
type sitePage struct{ To, Name, Says string }

// pagesOf the stages that have several, in the order they are worked through.
var pagesOf = map[string][]sitePage{
	"plan": {
		{"/plan", "A bag", "how many, how deep, how many litres"},
		{manyPlansAddress, "Many bags", "a list as it stands on paper: R1–R12, three each"},
		{"/plan/proposal", "How much", "bags and seed for the people who eat from them"},
		{"/plan/design", "Which bag", "sizes and numbers compared"},
		{"/plan/season", "The season", "every bag's dates on one sheet"},
		{"/plan/outlook", "Outlook", "what may come out of the bags, week by week"},
		{"/plan/succession", "One after another", "batches through the season"},
		{"/plan/medium", "Medium and feed", "mixes, products and doses"},
		{"/plan/shopping", "Shopping", "sacks to buy, ticked off with a thumb"},
	},
	"seed": {
		{"/seed", "Bench", "lots and trays, chitting"},
		{"/seed/allot", "Seed to bags", "which piece goes where"},
		{"/seed/nursery", "Pots and slips", "grown on, and slips from a root"},
		{"/labels", "Labels", "for bags, trays and pots, with their codes"},
	},
	"bags": {
		{"/bags", "Bags", "what you own, and what is in it"},
		{"/terrace", "Terrace", "where each bag stands, and its sun"},
	},
	"lift": {
		{"/lift", "What lifts", "which bag lifts first, and why"},
		{"/lift/pool", "One bin", "of several bags, shared out"},
		{"/lift/paper", "Sheet of paper", "a list typed as it stands"},
		{"/harvest-sheet", "Harvest sheet", "to print and write on in the shed"},
	},
	"compare": {
		{"/compare", "Bags", "what each bag gave, and what that shows"},
		{"/compare/trials", "Trials", "a question, bags put to arms by chance, and its answer"},
		{"/compare/poor", "Poor bags", "why some gave less than was expected"},
		{"/compare/seasons", "Seasons", "each season and variety looked back on, for the fridge door"},
		{"/compare/money", "Money", "what a kilogram cost, and when the outlay is paid back"},
		{"/compare/bring", "Past seasons", "from a notebook or a sheet"},
		{"/compare/others", "Other gardens", "harvests of others, to learn from"},
	},
	"site": {
		{"/site", "Site", "climate, frosts, shelter, units and money"},
		{"/weather", "Weather", "days measured and days taken as usual"},
	},
}

// pageGroup are pages under one heading.
type pageGroup struct {
	Name  string
	Pages []sitePage
}

// more is all that the bar of a phone has no room for.
func (s *Site) more(c *gin.Context) error {
	s.render(c, http.StatusOK, "more", view{Title: "More", Stage: "More", Body: []pageGroup{
		{"Plan", slices.Concat([]sitePage{{"/ask", "One question", "how much goes into a bag, with nothing kept"}}, pagesOf["plan"])},
		{"At the bags", slices.Concat([]sitePage{{"/walk", "The walk", "what each bag wants, in walking order"}, {"/tonight", "Tonight", "frost ahead, and what must come in"}, {"/water/away", "Away", "who waters what while you are away, to print"}, {"/entries", "One entry for many bags", "watered, fed, covered, seen"}}, pagesOf["bags"][1:], pagesOf["lift"][1:])},
		{"Seed", pagesOf["seed"][1:]},
		{"Records and site", slices.Concat(pagesOf["site"], []sitePage{
			{"/compare", "Compare", "what each bag gave for its seed"},
			{"/correct", "Put right", "kinds, bags, varieties, lots, plans"},
			{"/guide", "Guide", "words, cautions and where the rules come from"},
		})},
	}})
	return nil
}
