// Package clinic brings the services together, one a step of the work, from intake to close.
// Each loads, asks the core, and saves, in one transaction.
package clinic

import (
	"context"
	"log/slog"
	"time"

	cleanwork "therapeon/clinic/cleaning"
	"therapeon/clinic/company"
	"therapeon/clinic/devices"
	"therapeon/clinic/dividing"
	"therapeon/clinic/example"
	"therapeon/clinic/history"
	"therapeon/clinic/intake"
	"therapeon/clinic/judging"
	"therapeon/clinic/looking"
	"therapeon/clinic/people"
	"therapeon/clinic/places"
	"therapeon/clinic/racing"
	"therapeon/clinic/reading"
	"therapeon/clinic/record"
	"therapeon/clinic/rehoming"
	"therapeon/clinic/settings"
	"therapeon/clinic/shelf"
	"therapeon/clinic/tending"
	"therapeon/clinic/timers"
	"therapeon/clinic/tracking"
	"therapeon/clinic/treating"
	"therapeon/clinic/weighing"
	"therapeon/clinic/wishing"
	"therapeon/ledger"
)

// Clinic is the services over one ledger.
type Clinic struct {
	Records *record.Keeper
	Company *company.Hub

	Intake   intake.Service
	Looking  looking.Service
	Reading  reading.Service
	Cleaning cleanwork.Service
	Treating treating.Service
	Dividing dividing.Service
	Weighing weighing.Service
	Racing   racing.Service
	Rehoming rehoming.Service
	Tending  tending.Service
	Tracking tracking.Service
	History  history.Service
	Places   places.Service
	Shelf    shelf.Service
	Timers   timers.Service
	Devices  devices.Service
	Example  example.Service
	Settings settings.Service
	Wishing  wishing.Service
	People   people.Service
}

// New opens a clinic on a ledger. The clock is passed in so that histories can be made.
func New(l *ledger.Ledger, now func() time.Time) *Clinic {
	zone := &record.Zone{}
	if err := zone.Find(context.Background(), l); err != nil {
		slog.Warn("the house's time zone cannot be read", "why", err)
	}
	k := &record.Keeper{
		Ledger: l, Now: zone.Clock(now), Zone: zone, Follow: judging.Follow,
		Advice: record.NewAdvice(), Heard: &record.Hearing{},
	}
	house, hub := settings.New(k), company.New(now().UnixMilli())
	k.Wake, k.End = house.Woken, hub.End
	l.Telling(hub.Tell)
	return over(k, Clinic{Devices: devices.New(k), Settings: house, People: people.New(k), Company: hub})
}

// At is the same clinic with another clock.
func (c *Clinic) At(now func() time.Time) *Clinic {
	of := *c.Records
	k := &of
	k.Now = k.Zone.Clock(now)
	return over(k, Clinic{
		Devices: c.Devices.By(k), Settings: c.Settings.By(k), People: c.People.By(k), Company: c.Company,
	})
}

// over is the services over what is kept, with those that hold more than that.
func over(k *record.Keeper, held Clinic) *Clinic {
	return &Clinic{
		Records:  k,
		Company:  held.Company,
		Example:  example.Service{Keeper: k},
		Intake:   intake.Service{Keeper: k},
		Looking:  looking.Service{Keeper: k},
		Reading:  reading.Service{Keeper: k},
		Cleaning: cleanwork.Service{Keeper: k},
		Treating: treating.Service{Keeper: k},
		Dividing: dividing.Service{Keeper: k},
		Weighing: weighing.Service{Keeper: k},
		Racing:   racing.Service{Keeper: k},
		Rehoming: rehoming.Service{Keeper: k},
		Tending:  tending.Service{Keeper: k},
		Tracking: tracking.Service{Keeper: k},
		History:  history.Service{Keeper: k},
		Places:   places.Service{Keeper: k},
		Shelf:    shelf.Service{Keeper: k},
		Timers:   timers.Service{Keeper: k},
		Devices:  held.Devices,
		Settings: held.Settings,
		Wishing:  wishing.Service{Keeper: k},
		People:   held.People,
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
