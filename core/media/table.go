// Package media is what plants are housed in: components with the air and water
// they hold, what becomes of them when they are poured together, and recipes.
//
// Shares are of bulk volume, volumes are in L, grades in mm.
package media

import (
	"math"
	"slices"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Component is one thing that mixes are made of.
type Component struct {
	Code       string              `yaml:"code" json:"code" required:"true"`
	Name       message.Message     `yaml:"name" json:"name" required:"true"`
	LowMM      *knowledge.Number   `yaml:"low_mm" json:"low_mm,omitempty" description:"its grade; left out for fibres"`
	HighMM     *knowledge.Number   `yaml:"high_mm" json:"high_mm,omitempty"`
	Fibre      bool                `yaml:"fibre" json:"fibre,omitempty"`
	Air        knowledge.Number    `yaml:"air" json:"air" required:"true" description:"share of its bulk volume, drained"`
	Water      knowledge.Number    `yaml:"water" json:"water" required:"true" description:"share of its bulk volume, drained"`
	LifeMonths *knowledge.Number   `yaml:"life_months" json:"life_months,omitempty" description:"left out: it lasts"`
	PH         knowledge.Code      `yaml:"ph" json:"ph" required:"true"`
	RiseMM     *knowledge.Estimate `yaml:"rise_mm" json:"rise_mm,omitempty" description:"how high it draws water above a reservoir; left out where it does so all the way"`
	Wicks      bool                `yaml:"wicks" json:"wicks,omitempty" description:"all the way up"`
	Organic    bool                `yaml:"organic" json:"organic,omitempty"`
	Ungraded   bool                `yaml:"ungraded" json:"ungraded,omitempty" description:"its own fines lie in its gaps already"`
	Lime       bool                `yaml:"lime" json:"lime,omitempty"`
	Note       knowledge.Text      `yaml:"note" json:"note" required:"true"`
	Cautions   []string            `yaml:"cautions" json:"cautions,omitempty"`
	Measured   string              `yaml:"-" json:"measured,omitempty" description:"the day its air was measured in this house; then the figures are the house's own"`
}

// GradeMM is the middle of its grade: the geometric mean. It is 0 for fibres.
func (c Component) GradeMM() float64 {
	if c.Fibre || c.LowMM == nil || c.HighMM == nil {
		return 0
	}
	return math.Sqrt(c.LowMM.Value * c.HighMM.Value)
}

// grain is what its pieces are like.
func (c Component) grain() string {
	switch {
	case c.Fibre:
		return "strands"
	case c.Organic:
		return "chips"
	default:
		return "balls"
	}
}

// Recipe is a mix in parts by volume.
type Recipe struct {
	Code       string              `yaml:"code" json:"code" required:"true"`
	Name       message.Message     `yaml:"name" json:"name" required:"true"`
	Routes     []string            `yaml:"routes" json:"routes" required:"true"`
	Groups     []string            `yaml:"groups" json:"groups,omitempty" description:"that it is made for; left out: any"`
	Origins    []string            `yaml:"origins" json:"origins,omitempty" description:"where those it is made for grow; left out: anywhere"`
	LifeMonths *knowledge.Estimate `yaml:"life_months" json:"life_months,omitempty" description:"as growers state it; it goes before that of its components"`
	Styles     []string            `yaml:"styles" json:"styles" required:"true"`
	Parts      map[string]float64  `yaml:"parts" json:"parts" required:"true"`
	AsRoute    bool                `yaml:"as_route" json:"as_route,omitempty" description:"it is called as its route"`
	Humus      bool                `yaml:"humus" json:"humus,omitempty" description:"made for what bears no lime, too"`
	Under      *Under              `yaml:"under" json:"under,omitempty" description:"what lies under it in the pot"`
	Kept       *knowledge.Text     `yaml:"kept" json:"kept,omitempty" description:"said where it keeps less air than its kind wants, and growers keep to it"`
	Words      knowledge.Text      `yaml:"words" json:"words" required:"true"`
}

// Under is a coarse layer at the bottom of a pot: so thick, or such a share of its filling.
type Under struct {
	Component string              `yaml:"component" json:"component" required:"true"`
	MM        *knowledge.Estimate `yaml:"mm" json:"mm,omitempty"`
	Share     *knowledge.Number   `yaml:"share" json:"share,omitempty"`
	Few       bool                `yaml:"few" json:"few,omitempty" description:"only while few of its roots live"`
}

// Adjustment is what is added to a recipe.
type Adjustment struct {
	Add   []string         `yaml:"add" json:"add" required:"true" description:"of several, the one that brings most air"`
	Share knowledge.Number `yaml:"share" json:"share" required:"true"`
	Words knowledge.Text   `yaml:"words" json:"words" required:"true"`
}

// LeftOut is what a mix never holds for plants of some origin.
type LeftOut struct {
	Parts []string       `yaml:"parts" json:"parts" required:"true"`
	Words knowledge.Text `yaml:"words" json:"words" required:"true"`
}

// HeldOpen is a component that another keeps from packing.
type HeldOpen struct {
	Component  string           `yaml:"component" json:"component" required:"true"`
	By         string           `yaml:"by" json:"by" required:"true"`
	Share      knowledge.Number `yaml:"share" json:"share" required:"true"`
	LifeMonths knowledge.Number `yaml:"life_months" json:"life_months" required:"true"`
}

// Knowledge is the table of media.
type Knowledge struct {
	Components    []Component                 `yaml:"components" json:"components" required:"true"`
	FillsWholly   knowledge.Number            `yaml:"fills_wholly_below" json:"fills_wholly_below" required:"true"`
	FillsNot      knowledge.Number            `yaml:"fills_not_above" json:"fills_not_above" required:"true"`
	Settling      knowledge.Number            `yaml:"settling" json:"settling" required:"true"`
	Tension       knowledge.Number            `yaml:"surface_tension_n_m" json:"surface_tension_n_m" required:"true"`
	WaterKgM3     knowledge.Number            `yaml:"water_kg_m3" json:"water_kg_m3" required:"true"`
	Gravity       knowledge.Number            `yaml:"gravity_m_s2" json:"gravity_m_s2" required:"true"`
	JugStepL      knowledge.Number            `yaml:"jug_step_l" json:"jug_step_l" required:"true" description:"what is measured out is rounded up to this"`
	FibreFills    knowledge.Number            `yaml:"fibre_fills" json:"fibre_fills" required:"true"`
	FullFills     knowledge.Number            `yaml:"ungraded_fills" json:"ungraded_fills" required:"true"`
	LifeFrom      knowledge.Number            `yaml:"life_from_share" json:"life_from_share" required:"true"`
	LifeAtC       knowledge.Number            `yaml:"life_at_c" json:"life_at_c" required:"true"`
	LifeHalvesK   knowledge.Number            `yaml:"life_halves_k" json:"life_halves_k" required:"true"`
	HeldOpen      HeldOpen                    `yaml:"held_open" json:"held_open" required:"true"`
	Never         map[string]LeftOut          `yaml:"never" json:"never" required:"true" description:"by where a plant grows"`
	Contradict    knowledge.Text              `yaml:"contradict" json:"contradict" required:"true" description:"said where what is known of its parents does not go together"`
	Mineral       knowledge.Codes             `yaml:"mineral_media" json:"mineral_media" required:"true" description:"words of an intake for media that do not rot"`
	Organic       knowledge.Codes             `yaml:"organic_media" json:"organic_media" required:"true"`
	Moss          knowledge.Codes             `yaml:"moss" json:"moss" required:"true" description:"components that are moss"`
	OldMedia      map[string]knowledge.Code   `yaml:"old_media" json:"old_media" required:"true" description:"component that ages first, by the word of an intake for a medium"`
	Crushed       map[string]knowledge.Code   `yaml:"crushed" json:"crushed" required:"true" description:"what thick roots crush, and what goes in instead"`
	CrushedWords  knowledge.Text              `yaml:"crushed_words" json:"crushed_words" required:"true"`
	CrushesFromMM knowledge.Number            `yaml:"crushes_from_mm" json:"crushes_from_mm" required:"true"`
	FineShare     knowledge.Number            `yaml:"fine_share" json:"fine_share" required:"true"`
	FineMM        knowledge.Number            `yaml:"fine_mm" json:"fine_mm" required:"true"`
	WicksFrom     knowledge.Number            `yaml:"wicks_from_share" json:"wicks_from_share" required:"true"`
	MuchLost      knowledge.Number            `yaml:"much_lost" json:"much_lost" required:"true"`
	HardlyLost    knowledge.Number            `yaml:"hardly_lost" json:"hardly_lost" required:"true"`
	UsualFill     knowledge.Code              `yaml:"usual_fill" json:"usual_fill" required:"true" description:"component that fills a pot of which nothing is said"`
	DueAt         map[string]knowledge.Number `yaml:"due_at" json:"due_at" required:"true"`
	LeastAir      map[string]knowledge.Number `yaml:"least_air" json:"least_air" required:"true"`
	StandsGrade   knowledge.Number            `yaml:"stands_in_grade" json:"stands_in_grade" required:"true"`
	StandsShare   knowledge.Number            `yaml:"stands_in_share" json:"stands_in_share" required:"true"`
	GradeWeighs   knowledge.Number            `yaml:"stands_in_grade_weighs" json:"stands_in_grade_weighs" required:"true"`
	StandsDiffers knowledge.Number            `yaml:"stands_in_differs" json:"stands_in_differs" required:"true"`
	ShortFromL    knowledge.Number            `yaml:"short_from_l" json:"short_from_l" required:"true"`
	Recipes       []Recipe                    `yaml:"recipes" json:"recipes" required:"true"`
	Adjust        map[string]Adjustment       `yaml:"adjust" json:"adjust" required:"true"`
	DryBelow      knowledge.Number            `yaml:"dry_room_below_percent" json:"dry_room_below_percent" required:"true"`
	HumidAbove    knowledge.Number            `yaml:"humid_room_above_percent" json:"humid_room_above_percent" required:"true"`
}

// Table is the table.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("media.yaml", &k)
	return &k
})

// Recipe finds a recipe of the table by its code.
func (k *Knowledge) Recipe(code string) (Recipe, bool) {
	i := slices.IndexFunc(k.Recipes, func(r Recipe) bool { return r.Code == code })
	if i < 0 {
		return Recipe{}, false
	}
	return k.Recipes[i], true
}

// Component finds a component by its code; false where there is none.
func (k *Knowledge) Component(code string) (Component, bool) {
	i := slices.IndexFunc(k.Components, func(c Component) bool { return c.Code == code })
	if i < 0 {
		return Component{}, false
	}
	return k.Components[i], true
}

// RiseMM is how high water stands in a wick of a pore radius,
// mm, against clean glass-like walls: 2γ/(ρ·g·r), Jurin's law.
func (k *Knowledge) RiseMM(radiusMM float64) float64 {
	return 2 * k.Tension.Value / (k.WaterKgM3.Value * k.Gravity.Value * radiusMM / units.MMPerM) * units.MMPerM
}

// LivesMonths is how long what lives so many months at 20 °C does in another warmth, °C.
func (k *Knowledge) LivesMonths(months, celsius float64) float64 {
	return months * math.Exp2(-(celsius-k.LifeAtC.Value)/k.LifeHalvesK.Value)
}
