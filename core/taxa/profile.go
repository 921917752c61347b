// Package taxa holds the profiles of the plant groups. Advice hangs on the
// group; a plant may override what its own kind does differently.
package taxa

import (
	"strconv"
	"strings"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// RootClass says which evidence counts for a root.
type RootClass string

const (
	// Pale roots are white to silver; colour on wetting tells something.
	Pale RootClass = "pale"
	// Brown roots are brown, beige or reddish by nature; feel alone tells.
	Brown RootClass = "brown"
)

// Profile is what is normal for a group. Lengths are in mm, areas in cm²,
// growth in mm a day.
type Profile struct {
	Code string          `yaml:"code" json:"code" required:"true"`
	Name message.Message `yaml:"name" json:"name" required:"true"`
	// Common is what the group is called by those who do not know its name.
	Common knowledge.Text `yaml:"common" json:"common" required:"true"`
	About  knowledge.Text `yaml:"about" json:"about" required:"true"`

	Habit         knowledge.Term `yaml:"habit" json:"habit" required:"true"`
	StorageOrgans knowledge.Term `yaml:"storage_organs" json:"storage_organs" required:"true" description:"pseudobulbs, canes or none"`

	RootClass       knowledge.Code   `yaml:"root_class" json:"root_class" required:"true" description:"pale or brown: the column of the root table"`
	RootColourDry   knowledge.Term   `yaml:"root_colour_dry" json:"root_colour_dry" required:"true"`
	RootColourWet   knowledge.Term   `yaml:"root_colour_wet" json:"root_colour_wet" required:"true"`
	GreensOnWetting knowledge.Term   `yaml:"greens_on_wetting" json:"greens_on_wetting" required:"true" description:"yes, partly or no"`
	AerialRoots     knowledge.Term   `yaml:"aerial_roots" json:"aerial_roots" required:"true"`
	Touch           knowledge.Text   `yaml:"touch" json:"touch" required:"true"`
	RootDiameterMM  knowledge.Number `yaml:"root_diameter_mm" json:"root_diameter_mm" required:"true"`
	RootLengthMM    knowledge.Number `yaml:"root_length_mm" json:"root_length_mm" required:"true"`

	BaseHeight  knowledge.Term `yaml:"base_height" json:"base_height" required:"true"`
	Disturbance knowledge.Term `yaml:"disturbance" json:"disturbance" required:"true"`
	Moves       knowledge.Term `yaml:"moves" json:"moves" required:"true" description:"when it can be moved: any time, any warm spell, best with new roots, only with new roots"`
	Climbs      knowledge.Code `yaml:"climbs" json:"climbs" required:"true" description:"it rises out of its pot by nature: yes or no"`
	GreenSpike  knowledge.Term `yaml:"green_spike" json:"green_spike" required:"true" description:"may be cut, or never cut"`
	RootsStart  knowledge.Term `yaml:"roots_start" json:"roots_start" required:"true"`

	MoistureStyle knowledge.Term     `yaml:"moisture_style" json:"moisture_style" required:"true"`
	Feed          knowledge.Term     `yaml:"feed" json:"feed" required:"true"`
	TemperatureC  knowledge.Code     `yaml:"temperature_c" json:"temperature_c" required:"true" description:"°C, night low to day high"`
	GrowthMinC    knowledge.Number   `yaml:"growth_min_c" json:"growth_min_c" required:"true" description:"night °C below which its roots stand still"`
	InjuryMinC    knowledge.Estimate `yaml:"injury_min_c" json:"injury_min_c" required:"true" description:"night °C below which tissue may be hurt"`
	Rest          knowledge.Term     `yaml:"rest" json:"rest" required:"true"`
	Light         knowledge.Term     `yaml:"light" json:"light" required:"true"`
	MediumPH      knowledge.Code     `yaml:"medium_ph" json:"medium_ph" required:"true"`

	WeeksToFirstRoot   knowledge.Number `yaml:"weeks_to_first_root" json:"weeks_to_first_root" required:"true"`
	ElongationMMPerDay knowledge.Number `yaml:"elongation_mm_per_day" json:"elongation_mm_per_day" required:"true"`
	LeafConductance    knowledge.Code   `yaml:"leaf_conductance" json:"leaf_conductance" required:"true" description:"thick, leathery or thin"`
	LeafAreaCM2        knowledge.Number `yaml:"leaf_area_cm2" json:"leaf_area_cm2" required:"true" description:"one grown leaf, one side"`
}

var load = sync.OnceValue(func() []Profile {
	return knowledge.MustReadParts[Profile]("groups.yaml", "groups-more.yaml")
})

// All lists the profiles in the order of the table.
func All() []Profile { return load() }

// Find returns the profile of a group code.
func Find(code string) (Profile, bool) {
	for _, p := range load() {
		if p.Code == code {
			return p, true
		}
	}
	return Profile{}, false
}

// Class is the root class of the group.
func (p Profile) Class() RootClass { return RootClass(p.RootClass.Value) }

// RangeC is its range of temperature, from night to day, in °C.
func (p Profile) RangeC() (least, most float64) {
	low, high, _ := strings.Cut(p.TemperatureC.Value, "–")
	least, _ = strconv.ParseFloat(low, 64)
	most, _ = strconv.ParseFloat(high, 64)
	return least, most
}

// HasBulbs holds for groups with pseudobulbs or canes, and for those not known.
func (p Profile) HasBulbs() bool { return p.StorageOrgans.Value != "none" }

// Monopodial holds for groups that grow up one stem.
func (p Profile) Monopodial() bool { return p.Habit.Value == "monopodial" }

// Sympodial holds for groups that walk along a rhizome, growth by growth.
func (p Profile) Sympodial() bool { return p.Habit.Value == "sympodial" }

// IsClimber holds for groups whose growths climb, so that roots in the air are as they are.
func (p Profile) IsClimber() bool { return p.Climbs.Value == "yes" }

// MovesAnyTime holds for groups that bear a move at any time of their growth.
func (p Profile) MovesAnyTime() bool { return p.Moves.Value == "any-time" }

// KeepsSpike holds for groups whose green spike is never cut: it flowers again.
func (p Profile) KeepsSpike() bool { return p.GreenSpike.Value == "never-cut" }
