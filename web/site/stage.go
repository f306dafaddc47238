// Package site is where the garden lies: its climate, its weather.
package site

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
		Digit: "8", Name: "Site", Address: "/site",
		List: "site", Listed: []frame.Page{
			{To: "/site", Name: "Site", Says: "climate, frosts, shelter, units and money"},
			{To: "/weather", Name: "Weather", Says: "days measured and days taken as usual"},
		},
		Templates: templates, Routes: At(f).routes,
	}
}

// routes of the stage.
func (s *Pages) routes(r *gin.RouterGroup) {
	r.GET("/site", s.Handle(s.site))
	r.POST("/site", s.Handle(s.saveSite))
	r.GET("/site/working/:shelter", s.Handle(s.siteWorking))
	r.GET("/weather", s.Handle(s.weather))
	r.POST("/weather", s.Handle(s.importWeather))
	r.POST("/weather/typed", s.Handle(s.typeWeather))
	r.POST("/weather/month", s.Handle(s.typeMonth))
	r.GET("/weather/month", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.POST("/weather/rained", s.Handle(s.rained))
	r.GET("/weather/rained", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.GET("/weather/typed", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.POST("/weather/read", s.Handle(s.readWeather))
	r.GET("/weather/read", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.POST("/weather/imports/:id/undo", s.Handle(s.undoWeather))
	r.GET("/weather.csv", s.Handle(s.exportWeather))
}
