-- name: ListShelf :many
SELECT * FROM shelf WHERE NOT gone ORDER BY id;

-- name: GetShelfItem :one
SELECT * FROM shelf WHERE id = ?;

-- name: AddToShelf :one
INSERT INTO shelf (doc, updated_at) VALUES (sqlc.arg(doc), sqlc.arg(now)) RETURNING *;

-- name: ChangeOnShelf :one
UPDATE shelf SET version = version + 1, doc = sqlc.arg(doc), gone = sqlc.arg(gone), updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;
