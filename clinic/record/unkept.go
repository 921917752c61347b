package record

import (
	"context"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/roots"
)

// Unkept is a plant on no bench, as far as it is known: what is asked of it is computed, and
// nothing is kept.
type Unkept struct {
	Plant      patient.Intake      `json:"plant" required:"true"`
	Inspection *patient.Inspection `json:"inspection,omitempty" description:"as it was looked over on the day"`
	Reading    *roots.Reading      `json:"reading,omitempty" description:"its roots as they were read on the day"`
	Air        *CaseAir            `json:"air,omitempty" description:"where it stands"`
	Home       *CaseHome           `json:"home,omitempty" description:"how it is held or housed"`
	On         string              `json:"on,omitempty" validate:"omitempty,day" description:"the day; left out: today"`
}

// CaseAir is the air where a plant stands.
type CaseAir struct {
	NightC          *float64 `json:"night_c,omitempty" validate:"omitempty,night_c" description:"a usual night"`
	DayC            *float64 `json:"day_c,omitempty" validate:"omitempty,celsius" description:"a usual day"`
	HumidityPercent *float64 `json:"humidity_percent,omitempty" validate:"omitempty,humidity_percent"`
	Light           string   `json:"light,omitempty" validate:"omitempty,oneof=shade bright sun"`
}

// CaseHome is a home that was given to a plant.
type CaseHome struct {
	Route  string    `json:"route" required:"true" validate:"required,word" description:"code of a route, see /api/v1/knowledge/rehome"`
	FromOn string    `json:"from_on" required:"true" validate:"required,day"`
	Pot    *pots.Pot `json:"pot,omitempty"`
}

// Faults finds what no single field shows wrong.
func (k Unkept) Faults() fault.List {
	if a := k.Air; a != nil {
		switch {
		case (a.NightC == nil) != (a.DayC == nil):
			return OneFault("air.day_c", message.Of("clinic.record.give-both-the-night-and"), message.Of("limits.both-or-neither"), nil)
		case a.NightC != nil && *a.NightC > *a.DayC:
			return OneFault("air.night_c", message.Of("clinic.record.the-night-is-warmer-than"), message.Of("clinic.record.at-most-the-day"), *a.NightC)
		}
	}
	if k.Home != nil {
		if _, ok := rehome.Table().Route(k.Home.Route); !ok {
			return rehome.UnknownRoute(k.Home.Route).Under("home")
		}
	}
	if k.Inspection != nil {
		return (patient.Look{On: k.On, Noted: *k.Inspection}).Faults().Under("inspection")
	}
	return nil
}

// Unkept is the patient of a plant on no bench.
func (c *Keeper) Unkept(ctx context.Context, k Unkept) (*patient.Patient, error) {
	if k.Plant.Tag == "" {
		k.Plant.Tag = "unnamed" // it needs none
	}
	if k.On == "" {
		k.On = c.Today()
	}
	if err := check.Input(k); err != nil {
		return nil, err
	}
	p, err := c.Given(ctx, k.Plant.OfKind())
	if err != nil {
		return nil, err
	}
	day, err := time.ParseInLocation(time.DateOnly, k.On, c.Now().Location())
	if err != nil {
		return nil, err
	}
	p.Now = day.Add(time.Duration(patient.Table().MovedAtHour.Value * float64(time.Hour)))
	if k.Inspection != nil {
		p.Looks = []patient.Look{{On: k.On, Noted: *k.Inspection}}
	}
	if k.Reading != nil {
		p.Reading = &patient.Reading{On: k.On, Roots: *k.Reading, Checks: roots.Checks{}}
	}
	if h := k.Home; h != nil {
		p.Homes = []patient.Home{rehome.Stands(h.FromOn, h.Route, h.Pot)}
	}
	if a := k.Air; a != nil {
		at := &climate.Station{Zone: p.Now.Location(), UsualHumidity: a.HumidityPercent}
		if a.NightC != nil {
			at.Usual = &climate.Day{LowC: *a.NightC, HighC: *a.DayC}
		}
		p.Site = &patient.Site{Name: "", Climate: at, Light: a.Light, Percent: a.HumidityPercent}
	}
	return p, nil
}
