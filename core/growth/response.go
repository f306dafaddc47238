package growth

import "glebata/core/crop"

// response of growth to a temperature by its cardinal temperatures, °C: none up to
// base, rising straight to top at full, top up to falls, and falling straight to none
// at end. Published form (trapezoidal); the temperatures are a model.
type response struct {
	base, full, falls, end, top float64
	rise, fall                  float64 // for each °C
}

func trapezoid(base, full, falls, end, top float64) response {
	return response{base, full, falls, end, top, top / (full - base), top / (end - falls)}
}

// The responses of each crop: effective degrees of a day, and share of growth.
var (
	potatoDegrees = trapezoid(5, 18, 24, 32, 13)
	sweetDegrees  = trapezoid(12, 28, 32, 40, 16)
	potatoShare   = trapezoid(5, 15, 21, 30, 1)
	sweetShare    = trapezoid(12, 24, 30, 38, 1)
)

func degreeResponse(c crop.Crop) *response {
	if c == crop.SweetPotato {
		return &sweetDegrees
	}
	return &potatoDegrees
}

func shareResponse(c crop.Crop) *response {
	if c == crop.SweetPotato {
		return &sweetShare
	}
	return &potatoShare
}

// at a temperature, °C; 0 for none that is a number.
func (r *response) at(t float64) float64 {
	if !(t > r.base && t < r.end) {
		return 0
	}
	if t < r.full {
		return r.rise * (t - r.base)
	}
	if t <= r.falls {
		return r.top
	}
	return r.fall * (r.end - t)
}

// leaves of a plant that is mature at a thermal time.
type leaves struct {
	fade, gone float64 // thermal times, °C·days
	fall       float64 // share they lose a °C·day, from fade on
}

func newLeaves(need float64) leaves {
	l := leaves{fade: fadesFrom * need, gone: fadesTo * need}
	if l.gone > l.fade {
		l.fall = min(1, l.fade/canopyFull) / (l.gone - l.fade)
	}
	return l
}

// at a thermal time from being up, and as much of it as counts towards maturity, °C·days: share of
// the ground that they cover.
func (l *leaves) at(tt, ripe float64) float64 {
	if ripe > l.fade {
		return max(0, l.fall*(l.gone-ripe))
	}
	return max(0, min(1, tt*(1/canopyFull)))
}
