-- +goose Up
-- How the weight of a tuber or root is known: empty for weighed.
ALTER TABLE nursling ADD COLUMN how TEXT NOT NULL DEFAULT '' CHECK (how IN ('', 'counted', 'estimated', 'simulated'));

-- +goose Down
ALTER TABLE nursling DROP COLUMN how;
