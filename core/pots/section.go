package pots

import (
	"math"

	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Point is a place in the section: x from the middle, to the right; z upwards
// from the inside of the bottom. mm.
type Point struct {
	X float64 `json:"x" required:"true"`
	Z float64 `json:"z" required:"true"`
}

// Layer is a layer of the filling.
type Layer struct {
	Kind   string          `json:"kind" required:"true" enum:"crock,medium,top"`
	Name   message.Message `json:"name" required:"true"`
	Grain  string          `json:"grain" required:"true" enum:"chips,balls,strands,shards,chunks" description:"what most of it is like"`
	FromMM float64         `json:"from_mm" required:"true"`
	ToMM   float64         `json:"to_mm" required:"true"`
}

// Section is plant and pot cut through the middle, to scale.
type Section struct {
	Outline   []Point          `json:"outline" required:"true" description:"of the inside, from the left rim to the right"`
	WidthMM   float64          `json:"width_mm" required:"true" description:"at the rim"`
	HeightMM  float64          `json:"height_mm" required:"true"`
	FillMM    float64          `json:"fill_mm" required:"true"`
	Layers    []Layer          `json:"layers" required:"true" description:"from the bottom up"`
	WaterMM   float64          `json:"water_mm" required:"true" description:"level of the reservoir; 0: it drains"`
	WetToMM   float64          `json:"wet_to_mm" required:"true" description:"how high the medium draws water above it"`
	WetLowMM  float64          `json:"wet_low_mm" required:"true" description:"the least and the most of that, where it is of the table"`
	WetHighMM float64          `json:"wet_high_mm" required:"true"`
	Measured  bool             `json:"measured,omitempty" description:"the damp is as measured in this pot"`
	DryTopMM  float64          `json:"dry_top_mm" required:"true" description:"what stays dry above that; 0 without a reservoir"`
	HoleMM    []float64        `json:"holes_mm" required:"true" description:"heights of the holes in the wall"`
	Base      Point            `json:"base" required:"true" description:"middle of the base of the plant"`
	BaseMM    float64          `json:"base_width_mm" required:"true"`
	Bulbs     bool             `json:"bulbs,omitempty" description:"it has bulbs or canes to be drawn"`
	Lead      string           `json:"lead" required:"true" enum:"right,middle" description:"to which side its lead looks"`
	OldDryMM  float64          `json:"old_dry_mm" required:"true" description:"width of the loose, dry top under the oldest bulbs; 0: none"`
	Roots     []Stretched      `json:"roots" required:"true"`
	Stake     *Point           `json:"stake,omitempty" description:"foot of the stake that holds it"`
	Skewer    bool             `json:"skewer,omitempty" description:"a skewer through the pot across the rhizome"`
	Placement []knowledge.Text `json:"placement" required:"true"`
}

// Stretched is a living root as it hangs in the pot.
type Stretched struct {
	From     Point   `json:"from" required:"true"`
	To       Point   `json:"to" required:"true"`
	LengthMM float64 `json:"length_mm" required:"true"`
	WidthMM  float64 `json:"width_mm" required:"true"`
	New      bool    `json:"new,omitempty" description:"a growing tip is on it"`
}

// RootIn is a living root to be housed.
type RootIn struct {
	LengthMM float64
	HangsMM  float64 // how far down it reaches, coiled or whole; 0: its length
	WidthMM  float64
	Growing  bool
}

// Filling is what goes into the pot.
type Filling struct {
	Medium  message.Message    // name of the mix
	Grain   string             // chips, balls or strands, whatever most of it is
	Rise    knowledge.Estimate // how high the mix draws water, mm
	Wicks   bool               // all the way up
	DryMM   *float64           // from the rim down to the damp, as measured; nil: not
	Dry     bool               // a dry, loose top of pieces that do not draw water, for old bulbs or tips
	TopName message.Message
	TopMM   float64
	Under   message.Message // what the coarse layer is of; empty: broken crock
}

// Scene is what a section shows.
type Scene struct {
	Pot       Pot
	Needs     Needs
	Filling   Filling
	Living    []RootIn
	Placement []knowledge.Text // its words
	Hold      string           // stake, skewer or none
}

// Draw lays plant and pot out to scale, in mm. A pot without faults is needed.
func (k *Knowledge) Draw(of Scene) Section {
	pot, p, fill := of.Pot, of.Needs, of.Filling
	s := Section{
		WidthMM: pot.TopMM, HeightMM: pot.HeightMM, FillMM: pot.FillMM(), WaterMM: pot.WaterMM(), HoleMM: []float64{},
		Layers: []Layer{}, Roots: []Stretched{}, Placement: of.Placement, Lead: "middle",
	}
	s.outline(pot)
	top := s.FillMM - fill.TopMM
	if pot.CrockMM > 0 {
		layer := Layer{"crock", message.Of("pots.say.broken-crock"), "shards", 0, pot.CrockMM}
		if !fill.Under.Empty() {
			layer.Name, layer.Grain = fill.Under, "chunks"
		}
		s.Layers = append(s.Layers, layer)
	}
	s.Layers = append(s.Layers, Layer{"medium", fill.Medium, fill.Grain, pot.CrockMM, top})
	if fill.TopMM > 0 {
		s.Layers = append(s.Layers, Layer{"top", fill.TopName, "chips", top, s.FillMM})
	}
	s.damp(fill)
	if pot.SideHoles {
		for z := s.WaterMM + k.HoleRowsMM.Value; z < s.FillMM-k.HoleRowsMM.Value/2; z += k.HoleRowsMM.Value {
			s.HoleMM = append(s.HoleMM, z)
		}
	}
	s.seat(pot, p, k, fill)
	s.hang(pot, of.Living)
	switch of.Hold {
	case "stake":
		s.Stake = &Point{s.Base.X, math.Min(pot.CrockMM+5, s.FillMM/2)}
	case "skewer":
		s.Skewer = true
	}
	return s
}

// NameMedium calls the medium as it is called at home.
func (s *Section) NameMedium(name message.Message) {
	for i := range s.Layers {
		if s.Layers[i].Kind == "medium" {
			s.Layers[i].Name = name
		}
	}
}

// NameCoarse calls the coarse layer as it was laid.
func (s *Section) NameCoarse(name message.Message) {
	for i := range s.Layers {
		if s.Layers[i].Kind == "crock" {
			s.Layers[i].Name, s.Layers[i].Grain = name, "chunks"
		}
	}
}

// damp says how high the medium is damp: as measured, else by what its grains draw up from the water.
func (s *Section) damp(fill Filling) {
	if s.WaterMM > 0 {
		s.HoleMM = append(s.HoleMM, s.WaterMM)
	}
	up := func(mm float64) float64 { return math.Min(s.FillMM, s.WaterMM+mm) }
	switch {
	case fill.DryMM != nil:
		s.WetToMM = math.Min(math.Max(s.HeightMM-*fill.DryMM, 0), s.FillMM)
		s.WetLowMM, s.WetHighMM, s.Measured = s.WetToMM, s.WetToMM, true
	case s.WaterMM <= 0:
		return
	case fill.Wicks:
		s.WetToMM, s.WetLowMM, s.WetHighMM = s.FillMM, s.FillMM, s.FillMM
	default:
		s.WetToMM, s.WetLowMM, s.WetHighMM = up(fill.Rise.Value), up(fill.Rise.Low), up(fill.Rise.High)
	}
	s.DryTopMM = s.FillMM - s.WetToMM
}

func (s *Section) outline(pot Pot) {
	const steps = 12
	n := 1
	if pot.Shape == Bowl {
		n = steps
	}
	for i := n; i >= 0; i-- {
		z := pot.HeightMM * float64(i) / float64(n)
		s.Outline = append(s.Outline, Point{-pot.WidthMM(z) / 2, z})
	}
	for i := range n + 1 {
		z := pot.HeightMM * float64(i) / float64(n)
		s.Outline = append(s.Outline, Point{pot.WidthMM(z) / 2, z})
	}
}

// seat puts the base in its place: a walking plant with its oldest growth to the
// wall and its lead to the open side, a clump and a single stem in the middle.
func (s *Section) seat(pot Pot, p Needs, k *Knowledge, fill Filling) {
	width := pot.WidthMM(s.FillMM)
	s.BaseMM, _ = k.base(p)
	s.BaseMM = math.Min(s.BaseMM, width)
	s.Base = Point{0, s.FillMM + k.Base(p.Group, p.DryTop).Value}
	s.Bulbs = p.HasBulbs
	if p.Sympodial && !p.Clump {
		s.Lead = "right"
		s.Base.X = math.Min(0, -(width-s.BaseMM)/2+5)
		if fill.Dry {
			s.OldDryMM = s.BaseMM / 2
		}
	}
}

// hang lets each root hang from the base, bent along wall and bottom where it is
// longer than the way down.
func (s *Section) hang(pot Pot, living []RootIn) {
	for i, r := range living {
		hangs := r.HangsMM
		if hangs <= 0 {
			hangs = r.LengthMM
		}
		share := 0.5
		if len(living) > 1 {
			share = float64(i) / float64(len(living)-1)
		}
		from := Point{s.Base.X + (share-0.5)*0.7*s.BaseMM, math.Min(s.Base.Z, s.FillMM+20)}
		spread := (share - 0.5) * 0.8 // slope away from the middle
		to := Point{from.X + spread*hangs, from.Z - hangs*math.Sqrt(1-spread*spread)}
		to.Z = math.Max(to.Z, 4)
		half := pot.WidthMM(math.Max(0, to.Z))/2 - 3
		to.X = math.Max(-half, math.Min(half, to.X))
		s.Roots = append(s.Roots,
			Stretched{From: from, To: to, LengthMM: r.LengthMM, WidthMM: r.WidthMM, New: r.Growing})
	}
}
