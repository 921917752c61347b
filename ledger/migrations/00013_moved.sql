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
    undone     INTEGER NOT NULL DEFAULT 0,
    created_at TEXT    NOT NULL
) STRICT;
CREATE INDEX moved_from ON moved (from_id);
CREATE INDEX moved_to ON moved (to_id);
CREATE INDEX moved_of ON moved (kind, doc_id);

-- +goose Down
DROP TABLE moved;
