-- +goose Up
-- How a bag comes by its water, from a day on.
INSERT OR IGNORE INTO entry_kind (name) VALUES ('irrigated');

-- +goose Down
-- The lists of kinds only grow: what came in with this stays.
SELECT 1;
