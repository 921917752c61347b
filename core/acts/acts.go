// Package acts is what a keeper can do to a plant: water it, feed it, unpot it, each to a degree
// and with an object. It says which acts contradict each other, and which save a plant.
package acts

import (
	"fmt"
	"slices"
	"strings"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Act is something to be done, or left, to a degree: "water:none", "water.root-ball:soak", "apart".
type Act struct {
	Act    string
	Object string // a part of the plant or its home; empty: the plant
	Degree string
}

// Acts that rules ask for by name.
var (
	Unpot       = Act{Act: "unpot", Degree: "now"}
	StayIn      = Act{Act: "unpot", Degree: "none"}
	Pot         = Act{Act: "home", Degree: "pot"}
	Fill        = Act{Act: "home", Degree: "fill"}
	Leave       = Act{Act: "home", Degree: "leave"}
	Water       = Act{Act: "water", Degree: "through"}
	WaterLittle = Act{Act: "water", Degree: "a-little"}
	Warmth      = Act{Act: "warmth", Degree: "more"}
	Flush       = Act{Act: "water", Degree: "flush"}
	WaterLess   = Act{Act: "water", Degree: "less"}
	NoWater     = Act{Act: "water", Degree: "none"}
	Feed        = Act{Act: "feed", Degree: "usual"}
	NoFeed      = Act{Act: "feed", Degree: "none"}
	KeepSpike   = Act{Act: "spike", Degree: "keep"}
	CutSpike    = Act{Act: "spike", Degree: "cut"}
	Apart       = Act{Act: "apart"}
	Soak        = Act{Act: "water", Object: "root-ball", Degree: "soak"}
	NoMoss      = Act{Act: "water", Object: "moss", Degree: "none"}
	NoSoak      = Act{Act: "water", Object: "root-ball", Degree: "none"}
	MoistTips   = Act{Act: "tip", Degree: "moist"}
	DryTips     = Act{Act: "tip", Degree: "dry"}
	Divide      = Act{Act: "divide", Degree: "now"}
	Whole       = Act{Act: "divide", Degree: "none"}
	Treat       = Act{Act: "treat", Degree: "now"}
)

// Of is the act of an instruction, by its sense.
func Of(s message.Sense) Act { return Act{s.Act, s.Object, s.Degree} }

// String is an act as tables write it.
func (a Act) String() string {
	s := a.Act
	if a.Object != "" {
		s += "." + a.Object
	}
	if a.Degree != "" {
		s += ":" + a.Degree
	}
	return s
}

// Parse reads an act as tables write it; an act that the table does not have is an error.
func Parse(s string) (Act, error) {
	what, degree, _ := strings.Cut(s, ":")
	act, object, _ := strings.Cut(what, ".")
	if !slices.Contains(knowledge.Acts(), act) {
		return Act{}, fmt.Errorf("%q is no act, see acts.yaml", s)
	}
	return Act{act, object, degree}, nil
}

// UnmarshalYAML reads an act of a table.
func (a *Act) UnmarshalYAML(unmarshal func(any) error) error {
	var s string
	if err := unmarshal(&s); err != nil {
		return err
	}
	var err error
	*a, err = Parse(s)
	return err
}

// MarshalText writes an act as tables do.
func (a Act) MarshalText() ([]byte, error) { return []byte(a.String()), nil }

// group is the group of an act's degree; -1 where its degree contradicts nothing.
func (a Act) group() int {
	return slices.IndexFunc(table().Against[a.Act], func(g knowledge.Codes) bool { return g.Has(a.Degree) })
}

// Against holds for two degrees of one act on one object that contradict each other.
func (a Act) Against(other Act) bool {
	one, two := a.group(), other.group()
	return a.Act == other.Act && a.Object == other.Object && one >= 0 && two >= 0 && one != two
}

// AgainstAny holds for an act that contradicts one of several.
func (a Act) AgainstAny(all []Act) bool { return slices.ContainsFunc(all, a.Against) }

// Alike holds for two that come to the same: of one act, object and group of degrees.
func (a Act) Alike(other Act) bool {
	return a == other || a.Act == other.Act && a.Object == other.Object && a.group() >= 0 && a.group() == other.group()
}

// Among holds for an act that one of several is alike to.
func (a Act) Among(all []Act) bool { return slices.ContainsFunc(all, a.Alike) }

// Rescues holds for what saves a plant: a worse sign never delays or hides it.
func (a Act) Rescues() bool { return table().Rescues.Has(a.Act) }

// Clash holds where an act of one list contradicts one of another.
func Clash(one, other []Act) bool {
	return slices.ContainsFunc(one, func(a Act) bool { return a.AgainstAny(other) })
}

// Row is an act with the degrees that contradict each other, group by group.
type Row struct {
	Act     string            `json:"act" required:"true"`
	Groups  []knowledge.Codes `json:"groups" required:"true" description:"degrees; those of two groups contradict each other"`
	Rescues bool              `json:"rescues,omitempty" description:"it saves a plant: a worse sign never delays or hides it"`
}

// Table lists the acts, each once, in the order of their names.
func Table() []Row {
	rows := []Row{}
	for _, act := range knowledge.Acts() {
		groups := table().Against[act]
		if groups == nil {
			groups = []knowledge.Codes{}
		}
		rows = append(rows, Row{act, groups, table().Rescues.Has(act)})
	}
	return rows
}

type opposites struct {
	Against map[string][]knowledge.Codes `yaml:"against"`
	Rescues knowledge.Codes              `yaml:"rescues"`
	Harms   knowledge.Codes              `yaml:"harms"`
	Pairs   []Pair                       `yaml:"pairs"`
	Acts    []any                        `yaml:"acts"` // their words: core/knowledge reads them
}

var table = sync.OnceValue(func() *opposites {
	var o opposites
	knowledge.MustRead("acts.yaml", &o)
	return &o
})
