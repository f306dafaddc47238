package garden

import (
	"context"

	"glebata/core/climate"
	"glebata/garden/logbook"
)

// SaveSite keeps the site. Safe to repeat.
func (g *Garden) SaveSite(ctx context.Context, s logbook.Site, a Request, settings ...Setting) error {
	_, err := g.idempotent(ctx, a.Key, []any{s, settings}, func(w Writer) (logbook.ID, error) {
		if err := s.Check(); err != nil {
			return 0, err
		}
		if err := keepSettings(ctx, w, settings); err != nil {
			return 0, err
		}
		return 1, w.SetSite(ctx, s)
	})
	return err
}

// Site of the garden; known is false until the grower has saved one, and the
// site is then that of the first preset.
func (v *View) Site() (s logbook.Site, known bool, err error) {
	got, err := v.m.site.get(func() (siteKnown, error) {
		s, known, err := v.r.Site(v.ctx)
		if err == nil && !known {
			s = logbook.NewSite(climate.Presets()[0])
		}
		return siteKnown{s, known}, err
	})
	return got.site, got.known, err
}

// normals of the site's weather.
func (v *View) normals() (logbook.Site, *climate.Normals, error) {
	s, _, err := v.Site()
	if err != nil {
		return s, nil, err
	}
	n, err := v.m.normals.get(func() (*climate.Normals, error) { return s.Normals() })
	return s, n, err
}
