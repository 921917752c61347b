-- name: CreateInspection :one
INSERT INTO inspections (plant_id, looked_on, noted, created_at, updated_at)
VALUES (sqlc.arg(plant_id), sqlc.arg(looked_on), sqlc.arg(noted), sqlc.arg(now), sqlc.arg(now))
RETURNING *;

-- name: GetInspection :one
SELECT * FROM inspections WHERE id = ?;

-- name: LatestInspection :one
-- The newest inspection, blank or not.
SELECT * FROM inspections WHERE plant_id = ? ORDER BY looked_on DESC, id DESC LIMIT 1;

-- name: ListInspections :many
SELECT * FROM inspections WHERE plant_id = ? AND NOT blank ORDER BY looked_on DESC, id DESC;

-- name: SaveInspection :one
UPDATE inspections SET version = version + 1, looked_on = sqlc.arg(looked_on), noted = sqlc.arg(noted),
  said = sqlc.arg(said),
    blank = sqlc.arg(blank), again_on = sqlc.arg(again_on), look = sqlc.arg(look), causes = sqlc.arg(causes),
      updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;

-- name: SetLookInShort :exec
UPDATE inspections SET look = sqlc.arg(look), again_on = sqlc.arg(again_on) WHERE id = sqlc.arg(id);

-- name: SetCausesInShort :exec
UPDATE inspections SET causes = sqlc.arg(causes) WHERE id = sqlc.arg(id);

-- name: ReadingOfInspection :one
-- The newest reading in which something was read, before a day.
SELECT * FROM readings
WHERE plant_id = sqlc.arg(plant_id) AND read_on < sqlc.arg(before) AND (root_count > 0 OR json_extract(roots,
  '$.none_found'))
ORDER BY read_on DESC, id DESC LIMIT 1;
