package ledger

import (
	"context"
	"fmt"
	"strings"

	"therapeon/ledger/internal/sqlc"
)

// Tended is what became of a job of aftercare.
type Tended = sqlc.Aftercare

// AftercareKind is under which the log names what became of a job of aftercare.
const AftercareKind = "care"

// Aftercare is what became of the jobs of aftercare, noted one by one.
type Aftercare struct{ tx *Tx }

// Aftercare is what became of the jobs of aftercare.
func (tx *Tx) Aftercare() Aftercare { return Aftercare{tx} }

// Of are those of a plant that stand, the oldest first.
func (a Aftercare) Of(ctx context.Context, plantID int64) ([]Tended, error) {
	rows, err := a.tx.q.CareOf(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list aftercare: %w", err)
	}
	return rows, nil
}

// OfDay are those of a day, of plants on the bench, in their order.
func (a Aftercare) OfDay(ctx context.Context, day string) ([]Tended, error) {
	rows, err := a.tx.q.CareOfDay(ctx, day)
	if err != nil {
		return nil, fmt.Errorf("list aftercare of %s: %w", day, err)
	}
	return rows, nil
}

// On is what became of a job on a day; ErrNotFound where nothing did.
func (a Aftercare) On(ctx context.Context, plantID int64, day, job string) (Tended, error) {
	row, err := a.tx.q.CareOn(ctx, sqlc.CareOnParams{PlantID: plantID, Day: day, Job: job})
	return row, found(err)
}

// Get finds one; ErrNotFound where there is none.
func (a Aftercare) Get(ctx context.Context, id int64) (Tended, error) {
	row, err := a.tx.q.GetCare(ctx, id)
	return row, found(err)
}

// Add keeps what became of a job. Of a job and a day one stands.
func (a Aftercare) Add(ctx context.Context, t Tended) (Tended, error) {
	row, err := a.tx.q.AddCare(ctx, sqlc.AddCareParams{
		PlantID: t.PlantID, Day: t.Day, At: t.At, Job: t.Job, Outcome: t.Outcome, Because: t.Because, Was: t.Was,
		Ppm: t.Ppm, Person: t.Person, CreatedAt: t.CreatedAt,
	})
	if err != nil {
		return row, fmt.Errorf("keep aftercare: %w", found(err))
	}
	a.note(row, 1)
	return row, nil
}

// Withdraw takes one back; ErrNotFound where it does not stand.
func (a Aftercare) Withdraw(ctx context.Context, id int64) (Tended, error) {
	row, err := a.tx.q.WithdrawCare(ctx, id)
	if err != nil {
		return row, found(err)
	}
	a.note(row, 2)
	return row, nil
}

func (a Aftercare) note(row Tended, version int64) {
	touch(a.tx.touched, row.PlantID)
	a.tx.changed = append(a.tx.changed, changedDoc{row.PlantID, savedAs{AftercareKind, row.ID, version}, row.CreatedAt})
}

// SetCare notes what the aftercare of a plant wants next, in codes, and the first day of that.
func (p Plants) SetCare(ctx context.Context, id int64, care, on string) error {
	return p.q.SetCare(ctx, sqlc.SetCareParams{ID: id, Care: care, CareOn: on})
}

// WantCare are the plants on the bench that want something up to a day, those kept apart last.
func (p Plants) WantCare(ctx context.Context, day string) ([]Plant, error) {
	return p.q.WantCare(ctx, day)
}

// WantWork are the first plants on the bench that are advised one of these, or to be brought in out of
// the frost, on no day or a later one; and how many there are.
func (p Plants) WantWork(ctx context.Context, codes []string, day string, most int64) ([]Plant, int, error) {
	rows, err := p.q.WantWork(ctx, sqlc.WantWorkParams{Day: day, Codes: spaced(codes), Most: most})
	if err != nil || len(rows) == 0 {
		return nil, 0, err
	}
	list := []Plant{}
	for _, row := range rows {
		list = append(list, row.Plant)
	}
	return list, int(rows[0].Total), nil
}

// Unfollowed are the first plants on the bench whose aftercare is not worked out, and how many there are.
func (a Aftercare) Unfollowed(ctx context.Context, most int64) ([]Plant, int, error) {
	rows, err := a.tx.q.Unfollowed(ctx, most)
	if err != nil || len(rows) == 0 {
		return nil, 0, err
	}
	list := []Plant{}
	for _, row := range rows {
		list = append(list, row.Plant)
	}
	return list, int(rows[0].Total), nil
}

// OnBench are all plants on the bench, those kept apart last.
func (a Aftercare) OnBench(ctx context.Context) ([]Plant, error) { return a.tx.q.PlantsOnBench(ctx) }

// NextCare are the plants on the bench that want something first after a day.
func (p Plants) NextCare(ctx context.Context, day string) ([]Plant, error) {
	on, err := p.q.NextCareOn(ctx, day)
	if err != nil || on == "" {
		return nil, err
	}
	return p.q.PlantsOfCareOn(ctx, on)
}

// StandingAt are the plants on the bench that stand at a place.
func (p Plants) StandingAt(ctx context.Context, placeID int64) ([]Plant, error) {
	return p.q.PlantsStanding(ctx, placeID)
}

// Wanting are the plants on the bench whose advice is one of these codes, as they came.
func (p Plants) Wanting(ctx context.Context, codes []string) ([]Plant, error) {
	return p.q.PlantsWanting(ctx, spaced(codes))
}

// spaced is a list of codes in which each stands between spaces.
func spaced(codes []string) string { return " " + strings.Join(codes, " ") + " " }
