-- +goose Up
-- The warmth of the medium, as a thermometer read it.
INSERT OR IGNORE INTO entry_kind (name) VALUES ('warmth');

-- +goose Down
-- The lists of kinds only grow: what came in with this stays.
SELECT 1;
