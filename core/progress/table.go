package progress

import (
	"slices"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Text is a statement of the craft with its mark.
type Text = knowledge.Text

// StageWords is a stage with what it is called.
type StageWords struct {
	Code  Stage           `yaml:"code" json:"code" required:"true"`
	Name  message.Message `yaml:"name" json:"name" required:"true"`
	About knowledge.Text  `yaml:"about" json:"about" required:"true"`
}

// IndicationWords is a sign, good or bad.
type IndicationWords struct {
	Code  string         `yaml:"code" json:"code" required:"true"`
	Good  bool           `yaml:"good" json:"good,omitempty"`
	Words knowledge.Text `yaml:"words" json:"words" required:"true"`
}

// Scatter is a factor by which lengths may be off more than their errors, and what is thought of it.
type Scatter struct {
	By      knowledge.Number `yaml:"by" json:"by" required:"true"`
	Thought knowledge.Number `yaml:"thought" json:"thought" required:"true"`
}

// Knowledge is the table of growth.
type Knowledge struct {
	TapeMM         knowledge.Number   `yaml:"tape_mm" json:"tape_mm" required:"true"`
	TapeShare      knowledge.Number   `yaml:"tape_share" json:"tape_share" required:"true"`
	IntervalPoints knowledge.Number   `yaml:"interval_points" json:"interval_points" required:"true"`
	RateDays       knowledge.Number   `yaml:"rate_days" json:"rate_days" required:"true"`
	RateSpread     knowledge.Number   `yaml:"rate_spread" json:"rate_spread" required:"true"`
	PaceWander     knowledge.Number   `yaml:"pace_wander" json:"pace_wander" required:"true"`
	ForecastDays   knowledge.Number   `yaml:"forecast_days" json:"forecast_days" required:"true"`
	EstablishedMM  knowledge.Number   `yaml:"established_mm" json:"established_mm" required:"true"`
	LeafShare      knowledge.Number   `yaml:"leaf_share" json:"leaf_share" required:"true"`
	SameLeaf       knowledge.Number   `yaml:"same_leaf" json:"same_leaf" required:"true"`
	ToWall         knowledge.Estimate `yaml:"to_wall" json:"to_wall" required:"true" description:"share of the pot's width"`
	ToWater        knowledge.Estimate `yaml:"to_water" json:"to_water" required:"true" description:"share of the way straight down"`
	KeptShare      knowledge.Number   `yaml:"kept_share" json:"kept_share" required:"true"`
	LosesWeek      knowledge.Number   `yaml:"loses_week" json:"loses_week" required:"true"`
	HoldsWeek      knowledge.Number   `yaml:"holds_week" json:"holds_week" required:"true"`
	ApartDays      knowledge.Number   `yaml:"apart_days" json:"apart_days" required:"true"`
	Scatter        []Scatter          `yaml:"scatter" json:"scatter" required:"true"`
	SignDays       knowledge.Number   `yaml:"sign_days" json:"sign_days" required:"true"`
	UnseenDays     knowledge.Number   `yaml:"unseen_days" json:"unseen_days" required:"true"`
	LeastLooks     knowledge.Number   `yaml:"least_looks" json:"least_looks" required:"true"`

	LookBackDays  knowledge.Codes             `yaml:"look_back_days" json:"look_back_days" required:"true"`
	SeasonDays    knowledge.Number            `yaml:"season_days" json:"season_days" required:"true"`
	LookBackEarly knowledge.Number            `yaml:"look_back_early" json:"look_back_early" required:"true"`
	LookBackAsked map[string]knowledge.Number `yaml:"look_back_asked" json:"look_back_asked" required:"true"`

	LookBack map[string]knowledge.Text  `yaml:"look_back" json:"look_back" required:"true"`
	Stages   []StageWords               `yaml:"stages" json:"stages" required:"true"`
	Evidence map[string]knowledge.Text  `yaml:"evidence" json:"evidence" required:"true"`
	Needs    map[string]knowledge.Text  `yaml:"needs" json:"needs" required:"true"`
	Asks     map[string]knowledge.Codes `yaml:"asks" json:"asks" required:"true"`
	Signs    []IndicationWords          `yaml:"signs" json:"signs" required:"true"`
	LookSays map[string]knowledge.Text  `yaml:"look_says" json:"look_says" required:"true"`
	Verdicts map[string]knowledge.Text  `yaml:"verdicts" json:"verdicts" required:"true"`
	Sure     map[string]knowledge.Text  `yaml:"sure" json:"sure" required:"true"`

	Close map[string]knowledge.Text `yaml:"close" json:"close" required:"true"`

	SureSigns    knowledge.Number `yaml:"sure_signs" json:"sure_signs" required:"true"`
	FairlySigns  knowledge.Number `yaml:"fairly_signs" json:"fairly_signs" required:"true"`
	LeavesInARow knowledge.Number `yaml:"leaves_in_a_row" json:"leaves_in_a_row" required:"true" description:"that tell, each smaller or each larger"`
}

// Table is the table of growth.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("progress.yaml", &k)
	return &k
})

// Stage finds a stage by its code; false where there is none.
func (k *Knowledge) Stage(code Stage) (StageWords, bool) {
	i := slices.IndexFunc(k.Stages, func(s StageWords) bool { return s.Code == code })
	if i < 0 {
		return StageWords{}, false
	}
	return k.Stages[i], true
}

func (k *Knowledge) sign(code string) IndicationWords {
	return k.Signs[slices.IndexFunc(k.Signs, func(s IndicationWords) bool { return s.Code == code })]
}
