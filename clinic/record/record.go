package record

import (
	"context"
	"fmt"
	"time"

	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/taxa"
	"therapeon/ledger"
)

// Record is what is kept of a plant, from which a patient of any day is made.
type Record struct {
	Keeper    *Keeper
	Tx        *ledger.Tx
	Row       ledger.Plant
	Settings  Settings
	HomeDocs  []ledger.Doc[HomeDoc] // the oldest first
	IntakeDoc ledger.Doc[patient.Intake]
	LookDocs  []ledger.Doc[LookDoc] // the newest first
	CutAt     string                // when a cut of the reading loaded last was ticked off
	Base      patient.Patient       // all but the day and the reading
}

// Record loads what is kept of a plant.
func (c *Keeper) Record(ctx context.Context, tx *ledger.Tx, plantID int64) (*Record, error) {
	row, err := tx.Plants().Get(ctx, plantID)
	if err != nil {
		return nil, MissingOr(err, "plant", plantID)
	}
	house, err := SettingsIn(ctx, tx)
	if err != nil {
		return nil, err
	}
	return c.RecordOf(ctx, tx, row, house)
}

// RecordOf loads what is kept of a plant whose row is at hand.
func (c *Keeper) RecordOf(ctx context.Context, tx *ledger.Tx, row ledger.Plant, house Settings) (*Record, error) {
	r, err := c.Stem(ctx, tx, row, house)
	if err != nil {
		return nil, err
	}
	if r.LookDocs, err = Looks.Of(ctx, tx, row.ID); err != nil {
		return nil, err
	}
	if err := ledger.Sound(r.LookDocs); err != nil {
		return nil, err
	}
	for _, l := range r.LookDocs {
		if l.State != ledger.Blank {
			r.Base.Looks = append(r.Base.Looks, patient.Look{ID: l.ID, On: l.Day, Noted: l.Value.Noted})
		}
	}
	if r.Base.Seen, err = SightingsOf(ctx, tx, row.ID, c.Now().Location()); err != nil {
		return nil, err
	}
	if r.Base.Care, err = TendedOf(ctx, tx, row.ID); err != nil {
		return nil, err
	}
	watches, err := WatchesOf(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	r.Base.Watches = watched(watches)
	since := c.Now()
	if len(r.Base.Looks) > 0 {
		if on, err := time.Parse(time.DateOnly, r.Base.Looks[0].On); err == nil {
			since = on
		}
	}
	if r.Base.Site, err = r.SiteNow(ctx, since.AddDate(0, 0, -int(climate.Table().MeanDays.Value))); err != nil {
		return nil, err
	}
	return r, r.treated(ctx)
}

// Stem is a record of what a reading is judged by: the plant, the house and the homes.
func (c *Keeper) Stem(ctx context.Context, tx *ledger.Tx, row ledger.Plant, house Settings) (*Record, error) {
	intake, err := Intakes.Get(ctx, tx, row.ID)
	if err != nil {
		return nil, fmt.Errorf("intake of plant %d: %w", row.ID, err)
	}
	in := intake.Value
	profile, ok := taxa.Find(row.GroupCode)
	if !ok {
		return nil, fmt.Errorf("no group %q", row.GroupCode)
	}
	r := &Record{Keeper: c, Tx: tx, Row: row, Settings: house, IntakeDoc: intake}
	r.Base = patient.Patient{
		Profile: profile, Intake: in.OfKind(), Sides: in.Sides, House: house.asHouse(),
		Judge: c.Heard.Hear, Now: c.Now(), Closed: row.ArchivedAt != "", Entered: c.DayOf(row.CreatedAt),
	}
	if r.HomeDocs, err = HomesOf(ctx, tx, row.ID); err != nil {
		return nil, err
	}
	for _, h := range r.HomeDocs {
		home := rehome.Stands(h.Day, h.Value.Route, h.Value.Pot)
		home.Dry, home.Told = rehome.Table().LeftDry(h.Value.Done), c.DayOf(h.CreatedAt)
		r.Base.Homes = append(r.Base.Homes, home)
	}
	if n := len(r.Base.Homes); n > 0 {
		r.Base.Homes[n-1].LookOn = row.LookOn // who has it in hand puts it off
	}
	return r, nil
}

// Given is a plant of which only an intake is known, on no bench.
func (c *Keeper) Given(ctx context.Context, in patient.Intake) (*patient.Patient, error) {
	profile, ok := taxa.Find(in.Group)
	if !ok {
		return nil, fmt.Errorf("no group %q", in.Group)
	}
	house, err := Read(ctx, c, func(tx *ledger.Tx) (Settings, error) { return SettingsIn(ctx, tx) })
	if err != nil {
		return nil, err
	}
	return &patient.Patient{
		Profile: profile, Intake: in, Sides: in.Sides, House: house.asHouse(), Judge: c.Heard.Hear, Now: c.Now(),
	}, nil
}

// StemOf is what the readings of a plant are judged by.
func (c *Keeper) StemOf(ctx context.Context, tx *ledger.Tx, plantID int64) (*Record, error) {
	row, err := tx.Plants().Get(ctx, plantID)
	if err != nil {
		return nil, MissingOr(err, "plant", plantID)
	}
	s, err := SettingsIn(ctx, tx)
	if err != nil {
		return nil, err
	}
	return c.Stem(ctx, tx, row, s)
}

// DayOf is the day of a moment as rows keep it; empty where that cannot be read.
func (c *Keeper) DayOf(stamp string) string {
	at, err := time.Parse(time.RFC3339, stamp)
	if err != nil {
		return ""
	}
	return at.In(c.Now().Location()).Format(time.DateOnly)
}
