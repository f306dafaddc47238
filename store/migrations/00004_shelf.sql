-- +goose Up
-- What a kind of bag costs, weighs, lasts, and how it is made. 0 where not known.
ALTER TABLE bag_model ADD COLUMN price_cents INTEGER NOT NULL DEFAULT 0 CHECK (price_cents >= 0);
ALTER TABLE bag_model ADD COLUMN lasts INTEGER NOT NULL DEFAULT 0 CHECK (lasts BETWEEN 0 AND 60);
ALTER TABLE bag_model ADD COLUMN empty_g REAL NOT NULL DEFAULT 0 CHECK (empty_g >= 0);
ALTER TABLE bag_model ADD COLUMN sold_l REAL NOT NULL DEFAULT 0 CHECK (sold_l >= 0);
ALTER TABLE bag_model ADD COLUMN holes INTEGER NOT NULL DEFAULT 0 CHECK (holes BETWEEN 0 AND 200);
ALTER TABLE bag_model ADD COLUMN light INTEGER NOT NULL DEFAULT 0 CHECK (light IN (0, 1));
ALTER TABLE bag_model ADD COLUMN rolls INTEGER NOT NULL DEFAULT 0 CHECK (rolls IN (0, 1));

-- +goose Down
ALTER TABLE bag_model DROP COLUMN price_cents;
ALTER TABLE bag_model DROP COLUMN lasts;
ALTER TABLE bag_model DROP COLUMN empty_g;
ALTER TABLE bag_model DROP COLUMN sold_l;
ALTER TABLE bag_model DROP COLUMN holes;
ALTER TABLE bag_model DROP COLUMN light;
ALTER TABLE bag_model DROP COLUMN rolls;
