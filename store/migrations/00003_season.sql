-- +goose Up
-- What a heated room, lamp or mat keeps, °C.
ALTER TABLE site ADD COLUMN heated_c REAL NOT NULL DEFAULT 24 CHECK (heated_c BETWEEN 5 AND 40);

CREATE TABLE site_shelter_new (
  shelter TEXT PRIMARY KEY CHECK (shelter IN ('open', 'wall', 'fleece', 'greenhouse', 'wrapped', 'frost-free', 'heated'))
) STRICT, WITHOUT ROWID;
INSERT INTO site_shelter_new SELECT shelter FROM site_shelter;
DROP TABLE site_shelter;
ALTER TABLE site_shelter_new RENAME TO site_shelter;

ALTER TABLE place ADD COLUMN shelter TEXT NOT NULL DEFAULT 'open'
  CHECK (shelter IN ('open', 'wall', 'fleece', 'greenhouse', 'wrapped', 'frost-free', 'heated'));

-- How a planting is started and where it stands. A day that is NULL is counted.
CREATE TABLE timing (
  planting_id  INTEGER PRIMARY KEY REFERENCES planting (id),
  way          TEXT NOT NULL CHECK (way IN ('direct', 'pre-grown', 'late', 'own-slips', 'ordered-slips', 'indoors')),
  chitted      INTEGER NOT NULL CHECK (chitted IN (0, 1)),
  chit_days    INTEGER NOT NULL DEFAULT 0 CHECK (chit_days BETWEEN 0 AND 120),
  dark         INTEGER NOT NULL CHECK (dark IN (0, 1)),
  cool_room    INTEGER NOT NULL CHECK (cool_room IN (0, 1)),
  shelter      TEXT NOT NULL CHECK (shelter IN ('open', 'wall', 'fleece', 'greenhouse', 'wrapped', 'frost-free', 'heated')),
  then_shelter TEXT NOT NULL DEFAULT '' CHECK (then_shelter IN ('', 'open', 'wall', 'fleece', 'greenhouse', 'wrapped', 'frost-free', 'heated')),
  plant_day    INTEGER,
  move_day     INTEGER
) STRICT;

-- Daily records of the grower's own; days that are not here are simulated.
-- °C, mm, %, m/s, hours.
CREATE TABLE weather (
  day          INTEGER PRIMARY KEY,
  tmin         REAL NOT NULL CHECK (tmin BETWEEN -90 AND 60),
  tmax         REAL NOT NULL CHECK (tmax >= tmin AND tmax <= 60),
  rain         REAL NOT NULL CHECK (rain BETWEEN 0 AND 2000),
  humidity     REAL CHECK (humidity BETWEEN 0 AND 100),
  wind         REAL CHECK (wind BETWEEN 0 AND 120),
  sun          REAL CHECK (sun BETWEEN 0 AND 24),
  source       TEXT NOT NULL CHECK (source <> ''),
  imported_day INTEGER NOT NULL
) STRICT;

CREATE TABLE lot (
  id         INTEGER PRIMARY KEY,
  label      TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (label <> ''),
  variety_id INTEGER NOT NULL REFERENCES variety (id),
  source     TEXT NOT NULL CHECK (source IN ('certified', 'saved', 'kitchen')),
  year       INTEGER NOT NULL CHECK (year BETWEEN 1900 AND 2199),
  cost_cents INTEGER NOT NULL DEFAULT 0 CHECK (cost_cents >= 0)
) STRICT;

CREATE TABLE tray (
  id     INTEGER PRIMARY KEY,
  label  TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (label <> ''),
  lot_id INTEGER NOT NULL REFERENCES lot (id)
) STRICT;

-- The log of the seed bench, appended only. A correction voids an entry.
CREATE TABLE seed_entry (
  id         INTEGER PRIMARY KEY,
  tray_id    INTEGER REFERENCES tray (id), -- NULL for an allotment
  kind       TEXT NOT NULL CHECK (kind IN ('stood', 'weighed', 'looked', 'rubbed', 'cut', 'discarded', 'allotted', 'voided')),
  day        INTEGER NOT NULL,
  logged_day INTEGER NOT NULL CHECK (logged_day >= day),
  client_key TEXT NOT NULL UNIQUE CHECK (client_key <> ''),
  tuber      INTEGER NOT NULL DEFAULT 0 CHECK (tuber >= 0),
  temp_c     REAL,
  light      INTEGER NOT NULL DEFAULT 0 CHECK (light IN (0, 1)),
  keep       INTEGER NOT NULL DEFAULT 0 CHECK (keep >= 0),
  heal_days  INTEGER NOT NULL DEFAULT 0 CHECK (heal_days BETWEEN 0 AND 30),
  text       TEXT NOT NULL DEFAULT '',
  voids_id   INTEGER UNIQUE REFERENCES seed_entry (id),
  CHECK ((kind = 'voided') = (voids_id IS NOT NULL)),
  CHECK ((kind = 'stood') = (temp_c IS NOT NULL))
) STRICT;

-- Weights of tubers put in a tray, or of the pieces one was cut into.
CREATE TABLE seed_weight (
  entry_id INTEGER NOT NULL REFERENCES seed_entry (id),
  n        INTEGER NOT NULL,
  grams    REAL NOT NULL CHECK (grams > 0),
  eyes     INTEGER NOT NULL DEFAULT 0 CHECK (eyes >= 0),
  PRIMARY KEY (entry_id, n)
) STRICT, WITHOUT ROWID;

CREATE TABLE seed_seen (
  entry_id   INTEGER NOT NULL REFERENCES seed_entry (id),
  tuber      INTEGER NOT NULL CHECK (tuber > 0),
  eyes       INTEGER NOT NULL CHECK (eyes BETWEEN 0 AND 60),
  sprouts    INTEGER NOT NULL CHECK (sprouts BETWEEN 0 AND 60),
  longest_cm REAL NOT NULL CHECK (longest_cm BETWEEN 0 AND 100),
  stout      INTEGER NOT NULL CHECK (stout IN (0, 1)),
  soft       INTEGER NOT NULL CHECK (soft IN (0, 1)),
  PRIMARY KEY (entry_id, tuber)
) STRICT, WITHOUT ROWID;

-- Pieces an allotment gives to plantings; piece 0 is the whole tuber.
CREATE TABLE seed_allotted (
  entry_id    INTEGER NOT NULL REFERENCES seed_entry (id),
  planting_id INTEGER NOT NULL REFERENCES planting (id),
  tray_id     INTEGER NOT NULL REFERENCES tray (id),
  tuber       INTEGER NOT NULL CHECK (tuber > 0),
  piece       INTEGER NOT NULL CHECK (piece >= 0),
  PRIMARY KEY (entry_id, tray_id, tuber, piece)
) STRICT, WITHOUT ROWID;

-- Pots that seed is grown on in, and mother roots that give slips.
CREATE TABLE nursling (
  id         INTEGER PRIMARY KEY,
  label      TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (label <> ''),
  kind       TEXT NOT NULL CHECK (kind IN ('pot', 'root')),
  variety_id INTEGER NOT NULL REFERENCES variety (id),
  grams      REAL NOT NULL DEFAULT 0 CHECK (grams >= 0),
  method     TEXT NOT NULL DEFAULT '' CHECK (method IN ('', 'jar', 'tray', 'sand')),
  temp_c     REAL NOT NULL DEFAULT 0,
  shelter    TEXT NOT NULL CHECK (shelter IN ('open', 'wall', 'fleece', 'greenhouse', 'wrapped', 'frost-free', 'heated')),
  started    INTEGER NOT NULL
) STRICT;

CREATE TABLE nursery_entry (
  id          INTEGER PRIMARY KEY,
  nursling_id INTEGER NOT NULL REFERENCES nursling (id),
  kind        TEXT NOT NULL CHECK (kind IN ('moved', 'shoots', 'taken', 'rooted', 'hardened', 'planted', 'ended', 'voided')),
  day         INTEGER NOT NULL,
  logged_day  INTEGER NOT NULL CHECK (logged_day >= day),
  client_key  TEXT NOT NULL UNIQUE CHECK (client_key <> ''),
  shelter     TEXT NOT NULL DEFAULT '',
  count       INTEGER NOT NULL DEFAULT 0 CHECK (count >= 0),
  nodes       INTEGER NOT NULL DEFAULT 0 CHECK (nodes >= 0),
  entry_id    INTEGER REFERENCES entry (id), -- the planting entry it went into
  text        TEXT NOT NULL DEFAULT '',
  voids_id    INTEGER UNIQUE REFERENCES nursery_entry (id),
  CHECK ((kind = 'voided') = (voids_id IS NOT NULL)),
  CHECK ((kind = 'planted') = (entry_id IS NOT NULL)),
  CHECK ((kind = 'moved') = (shelter <> ''))
) STRICT;

-- +goose StatementBegin
CREATE TRIGGER seed_entry_never_edited BEFORE UPDATE ON seed_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER seed_entry_never_removed BEFORE DELETE ON seed_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER nursery_entry_never_edited BEFORE UPDATE ON nursery_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER nursery_entry_never_removed BEFORE DELETE ON nursery_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- A garden has a name of its own that its calendar entries carry.
INSERT INTO setting (name, value) SELECT 'garden', lower(hex(randomblob(8)));

-- +goose Down
DELETE FROM setting WHERE name = 'garden';
DROP TABLE nursery_entry;
DROP TABLE nursling;
DROP TABLE seed_allotted;
DROP TABLE seed_seen;
DROP TABLE seed_weight;
DROP TABLE seed_entry;
DROP TABLE tray;
DROP TABLE lot;
DROP TABLE weather;
DROP TABLE timing;
ALTER TABLE place DROP COLUMN shelter;
DELETE FROM site_shelter WHERE shelter = 'heated';
ALTER TABLE site DROP COLUMN heated_c;
