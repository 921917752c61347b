-- name: AddPlace :one
INSERT INTO places (name) VALUES (?) RETURNING *;

-- name: NamePlace :exec
UPDATE places SET name = ? WHERE id = ?;

-- name: Places :many
SELECT * FROM places ORDER BY name, id;

-- name: PlantsAtPlace :one
SELECT COUNT(*) FROM plants WHERE place_id = ? AND archived_at = '';

-- name: PutHour :exec
INSERT INTO place_hours (place_id, hour, celsius, humidity) VALUES (?, ?, ?, ?)
ON CONFLICT (place_id, hour) DO UPDATE SET celsius = excluded.celsius, humidity = COALESCE(excluded.humidity,
  humidity), readings = 1;

-- name: AddToHour :exec
INSERT INTO place_hours (place_id, hour, celsius, humidity) VALUES (?, ?, ?, ?)
ON CONFLICT (place_id, hour) DO UPDATE SET
    celsius = (celsius * readings + excluded.celsius) / (readings + 1),
    humidity = CASE WHEN excluded.humidity IS NULL THEN humidity WHEN humidity IS NULL THEN excluded.humidity
        ELSE (humidity * readings + excluded.humidity) / (readings + 1) END,
    readings = readings + 1;

-- name: PutDay :exec
INSERT INTO place_days (place_id, day, low_c, high_c) VALUES (?, ?, ?, ?)
ON CONFLICT (place_id, day) DO UPDATE SET low_c = excluded.low_c, high_c = excluded.high_c;

-- name: Hours :many
SELECT hour, celsius, humidity FROM place_hours WHERE place_id = sqlc.arg(place_id) AND hour >= sqlc.arg(since)
ORDER BY hour;

-- name: Days :many
SELECT day, low_c, high_c FROM place_days WHERE place_id = sqlc.arg(place_id) AND day >= sqlc.arg(since) ORDER BY day;

-- name: AddImport :one
INSERT INTO imports (place_id, doc, total, created_at) VALUES (?, ?, ?, ?) RETURNING *;

-- name: Imports :many
SELECT id FROM imports ORDER BY id;

-- name: GetImport :one
SELECT * FROM imports WHERE id = ?;

-- name: SetImportDone :exec
UPDATE imports SET done = ? WHERE id = ?;

-- name: DropImport :exec
DELETE FROM imports WHERE id = ?;

-- name: ImportOfPlace :one
SELECT CAST(COALESCE(SUM(total), 0) AS INTEGER) AS total, CAST(COALESCE(SUM(done), 0) AS INTEGER) AS done
FROM imports WHERE place_id = ?;
