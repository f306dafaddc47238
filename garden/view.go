package garden

import (
	"context"

	"glebata/core/measure"
)

// View is one moment of the garden as one page sees it, on a day: all that a page shows
// follows from one revision of the file, of which it holds nothing. Each log is replayed at most once.
// It is for one goroutine. Change nothing that it gives: what was worked out is shared by pages.
type View struct {
	g     *Garden
	ctx   context.Context
	today measure.Day
	r     Reader
	m     *moment
}

// Look at the garden on a day. What is kept is read before Look returns.
func (g *Garden) Look(ctx context.Context, today measure.Day) (*View, error) {
	m, err := g.moments.now(ctx, g.store)
	if err != nil {
		return nil, err
	}
	return &View{g: g, ctx: ctx, today: today, r: m.file, m: m}, nil
}

// within a write: what it has written is seen, and nothing is shared.
func (g *Garden) within(ctx context.Context, w Writer, today measure.Day) *View {
	return &View{g: g, ctx: ctx, today: today, r: w, m: &moment{}}
}

// Today of the view.
func (v *View) Today() measure.Day { return v.today }
