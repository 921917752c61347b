-- name: AddWeighing :one
INSERT INTO weighings (plant_id, at, kind, grams, because, moment, created_at) VALUES (?, ?, ?, ?, ?, ?, ?) RETURNING *;

-- name: Weighings :many
SELECT * FROM weighings WHERE plant_id = ? ORDER BY at, id;

-- name: WithdrawWeighing :one
UPDATE weighings SET withdrawn = sqlc.arg(withdrawn)
WHERE id = sqlc.arg(id) AND plant_id = sqlc.arg(plant_id) RETURNING *;

-- name: AddIncident :one
INSERT INTO incidents (plant_id, happened_on, what, note, created_at) VALUES (?, ?, ?, ?, ?) RETURNING *;

-- name: WithdrawIncident :one
UPDATE incidents SET withdrawn = sqlc.arg(withdrawn)
WHERE id = sqlc.arg(id) AND plant_id = sqlc.arg(plant_id) RETURNING *;

-- name: Incidents :many
SELECT * FROM incidents WHERE plant_id = ? AND NOT withdrawn ORDER BY happened_on DESC, id DESC;

-- name: Acknowledged :many
SELECT product, caution FROM acknowledged WHERE person = ?;

-- name: Acknowledge :exec
INSERT INTO acknowledged (person, product, caution, at) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING;

-- name: GetSetting :one
SELECT value FROM settings WHERE code = ?;

-- name: PutSetting :exec
INSERT INTO settings (code, value) VALUES (?, ?) ON CONFLICT (code) DO UPDATE SET value = excluded.value;
