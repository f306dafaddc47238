-- +goose Up
-- What a trial is judged by, named before planting: the pair of arms (the same twice where none was
-- named), the least difference that matters as a share, and the day; 0 where nothing was said.
ALTER TABLE trial ADD COLUMN first_arm INTEGER NOT NULL DEFAULT 0 CHECK (first_arm BETWEEN 0 AND 3);
ALTER TABLE trial ADD COLUMN second_arm INTEGER NOT NULL DEFAULT 0 CHECK (second_arm BETWEEN 0 AND 3);
ALTER TABLE trial ADD COLUMN matters REAL NOT NULL DEFAULT 0 CHECK (matters >= 0);
ALTER TABLE trial ADD COLUMN judge_on INTEGER NOT NULL DEFAULT 0 CHECK (judge_on >= 0);

-- +goose Down
ALTER TABLE trial DROP COLUMN judge_on;
ALTER TABLE trial DROP COLUMN matters;
ALTER TABLE trial DROP COLUMN second_arm;
ALTER TABLE trial DROP COLUMN first_arm;
