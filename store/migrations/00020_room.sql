-- +goose Up
-- The floor under each shelter, and the lamp plants stand under indoors; 0 where nobody said.
ALTER TABLE site_shelter ADD COLUMN floor_m2 REAL NOT NULL DEFAULT 0 CHECK (floor_m2 >= 0 AND floor_m2 <= 100000);
ALTER TABLE site ADD COLUMN lamp_hours REAL NOT NULL DEFAULT 0 CHECK (lamp_hours >= 0 AND lamp_hours <= 24);
ALTER TABLE site ADD COLUMN lamp_umol REAL NOT NULL DEFAULT 0 CHECK (lamp_umol >= 0 AND lamp_umol <= 5000);

-- +goose Down
ALTER TABLE site_shelter DROP COLUMN floor_m2;
ALTER TABLE site DROP COLUMN lamp_hours;
ALTER TABLE site DROP COLUMN lamp_umol;
