-- +goose Up
-- +goose StatementBegin
-- What is known of a day may be its warmth alone: its rain may be empty.
CREATE TABLE weather_day_new (
  day       INTEGER NOT NULL,
  import_id INTEGER NOT NULL REFERENCES weather_import (id),
  tmin      REAL NOT NULL CHECK (tmin BETWEEN -90 AND 60),
  tmax      REAL NOT NULL CHECK (tmax >= tmin AND tmax <= 60),
  rain      REAL CHECK (rain BETWEEN 0 AND 2000),
  humidity  REAL CHECK (humidity BETWEEN 0 AND 100),
  wind      REAL CHECK (wind BETWEEN 0 AND 120),
  sun       REAL CHECK (sun BETWEEN 0 AND 24),
  source    TEXT NOT NULL CHECK (source <> ''),
  PRIMARY KEY (day, import_id)
) STRICT, WITHOUT ROWID;
INSERT INTO weather_day_new (day, import_id, tmin, tmax, rain, humidity, wind, sun, source)
  SELECT day, import_id, tmin, tmax, rain, humidity, wind, sun, source FROM weather_day;
DROP TABLE weather_day;
ALTER TABLE weather_day_new RENAME TO weather_day;
CREATE INDEX weather_day_by_import ON weather_day (import_id);
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER weather_day_never_edited BEFORE UPDATE ON weather_day
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER weather_day_never_removed BEFORE DELETE ON weather_day
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- Rain of several days together, in mm: a month's, or as it was said. It is brought in as days are.
CREATE TABLE rain_span (
  import_id INTEGER PRIMARY KEY REFERENCES weather_import (id),
  first_day INTEGER NOT NULL,
  last_day  INTEGER NOT NULL CHECK (last_day >= first_day AND last_day - first_day < 400),
  low_mm    REAL NOT NULL CHECK (low_mm BETWEEN 0 AND 9000),
  high_mm   REAL NOT NULL CHECK (high_mm BETWEEN low_mm AND 9000)
) STRICT;
-- +goose StatementBegin
CREATE TRIGGER rain_span_never_edited BEFORE UPDATE ON rain_span
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER rain_span_never_removed BEFORE DELETE ON rain_span
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- +goose Down
-- A day without rain on record cannot be told to an older program: what came in with this stays.
SELECT 1;
