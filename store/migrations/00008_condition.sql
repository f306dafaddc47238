-- +goose Up
-- How a bag has worn.
ALTER TABLE bag ADD COLUMN condition TEXT NOT NULL DEFAULT 'sound' CHECK (condition IN ('sound', 'worn', 'torn'));

-- +goose Down
ALTER TABLE bag DROP COLUMN condition;
