-- +goose Up
-- Where bags stand, in m; heading is the bearing its far edge looks to.
CREATE TABLE terrace (
  id      INTEGER PRIMARY KEY CHECK (id = 1),
  width   REAL NOT NULL CHECK (width > 0 AND width <= 200),
  depth   REAL NOT NULL CHECK (depth > 0 AND depth <= 200),
  heading REAL NOT NULL CHECK (heading >= 0 AND heading < 360),
  tap_x   REAL NOT NULL DEFAULT 0,
  tap_y   REAL NOT NULL DEFAULT 0,
  limit_g REAL NOT NULL DEFAULT 0 CHECK (limit_g >= 0)
) STRICT;

CREATE TABLE terrace_wall (
  n      INTEGER PRIMARY KEY,
  name   TEXT NOT NULL,
  x1     REAL NOT NULL, y1 REAL NOT NULL,
  x2     REAL NOT NULL, y2 REAL NOT NULL,
  height REAL NOT NULL CHECK (height > 0 AND height <= 100)
) STRICT;

CREATE TABLE spot (
  bag_id INTEGER PRIMARY KEY REFERENCES bag (id),
  x      REAL NOT NULL,
  y      REAL NOT NULL
) STRICT;

-- +goose Down
DROP TABLE spot;
DROP TABLE terrace_wall;
DROP TABLE terrace;
