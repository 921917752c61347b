-- +goose Up
ALTER TABLE plants ADD COLUMN peroxide TEXT NOT NULL DEFAULT ''; -- empty: as the house
ALTER TABLE plants ADD COLUMN cut_powder TEXT NOT NULL DEFAULT '';
ALTER TABLE plants ADD COLUMN terete_leaves INTEGER NOT NULL DEFAULT 0;
ALTER TABLE plants ADD COLUMN place_id INTEGER NOT NULL DEFAULT 0; -- where it stands; 0: not noted
ALTER TABLE plants ADD COLUMN parent_id INTEGER NOT NULL DEFAULT 0; -- the plant it was divided from
ALTER TABLE plants ADD COLUMN divided_on TEXT NOT NULL DEFAULT ''; -- the day of that

CREATE TABLE cleanings (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    begun_on   TEXT    NOT NULL, -- the day
    closed_on  TEXT    NOT NULL DEFAULT '', -- empty: still open
    doc        TEXT    NOT NULL DEFAULT '{}', -- JSON: what became of the jobs; once closed, the plan as it was
    created_at TEXT    NOT NULL,
    updated_at TEXT    NOT NULL
) STRICT;
CREATE INDEX cleanings_by_plant ON cleanings (plant_id, id);

CREATE TABLE timers (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL DEFAULT 0, -- 0: of no plant
    job        TEXT    NOT NULL DEFAULT '',
    words      TEXT    NOT NULL,
    seconds    INTEGER NOT NULL,
    started_ms INTEGER NOT NULL, -- since 1970, UTC
    put_away   INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX timers_running ON timers (put_away, id);

CREATE TABLE shelf (
    id         INTEGER PRIMARY KEY,
    version    INTEGER NOT NULL DEFAULT 1,
    doc        TEXT    NOT NULL, -- JSON: one product on the shelf
    gone       INTEGER NOT NULL DEFAULT 0,
    updated_at TEXT    NOT NULL
) STRICT;

CREATE TABLE places (
    id         INTEGER PRIMARY KEY,
    version    INTEGER NOT NULL DEFAULT 1,
    name       TEXT    NOT NULL,
    zone       TEXT    NOT NULL, -- IANA name of its time zone
    low_c      REAL, -- usual night, where known
    high_c     REAL,
    updated_at TEXT    NOT NULL
) STRICT;
CREATE TABLE place_hours (
    place_id INTEGER NOT NULL REFERENCES places (id) ON DELETE CASCADE,
    hour     INTEGER NOT NULL, -- since 1970, UTC
    celsius  REAL    NOT NULL, -- mean of the hour
    PRIMARY KEY (place_id, hour)
) STRICT, WITHOUT ROWID;
CREATE TABLE place_days (
    place_id INTEGER NOT NULL REFERENCES places (id) ON DELETE CASCADE,
    day      TEXT    NOT NULL,
    low_c    REAL    NOT NULL,
    high_c   REAL    NOT NULL,
    PRIMARY KEY (place_id, day)
) STRICT, WITHOUT ROWID;

CREATE TABLE courses (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    version    INTEGER NOT NULL DEFAULT 1,
    doc        TEXT    NOT NULL, -- JSON: the pest, the rounds, the looks
    closed_on  TEXT    NOT NULL DEFAULT '',
    created_at TEXT    NOT NULL,
    updated_at TEXT    NOT NULL
) STRICT;
CREATE INDEX courses_by_plant ON courses (plant_id, id);

CREATE TABLE acknowledged (
    person  TEXT NOT NULL,
    product TEXT NOT NULL, -- or empty, where the caution belongs to no product
    caution TEXT NOT NULL,
    at      TEXT NOT NULL,
    PRIMARY KEY (person, product, caution)
) STRICT, WITHOUT ROWID;

CREATE TABLE rhizomes (
    plant_id INTEGER PRIMARY KEY REFERENCES plants (id) ON DELETE CASCADE,
    version  INTEGER NOT NULL DEFAULT 1,
    doc      TEXT    NOT NULL -- JSON: the bulbs in their order
) STRICT;

CREATE TABLE incidents (
    id          INTEGER PRIMARY KEY,
    plant_id    INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    happened_on TEXT    NOT NULL,
    what        TEXT    NOT NULL,
    note        TEXT    NOT NULL DEFAULT '',
    withdrawn   INTEGER NOT NULL DEFAULT 0,
    created_at  TEXT    NOT NULL
) STRICT;
CREATE INDEX incidents_by_plant ON incidents (plant_id, happened_on, id);
CREATE INDEX plants_by_parent ON plants (parent_id) WHERE parent_id <> 0;

-- +goose Down
DROP INDEX plants_by_parent;
DROP TABLE incidents;
DROP TABLE rhizomes;
DROP TABLE acknowledged;
DROP TABLE courses;
DROP TABLE place_days;
DROP TABLE place_hours;
DROP TABLE places;
DROP TABLE shelf;
DROP TABLE timers;
DROP TABLE cleanings;
ALTER TABLE plants DROP COLUMN divided_on;
ALTER TABLE plants DROP COLUMN parent_id;
ALTER TABLE plants DROP COLUMN place_id;
ALTER TABLE plants DROP COLUMN terete_leaves;
ALTER TABLE plants DROP COLUMN cut_powder;
ALTER TABLE plants DROP COLUMN peroxide;
