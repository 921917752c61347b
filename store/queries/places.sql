-- name: ListPlaces :many
SELECT * FROM places ORDER BY name, id;

-- name: GetPlace :one
SELECT * FROM places WHERE id = ?;

-- name: CreatePlace :one
INSERT INTO places (name, zone, low_c, high_c, humidity, light, updated_at) VALUES (?, ?, ?, ?, ?, ?, ?) RETURNING *;

-- name: ChangePlace :one
UPDATE places SET version = version + 1, name = sqlc.arg(name), zone = sqlc.arg(zone), low_c = sqlc.arg(low_c),
  high_c = sqlc.arg(high_c), humidity = sqlc.arg(humidity), light = sqlc.arg(light), updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;

-- name: PutPlaceHour :exec
INSERT INTO place_hours (place_id, hour, celsius, humidity) VALUES (?, ?, ?, ?)
ON CONFLICT (place_id, hour) DO UPDATE SET celsius = excluded.celsius, humidity = COALESCE(excluded.humidity,
  humidity), readings = 1;

-- name: AddPlaceReading :exec
INSERT INTO place_hours (place_id, hour, celsius, humidity) VALUES (?, ?, ?, ?)
ON CONFLICT (place_id, hour) DO UPDATE SET
    celsius = (celsius * readings + excluded.celsius) / (readings + 1),
    humidity = CASE WHEN excluded.humidity IS NULL THEN humidity WHEN humidity IS NULL THEN excluded.humidity
        ELSE (humidity * readings + excluded.humidity) / (readings + 1) END,
    readings = readings + 1;

-- name: PutPlaceDay :exec
INSERT INTO place_days (place_id, day, low_c, high_c) VALUES (?, ?, ?, ?)
ON CONFLICT (place_id, day) DO UPDATE SET low_c = excluded.low_c, high_c = excluded.high_c;

-- name: PlaceHours :many
SELECT hour, celsius,
  humidity FROM place_hours WHERE place_id = sqlc.arg(place_id) AND hour >= sqlc.arg(since) ORDER BY hour;

-- name: PlaceDays :many
SELECT day, low_c, high_c FROM place_days WHERE place_id = sqlc.arg(place_id) AND day >= sqlc.arg(since) ORDER BY day;

-- name: PlantsAtPlace :one
SELECT COUNT(*) FROM plants WHERE place_id = ? AND archived_at = '';

-- name: CreateImport :one
INSERT INTO imports (place_id, doc, total, created_at) VALUES (?, ?, ?, ?) RETURNING *;

-- name: ListImports :many
SELECT id, place_id, total, done FROM imports ORDER BY id;

-- name: GetImport :one
SELECT * FROM imports WHERE id = ?;

-- name: SetImportDone :exec
UPDATE imports SET done = ? WHERE id = ?;

-- name: DropImport :exec
DELETE FROM imports WHERE id = ?;

-- name: ImportOfPlace :one
SELECT CAST(COALESCE(SUM(total), 0) AS INTEGER) AS total, CAST(COALESCE(SUM(done),
  0) AS INTEGER) AS done FROM imports WHERE place_id = ?;
