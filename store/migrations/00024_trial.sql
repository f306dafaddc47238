-- +goose Up
-- Trials: a question, its arms, and the plantings that were put to them, by chance from a number
-- that is kept (0 where the grower put them), within blocks.
CREATE TABLE trial (
    id       INTEGER PRIMARY KEY,
    year     INTEGER NOT NULL CHECK (year BETWEEN 1900 AND 2200),
    question TEXT NOT NULL,
    factor   TEXT NOT NULL,
    measure  TEXT NOT NULL,
    draw     INTEGER NOT NULL CHECK (draw >= 0),
    laid     INTEGER NOT NULL,
    dropped  INTEGER NOT NULL DEFAULT 0 CHECK (dropped IN (0, 1))
) STRICT;
CREATE TABLE trial_arm (
    trial_id INTEGER NOT NULL REFERENCES trial (id),
    position INTEGER NOT NULL CHECK (position BETWEEN 0 AND 3),
    name     TEXT NOT NULL,
    PRIMARY KEY (trial_id, position)
) STRICT;
CREATE TABLE trial_bag (
    trial_id    INTEGER NOT NULL REFERENCES trial (id),
    planting_id INTEGER NOT NULL REFERENCES planting (id),
    arm         INTEGER NOT NULL CHECK (arm BETWEEN 0 AND 3),
    block       TEXT NOT NULL,
    PRIMARY KEY (trial_id, planting_id)
) STRICT;

-- +goose Down
DROP TABLE trial_bag;
DROP TABLE trial_arm;
DROP TABLE trial;
