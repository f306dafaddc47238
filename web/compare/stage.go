// Package compare is looking back: comparisons, trials, poor bags, seasons, money, what others harvested.
package compare

import (
	"embed"

	"github.com/gin-gonic/gin"

	"glebata/web/frame"
)

//go:embed templates
var templates embed.FS

// Stage as it registers itself.
func Stage(f *frame.Frame) frame.Stage {
	return frame.Stage{
		Digit: "7", Name: "Compare", Address: "/compare",
		List: "compare", Listed: []frame.Page{
			{To: "/compare", Name: "Bags", Says: "what each bag gave, and what that shows"},
			{To: "/compare/trials", Name: "Trials", Says: "a question, bags put to arms by chance, and its answer"},
			{To: "/compare/poor", Name: "Poor bags", Says: "why some gave less than was expected"},
			{To: "/compare/seasons", Name: "Seasons", Says: "each season and variety looked back on, for the fridge door"},
			{To: "/compare/money", Name: "Money", Says: "what a kilogram cost, and when the outlay is paid back"},
			{To: "/compare/bring", Name: "Past seasons", Says: "from a notebook or a sheet"},
			{To: "/compare/others", Name: "Other gardens", Says: "harvests of others, to learn from"},
		},
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/compare/bring", s.Handle(s.bring))
	r.POST("/compare/bring", s.Handle(s.keepNotebook))
	r.POST("/compare/bring/read", s.Handle(s.readNotebook))
	r.GET("/compare/others", s.Handle(s.others))
	r.POST("/compare/others", s.Handle(s.takeIn))
	r.GET("/compare/others/working/:pair/:figure", s.Handle(s.jointWorking))
	r.POST("/compare/others/leave", s.Handle(s.leaveOut))
	r.GET("/compare", s.Handle(s.compare))
	r.GET("/compare.csv", s.Handle(s.compareCSV))
	r.GET("/compare/seasons", s.Handle(s.seasons))
	r.GET("/compare/seasons/working/:figure", s.Handle(s.seasonWorking))
	r.GET("/compare/money", s.Handle(s.money))
	r.POST("/compare/money", s.Handle(s.setPrices))
	r.GET("/compare/money/working/:figure", s.Handle(s.moneyWorking))
	r.GET("/compare/poor", s.Handle(s.poor))
	r.GET("/plantings/:id/why", s.Handle(s.why))
	r.GET("/plantings/:id/why/:figure", s.Handle(s.whyWorking))
	r.GET("/compare/trials", s.Handle(s.trials))
	r.POST("/compare/trials", s.Handle(s.layTrial))
	r.GET("/compare/trials/working/power", s.Handle(s.powerWorking))
	r.GET("/compare/trials/working/vary", s.Handle(s.varyWorking))
	r.GET("/compare/trials/:id", s.Handle(s.trialSheet))
	r.GET("/compare/trials/:id/working/:figure", s.Handle(s.trialWorking))
	r.POST("/compare/trials/:id/:doing", s.Handle(s.dropTrial))
	r.GET("/compare/working/:figure", s.Handle(s.compareWorking))
}
