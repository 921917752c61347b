// Package clinic is a plant's visit from intake to close. It loads, asks the
// core, and saves, each step in one transaction.
package clinic

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/roots"
	"therapeon/core/solutions"
	"therapeon/store"
	"therapeon/store/sqlc"
)

// Clinic is where the work is done.
type Clinic struct {
	store  *store.Store
	now    func() time.Time
	scales *scales
}

// New opens a clinic on a store. The clock is passed in so that histories can
// be made.
func New(s *store.Store, now func() time.Time) *Clinic { return &Clinic{s, now, newScales()} }

// At is the same clinic with another clock.
func (c *Clinic) At(now func() time.Time) *Clinic { return &Clinic{c.store, now, c.scales} }

// DataFile is where everything is kept.
func (c *Clinic) DataFile() string { return c.store.Path() }

func (c *Clinic) stamp() string { return c.now().UTC().Format(time.RFC3339) }

func (c *Clinic) today() string { return c.now().Format(time.DateOnly) }

// Today is the day by the clinic's clock.
func (c *Clinic) Today() string { return c.today() }

// Missing says that what was asked for does not exist.
type Missing struct {
	What string
	ID   int64
}

func (m Missing) Error() string { return fmt.Sprintf("There is no %s %d.", m.What, m.ID) }

// Conflict says that something was changed elsewhere since it was loaded.
type Conflict struct {
	What    string
	Version int64    // the version now
	Changes []string // what changed meanwhile, in words
}

func (c Conflict) Error() string {
	return fmt.Sprintf("This %s was changed elsewhere since you opened it. Yours was not saved over it.", c.What)
}

func isMissing(err error) bool { return errors.Is(store.Found(err), store.ErrNotFound) }

func missing(err error, what string, id int64) error {
	if isMissing(err) {
		return Missing{what, id}
	}
	return err
}

// Settings are the house's sides in the questions on which growers differ, and
// the figures a house may choose.
type Settings struct {
	DeadDryRoots   string          `json:"dead_dry_roots" required:"true" validate:"oneof=all-off keep-some if-wobbly"`
	ClingingMedium string          `json:"clinging_medium" required:"true" validate:"oneof=all-off leave-what-tears by-state"`
	SpikeAtRescue  string          `json:"spike_at_rescue" required:"true" validate:"oneof=cut keep by-grade"`
	RepotInFlower  string          `json:"repot_in_flower" required:"true" validate:"oneof=never when-needed by-urgency"`
	SmallRotPatch  string          `json:"small_rot_patch" required:"true" validate:"oneof=in-place unpot if-rest-sound"`
	Peroxide       string          `json:"peroxide" required:"true" validate:"oneof=routine with-finding pests-only"`
	CutPowder      string          `json:"cut_powder" required:"true" validate:"oneof=powder dry"`
	BareNoTips     string          `json:"bare_without_tips" required:"true" validate:"oneof=hold at-once by-humidity"`
	Medium         string          `json:"medium" required:"true" validate:"oneof=organic inorganic as-before"`
	PotWall        string          `json:"pot_wall" required:"true" validate:"oneof=clear opaque"`
	Hemisphere     string          `json:"hemisphere" required:"true" validate:"oneof=north south" description:"for the seasons"`
	CutMarginMM    float64         `json:"cut_margin_mm" required:"true" validate:"min=3,max=5" description:"how far beyond the living part a cut falls"`
	Tools          solutions.Tools `json:"tools,omitzero" description:"what amounts are measured with"`
}

// ofRoots are the settings that readings of roots follow.
func (s Settings) ofRoots() Settings {
	return Settings{DeadDryRoots: s.DeadDryRoots, ClingingMedium: s.ClingingMedium, CutMarginMM: s.CutMarginMM}
}

const settingsCode = "house"

// Settings reads the house settings; what was never set has its default.
func (c *Clinic) Settings(ctx context.Context) (Settings, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Settings, error) { return settings(ctx, q) })
}

func settings(ctx context.Context, q *sqlc.Queries) (Settings, error) {
	s := Settings{
		DeadDryRoots:   disputes.Default(disputes.DeadDryRoots),
		ClingingMedium: disputes.Default(disputes.ClingingMedium),
		SpikeAtRescue:  disputes.Default(disputes.SpikeAtRescue),
		RepotInFlower:  disputes.Default(disputes.RepotInFlower),
		SmallRotPatch:  disputes.Default(disputes.SmallRotPatch),
		Peroxide:       disputes.Default(disputes.Peroxide),
		CutPowder:      disputes.Default(disputes.CutPowder),
		BareNoTips:     disputes.Default(disputes.BareNoTips),
		Medium:         disputes.Default(disputes.Medium),
		PotWall:        disputes.Default(disputes.PotWall),
		Hemisphere:     "north",
		CutMarginMM:    roots.Known().Figures.CutMarginMM.Value,
	}
	rows, err := q.ListSettings(ctx)
	if err != nil {
		return s, fmt.Errorf("read settings: %w", err)
	}
	for _, row := range rows {
		if row.Code == settingsCode {
			if err := json.Unmarshal([]byte(row.Value), &s); err != nil {
				return s, fmt.Errorf("read settings: %w", err)
			}
		}
	}
	return s, nil
}

// SetSettings changes the house settings, and with them the verdict in short
// of every plant that follows the house.
func (c *Clinic) SetSettings(ctx context.Context, s Settings) (Settings, error) {
	if err := check.Input(s); err != nil {
		return s, err
	}
	value, err := json.Marshal(s)
	if err != nil {
		return s, err
	}
	err = c.write(ctx, &s, func(q *sqlc.Queries) error {
		before, err := settings(ctx, q)
		if err != nil {
			return err
		}
		if err := q.PutSetting(ctx, sqlc.PutSettingParams{Code: settingsCode, Value: string(value)}); err != nil {
			return err
		}
		for archived := range int64(2) {
			plants, err := q.ListPlants(ctx, sqlc.ListPlantsParams{Archived: archived, Most: -1})
			if err != nil {
				return err
			}
			for _, p := range plants {
				if before.ofRoots() != s.ofRoots() {
					if err := c.resummarise(ctx, q, p.Plant, s); err != nil {
						return err
					}
				}
				if err := c.lookAnew(ctx, q, p.Plant, s, false); err != nil {
					return err
				}
			}
		}
		return nil
	})
	return s, err
}

// under puts faults found in a part under its field in the whole.
func under(field string, err error) error {
	var faults fault.List
	if errors.As(err, &faults) {
		return faults.Under(field)
	}
	return err
}

// fromDoc reads a stored document.
func fromDoc[T any](what string, id int64, doc string) (T, error) {
	var v T
	if err := json.Unmarshal([]byte(doc), &v); err != nil {
		return v, fmt.Errorf("%s %d: %w", what, id, err)
	}
	return v, nil
}

// asDoc writes a document to be stored.
func asDoc(v any) (string, error) {
	doc, err := json.Marshal(v)
	return string(doc), err
}

// oneFault is a fault.List of one.
func oneFault(field, words, limit string, value any) fault.List {
	return fault.List{{Field: field, Words: words, Limit: limit, Value: value}}
}
