package clinic

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"maps"
	"slices"

	"therapeon/core/climate"
	"therapeon/formats"
	"therapeon/store/sqlc"
)

// Importing is how far a log is on its way into a place.
type Importing struct {
	Total int64 `json:"total" required:"true" description:"hours and days of the log"`
	Done  int64 `json:"done" required:"true" description:"of them kept"`
}

// batch is how many hours are kept in one transaction, so that nobody else waits
// long for the file.
const batch = 1000

// pending is a log on its way: it is kept whole before its first hour is, so that
// a program that ends in between finishes it at its next start.
type pending struct {
	Hours []pendingHour `json:"hours"`
	Days  []climate.Day `json:"days"`
}

type pendingHour struct {
	Hour    int64    `json:"h"`
	Celsius float64  `json:"c"`
	Humid   *float64 `json:"p,omitempty"`
}

func pendingOf(log formats.ClimateLog) pending {
	p := pending{Hours: make([]pendingHour, 0, len(log.Hours)), Days: log.Days}
	for _, h := range slices.Sorted(maps.Keys(log.Hours)) {
		at := pendingHour{Hour: h, Celsius: log.Hours[h]}
		if percent, ok := log.Humid[h]; ok {
			at.Humid = &percent
		}
		p.Hours = append(p.Hours, at)
	}
	return p
}

func (p pending) total() int { return len(p.Hours) + len(p.Days) }

// keep keeps the entries from one to another, hours before days.
func (p pending) keep(ctx context.Context, q *sqlc.Queries, place int64, from, to int) error {
	for i := from; i < to; i++ {
		if i < len(p.Hours) {
			h := p.Hours[i]
			if err := q.PutPlaceHour(
				ctx,
				sqlc.PutPlaceHourParams{PlaceID: place, Hour: h.Hour, Celsius: h.Celsius, Humidity: nullable(h.Humid)},
			); err != nil {
				return fmt.Errorf("keep the log: %w", err)
			}
			continue
		}
		d := p.Days[i-len(p.Hours)]
		if err := q.PutPlaceDay(
			ctx,
			sqlc.PutPlaceDayParams{PlaceID: place, Day: d.Day, LowC: d.LowC, HighC: d.HighC},
		); err != nil {
			return fmt.Errorf("keep the days: %w", err)
		}
	}
	return nil
}

// ImportClimate reads a climate file of a place. Times without an offset are
// the place's own. Nothing is kept unless every line is right. Once it is taken
// in, all of it will be, whether or not anybody waits for that.
func (c *Clinic) ImportClimate(ctx context.Context, id int64, file io.Reader) (Imported, error) {
	row, err := c.store.GetPlace(ctx, id)
	if err != nil {
		return Imported{}, missing(err, "place", id)
	}
	zone, err := zoneOf(row.Zone)
	if err != nil {
		return Imported{}, err
	}
	log, err := formats.ReadClimate(file, zone, c.now())
	if err != nil {
		return Imported{}, err
	}
	p, err := c.keepClimate(ctx, id, log)
	return Imported{log.Lines, len(log.Hours), len(log.Days), log.From, log.To, p}, err
}

// keepClimate keeps temperatures of a place, all or none.
func (c *Clinic) keepClimate(ctx context.Context, id int64, log formats.ClimateLog) (Place, error) {
	p := pendingOf(log)
	if p.total() > batch {
		return c.keepLong(ctx, id, p)
	}
	var kept Place
	err := c.write(ctx, &kept, func(q *sqlc.Queries) error {
		row, err := q.GetPlace(ctx, id)
		if err != nil {
			return missing(err, "place", id)
		}
		if err := p.keep(ctx, q, id, 0, p.total()); err != nil {
			return err
		}
		kept, err = c.place(ctx, q, row)
		return err
	})
	return kept, err
}

func (c *Clinic) keepLong(ctx context.Context, id int64, p pending) (Place, error) {
	doc, err := json.Marshal(p)
	if err != nil {
		return Place{}, err
	}
	var row sqlc.Import
	err = c.store.Write(ctx, func(q *sqlc.Queries) error {
		now, err := q.ImportOfPlace(ctx, id)
		if err != nil {
			return err
		}
		if now.Total > 0 {
			return oneFault(
				"file",
				"Another log is on its way into this place. Wait until it is in.",
				"one log at a time",
				now.Total,
			)
		}
		row, err = q.CreateImport(
			ctx,
			sqlc.CreateImportParams{PlaceID: id, Doc: doc, Total: int64(p.total()), CreatedAt: c.stamp()},
		)
		return err
	})
	if err != nil {
		return Place{}, err
	}
	if err := c.bringIn(context.WithoutCancel(ctx), row.ID, id, p, 0); err != nil {
		return Place{}, err
	}
	return read(ctx, c, func(q *sqlc.Queries) (Place, error) {
		at, err := q.GetPlace(ctx, id)
		if err != nil {
			return Place{}, err
		}
		return c.place(ctx, q, at)
	})
}

// bringIn keeps what is left of a log, batch by batch.
func (c *Clinic) bringIn(ctx context.Context, importID, place int64, p pending, done int) error {
	for done < p.total() {
		to := min(done+batch, p.total())
		err := c.store.Write(ctx, func(q *sqlc.Queries) error {
			if err := p.keep(ctx, q, place, done, to); err != nil {
				return err
			}
			if to == p.total() {
				return q.DropImport(ctx, importID)
			}
			return q.SetImportDone(ctx, sqlc.SetImportDoneParams{ID: importID, Done: int64(to)})
		})
		if err != nil {
			return err
		}
		done = to
	}
	return nil
}

// finishImports brings in what is left of logs that an earlier run had begun.
func (c *Clinic) finishImports(ctx context.Context) error {
	rows, err := c.store.ListImports(ctx)
	if err != nil {
		return fmt.Errorf("list logs on their way: %w", err)
	}
	for _, r := range rows {
		row, err := c.store.GetImport(ctx, r.ID)
		if err != nil {
			return err
		}
		var p pending
		if err := json.Unmarshal(row.Doc, &p); err != nil {
			slog.Error("a log on its way cannot be read; bring the file in again", "place", row.PlaceID, "error", err)
			err = c.store.Write(ctx, func(q *sqlc.Queries) error { return q.DropImport(ctx, row.ID) })
			if err != nil {
				return err
			}
			continue
		}
		if err := c.bringIn(ctx, row.ID, row.PlaceID, p, int(row.Done)); err != nil {
			return err
		}
	}
	return nil
}

// importing is how far a log is on its way into a place, or nil.
func importing(ctx context.Context, q *sqlc.Queries, place int64) (*Importing, error) {
	now, err := q.ImportOfPlace(ctx, place)
	if err != nil || now.Total == 0 {
		return nil, err
	}
	return &Importing{now.Total, now.Done}, nil
}
