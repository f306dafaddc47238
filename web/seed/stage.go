// Package seed is lots and trays, seed to bags, pots and slips.
package seed

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
		Digit: "3", Name: "Seed", Address: "/seed",
		List: "seed", Listed: []frame.Page{
			{To: "/seed", Name: "Bench", Says: "lots and trays, chitting"},
			{To: "/seed/allot", Name: "Seed to bags", Says: "which piece goes where"},
			{To: "/seed/nursery", Name: "Pots and slips", Says: "grown on, and slips from a root"},
			{To: "/labels", Name: "Labels", Says: "for bags, trays and pots, with their codes"},
		},
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/seed", s.Handle(s.seedBench))
	r.POST("/seed/lots", s.Handle(s.addLot))
	r.POST("/seed/trays", s.Handle(s.addTray))
	r.GET("/seed/trays/:id", s.Handle(s.tray))
	r.POST("/seed/trays/:id/:doing", s.Handle(s.recordSeed))
	r.GET("/seed/trays/:id/:tuber/working/:figure", s.Handle(s.seedWorking))
	r.POST("/seed/entries/:id/undo", s.Handle(s.undoSeed))
	r.GET("/seed/allot", s.Handle(s.allot))
	r.POST("/seed/allot", s.Handle(s.confirmAllotment))
	r.GET("/seed/allot/working/spread", s.Handle(s.allotWorking))
	r.GET("/seed/nursery", s.Handle(s.nursery))
	r.POST("/seed/nursery/pots", s.Handle(s.startPot))
	r.POST("/seed/nursery/roots", s.Handle(s.startRoot))
	r.POST("/seed/nursery/:id/log", s.Handle(s.recordNursery))
	r.POST("/seed/nursery/entries/:id/undo", s.Handle(s.undoNursery))
	r.GET("/seed/nursery/working/:variety", s.Handle(s.slipsWorking))
	frame.LeadUp(r, "/seed/lots", "/seed/trays", "/seed/nursery/pots", "/seed/nursery/roots")
}
