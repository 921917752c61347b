package knowledge

import "sync"

// Caution is a warning shown at the job it belongs to.
type Caution struct {
	Code  string `yaml:"code" json:"code" required:"true"`
	When  string `yaml:"when" json:"when" required:"true" description:"what brings it up"`
	Words Text   `yaml:"words" json:"words" required:"true"`
}

// Cautions lists every caution.
var Cautions = sync.OnceValue(func() []Caution {
	var all []Caution
	MustRead("cautions.yaml", &all)
	return all
})
