package roots

import (
	"fmt"

	"therapeon/core/fault"
	"therapeon/core/message"
)

// Limits of one reading.
const (
	MaxRoots    = 400
	MaxSegments = 12
	MaxBranches = 12
	MaxGrowths  = 60
)

// Feel is what a stretch of root feels like between two fingers.
type Feel string

// Feels, from firm to worst. The empty feel is "not felt".
const (
	Firm    Feel = "firm"
	Limp    Feel = "limp"
	Thread  Feel = "thread"
	Crunchy Feel = "crunchy"
	Hollow  Feel = "hollow"
	Mushy   Feel = "mushy"
)

// Colour is the colour of a stretch, dry.
type Colour string

// Colours. The empty colour is "not noted".
const (
	ColourPale    Colour = "pale"
	ColourGreen   Colour = "green"
	PatchesSmooth Colour = "patches-smooth"
	PatchesHard   Colour = "patches-hard"
	EvenBrown     Colour = "brown"
	Black         Colour = "black"
)

// Wetting is what a few minutes of water did to the colour.
type Wetting string

// Wettings. The empty one is "not tried".
const (
	Greens    Wetting = "greens"
	StaysDull Wetting = "dull"
)

// Tip is the state of a root's end.
type Tip string

// Tips. The empty one is "not noted".
const (
	Growing Tip = "growing"
	Sealed  Tip = "sealed"
)

// Depth is where on the plant a root sits.
type Depth string

// Depths. The empty one is "not noted".
const (
	Aerial  Depth = "aerial"
	Surface Depth = "surface"
	Edge    Depth = "edge"
	Bottom  Depth = "bottom"
	Core    Depth = "core"
)

// Clinging is old medium stuck to a root.
type Clinging string

// States of clinging medium. The empty one is "none".
const (
	ClingsSound   Clinging = "sound"
	ClingsRotting Clinging = "rotting"
)

// Segment is a stretch of root that is alike all along.
type Segment struct {
	LengthMM   *float64 `json:"length_mm,omitempty" validate:"omitempty,root_mm" title:"roots.Segment.length_mm" description:"left out: not measured, the group's usual length stands in"`
	DiameterMM *float64 `json:"diameter_mm,omitempty" validate:"omitempty,root_width_mm" title:"roots.Segment.diameter_mm" description:"left out: not measured, the group's usual thickness stands in"`
	Feel       Feel     `json:"feel,omitempty" validate:"omitempty,oneof=firm limp thread crunchy hollow mushy"`
	Colour     Colour   `json:"colour,omitempty" validate:"omitempty,oneof=pale green patches-smooth patches-hard brown black"`
	Wetting    Wetting  `json:"wetting,omitempty" validate:"omitempty,oneof=greens dull"`
}

// Branch is a side root, leaving its root at a distance from the base.
type Branch struct {
	AtMM     float64   `json:"at_mm" required:"true" validate:"branch_at_mm" title:"roots.Branch.at_mm"`
	Segments []Segment `json:"segments" required:"true" validate:"segments,dive"`
	Tip      Tip       `json:"tip,omitempty" validate:"omitempty,oneof=growing sealed"`
}

// Root is one root, or a tallied batch of Count roots that are alike.
type Root struct {
	ID       string    `json:"id" required:"true" validate:"required,root_name,rootid" description:"the client's own name for the root, kept from reading to reading; one that begins with a capital letter is what it is called on every page"`
	Count    int       `json:"count" required:"true" validate:"roots_alike" title:"roots.Root.count"`
	Segments []Segment `json:"segments" required:"true" validate:"segments,dive" description:"base to tip"`
	Branches []Branch  `json:"branches,omitempty" validate:"branches,dive"`
	Tip      Tip       `json:"tip,omitempty" validate:"omitempty,oneof=growing sealed"`
	Depth    Depth     `json:"depth,omitempty" validate:"omitempty,oneof=aerial surface edge bottom core"`
	Growth   int       `json:"growth,omitempty" validate:"growth" title:"roots.Root.growth" description:"which growth it comes from, 1 the oldest; 0 not noted"`
	Clinging Clinging  `json:"clinging,omitempty" validate:"omitempty,oneof=sound rotting" description:"old medium stuck to it"`
	Spreads  bool      `json:"spreads,omitempty" description:"rot is running along this root: a wet edge that moves, or a stain in the core"`
	Anchor   string    `json:"anchor,omitempty" validate:"omitempty,oneof=yes no" description:"keep as an anchor; left out: by the setting"`
}

// Reading is the whole root system on one day.
type Reading struct {
	Roots        []Root `json:"roots" required:"true" validate:"roots,dive"`
	Dip          *Dip   `json:"dip,omitempty" description:"the root mass as a whole, by the water it displaces"`
	NoneFound    bool   `json:"none_found,omitempty" description:"looked, and there are no roots"`
	InPot        bool   `json:"in_pot,omitempty" description:"read while it stood in its pot, through the wall and at the surface; left out: it was out of it"`
	Stained      bool   `json:"stained,omitempty" description:"the pot is stained, or the medium stains (tannin)"`
	Crust        bool   `json:"crust,omitempty" description:"a white crust on the medium"`
	Wobbly       bool   `json:"wobbly,omitempty" description:"the plant wobbles and wants anchors"`
	SpreadingRot bool   `json:"spreading_rot,omitempty" description:"wilt fungus or soft rot suspected: rot runs on from root to root"`
}

// Count is the number of roots, batches counted out.
func (r Reading) Count() int {
	n := 0
	for _, root := range r.Roots {
		n += root.Count
	}
	return n
}

// Empty holds where nothing was read yet; that no root was found is a reading.
func (r Reading) Empty() bool { return len(r.Roots) == 0 && r.Dip == nil && !r.NoneFound }

// Faults names what no single field can show wrong.
func (r Reading) Faults() fault.List {
	var faults fault.List
	if n := r.Count(); n > MaxRoots {
		faults = append(faults, fault.Fault{
			Field: "roots", Limit: message.Of("roots.say.at-most-400-roots-batches"), Value: n,
			Words: message.Of("roots.say.a-reading-holds-at-most"),
		})
	}
	if r.NoneFound && len(r.Roots) > 0 {
		faults = append(faults, fault.Fault{
			Field: "none_found", Value: true, Limit: message.Of("roots.say.only-without-roots"),
			Words: message.Of("roots.say.the-reading-says-no-roots"),
		})
	}
	if r.NoneFound && r.Dip != nil {
		faults = append(faults, fault.Fault{
			Field: "none_found", Value: true, Limit: message.Of("roots.say.only-without-roots"),
			Words: message.Of("roots.say.the-reading-says-no-roots-2"),
		})
	}
	seen := make(map[string]bool, len(r.Roots))
	for i, root := range r.Roots {
		if seen[root.ID] {
			faults = append(faults, fault.Fault{
				Field: at("roots", i) + ".id", Value: root.ID, Limit: message.Of("roots.say.each-root-its-own-name"),
				Words: message.Of("roots.say.two-roots-carry-the-same"),
			})
		}
		seen[root.ID] = true
		faults = append(faults, root.faults(at("roots", i))...)
	}
	return faults
}

// faults finds branches that leave the root beyond its measured end.
func (root Root) faults(path string) fault.List {
	measured := 0.0
	for _, s := range root.Segments {
		if s.LengthMM == nil {
			return nil // Without a length the branch stretches the root.
		}
		measured += *s.LengthMM
	}
	var faults fault.List
	for j, b := range root.Branches {
		if b.AtMM > measured {
			faults = append(faults, fault.Fault{
				Field: path + "." + at(
					"branches",
					j,
				) + ".at_mm", Value: b.AtMM, Limit: message.Of("limits.at-most", message.As("figure", millimetres(measured))),
				Words: message.Of("roots.say.beyond-the-end", message.As("length", millimetres(measured))),
			})
		}
	}
	return faults
}

func at(field string, i int) string { return fmt.Sprintf("%s[%d]", field, i) }
