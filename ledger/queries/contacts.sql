-- name: AddStay :exec
-- Only where it stands elsewhere than before.
INSERT INTO stays (plant_id, place_id, from_at)
SELECT sqlc.arg(plant_id), sqlc.arg(place_id), sqlc.arg(now)
WHERE CAST(sqlc.arg(place_id) AS INTEGER) <> COALESCE(
    (SELECT s.place_id FROM stays s WHERE s.plant_id = sqlc.arg(plant_id) ORDER BY s.id DESC LIMIT 1), 0);

-- name: AllStays :many
SELECT * FROM stays ORDER BY plant_id, id;

-- name: SharedCare :many
-- Waterings since a day that plants can share: by whole trays, and soaks.
SELECT plant_id, day, job, because FROM aftercare
WHERE NOT withdrawn AND outcome = 'done' AND day >= sqlc.arg(day) AND (because = 'tray' OR job = 'soak');

-- name: BladeDays :many
-- Days on which plants were cleaned or cut.
SELECT plant_id, CAST(CASE kind WHEN 'cuts' THEN updated_at ELSE day END AS TEXT) AS at FROM documents
WHERE kind IN ('cleaning', 'cuts') AND plant_id IS NOT NULL AND state <> 'gone' AND updated_at >= sqlc.arg(day);

-- name: AllPlants :many
SELECT id, tag, parent_id, divided_on, archived_at FROM plants;
