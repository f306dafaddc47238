package frame

import (
	"html/template"
	"io/fs"

	"github.com/gin-gonic/gin"
	lru "github.com/hashicorp/golang-lru/v2"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/web/form"
)

// Clock tells the day. The program has one.
type Clock interface {
	Today() measure.Day
}

// Stepper is a pinned clock that can be moved on, as the demo's is.
type Stepper interface {
	Clock
	Step(days int)
}

// Devices are stand-ins for a kitchen scale, a moisture probe and a soil thermometer.
type Devices interface {
	// Reading of the n-th thing put on the scale.
	Reading(n int) measure.Mass
	// Moisture in %, the n-th time, where a share theta of the available water is left.
	Moisture(theta float64, n int) float64
	// Gross of the n-th container of tubers on the scale, read the k-th time, where so much was
	// expected.
	Gross(expected measure.Mass, n, k int) measure.Mass
	// Tare of the n-th empty container on it, read the k-th time.
	Tare(n, k int) measure.Mass
	// Medium's warmth, the n-th time, where it has so many °C.
	Medium(at measure.Temperature, n int) measure.Temperature
}

// Frame is what all stages have in common: the garden, the day, and how requests are read and answered. Make
// it with New.
type Frame struct {
	Garden  *garden.Garden
	Clock   Clock
	Devices Devices // nil where there are none

	assets  *assets
	pages   *pages
	flashes flashes
	stages  []Stage
	ask     Question
}

// Question is the form that comes first, for pages that have nothing to show yet.
type Question func(*gin.Context, *garden.View) (form.Form, error)

// pages are the parsed templates: the layout and the parts once, and the main block of
// each page under a name of its own.
type pages struct{ set *template.Template }

// flashes are messages that a page says once after a form was kept. The address
// carries only their code, so that nobody can put words on a page by a link.
type flashes struct{ held *lru.Cache[string, string] }

// Stage of the year's work, as it registers itself: what stands in the strip across the top, its pages in
// the order they are worked through, the templates that they are made of, and the addresses it answers.
type Stage struct {
	Digit, Name, Address string // the digit that opens it
	List                 string // that its pages are listed under; empty where it has one
	Listed               []Page
	Templates            fs.FS // with one main block a file, in its folder templates
	Routes               func(*gin.RouterGroup)
}

// Page is one as lists of pages name it.
type Page struct{ To, Name, Says string }
