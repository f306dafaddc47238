-- +goose NO TRANSACTION
-- +goose Up
-- A shape is one record: its kind and its inside measures, in cm. Which kinds there are the
-- program knows; one that it does not know is left empty.
-- +goose StatementBegin
PRAGMA foreign_keys = OFF;
BEGIN IMMEDIATE;

CREATE TABLE bag_model_new (
  id          INTEGER PRIMARY KEY,
  name        TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  kind        TEXT NOT NULL CHECK (kind <> ''),
  base_l_cm   REAL NOT NULL CHECK (base_l_cm > 0),
  base_w_cm   REAL NOT NULL CHECK (base_w_cm > 0),
  top_l_cm    REAL NOT NULL CHECK (top_l_cm > 0),
  top_w_cm    REAL NOT NULL CHECK (top_w_cm > 0),
  height_cm   REAL NOT NULL CHECK (height_cm > 0),
  liner_cm    REAL NOT NULL DEFAULT 0 CHECK (liner_cm >= 0),
  material    TEXT NOT NULL CHECK (material IN ('fabric', 'woven', 'rigid', 'timber', 'card')),
  drain       TEXT NOT NULL CHECK (drain IN ('wall', 'base', 'side', 'none')),
  hole_cm     REAL NOT NULL DEFAULT 0 CHECK (hole_cm >= 0),
  price_cents INTEGER NOT NULL DEFAULT 0 CHECK (price_cents >= 0),
  lasts       INTEGER NOT NULL DEFAULT 0 CHECK (lasts BETWEEN 0 AND 60),
  empty_g     REAL NOT NULL DEFAULT 0 CHECK (empty_g >= 0),
  sold_l      REAL NOT NULL DEFAULT 0 CHECK (sold_l >= 0),
  holes       INTEGER NOT NULL DEFAULT 0 CHECK (holes BETWEEN 0 AND 200),
  light       INTEGER NOT NULL DEFAULT 0 CHECK (light IN (0, 1)),
  rolls       INTEGER NOT NULL DEFAULT 0 CHECK (rolls IN (0, 1)),
  assumed     TEXT NOT NULL DEFAULT '' CHECK (assumed IN ('', 'width', 'height', 'both'))
) STRICT;
INSERT INTO bag_model_new (id, name, kind, base_l_cm, base_w_cm, top_l_cm, top_w_cm, height_cm, liner_cm, material, drain, hole_cm,
                           price_cents, lasts, empty_g, sold_l, holes, light, rolls, assumed)
  SELECT id, name, CASE WHEN ground THEN 'bed' ELSE coalesce(form, kind) END, base_l_cm, base_w_cm, top_l_cm, top_w_cm, height_cm, coalesce(liner_cm, 0),
         material, drain, hole_cm, price_cents, lasts, empty_g, sold_l, holes, light, rolls, assumed
    FROM bag_model LEFT JOIN bag_form ON model_id = id;
DROP TABLE bag_form;
DROP TABLE bag_model;
ALTER TABLE bag_model_new RENAME TO bag_model;

COMMIT;
PRAGMA foreign_keys = ON;
-- +goose StatementEnd

-- +goose Down
-- A kind that an older program does not know cannot be told to it: what came in with this stays.
SELECT 1;
