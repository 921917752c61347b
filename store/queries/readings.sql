-- name: CreateReading :one
INSERT INTO readings (plant_id, read_on, roots, root_count, summary, created_at, updated_at)
VALUES (sqlc.arg(plant_id), sqlc.arg(read_on), sqlc.arg(roots), sqlc.arg(root_count), sqlc.arg(summary),
  sqlc.arg(now), sqlc.arg(now))
RETURNING *;

-- name: GetReading :one
SELECT * FROM readings WHERE id = ?;

-- name: ListReadings :many
SELECT * FROM readings WHERE plant_id = ? ORDER BY read_on DESC, id DESC;

-- name: LatestReading :one
SELECT * FROM readings WHERE plant_id = ? ORDER BY read_on DESC, id DESC LIMIT 1;

-- name: LatestRead :one
-- The newest reading in which something was read.
SELECT * FROM readings
WHERE plant_id = ? AND (root_count > 0 OR json_extract(roots, '$.none_found'))
ORDER BY read_on DESC, id DESC LIMIT 1;

-- name: ReadingBefore :one
SELECT * FROM readings
WHERE plant_id = sqlc.arg(plant_id) AND (root_count > 0 OR json_extract(roots, '$.none_found'))
  AND (read_on < sqlc.arg(read_on) OR (read_on = sqlc.arg(read_on) AND id < sqlc.arg(id)))
ORDER BY read_on DESC, id DESC LIMIT 1;

-- name: SaveReading :one
UPDATE readings SET version = version + 1, read_on = sqlc.arg(read_on), roots = sqlc.arg(roots),
  checks = sqlc.arg(checks),
    root_count = sqlc.arg(root_count), summary = sqlc.arg(summary), updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;

-- name: TouchPlant :exec
UPDATE plants SET updated_at = sqlc.arg(now) WHERE id = sqlc.arg(id);

-- name: SetSummary :exec
UPDATE readings SET summary = sqlc.arg(summary) WHERE id = sqlc.arg(id);

-- name: SetChecks :exec
UPDATE readings SET checks = sqlc.arg(checks), summary = sqlc.arg(summary),
  updated_at = sqlc.arg(now) WHERE id = sqlc.arg(id);
