package forecast

import (
	"slices"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/progress"
)

// Kind is what is foretold.
type Kind struct {
	Code   string          `yaml:"code" json:"code" required:"true"`
	Name   message.Message `yaml:"name" json:"name" required:"true"`
	About  knowledge.Text  `yaml:"about" json:"about" required:"true"`
	Chance bool            `yaml:"chance" json:"chance,omitempty" description:"a chance, not a day"`
}

// Knowledge is the table of forecasts.
type Knowledge struct {
	MovesShare    knowledge.Number                      `yaml:"moves_share" json:"moves_share" required:"true"`
	MovesChance   knowledge.Number                      `yaml:"moves_chance" json:"moves_chance" required:"true"`
	LeastChance   knowledge.Number                      `yaml:"least_chance" json:"least_chance" required:"true"`
	RoundDays     knowledge.Number                      `yaml:"round_days" json:"round_days" required:"true"`
	RecoveryWeeks map[progress.Stage]knowledge.Estimate `yaml:"recovery_weeks" json:"recovery_weeks" required:"true"`
	LeastBin      knowledge.Number                      `yaml:"least_bin" json:"least_bin" required:"true"`
	Bins          knowledge.Number                      `yaml:"bins" json:"bins" required:"true"`
	WilsonZ       knowledge.Number                      `yaml:"wilson_z" json:"wilson_z" required:"true"`
	Kinds         []Kind                                `yaml:"kinds" json:"kinds" required:"true"`
	FirstTipPast  knowledge.Number                      `yaml:"first_tip_past" json:"first_tip_past" required:"true" description:"share of its like that had theirs, from which a first tip is foretold no more"`
	NearestDays   knowledge.Number                      `yaml:"nearest_days" json:"nearest_days" required:"true" description:"a day is foretold no nearer"`
}

// Table is the table of forecasts.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("forecast.yaml", &k)
	return &k
})

// Kind finds what is foretold by its code.
func (k *Knowledge) Kind(code string) (Kind, bool) {
	i := slices.IndexFunc(k.Kinds, func(of Kind) bool { return of.Code == code })
	if i < 0 {
		return Kind{}, false
	}
	return k.Kinds[i], true
}
