-- +goose Up
ALTER TABLE plants ADD COLUMN home TEXT NOT NULL DEFAULT ''; -- how it is held or housed now, in words
ALTER TABLE plants ADD COLUMN home_since TEXT NOT NULL DEFAULT ''; -- the day of that
ALTER TABLE plants ADD COLUMN look_on TEXT NOT NULL DEFAULT ''; -- the first look after it, until that was done
ALTER TABLE places ADD COLUMN humidity REAL; -- usual, percent, where known
ALTER TABLE places ADD COLUMN light TEXT NOT NULL DEFAULT ''; -- shade, bright or sun
ALTER TABLE place_hours ADD COLUMN humidity REAL; -- mean of the hour, percent, where logged
ALTER TABLE place_hours ADD COLUMN readings INTEGER NOT NULL DEFAULT 1; -- that the means are of

CREATE TABLE weighings (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    at         TEXT    NOT NULL, -- when, UTC
    kind       TEXT    NOT NULL, -- bare: the plant alone; pot: with pot and medium
    grams      REAL    NOT NULL,
    because    TEXT    NOT NULL DEFAULT '', -- why it does not follow from the one before
    moment     TEXT    NOT NULL DEFAULT '', -- of a pot: wet, light, or in between
    withdrawn  INTEGER NOT NULL DEFAULT 0,
    created_at TEXT    NOT NULL
) STRICT;
CREATE INDEX weighings_by_plant ON weighings (plant_id, at, id);

-- What is being planned for a plant: its figures, pot, mix, and what is done of it.
CREATE TABLE rehomings (
    plant_id   INTEGER PRIMARY KEY REFERENCES plants (id) ON DELETE CASCADE,
    version    INTEGER NOT NULL DEFAULT 1,
    doc        TEXT    NOT NULL,
    updated_at TEXT    NOT NULL
) STRICT, WITHOUT ROWID;

-- How a plant was in fact held or housed, from a day on.
CREATE TABLE homes (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    from_on    TEXT    NOT NULL,
    doc        TEXT    NOT NULL,
    created_at TEXT    NOT NULL
) STRICT;
CREATE INDEX homes_by_plant ON homes (plant_id, from_on, id);

-- The house's own components and what it measured of those of the table.
CREATE TABLE components (
    code       TEXT    PRIMARY KEY,
    version    INTEGER NOT NULL DEFAULT 1,
    doc        TEXT    NOT NULL,
    updated_at TEXT    NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE recipes (
    id         INTEGER PRIMARY KEY,
    version    INTEGER NOT NULL DEFAULT 1,
    doc        TEXT    NOT NULL, -- JSON: a mix of one's own, in parts
    gone       INTEGER NOT NULL DEFAULT 0,
    updated_at TEXT    NOT NULL
) STRICT;

-- +goose Down
DROP TABLE recipes;
DROP TABLE components;
DROP TABLE homes;
DROP TABLE rehomings;
DROP TABLE weighings;
ALTER TABLE place_hours DROP COLUMN readings;
ALTER TABLE place_hours DROP COLUMN humidity;
ALTER TABLE places DROP COLUMN light;
ALTER TABLE places DROP COLUMN humidity;
ALTER TABLE plants DROP COLUMN look_on;
ALTER TABLE plants DROP COLUMN home_since;
ALTER TABLE plants DROP COLUMN home;
