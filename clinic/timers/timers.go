// Package timers is the service of the timers.
package timers

import (
	"context"
	"strings"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/ledger"
)

// mostTimers run at once.
const mostTimers = 40

// Service is the timers.
type Service struct{ *record.Keeper }

// Timer is a timer that runs, or has run out and was not put away.
type Timer struct {
	ID        int64           `json:"id" required:"true"`
	PlantID   int64           `json:"plant_id,omitempty"`
	Tag       string          `json:"tag,omitempty" description:"of its plant"`
	Job       string          `json:"job,omitempty" description:"code of the job it belongs to"`
	Words     message.Message `json:"words" required:"true" description:"of its job, else as they were given"`
	Seconds   int64           `json:"seconds" required:"true"`
	StartedMS int64           `json:"started_ms" required:"true" description:"milliseconds since 1970, UTC"`
}

// Timers are those in hand. Now is the server's clock, so that a page whose own
// is wrong still counts right.
type Timers struct {
	Timers []Timer `json:"timers" required:"true"`
	NowMS  int64   `json:"now_ms" required:"true"`
}

// StartTimer begins a timer.
type StartTimer struct {
	PlantID int64  `json:"plant_id,omitempty" validate:"min=0"`
	Job     string `json:"job,omitempty" validate:"code"`
	Words   string `json:"words,omitempty" validate:"omitempty,timer" description:"of a timer that belongs to no job"`
	Seconds int64  `json:"seconds" required:"true" validate:"seconds"`
}

// Faults finds timers that nobody could tell from another.
func (s StartTimer) Faults() fault.List {
	if strings.TrimSpace(s.Words) == "" && nameOf(s.Job).Empty() {
		return record.OneFault("words", message.Of("clinic.timers.say-what-it-is-for"), message.Of("limits.not-empty"), s.Words)
	}
	return nil
}

// ChangeTimer gives a timer more time, or puts it away.
type ChangeTimer struct {
	MoreSeconds int64 `json:"more_seconds,omitempty" validate:"more_seconds"`
	PutAway     bool  `json:"put_away,omitempty"`
}

// nameOf is what the timer of a job of the cleaning, or of a check that waits, is called; empty for another code.
func nameOf(job string) message.Message {
	if f, ok := causes.Table().Finding(job); ok && !f.Timer.Value.Empty() {
		return f.Timer.Value
	}
	return cleaning.TimerOf(job)
}

// Timers lists the timers in hand, the first to end first.
func (c *Service) Timers(ctx context.Context) (Timers, error) {
	rows, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]ledger.Timer, error) { return tx.Timers().All(ctx) })
	if err != nil {
		return Timers{}, err
	}
	all := Timers{Timers: make([]Timer, len(rows)), NowMS: c.Now().UnixMilli()}
	for i, r := range rows {
		words := nameOf(r.Job).Or(message.Plain(r.Words))
		all.Timers[i] = Timer{r.ID, r.PlantID, r.Tag, r.Job, words, r.Seconds, r.StartedMs}
	}
	return all, nil
}

// StartTimer begins a timer. One of the same job and plant begins anew.
func (c *Service) StartTimer(ctx context.Context, s StartTimer) (Timers, error) {
	if err := check.Input(s); err != nil {
		return Timers{}, err
	}
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		if s.PlantID != 0 {
			if _, err := tx.Plants().Get(ctx, s.PlantID); err != nil {
				return record.MissingOr(err, "plant", s.PlantID)
			}
		}
		rows, err := tx.Timers().All(ctx)
		if err != nil {
			return err
		}
		if len(rows) >= mostTimers {
			return record.OneFault("words",
				message.Of("clinic.timers.many-timers-run", message.Count("most", mostTimers)),
				message.Of("limits.at-most", message.Count("figure", mostTimers)), len(rows))
		}
		for _, r := range rows {
			if s.Job != "" && r.PlantID == s.PlantID && r.Job == s.Job {
				if err := tx.Timers().Change(ctx, r.ID, r.Seconds, true); err != nil {
					return err
				}
			}
		}
		return tx.Timers().Start(ctx, ledger.Timer{
			PlantID:   s.PlantID,
			Job:       s.Job,
			Words:     s.Words,
			Seconds:   s.Seconds,
			StartedMs: c.Now().UnixMilli(),
		})
	})
	if err != nil {
		return Timers{}, err
	}
	return c.Timers(ctx)
}

// ChangeTimer gives a timer more time, from now when it has run out, or puts it
// away.
func (c *Service) ChangeTimer(ctx context.Context, id int64, ch ChangeTimer) (Timers, error) {
	if err := check.Input(ch); err != nil {
		return Timers{}, err
	}
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		seconds, started, err := tx.Timers().Get(ctx, id)
		if err != nil {
			return record.MissingOr(err, "timer", id)
		}
		if ch.MoreSeconds > 0 {
			run := (c.Now().UnixMilli() - started) / 1000
			seconds = max(seconds, run) + ch.MoreSeconds
		}
		return tx.Timers().Change(ctx, id, seconds, ch.PutAway)
	})
	if err != nil {
		return Timers{}, err
	}
	return c.Timers(ctx)
}
