-- +goose Up
-- How a planting is fed over its season, and whether its tops are left to die by themselves.
ALTER TABLE timing ADD COLUMN feed TEXT NOT NULL DEFAULT '' CHECK (feed IN ('', 'planting', 'layers', 'liquid'));
ALTER TABLE timing ADD COLUMN till_dead INTEGER NOT NULL DEFAULT 0 CHECK (till_dead IN (0, 1));

-- +goose Down
ALTER TABLE timing DROP COLUMN till_dead;
ALTER TABLE timing DROP COLUMN feed;
