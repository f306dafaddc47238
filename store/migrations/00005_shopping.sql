-- +goose Up
-- What a planting is filled with, as components and parts; none for the usual mix.
CREATE TABLE planting_mix (
  planting_id INTEGER PRIMARY KEY REFERENCES planting (id),
  mix         TEXT NOT NULL CHECK (mix <> '')
) STRICT;

-- What is bought: sacks of a component, feed in packs, other things.
CREATE TABLE product (
  id          INTEGER PRIMARY KEY,
  name        TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  kind        TEXT NOT NULL CHECK (kind IN ('medium', 'feed')),
  component   TEXT NOT NULL DEFAULT '',
  litres      REAL NOT NULL DEFAULT 0 CHECK (litres >= 0),
  grams       REAL NOT NULL DEFAULT 0 CHECK (grams >= 0),
  nitrogen    REAL NOT NULL DEFAULT 0 CHECK (nitrogen BETWEEN 0 AND 100),
  phosphate   REAL NOT NULL DEFAULT 0 CHECK (phosphate BETWEEN 0 AND 100),
  potash      REAL NOT NULL DEFAULT 0 CHECK (potash BETWEEN 0 AND 100),
  price_cents INTEGER NOT NULL DEFAULT 0 CHECK (price_cents >= 0),
  CHECK ((kind = 'medium') = (component <> '')),
  CHECK (kind <> 'medium' OR litres > 0),
  CHECK (kind <> 'feed' OR grams > 0)
) STRICT;

-- The shed: counted, bought, appended only.
CREATE TABLE stock_entry (
  id         INTEGER PRIMARY KEY,
  product_id INTEGER NOT NULL REFERENCES product (id),
  kind       TEXT NOT NULL CHECK (kind IN ('counted', 'bought', 'voided')),
  packs      REAL NOT NULL DEFAULT 0 CHECK (packs >= 0),
  day        INTEGER NOT NULL,
  logged_day INTEGER NOT NULL CHECK (logged_day >= day),
  client_key TEXT NOT NULL UNIQUE CHECK (client_key <> ''),
  voids_id   INTEGER UNIQUE REFERENCES stock_entry (id),
  CHECK ((kind = 'voided') = (voids_id IS NOT NULL))
) STRICT;

-- +goose StatementBegin
CREATE TRIGGER stock_entry_never_edited BEFORE UPDATE ON stock_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stock_entry_never_removed BEFORE DELETE ON stock_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- +goose Down
DROP TABLE stock_entry;
DROP TABLE product;
DROP TABLE planting_mix;
