// Package pots measures pots and finds one that fits: its volume at any height,
// what it holds as a reservoir, how far the longest root is from the water, and
// the section of plant and pot to scale.
//
// Lengths are in mm, volumes in L. Heights count from the inside of the bottom.
package pots

import (
	"math"
	"sync"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Shapes of pots.
const (
	Round = "round" // a frustum of a cone
	Box   = "box"   // a frustum of a pyramid, or any box that widens evenly
	Bowl  = "bowl"  // the cap of a ball
)

// Pot is a pot by its inner measures.
type Pot struct {
	Shape         string   `json:"shape" required:"true" validate:"oneof=round box bowl"`
	TopMM         float64  `json:"top_mm" required:"true" validate:"pot_top_mm" title:"pots.Pot.top_mm"`
	BottomMM      float64  `json:"bottom_mm,omitempty" validate:"pot_mm" title:"pots.Pot.bottom_mm" description:"width at the bottom; none in a bowl"`
	TopDepthMM    float64  `json:"top_depth_mm,omitempty" validate:"pot_mm" title:"pots.Pot.top_depth_mm" description:"of a box: the other side at the rim; left out: square"`
	BottomDepthMM float64  `json:"bottom_depth_mm,omitempty" validate:"pot_mm" title:"pots.Pot.bottom_depth_mm"`
	HeightMM      float64  `json:"height_mm" required:"true" validate:"pot_height_mm" title:"pots.Pot.height_mm"`
	Wall          string   `json:"wall,omitempty" validate:"omitempty,oneof=clear opaque clay net basket"`
	SideHoles     bool     `json:"side_holes,omitempty" description:"holes in the wall for air"`
	HoleMM        *float64 `json:"hole_mm,omitempty" validate:"omitempty,crock_mm" title:"pots.Pot.hole_mm" description:"height of the lowest holes; what stands below them is the reservoir. 0: it drains"`
	CrockMM       float64  `json:"crock_mm,omitempty" validate:"crock_mm" title:"pots.Pot.crock_mm" description:"height of the coarse layer at the bottom"`
	RimMM         *float64 `json:"rim_mm,omitempty" validate:"omitempty,rim_mm" description:"from the medium to the rim; left out: a usual 10"`
}

// Faults finds pots that cannot be, each by its field; none where all is sound.
func (p Pot) Faults() fault.List {
	wider := func(field string, bottom, top float64) fault.List {
		return fault.List{
			{
				Field: field,
				Value: bottom,
				Limit: message.Of("limits.at-most", message.Exact("figure", top, "mm")),
				Words: message.Of("pots.say.this-pot-is-wider-at"),
			},
		}
	}
	switch {
	case p.Shape != Bowl && p.BottomMM <= 0:
		return fault.List{{Field: "bottom_mm", Limit: message.Of("pots.say.more-than-0-mm"), Words: message.Of("pots.say.measure-its-bottom-too")}}
	case p.Shape != Bowl && p.BottomMM > p.TopMM:
		return wider("bottom_mm", p.BottomMM, p.TopMM)
	case p.Shape == Box && p.bottomDepth() > p.topDepth():
		return wider("bottom_depth_mm", p.bottomDepth(), p.topDepth())
	case p.Shape == Bowl && p.HeightMM > p.TopMM/2:
		return fault.List{
			{
				Field: "height_mm",
				Value: p.HeightMM,
				Limit: message.Of("limits.at-most", message.Exact("figure", p.TopMM/2, "mm")),
				Words: message.Of("pots.say.a-bowl-is-at-most"),
			},
		}
	case p.Rim() >= p.HeightMM:
		return fault.List{
			{
				Field: "rim_mm",
				Value: p.Rim(),
				Limit: message.Of("limits.less-than", message.Exact("figure", p.HeightMM, "mm")),
				Words: message.Of("pots.say.nothing-is-left-for-the"),
			},
		}
	case p.CrockMM >= p.FillMM():
		return fault.List{
			{
				Field: "crock_mm",
				Value: p.CrockMM,
				Limit: message.Of("limits.less-than", message.Exact("figure", p.FillMM(), "mm")),
				Words: message.Of("pots.say.the-coarse-layer-fills-the"),
			},
		}
	case p.HoleMM != nil && *p.HoleMM >= p.FillMM():
		return fault.List{
			{
				Field: "hole_mm",
				Value: *p.HoleMM,
				Limit: message.Of("limits.less-than", message.Exact("figure", p.FillMM(), "mm")),
				Words: message.Of("pots.say.the-water-would-stand-over"),
			},
		}
	}
	return nil
}

// Rim is from the medium to the rim.
func (p Pot) Rim() float64 {
	if p.RimMM == nil {
		return math.Min(Table().RimMM.Value, Table().RimShare.Value*p.HeightMM)
	}
	return *p.RimMM
}

// FillMM is the height of the medium from the bottom, mm: the rim stays free.
func (p Pot) FillMM() float64 { return p.HeightMM - p.Rim() }

// WaterMM is the height at which a reservoir stands, 0 without one.
func (p Pot) WaterMM() float64 {
	if p.HoleMM == nil {
		return 0
	}
	return *p.HoleMM
}

func (p Pot) topDepth() float64 {
	if p.TopDepthMM > 0 {
		return p.TopDepthMM
	}
	return p.TopMM
}

func (p Pot) bottomDepth() float64 {
	if p.BottomDepthMM > 0 {
		return p.BottomDepthMM
	}
	return p.BottomMM * p.topDepth() / p.TopMM
}

// WidthMM is how wide it is at a height.
func (p Pot) WidthMM(z float64) float64 {
	if p.Shape == Bowl {
		return 2 * math.Sqrt(p.areaMM2(z)/math.Pi)
	}
	return p.BottomMM + (p.TopMM-p.BottomMM)*z/p.HeightMM
}

// areaMM2 is the area of the level section at a height. In each shape it is a
// polynomial of the second degree in the height.
func (p Pot) areaMM2(z float64) float64 {
	switch p.Shape {
	case Box:
		return p.WidthMM(z) * (p.bottomDepth() + (p.topDepth()-p.bottomDepth())*z/p.HeightMM)
	case Bowl:
		radius := (p.TopMM/2*p.TopMM/2 + p.HeightMM*p.HeightMM) / (2 * p.HeightMM)
		return math.Pi * z * (2*radius - z)
	default:
		d := p.WidthMM(z)
		return units.CircleMM2(d)
	}
}

// BelowL is the volume below a height, L. Simpson's rule is exact for areas of the
// second degree: it is the prismoidal formula of the handbooks.
func (p Pot) BelowL(z float64) float64 {
	z = math.Min(math.Max(z, 0), p.HeightMM)
	return z / 6 * (p.areaMM2(0) + 4*p.areaMM2(z/2) + p.areaMM2(z)) / units.MM3PerL
}

// VolumeL is its whole volume to the brim, L.
func (p Pot) VolumeL() float64 { return p.BelowL(p.HeightMM) }

// WallKind is a kind of wall.
type WallKind struct {
	Name  message.Message `yaml:"name" json:"name" required:"true"`
	Words knowledge.Text  `yaml:"words" json:"words" required:"true"`
}

// Knowledge is the table of pots.
type Knowledge struct {
	RimMM        knowledge.Number            `yaml:"rim_mm" json:"rim_mm" required:"true"`
	BesideMM     knowledge.Number            `yaml:"beside_base_mm" json:"beside_base_mm" required:"true"`
	LeastShare   knowledge.Number            `yaml:"least_share" json:"least_share" required:"true"`
	Coiled       knowledge.Number            `yaml:"coiled" json:"coiled" required:"true"`
	Stiff        knowledge.Codes             `yaml:"stiff" json:"stiff" required:"true" description:"groups whose roots do not coil"`
	StiffFromMM  knowledge.Number            `yaml:"stiff_from_mm" json:"stiff_from_mm" required:"true"`
	StandsOn     knowledge.Number            `yaml:"stands_on" json:"stands_on" required:"true" description:"width of the foot over the height"`
	SpanShare    knowledge.Number            `yaml:"span_share" json:"span_share" required:"true"`
	Seasons      map[string]knowledge.Number `yaml:"seasons" json:"seasons" required:"true" description:"of a lead, by the side on the size of the pot"`
	ShallowMM    knowledge.Number            `yaml:"shallow_medium_mm" json:"shallow_medium_mm" required:"true"`
	BallSpread   knowledge.Number            `yaml:"root_ball_spread" json:"root_ball_spread" required:"true"`
	HoleRowsMM   knowledge.Number            `yaml:"hole_rows_mm" json:"hole_rows_mm" required:"true"`
	Taper        knowledge.Number            `yaml:"taper" json:"taper" required:"true"`
	HighShare    knowledge.Number            `yaml:"high_share" json:"high_share" required:"true" description:"height of a pot over its width, where that was not measured"`
	CrockMM      knowledge.Number            `yaml:"crock_mm" json:"crock_mm" required:"true"`
	AboveMM      knowledge.Number            `yaml:"above_water_mm" json:"above_water_mm" required:"true"`
	LeastMM      knowledge.Number            `yaml:"reservoir_least_mm" json:"reservoir_least_mm" required:"true"`
	MostShare    knowledge.Number            `yaml:"reservoir_most" json:"reservoir_most" required:"true"`
	Walls        map[string]WallKind         `yaml:"walls" json:"walls" required:"true"`
	SideHolesWhy knowledge.Text              `yaml:"side_holes" json:"side_holes" required:"true"`
	OpaqueWhy    knowledge.Text              `yaml:"opaque_why" json:"opaque_why" required:"true"`
	NoReservoir  knowledge.Text              `yaml:"reservoir_none" json:"reservoir_none" required:"true"`
	ShallowTimes knowledge.Number            `yaml:"shallow_times" json:"shallow_times" required:"true"`
	StepMM       knowledge.Number            `yaml:"step_mm" json:"step_mm" required:"true"`
	LeastWideMM  knowledge.Number            `yaml:"least_wide_mm" json:"least_wide_mm" required:"true"`
	LeastHighMM  knowledge.Number            `yaml:"least_high_mm" json:"least_high_mm" required:"true"`
	MostHighMM   knowledge.Number            `yaml:"most_high_mm" json:"most_high_mm" required:"true"`
	MostWideMM   knowledge.Number            `yaml:"most_wide_mm" json:"most_wide_mm" required:"true"`
	LayerStepMM  knowledge.Number            `yaml:"layer_step_mm" json:"layer_step_mm" required:"true"`
	StandsInIt   knowledge.Text              `yaml:"stands_in_water" json:"stands_in_water" required:"true"`
	AtOnceWhy    knowledge.Text              `yaml:"reservoir_at_once" json:"reservoir_at_once" required:"true"`
	BelowWhy     knowledge.Text              `yaml:"reservoir_below" json:"reservoir_below" required:"true"`
	FreeWhy      knowledge.Text              `yaml:"free_in_mineral" json:"free_in_mineral" required:"true"`
	CappedWhy    knowledge.Text              `yaml:"capped" json:"capped" required:"true"`
	TopplesWhy   knowledge.Text              `yaml:"topples" json:"topples" required:"true"`
	BaseMM       map[string]knowledge.Number `yaml:"base_mm" json:"base_mm" required:"true"`
	LowerMM      map[string]knowledge.Number `yaml:"dry_top_lower_mm" json:"dry_top_lower_mm" required:"true"`
	SpacingMM    map[string]knowledge.Number `yaml:"spacing_mm" json:"spacing_mm" required:"true" description:"from one bulb to the next"`
	SpanMM       map[string]knowledge.Number `yaml:"leaf_span_mm" json:"leaf_span_mm" required:"true"`
	HungHighMM   knowledge.Number            `yaml:"hung_least_high_mm" json:"hung_least_high_mm" required:"true" description:"of a pot that a plant hangs in"`
	AsOld        knowledge.Codes             `yaml:"as_old" json:"as_old" required:"true" description:"groups that get their old pot's size again, or a larger one"`
	AtOnce       knowledge.Codes             `yaml:"at_once" json:"at_once" required:"true" description:"groups whose reservoir is filled at once"`
	RimShare     knowledge.Number            `yaml:"rim_share" json:"rim_share" required:"true" description:"of the height of a pot whose rim was not measured, at most"`
	DrawnRoots   knowledge.Number            `yaml:"drawn_roots" json:"drawn_roots" required:"true" description:"of a plant, in a section"`
	DrawnOfBatch knowledge.Number            `yaml:"drawn_of_batch" json:"drawn_of_batch" required:"true"`
}

// Table is the table.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("pots.yaml", &k)
	return &k
})

// of is a group's figure, else that of the others.
func of(table map[string]knowledge.Number, group string) knowledge.Number {
	if n, ok := table[group]; ok {
		return n
	}
	return table["other"]
}

// Base is where the base of a group sits against the surface, mm; lower where the top of the
// medium stays dry.
func (k *Knowledge) Base(group string, dryTop bool) knowledge.Number {
	n := of(k.BaseMM, group)
	if lower := of(k.LowerMM, group); dryTop && lower.Value > 0 {
		n.Value, n.Provenance = n.Value-lower.Value, lower.Provenance
	}
	return n
}
