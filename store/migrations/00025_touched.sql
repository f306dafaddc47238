-- +goose Up
-- The revision at which each table was last written to, so that what was read of the others
-- need not be read again.
CREATE TABLE touched (
    name TEXT PRIMARY KEY,
    n    INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE touched;
