-- name: AddForecast :exec
-- Of a thing and a day one stands.
INSERT INTO forecasts (plant_id, code, of, made_on, soon_on, mid_on, late_on, chance, rests, seen)
VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING;

-- name: ForecastsOf :many
-- Of a plant, the oldest first.
SELECT * FROM forecasts WHERE plant_id = ? AND moved_id = 0 ORDER BY made_on, id;

-- name: AllForecasts :many
SELECT forecasts.* FROM forecasts WHERE moved_id = 0 ORDER BY plant_id, made_on, id;

-- name: SetTruth :exec
UPDATE forecasts SET truth = sqlc.arg(truth), truth_on = sqlc.arg(truth_on) WHERE id = sqlc.arg(id);
