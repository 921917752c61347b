-- +goose Up
-- All that is noted as a whole is a document: of a kind, with a version, and of a plant or
-- of the house.
CREATE TABLE documents (
    kind       TEXT    NOT NULL,
    id         INTEGER NOT NULL, -- within its kind
    plant_id   INTEGER REFERENCES plants (id) ON DELETE CASCADE, -- NULL: of the house
    code       TEXT    NOT NULL DEFAULT '', -- a name of its own, where it has one
    day        TEXT    NOT NULL DEFAULT '', -- the day it is of
    state      TEXT    NOT NULL DEFAULT '', -- blank: begun, and nothing noted; closed; gone
    due_on     TEXT    NOT NULL DEFAULT '', -- the day it asks for something
    version    INTEGER NOT NULL DEFAULT 1,
    short      TEXT    NOT NULL DEFAULT '{}', -- JSON: what lists show of it
    created_at TEXT    NOT NULL,
    updated_at TEXT    NOT NULL,
    doc        TEXT    NOT NULL, -- JSON
    PRIMARY KEY (kind, id)
) STRICT;

-- What a document was before it was changed, so that a conflict can tell both changes.
CREATE TABLE bases (
    kind    TEXT    NOT NULL,
    id      INTEGER NOT NULL,
    version INTEGER NOT NULL,
    doc     TEXT    NOT NULL,
    PRIMARY KEY (kind, id, version)
) STRICT;

INSERT INTO documents (kind, id, plant_id, version, created_at, updated_at, doc)
SELECT 'intake', id, id, version, created_at, updated_at,
    '{"tag":' || json_quote(tag) || ',"group":' || json_quote(group_code) || ',"arrived_on":' || json_quote(arrived_on)
    || ',"source":' || json_quote(source) || ',"flowering":' || json_quote(flowering) || ',"leaf_count":' || leaf_count
    || ',"blades":' || blades || ',"bulb_count":' || bulb_count || ',"bulb_state":' || json_quote(bulb_state)
    || ',"last_repotted":' || json_quote(last_repotted) || ',"old_medium":' || json_quote(old_medium)
    || ',"pot":' || json_quote(pot) || ',"kept_apart":' || CASE WHEN kept_apart THEN 'true' ELSE 'false' END
    || ',"root_class":' || json_quote(root_class) || ',"dead_dry_roots":' || json_quote(dead_dry_roots)
    || ',"clinging_medium":' || json_quote(clinging_medium) || ',"spike_at_rescue":' || json_quote(spike_at_rescue)
    || ',"repot_in_flower":' || json_quote(repot_in_flower) || ',"small_rot_patch":' || json_quote(small_rot_patch)
    || ',"peroxide":' || json_quote(peroxide) || ',"cut_powder":' || json_quote(cut_powder)
    || ',"terete_leaves":' || CASE WHEN terete_leaves THEN 'true' ELSE 'false' END || ',"place_id":' || place_id
    || ',"notes":' || json_quote(notes) || '}'
FROM plants;

INSERT INTO documents (kind, id, plant_id, day, state, version, short, created_at, updated_at, doc)
SELECT 'reading', id, plant_id, read_on,
    CASE WHEN root_count > 0 OR instr(roots, '"none_found":true') > 0 THEN '' ELSE 'blank' END,
    version, summary, created_at, updated_at, roots
FROM readings;

INSERT INTO documents (kind, id, plant_id, day, created_at, updated_at, doc)
SELECT 'cuts', id, plant_id, read_on, created_at, updated_at, checks FROM readings WHERE checks <> '{}';

INSERT INTO documents (kind, id, plant_id, day, state, due_on, version, short, created_at, updated_at, doc)
SELECT 'look', id, plant_id, looked_on, CASE WHEN blank THEN 'blank' ELSE '' END, again_on, version,
    '{"look":' || look || ',"causes":' || causes || '}', created_at, updated_at,
    '{"noted":' || noted || ',"said":' ||
        replace(replace(replace(said, '"band":"as good as ruled out"', '"band":"ruled-out"'),
            '"band":"as likely as not"', '"band":"even"'), '"band":"almost certain"', '"band":"certain"') || '}'
FROM inspections;

INSERT INTO documents (kind, id, plant_id, day, state, created_at, updated_at, doc)
SELECT 'cleaning', id, plant_id, begun_on, CASE WHEN closed_on <> '' THEN 'closed' ELSE '' END, created_at, updated_at,
    '{"closed_on":' || json_quote(closed_on) || CASE WHEN doc = '{}' THEN '}' ELSE ',' || substr(doc, 2) END
FROM cleanings;

INSERT INTO documents (kind, id, plant_id, state, version, created_at, updated_at, doc)
SELECT 'course', id, plant_id, CASE WHEN closed_on <> '' THEN 'closed' ELSE '' END, version, created_at, updated_at,
    '{"closed_on":' || json_quote(closed_on) || ',"course":' || doc || '}'
FROM courses;

INSERT INTO documents (kind, id, plant_id, version, created_at, updated_at, doc)
SELECT 'rhizome', plant_id, plant_id, version, '', '', doc FROM rhizomes;

INSERT INTO documents (kind, id, plant_id, version, created_at, updated_at, doc)
SELECT 'plan', plant_id, plant_id, version, updated_at, updated_at, doc FROM rehomings;

INSERT INTO documents (kind, id, plant_id, day, created_at, updated_at, doc)
SELECT 'home', id, plant_id, from_on, created_at, created_at, json_remove(doc, '$.name', '$.id', '$.from_on')
FROM homes;

UPDATE plants SET home = COALESCE((
    SELECT json_object('route', homes.doc ->> 'route', 'mix', COALESCE(homes.doc ->> 'mix', '')) FROM homes
    WHERE homes.plant_id = plants.id AND homes.from_on = plants.home_since), '')
WHERE home <> '';

INSERT INTO documents (kind, id, state, version, created_at, updated_at, doc)
SELECT 'stock', id, CASE WHEN gone THEN 'gone' ELSE '' END, version, updated_at, updated_at, doc FROM shelf;

INSERT INTO documents (kind, id, code, version, created_at, updated_at, doc)
SELECT 'component', row_number() OVER (ORDER BY code), code, version, updated_at, updated_at, doc FROM components;

INSERT INTO documents (kind, id, state, version, created_at, updated_at, doc)
SELECT 'recipe', id, CASE WHEN gone THEN 'gone' ELSE '' END, version, updated_at, updated_at, doc FROM recipes;

INSERT INTO documents (kind, id, version, created_at, updated_at, doc)
SELECT 'place', id, version, updated_at, updated_at,
    '{"name":' || json_quote(name) || ',"zone":' || json_quote(zone)
    || ',"low_c":' || COALESCE(low_c, 'null') || ',"high_c":' || COALESCE(high_c, 'null')
    || ',"humidity_percent":' || COALESCE(humidity, 'null') || ',"light":' || json_quote(light) || '}'
FROM places;

INSERT INTO documents (kind, id, code, created_at, updated_at, doc)
SELECT 'house', 1, 'house', '', '', value FROM settings WHERE code = 'house';
DELETE FROM settings WHERE code = 'house';

CREATE INDEX documents_of_plant ON documents (plant_id, kind, day, id, state, due_on);
-- Small beside the other: which looks are due is asked of all plants at once.
CREATE INDEX documents_looks ON documents (plant_id, kind, day, id, state, due_on)
    WHERE kind = 'look' AND state <> 'blank';
CREATE UNIQUE INDEX documents_by_code ON documents (kind, code) WHERE code <> '';
CREATE INDEX documents_open ON documents (kind, state, id);

DROP TABLE readings;
DROP TABLE inspections;
DROP TABLE cleanings;
DROP TABLE courses;
DROP TABLE rhizomes;
DROP TABLE rehomings;
DROP TABLE homes;
DROP TABLE shelf;
DROP TABLE components;
DROP TABLE recipes;

-- A plant's row keeps what is looked for and sorted by; the rest is in its intake.
ALTER TABLE plants DROP COLUMN version;
ALTER TABLE plants DROP COLUMN arrived_on;
ALTER TABLE plants DROP COLUMN flowering;
ALTER TABLE plants DROP COLUMN leaf_count;
ALTER TABLE plants DROP COLUMN blades;
ALTER TABLE plants DROP COLUMN bulb_count;
ALTER TABLE plants DROP COLUMN bulb_state;
ALTER TABLE plants DROP COLUMN last_repotted;
ALTER TABLE plants DROP COLUMN old_medium;
ALTER TABLE plants DROP COLUMN pot;
ALTER TABLE plants DROP COLUMN root_class;
ALTER TABLE plants DROP COLUMN dead_dry_roots;
ALTER TABLE plants DROP COLUMN clinging_medium;
ALTER TABLE plants DROP COLUMN spike_at_rescue;
ALTER TABLE plants DROP COLUMN repot_in_flower;
ALTER TABLE plants DROP COLUMN small_rot_patch;
ALTER TABLE plants DROP COLUMN peroxide;
ALTER TABLE plants DROP COLUMN cut_powder;
ALTER TABLE plants DROP COLUMN terete_leaves;

ALTER TABLE places DROP COLUMN version;
ALTER TABLE places DROP COLUMN zone;
ALTER TABLE places DROP COLUMN low_c;
ALTER TABLE places DROP COLUMN high_c;
ALTER TABLE places DROP COLUMN humidity;
ALTER TABLE places DROP COLUMN light;
ALTER TABLE places DROP COLUMN updated_at;

-- The bench in its order, so that a page of it is found without sorting all of it.
CREATE INDEX plants_in_order ON plants (kept_apart, updated_at DESC, id DESC, archived_at);
