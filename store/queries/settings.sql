-- name: ListSettings :many
SELECT code, value FROM settings;

-- name: PutSetting :exec
INSERT INTO settings (code, value) VALUES (?, ?) ON CONFLICT (code) DO UPDATE SET value = excluded.value;
