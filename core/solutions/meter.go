package solutions

import (
	"fmt"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Meter is what a conductivity meter shows, on its scale.
type Meter struct {
	Value float64 `json:"value" required:"true" validate:"meter" title:"solutions.Meter.value"`
	Scale string  `json:"scale" required:"true" validate:"oneof=ppm500 ppm700 ms_cm us_cm"`
}

// perEC is how much a scale shows for each mS/cm.
func perEC(scale string) float64 {
	switch scale {
	case "ppm500":
		return Known().Figures.PPM500.Value
	case "ppm700":
		return Known().Figures.PPM700.Value
	case "us_cm":
		return units.MilliPer
	default:
		return 1
	}
}

// EC is the conductivity of a reading, mS/cm, whatever its scale.
func (m Meter) EC() float64 { return m.Value / perEC(m.Scale) }

// On is the same reading on another scale.
func (m Meter) On(scale string) Meter { return Meter{m.EC() * perEC(scale), scale} }

// Faults finds readings that no water gives, each by its field; none where all is sound.
func (m Meter) Faults() fault.List {
	if m.EC() > Known().Figures.MostMSCM.Value {
		return fault.List{
			{
				Field: "value",
				Value: m.Value,
				Limit: message.Of("solutions.say.at-most-100-ms-cm"),
				Words: message.Of("solutions.say.no-meter-for-water-shows"),
			},
		}
	}
	return nil
}

// Scales is one reading on every scale.
type Scales struct {
	MSCM   float64        `json:"ms_cm" required:"true"`
	USCM   float64        `json:"us_cm" required:"true"`
	PPM500 float64        `json:"ppm500" required:"true"`
	PPM700 float64        `json:"ppm700" required:"true"`
	Note   knowledge.Text `json:"note" required:"true"`
}

// AllScales writes a reading on every scale that meters have.
func AllScales(m Meter) Scales {
	return Scales{
		m.EC(),
		m.On("us_cm").Value,
		m.On("ppm500").Value,
		m.On("ppm700").Value,
		Known().Notes["meter-is-not-feed"],
	}
}

// Dose is a product added to a meter reading.
type Dose struct {
	Name     string  `json:"name" required:"true" validate:"required,name,line" title:"solutions.Dose.name"`
	Adds     float64 `json:"adds" required:"true" validate:"added" title:"solutions.Dose.adds" description:"what 1 mL/L adds to the reading, from a calibration on this scale"`
	Wanted   float64 `json:"wanted" required:"true" validate:"added" title:"solutions.Dose.wanted" description:"what it should add to the reading"`
	MostAdds float64 `json:"most,omitempty" validate:"reading" description:"the most it may add; left out: no limit of its own"`
}

// Stack asks for several products on a base water, to meter readings.
type Stack struct {
	Base    float64 `json:"base" required:"true" validate:"reading" title:"solutions.Stack.base" description:"what the water reads before"`
	Scale   string  `json:"scale" required:"true" validate:"oneof=ppm500 ppm700 ms_cm us_cm"`
	VolumeL float64 `json:"volume_l" required:"true" validate:"volume_l" title:"solutions.Stack.volume_l"`
	Doses   []Dose  `json:"doses" required:"true" validate:"doses,dive"`
	Tools   Tools   `json:"tools,omitzero"`
}

// Faults finds stacks that cannot be, each by its field; none where all is sound.
func (s Stack) Faults() fault.List {
	var list fault.List
	for i, d := range s.Doses {
		if d.MostAdds > 0 && d.Wanted > d.MostAdds {
			list = append(
				list,
				fault.Fault{
					Field: fmt.Sprintf("doses[%d].wanted", i),
					Value: d.Wanted,
					Limit: message.Of("limits.at-most", message.As("figure", num(d.MostAdds, ""))),
					Words: message.Of("solutions.say.is-stopped-at-its-label", message.Name("product", d.Name), message.As("most_adds", num(d.MostAdds, ""))),
				},
			)
		}
		if d.Wanted > units.MLPerL*d.Adds {
			list = append(
				list,
				fault.Fault{
					Field: fmt.Sprintf("doses[%d].wanted", i),
					Value: d.Wanted,
					Limit: message.Of("limits.at-most", message.As("figure", num(units.MLPerL*d.Adds, ""))),
					Words: message.Of("solutions.say.not-even-the-pure-product"),
				},
			)
		}
	}
	return list
}

// Added is one product of a stack.
type Added struct {
	Name   string  `json:"name" required:"true"`
	MLPerL float64 `json:"ml_per_l" required:"true"`
	ML     float64 `json:"ml" required:"true"`
	Hand   Hand    `json:"hand" required:"true"`
	Reads  float64 `json:"reads" required:"true" description:"what the meter should show after it"`
	Low    float64 `json:"low" required:"true"`
	High   float64 `json:"high" required:"true"`
}

// Stacked is what to add, one after the other.
type Stacked struct {
	Added []Added          `json:"added" required:"true"`
	Reads Scales           `json:"reads" required:"true" description:"at the end"`
	Notes []knowledge.Text `json:"notes" required:"true"`
}

// MixStack works out what each product adds. Readings add up, as they do nearly
// in dilute water. The asking holds no faults.
func MixStack(s Stack) Stacked {
	t := s.Tools.orUsual()
	reads, low, high := s.Base, s.Base, s.Base
	m := Stacked{Notes: []knowledge.Text{}}
	little := false
	for _, d := range s.Doses {
		perL := d.Wanted / d.Adds
		h := t.liquid(perL * s.VolumeL)
		reads += d.Wanted
		low += h.low() / s.VolumeL * d.Adds
		high += h.high() / s.VolumeL * d.Adds
		little = little || h.Little
		m.Added = append(m.Added, Added{d.Name, perL, perL * s.VolumeL, h, reads, low, high})
	}
	m.Reads = AllScales(Meter{reads, s.Scale})
	if little {
		m.Notes = append(m.Notes, Known().Notes["too-little"])
	}
	return m
}

// Calibration asks what a product adds to one's own meter.
type Calibration struct {
	Scale  string  `json:"scale" required:"true" validate:"oneof=ppm500 ppm700 ms_cm us_cm"`
	Before float64 `json:"before" required:"true" validate:"reading" title:"solutions.Calibration.before"`
	After  float64 `json:"after" required:"true" validate:"added" title:"solutions.Calibration.after"`
	MLPerL float64 `json:"ml_per_l" required:"true" validate:"dose_ml_per_l" title:"solutions.Calibration.ml_per_l" description:"what was added"`
}

// Faults finds calibrations that say nothing, each by its field; none where all is sound.
func (c Calibration) Faults() fault.List {
	if c.After <= c.Before {
		return fault.List{
			{
				Field: "after",
				Value: c.After,
				Limit: message.Of("limits.more-than", message.As("figure", num(c.Before, ""))),
				Words: message.Of("solutions.say.the-meter-shows-no-more"),
			},
		}
	}
	return nil
}

// Adds is what 1 mL/L adds to the reading.
func (c Calibration) Adds() float64 { return (c.After - c.Before) / c.MLPerL }
