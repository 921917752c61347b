-- +goose Up
ALTER TABLE plants ADD COLUMN advice TEXT NOT NULL DEFAULT ''; -- JSON: the one advice for it, in codes
ALTER TABLE plants ADD COLUMN until_on TEXT NOT NULL DEFAULT ''; -- the day that holds until
ALTER TABLE plants ADD COLUMN turn INTEGER NOT NULL DEFAULT 0; -- handled in: 0 clean, 1 suspect, 2 apart
UPDATE plants SET turn = 2 WHERE kept_apart <> 0;
DROP INDEX plants_in_order;
CREATE INDEX plants_in_order ON plants (turn, updated_at DESC, id DESC, archived_at, until_on);

-- +goose Down
DROP INDEX plants_in_order;
ALTER TABLE plants DROP COLUMN turn;
ALTER TABLE plants DROP COLUMN until_on;
ALTER TABLE plants DROP COLUMN advice;
CREATE INDEX plants_in_order ON plants (kept_apart, updated_at DESC, id DESC, archived_at);
