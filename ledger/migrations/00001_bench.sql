-- +goose Up
CREATE TABLE plants (
    id               INTEGER PRIMARY KEY,
    version          INTEGER NOT NULL DEFAULT 1,
    tag              TEXT    NOT NULL,
    group_code       TEXT    NOT NULL,
    arrived_on       TEXT    NOT NULL DEFAULT '', -- a date, or a month or year when no more is known
    source           TEXT    NOT NULL DEFAULT '',
    flowering        TEXT    NOT NULL DEFAULT '',
    leaf_count       INTEGER NOT NULL DEFAULT 0,
    blades           TEXT    NOT NULL DEFAULT '[]', -- JSON: measured leaves, mm
    bulb_count       INTEGER NOT NULL DEFAULT 0,
    bulb_state       TEXT    NOT NULL DEFAULT '',
    last_repotted    TEXT    NOT NULL DEFAULT '',
    old_medium       TEXT    NOT NULL DEFAULT '',
    pot              TEXT    NOT NULL DEFAULT '',
    kept_apart       INTEGER NOT NULL DEFAULT 0,
    root_class       TEXT    NOT NULL DEFAULT '', -- normal for this plant; empty: as its group
    dead_dry_roots   TEXT    NOT NULL DEFAULT '', -- empty: as the house
    clinging_medium  TEXT    NOT NULL DEFAULT '',
    notes            TEXT    NOT NULL DEFAULT '',
    archived_at      TEXT    NOT NULL DEFAULT '',
    created_at       TEXT    NOT NULL,
    updated_at       TEXT    NOT NULL
) STRICT;

CREATE TABLE readings (
    id         INTEGER PRIMARY KEY,
    plant_id   INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    version    INTEGER NOT NULL DEFAULT 1,
    read_on    TEXT    NOT NULL, -- the day
    roots      TEXT    NOT NULL, -- JSON: one reading, see docs/architecture.md
    checks     TEXT    NOT NULL DEFAULT '{}', -- JSON: jobs of the cut list ticked off
    root_count INTEGER NOT NULL DEFAULT 0,
    summary    TEXT    NOT NULL DEFAULT '{}', -- JSON: the verdict in short, for lists
    created_at TEXT    NOT NULL,
    updated_at TEXT    NOT NULL
) STRICT;

CREATE INDEX readings_by_plant ON readings (plant_id, read_on, id);

CREATE TABLE settings (
    code  TEXT PRIMARY KEY,
    value TEXT NOT NULL
) STRICT;

-- +goose Down
DROP TABLE settings;
DROP TABLE readings;
DROP TABLE plants;
