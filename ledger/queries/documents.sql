-- A kind is given as a cast: a bare parameter beside an index of one kind makes SQLite compile the query anew for
-- each value.
-- name: GetDocument :one
SELECT * FROM documents WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id);

-- name: DocumentByCode :one
SELECT * FROM documents WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND code = CAST(sqlc.arg(code) AS TEXT)
  AND code <> '';

-- name: DocumentsOfPlant :many
-- What was noted of a plant, the newest first; with blank, what was only begun too.
SELECT * FROM documents
WHERE plant_id = sqlc.arg(plant_id) AND kind = CAST(sqlc.arg(kind) AS TEXT)
  AND (state <> 'blank' OR CAST(sqlc.arg(blank) AS INTEGER))
ORDER BY day DESC, id DESC;

-- name: NewestDocument :one
-- The newest, blank or not.
SELECT * FROM documents WHERE plant_id = sqlc.arg(plant_id) AND kind = CAST(sqlc.arg(kind) AS TEXT)
ORDER BY day DESC, id DESC LIMIT 1;

-- name: NewestBefore :one
-- The newest in which something was noted, before a day, or on it before an id.
SELECT * FROM documents
WHERE plant_id = sqlc.arg(plant_id) AND kind = CAST(sqlc.arg(kind) AS TEXT) AND state <> 'blank'
  AND (day < sqlc.arg(day) OR (day = sqlc.arg(day) AND id < sqlc.arg(id)))
ORDER BY day DESC, id DESC LIMIT 1;

-- name: DocumentsOfHouse :many
SELECT * FROM documents WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND state <> 'gone' ORDER BY code, id;

-- name: OpenOnBench :many
-- Documents that are open, of plants on the bench, with each plant's newest look.
SELECT sqlc.embed(documents), sqlc.embed(plants), CAST(COALESCE(l.short, '') AS TEXT) AS look_short,
    CAST(COALESCE(l.doc, '') AS TEXT) AS look_doc
FROM documents JOIN plants ON plants.id = documents.plant_id
LEFT JOIN documents l ON l.kind = 'look' AND l.id = (
    SELECT n.id FROM documents n WHERE n.plant_id = plants.id AND n.kind = 'look' AND n.state <> 'blank'
    ORDER BY n.day DESC, n.id DESC LIMIT 1)
WHERE documents.kind = CAST(sqlc.arg(kind) AS TEXT) AND documents.state = '' AND plants.archived_at = ''
ORDER BY plants.turn, documents.id;

-- name: AddDocument :one
INSERT INTO documents (kind, id, plant_id, code, day, state, due_on, short, doc, created_at, updated_at)
VALUES (sqlc.arg(kind),
    CASE WHEN CAST(sqlc.arg(id) AS INTEGER) > 0 THEN sqlc.arg(id)
        ELSE (SELECT COALESCE(MAX(d.id), 0) + 1 FROM documents d WHERE d.kind = CAST(sqlc.arg(kind) AS TEXT)) END,
    sqlc.arg(plant_id), sqlc.arg(code), sqlc.arg(day), sqlc.arg(state),
    sqlc.arg(due_on), sqlc.arg(short), sqlc.arg(doc),
    sqlc.arg(now), sqlc.arg(now))
RETURNING *;

-- name: SaveDocument :one
UPDATE documents SET version = version + 1, day = sqlc.arg(day), state = sqlc.arg(state), due_on = sqlc.arg(due_on),
    short = sqlc.arg(short), doc = sqlc.arg(doc), updated_at = sqlc.arg(now)
WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;

-- name: SetShort :exec
-- What lists show, which follows from the document: no change of it.
UPDATE documents SET short = sqlc.arg(short), due_on = sqlc.arg(due_on)
WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id);

-- name: SetShortFrom :exec
-- The same, unless it was changed meanwhile.
UPDATE documents SET short = sqlc.arg(short), due_on = sqlc.arg(due_on)
WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id) AND version = sqlc.arg(version)
  AND short = sqlc.arg(before);

-- name: Recode :exec
-- The same document, written in another form.
UPDATE documents SET doc = sqlc.arg(doc)
WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id) AND version = sqlc.arg(version);

-- name: DropDocument :exec
DELETE FROM documents WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id);

-- name: KeepBase :exec
INSERT INTO bases (kind, id, version, doc) VALUES (?, ?, ?, ?) ON CONFLICT DO UPDATE SET doc = excluded.doc;

-- name: GetBase :one
SELECT doc FROM bases WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id) AND version = sqlc.arg(version);

-- name: DropBases :exec
DELETE FROM bases WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id) AND version < sqlc.arg(before);

-- name: DropBasesOfPlant :exec
DELETE FROM bases WHERE (kind, id) IN (SELECT d.kind, d.id FROM documents d WHERE d.plant_id = ?);
