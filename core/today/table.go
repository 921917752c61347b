package today

import (
	"sync"

	"therapeon/core/knowledge"
)

// Knowledge is the table of a day: the order of its round, an evening's crates, better places.
type Knowledge struct {
	Between      map[string]knowledge.Text `yaml:"between" json:"between" required:"true" description:"what is done before a turn"`
	WalkMinutes  knowledge.Number          `yaml:"walk_minutes" json:"walk_minutes" required:"true" description:"from a plant to the next"`
	BatchPPM     knowledge.Number          `yaml:"batch_ppm" json:"batch_ppm_n" required:"true" description:"strengths are taken down to such steps"`
	NamedErrands knowledge.Number          `yaml:"named_errands" json:"named_errands" required:"true" description:"so many whose day has come are named in the round, beside all that cannot wait"`
	NamedAtBench knowledge.Number          `yaml:"named_at_bench" json:"named_at_bench" required:"true" description:"so many that want work at the bench are named in the round"`
	Places       Spots                     `yaml:"places" json:"places" required:"true"`
	Evening      Evening                   `yaml:"evening" json:"evening" required:"true"`
}

// Table is the table of a day. It panics where the table cannot be read, which a test would show.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("today.yaml", &k)
	return &k
})
