-- name: AddPlant :one
INSERT INTO plants (tag, group_code, source, notes, kept_apart, place_id, turn, created_at, updated_at)
VALUES (sqlc.arg(tag), sqlc.arg(group_code), sqlc.arg(source), sqlc.arg(notes), sqlc.arg(kept_apart),
    sqlc.arg(place_id), 2 * CAST(sqlc.arg(kept_apart) AS INTEGER), sqlc.arg(now), sqlc.arg(now))
RETURNING *;

-- name: GetPlant :one
SELECT * FROM plants WHERE id = ?;

-- name: ChangePlant :one
UPDATE plants SET tag = sqlc.arg(tag), group_code = sqlc.arg(group_code), source = sqlc.arg(source),
    notes = sqlc.arg(notes), kept_apart = sqlc.arg(kept_apart), place_id = sqlc.arg(place_id),
    updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id)
RETURNING *;

-- name: ArchivePlant :one
UPDATE plants SET archived_at = sqlc.arg(archived_at), updated_at = sqlc.arg(now) WHERE id = sqlc.arg(id) RETURNING *;

-- name: RemovePlant :exec
-- What hangs on it goes with it.
DELETE FROM plants WHERE id = ?;

-- name: SetParent :one
UPDATE plants SET parent_id = sqlc.arg(parent_id), divided_on = sqlc.arg(divided_on) WHERE id = sqlc.arg(id)
RETURNING *;

-- name: TouchPlant :exec
UPDATE plants SET updated_at = sqlc.arg(now) WHERE id = sqlc.arg(id);

-- name: SetHome :exec
UPDATE plants SET home = sqlc.arg(home), home_since = sqlc.arg(since), look_on = sqlc.arg(look_on)
WHERE id = sqlc.arg(id);

-- name: SetAdvice :exec
UPDATE plants SET advice = sqlc.arg(advice), until_on = sqlc.arg(until_on), turn = sqlc.arg(turn)
WHERE id = sqlc.arg(id) AND (advice <> sqlc.arg(advice) OR until_on <> sqlc.arg(until_on) OR turn <> sqlc.arg(turn));

-- name: SetLookOn :exec
UPDATE plants SET look_on = sqlc.arg(look_on) WHERE id = sqlc.arg(id);

-- name: Divisions :many
SELECT * FROM plants WHERE parent_id = ? ORDER BY id;

-- name: PlantsAfter :many
-- The ids of plants on the bench and off it, from one on.
SELECT id FROM plants WHERE id > sqlc.arg(after) ORDER BY id LIMIT sqlc.arg(most);

-- name: CountAllPlants :one
SELECT COUNT(*) FROM plants;

-- name: FindPlants :many
-- The newest reading and look are looked up for the plants shown only. Due keeps those
-- whose advice has come to its day, or of which a job is due.
SELECT sqlc.embed(plants), CAST(COALESCE(d.version, 0) AS INTEGER) AS version,
    CAST(COALESCE(d.doc, '') AS TEXT) AS intake, CAST(COALESCE(r.id, 0) AS INTEGER) AS reading_id,
    CAST(COALESCE(r.day, '') AS TEXT) AS read_on, CAST(COALESCE(r.short, '') AS TEXT) AS reading,
    CAST(COALESCE(i.id, 0) AS INTEGER) AS look_id, CAST(COALESCE(i.day, '') AS TEXT) AS looked_on,
    CAST(COALESCE(i.due_on, '') AS TEXT) AS again_on, CAST(COALESCE(i.short, '') AS TEXT) AS look
FROM plants
CROSS JOIN (SELECT CAST(sqlc.arg(sort) AS TEXT) AS sort) o
LEFT JOIN documents d ON d.kind = 'intake' AND d.id = plants.id
LEFT JOIN documents r ON r.kind = 'reading' AND r.id = (
    SELECT l.id FROM documents l WHERE l.plant_id = plants.id AND l.kind = 'reading' AND l.state <> 'blank'
    ORDER BY l.day DESC, l.id DESC LIMIT 1)
LEFT JOIN documents i ON i.kind = 'look' AND i.id = (
    SELECT l.id FROM documents l WHERE l.plant_id = plants.id AND l.kind = 'look' AND l.state <> 'blank'
    ORDER BY l.day DESC, l.id DESC LIMIT 1)
WHERE plants.id IN (
    SELECT p.id FROM plants p CROSS JOIN (SELECT CAST(sqlc.arg(sort) AS TEXT) AS sort) o
    WHERE (p.archived_at <> '') = CAST(sqlc.arg(archived) AS INTEGER)
      AND (CAST(sqlc.arg(query) AS TEXT) = '' OR instr(lower(p.tag || ' ' || p.source || ' ' || p.notes),
        lower(sqlc.arg(query))) > 0
        OR instr(CAST(sqlc.arg(groups) AS TEXT), ' ' || p.group_code || ' ') > 0)
      AND (CAST(sqlc.arg(due) AS TEXT) = '' OR p.until_on <> '' AND p.until_on <= sqlc.arg(due)
        OR p.care_on <> '' AND p.care_on <= sqlc.arg(due))
      AND (CAST(sqlc.arg(group_code) AS TEXT) = '' OR p.group_code = sqlc.arg(group_code))
      AND (CAST(sqlc.arg(place) AS INTEGER) = 0 OR p.place_id = sqlc.arg(place))
      AND (CAST(sqlc.arg(turn) AS INTEGER) < 0 OR p.turn = sqlc.arg(turn))
      AND (CAST(sqlc.arg(unfollowed) AS INTEGER) = 0 OR instr(p.care, '"missing":"') > 0)
      AND (CAST(sqlc.arg(codes) AS TEXT) = '' OR json_valid(p.advice)
        AND instr(CAST(sqlc.arg(codes) AS TEXT), ' ' || (p.advice ->> 'code') || ' ') > 0)
    ORDER BY p.turn, CASE o.sort WHEN 'tag' THEN lower(p.tag)
        WHEN 'day' THEN COALESCE(NULLIF(p.until_on, ''), '9') ELSE '' END, p.updated_at DESC, p.id DESC
    LIMIT sqlc.arg(most) OFFSET sqlc.arg(skip))
ORDER BY plants.turn, CASE o.sort WHEN 'tag' THEN lower(plants.tag)
    WHEN 'day' THEN COALESCE(NULLIF(plants.until_on, ''), '9') ELSE '' END, plants.updated_at DESC, plants.id DESC;

-- name: CountPlants :one
SELECT COUNT(*) FROM plants p
WHERE (p.archived_at <> '') = CAST(sqlc.arg(archived) AS INTEGER)
  AND (CAST(sqlc.arg(query) AS TEXT) = '' OR instr(lower(p.tag || ' ' || p.source || ' ' || p.notes),
    lower(sqlc.arg(query))) > 0
    OR instr(CAST(sqlc.arg(groups) AS TEXT), ' ' || p.group_code || ' ') > 0)
  AND (CAST(sqlc.arg(due) AS TEXT) = '' OR p.until_on <> '' AND p.until_on <= sqlc.arg(due)
    OR p.care_on <> '' AND p.care_on <= sqlc.arg(due))
  AND (CAST(sqlc.arg(group_code) AS TEXT) = '' OR p.group_code = sqlc.arg(group_code))
  AND (CAST(sqlc.arg(place) AS INTEGER) = 0 OR p.place_id = sqlc.arg(place))
  AND (CAST(sqlc.arg(turn) AS INTEGER) < 0 OR p.turn = sqlc.arg(turn))
  AND (CAST(sqlc.arg(unfollowed) AS INTEGER) = 0 OR instr(p.care, '"missing":"') > 0)
  AND (CAST(sqlc.arg(codes) AS TEXT) = '' OR json_valid(p.advice)
    AND instr(CAST(sqlc.arg(codes) AS TEXT), ' ' || (p.advice ->> 'code') || ' ') > 0);
