-- +goose Up
-- Weather that was brought in: appended only. A day counts as the newest bringing in
-- that was not taken back has it.
CREATE TABLE weather_import (
  id         INTEGER PRIMARY KEY,
  source     TEXT NOT NULL DEFAULT '',
  logged_day INTEGER NOT NULL,
  client_key TEXT NOT NULL UNIQUE CHECK (client_key <> ''),
  voids_id   INTEGER UNIQUE REFERENCES weather_import (id),
  CHECK ((source = '') = (voids_id IS NOT NULL))
) STRICT;

-- °C, mm, %, m/s, hours.
CREATE TABLE weather_day (
  day       INTEGER NOT NULL,
  import_id INTEGER NOT NULL REFERENCES weather_import (id),
  tmin      REAL NOT NULL CHECK (tmin BETWEEN -90 AND 60),
  tmax      REAL NOT NULL CHECK (tmax >= tmin AND tmax <= 60),
  rain      REAL NOT NULL CHECK (rain BETWEEN 0 AND 2000),
  humidity  REAL CHECK (humidity BETWEEN 0 AND 100),
  wind      REAL CHECK (wind BETWEEN 0 AND 120),
  sun       REAL CHECK (sun BETWEEN 0 AND 24),
  source    TEXT NOT NULL CHECK (source <> ''),
  PRIMARY KEY (day, import_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX weather_day_by_import ON weather_day (import_id);

INSERT INTO weather_import (source, logged_day, client_key)
  SELECT source, imported_day, 'before-' || source || '-' || imported_day FROM weather GROUP BY source, imported_day;
INSERT INTO weather_day (day, import_id, tmin, tmax, rain, humidity, wind, sun, source)
  SELECT w.day, i.id, w.tmin, w.tmax, w.rain, w.humidity, w.wind, w.sun, w.source
    FROM weather w JOIN weather_import i ON i.source = w.source AND i.logged_day = w.imported_day;
DROP TABLE weather;

-- +goose StatementBegin
CREATE TRIGGER weather_import_never_edited BEFORE UPDATE ON weather_import
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER weather_import_never_removed BEFORE DELETE ON weather_import
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER weather_day_never_edited BEFORE UPDATE ON weather_day
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER weather_day_never_removed BEFORE DELETE ON weather_day
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- +goose Down
-- What was brought in more than once cannot go back into one row a day.
SELECT 1;
