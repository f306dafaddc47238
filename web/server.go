// Package web is the site: it lists the stages of the year, each of which registers itself with the frame
// that all of them stand in.
package web

import (
	"embed"
	"net/http"

	"glebata/garden"
	"glebata/web/bags"
	"glebata/web/compare"
	"glebata/web/frame"
	"glebata/web/guide"
	"glebata/web/lift"
	"glebata/web/plan"
	"glebata/web/seed"
	"glebata/web/site"
	"glebata/web/today"
)

//go:embed static
var static embed.FS

// New makes the handler of all pages. Devices are stand-ins, nil where there are none. It fails only when
// the embedded files are broken.
func New(g *garden.Garden, clock frame.Clock, devices frame.Devices, o frame.Options) (http.Handler, error) {
	f, err := frame.New(g, clock, devices, static)
	if err != nil {
		return nil, err
	}
	return f.Handler(o, plan.At(f).Question,
		today.Stage(f), plan.Stage(f), seed.Stage(f), bags.Stage(f), lift.Stage(f), compare.Stage(f), site.Stage(f), guide.Stage(f), more(f))
}
