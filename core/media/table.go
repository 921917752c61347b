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
)

// Component is one thing that mixes are made of.
type Component struct {
	Code       string            `yaml:"code" json:"code" required:"true"`
	Name       string            `yaml:"name" json:"name" required:"true"`
	LowMM      *knowledge.Number `yaml:"low_mm" json:"low_mm,omitempty" description:"its grade; left out for fibres"`
	HighMM     *knowledge.Number `yaml:"high_mm" json:"high_mm,omitempty"`
	Fibre      bool              `yaml:"fibre" json:"fibre,omitempty"`
	Air        knowledge.Number  `yaml:"air" json:"air" required:"true" description:"share of its bulk volume, drained"`
	Water      knowledge.Number  `yaml:"water" json:"water" required:"true" description:"share of its bulk volume, drained"`
	LifeMonths *knowledge.Number `yaml:"life_months" json:"life_months,omitempty" description:"left out: it lasts"`
	PH         knowledge.Text    `yaml:"ph" json:"ph" required:"true"`
	Wicks      bool              `yaml:"wicks" json:"wicks,omitempty"`
	Organic    bool              `yaml:"organic" json:"organic,omitempty"`
	Lime       bool              `yaml:"lime" json:"lime,omitempty"`
	Note       knowledge.Text    `yaml:"note" json:"note" required:"true"`
	Cautions   []string          `yaml:"cautions" json:"cautions,omitempty"`
	Measured   string            `yaml:"-" json:"measured,omitempty" description:"the day its air was measured in this house; then the figures are the house's own"`
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
	Code   string             `yaml:"code" json:"code" required:"true"`
	Name   string             `yaml:"name" json:"name" required:"true"`
	Routes []string           `yaml:"routes" json:"routes" required:"true"`
	Styles []string           `yaml:"styles" json:"styles" required:"true"`
	Parts  map[string]float64 `yaml:"parts" json:"parts" required:"true"`
	Words  knowledge.Text     `yaml:"words" json:"words" required:"true"`
}

// Adjustment is what is added to a recipe.
type Adjustment struct {
	Add   []string         `yaml:"add" json:"add" required:"true" description:"of several, the one that brings most air"`
	Share knowledge.Number `yaml:"share" json:"share" required:"true"`
	Words knowledge.Text   `yaml:"words" json:"words" required:"true"`
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
	PoreShare     knowledge.Number            `yaml:"pore_share" json:"pore_share" required:"true"`
	WicksFrom     knowledge.Number            `yaml:"wicks_from_share" json:"wicks_from_share" required:"true"`
	MuchLost      knowledge.Number            `yaml:"much_lost" json:"much_lost" required:"true"`
	HardlyLost    knowledge.Number            `yaml:"hardly_lost" json:"hardly_lost" required:"true"`
	UsualFill     knowledge.Text              `yaml:"usual_fill" json:"usual_fill" required:"true" description:"component that fills a pot of which nothing is said"`
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

// RecipeNamed is the code of the recipe of that name; empty where none has it.
func (k *Knowledge) RecipeNamed(name string) string {
	for _, r := range k.Recipes {
		if r.Name == name {
			return r.Code
		}
	}
	return ""
}

// Component finds a component by its code.
func (k *Knowledge) Component(code string) (Component, bool) {
	i := slices.IndexFunc(k.Components, func(c Component) bool { return c.Code == code })
	if i < 0 {
		return Component{}, false
	}
	return k.Components[i], true
}

// RiseMM is how high water stands between grains or in a wick of a pore radius,
// mm, against clean glass-like walls: 2γ/(ρ·g·r), Jurin's law.
func (k *Knowledge) RiseMM(radiusMM float64) float64 {
	return 2 * k.Tension.Value / (k.WaterKgM3.Value * k.Gravity.Value * radiusMM / 1000) * 1000
}

// RiseBetweenMM is how high water stands between grains of a grade.
func (k *Knowledge) RiseBetweenMM(gradeMM float64) float64 {
	return k.RiseMM(k.PoreShare.Value * gradeMM)
}
