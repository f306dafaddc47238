// Package bags is what stands outside: a bag's page and its entries, its ladder, card and water, the terrace, labels, and what is put right.
package bags

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
		Digit: "4", Name: "Bags", Address: "/bags",
		List: "bags", Listed: []frame.Page{
			{To: "/bags", Name: "Bags", Says: "what you own, and what is in it"},
			{To: "/terrace", Name: "Terrace", Says: "where each bag stands, and its sun"},
		},
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/plantings/:id/leaf", s.Handle(s.leaf))
	r.GET("/plantings/:id/water", s.Handle(s.waterPage))
	r.GET("/ahead", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/") })
	r.GET("/plantings/:id/ladder", s.Handle(s.ladder))
	r.GET("/bags", s.Handle(s.bags))
	r.POST("/bags", s.Handle(s.addBags))
	r.POST("/models", s.Handle(s.addModel))
	r.GET("/models/:id/working/:figure", s.Handle(s.modelWorking))
	r.POST("/looked-after", s.Handle(s.lookAfter))
	r.GET("/looked-after", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/bags") })
	r.GET("/terrace", s.Handle(s.terrace))
	r.POST("/terrace", s.Handle(s.saveTerrace))
	r.GET("/terrace/working/:id", s.Handle(s.sunWorking))
	r.POST("/terrace/move", s.Handle(s.moveBag))
	r.GET("/terrace/move", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/terrace") })
	r.GET("/bags/:label", s.Handle(s.bag))
	r.GET("/find", s.Handle(s.find))
	r.GET("/correct", s.Handle(s.things))
	r.GET("/correct/:thing/:id", s.Handle(s.correct))
	r.POST("/correct/:thing/:id", s.Handle(s.saveCorrection))
	r.POST("/correct/:thing/:id/keep", s.Handle(s.retire))
	r.GET("/plantings/:id", s.Handle(s.planting))
	r.GET("/plantings/:id/card", s.Handle(s.card))
	r.GET("/plantings/:id/working/:figure", s.Handle(s.plantingWorking))
	r.POST("/plantings/:id/photo", s.Handle(s.addPhoto))
	r.GET("/photos/:id", s.Handle(s.photo))
	r.POST("/plantings/:id/:doing", s.Handle(s.record))
	// The addresses that forms are sent to lead back when they are opened.
	r.GET("/plantings/:id/:doing", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plantings/"+c.Param("id")) })
	r.GET("/models", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/bags") })
	r.GET("/varieties", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plan") })
	r.POST("/entries/:id/undo", s.Handle(s.undo))
	r.GET("/entries", s.Handle(s.many))
	r.POST("/entries", s.Handle(s.saveMany))
	r.POST("/entries/undo", s.Handle(s.undoMany))
	r.GET("/read/:what", s.Handle(s.read))
	r.GET("/seed/nursery/water/:id", s.Handle(s.potWorking))
	r.GET("/labels", s.Handle(s.labels))
	r.GET("/labels/plain", s.Handle(s.plainLabels))
	r.GET("/labels.pdf", s.Handle(s.labelsPDF))
}
