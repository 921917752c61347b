package knowledge

import (
	"sync"

	"therapeon/core/message"
)

// Lookalikes are things easily taken for one another, side by side.
type Lookalikes struct {
	Code  string          `yaml:"code" json:"code" required:"true"`
	Name  message.Message `yaml:"name" json:"name" required:"true"`
	Sides []Side          `yaml:"sides" json:"sides" required:"true"`

	AgainDays *Number `yaml:"again_days" json:"again_days,omitempty" description:"where it cannot be told yet, it is looked at again after so many days"`
}

// Side is one of them, and how to tell it.
type Side struct {
	Drawing string          `yaml:"drawing" json:"drawing" required:"true"`
	Cause   string          `yaml:"cause" json:"cause,omitempty" description:"the cause it points at"`
	Name    message.Message `yaml:"name" json:"name" required:"true"`
	Tell    Text            `yaml:"tell" json:"tell" required:"true"`
}

// AllLookalikes lists them.
var AllLookalikes = sync.OnceValue(func() []Lookalikes {
	var all []Lookalikes
	MustRead("lookalikes.yaml", &all)
	return all
})
