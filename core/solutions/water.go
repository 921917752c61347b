package solutions

import (
	"math"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Blend asks for tap and pure water mixed to a target.
type Blend struct {
	Tap     float64 `json:"tap" required:"true" validate:"blend_ppm" title:"solutions.Blend.tap" description:"what the tap water reads, on any one scale"`
	Pure    float64 `json:"pure" required:"true" validate:"blend_ppm" title:"solutions.Blend.pure" description:"what the pure water reads, on the same scale"`
	Target  float64 `json:"target" required:"true" validate:"blend_ppm" title:"solutions.Blend.target"`
	VolumeL float64 `json:"volume_l" required:"true" validate:"volume_l" title:"solutions.Blend.volume_l"`
	Tools   Tools   `json:"tools,omitzero"`
}

// Faults finds blends that cannot be, each by its field; none where all is sound.
func (b Blend) Faults() fault.List {
	low, high := math.Min(b.Tap, b.Pure), math.Max(b.Tap, b.Pure)
	switch {
	case low == high && b.Target != low:
		return fault.List{
			{
				Field: "target",
				Value: b.Target,
				Limit: message.Of("limits.only", message.As("figure", num(low, ""))),
				Words: message.Of("solutions.say.both-waters-read-the-same"),
			},
		}
	case b.Target < low || b.Target > high:
		return fault.List{
			{
				Field: "target",
				Value: b.Target,
				Limit: message.Of("limits.from-to", message.As("low", num(low, "")), message.As("high", num(high, ""))),
				Words: message.Of("solutions.say.a-blend-reads-between-its", message.As("low", num(low, "")), message.As("high", num(high, ""))),
			},
		}
	}
	return nil
}

// Blended is how much of each water.
type Blended struct {
	TapL  float64          `json:"tap_l" required:"true"`
	PureL float64          `json:"pure_l" required:"true"`
	Tap   Hand             `json:"tap" required:"true"`
	Pure  Hand             `json:"pure" required:"true"`
	Low   float64          `json:"low" required:"true" description:"the least it can read as measured"`
	High  float64          `json:"high" required:"true"`
	Notes []knowledge.Text `json:"notes" required:"true"`
}

// MixBlend blends two waters: readings mix by volume. The asking holds no faults.
func MixBlend(b Blend) Blended {
	share := 0.0
	if b.Tap != b.Pure {
		share = (b.Target - b.Pure) / (b.Tap - b.Pure)
	}
	t := b.Tools.orUsual()
	m := Blended{TapL: share * b.VolumeL, PureL: (1 - share) * b.VolumeL, Notes: []knowledge.Text{}}
	m.Tap, m.Pure = t.liquid(m.TapL*units.MLPerL), t.liquid(m.PureL*units.MLPerL)
	reads := func(tap, pure float64) float64 {
		if tap+pure == 0 {
			return b.Target
		}
		return (b.Tap*tap + b.Pure*pure) / (tap + pure)
	}
	one, other := reads(m.Tap.low(), m.Pure.high()), reads(m.Tap.high(), m.Pure.low())
	m.Low, m.High = math.Min(one, other), math.Max(one, other)
	if b.Tap >= Known().Figures.HardTapPPM.Value {
		m.Notes = append(m.Notes, Known().Notes["hard-tap"])
	}
	return m
}

// Flush asks how much water rinses a pot down to a share of what was in it.
type Flush struct {
	HeldML   *float64 `json:"held_ml,omitempty" validate:"omitempty,held_ml" description:"water the medium holds"`
	PotML    *float64 `json:"pot_ml,omitempty" validate:"omitempty,pot_ml" title:"solutions.Flush.pot_ml" description:"volume of the pot, when the water held is not known"`
	HoldsPct *float64 `json:"holds_percent,omitempty" validate:"omitempty,holds_percent" title:"solutions.Flush.holds_percent" description:"water held, of the pot's volume; left out: 40 %"`
	Start    *float64 `json:"start,omitempty" validate:"omitempty,runoff_ppm" title:"solutions.Flush.start" description:"what the runoff reads first"`
	Target   *float64 `json:"target,omitempty" validate:"omitempty,runoff_ppm" title:"solutions.Flush.target" description:"what it should come down to"`
	Water    *float64 `json:"water,omitempty" validate:"omitempty,flushing_ppm" title:"solutions.Flush.water" description:"what the flushing water reads"`
	LeftPct  *float64 `json:"left_percent,omitempty" validate:"omitempty,left_percent" title:"solutions.Flush.left_percent" description:"or: the share that may be left"`
}

// Faults finds flushes that cannot be, each by its field; none where all is sound.
func (f Flush) Faults() fault.List {
	switch {
	case (f.HeldML == nil) == (f.PotML == nil):
		return fault.List{
			{
				Field: "pot_ml",
				Limit: message.Of("solutions.say.one-of-pot-ml-and"),
				Words: message.Of("solutions.say.give-the-volume-of-the"),
			},
		}
	case (f.Start == nil) != (f.Target == nil):
		return fault.List{
			{
				Field: "target",
				Limit: message.Of("solutions.say.start-and-target-together"),
				Words: message.Of("solutions.say.give-both-what-the-runoff"),
			},
		}
	case (f.Start == nil) == (f.LeftPct == nil):
		return fault.List{
			{
				Field: "left_percent",
				Limit: message.Of("solutions.say.a-share-or-start-and"),
				Words: message.Of("solutions.say.give-the-share-that-may"),
			},
		}
	case f.Start == nil:
		return nil
	}
	water := f.water()
	switch {
	case *f.Target >= *f.Start:
		return fault.List{
			{
				Field: "target",
				Value: *f.Target,
				Limit: message.Of("limits.less-than", message.As("figure", num(*f.Start, ""))),
				Words: message.Of("solutions.say.it-reads-no-more-than"),
			},
		}
	case *f.Target <= water:
		return fault.List{
			{
				Field: "target",
				Value: *f.Target,
				Limit: message.Of("limits.more-than", message.As("figure", num(water, ""))),
				Words: message.Of("solutions.say.flushing-never-brings-it-below", message.As("water", num(water, ""))),
			},
		}
	}
	return nil
}

func (f Flush) water() float64 {
	if f.Water == nil {
		return 0
	}
	return *f.Water
}

// Flushed is how much water to pour through.
type Flushed struct {
	HeldML   float64          `json:"held_ml" required:"true"`
	Volumes  float64          `json:"volumes" required:"true" description:"in volumes of the water held"`
	ML       float64          `json:"ml" required:"true"`
	TwoPotML float64          `json:"two_pot_ml,omitempty" description:"two pot volumes, the house's rule"`
	Left     float64          `json:"left_share" required:"true" description:"share of what was above the water's own, 0–1"`
	LeftRule float64          `json:"left_by_rule,omitempty" description:"share left after two pot volumes"`
	Notes    []knowledge.Text `json:"notes" required:"true"`
}

// MixFlush is the stirred pot: C/C₀ = e^(−V/Vw). The asking holds no faults.
func MixFlush(f Flush) Flushed {
	k := Known()
	m := Flushed{Notes: []knowledge.Text{k.Notes["two-pots"], k.Notes["oxygen"]}}
	if f.HeldML != nil {
		m.HeldML = *f.HeldML
	} else {
		holds := k.Figures.HeldPercent.Value
		if f.HoldsPct != nil {
			holds = *f.HoldsPct
		}
		m.HeldML = *f.PotML * holds / units.Percent
	}
	if f.LeftPct != nil {
		m.Left = *f.LeftPct / units.Percent
	} else {
		m.Left = (*f.Target - f.water()) / (*f.Start - f.water())
	}
	m.Volumes = -math.Log(m.Left)
	m.ML = m.Volumes * m.HeldML
	if f.PotML != nil {
		m.TwoPotML = k.Figures.FlushPotVolumes.Value * *f.PotML
		m.LeftRule = LeftAfter(m.TwoPotML, m.HeldML)
	}
	return m
}

// LeftAfter is the share left of what was dissolved in held mL of water after
// pouring ml through.
func LeftAfter(ml, held float64) float64 { return math.Exp(-ml / held) }

// OxygenMGL is the oxygen fresh water holds in air at 101.325 kPa, in mg/L:
// Benson & Krause 1980, 1984, as USGS Office of Water Quality memorandum
// 2011.03 gives it. From 0 to 40 °C.
func OxygenMGL(c float64) float64 {
	t := c + units.ZeroCelsiusK
	return math.Exp(-139.34411 + 1.575701e5/t - 6.642308e7/(t*t) + 1.243800e10/(t*t*t) - 8.621949e11/(t*t*t*t))
}
