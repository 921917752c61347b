-- +goose Up
-- The name of what was sent belongs to who sent it, to the operation and to the body: nothing else is
-- taken for kept. Empty: from before that was noted.
ALTER TABLE sent ADD COLUMN person TEXT NOT NULL DEFAULT '';
ALTER TABLE sent ADD COLUMN did TEXT NOT NULL DEFAULT '';
ALTER TABLE sent ADD COLUMN body TEXT NOT NULL DEFAULT ''; -- a hash

-- A line of the log is not put in the place of another.
-- +goose StatementBegin
CREATE TRIGGER log_grows BEFORE INSERT ON log WHEN NEW.id IN (SELECT id FROM log)
BEGIN SELECT RAISE(ABORT, 'the log is only added to'); END;
-- +goose StatementEnd

-- +goose Down
DROP TRIGGER log_grows;
ALTER TABLE sent DROP COLUMN body;
ALTER TABLE sent DROP COLUMN did;
ALTER TABLE sent DROP COLUMN person;
