-- +goose Up
-- Counts what was written, so that what was read of the garden can be kept while
-- nothing has changed.
CREATE TABLE revision (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  n  INTEGER NOT NULL
) STRICT;
INSERT INTO revision (id, n) VALUES (1, 1);

-- +goose Down
DROP TABLE revision;
