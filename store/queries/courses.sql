-- name: ListCourses :many
SELECT * FROM courses WHERE plant_id = ? ORDER BY closed_on <> '', id DESC;

-- name: OpenCourses :many
-- The treatments that go on, of plants on the bench, with what was noted at the last look.
SELECT sqlc.embed(courses), sqlc.embed(plants), CAST(COALESCE((
    SELECT l.noted FROM inspections l WHERE l.plant_id = plants.id AND NOT l.blank ORDER BY l.looked_on DESC,
      l.id DESC LIMIT 1), '') AS TEXT) AS noted
FROM courses JOIN plants ON plants.id = courses.plant_id
WHERE courses.closed_on = '' AND plants.archived_at = '' ORDER BY plants.kept_apart, courses.id;

-- name: GetCourse :one
SELECT * FROM courses WHERE id = ?;

-- name: CreateCourse :one
INSERT INTO courses (plant_id, doc, created_at, updated_at) VALUES (sqlc.arg(plant_id), sqlc.arg(doc),
  sqlc.arg(now), sqlc.arg(now)) RETURNING *;

-- name: SaveCourse :one
UPDATE courses SET version = version + 1, doc = sqlc.arg(doc), closed_on = sqlc.arg(closed_on),
  updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;

-- name: DeleteCourse :exec
DELETE FROM courses WHERE id = ?;

-- name: GetRhizome :one
SELECT * FROM rhizomes WHERE plant_id = ?;

-- name: CreateRhizome :one
INSERT INTO rhizomes (plant_id, doc) VALUES (?, ?) RETURNING *;

-- name: SaveRhizome :one
UPDATE rhizomes SET version = version + 1,
  doc = sqlc.arg(doc) WHERE plant_id = sqlc.arg(plant_id) AND version = sqlc.arg(version) RETURNING *;

-- name: ListDivisions :many
SELECT * FROM plants WHERE parent_id = ? ORDER BY id;

-- name: SetParent :one
UPDATE plants SET parent_id = sqlc.arg(parent_id),
  divided_on = sqlc.arg(divided_on) WHERE id = sqlc.arg(id) RETURNING *;
