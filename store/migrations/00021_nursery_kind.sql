-- +goose Up
-- Pots and trays of slips are watered. Their kinds of entry stand in a list of their own, so
-- that it can grow without making the table anew: it is made anew here, once.
CREATE TABLE nursery_kind (name TEXT PRIMARY KEY) STRICT, WITHOUT ROWID;
INSERT INTO nursery_kind (name) VALUES ('moved'), ('shoots'), ('taken'), ('rooted'), ('hardened'), ('planted'), ('ended'), ('voided'), ('watered');

CREATE TABLE nursery_entry_new (
  id          INTEGER PRIMARY KEY,
  nursling_id INTEGER NOT NULL REFERENCES nursling (id),
  kind        TEXT NOT NULL REFERENCES nursery_kind (name),
  day         INTEGER NOT NULL,
  logged_day  INTEGER NOT NULL CHECK (logged_day >= day),
  client_key  TEXT NOT NULL UNIQUE CHECK (client_key <> ''),
  shelter     TEXT NOT NULL DEFAULT '',
  count       INTEGER NOT NULL DEFAULT 0 CHECK (count >= 0),
  nodes       INTEGER NOT NULL DEFAULT 0 CHECK (nodes >= 0),
  entry_id    INTEGER REFERENCES entry (id), -- the planting entry it went into
  text        TEXT NOT NULL DEFAULT '',
  voids_id    INTEGER UNIQUE REFERENCES nursery_entry_new (id),
  CHECK ((kind = 'voided') = (voids_id IS NOT NULL)),
  CHECK ((kind = 'planted') = (entry_id IS NOT NULL)),
  CHECK ((kind = 'moved') = (shelter <> ''))
) STRICT;
INSERT INTO nursery_entry_new (id, nursling_id, kind, day, logged_day, client_key, shelter, count, nodes, entry_id, text, voids_id)
  SELECT id, nursling_id, kind, day, logged_day, client_key, shelter, count, nodes, entry_id, text, voids_id FROM nursery_entry ORDER BY id;
DROP TABLE nursery_entry;
ALTER TABLE nursery_entry_new RENAME TO nursery_entry;

-- +goose StatementBegin
CREATE TRIGGER nursery_entry_never_edited BEFORE UPDATE ON nursery_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER nursery_entry_never_removed BEFORE DELETE ON nursery_entry
BEGIN SELECT RAISE(ABORT, 'the log is appended to, never edited'); END;
-- +goose StatementEnd

-- +goose Down
-- The lists of kinds only grow: what came in with this stays.
SELECT 1;
