package patient

import (
	"sync"

	"therapeon/core/knowledge"
)

// Knowledge are the figures by which evidence is brought together.
type Knowledge struct {
	LeafSmallerRatio knowledge.Number `yaml:"leaf_smaller_ratio" json:"leaf_smaller_ratio" required:"true"`
	LeafAlikeRatio   knowledge.Number `yaml:"leaf_alike_ratio" json:"leaf_alike_ratio" required:"true"`

	HumidFrom   knowledge.Number `yaml:"humid_from_percent" json:"humid_from_percent" required:"true" description:"from here a room counts as humid"`
	DryBelow    knowledge.Number `yaml:"dry_below_percent" json:"dry_below_percent" required:"true" description:"below it counts as dry"`
	SpikeDays   knowledge.Number `yaml:"spike_days" json:"spike_days" required:"true"`
	NightsDays  knowledge.Number `yaml:"nights_days" json:"nights_days" required:"true"`
	GrowthDays  knowledge.Number `yaml:"growth_days" json:"growth_days" required:"true"`
	MovedAtHour knowledge.Number `yaml:"moved_at_hour" json:"moved_at_hour" required:"true"`

	Waters knowledge.Codes `yaml:"waters" json:"waters" required:"true" description:"jobs of aftercare that water a plant"`

	Facts []Kinds `yaml:"facts" json:"facts" required:"true" description:"kinds of what is noted, and how long each may be said as present"`

	LimpWetDays knowledge.Number `yaml:"limp_wet_days" json:"limp_wet_days" required:"true"`
	Eaters      knowledge.Codes  `yaml:"hunted_eaters" json:"hunted_eaters" required:"true" description:"findings that start a hunt by trays: what eats roots, or its eggs"`
	EaterPest   knowledge.Code   `yaml:"eater_pest" json:"eater_pest" required:"true" description:"the pest as which it is treated"`
	Castings    knowledge.Codes  `yaml:"hunted_castings" json:"hunted_castings" required:"true" description:"and what only leaves castings"`
	LodgerClean knowledge.Number `yaml:"lodger_clean_mornings" json:"lodger_clean_mornings" required:"true"`
	LodgerOver  knowledge.Number `yaml:"lodger_over_days" json:"lodger_over_days" required:"true"`
	LodgerStays knowledge.Number `yaml:"lodger_stays_days" json:"lodger_stays_days" required:"true"`
}

// Table is the table of the patient.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("patient.yaml", &k)
	return &k
})
