-- +goose Up
-- What was written on the wrong plant and moved to another, or withdrawn.
CREATE TABLE moved (
    id         INTEGER PRIMARY KEY,
    kind       TEXT    NOT NULL, -- of a document, or weighing
    doc_id     INTEGER NOT NULL,
    day        TEXT    NOT NULL, -- that it is of
    from_id    INTEGER NOT NULL REFERENCES plants (id) ON DELETE CASCADE,
    to_id      INTEGER REFERENCES plants (id) ON DELETE CASCADE, -- NULL: withdrawn
    moved_on   TEXT    NOT NULL, -- by the house's own clock
    foretold   INTEGER NOT NULL, -- the last forecast that there was then
    undone     INTEGER NOT NULL DEFAULT 0,
    created_at TEXT    NOT NULL
) STRICT;
CREATE INDEX moved_from ON moved (from_id);
CREATE INDEX moved_to ON moved (to_id);
CREATE INDEX moved_of ON moved (kind, doc_id);

-- What was foretold from what was moved is taken back with it.
ALTER TABLE forecasts ADD COLUMN moved_id INTEGER NOT NULL DEFAULT 0;
DROP INDEX forecasts_once_a_day;
CREATE UNIQUE INDEX forecasts_once_a_day ON forecasts (plant_id, code, of, made_on) WHERE moved_id = 0;

-- +goose Down
DROP INDEX forecasts_once_a_day;
DELETE FROM forecasts WHERE moved_id <> 0;
ALTER TABLE forecasts DROP COLUMN moved_id;
CREATE UNIQUE INDEX forecasts_once_a_day ON forecasts (plant_id, code, of, made_on);
DROP TABLE moved;
