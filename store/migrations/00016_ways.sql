-- +goose Up
-- The grower's own way of raising, where it is not the school's: 0 for as the school has it.
ALTER TABLE planting ADD COLUMN trigger_cm REAL NOT NULL DEFAULT 0 CHECK (trigger_cm >= 0);
ALTER TABLE planting ADD COLUMN showing_cm REAL NOT NULL DEFAULT 0 CHECK (showing_cm >= 0);
ALTER TABLE planting ADD COLUMN raises INTEGER NOT NULL DEFAULT 0 CHECK (raises BETWEEN 0 AND 9);

-- What was planned in one container beside something else: plantings with one number share it.
-- A share of 0 is by the number of plants.
ALTER TABLE planting ADD COLUMN beside INTEGER NOT NULL DEFAULT 0 CHECK (beside >= 0);
ALTER TABLE planting ADD COLUMN share REAL NOT NULL DEFAULT 0 CHECK (share >= 0 AND share <= 1);

-- Measures of a kind of bag that nobody took: '' for none, 'width', 'height' or 'both'.
ALTER TABLE bag_model ADD COLUMN assumed TEXT NOT NULL DEFAULT '' CHECK (assumed IN ('', 'width', 'height', 'both'));
-- A bed or a row in the ground: no walls, no litres.
ALTER TABLE bag_model ADD COLUMN ground INTEGER NOT NULL DEFAULT 0 CHECK (ground IN (0, 1));

INSERT OR IGNORE INTO entry_kind (name) VALUES ('filled'), ('ringed'), ('bedded');

-- +goose Down
ALTER TABLE bag_model DROP COLUMN ground;
ALTER TABLE bag_model DROP COLUMN assumed;
ALTER TABLE planting DROP COLUMN share;
ALTER TABLE planting DROP COLUMN beside;
ALTER TABLE planting DROP COLUMN raises;
ALTER TABLE planting DROP COLUMN showing_cm;
ALTER TABLE planting DROP COLUMN trigger_cm;
