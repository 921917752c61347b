package places

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"maps"
	"slices"

	"therapeon/clinic/bench"
	"therapeon/clinic/record"
	"therapeon/core/climate"
	"therapeon/core/message"
	"therapeon/formats"
	"therapeon/ledger"
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
func (p pending) keep(ctx context.Context, tx *ledger.Tx, place int64, from, to int) error {
	for i := from; i < to; i++ {
		if i < len(p.Hours) {
			h := p.Hours[i]
			hour := ledger.Hour{Hour: h.Hour, Celsius: h.Celsius, Humidity: h.Humid}
			if err := tx.Places().PutHour(ctx, place, hour); err != nil {
				return err
			}
			continue
		}
		d := p.Days[i-len(p.Hours)]
		if err := tx.Places().PutDay(ctx, place, ledger.Day{Day: d.Day, LowC: d.LowC, HighC: d.HighC}); err != nil {
			return err
		}
	}
	return nil
}

// ImportClimate reads a climate file of a place. Times without an offset are
// the place's own. Nothing is kept unless every line is right. Once it is taken
// in, all of it will be, whether or not anybody waits for that.
func (c *Service) ImportClimate(ctx context.Context, id int64, file io.Reader) (Imported, error) {
	d, err := record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (ledger.Doc[record.PlaceFacts], error) { return record.Places.Get(ctx, tx, id) })
	if err != nil {
		return Imported{}, record.MissingOr(err, "place", id)
	}
	zone, err := record.ZoneOf(d.Value.Zone)
	if err != nil {
		return Imported{}, err
	}
	log, err := formats.ReadClimate(file, zone, c.Now())
	if err != nil {
		return Imported{}, err
	}
	p, err := keepClimate(ctx, c.Keeper, id, log)
	return Imported{log.Lines, len(log.Hours), len(log.Days), log.From, log.To, p}, err
}

// keepClimate keeps temperatures of a place, all or none.
func keepClimate(ctx context.Context, c *record.Keeper, id int64, log formats.ClimateLog) (Place, error) {
	p := pendingOf(log)
	if p.total() > batch {
		return keepLong(ctx, c, id, p)
	}
	var kept Place
	err := c.Write(ctx, &kept, func(tx *ledger.Tx) error {
		d, err := record.Places.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "place", id)
		}
		if err := p.keep(ctx, tx, id, 0, p.total()); err != nil {
			return err
		}
		if kept, err = place(ctx, c, tx, d); err != nil {
			return err
		}
		return bench.Begin(ctx, c, tx)
	})
	if err == nil {
		c.Woken()
	}
	return kept, err
}

func keepLong(ctx context.Context, c *record.Keeper, id int64, p pending) (Place, error) {
	doc, err := json.Marshal(p)
	if err != nil {
		return Place{}, err
	}
	var row ledger.Import
	err = c.Store(ctx, func(tx *ledger.Tx) error {
		total, _, err := tx.Places().ImportOf(ctx, id)
		if err != nil {
			return err
		}
		if total > 0 {
			return record.OneFault("file", message.Of("clinic.places.another-log-is-on-its"),
				message.Of("clinic.places.one-log-at-a-time"), total)
		}
		row, err = tx.Places().AddImport(ctx,
			ledger.Import{PlaceID: id, Doc: doc, Total: int64(p.total()), CreatedAt: c.Stamp()})
		return err
	})
	if err != nil {
		return Place{}, err
	}
	if err := bringIn(context.WithoutCancel(ctx), c, row, p); err != nil {
		return Place{}, err
	}
	if err := c.Change(ctx, func(tx *ledger.Tx) error { return bench.Begin(ctx, c, tx) }); err != nil {
		return Place{}, err
	}
	c.Woken()
	return record.Read(ctx, c, func(tx *ledger.Tx) (Place, error) {
		d, err := record.Places.Get(ctx, tx, id)
		if err != nil {
			return Place{}, err
		}
		return place(ctx, c, tx, d)
	})
}

// bringIn keeps what is left of a log, batch by batch.
func bringIn(ctx context.Context, c *record.Keeper, of ledger.Import, p pending) error {
	for done := int(of.Done); done < p.total(); {
		to := min(done+batch, p.total())
		err := c.Store(ctx, func(tx *ledger.Tx) error {
			if err := p.keep(ctx, tx, of.PlaceID, done, to); err != nil {
				return err
			}
			if to == p.total() {
				return tx.Places().DropImport(ctx, of.ID)
			}
			return tx.Places().ImportDone(ctx, of.ID, int64(to))
		})
		if err != nil {
			return err
		}
		done = to
	}
	return nil
}

// FinishImports brings in what is left of logs that an earlier run had begun.
func FinishImports(ctx context.Context, c *record.Keeper) error {
	ids, err := record.Read(ctx, c, func(tx *ledger.Tx) ([]int64, error) { return tx.Places().Imports(ctx) })
	if err != nil {
		return fmt.Errorf("list logs on their way: %w", err)
	}
	for _, id := range ids {
		row, err := record.Read(ctx, c,
			func(tx *ledger.Tx) (ledger.Import, error) { return tx.Places().Import(ctx, id) })
		if err != nil {
			return err
		}
		var p pending
		if err := json.Unmarshal(row.Doc, &p); err != nil {
			slog.Error("a log on its way cannot be read; bring the file in again", "place", row.PlaceID, "error", err)
			err = c.Store(ctx, func(tx *ledger.Tx) error { return tx.Places().DropImport(ctx, row.ID) })
			if err != nil {
				return err
			}
			continue
		}
		if err := bringIn(ctx, c, row, p); err != nil {
			return err
		}
	}
	return nil
}

// importing is how far a log is on its way into a place, or nil.
func importing(ctx context.Context, tx *ledger.Tx, place int64) (*Importing, error) {
	total, done, err := tx.Places().ImportOf(ctx, place)
	if err != nil || total == 0 {
		return nil, err
	}
	return &Importing{total, done}, nil
}
