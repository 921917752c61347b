-- +goose Up
-- What was foretold of a plant, as it was when it was said, and what came of it.
CREATE TABLE forecasts (
    id       INTEGER PRIMARY KEY,
    plant_id INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    code     TEXT    NOT NULL, -- what is foretold
    of       TEXT    NOT NULL DEFAULT '', -- of a root: its name; of a chance: the cause
    made_on  TEXT    NOT NULL, -- by the house's own clock
    soon_on  TEXT    NOT NULL DEFAULT '',
    mid_on   TEXT    NOT NULL DEFAULT '',
    late_on  TEXT    NOT NULL DEFAULT '',
    chance   REAL    NOT NULL DEFAULT 0,
    rests    TEXT    NOT NULL DEFAULT '', -- on the table, or on what was seen
    seen     INTEGER NOT NULL DEFAULT 0,
    truth    TEXT    NOT NULL DEFAULT 'waiting', -- waiting, came, not or void: follows from what is noted
    truth_on TEXT    NOT NULL DEFAULT ''
) STRICT;
CREATE UNIQUE INDEX forecasts_once_a_day ON forecasts (plant_id, code, of, made_on);

-- Where a plant stood from when on, so that it can be told who stood beside it.
CREATE TABLE stays (
    id       INTEGER PRIMARY KEY,
    plant_id INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    place_id INTEGER NOT NULL, -- 0: at none
    from_at  TEXT    NOT NULL -- UTC
) STRICT;
CREATE INDEX stays_of ON stays (plant_id, id);
INSERT INTO stays (plant_id, place_id, from_at) SELECT id, place_id, created_at FROM plants WHERE place_id <> 0;

-- +goose Down
DROP TABLE stays;
DROP TABLE forecasts;
