-- +goose NO TRANSACTION
-- +goose Up
-- Beds and rows take hundreds of plants.
-- +goose StatementBegin
PRAGMA foreign_keys = OFF;
BEGIN IMMEDIATE;
DROP TABLE IF EXISTS planting_new;
CREATE TABLE planting_new (
  id           INTEGER PRIMARY KEY,
  season_id    INTEGER NOT NULL REFERENCES season (id),
  bag_id       INTEGER NOT NULL REFERENCES bag (id),
  variety_id   INTEGER NOT NULL REFERENCES variety (id),
  number       INTEGER NOT NULL CHECK (number BETWEEN 1 AND 500),
  school       TEXT NOT NULL REFERENCES filling_school (name),
  headspace_cm REAL NOT NULL CHECK (headspace_cm >= 0),
  base_cm      REAL NOT NULL CHECK (base_cm >= 0),
  cover_cm     REAL NOT NULL CHECK (cover_cm >= 0),
  layer_cm     REAL NOT NULL CHECK (layer_cm >= 0),
  settling     REAL NOT NULL CHECK (settling BETWEEN 0 AND 0.9),
  planned_day  INTEGER NOT NULL,
  filler_cm    REAL NOT NULL DEFAULT 0 CHECK (filler_cm >= 0),
  trigger_cm   REAL NOT NULL DEFAULT 0 CHECK (trigger_cm >= 0),
  showing_cm   REAL NOT NULL DEFAULT 0 CHECK (showing_cm >= 0),
  raises       INTEGER NOT NULL DEFAULT 0 CHECK (raises BETWEEN 0 AND 9),
  beside       INTEGER NOT NULL DEFAULT 0 CHECK (beside >= 0),
  share        REAL NOT NULL DEFAULT 0 CHECK (share >= 0 AND share <= 1)
) STRICT;
INSERT INTO planting_new SELECT id, season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm, layer_cm, settling,
    planned_day, filler_cm, trigger_cm, showing_cm, raises, beside, share FROM planting;
DROP TABLE planting;
ALTER TABLE planting_new RENAME TO planting;
CREATE INDEX planting_by_bag ON planting (bag_id);
CREATE INDEX planting_by_season ON planting (season_id);
COMMIT;
PRAGMA foreign_keys = ON;
-- +goose StatementEnd

-- +goose Down
SELECT 1;
