-- +goose NO TRANSACTION
-- +goose Up
-- Kinds that stand in a list of their own can grow without making the table anew.
-- The tables that named their kinds in a check are made anew here, once.
-- +goose StatementBegin
PRAGMA foreign_keys = OFF;
BEGIN IMMEDIATE;

CREATE TABLE IF NOT EXISTS entry_kind (name TEXT PRIMARY KEY) STRICT, WITHOUT ROWID;
INSERT OR IGNORE INTO entry_kind (name) VALUES ('planted'), ('raised'), ('measured'), ('noted'), ('weighed'), ('taken'),
  ('closed'), ('dropped'), ('voided'), ('emerged'), ('flowered'), ('frosted'), ('topped'), ('fed'), ('tended'),
  ('skipped'), ('put-off');
CREATE TABLE IF NOT EXISTS filling_school (name TEXT PRIMARY KEY) STRICT, WITHOUT ROWID;
INSERT OR IGNORE INTO filling_school (name) VALUES ('fill-once'), ('steps'), ('little-and-often'), ('two-level'),
  ('bury'), ('rolled-rim'), ('straw');
CREATE TABLE IF NOT EXISTS product_kind (name TEXT PRIMARY KEY) STRICT, WITHOUT ROWID;
INSERT OR IGNORE INTO product_kind (name) VALUES ('medium'), ('feed'), ('liquid'), ('sundry');

DROP TRIGGER IF EXISTS entry_never_edited;
DROP TRIGGER IF EXISTS entry_never_removed;
CREATE TABLE entry_new (
  id          INTEGER PRIMARY KEY,
  planting_id INTEGER NOT NULL REFERENCES planting (id),
  kind        TEXT NOT NULL REFERENCES entry_kind (name),
  day         INTEGER NOT NULL,
  logged_day  INTEGER NOT NULL CHECK (logged_day >= day),
  client_key  TEXT NOT NULL UNIQUE CHECK (client_key <> ''),
  slips       INTEGER NOT NULL DEFAULT 0 CHECK (slips >= 0),
  raise_cm    REAL CHECK (raise_cm > 0),
  loose_l     REAL CHECK (loose_l > 0),
  height_cm   REAL CHECK (height_cm >= 0),
  text        TEXT NOT NULL DEFAULT '',
  voids_id    INTEGER UNIQUE REFERENCES entry (id),
  what        TEXT NOT NULL DEFAULT '',
  until_day   INTEGER,
  CHECK (kind <> 'raised' OR (raise_cm IS NULL) <> (loose_l IS NULL)),
  CHECK (kind = 'raised' OR raise_cm IS NULL),
  CHECK (kind IN ('raised', 'topped') OR loose_l IS NULL),
  CHECK (kind <> 'topped' OR loose_l IS NOT NULL),
  CHECK ((kind = 'measured') = (height_cm IS NOT NULL)),
  CHECK ((kind = 'voided') = (voids_id IS NOT NULL)),
  CHECK ((kind = 'put-off') = (until_day IS NOT NULL)),
  CHECK (kind NOT IN ('tended', 'skipped', 'put-off') OR what <> ''),
  CHECK (kind NOT IN ('noted', 'skipped') OR text <> '')
) STRICT;
INSERT INTO entry_new (id, planting_id, kind, day, logged_day, client_key, slips, raise_cm, loose_l, height_cm, text, voids_id)
  SELECT id, planting_id, kind, day, logged_day, client_key, slips, raise_cm, loose_l, height_cm, text, voids_id FROM entry;
DROP TABLE entry;
ALTER TABLE entry_new RENAME TO entry;
CREATE INDEX entry_by_planting ON entry (planting_id, day, id);
CREATE INDEX entry_that_ends ON entry (planting_id) WHERE kind IN ('closed', 'dropped');

CREATE TABLE planting_new (
  id           INTEGER PRIMARY KEY,
  season_id    INTEGER NOT NULL REFERENCES season (id),
  bag_id       INTEGER NOT NULL REFERENCES bag (id),
  variety_id   INTEGER NOT NULL REFERENCES variety (id),
  number       INTEGER NOT NULL CHECK (number BETWEEN 1 AND 60),
  school       TEXT NOT NULL REFERENCES filling_school (name),
  headspace_cm REAL NOT NULL CHECK (headspace_cm >= 0),
  base_cm      REAL NOT NULL CHECK (base_cm >= 0),
  cover_cm     REAL NOT NULL CHECK (cover_cm >= 0),
  layer_cm     REAL NOT NULL CHECK (layer_cm >= 0),
  settling     REAL NOT NULL CHECK (settling BETWEEN 0 AND 0.9),
  planned_day  INTEGER NOT NULL,
  filler_cm    REAL NOT NULL DEFAULT 0 CHECK (filler_cm >= 0)
) STRICT;
INSERT INTO planting_new (id, season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm, layer_cm, settling, planned_day)
  SELECT id, season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm, layer_cm, settling, planned_day FROM planting;
DROP TABLE planting;
ALTER TABLE planting_new RENAME TO planting;
CREATE INDEX planting_by_bag ON planting (bag_id);
CREATE INDEX planting_by_season ON planting (season_id);

-- Liquid feed: litres is what a bottle holds, ml_per_l its dilution. Sundries are
-- bought by packs of so many pieces; sundry names what they are.
CREATE TABLE product_new (
  id          INTEGER PRIMARY KEY,
  name        TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  kind        TEXT NOT NULL REFERENCES product_kind (name),
  component   TEXT NOT NULL DEFAULT '',
  litres      REAL NOT NULL DEFAULT 0 CHECK (litres >= 0),
  grams       REAL NOT NULL DEFAULT 0 CHECK (grams >= 0),
  nitrogen    REAL NOT NULL DEFAULT 0 CHECK (nitrogen BETWEEN 0 AND 100),
  phosphate   REAL NOT NULL DEFAULT 0 CHECK (phosphate BETWEEN 0 AND 100),
  potash      REAL NOT NULL DEFAULT 0 CHECK (potash BETWEEN 0 AND 100),
  price_cents INTEGER NOT NULL DEFAULT 0 CHECK (price_cents >= 0),
  handful_g   REAL NOT NULL DEFAULT 0 CHECK (handful_g >= 0),
  ml_per_l    REAL NOT NULL DEFAULT 0 CHECK (ml_per_l >= 0),
  pieces      INTEGER NOT NULL DEFAULT 0 CHECK (pieces >= 0),
  sundry      TEXT NOT NULL DEFAULT '',
  CHECK ((kind = 'medium') = (component <> '')),
  CHECK (kind NOT IN ('medium', 'liquid') OR litres > 0),
  CHECK (kind <> 'feed' OR grams > 0),
  CHECK (kind <> 'liquid' OR ml_per_l > 0),
  CHECK ((kind = 'sundry') = (sundry <> '')),
  CHECK (kind <> 'sundry' OR pieces > 0)
) STRICT;
INSERT INTO product_new (id, name, kind, component, litres, grams, nitrogen, phosphate, potash, price_cents)
  SELECT id, name, kind, component, litres, grams, nitrogen, phosphate, potash, price_cents FROM product;
DROP TABLE product;
ALTER TABLE product_new RENAME TO product;

-- What the grower knows better of a component, or one of their own. NULL leaves
-- a property as it is usually.
CREATE TABLE IF NOT EXISTS component (
  key       TEXT PRIMARY KEY CHECK (key <> ''),
  name      TEXT NOT NULL CHECK (name <> ''),
  wet_kg    REAL NOT NULL CHECK (wet_kg > 0 AND wet_kg <= 3),
  settling  REAL NOT NULL CHECK (settling BETWEEN 0 AND 0.9),
  water     REAL NOT NULL CHECK (water BETWEEN 0 AND 1),
  ph        REAL NOT NULL CHECK (ph BETWEEN 2 AND 11),
  nitrogen  REAL NOT NULL DEFAULT 0 CHECK (nitrogen >= 0),
  phosphate REAL NOT NULL DEFAULT 0 CHECK (phosphate >= 0),
  potash    REAL NOT NULL DEFAULT 0 CHECK (potash >= 0),
  inert     INTEGER NOT NULL DEFAULT 0 CHECK (inert IN (0, 1)),
  fresh     INTEGER NOT NULL DEFAULT 0 CHECK (fresh IN (0, 1)),
  source    TEXT NOT NULL DEFAULT ''
) STRICT;

-- How a kind of bag is made beside its measures: a sack that lies flat when
-- empty, a bucket with a liner of some thickness.
CREATE TABLE IF NOT EXISTS bag_form (
  model_id INTEGER PRIMARY KEY REFERENCES bag_model (id),
  form     TEXT NOT NULL CHECK (form IN ('sack', 'lined')),
  liner_cm REAL NOT NULL DEFAULT 0 CHECK (liner_cm >= 0)
) STRICT;

CREATE TRIGGER entry_never_edited BEFORE UPDATE ON entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
CREATE TRIGGER entry_never_removed BEFORE DELETE ON entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
COMMIT;
PRAGMA foreign_keys = ON;
-- +goose StatementEnd

-- +goose Down
-- The lists of kinds only grow: what came in with this stays.
SELECT 1;
