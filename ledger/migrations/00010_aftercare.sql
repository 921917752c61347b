-- +goose Up
-- What became of the jobs of aftercare, day by day.
CREATE TABLE care (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    day        TEXT    NOT NULL, -- by the house's own clock
    at         TEXT    NOT NULL, -- when, UTC
    job        TEXT    NOT NULL,
    outcome    TEXT    NOT NULL, -- done, or left
    because    TEXT    NOT NULL DEFAULT '', -- of one that was left; of a watering: rain
    was        TEXT    NOT NULL DEFAULT '', -- found before it was watered: dry or damp
    ppm        REAL    NOT NULL DEFAULT 0, -- of nitrogen, in the water that was given
    person     TEXT    NOT NULL DEFAULT '', -- the name of who did it, where one was given
    withdrawn  INTEGER NOT NULL DEFAULT 0,
    created_at TEXT    NOT NULL
) STRICT;
CREATE UNIQUE INDEX care_once_a_day ON care (plant_id, day, job) WHERE withdrawn = 0;

ALTER TABLE plants ADD COLUMN care TEXT NOT NULL DEFAULT ''; -- JSON: what its aftercare wants next, in codes
ALTER TABLE plants ADD COLUMN care_on TEXT NOT NULL DEFAULT ''; -- the first day on which it wants something
CREATE INDEX plants_by_care ON plants (care_on, archived_at) WHERE care_on <> '';

-- +goose Down
DROP INDEX plants_by_care;
ALTER TABLE plants DROP COLUMN care_on;
ALTER TABLE plants DROP COLUMN care;
DROP TABLE care;
