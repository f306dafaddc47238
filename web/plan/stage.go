// Package plan is what comes before planting: bags and numbers, the season, medium, shopping, what may come of it.
package plan

import (
	"embed"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/web/frame"
)

//go:embed templates
var templates embed.FS

// Stage as it registers itself.
func Stage(f *frame.Frame) frame.Stage {
	return frame.Stage{
		Digit: "2", Name: "Plan", Address: "/plan",
		List: "plan", Listed: []frame.Page{
			{To: "/plan", Name: "A bag", Says: "how many, how deep, how many litres"},
			{To: frame.ManyPlansAddress, Name: "Many bags", Says: "a list as it stands on paper: R1–R12, three each"},
			{To: "/plan/proposal", Name: "How much", Says: "bags and seed for the people who eat from them"},
			{To: "/plan/design", Name: "Which bag", Says: "sizes and numbers compared"},
			{To: "/plan/season", Name: "The season", Says: "every bag's dates on one sheet"},
			{To: "/plan/outlook", Name: "Outlook", Says: "what may come out of the bags, week by week"},
			{To: "/plan/succession", Name: "One after another", Says: "batches through the season"},
			{To: "/plan/medium", Name: "Medium and feed", Says: "mixes, products and doses"},
			{To: "/plan/shopping", Name: "Shopping", Says: "sacks to buy, ticked off with a thumb"},
		},
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/plan", s.Handle(s.plan))
	r.POST("/plan", s.Handle(s.savePlan))
	r.GET("/plan/working/:figure", s.Handle(s.planWorking))
	r.GET(frame.ManyPlansAddress, s.Handle(s.manyPlans))
	r.POST(frame.ManyPlansAddress, s.Handle(s.savePlans))
	r.POST("/plan/many/read", s.Handle(s.readPlans))
	r.POST("/plan/many/undo", s.Handle(s.undoPlans))
	r.GET("/plan/design", s.Handle(s.design))
	r.GET("/plan/design/working/:figure", s.Handle(s.designWorking))
	r.GET("/plan/proposal", s.Handle(s.proposal))
	r.POST("/plan/proposal", s.Handle(s.planProposed))
	r.GET("/plan/shopping", s.Handle(s.shopping))
	r.GET("/plan/shopping.csv", s.Handle(s.shoppingCSV))
	r.POST("/plan/shopping/products", s.Handle(s.addProduct))
	r.GET("/plan/outlook", s.Handle(s.outlook))
	r.GET("/plan/medium", s.Handle(s.medium))
	r.POST("/plan/medium/mixes", s.Handle(s.addMix))
	r.POST("/plan/medium/components", s.Handle(s.setComponent))
	r.POST("/plan/medium/handful", s.Handle(s.setHandful))
	r.GET("/plantings/:id/feed", s.Handle(s.feedWorking))
	r.POST("/plan/shopping/stock", s.Handle(s.stock))
	r.POST("/plan/shopping/entries/:id/undo", s.Handle(s.undoStock))
	r.GET("/plan/season", s.Handle(s.season))
	r.POST("/plan/season/:id", s.Handle(s.saveTiming))
	r.GET("/plan/season/:id", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plan/season?line="+c.Param("id")) })
	r.GET("/plan/succession", s.Handle(s.succession))
	r.GET("/calendar.ics", s.Handle(s.feed))
	r.GET("/plantings/:id/timing/:figure", s.Handle(s.timingWorking))
	r.POST("/varieties", s.Handle(s.addVariety))
	r.GET("/ask", s.Handle(s.ask))
	r.GET("/ask/working/:figure", s.Handle(s.askWorking))
	r.POST("/ask/keep", s.Handle(s.keepFirst))
	r.GET("/ask/keep", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/ask") })
	frame.LeadUp(r, "/plan/many/read", "/plan/many/undo", "/plan/shopping/products", "/plan/medium/mixes", "/plan/medium/components", "/plan/medium/handful", "/plan/shopping/stock")
}
