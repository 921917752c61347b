package media

import (
	"therapeon/core/fault"
	"therapeon/core/message"
)

// FloodTest is air and water measured: a known volume is weighed dry, flooded, drained, and weighed again; what ran
// out was air.
type FloodTest struct {
	VolumeML  float64  `json:"volume_ml" required:"true" validate:"vessel_ml" title:"media.FloodTest.volume_ml" description:"of the component, as it lies in the pot"`
	DrainedML float64  `json:"drained_ml" required:"true" validate:"drained_ml" title:"media.FloodTest.drained_ml"`
	DryG      *float64 `json:"dry_g,omitempty" validate:"omitempty,pot_g" title:"media.FloodTest.dry_g" description:"weight before it was flooded"`
	WetG      *float64 `json:"wet_g,omitempty" validate:"omitempty,pot_g" title:"media.FloodTest.wet_g" description:"weight once drained"`
}

// Flooded is what a test tells of a component: its air and its water once drained, as shares of its volume.
type Flooded struct {
	Air   float64  `json:"air" required:"true"`
	Water *float64 `json:"water,omitempty" description:"left out: it was not weighed"`
}

// Faults finds tests that cannot be.
func (t FloodTest) Faults() fault.List {
	one := func(field string, words, limit message.Message, value any) fault.List {
		return fault.List{{Field: field, Words: words, Limit: limit, Value: value}}
	}
	switch {
	case t.DrainedML >= t.VolumeML:
		return one("drained_ml", message.Of("media.say.more-water-ran-out-than"),
			message.Of("limits.less-than", message.Exact("figure", t.VolumeML, "mL")), t.DrainedML)
	case (t.DryG == nil) != (t.WetG == nil):
		return one("wet_g", message.Of("media.say.give-both-weights-dry-and"), message.Of("limits.both-or-neither"), nil)
	case t.DryG != nil && *t.WetG < *t.DryG:
		return one("wet_g", message.Of("media.say.it-weighs-less-wet-than"),
			message.Of("limits.at-least", message.Exact("figure", *t.DryG, "g")), *t.WetG)
	case t.DryG != nil && (*t.WetG-*t.DryG)+t.DrainedML > t.VolumeML:
		return one("wet_g", message.Of("media.say.air-and-water-together-are"),
			message.Of("limits.at-most", message.Exact("figure", *t.DryG+t.VolumeML-t.DrainedML, "g")), *t.WetG)
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
