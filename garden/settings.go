package garden

import (
	"context"

	"glebata/core/measure"
)

// Names of the settings that are kept.
const (
	unitsSetting  = "units"
	nipSetting    = "nip"    // whether the grower nips flowers: "yes" or not
	gardenSetting = "garden" // the name a garden's calendar entries carry
)

func (v *View) settings() (settings, error) {
	return v.m.settings.get(func() (s settings, err error) {
		name, err := v.r.Setting(v.ctx, unitsSetting)
		if err != nil {
			return s, err
		}
		s.units, _ = measure.SystemNamed(name)
		nips, err := v.r.Setting(v.ctx, nipSetting)
		if err != nil {
			return s, err
		}
		s.nips = nips == "yes"
		s.garden, err = v.r.Setting(v.ctx, gardenSetting)
		return s, err
	})
}

// Units the grower reads and writes in; metric until set.
func (v *View) Units() (measure.System, error) {
	s, err := v.settings()
	return s.units, err
}

// Nips reports whether the grower nips flowers; not until it was set.
func (v *View) Nips() (bool, error) {
	s, err := v.settings()
	return s.nips, err
}

// SetUnits keeps the style the grower reads and writes quantities in.
func (g *Garden) SetUnits(ctx context.Context, s measure.System) error {
	return g.store.Update(ctx, func(w Writer) error { return w.SetSetting(ctx, unitsSetting, s.String()) })
}

// SetNips keeps whether the grower nips flowers.
func (g *Garden) SetNips(ctx context.Context, nips bool) error {
	value := "no"
	if nips {
		value = "yes"
	}
	return g.store.Update(ctx, func(w Writer) error { return w.SetSetting(ctx, nipSetting, value) })
}
