-- name: AddCare :one
INSERT INTO aftercare (plant_id, day, at, job, outcome, because, was, ppm, person, created_at)
VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
RETURNING *;

-- name: CareOf :many
SELECT * FROM aftercare WHERE plant_id = ? AND NOT withdrawn ORDER BY at, id;

-- name: CareOn :one
-- What became of a job on a day.
SELECT * FROM aftercare WHERE plant_id = ? AND day = ? AND job = ? AND NOT withdrawn;

-- name: WithdrawCare :one
UPDATE aftercare SET withdrawn = 1 WHERE id = sqlc.arg(id) AND NOT withdrawn RETURNING *;

-- name: GetCare :one
SELECT * FROM aftercare WHERE id = ?;

-- name: CareOfDay :many
-- What was done on a day, of plants on the bench.
SELECT aftercare.* FROM aftercare JOIN plants ON plants.id = aftercare.plant_id
WHERE aftercare.day = ? AND NOT aftercare.withdrawn AND plants.archived_at = '' ORDER BY aftercare.id;

-- name: SetCare :exec
UPDATE plants SET care = sqlc.arg(care), care_on = sqlc.arg(care_on)
WHERE id = sqlc.arg(id) AND (care <> sqlc.arg(care) OR care_on <> sqlc.arg(care_on));

-- name: WantCare :many
-- Plants on the bench of which something is due up to a day, or whose advice has come to its day.
SELECT * FROM plants
WHERE archived_at = '' AND (care_on <> '' AND care_on <= sqlc.arg(day) OR until_on <> '' AND until_on <= sqlc.arg(day))
ORDER BY turn, place_id, lower(tag), id;

-- name: WantWork :many
-- Plants on the bench whose advice is one of these and has no day, or a later one, or that stand in the
-- frost; the first of them, with how many there are. Those whose aftercare speaks are in the round.
SELECT sqlc.embed(plants), COUNT(*) OVER () AS total FROM plants
WHERE archived_at = '' AND (until_on = '' OR until_on > sqlc.arg(day)) AND json_valid(advice)
  AND (advice ->> '$.care') IS NULL
  AND (instr(CAST(sqlc.arg(codes) AS TEXT), ' ' || (advice ->> 'code') || ' ') > 0
    OR (advice ->> '$.look.block') = 'frost')
ORDER BY turn, id LIMIT sqlc.arg(most);

-- name: NextCareOn :one
-- The first day after one on which a plant on the bench wants something; empty where none does.
SELECT CAST(COALESCE(MIN(care_on), '') AS TEXT) AS day FROM plants WHERE archived_at = '' AND care_on > sqlc.arg(day);

-- name: PlantsOfCareOn :many
SELECT * FROM plants WHERE archived_at = '' AND care_on = ? ORDER BY turn, place_id, lower(tag), id;

-- name: PlantsStanding :many
SELECT * FROM plants WHERE archived_at = '' AND place_id = ? ORDER BY turn, lower(tag), id;

-- name: PlantsWanting :many
-- Plants on the bench whose advice is one of these, as they came.
SELECT * FROM plants WHERE archived_at = '' AND json_valid(advice)
  AND instr(CAST(sqlc.arg(codes) AS TEXT), ' ' || (advice ->> 'code') || ' ') > 0
ORDER BY id LIMIT 500;

-- name: Unfollowed :many
-- The first plants on the bench whose aftercare is not worked out, with how many there are.
SELECT sqlc.embed(plants), COUNT(*) OVER () AS total FROM plants
WHERE archived_at = '' AND instr(care, '"missing":"') > 0
ORDER BY place_id, lower(tag), id LIMIT sqlc.arg(most);

-- name: PlantsOnBench :many
SELECT * FROM plants WHERE archived_at = '' ORDER BY turn, place_id, lower(tag), id;
