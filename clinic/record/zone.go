package record

import (
	"context"
	"sync/atomic"
	"time"
	_ "time/tzdata" // a house's zone is known on every machine

	"therapeon/ledger"
)

// Zone is the time zone of the house, once it is set: a day is its day. Until then the clock's own.
type Zone struct{ at atomic.Pointer[time.Location] }

// Clock is a clock in the zone of the house.
func (z *Zone) Clock(now func() time.Time) func() time.Time {
	return func() time.Time {
		if at := z.at.Load(); at != nil {
			return now().In(at)
		}
		return now()
	}
}

// Set takes the zone of the house over.
func (z *Zone) Set(s Settings) {
	if s.Zone == "" {
		z.at.Store(nil)
		return
	}
	z.at.Store(s.Location())
}

// Find finds the zone that the house has set; what cannot be read leaves it as it is.
func (z *Zone) Find(ctx context.Context, l *ledger.Ledger) error {
	return l.Read(ctx, func(tx *ledger.Tx) error {
		s, err := SettingsIn(ctx, tx)
		if err == nil {
			z.Set(s)
		}
		return err
	})
}
