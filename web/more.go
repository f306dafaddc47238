package web

import (
	"embed"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/web/frame"
)

//go:embed templates
var templates embed.FS

// pageGroup are pages under one heading.
type pageGroup struct {
	Name  string
	Pages []frame.Page
}

// more is the page of all that the bar of a phone has no room for.
func more(f *frame.Frame) frame.Stage {
	return frame.Stage{Name: "More", Address: "/more", Templates: templates, Routes: func(r *gin.RouterGroup) {
		r.GET("/more", f.Handle(func(c *gin.Context) error {
			f.Render(c, http.StatusOK, "more", frame.View{Title: "More", Stage: "More", Body: groups(f)})
			return nil
		}))
	}}
}

func groups(f *frame.Frame) []pageGroup {
	return []pageGroup{
		{"Plan", slices.Concat([]frame.Page{{To: "/ask", Name: "One question", Says: "how much goes into a bag, with nothing kept"}}, f.Listed("plan"))},
		{"At the bags", slices.Concat([]frame.Page{
			{To: "/walk", Name: "The walk", Says: "what each bag wants, in walking order"},
			{To: "/tonight", Name: "Tonight", Says: "frost ahead, and what must come in"},
			{To: "/water/away", Name: "Away", Says: "who waters what while you are away, to print"},
			{To: "/entries", Name: "One entry for many bags", Says: "watered, fed, covered, seen"},
		}, f.Listed("bags")[1:], f.Listed("lift")[1:])},
		{"Seed", f.Listed("seed")[1:]},
		{"Records and site", slices.Concat(f.Listed("site"), []frame.Page{
			{To: "/compare", Name: "Compare", Says: "what each bag gave for its seed"},
			{To: "/correct", Name: "Put right", Says: "kinds, bags, varieties, lots, plans"},
			{To: "/guide", Name: "Guide", Says: "words, cautions and where the rules come from"},
		})},
	}
}
