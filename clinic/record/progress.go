package record

import (
	"context"
	"slices"

	"therapeon/core/aftercare"
	"therapeon/core/look"
	"therapeon/core/progress"
	"therapeon/ledger"
)

// Growth is a visited plant with all the readings that its growth is told from, and what its look and its
// aftercare say against it. The visit is in its air.
func (v *Visit) Growth(ctx context.Context, care aftercare.Care) (*progress.Followed, error) {
	all, err := Readings.Of(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return nil, err
	}
	if err := ledger.Sound(all); err != nil {
		return nil, err
	}
	c := &progress.Followed{Patient: v.Patient}
	says := progress.Table().LookSays
	if look.Holds(v.Patient) && look.Table().Decide(v.Patient.AtLook()).Decision == look.Now {
		c.Alarms = append(c.Alarms, says["now"])
	}
	if heard := v.Patient.Heard(); heard.Alarm || heard.Spreads {
		c.Alarms = append(c.Alarms, says["spreads"])
	}
	for _, a := range slices.Concat(care.Alarms, care.Snoozed) {
		c.Alarms = append(c.Alarms, a.Words)
	}
	for _, d := range all {
		if d.Value.Empty() {
			continue
		}
		r, err := v.asReading(ctx, d)
		if err != nil {
			return nil, err
		}
		c.Readings = append(c.Readings, *r)
	}
	if n := len(v.HomeDocs); n > 0 {
		c.Pot = v.HomeDocs[n-1].Value.Pot
	}
	return c, nil
}
