-- +goose Up
-- What became of the jobs of aftercare is called as the step is.
ALTER TABLE care RENAME TO aftercare;
DROP INDEX care_once_a_day;
CREATE UNIQUE INDEX aftercare_once_a_day ON aftercare (plant_id, day, job) WHERE withdrawn = 0;

-- +goose Down
DROP INDEX aftercare_once_a_day;
ALTER TABLE aftercare RENAME TO care;
CREATE UNIQUE INDEX care_once_a_day ON care (plant_id, day, job) WHERE withdrawn = 0;
