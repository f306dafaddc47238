-- +goose Up
-- Records as they are known: how a quantity was known ('' for measured), and what an entry
-- says beside its day, where it says more. Amounts are g, L, cm, °C, % or pH by kind.
ALTER TABLE piece ADD COLUMN how TEXT NOT NULL DEFAULT '';
ALTER TABLE batch ADD COLUMN how TEXT NOT NULL DEFAULT '';
ALTER TABLE seed_weight ADD COLUMN how TEXT NOT NULL DEFAULT '';
ALTER TABLE seed_entry ADD COLUMN about INTEGER NOT NULL DEFAULT 0 CHECK (about IN (0, 1));

CREATE TABLE entry_detail (
  entry_id INTEGER PRIMARY KEY REFERENCES entry (id),
  how      TEXT NOT NULL DEFAULT '',
  about    INTEGER NOT NULL DEFAULT 0 CHECK (about IN (0, 1)),
  count    INTEGER NOT NULL DEFAULT 0 CHECK (count >= 0),
  total_g  REAL NOT NULL DEFAULT 0 CHECK (total_g >= 0),
  low      REAL NOT NULL DEFAULT 0,
  high     REAL NOT NULL DEFAULT 0 CHECK (high >= low),
  amount   REAL NOT NULL DEFAULT 0,
  thing    TEXT NOT NULL DEFAULT '',
  level    INTEGER NOT NULL DEFAULT 0,
  place_id INTEGER REFERENCES place (id)
) STRICT;

-- +goose StatementBegin
CREATE TRIGGER entry_detail_never_edited BEFORE UPDATE ON entry_detail
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER entry_detail_never_removed BEFORE DELETE ON entry_detail
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- +goose Down
DROP TABLE entry_detail;
ALTER TABLE piece DROP COLUMN how;
ALTER TABLE batch DROP COLUMN how;
ALTER TABLE seed_weight DROP COLUMN how;
ALTER TABLE seed_entry DROP COLUMN about;
