package ledger

import (
	"context"
	"fmt"
	"slices"

	"therapeon/ledger/internal/sqlc"
)

// Place is a place's row; what is known of it is in its document.
type Place = sqlc.Place

// Hour is the mean of an hour at a place.
type Hour = sqlc.HoursRow

// Day is the low and the high of a day at a place.
type Day = sqlc.DaysRow

// Import is a log on its way into a place.
type Import = sqlc.Import

// Places are the rows of places, with what was logged there.
type Places struct {
	q    *sqlc.Queries
	tell func() // that something is known of a place
}

// Places are the rows of places.
func (tx *Tx) Places() Places {
	return Places{tx.q, func() {
		if !slices.Contains(tx.told, placesTold) {
			tx.told = append(tx.told, placesTold)
		}
	}}
}

// placesTold is what others are told when something was logged at a place.
const placesTold = "place"

// Add puts a place in.
func (p Places) Add(ctx context.Context, name string) (Place, error) {
	row, err := p.q.AddPlace(ctx, name)
	if err != nil {
		return row, fmt.Errorf("add place: %w", err)
	}
	return row, nil
}

// Name gives a place another name.
func (p Places) Name(ctx context.Context, id int64, name string) error {
	return p.q.NamePlace(ctx, sqlc.NamePlaceParams{Name: name, ID: id})
}

// All lists the places by name.
func (p Places) All(ctx context.Context) ([]Place, error) {
	rows, err := p.q.Places(ctx)
	if err != nil {
		return nil, fmt.Errorf("list places: %w", err)
	}
	return rows, nil
}

// Plants is how many plants on the bench stand at a place.
func (p Places) Plants(ctx context.Context, id int64) (int64, error) {
	return p.q.PlantsAtPlace(ctx, id)
}

// PutHour keeps an hour of a place; one noted before is corrected.
func (p Places) PutHour(ctx context.Context, place int64, h Hour) error {
	p.tell()
	err := p.q.PutHour(ctx, sqlc.PutHourParams{PlaceID: place, Hour: h.Hour, Celsius: h.Celsius, Humidity: h.Humidity})
	if err != nil {
		return fmt.Errorf("keep the log: %w", err)
	}
	return nil
}

// AddToHour takes one measurement into the mean of its hour.
func (p Places) AddToHour(ctx context.Context, place int64, h Hour) error {
	p.tell()
	err := p.q.AddToHour(ctx,
		sqlc.AddToHourParams{PlaceID: place, Hour: h.Hour, Celsius: h.Celsius, Humidity: h.Humidity})
	if err != nil {
		return fmt.Errorf("keep the reading: %w", err)
	}
	return nil
}

// PutDay keeps the low and the high of a day; one noted before is corrected.
func (p Places) PutDay(ctx context.Context, place int64, d Day) error {
	p.tell()
	err := p.q.PutDay(ctx, sqlc.PutDayParams{PlaceID: place, Day: d.Day, LowC: d.LowC, HighC: d.HighC})
	if err != nil {
		return fmt.Errorf("keep the days: %w", err)
	}
	return nil
}

// Hours are those of a place from an hour on.
func (p Places) Hours(ctx context.Context, place, since int64) ([]Hour, error) {
	return p.q.Hours(ctx, sqlc.HoursParams{PlaceID: place, Since: since})
}

// Days are those of a place from a day on.
func (p Places) Days(ctx context.Context, place int64, since string) ([]Day, error) {
	return p.q.Days(ctx, sqlc.DaysParams{PlaceID: place, Since: since})
}

// AddImport keeps a log that is to come in.
func (p Places) AddImport(ctx context.Context, i Import) (Import, error) {
	p.tell()
	return p.q.AddImport(ctx,
		sqlc.AddImportParams{PlaceID: i.PlaceID, Doc: i.Doc, Total: i.Total, CreatedAt: i.CreatedAt})
}

// Imports are the ids of logs on their way.
func (p Places) Imports(ctx context.Context) ([]int64, error) { return p.q.Imports(ctx) }

// Import finds a log on its way; ErrNotFound where there is none.
func (p Places) Import(ctx context.Context, id int64) (Import, error) {
	row, err := p.q.GetImport(ctx, id)
	return row, found(err)
}

// ImportDone notes how far a log has come in.
func (p Places) ImportDone(ctx context.Context, id, done int64) error {
	return p.q.SetImportDone(ctx, sqlc.SetImportDoneParams{ID: id, Done: done})
}

// DropImport drops a log that is in.
func (p Places) DropImport(ctx context.Context, id int64) error { return p.q.DropImport(ctx, id) }

// ImportOf is how far a log is on its way into a place; 0 of 0 where none is.
func (p Places) ImportOf(ctx context.Context, place int64) (total, done int64, err error) {
	row, err := p.q.ImportOfPlace(ctx, place)
	return row.Total, row.Done, err
}
