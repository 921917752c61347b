// Package places is the service of where plants stand: temperatures, by hand, by logger and by file.
package places

import (
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/formats"
	"therapeon/ledger"
)

// Service is the places.
type Service struct{ *record.Keeper }

// Place is a place with its last temperatures.
type Place struct {
	ID      int64             `json:"id" required:"true"`
	Version int64             `json:"version" required:"true"`
	Place   record.PlaceFacts `json:"place" required:"true"`
	Plants  int64             `json:"plants" required:"true" description:"plants that stand there"`
	Days    []climate.Day     `json:"days" required:"true" description:"lows and highs of the last 60 days known, the oldest first"`
	Logged  int               `json:"logged_hours" required:"true" description:"hours logged in the last year"`
	Last    *LoggedHour       `json:"last,omitempty" description:"the newest hour logged"`

	Importing *Importing `json:"importing,omitempty" description:"a long log on its way in"`

	MeanHumidity *float64 `json:"mean_humidity_percent,omitempty" description:"of the last days, where it was logged"`
}

// LoggedHour is what a logger measured in an hour, its mean.
type LoggedHour struct {
	At              string   `json:"at" required:"true" description:"its beginning"`
	Celsius         float64  `json:"celsius" required:"true"`
	HumidityPercent *float64 `json:"humidity_percent,omitempty"`
}

// LoggerReading is one measurement, as a logger sends it.
type LoggerReading struct {
	At              time.Time `json:"at" required:"true" description:"with its offset"`
	Celsius         float64   `json:"celsius" required:"true" validate:"celsius"`
	HumidityPercent *float64  `json:"humidity_percent,omitempty" validate:"omitempty,logged_percent"`
}

// ChangePlace changes what is known of a place.
type ChangePlace struct {
	Version int64             `json:"version" required:"true" validate:"min=1"`
	Place   record.PlaceFacts `json:"place" required:"true"`
}

// DayTable are days of a place.
type DayTable struct {
	Days []climate.Day `json:"days" required:"true" validate:"table_of_days,dive"`
}

// Imported is what a climate file brought.
type Imported struct {
	Readings int    `json:"readings" required:"true"`
	Hours    int    `json:"hours" required:"true"`
	Days     int    `json:"days" required:"true"`
	From     string `json:"from" required:"true"`
	To       string `json:"to" required:"true"`
	Place    Place  `json:"place" required:"true"`
}

// Places lists the places.
func (c *Service) Places(ctx context.Context) ([]Place, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]Place, error) {
		rows, err := tx.Places().All(ctx)
		if err != nil {
			return nil, err
		}
		list := make([]Place, len(rows))
		for i, row := range rows {
			d, err := record.Places.Get(ctx, tx, row.ID)
			if err != nil {
				return nil, err
			}
			if list[i], err = place(ctx, c.Keeper, tx, d); err != nil {
				return nil, err
			}
		}
		return list, nil
	})
}

const shownDays = 60

func place(ctx context.Context, c *record.Keeper, tx *ledger.Tx, d ledger.Doc[record.PlaceFacts]) (Place, error) {
	p := Place{ID: d.ID, Version: d.Version, Place: d.Value, Days: []climate.Day{}}
	var err error
	if p.Plants, err = tx.Places().Plants(ctx, d.ID); err != nil {
		return p, err
	}
	if p.Importing, err = importing(ctx, tx, d.ID); err != nil {
		return p, err
	}
	known, err := record.ClimateOf(ctx, tx, d, c.Now().AddDate(-1, 0, 0))
	if err != nil {
		return p, err
	}
	p.Logged = len(known.Hours)
	if p.Logged > 0 {
		last := slices.Max(slices.Collect(maps.Keys(known.Hours)))
		p.Last = &LoggedHour{
			At:      time.Unix(last*3600, 0).In(known.Zone).Format(time.RFC3339),
			Celsius: known.Hours[last],
		}
		if h, ok := known.Humid[last]; ok {
			p.Last.HumidityPercent = &h
		}
		if now := climate.HourOf(c.Now()); len(known.Humid) > 0 {
			p.MeanHumidity = known.Between(now-int64(climate.Table().MeanDays.Value)*24, now+1).Humidity
		}
	}
	for _, d := range known.DailyRange() {
		p.Days = append(p.Days, d)
	}
	slices.SortFunc(p.Days, func(a, b climate.Day) int { return strings.Compare(a.Day, b.Day) })
	p.Days = p.Days[max(0, len(p.Days)-shownDays):]
	return p, nil
}

// AddPlace notes a place.
func (c *Service) AddPlace(ctx context.Context, p record.PlaceFacts) (Place, error) {
	if err := check.Input(p); err != nil {
		return Place{}, err
	}
	var added Place
	err := c.Write(ctx, &added, func(tx *ledger.Tx) error {
		row, err := tx.Places().Add(ctx, p.Name)
		if err != nil {
			return err
		}
		d, err := record.Places.Add(ctx, tx, ledger.Doc[record.PlaceFacts]{ID: row.ID, Value: p}, c.Stamp())
		if err != nil {
			return err
		}
		added, err = place(ctx, c.Keeper, tx, d)
		return err
	})
	return added, err
}

// ChangePlace changes what is known of a place.
func (c *Service) ChangePlace(ctx context.Context, id int64, ch ChangePlace) (Place, error) {
	if err := check.Input(ch); err != nil {
		return Place{}, err
	}
	var changed Place
	err := c.Write(ctx, &changed, func(tx *ledger.Tx) error {
		d, err := record.Places.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "place", id)
		}
		d.Version, d.Value = ch.Version, ch.Place
		if d, err = record.Places.Save(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		if err := tx.Places().Name(ctx, id, ch.Place.Name); err != nil {
			return err
		}
		if changed, err = place(ctx, c.Keeper, tx, d); err != nil {
			return err
		}
		return bench.Begin(ctx, c.Keeper, tx)
	})
	if err == nil {
		c.Woken()
	}
	return changed, err
}

// PutDays notes the lows and highs of days at a place. A day noted before is
// corrected.
func (c *Service) PutDays(ctx context.Context, id int64, t DayTable) (Place, error) {
	if err := check.Input(t); err != nil {
		return Place{}, err
	}
	var list fault.List
	for i, d := range t.Days {
		field := fmt.Sprintf("days[%d].", i)
		if d.LowC > d.HighC {
			list = append(
				list,
				fault.Fault{
					Field: field + "low_c",
					Value: d.LowC,
					Limit: message.Of("limits.at-most", message.Exact("figure", d.HighC, "°C")),
					Words: message.Of("clinic.places.the-low-is-above-the"),
				},
			)
		}
		list = check.Future(list, field+"day", d.Day, c.Now())
	}
	if len(list) > 0 {
		return Place{}, list
	}
	return keepClimate(ctx, c.Keeper, id, formats.ClimateLog{Days: t.Days})
}

// LogReading takes one measurement of a logger at a place; those of an hour are
// kept as their mean.
func (c *Service) LogReading(ctx context.Context, id int64, r LoggerReading) (LoggedHour, error) {
	if err := check.Input(r); err != nil {
		return LoggedHour{}, err
	}
	if r.At.Year() < formats.EarliestYear || r.At.After(c.Now().Add(time.Hour)) {
		return LoggedHour{}, record.OneFault("at",
			message.Of("clinic.places.not-that-year", message.Count("year", formats.EarliestYear)),
			message.Of("clinic.places.year-to-now", message.Count("year", formats.EarliestYear)),
			r.At.Format(time.RFC3339))
	}
	hour := climate.HourOf(r.At)
	kept := LoggedHour{At: r.At.Truncate(time.Hour).Format(time.RFC3339)}
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		if _, err := record.Places.Get(ctx, tx, id); err != nil {
			return record.MissingOr(err, "place", id)
		}
		of := ledger.Hour{Hour: hour, Celsius: r.Celsius, Humidity: r.HumidityPercent}
		if err := tx.Places().AddToHour(ctx, id, of); err != nil {
			return err
		}
		rows, err := tx.Places().Hours(ctx, id, hour)
		if err != nil || len(rows) == 0 {
			return err
		}
		kept.Celsius, kept.HumidityPercent = rows[0].Celsius, rows[0].Humidity
		return nil
	})
	return kept, err
}
