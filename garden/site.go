package garden

import (
	"context"

	"glebata/garden/logbook"
)

// SaveSite keeps the site. Safe to repeat.
func (g *Garden) SaveSite(ctx context.Context, s logbook.Site, a Request) error {
	_, err := g.idempotent(ctx, a.Key, s, func(w Writer) (logbook.ID, error) {
		if err := s.Check(); err != nil {
			return 0, err
		}
		return 1, w.SetSite(ctx, s)
	})
	return err
}
