package lift

import "glebata/web/frame"

// Pages of the stage.
type Pages struct{ *frame.Frame }

// At a frame.
func At(f *frame.Frame) *Pages { return &Pages{f} }
