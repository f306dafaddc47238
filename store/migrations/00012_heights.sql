-- +goose Up
-- Finds the plantings that had a stem measured.
CREATE INDEX entry_that_measures ON entry (planting_id) WHERE kind = 'measured';

-- +goose Down
DROP INDEX entry_that_measures;
