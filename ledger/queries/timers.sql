-- name: ListTimers :many
SELECT t.*, CAST(COALESCE(p.tag, '') AS TEXT) AS tag FROM timers t LEFT JOIN plants p ON p.id = t.plant_id
WHERE NOT t.put_away ORDER BY t.started_ms + t.seconds * 1000, t.id;

-- name: CreateTimer :one
INSERT INTO timers (plant_id, job, words, seconds, started_ms) VALUES (?, ?, ?, ?, ?) RETURNING *;

-- name: ChangeTimer :one
UPDATE timers SET seconds = sqlc.arg(seconds), put_away = sqlc.arg(put_away) WHERE id = sqlc.arg(id) RETURNING *;

-- name: GetTimer :one
SELECT * FROM timers WHERE id = ?;
