// Package guide is words, cautions and where the rules come from.
package guide

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
		Digit: "9", Name: "Guide", Address: "/guide",
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/guide", s.guide)
	r.GET("/guide/:key", s.Handle(s.term))
}
