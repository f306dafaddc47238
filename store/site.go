package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

func (r *reader) Site(ctx context.Context) (s logbook.Site, known bool, err error) {
	err = r.each(ctx, func(rows *sqlx.Rows) error {
		var risk, lift, heated float64
		known = true
		err := rows.Scan(&s.Name, &s.Climate, &s.Latitude, &s.Last, &s.First, &s.LastSD, &s.FirstSD, &risk, &lift, &heated, &s.Lamp.Hours, &s.Lamp.Micromoles)
		s.Risk, s.LiftLimit, s.Heated = climate.RiskTolerance(risk), measure.Mass(lift), measure.Temperature(heated)
		return err
	}, `SELECT name, climate, latitude, last_frost, first_frost, last_sd, first_sd, risk, lift_limit_g, heated_c, lamp_hours, lamp_umol FROM site`)
	if err != nil || !known {
		return s, known, err
	}
	err = r.each(ctx, func(rows *sqlx.Rows) error {
		var month int
		var tmin, tmax, rain, floor float64
		var shelter string
		if err := rows.Scan(&month, &tmin, &tmax, &rain, &shelter, &floor); err != nil {
			return err
		}
		if month == 0 {
			s.Shelters = append(s.Shelters, climate.Shelter(shelter))
			if floor > 0 {
				if s.Floors == nil {
					s.Floors = map[climate.Shelter]measure.Area{}
				}
				s.Floors[climate.Shelter(shelter)] = measure.Area(floor)
			}
		} else {
			s.Monthly.Min[month-1], s.Monthly.Max[month-1], s.Monthly.Rain[month-1] = tmin, tmax, rain
		}
		return nil
	}, `SELECT month, tmin, tmax, rain, '', 0 FROM site_month UNION ALL SELECT 0, 0, 0, 0, shelter, floor_m2 FROM site_shelter ORDER BY 5`)
	return s, known, err
}

func (w *writer) SetSite(ctx context.Context, s logbook.Site) error {
	_, err := w.add(ctx,
		`INSERT INTO site (id, name, climate, latitude, last_frost, first_frost, last_sd, first_sd, risk, lift_limit_g, heated_c, lamp_hours, lamp_umol)
		 VALUES (1, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
		 ON CONFLICT (id) DO UPDATE SET name = excluded.name, climate = excluded.climate, latitude = excluded.latitude,
		   last_frost = excluded.last_frost, first_frost = excluded.first_frost, last_sd = excluded.last_sd,
		   first_sd = excluded.first_sd, risk = excluded.risk, lift_limit_g = excluded.lift_limit_g,
		   heated_c = excluded.heated_c, lamp_hours = excluded.lamp_hours, lamp_umol = excluded.lamp_umol`,
		s.Name, s.Climate, s.Latitude, s.Last, s.First, s.LastSD, s.FirstSD, float64(s.Risk), s.LiftLimit.Grams(), float64(s.Heated), s.Lamp.Hours, s.Lamp.Micromoles)
	if err != nil {
		return err
	}
	for i := range 12 {
		if _, err := w.add(ctx, `INSERT OR REPLACE INTO site_month (month, tmin, tmax, rain) VALUES (?, ?, ?, ?)`,
			i+1, s.Monthly.Min[i], s.Monthly.Max[i], s.Monthly.Rain[i]); err != nil {
			return err
		}
	}
	if _, err := w.add(ctx, `DELETE FROM site_shelter`); err != nil {
		return err
	}
	for _, shelter := range s.Shelters {
		if _, err := w.add(ctx, `INSERT OR IGNORE INTO site_shelter (shelter, floor_m2) VALUES (?, ?)`, shelter, float64(s.Floors[shelter])); err != nil {
			return err
		}
	}
	return nil
}
