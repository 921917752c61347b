-- +goose Up
CREATE TABLE inspections (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    version    INTEGER NOT NULL DEFAULT 1,
    looked_on  TEXT    NOT NULL, -- the day
    noted      TEXT    NOT NULL, -- JSON: one inspection, see docs/architecture.md
    said       TEXT    NOT NULL DEFAULT '{}', -- JSON: the engine's word on each cause when the user decided on it
    blank      INTEGER NOT NULL DEFAULT 1, -- begun, and nothing noted
    again_on   TEXT    NOT NULL DEFAULT '', -- the day to look again
    look       TEXT    NOT NULL DEFAULT '{}', -- JSON: the look in short, for lists
    causes     TEXT    NOT NULL DEFAULT '{}', -- JSON: the causes in short, for lists
    created_at TEXT    NOT NULL,
    updated_at TEXT    NOT NULL
) STRICT;

-- Covers what finds the plants due for a look.
CREATE INDEX inspections_by_plant ON inspections (plant_id, looked_on, id, blank, again_on);

ALTER TABLE plants ADD COLUMN spike_at_rescue TEXT NOT NULL DEFAULT ''; -- empty: as the house
ALTER TABLE plants ADD COLUMN repot_in_flower TEXT NOT NULL DEFAULT '';
ALTER TABLE plants ADD COLUMN small_rot_patch TEXT NOT NULL DEFAULT '';

-- +goose Down
ALTER TABLE plants DROP COLUMN small_rot_patch;
ALTER TABLE plants DROP COLUMN repot_in_flower;
ALTER TABLE plants DROP COLUMN spike_at_rescue;
DROP TABLE inspections;
