-- name: CreateWeighing :one
INSERT INTO weighings (plant_id, at, kind, grams, because, moment, created_at) VALUES (?, ?, ?, ?, ?, ?, ?) RETURNING *;

-- name: ListWeighings :many
SELECT * FROM weighings WHERE plant_id = ? ORDER BY at, id;

-- name: WithdrawWeighing :one
UPDATE weighings SET withdrawn = sqlc.arg(withdrawn)
WHERE id = sqlc.arg(id) AND plant_id = sqlc.arg(plant_id) RETURNING *;

-- name: GetRehoming :one
SELECT * FROM rehomings WHERE plant_id = ?;

-- name: CreateRehoming :one
INSERT INTO rehomings (plant_id, doc, updated_at) VALUES (sqlc.arg(plant_id), sqlc.arg(doc), sqlc.arg(now)) RETURNING *;

-- name: SaveRehoming :one
UPDATE rehomings SET version = version + 1, doc = sqlc.arg(doc), updated_at = sqlc.arg(now)
WHERE plant_id = sqlc.arg(plant_id) AND version = sqlc.arg(version)
RETURNING *;

-- name: ListRehomings :many
SELECT sqlc.embed(rehomings), sqlc.embed(plants) FROM rehomings JOIN plants ON plants.id = rehomings.plant_id
WHERE plants.archived_at = '' ORDER BY plants.kept_apart, plants.tag, plants.id;

-- name: CreateHome :one
INSERT INTO homes (plant_id, from_on, doc, created_at) VALUES (?, ?, ?, ?) RETURNING *;

-- name: ChangeHome :one
UPDATE homes SET from_on = sqlc.arg(from_on),
  doc = sqlc.arg(doc) WHERE id = sqlc.arg(id) AND plant_id = sqlc.arg(plant_id) RETURNING *;

-- name: ListHomes :many
SELECT * FROM homes WHERE plant_id = ? ORDER BY from_on, id;

-- name: ListComponents :many
SELECT * FROM components ORDER BY code;

-- name: GetComponent :one
SELECT * FROM components WHERE code = ?;

-- name: CreateComponent :one
INSERT INTO components (code, doc, updated_at) VALUES (sqlc.arg(code), sqlc.arg(doc), sqlc.arg(now)) RETURNING *;

-- name: SaveComponent :one
UPDATE components SET version = version + 1, doc = sqlc.arg(doc), updated_at = sqlc.arg(now)
WHERE code = sqlc.arg(code) AND version = sqlc.arg(version)
RETURNING *;

-- name: ListRecipes :many
SELECT * FROM recipes WHERE gone = 0 ORDER BY id;

-- name: GetRecipe :one
SELECT * FROM recipes WHERE id = ?;

-- name: CreateRecipe :one
INSERT INTO recipes (doc, updated_at) VALUES (sqlc.arg(doc), sqlc.arg(now)) RETURNING *;

-- name: SaveRecipe :one
UPDATE recipes SET version = version + 1, doc = sqlc.arg(doc), gone = sqlc.arg(gone), updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;
