package record

import (
	"context"
	"fmt"
	"time"

	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/ledger"
)

// PlaceFacts is what is known of a place where plants stand.
type PlaceFacts struct {
	Name  string   `json:"name" required:"true" validate:"required,name,line" title:"record.PlaceFacts.name"`
	Zone  string   `json:"zone,omitempty" validate:"zone" title:"record.PlaceFacts.zone" description:"name of its time zone, such as Europe/Lisbon; left out: as this machine"`
	LowC  *float64 `json:"low_c,omitempty" validate:"omitempty,celsius" title:"record.PlaceFacts.low_c"`
	HighC *float64 `json:"high_c,omitempty" validate:"omitempty,celsius" title:"record.PlaceFacts.high_c"`

	HumidityPercent *float64 `json:"humidity_percent,omitempty" validate:"omitempty,humidity_percent" title:"record.PlaceFacts.humidity_percent" description:"usual humidity of its air"`
	Light           string   `json:"light,omitempty" validate:"omitempty,oneof=shade bright sun" description:"what falls on the leaves"`
}

// Faults finds places that cannot be.
func (p PlaceFacts) Faults() fault.List {
	switch {
	case (p.LowC == nil) != (p.HighC == nil):
		return OneFault("high_c", message.Of("clinic.record.give-both-the-low-and"), message.Of("limits.both-or-neither"), nil)
	case p.LowC != nil && *p.LowC > *p.HighC:
		return OneFault("low_c", message.Of("clinic.record.the-usual-night-is-warmer"),
			message.Of("limits.at-most", message.Exact("figure", *p.HighC, "°C")), *p.LowC)
	}
	if _, err := ZoneOf(p.Zone); err != nil {
		return OneFault("zone", message.Of("clinic.record.this-time-zone-is-not"),
			message.Of("clinic.record.a-time-zone-such-as"), p.Zone)
	}
	return nil
}

// ZoneOf is a time zone by its name; without one, that of this machine.
func ZoneOf(name string) (*time.Location, error) {
	if name == "" {
		return time.Local, nil
	}
	return time.LoadLocation(name)
}

// ClimateOf are the temperatures of a place from a time on.
func ClimateOf(
	ctx context.Context,
	tx *ledger.Tx,
	d ledger.Doc[PlaceFacts],
	since time.Time,
) (*climate.Station, error) {
	at := d.Value
	zone, err := ZoneOf(at.Zone)
	if err != nil {
		return nil, fmt.Errorf("zone of place %d: %w", d.ID, err)
	}
	p := &climate.Station{
		Zone:          zone,
		Days:          map[string]climate.Day{},
		Hours:         map[int64]float64{},
		Humid:         map[int64]float64{},
		UsualHumidity: at.HumidityPercent,
	}
	if at.LowC != nil && at.HighC != nil {
		p.Usual = &climate.Day{LowC: *at.LowC, HighC: *at.HighC}
	}
	hours, err := tx.Places().Hours(ctx, d.ID, climate.HourOf(since))
	if err != nil {
		return nil, err
	}
	for _, h := range hours {
		p.Hours[h.Hour] = h.Celsius
		if h.Humidity != nil {
			p.Humid[h.Hour] = *h.Humidity
		}
	}
	days, err := tx.Places().Days(ctx, d.ID, since.In(zone).Format(time.DateOnly))
	if err != nil {
		return nil, err
	}
	for _, day := range days {
		p.Days[day.Day] = climate.Day{Day: day.Day, LowC: day.LowC, HighC: day.HighC}
	}
	return p, nil
}

// SiteNow is where the plant stands, with its temperatures from a time on; nil where that is
// not noted.
func (r *Record) SiteNow(ctx context.Context, since time.Time) (*patient.Site, error) {
	if r.Row.PlaceID == 0 {
		return nil, nil
	}
	d, err := Places.Get(ctx, r.Tx, r.Row.PlaceID)
	if err != nil {
		return nil, err
	}
	known, err := ClimateOf(ctx, r.Tx, d, since)
	if err != nil {
		return nil, err
	}
	at := d.Value
	return &patient.Site{Name: at.Name, Climate: known, Light: at.Light, Percent: at.HumidityPercent}, nil
}
