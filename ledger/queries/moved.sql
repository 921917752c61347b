-- name: MoveDocument :exec
-- A document becomes another plant's, or nobody's.
UPDATE documents SET plant_id = sqlc.narg(plant_id), version = version + 1, updated_at = sqlc.arg(now)
WHERE kind = CAST(sqlc.arg(kind) AS TEXT) AND id = sqlc.arg(id);

-- name: GetWeighing :one
SELECT * FROM weighings WHERE id = ?;

-- name: MoveWeighing :exec
UPDATE weighings SET plant_id = COALESCE(CAST(sqlc.narg(plant_id) AS INTEGER), plant_id),
    withdrawn = sqlc.arg(withdrawn)
WHERE id = sqlc.arg(id);

-- name: AddMove :one
INSERT INTO moved (kind, doc_id, day, from_id, to_id, moved_on, foretold, created_at)
VALUES (?, ?, ?, ?, ?, ?, (SELECT COALESCE(MAX(id), 0) FROM forecasts), ?) RETURNING *;

-- name: GetMove :one
SELECT * FROM moved WHERE id = ?;

-- name: MovesOf :many
-- What was moved from or to a plant, with whether it was moved again since.
SELECT sqlc.embed(moved), CAST(EXISTS (SELECT 1 FROM moved later WHERE later.kind = moved.kind
    AND later.doc_id = moved.doc_id AND later.id > moved.id AND NOT later.undone) AS INTEGER) AS again
FROM moved
WHERE NOT moved.undone AND (moved.from_id = sqlc.arg(plant_id) OR moved.to_id = sqlc.arg(plant_id))
ORDER BY moved.id;

-- name: MovedAgain :one
SELECT COUNT(*) FROM moved
WHERE kind = sqlc.arg(kind) AND doc_id = sqlc.arg(doc_id) AND id > sqlc.arg(id) AND NOT undone;

-- name: UndoMove :one
UPDATE moved SET undone = 1 WHERE id = ? AND NOT undone RETURNING *;

-- name: TakeForecastsBack :exec
-- What was foretold of a plant from a day on goes with a move.
UPDATE forecasts SET moved_id = sqlc.arg(moved_id)
WHERE plant_id = sqlc.arg(plant_id) AND made_on >= sqlc.arg(day) AND moved_id = 0;

-- name: DropForecastsAfter :exec
-- What was foretold of a plant after a number.
DELETE FROM forecasts WHERE plant_id = sqlc.arg(plant_id) AND id > sqlc.arg(after) AND moved_id = 0;

-- name: GiveForecastsBack :exec
UPDATE forecasts SET moved_id = 0 WHERE moved_id = sqlc.arg(moved_id);

-- name: DropWithdrawn :exec
-- What was withdrawn from a plant.
DELETE FROM documents WHERE plant_id IS NULL AND EXISTS (SELECT 1 FROM moved
    WHERE moved.kind = documents.kind AND moved.doc_id = documents.id AND moved.from_id = sqlc.arg(plant_id));
