-- name: CreatePlant :one
INSERT INTO plants (tag, group_code, arrived_on, source, flowering, leaf_count, blades, bulb_count, bulb_state,
    last_repotted, old_medium, pot, kept_apart, root_class, dead_dry_roots, clinging_medium, spike_at_rescue,
      repot_in_flower, small_rot_patch, notes,
    peroxide, cut_powder, terete_leaves, place_id, created_at, updated_at)
VALUES (sqlc.arg(tag), sqlc.arg(group_code), sqlc.arg(arrived_on), sqlc.arg(source), sqlc.arg(flowering),
  sqlc.arg(leaf_count),
    sqlc.arg(blades), sqlc.arg(bulb_count), sqlc.arg(bulb_state), sqlc.arg(last_repotted), sqlc.arg(old_medium),
      sqlc.arg(pot),
    sqlc.arg(kept_apart), sqlc.arg(root_class), sqlc.arg(dead_dry_roots), sqlc.arg(clinging_medium),
    sqlc.arg(spike_at_rescue), sqlc.arg(repot_in_flower), sqlc.arg(small_rot_patch), sqlc.arg(notes),
    sqlc.arg(peroxide), sqlc.arg(cut_powder), sqlc.arg(terete_leaves), sqlc.arg(place_id), sqlc.arg(now), sqlc.arg(now))
RETURNING *;

-- name: GetPlant :one
SELECT * FROM plants WHERE id = ?;

-- name: UpdatePlant :one
UPDATE plants SET version = version + 1, tag = sqlc.arg(tag), group_code = sqlc.arg(group_code),
  arrived_on = sqlc.arg(arrived_on),
    source = sqlc.arg(source), flowering = sqlc.arg(flowering), leaf_count = sqlc.arg(leaf_count),
      blades = sqlc.arg(blades),
    bulb_count = sqlc.arg(bulb_count), bulb_state = sqlc.arg(bulb_state), last_repotted = sqlc.arg(last_repotted),
    old_medium = sqlc.arg(old_medium), pot = sqlc.arg(pot), kept_apart = sqlc.arg(kept_apart),
      root_class = sqlc.arg(root_class),
    dead_dry_roots = sqlc.arg(dead_dry_roots), clinging_medium = sqlc.arg(clinging_medium),
    spike_at_rescue = sqlc.arg(spike_at_rescue), repot_in_flower = sqlc.arg(repot_in_flower),
      small_rot_patch = sqlc.arg(small_rot_patch),
    peroxide = sqlc.arg(peroxide), cut_powder = sqlc.arg(cut_powder), terete_leaves = sqlc.arg(terete_leaves),
      place_id = sqlc.arg(place_id),
    notes = sqlc.arg(notes), updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id) AND version = sqlc.arg(version)
RETURNING *;

-- name: ArchivePlant :one
UPDATE plants SET version = version + 1, archived_at = sqlc.arg(archived_at), updated_at = sqlc.arg(now)
WHERE id = sqlc.arg(id)
RETURNING *;

-- name: ListPlants :many
-- The newest reading and inspection are looked up for the plants shown only. Due
-- keeps those whose day to look again has come.
SELECT sqlc.embed(plants), CAST(COALESCE(r.id, 0) AS INTEGER) AS reading_id, CAST(COALESCE(r.read_on,
  '') AS TEXT) AS read_on,
    CAST(COALESCE(r.summary, '') AS TEXT) AS summary, CAST(COALESCE(i.id, 0) AS INTEGER) AS inspection_id,
    CAST(COALESCE(i.looked_on, '') AS TEXT) AS looked_on, CAST(COALESCE(i.again_on, '') AS TEXT) AS again_on,
    CAST(COALESCE(i.look, '') AS TEXT) AS look, CAST(COALESCE(i.causes, '') AS TEXT) AS causes
FROM plants
LEFT JOIN readings r ON r.id = (
    SELECT l.id FROM readings l
    WHERE l.plant_id = plants.id AND (l.root_count > 0 OR json_extract(l.roots, '$.none_found'))
    ORDER BY l.read_on DESC, l.id DESC LIMIT 1)
LEFT JOIN inspections i ON i.id = (
    SELECT l.id FROM inspections l WHERE l.plant_id = plants.id AND NOT l.blank ORDER BY l.looked_on DESC,
      l.id DESC LIMIT 1)
WHERE plants.id IN (
    SELECT p.id FROM plants p
    WHERE (p.archived_at <> '') = CAST(sqlc.arg(archived) AS INTEGER)
      AND (CAST(sqlc.arg(query) AS TEXT) = '' OR instr(lower(p.tag || ' ' || p.source || ' ' || p.notes),
        lower(sqlc.arg(query))) > 0
        OR instr(CAST(sqlc.arg(groups) AS TEXT), ' ' || p.group_code || ' ') > 0)
      AND (CAST(sqlc.arg(due) AS TEXT) = '' OR (p.look_on <> '' AND p.look_on <= sqlc.arg(due)) OR (
        SELECT l.again_on <> '' AND l.again_on <= sqlc.arg(due) FROM inspections l
        WHERE l.plant_id = p.id AND NOT l.blank ORDER BY l.looked_on DESC, l.id DESC LIMIT 1))
    ORDER BY p.kept_apart, p.updated_at DESC, p.id DESC
    LIMIT sqlc.arg(most) OFFSET sqlc.arg(skip))
ORDER BY plants.kept_apart, plants.updated_at DESC, plants.id DESC;

-- name: CountPlants :one
SELECT COUNT(*) FROM plants p
WHERE (p.archived_at <> '') = CAST(sqlc.arg(archived) AS INTEGER)
  AND (CAST(sqlc.arg(query) AS TEXT) = '' OR instr(lower(p.tag || ' ' || p.source || ' ' || p.notes),
    lower(sqlc.arg(query))) > 0
    OR instr(CAST(sqlc.arg(groups) AS TEXT), ' ' || p.group_code || ' ') > 0)
  AND (CAST(sqlc.arg(due) AS TEXT) = '' OR (p.look_on <> '' AND p.look_on <= sqlc.arg(due)) OR (
        SELECT l.again_on <> '' AND l.again_on <= sqlc.arg(due) FROM inspections l
        WHERE l.plant_id = p.id AND NOT l.blank ORDER BY l.looked_on DESC, l.id DESC LIMIT 1));

-- name: SetHome :exec
UPDATE plants SET home = sqlc.arg(home), home_since = sqlc.arg(since),
  look_on = sqlc.arg(look_on) WHERE id = sqlc.arg(id);

-- name: SetLookOn :exec
UPDATE plants SET look_on = sqlc.arg(look_on) WHERE id = sqlc.arg(id);
