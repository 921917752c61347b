// Package clinic brings the services together, one a step of the work, from intake to close.
// Each loads, asks the core, and saves, in one transaction.
package clinic

import (
	"context"
	"log/slog"
	"time"

	"therapeon/clinic/aftercare"
	"therapeon/clinic/bench"
	"therapeon/clinic/cleaning"
	"therapeon/clinic/company"
	"therapeon/clinic/contagion"
	"therapeon/clinic/division"
	"therapeon/clinic/example"
	"therapeon/clinic/forecast"
	"therapeon/clinic/history"
	"therapeon/clinic/intake"
	"therapeon/clinic/look"
	"therapeon/clinic/mixing"
	"therapeon/clinic/people"
	"therapeon/clinic/pests"
	"therapeon/clinic/places"
	"therapeon/clinic/progress"
	"therapeon/clinic/race"
	"therapeon/clinic/record"
	"therapeon/clinic/rehome"
	"therapeon/clinic/roots"
	"therapeon/clinic/scales"
	"therapeon/clinic/settings"
	"therapeon/clinic/timers"
	"therapeon/clinic/today"
	"therapeon/clinic/weights"
	"therapeon/clinic/wishes"
	"therapeon/ledger"
)

// Clinic is the services over one ledger.
type Clinic struct {
	Records *record.Keeper
	Company *company.Hub

	Intake    intake.Service
	Look      look.Service
	Roots     roots.Service
	Cleaning  cleaning.Service
	Pests     pests.Service
	Division  division.Service
	Weights   weights.Service
	Race      race.Service
	Rehome    rehome.Service
	Aftercare aftercare.Service
	Progress  progress.Service
	Forecast  forecast.Service
	Contagion contagion.Service
	Today     today.Service
	History   history.Service
	Places    places.Service
	Mixing    mixing.Service
	Timers    timers.Service
	Scales    scales.Service
	Example   example.Service
	Settings  settings.Service
	Wishes    wishes.Service
	People    people.Service
}

// New opens a clinic on a ledger. The clock is passed in so that histories can be made.
func New(l *ledger.Ledger, now func() time.Time) *Clinic {
	zone := &record.Zone{}
	if err := zone.Find(context.Background(), l); err != nil {
		slog.Warn("the house's time zone cannot be read", "why", err)
	}
	k := record.Over(l, record.Keeper{
		Now: zone.Clock(now), Zone: zone, Follow: bench.Follow,
		Advice: record.NewAdvice(), Heard: &record.Hearing{},
	})
	house, hub := settings.New(k), company.New(now().UnixMilli())
	k.Wake, k.End = house.Woken, hub.End
	l.Telling(hub.Tell)
	return over(k, Clinic{Scales: scales.New(k), Settings: house, People: people.New(k), Company: hub})
}

// At is the same clinic with another clock.
func (c *Clinic) At(now func() time.Time) *Clinic {
	of := *c.Records
	k := &of
	k.Now = k.Zone.Clock(now)
	return over(k, Clinic{
		Scales: c.Scales.By(k), Settings: c.Settings.By(k), People: c.People.By(k), Company: c.Company,
	})
}

// over is the services over what is kept, with those that hold more than that.
func over(k *record.Keeper, held Clinic) *Clinic {
	return &Clinic{
		Records:   k,
		Company:   held.Company,
		Example:   example.Service{Keeper: k},
		Intake:    intake.Service{Keeper: k},
		Look:      look.Service{Keeper: k},
		Roots:     roots.Service{Keeper: k},
		Cleaning:  cleaning.Service{Keeper: k},
		Pests:     pests.Service{Keeper: k},
		Division:  division.Service{Keeper: k},
		Weights:   weights.Service{Keeper: k},
		Race:      race.Service{Keeper: k},
		Rehome:    rehome.Service{Keeper: k},
		Aftercare: aftercare.Service{Keeper: k},
		Progress:  progress.Service{Keeper: k},
		Forecast:  forecast.Service{Keeper: k},
		Contagion: contagion.Service{Keeper: k},
		Today:     today.Service{Keeper: k},
		History:   history.Service{Keeper: k},
		Places:    places.Service{Keeper: k},
		Mixing:    mixing.Service{Keeper: k},
		Timers:    timers.Service{Keeper: k},
		Scales:    held.Scales,
		Settings:  held.Settings,
		Wishes:    wishes.Service{Keeper: k},
		People:    held.People,
	}
}

// ErrSent says that something was kept already, when it was sent the first time.
var ErrSent = ledger.ErrSent

// ErrTaken says that something else was sent under the same name.
var ErrTaken = ledger.ErrTaken

// ErrFull says that the disk has no room left for a write.
var ErrFull = ledger.ErrFull

// Watch returns a context that remembers what was kept under it.
func Watch(ctx context.Context) (context.Context, *ledger.Watching) { return ledger.Watch(ctx) }
