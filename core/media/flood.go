package media

import (
	"fmt"

	"therapeon/core/fault"
)

// FloodTest is air and water measured: a known volume is weighed dry, flooded, drained, and weighed again; what ran
// out was air.
type FloodTest struct {
	VolumeML  float64  `json:"volume_ml" required:"true" validate:"vessel_ml" title:"The pot holds" description:"of the component, as it lies in the pot"`
	DrainedML float64  `json:"drained_ml" required:"true" validate:"drained_ml" title:"Water that ran out"`
	DryG      *float64 `json:"dry_g,omitempty" validate:"omitempty,pot_g" title:"Weight, dry" description:"weight before it was flooded"`
	WetG      *float64 `json:"wet_g,omitempty" validate:"omitempty,pot_g" title:"Weight, drained" description:"weight once drained"`
}

// Flooded is what a test tells of a component: its air and its water once drained, as shares of its volume.
type Flooded struct {
	Air   float64  `json:"air" required:"true"`
	Water *float64 `json:"water,omitempty" description:"left out: it was not weighed"`
}

// Faults finds tests that cannot be.
func (t FloodTest) Faults() fault.List {
	one := func(field, words, limit string, value any) fault.List {
		return fault.List{{Field: field, Words: words, Limit: limit, Value: value}}
	}
	switch {
	case t.DrainedML >= t.VolumeML:
		return one("drained_ml", "More water ran out than the pot holds. Measure both once more.",
			fmt.Sprintf("less than %g mL", t.VolumeML), t.DrainedML)
	case (t.DryG == nil) != (t.WetG == nil):
		return one("wet_g", "Give both weights, dry and drained, or neither.", "both or neither", nil)
	case t.DryG != nil && *t.WetG < *t.DryG:
		return one("wet_g", "It weighs less wet than dry. Change the two round, or weigh once more.",
			fmt.Sprintf("at least %g g", *t.DryG), *t.WetG)
	case t.DryG != nil && (*t.WetG-*t.DryG)+t.DrainedML > t.VolumeML:
		return one("wet_g", "Air and water together are more than the pot holds. Weigh once more, dry before it is flooded.",
			fmt.Sprintf("at most %g g", *t.DryG+t.VolumeML-t.DrainedML), *t.WetG)
	}
	return nil
}

// Tells is what a test that can be tells.
func (t FloodTest) Tells() Flooded {
	f := Flooded{Air: t.DrainedML / t.VolumeML}
	if t.DryG != nil {
		water := (*t.WetG - *t.DryG) / t.VolumeML // 1 g is 1 mL
		f.Water = &water
	}
	return f
}
