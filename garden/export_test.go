package garden

import "glebata/garden/logbook"

// WatchReplays tells a test of each log that is replayed for a page.
func (g *Garden) WatchReplays(f func(logbook.ID)) { g.watchReplay = f }

// Reader that the view reads from.
func (v *View) Reader() Reader { return v.r }
