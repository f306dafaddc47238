-- +goose Up
-- Where a bag stood on the terrace, since which day: it changes its sun from that day on.
CREATE TABLE spot_since (
  bag_id INTEGER NOT NULL REFERENCES bag (id),
  day    INTEGER NOT NULL,
  x      REAL NOT NULL,
  y      REAL NOT NULL,
  PRIMARY KEY (bag_id, day)
) STRICT, WITHOUT ROWID;
INSERT INTO spot_since (bag_id, day, x, y) SELECT bag_id, 0, x, y FROM spot;

-- +goose Down
DROP TABLE spot_since;
