package ledger

import (
	"context"
	"errors"
	"fmt"

	"therapeon/ledger/internal/sqlc"
)

// Weighing is a weighing of a plant.
type Weighing = sqlc.Weighing

// Incident is something that broke.
type Incident = sqlc.Incident

// Events are what happened to plants, noted one by one: weighings and incidents.
type Events struct{ tx *Tx }

// Under these the log names an event.
const (
	WeighingKind = "weighing"
	IncidentKind = "incident"
)

// Events are what happened to plants.
func (tx *Tx) Events() Events { return Events{tx} }

// Weighings are those of a plant, the oldest first, the withdrawn too.
func (e Events) Weighings(ctx context.Context, plantID int64) ([]Weighing, error) {
	rows, err := e.tx.q.Weighings(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list weighings: %w", err)
	}
	return rows, nil
}

// Weigh keeps a weighing.
func (e Events) Weigh(ctx context.Context, w Weighing) (Weighing, error) {
	row, err := e.tx.q.AddWeighing(ctx, sqlc.AddWeighingParams{
		PlantID: w.PlantID, At: w.At, Kind: w.Kind, Grams: w.Grams, Because: w.Because, Moment: w.Moment,
		CreatedAt: w.CreatedAt,
	})
	if err != nil {
		return row, fmt.Errorf("keep weighing: %w", err)
	}
	e.tx.changed = append(e.tx.changed, changedDoc{row.PlantID, savedAs{WeighingKind, row.ID, 1}, row.CreatedAt})
	return row, nil
}

// WithdrawWeighing takes a weighing of a plant back, or lets it stand again.
func (e Events) WithdrawWeighing(ctx context.Context, plantID, id int64, withdrawn bool) error {
	_, err := e.tx.q.WithdrawWeighing(ctx,
		sqlc.WithdrawWeighingParams{ID: id, PlantID: plantID, Withdrawn: asInt(withdrawn)})
	return found(err)
}

// Incidents are those of a plant that stand, the newest first.
func (e Events) Incidents(ctx context.Context, plantID int64) ([]Incident, error) {
	rows, err := e.tx.q.Incidents(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list incidents: %w", err)
	}
	return rows, nil
}

// AddIncident keeps an incident.
func (e Events) AddIncident(ctx context.Context, i Incident) error {
	row, err := e.tx.q.AddIncident(ctx, sqlc.AddIncidentParams{
		PlantID: i.PlantID, HappenedOn: i.HappenedOn, What: i.What, Note: i.Note, CreatedAt: i.CreatedAt,
	})
	if err != nil {
		return fmt.Errorf("note incident: %w", err)
	}
	touch(e.tx.touched, row.PlantID)
	e.tx.changed = append(e.tx.changed, changedDoc{row.PlantID, savedAs{IncidentKind, row.ID, 1}, row.CreatedAt})
	return nil
}

// WithdrawIncident takes an incident of a plant back, or lets it stand again.
func (e Events) WithdrawIncident(ctx context.Context, plantID, id int64, withdrawn bool) error {
	touch(e.tx.touched, plantID)
	_, err := e.tx.q.WithdrawIncident(ctx,
		sqlc.WithdrawIncidentParams{ID: id, PlantID: plantID, Withdrawn: asInt(withdrawn)})
	return found(err)
}

// House is what is noted of the house itself: who read which cautions, and what the program
// notes for itself.
type House struct{ tx *Tx }

// House is what is noted of the house itself.
func (tx *Tx) House() House { return House{tx} }

// Acknowledged is a caution that someone read, at a product or none.
type Acknowledged = sqlc.AcknowledgedRow

// Acknowledged are the cautions that a person has read.
func (h House) Acknowledged(ctx context.Context, person string) ([]Acknowledged, error) {
	rows, err := h.tx.q.Acknowledged(ctx, person)
	if err != nil {
		return nil, fmt.Errorf("list cautions read: %w", err)
	}
	return rows, nil
}

// Acknowledge keeps that a person has read a caution.
func (h House) Acknowledge(ctx context.Context, person string, a Acknowledged, at string) error {
	h.tx.about = a.Caution
	return h.tx.q.Acknowledge(ctx,
		sqlc.AcknowledgeParams{Person: person, Product: a.Product, Caution: a.Caution, At: at})
}

// Note is what the program noted for itself under a code, or empty.
func (h House) Note(ctx context.Context, code string) (string, error) {
	value, err := h.tx.q.GetSetting(ctx, code)
	if err = found(err); errors.Is(err, ErrNotFound) {
		return "", nil
	}
	return value, err
}

// PutNote keeps what the program notes for itself.
func (h House) PutNote(ctx context.Context, code, value string) error {
	return h.tx.q.PutSetting(ctx, sqlc.PutSettingParams{Code: code, Value: value})
}

// Timer is a timer that runs, or has run out and was not put away.
type Timer = sqlc.ListTimersRow

// Timers are the timers of the house.
type Timers struct{ tx *Tx }

// Timers are the timers of the house.
func (tx *Tx) Timers() Timers { return Timers{tx} }

// All lists the timers in hand, the first to end first.
func (t Timers) All(ctx context.Context) ([]Timer, error) {
	rows, err := t.tx.q.ListTimers(ctx)
	if err != nil {
		return nil, fmt.Errorf("list timers: %w", err)
	}
	return rows, nil
}

// Get finds a timer; ErrNotFound where there is none.
func (t Timers) Get(ctx context.Context, id int64) (seconds, startedMS int64, err error) {
	row, err := t.tx.q.GetTimer(ctx, id)
	return row.Seconds, row.StartedMs, found(err)
}

// Start begins a timer.
func (t Timers) Start(ctx context.Context, timer Timer) error {
	t.tx.Changed("timers")
	_, err := t.tx.q.CreateTimer(ctx, sqlc.CreateTimerParams{
		PlantID: timer.PlantID, Job: timer.Job, Words: timer.Words, Seconds: timer.Seconds, StartedMs: timer.StartedMs,
	})
	return err
}

// Change sets how long a timer runs, or puts it away.
func (t Timers) Change(ctx context.Context, id, seconds int64, away bool) error {
	t.tx.Changed("timers")
	_, err := t.tx.q.ChangeTimer(ctx, sqlc.ChangeTimerParams{ID: id, Seconds: seconds, PutAway: asInt(away)})
	return err
}
