-- +goose Up
-- The year a planting was planned for, where it was planted in the season of another; 0 for as planned.
ALTER TABLE planting ADD COLUMN season_was INTEGER NOT NULL DEFAULT 0 CHECK (season_was >= 0);

-- +goose Down
ALTER TABLE planting DROP COLUMN season_was;
