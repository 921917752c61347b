-- name: LatestCleaning :one
SELECT * FROM cleanings WHERE plant_id = ? ORDER BY id DESC LIMIT 1;

-- name: ListCleanings :many
SELECT * FROM cleanings WHERE plant_id = ? ORDER BY id DESC;

-- name: CreateCleaning :one
INSERT INTO cleanings (plant_id, begun_on, created_at, updated_at)
VALUES (sqlc.arg(plant_id), sqlc.arg(begun_on), sqlc.arg(now), sqlc.arg(now))
RETURNING *;

-- name: LeaveCleanings :exec
-- Those left open end with the day they were last worked on.
UPDATE cleanings SET closed_on = substr(updated_at, 1, 10) WHERE plant_id = ? AND closed_on = '';

-- name: SaveCleaning :one
UPDATE cleanings SET closed_on = sqlc.arg(closed_on), doc = sqlc.arg(doc), updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id)
RETURNING *;

-- name: OpenCleanings :many
-- The cleanings in hand, of plants on the bench: what a session will use up.
SELECT sqlc.embed(cleanings), sqlc.embed(plants), CAST(COALESCE((
    SELECT l.causes FROM inspections l WHERE l.plant_id = plants.id AND NOT l.blank ORDER BY l.looked_on DESC,
      l.id DESC LIMIT 1), '{}') AS TEXT) AS causes
FROM cleanings JOIN plants ON plants.id = cleanings.plant_id
WHERE cleanings.closed_on = '' AND plants.archived_at = '' ORDER BY cleanings.id;

-- name: ListAcknowledged :many
SELECT product, caution FROM acknowledged WHERE person = ?;

-- name: Acknowledge :exec
INSERT INTO acknowledged (person, product, caution, at) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING;

-- name: CreateIncident :one
INSERT INTO incidents (plant_id, happened_on, what, note, created_at) VALUES (?, ?, ?, ?, ?) RETURNING *;

-- name: WithdrawIncident :one
UPDATE incidents SET withdrawn = sqlc.arg(withdrawn)
WHERE id = sqlc.arg(id) AND plant_id = sqlc.arg(plant_id) RETURNING *;

-- name: ListIncidents :many
SELECT * FROM incidents WHERE plant_id = ? AND NOT withdrawn ORDER BY happened_on DESC, id DESC;
