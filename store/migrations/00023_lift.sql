-- +goose Up
-- What a batch may be where it was not weighed by itself, the faults counted in it, like
-- "cut 1, split 4", and the line it was typed as.
ALTER TABLE batch ADD COLUMN low_g REAL NOT NULL DEFAULT 0 CHECK (low_g >= 0);
ALTER TABLE batch ADD COLUMN high_g REAL NOT NULL DEFAULT 0 CHECK (high_g >= low_g);
ALTER TABLE batch ADD COLUMN faults TEXT NOT NULL DEFAULT '';
ALTER TABLE batch ADD COLUMN line TEXT NOT NULL DEFAULT '';
INSERT OR IGNORE INTO entry_kind (name) VALUES ('felt');

-- +goose Down
ALTER TABLE batch DROP COLUMN low_g;
ALTER TABLE batch DROP COLUMN high_g;
ALTER TABLE batch DROP COLUMN faults;
ALTER TABLE batch DROP COLUMN line;
