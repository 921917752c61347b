-- +goose Up
-- Noting a home used to write the new medium, pot and day over what the intake said
-- of the old ones. Where the intake still holds the day of a home, it holds what that
-- home gave, which the home keeps; what the plant came in is not known any more.
UPDATE plants SET old_medium = '', pot = '', last_repotted = ''
WHERE last_repotted <> '' AND EXISTS (
    SELECT 1 FROM homes WHERE homes.plant_id = plants.id AND homes.from_on = plants.last_repotted);

-- Logs on their way into a place, kept until all their hours are.
CREATE TABLE imports (
    id         INTEGER PRIMARY KEY,
    place_id   INTEGER NOT NULL REFERENCES places (id) ON DELETE CASCADE,
    doc        BLOB    NOT NULL, -- JSON: the hours and days of the log
    total      INTEGER NOT NULL,
    done       INTEGER NOT NULL DEFAULT 0,
    created_at TEXT    NOT NULL
) STRICT;

-- Two codes have new names.
UPDATE inspections SET noted = REPLACE(noted, '"vase-smell"', '"decay-smell"');
UPDATE shelf SET doc = REPLACE(doc, '"calmag"', '"calcium-magnesium"');
UPDATE cleanings SET doc = REPLACE(doc, '"calmag"', '"calcium-magnesium"');
UPDATE OR IGNORE acknowledged SET product = 'calcium-magnesium' WHERE product = 'calmag';

-- +goose Down
UPDATE cleanings SET doc = REPLACE(doc, '"calcium-magnesium"', '"calmag"');
UPDATE shelf SET doc = REPLACE(doc, '"calcium-magnesium"', '"calmag"');
UPDATE inspections SET noted = REPLACE(noted, '"decay-smell"', '"vase-smell"');
DROP TABLE imports;
