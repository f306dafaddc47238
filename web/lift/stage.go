// Package lift is what lifts first, and weighing in.
package lift

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
		Digit: "5", Name: "Lift", Address: "/lift",
		List: "lift", Listed: []frame.Page{
			{To: "/lift", Name: "What lifts", Says: "which bag lifts first, and why"},
			{To: "/lift/pool", Name: "One bin", Says: "of several bags, shared out"},
			{To: "/lift/paper", Name: "Sheet of paper", Says: "a list typed as it stands"},
			{To: "/harvest-sheet", Name: "Harvest sheet", Says: "to print and write on in the shed"},
		},
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/plantings/:id/sheet", s.Handle(s.ticket))
	r.GET("/plantings/:id/sheet/:figure", s.Handle(s.ticketWorking))
	r.GET(frame.LiftAddress, s.Handle(s.liftPage))
	r.GET("/lift/working/:id/:figure", s.Handle(s.liftWorking))
	r.GET("/lift/enough", s.Handle(s.enoughWorking))
	r.GET("/lift/pool", s.Handle(s.poolPage))
	r.POST("/lift/pool", s.Handle(s.pool))
	r.POST("/lift/volunteers", s.Handle(s.strays))
	r.GET("/lift/paper", s.Handle(s.paperPage))
	r.POST("/lift/paper/read", s.Handle(s.readPaper))
	r.POST("/lift/paper", s.Handle(s.keepPaper))
	r.GET("/harvest-sheet", s.Handle(s.harvestSheet))
	r.GET("/plantings/:id/weigh", s.Handle(s.weighPage))
}
