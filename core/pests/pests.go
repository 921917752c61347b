// Package pests works out when a pest is to be treated again. Its eggs, which
// most sprays do not reach, hatch by warmth: degree-days above a threshold add
// up, hour by hour, over the temperatures of the plant's place. The next round
// falls after the last egg has hatched and before the first hatchling can lay.
package pests

import (
	"cmp"
	"math"
	"slices"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Pest is a pest and its warmth. K is the degree-days from egg to adult.
type Pest struct {
	Code      string              `yaml:"code" json:"code" required:"true"`
	Name      message.Message     `yaml:"name" json:"name" required:"true"`
	K         knowledge.Number    `yaml:"k_degree_days" json:"k_degree_days" required:"true"`
	T0C       knowledge.Number    `yaml:"t0_c" json:"t0_c" required:"true"`
	StopsC    knowledge.Number    `yaml:"stops_c" json:"stops_c" required:"true" description:"above it, it develops no faster"`
	EggShare  knowledge.Number    `yaml:"egg_share" json:"egg_share" required:"true" description:"share of K passed in the egg, 0–1"`
	Of        string              `yaml:"of" json:"of,omitempty" description:"the cause that it is a kind of; left out: its own"`
	EveryDays *knowledge.Estimate `yaml:"every_days" json:"every_days,omitempty" description:"rounds go by days, in warmth, over some generations"`
	Pupae     bool                `yaml:"pupae" json:"pupae,omitempty" description:"its pupae escape sprays"`
	Medium    bool                `yaml:"medium" json:"medium,omitempty" description:"the medium is treated or changed"`
	Products  []string            `yaml:"products" json:"products" required:"true"`
	Look      knowledge.Text      `yaml:"look" json:"look" required:"true" description:"how to look for it"`
}

// Figures are the numbers of the schedule.
type Figures struct {
	Rounds           knowledge.Number `yaml:"rounds" json:"rounds" required:"true"`
	EggOnlyRounds    knowledge.Number `yaml:"egg_only_rounds" json:"egg_only_rounds" required:"true" description:"where the figure counts the egg alone"`
	EggOnlyYoung     knowledge.Number `yaml:"egg_only_young" json:"egg_only_young" required:"true" description:"egg-times that stand in from hatching to laying, there"`
	Safety           knowledge.Number `yaml:"safety" json:"safety" required:"true"`
	ScaleGenerations knowledge.Number `yaml:"scale_generations" json:"scale_generations" required:"true" description:"over which rounds by days go on"`
	MostRounds       knowledge.Number `yaml:"most_rounds" json:"most_rounds" required:"true" description:"of a course"`
	LineDays         knowledge.Number `yaml:"line_days" json:"line_days" required:"true" description:"drawn ahead, where no look is planned"`
	LineLeast        knowledge.Number `yaml:"line_least" json:"line_least" required:"true" description:"days drawn at least"`
	FarDays          knowledge.Number `yaml:"far_days" json:"far_days" required:"true" description:"a round farther off is not planned but looked for on warming"`
}

// Knowledge is the table of pests.
type Knowledge struct {
	Pests   []Pest                    `yaml:"pests" json:"pests" required:"true"`
	Figures Figures                   `yaml:"figures" json:"figures" required:"true"`
	Notes   map[string]knowledge.Text `yaml:"notes" json:"notes" required:"true"`
}

// Table is the table of pests.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("pests.yaml", &k)
	return &k
})

// Against are the pests against which a product is a round, those of each cause that is acted on
// together, the commonest first.
func Against(product string, acted []string) [][]Pest {
	var list [][]Pest
	for _, pest := range Table().Pests {
		if !slices.Contains(acted, pest.Cause()) || !slices.Contains(pest.Products, product) {
			continue
		}
		i := slices.IndexFunc(list, func(kinds []Pest) bool { return kinds[0].Cause() == pest.Cause() })
		if i < 0 {
			list = append(list, []Pest{pest})
		} else {
			list[i] = append(list[i], pest)
		}
	}
	return list
}

// Find finds a pest by its code, which is that of its cause.
func Find(code string) (Pest, bool) {
	for _, p := range Table().Pests {
		if p.Code == code {
			return p, true
		}
	}
	return Pest{}, false
}

// Cause is the code of the cause that it is, or is a kind of.
func (p Pest) Cause() string { return cmp.Or(p.Of, p.Code) }

// perHour are the degree-days of one hour at c °C: none below the threshold,
// and no more above the upper limit.
func (p Pest) perHour(c float64) float64 {
	return math.Max(0, math.Min(c, p.StopsC.Value)-p.T0C.Value) / units.HoursADay
}

// Egg is the degree-days in the egg, K·d, as a share of those of a generation.
func (p Pest) Egg() float64 { return p.K.Value * p.EggShare.Value }

// young is the degree-days from hatching to laying. A figure that counts the
// egg alone says nothing of it: egg-times stand in.
func (p Pest) young() float64 {
	if p.EggShare.Value >= 1 {
		return p.Egg() * Table().Figures.EggOnlyYoung.Value
	}
	return p.K.Value - p.Egg()
}

// DaysAt is how many days so many degree-days take at an even temperature;
// +Inf when it is too cold.
func (p Pest) DaysAt(degreeDays, c float64) float64 {
	return degreeDays / (p.perHour(c) * units.HoursADay)
}

// Course is a treatment as far as it has come.
type Course struct {
	Pest   string   `json:"pest" required:"true" validate:"required,code" description:"code of the pest, see /api/v1/knowledge/pests"`
	Rounds []string `json:"rounds" required:"true" validate:"rounds,dive,day" description:"days on which it was treated, the first one too; a day to come plans ahead"`
	Seen   []string `json:"seen,omitempty" validate:"few,dive,day" description:"days on which it was still seen"`
	Clear  []string `json:"clear,omitempty" validate:"few,dive,day" description:"days on which one looked, and it was not there"`
	Plan   int      `json:"plan,omitempty" validate:"round_plan" description:"rounds planned; left out: 3"`
}

// Treatment is one treatment, done or to come.
type Treatment struct {
	N       int    `json:"n" required:"true" description:"1 for the first"`
	On      string `json:"on,omitempty" description:"the day it was done"`
	From    string `json:"from,omitempty" description:"earliest sensible day: the last egg has hatched"`
	Latest  string `json:"latest,omitempty" description:"last day: before what hatched can lay"`
	Early   bool   `json:"early,omitempty" description:"done before the eggs had hatched"`
	Late    bool   `json:"late,omitempty" description:"done after hatchlings could lay"`
	Certain bool   `json:"certain,omitempty" description:"its days rest on temperatures that were, not on those to come"`
}

// Day is one day of the line that is drawn.
type Day struct {
	Day         string  `json:"day" required:"true"`
	LowC        float64 `json:"low_c" required:"true"`
	HighC       float64 `json:"high_c" required:"true"`
	DegreeDays  float64 `json:"degree_days" required:"true" description:"of this day"`
	Generations float64 `json:"generations" required:"true" description:"generations passed since the first round, by the end of the day"`
	From        string  `json:"from" required:"true" description:"where its temperatures come from" enum:"logged,day table,mean of the last days,usual"`
}

// Schedule is when to treat, and when it is over.
type Schedule struct {
	Pest       Pest               `json:"pest" required:"true"`
	Rounds     []Treatment        `json:"rounds" required:"true"`
	Next       *Treatment         `json:"next,omitempty" description:"the round that is due or comes next"`
	LookOn     string             `json:"look_on,omitempty" description:"the day of the look that can give the all-clear"`
	Look       knowledge.Sentence `json:"-"` // that look, until the all-clear was given
	AllClear   string             `json:"all_clear,omitempty" description:"the day it was given"`
	Headline   knowledge.Sentence `json:"-"`
	Line       []Day              `json:"line" required:"true"`
	HatchedOn  string             `json:"hatched_on,omitempty" description:"the last of the eggs laid before the last round hatch"`
	DegreeDays float64            `json:"degree_days_since" required:"true" description:"since the last round, until now"`
	EggDD      float64            `json:"egg_degree_days" required:"true"`
	Notes      []knowledge.Text   `json:"notes" required:"true"`
	Cautions   []string           `json:"cautions" required:"true" description:"codes of cautions"`
	Stopped    *knowledge.Text    `json:"stopped,omitempty" description:"why oil and soap are not for this plant"`
}

// horizonDays is how far ahead a round is looked for.
const horizonDays = units.DaysAYear

// treatedAt is the hour of the day at which a round counts from.
const treatedAt = units.HoursADay / 2
