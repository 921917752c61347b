-- +goose Up
-- Who may ask, once the program is open to others: people, their sessions, devices; and who did what.
CREATE TABLE people (
    id         INTEGER PRIMARY KEY,
    name       TEXT    NOT NULL,
    role       TEXT    NOT NULL, -- keeper or helper
    passphrase TEXT    NOT NULL DEFAULT '', -- argon2id, with its salt and cost; empty: joins by a code only
    made_at    TEXT    NOT NULL,
    gone_at    TEXT    NOT NULL DEFAULT ''
) STRICT;
CREATE UNIQUE INDEX people_by_name ON people (lower(name)) WHERE gone_at = '';

CREATE TABLE sessions (
    token  TEXT    NOT NULL PRIMARY KEY, -- a hash: what is kept here lets nobody in
    data   BLOB    NOT NULL,
    until  INTEGER NOT NULL -- seconds since 1970, UTC
) STRICT, WITHOUT ROWID;

CREATE TABLE devices (
    id       INTEGER PRIMARY KEY,
    name     TEXT    NOT NULL,
    does     TEXT    NOT NULL, -- scale or logger
    place_id INTEGER NOT NULL DEFAULT 0, -- of a logger
    token    TEXT    NOT NULL UNIQUE, -- a hash
    made_at  TEXT    NOT NULL,
    ended_at TEXT    NOT NULL DEFAULT ''
) STRICT;

-- Lines are added to the log, and never changed or taken out.
CREATE TABLE log (
    id       INTEGER PRIMARY KEY AUTOINCREMENT,
    at       TEXT    NOT NULL,
    person   TEXT    NOT NULL, -- their name, or empty where none was given
    via      TEXT    NOT NULL, -- machine, session, device or command
    did      TEXT    NOT NULL, -- the operation
    note     TEXT    NOT NULL DEFAULT '',
    plant_id INTEGER NOT NULL DEFAULT 0,
    kind     TEXT    NOT NULL DEFAULT '', -- of the document
    doc_id   INTEGER NOT NULL DEFAULT 0,
    version  INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX log_of_document ON log (kind, doc_id, version) WHERE kind <> '';
CREATE INDEX log_of_plant ON log (plant_id, id) WHERE plant_id <> 0;
-- +goose StatementBegin
CREATE TRIGGER log_stays BEFORE UPDATE ON log BEGIN SELECT RAISE(ABORT, 'the log is only added to'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER log_is_whole BEFORE DELETE ON log BEGIN SELECT RAISE(ABORT, 'the log is only added to'); END;
-- +goose StatementEnd

-- What was sent is kept once, though it be sent again because its answer was lost.
CREATE TABLE sent (
    name TEXT    NOT NULL PRIMARY KEY,
    at   INTEGER NOT NULL -- seconds since 1970, UTC
) STRICT, WITHOUT ROWID;
