// Package today is what is to be done now: the walk, tonight's frost, water, what is overdue.
package today

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
		Digit: "1", Name: "Today", Address: "/",
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/", s.Handle(s.today))
	r.GET("/today/working/mix", s.Handle(s.mixWorking))
	r.GET("/today/working/water", s.Handle(s.waterSumWorking))
	r.GET("/tonight/working/:id/:lead", s.Handle(s.frostWorking("bag")))
	r.GET("/tonight/pots/:id/:lead", s.Handle(s.frostWorking("pot")))
	r.GET("/walk", s.Handle(s.walkPage))
	r.POST("/walk", s.Handle(s.tick))
	r.GET(frame.OverdueAddress, s.Handle(s.overdue))
	r.POST(frame.OverdueAddress, s.Handle(s.answerOverdue))
	r.POST("/ahead", s.Handle(s.tickAhead))
	r.GET(frame.TonightAddress, s.Handle(s.tonight))
	r.GET("/tonight/room/:shelter/:lead", s.Handle(s.roomWorking))
	r.POST(frame.TonightAddress, s.Handle(s.protectTonight))
	r.POST("/tonight/blight", s.Handle(s.lookedForBlight))
	r.POST("/water", s.Handle(s.watered))
	r.GET("/water", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/") })
	r.GET("/water/away", s.Handle(s.away))
	r.GET("/plantings/:id/later/:job", s.Handle(s.later))
	r.POST("/plantings/:id/later/:job", s.Handle(s.putOff))
	r.POST("/tonight/heard", s.Handle(s.heardNight))
	r.GET("/tonight/heard", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, frame.TonightAddress) })
}
