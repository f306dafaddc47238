-- +goose Up
-- Harvests of other gardens, as their tables have them: rows of one weighing carry its number, and each what
-- all of it came to. They are in no sum of the grower's own.
CREATE TABLE other_harvest (
    id         INTEGER PRIMARY KEY,
    garden     TEXT NOT NULL,
    crop       TEXT NOT NULL,
    weighing   INTEGER NOT NULL,
    season     TEXT NOT NULL,
    variety    TEXT NOT NULL,
    school     TEXT NOT NULL,
    expected_g REAL NOT NULL CHECK (expected_g > 0),
    low_g      REAL NOT NULL CHECK (low_g >= 0),
    high_g     REAL NOT NULL CHECK (high_g >= low_g)
) STRICT;

-- +goose Down
DROP TABLE other_harvest;
