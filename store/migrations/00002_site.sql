-- +goose Up
-- One site a garden. Frosts are days of a year of 365, from 1; 0 where there are none.
CREATE TABLE site (
  id           INTEGER PRIMARY KEY CHECK (id = 1),
  name         TEXT NOT NULL,
  climate      TEXT NOT NULL,
  latitude     REAL NOT NULL CHECK (latitude BETWEEN -90 AND 90),
  last_frost   INTEGER NOT NULL CHECK (last_frost BETWEEN 0 AND 365),
  first_frost  INTEGER NOT NULL CHECK (first_frost BETWEEN 0 AND 365),
  last_sd      REAL NOT NULL CHECK (last_sd > 0),
  first_sd     REAL NOT NULL CHECK (first_sd > 0),
  risk         REAL NOT NULL CHECK (risk > 0 AND risk < 1),
  lift_limit_g REAL NOT NULL CHECK (lift_limit_g > 0),
  CHECK ((last_frost = 0) = (first_frost = 0))
) STRICT;

-- Monthly means, January 1: °C, °C and mm.
CREATE TABLE site_month (
  month INTEGER PRIMARY KEY CHECK (month BETWEEN 1 AND 12),
  tmin  REAL NOT NULL,
  tmax  REAL NOT NULL CHECK (tmax > tmin),
  rain  REAL NOT NULL CHECK (rain >= 0)
) STRICT;

CREATE TABLE site_shelter (
  shelter TEXT PRIMARY KEY CHECK (shelter IN ('open', 'wall', 'fleece', 'greenhouse', 'wrapped', 'frost-free'))
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE site_shelter;
DROP TABLE site_month;
DROP TABLE site;
