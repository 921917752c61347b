-- name: AddPerson :one
INSERT INTO people (name, role, passphrase, made_at) VALUES (?, ?, ?, ?) RETURNING *;

-- name: People :many
SELECT * FROM people WHERE gone_at = '' ORDER BY role DESC, lower(name), id;

-- name: GetPerson :one
SELECT * FROM people WHERE id = ?;

-- name: ChangePerson :exec
UPDATE people SET name = sqlc.arg(name), role = sqlc.arg(role), passphrase = sqlc.arg(passphrase),
    gone_at = sqlc.arg(gone_at)
WHERE id = sqlc.arg(id);

-- name: GetSession :one
SELECT data FROM sessions WHERE token = sqlc.arg(token) AND until > sqlc.arg(now);

-- name: Sessions :many
SELECT * FROM sessions WHERE until > sqlc.arg(now) ORDER BY token;

-- name: PutSession :exec
INSERT INTO sessions (token, data, until) VALUES (?, ?, ?)
ON CONFLICT (token) DO UPDATE SET data = excluded.data, until = excluded.until;

-- name: EndSession :exec
DELETE FROM sessions WHERE token = ?;

-- name: DropSessions :exec
DELETE FROM sessions WHERE until <= sqlc.arg(now);

-- name: AddDevice :one
INSERT INTO devices (name, does, place_id, token, made_at) VALUES (?, ?, ?, ?, ?) RETURNING *;

-- name: Devices :many
SELECT * FROM devices WHERE ended_at = '' ORDER BY lower(name), id;

-- name: DeviceByToken :one
SELECT * FROM devices WHERE token = ? AND ended_at = '';

-- name: EndDevice :execrows
UPDATE devices SET ended_at = sqlc.arg(ended_at) WHERE id = sqlc.arg(id) AND ended_at = '';

-- name: AddToLog :exec
INSERT INTO log (at, person, via, did, note, plant_id, kind, doc_id, version) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?);

-- name: LastOfDocument :one
SELECT * FROM log WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND doc_id = sqlc.arg(doc_id) AND at >= sqlc.arg(since)
ORDER BY version DESC, id DESC LIMIT 1;

-- name: AuthorsSince :many
-- Who changed a document after a version, and who had changed it last before.
SELECT l.person, l.version FROM log l WHERE l.kind = CAST(sqlc.arg(kind) AS TEXT) AND l.doc_id = sqlc.arg(doc_id)
  AND l.at >= sqlc.arg(since)
  AND l.version >= (SELECT COALESCE(MAX(b.version), 0) FROM log b
    WHERE b.kind = CAST(sqlc.arg(kind) AS TEXT) AND b.doc_id = sqlc.arg(doc_id) AND b.version <= sqlc.arg(version)
      AND b.at >= sqlc.arg(since))
ORDER BY l.version, l.id;

-- name: LogOf :many
SELECT l.*, CAST(COALESCE(p.tag, '') AS TEXT) AS tag FROM log l LEFT JOIN plants p ON p.id = l.plant_id
WHERE (sqlc.arg(before) = 0 OR l.id < sqlc.arg(before))
  AND (CAST(sqlc.arg(plant) AS INTEGER) = 0 OR l.plant_id = sqlc.arg(plant))
ORDER BY l.id DESC LIMIT sqlc.arg(most);

-- name: AuthorsOfPlant :many
-- A number may have been another plant's, which was taken out. What was moved here is noted there.
SELECT DISTINCT l.kind, l.doc_id, l.person FROM log l JOIN plants p ON p.id = l.plant_id
WHERE l.plant_id = sqlc.arg(plant_id) AND l.at >= p.created_at AND l.kind <> '' AND l.person <> ''
UNION
SELECT l.kind, l.doc_id, l.person FROM moved m JOIN log l ON l.kind = m.kind AND l.doc_id = m.doc_id
WHERE m.to_id = sqlc.arg(plant_id) AND NOT m.undone AND l.plant_id = m.from_id AND l.person <> ''
ORDER BY 1, 2, 3;

-- name: AddSent :execrows
INSERT INTO sent (name, at, person, did, body) VALUES (?, ?, ?, ?, ?) ON CONFLICT DO NOTHING;

-- name: GetSent :one
SELECT * FROM sent WHERE name = ?;

-- name: DropSent :exec
DELETE FROM sent WHERE at < sqlc.arg(before);
