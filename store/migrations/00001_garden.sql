-- +goose Up
CREATE TABLE season (
  id   INTEGER PRIMARY KEY,
  year INTEGER NOT NULL UNIQUE CHECK (year BETWEEN 1900 AND 2199)
) STRICT;

CREATE TABLE variety (
  id          INTEGER PRIMARY KEY,
  name        TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  class       TEXT NOT NULL CHECK (class IN ('first-early', 'second-early', 'early-maincrop', 'maincrop',
                                             'sweet-early', 'sweet-mid', 'sweet-late')),
  packet_days INTEGER NOT NULL DEFAULT 0 CHECK (packet_days BETWEEN 0 AND 400)
) STRICT;

CREATE TABLE place (
  id       INTEGER PRIMARY KEY,
  name     TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  position INTEGER NOT NULL
) STRICT;

-- Inside measures in cm. A round bag has its diameter in both length and width.
CREATE TABLE bag_model (
  id        INTEGER PRIMARY KEY,
  name      TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  kind      TEXT NOT NULL CHECK (kind IN ('round', 'box')),
  base_l_cm REAL NOT NULL CHECK (base_l_cm > 0),
  base_w_cm REAL NOT NULL CHECK (base_w_cm > 0),
  top_l_cm  REAL NOT NULL CHECK (top_l_cm > 0),
  top_w_cm  REAL NOT NULL CHECK (top_w_cm > 0),
  height_cm REAL NOT NULL CHECK (height_cm > 0),
  material  TEXT NOT NULL CHECK (material IN ('fabric', 'woven', 'rigid', 'timber', 'card')),
  drain     TEXT NOT NULL CHECK (drain IN ('wall', 'base', 'side', 'none')),
  hole_cm   REAL NOT NULL DEFAULT 0 CHECK (hole_cm >= 0)
) STRICT;

CREATE TABLE bag (
  id       INTEGER PRIMARY KEY,
  label    TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (label <> ''),
  model_id INTEGER NOT NULL REFERENCES bag_model (id),
  place_id INTEGER NOT NULL REFERENCES place (id)
) STRICT;

CREATE TABLE container (
  id     INTEGER PRIMARY KEY,
  name   TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  tare_g REAL NOT NULL CHECK (tare_g > 0)
) STRICT;

CREATE TABLE planting (
  id           INTEGER PRIMARY KEY,
  season_id    INTEGER NOT NULL REFERENCES season (id),
  bag_id       INTEGER NOT NULL REFERENCES bag (id),
  variety_id   INTEGER NOT NULL REFERENCES variety (id),
  number       INTEGER NOT NULL CHECK (number BETWEEN 1 AND 60),
  school       TEXT NOT NULL CHECK (school IN ('fill-once', 'steps', 'little-and-often', 'two-level')),
  headspace_cm REAL NOT NULL CHECK (headspace_cm >= 0),
  base_cm      REAL NOT NULL CHECK (base_cm >= 0),
  cover_cm     REAL NOT NULL CHECK (cover_cm >= 0),
  layer_cm     REAL NOT NULL CHECK (layer_cm >= 0),
  settling     REAL NOT NULL CHECK (settling BETWEEN 0 AND 0.9),
  planned_day  INTEGER NOT NULL
) STRICT;
CREATE INDEX planting_by_bag ON planting (bag_id);
CREATE INDEX planting_by_season ON planting (season_id);

-- The log. Days are counted from 1970-01-01. Appended only: a correction is an
-- entry of kind 'voided' and a new one.
CREATE TABLE entry (
  id          INTEGER PRIMARY KEY,
  planting_id INTEGER NOT NULL REFERENCES planting (id),
  kind        TEXT NOT NULL CHECK (kind IN ('planted', 'raised', 'measured', 'noted', 'weighed',
                                            'taken', 'closed', 'dropped', 'voided')),
  day         INTEGER NOT NULL,
  logged_day  INTEGER NOT NULL CHECK (logged_day >= day),
  client_key  TEXT NOT NULL UNIQUE CHECK (client_key <> ''),
  slips       INTEGER NOT NULL DEFAULT 0 CHECK (slips >= 0),
  raise_cm    REAL CHECK (raise_cm > 0),
  loose_l     REAL CHECK (loose_l > 0),
  height_cm   REAL CHECK (height_cm >= 0),
  text        TEXT NOT NULL DEFAULT '',
  voids_id    INTEGER UNIQUE REFERENCES entry (id),
  CHECK ((kind = 'raised') = ((raise_cm IS NULL) <> (loose_l IS NULL))),
  CHECK ((kind = 'measured') = (height_cm IS NOT NULL)),
  CHECK ((kind = 'voided') = (voids_id IS NOT NULL)),
  CHECK (kind <> 'noted' OR text <> '')
) STRICT;
CREATE INDEX entry_by_planting ON entry (planting_id, day, id);
CREATE INDEX entry_that_ends ON entry (planting_id) WHERE kind IN ('closed', 'dropped');

CREATE TABLE piece (
  entry_id INTEGER NOT NULL REFERENCES entry (id),
  n        INTEGER NOT NULL,
  grams    REAL NOT NULL CHECK (grams > 0),
  PRIMARY KEY (entry_id, n)
) STRICT, WITHOUT ROWID;

CREATE TABLE batch (
  entry_id  INTEGER NOT NULL REFERENCES entry (id),
  n         INTEGER NOT NULL,
  gross_g   REAL NOT NULL,
  tare_g    REAL NOT NULL CHECK (tare_g >= 0),
  container TEXT NOT NULL DEFAULT '',
  grade     TEXT NOT NULL CHECK (grade IN ('keep', 'small', 'eat-first', 'seed', 'green', 'rotten', 'mother')),
  count     INTEGER NOT NULL DEFAULT 0 CHECK (count >= 0),
  PRIMARY KEY (entry_id, n),
  CHECK (gross_g > tare_g)
) STRICT, WITHOUT ROWID;

-- Requests carried out, so that one sent again counts once.
CREATE TABLE sent (
  key    TEXT PRIMARY KEY CHECK (key <> ''),
  digest TEXT NOT NULL,
  result INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE setting (
  name  TEXT PRIMARY KEY CHECK (name <> ''),
  value TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- +goose StatementBegin
CREATE TRIGGER entry_never_edited BEFORE UPDATE ON entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER entry_never_removed BEFORE DELETE ON entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- +goose Down
DROP TABLE batch;
DROP TABLE piece;
DROP TABLE entry;
DROP TABLE planting;
DROP TABLE container;
DROP TABLE bag;
DROP TABLE bag_model;
DROP TABLE place;
DROP TABLE variety;
DROP TABLE season;
DROP TABLE sent;
DROP TABLE setting;
