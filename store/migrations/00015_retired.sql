-- +goose Up
-- What is offered no more, and kept for old records.
CREATE TABLE retired (
  thing TEXT NOT NULL CHECK (thing IN ('variety', 'model', 'bag', 'place', 'lot', 'tray', 'product', 'mix')),
  id    INTEGER NOT NULL,
  PRIMARY KEY (thing, id)
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE retired;
