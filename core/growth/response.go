package growth

import "glebata/core/crop"

// response of growth to a temperature by its cardinal temperatures, °C: none up to
// base, rising straight to top at full, top up to falls, and falling straight to none
// at end. Published form (trapezoidal); the temperatures are a model.
type response struct{ base, full, falls, end, top float64 }

// The responses of each crop: effective degrees of a day, and share of growth.
var (
	potatoDegrees = response{5, 18, 24, 32, 13}
	sweetDegrees  = response{12, 28, 32, 40, 16}
	potatoShare   = response{5, 15, 21, 30, 1}
	sweetShare    = response{12, 24, 30, 38, 1}
)

func degreesOf(c crop.Crop) *response {
	if c == crop.SweetPotato {
		return &sweetDegrees
	}
	return &potatoDegrees
}

func shareOf(c crop.Crop) *response {
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
		return r.top * (t - r.base) / (r.full - r.base)
	}
	if t <= r.falls {
		return r.top
	}
	return r.top * (r.end - t) / (r.end - r.falls)
}

// leaves of a plant that is mature at a thermal time.
type leaves struct {
	fade, gone float64 // thermal times, °C·days
	full       float64 // share where they begin to fade
}

func leavesOf(need float64) leaves {
	return leaves{fadesFrom * need, fadesTo * need, min(1, fadesFrom*need/canopyFull)}
}

// at a thermal time from being up, °C·days: share of the ground that they cover.
func (l *leaves) at(tt float64) float64 {
	if tt > l.fade {
		return max(0, l.full*(l.gone-tt)/(l.gone-l.fade))
	}
	return max(0, min(1, tt/canopyFull))
}
