-- +goose Up
-- Mixes of the grower's own, as components and parts.
CREATE TABLE own_mix (
  id   INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (name <> ''),
  mix  TEXT NOT NULL CHECK (mix <> '')
) STRICT;

-- +goose Down
DROP TABLE own_mix;
