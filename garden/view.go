package garden

import (
	"context"

	"glebata/core/measure"
)

// View is one moment of the garden as one page sees it: all that a page shows is read
// in one transaction, and each log is replayed at most once. It is for one goroutine.
// Close it, and change nothing that it gives: what was read is shared by pages while
// nothing is written.
type View struct {
	g     *Garden
	ctx   context.Context
	today measure.Day
	r     Reader
	end   func()
	m     *moment
}

// Look at the garden on a day.
func (g *Garden) Look(ctx context.Context, today measure.Day) (*View, error) {
	r, end, err := g.store.Read(ctx)
	if err != nil {
		return nil, err
	}
	n, err := r.Revision(ctx)
	if err != nil {
		end()
		return nil, err
	}
	return &View{g: g, ctx: ctx, today: today, r: r, end: end, m: g.moments.at(n)}, nil
}

// within a write: what it has written is seen, and nothing is shared.
func (g *Garden) within(ctx context.Context, w Writer, today measure.Day) *View {
	return &View{g: g, ctx: ctx, today: today, r: w, m: &moment{}}
}

// Close ends the transaction. Once closed, only what was read before can be had.
func (v *View) Close() {
	if v.end != nil {
		v.end()
		v.end = nil
	}
}

// Today of the view.
func (v *View) Today() measure.Day { return v.today }
