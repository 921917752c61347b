package clinic

import (
	"context"
	"database/sql"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/taxa"
	"therapeon/formats"
	"therapeon/store/sqlc"
)

// PlaceFacts is what is known of a place where plants stand.
type PlaceFacts struct {
	Name  string   `json:"name" required:"true" validate:"required,notblank,max=80"`
	Zone  string   `json:"zone,omitempty" validate:"max=60" description:"name of its time zone, such as Europe/Lisbon; left out: as this machine"`
	LowC  *float64 `json:"low_c,omitempty" validate:"omitempty,min=-30,max=60" description:"a usual night"`
	HighC *float64 `json:"high_c,omitempty" validate:"omitempty,min=-30,max=60" description:"a usual day"`

	HumidityPercent *float64 `json:"humidity_percent,omitempty" validate:"omitempty,min=5,max=100" description:"usual humidity of its air"`
	Light           string   `json:"light,omitempty" validate:"omitempty,oneof=shade bright sun" description:"what falls on the leaves"`
}

// Faults finds places that cannot be.
func (p PlaceFacts) Faults() fault.List {
	switch {
	case (p.LowC == nil) != (p.HighC == nil):
		return oneFault("high_c", "Give both the low and the high, or neither.", "both or neither", nil)
	case p.LowC != nil && *p.LowC > *p.HighC:
		return oneFault(
			"low_c",
			"The usual night is warmer than the usual day. Correct one of the two.",
			fmt.Sprintf("at most %g °C", *p.HighC),
			*p.LowC,
		)
	}
	if _, err := zoneOf(p.Zone); err != nil {
		return oneFault(
			"zone",
			"This time zone is not known. Write it like Europe/Lisbon.",
			"a time zone such as Europe/Lisbon",
			p.Zone,
		)
	}
	return nil
}

func zoneOf(name string) (*time.Location, error) {
	if name == "" {
		return time.Local, nil
	}
	return time.LoadLocation(name)
}

// Place is a place with its last temperatures.
type Place struct {
	ID      int64         `json:"id" required:"true"`
	Version int64         `json:"version" required:"true"`
	Place   PlaceFacts    `json:"place" required:"true"`
	Plants  int64         `json:"plants" required:"true" description:"plants that stand there"`
	Days    []climate.Day `json:"days" required:"true" description:"lows and highs of the last 60 days known, the oldest first"`
	Logged  int           `json:"logged_hours" required:"true" description:"hours logged in the last year"`
	Last    *LoggedHour   `json:"last,omitempty" description:"the newest hour logged"`

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
	Celsius         float64   `json:"celsius" required:"true" validate:"min=-30,max=60"`
	HumidityPercent *float64  `json:"humidity_percent,omitempty" validate:"omitempty,min=0,max=100"`
}

// ChangePlace changes what is known of a place.
type ChangePlace struct {
	Version int64      `json:"version" required:"true" validate:"min=1"`
	Place   PlaceFacts `json:"place" required:"true"`
}

// DayTable are days of a place.
type DayTable struct {
	Days []climate.Day `json:"days" required:"true" validate:"min=1,max=1000,dive"`
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
func (c *Clinic) Places(ctx context.Context) ([]Place, error) {
	return read(ctx, c, func(q *sqlc.Queries) ([]Place, error) {
		rows, err := q.ListPlaces(ctx)
		if err != nil {
			return nil, fmt.Errorf("list places: %w", err)
		}
		list := make([]Place, len(rows))
		for i, row := range rows {
			if list[i], err = c.place(ctx, q, row); err != nil {
				return nil, err
			}
		}
		return list, nil
	})
}

const shownDays = 60

func (c *Clinic) place(ctx context.Context, q *sqlc.Queries, row sqlc.Place) (Place, error) {
	p := Place{
		ID:      row.ID,
		Version: row.Version,
		Place: PlaceFacts{
			Name:            row.Name,
			Zone:            row.Zone,
			LowC:            optional(row.LowC),
			HighC:           optional(row.HighC),
			HumidityPercent: optional(row.Humidity),
			Light:           row.Light,
		},
		Days: []climate.Day{},
	}
	var err error
	if p.Plants, err = q.PlantsAtPlace(ctx, row.ID); err != nil {
		return p, err
	}
	if p.Importing, err = importing(ctx, q, row.ID); err != nil {
		return p, err
	}
	known, err := climateOf(ctx, q, row, c.now().AddDate(-1, 0, 0))
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
		if now := climate.HourOf(c.now()); len(known.Humid) > 0 {
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

func optional(n sql.NullFloat64) *float64 {
	if !n.Valid {
		return nil
	}
	return &n.Float64
}

func nullable(v *float64) sql.NullFloat64 {
	if v == nil {
		return sql.NullFloat64{}
	}
	return sql.NullFloat64{Float64: *v, Valid: true}
}

// climateOf are the temperatures of a place from a time on.
func climateOf(ctx context.Context, q *sqlc.Queries, row sqlc.Place, since time.Time) (*climate.Place, error) {
	zone, err := zoneOf(row.Zone)
	if err != nil {
		return nil, fmt.Errorf("zone of place %d: %w", row.ID, err)
	}
	p := &climate.Place{
		Zone:          zone,
		Days:          map[string]climate.Day{},
		Hours:         map[int64]float64{},
		Humid:         map[int64]float64{},
		UsualHumidity: optional(row.Humidity),
	}
	if row.LowC.Valid && row.HighC.Valid {
		p.Usual = &climate.Day{LowC: row.LowC.Float64, HighC: row.HighC.Float64}
	}
	hours, err := q.PlaceHours(ctx, sqlc.PlaceHoursParams{PlaceID: row.ID, Since: climate.HourOf(since)})
	if err != nil {
		return nil, err
	}
	for _, h := range hours {
		p.Hours[h.Hour] = h.Celsius
		if h.Humidity.Valid {
			p.Humid[h.Hour] = h.Humidity.Float64
		}
	}
	days, err := q.PlaceDays(ctx, sqlc.PlaceDaysParams{PlaceID: row.ID, Since: since.In(zone).Format(time.DateOnly)})
	if err != nil {
		return nil, err
	}
	for _, d := range days {
		p.Days[d.Day] = climate.Day{Day: d.Day, LowC: d.LowC, HighC: d.HighC}
	}
	return p, nil
}

// AddPlace notes a place.
func (c *Clinic) AddPlace(ctx context.Context, p PlaceFacts) (Place, error) {
	if err := check.Input(p); err != nil {
		return Place{}, err
	}
	var added Place
	err := c.write(ctx, &added, func(q *sqlc.Queries) error {
		row, err := q.CreatePlace(
			ctx,
			sqlc.CreatePlaceParams{
				Name:      p.Name,
				Zone:      p.Zone,
				LowC:      nullable(p.LowC),
				HighC:     nullable(p.HighC),
				Humidity:  nullable(p.HumidityPercent),
				Light:     p.Light,
				UpdatedAt: c.stamp(),
			},
		)
		if err != nil {
			return fmt.Errorf("add place: %w", err)
		}
		added, err = c.place(ctx, q, row)
		return err
	})
	return added, err
}

// ChangePlace changes what is known of a place.
func (c *Clinic) ChangePlace(ctx context.Context, id int64, ch ChangePlace) (Place, error) {
	if err := check.Input(ch); err != nil {
		return Place{}, err
	}
	var changed Place
	err := c.write(ctx, &changed, func(q *sqlc.Queries) error {
		row, err := q.GetPlace(ctx, id)
		if err != nil {
			return missing(err, "place", id)
		}
		if row.Version != ch.Version {
			return Conflict{
				What:    "place",
				Version: row.Version,
				Changes: []string{fmt.Sprintf("It is called “%s” there.", row.Name)},
			}
		}
		p := ch.Place
		row, err = q.ChangePlace(
			ctx,
			sqlc.ChangePlaceParams{
				ID:       id,
				Version:  row.Version,
				Name:     p.Name,
				Zone:     p.Zone,
				LowC:     nullable(p.LowC),
				HighC:    nullable(p.HighC),
				Humidity: nullable(p.HumidityPercent),
				Light:    p.Light,
				Now:      c.stamp(),
			},
		)
		if err != nil {
			return err
		}
		changed, err = c.place(ctx, q, row)
		return err
	})
	return changed, err
}

// PutDays notes the lows and highs of days at a place. A day noted before is
// corrected.
func (c *Clinic) PutDays(ctx context.Context, id int64, t DayTable) (Place, error) {
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
					Limit: fmt.Sprintf("at most %g °C", d.HighC),
					Words: "The low is above the high.",
				},
			)
		}
		list = check.Future(list, field+"day", d.Day, c.now())
	}
	if len(list) > 0 {
		return Place{}, list
	}
	return c.keepClimate(ctx, id, formats.ClimateLog{Days: t.Days})
}

// LogReading takes one measurement of a logger at a place; those of an hour are
// kept as their mean.
func (c *Clinic) LogReading(ctx context.Context, id int64, r LoggerReading) (LoggedHour, error) {
	if err := check.Input(r); err != nil {
		return LoggedHour{}, err
	}
	if r.At.Year() < 1990 || r.At.After(c.now().Add(time.Hour)) {
		return LoggedHour{}, oneFault(
			"at",
			"This time lies before 1990 or has not come yet. Set the logger's clock.",
			"1990 to now",
			r.At.Format(time.RFC3339),
		)
	}
	hour := climate.HourOf(r.At)
	kept := LoggedHour{At: r.At.Truncate(time.Hour).Format(time.RFC3339)}
	err := c.store.Write(ctx, func(q *sqlc.Queries) error {
		if _, err := q.GetPlace(ctx, id); err != nil {
			return missing(err, "place", id)
		}
		if err := q.AddPlaceReading(
			ctx,
			sqlc.AddPlaceReadingParams{
				PlaceID:  id,
				Hour:     hour,
				Celsius:  r.Celsius,
				Humidity: nullable(r.HumidityPercent),
			},
		); err != nil {
			return fmt.Errorf("keep the reading: %w", err)
		}
		rows, err := q.PlaceHours(ctx, sqlc.PlaceHoursParams{PlaceID: id, Since: hour})
		if err != nil || len(rows) == 0 {
			return err
		}
		kept.Celsius, kept.HumidityPercent = rows[0].Celsius, optional(rows[0].Humidity)
		return nil
	})
	return kept, err
}

// temperatures are those a plant stands in: of its place, else of the last look,
// else of its group. It also says where they come from.
func (c *Clinic) temperatures(
	ctx context.Context,
	q *sqlc.Queries,
	plant sqlc.Plant,
	seen *Inspection,
	since time.Time,
) (*climate.Place, string, error) {
	if plant.PlaceID != 0 {
		row, err := q.GetPlace(ctx, plant.PlaceID)
		if err != nil {
			return nil, "", err
		}
		p, err := climateOf(ctx, q, row, since)
		if err != nil {
			return nil, "", err
		}
		if p.Usual != nil || len(p.Hours)+len(p.Days) > 0 {
			words := fmt.Sprintf("Temperatures of “%s”", row.Name)
			if p.Usual != nil {
				words += fmt.Sprintf(", usually %g to %g °C", p.Usual.LowC, p.Usual.HighC)
			}
			return p, words + ".", nil
		}
	}
	p := &climate.Place{Zone: c.now().Location()}
	if seen != nil && seen.NightLowC != nil && seen.DayHighC != nil {
		p.Usual = &climate.Day{LowC: *seen.NightLowC, HighC: *seen.DayHighC}
		return p, fmt.Sprintf(
			"From your last look: %g to %g °C. Say where it stands for more.",
			p.Usual.LowC,
			p.Usual.HighC,
		), nil
	}
	profile, _ := taxa.Find(plant.GroupCode)
	low, high := profile.RangeC()
	p.Usual = &climate.Day{LowC: low, HighC: high}
	return p, fmt.Sprintf(
		"Only a guess, the usual range of its group: %g to %g °C. Say where it stands.",
		low,
		high,
	), nil
}
