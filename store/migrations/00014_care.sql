-- +goose Up
-- What is done to a bag and seen at it, one kind each; entries that were written together
-- carry one group.
INSERT OR IGNORE INTO entry_kind (name) VALUES ('watered'), ('mulched'), ('supported'), ('protected'), ('treated'),
  ('sighted'), ('yellowed'), ('moisture'), ('hefted'), ('acidity'), ('moved'), ('pictured');
ALTER TABLE entry_detail ADD COLUMN grp TEXT NOT NULL DEFAULT '';
ALTER TABLE entry_detail ADD COLUMN from_id INTEGER REFERENCES place (id); -- where it stood before it was moved
CREATE INDEX entry_detail_by_group ON entry_detail (grp) WHERE grp <> '';

-- Photos, as JPEG without anything about where and by whom.
CREATE TABLE photo (
  entry_id INTEGER PRIMARY KEY REFERENCES entry (id),
  width    INTEGER NOT NULL CHECK (width > 0),
  height   INTEGER NOT NULL CHECK (height > 0),
  jpeg     BLOB NOT NULL CHECK (length(jpeg) BETWEEN 1 AND 400000)
) STRICT;

-- +goose Down
-- The lists of kinds only grow: what came in with this stays.
SELECT 1;
