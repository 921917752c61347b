// Package rehome decides between potting a plant and holding it bare, picks the
// route, says where it sits, and lists what is to be done.
package rehome

import (
	"slices"
	"sync"
	"time"

	"therapeon/core/acts"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Decision is one row of what can be decided.
type Decision struct {
	Decision string          `yaml:"decision" json:"decision" required:"true" enum:"pot,hold,nest,read,ask,leave,unpot,look"`
	Route    string          `yaml:"route" json:"route,omitempty" description:"where the row itself says which"`
	Like     string          `yaml:"like" json:"like,omitempty" description:"the row with the same headline"`
	Headline message.Message `yaml:"headline" json:"headline" required:"true"`
	Reason   knowledge.Text  `yaml:"reason" json:"reason" required:"true"`
	Says     []acts.Act      `yaml:"says" json:"says,omitempty" description:"the acts it asks for"`
}

// Tub is the way of holding a plant where no race says otherwise.
const Tub = "tub"

// Pebbles is the way that hangs a plant over wet clay.
const Pebbles = "pebbles"

// Route is a way to a new home, or of holding a plant on the way there.
type Route struct {
	Code       string                               `yaml:"code" json:"code" required:"true"`
	Name       message.Message                      `yaml:"name" json:"name" required:"true"`
	Hold       bool                                 `yaml:"hold" json:"hold,omitempty" description:"the plant stays bare"`
	Shallow    bool                                 `yaml:"shallow" json:"shallow,omitempty"`
	Reservoir  bool                                 `yaml:"reservoir" json:"reservoir,omitempty"`
	PlantDry   bool                                 `yaml:"plant_dry" json:"plant_dry,omitempty" description:"the plant itself is kept dry"`
	Medium     *knowledge.Code                      `yaml:"medium" json:"medium,omitempty" description:"what a plant is said to grow in after it"`
	Wall       string                               `yaml:"wall" json:"wall,omitempty"`
	Only       []string                             `yaml:"only" json:"only,omitempty" description:"groups it is for"`
	Unsuited   []string                             `yaml:"unsuited" json:"unsuited,omitempty" description:"groups it is not for"`
	LookDays   knowledge.Number                     `yaml:"look_days" json:"look_days" required:"true" description:"to the first look"`
	FirstWater *knowledge.Text                      `yaml:"first_water" json:"first_water,omitempty" description:"left out in the table where that is by the protocol which it starts"`
	Watered    *knowledge.Text                      `yaml:"was_watered" json:"-"` // as older files tell it
	NotFlushed *knowledge.Text                      `yaml:"was_not_flushed" json:"-"`
	Flushing   map[disputes.SideCode]knowledge.Text `yaml:"flushing" json:"flushing,omitempty" description:"its first water by the side on flushing, where that goes by no way"`
	Light      knowledge.Text                       `yaml:"light" json:"light" required:"true"`
	Air        knowledge.Text                       `yaml:"air" json:"air" required:"true"`
}

// Potted holds for routes that take a pot and a medium.
func (r Route) Potted() bool {
	return !r.Hold && r.Code != "mount" && r.Code != patient.LivesBare || r.Shallow || r.Code == Pebbles
}

// medium is what a plant is said to grow in after it; empty where it is in none.
func (r Route) medium() string {
	if r.Medium == nil {
		return ""
	}
	return r.Medium.Value
}

// Suits holds when a route is for a group.
func (r Route) Suits(group string) bool {
	return !slices.Contains(r.Unsuited, group) && (len(r.Only) == 0 || slices.Contains(r.Only, group))
}

// JobKind is one row of the jobs.
type JobKind struct {
	Code      string                               `yaml:"code"`
	Stage     string                               `yaml:"stage"`
	Kinds     []string                             `yaml:"kinds"`
	Routes    []string                             `yaml:"routes"`
	RoutesNot []string                             `yaml:"routes_not"`
	When      []string                             `yaml:"when"`
	Do        message.Message                      `yaml:"do"`
	How       *knowledge.Text                      `yaml:"how"`
	Cautions  []string                             `yaml:"cautions"`
	Says      []acts.Act                           `yaml:"says"`
	AheadDays *knowledge.Number                    `yaml:"ahead_days"` // to be made ready so many days before
	Mixes     bool                                 `yaml:"mixes"`
	Holds     bool                                 `yaml:"holds"`
	Lays      bool                                 `yaml:"lays"` // the coarse layer
	Labels    bool                                 `yaml:"labels"`
	Weighs    patient.Kind                         `yaml:"weighs"`
	Waters    bool                                 `yaml:"waters"`
	Stands    bool                                 `yaml:"stands"`
	Follows   string                               `yaml:"follows"` // the question on whose side its words hang
	BySide    map[disputes.SideCode]knowledge.Text `yaml:"by_side"`
}

// Knowledge is the table of re-homing.
type Knowledge struct {
	BigPotL      knowledge.Number               `yaml:"big_pot_l" json:"big_pot_l" required:"true"`
	OverClayMM   knowledge.Estimate             `yaml:"over_clay_mm" json:"over_clay_mm" required:"true" description:"how high a base hangs over clay"`
	WormsFromL   knowledge.Number               `yaml:"worms_from_l" json:"worms_from_l" required:"true" description:"worms may stay in pots from this size on"`
	WarmFromC    knowledge.Number               `yaml:"warm_from_c" json:"warm_from_c" required:"true" description:"days from which a home is warm, for moss"`
	FewGrades    knowledge.Codes                `yaml:"few_grades" json:"few_grades" required:"true"`
	ReadyFrom    map[string]Ready               `yaml:"ready" json:"ready" required:"true" description:"new roots with which a held plant moves on, by its way"`
	Moths        knowledge.Codes                `yaml:"moths" json:"moths" required:"true" description:"groups on which growers differ about moss"`
	Hang         []string                       `yaml:"hang" json:"hang" required:"true" description:"rows that hang on the race"`
	Disputed     []string                       `yaml:"disputed" json:"disputed" required:"true" description:"rows on which growers differ"`
	Decisions    map[string]Decision            `yaml:"decisions" json:"decisions" required:"true"`
	Until        map[string][]knowledge.Text    `yaml:"until" json:"until" required:"true"`
	Routes       []Route                        `yaml:"routes" json:"routes" required:"true"`
	FirstWater   map[string]knowledge.Text      `yaml:"first_water" json:"first_water" required:"true" description:"in a pot, by the protocol that it starts"`
	Living       []Living                       `yaml:"lives" json:"lives" required:"true" description:"by which protocol a plant lives that is at home in what it stands in"`
	Usual        map[string]string              `yaml:"usual" json:"usual" required:"true"`
	CleanFirst   knowledge.Text                 `yaml:"clean_first" json:"clean_first" required:"true"`
	CleanThen    knowledge.Text                 `yaml:"clean_then" json:"clean_then" required:"true"`
	CutsLeft     knowledge.Text                 `yaml:"cuts_left" json:"cuts_left" required:"true" description:"said where its cuts were left out"`
	Torn         knowledge.Text                 `yaml:"torn" json:"torn" required:"true" description:"said where a root tore off after the roots were read"`
	RouteReasons map[string]knowledge.Text      `yaml:"route_reasons" json:"route_reasons" required:"true"`
	Failures     map[disputes.SideCode][]string `yaml:"failures" json:"failures" required:"true"`
	Placement    map[string]knowledge.Text      `yaml:"placement" json:"placement" required:"true"`
	HoldStill    map[string]knowledge.Text      `yaml:"hold_still" json:"hold_still" required:"true"`
	Jobs         []JobKind                      `yaml:"jobs" json:"-"`
}

// Table is the table.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("rehome.yaml", &k)
	for code, d := range k.Decisions {
		if d.Like != "" {
			d.Headline = k.Decisions[d.Like].Headline
			k.Decisions[code] = d
		}
	}
	return &k
})

// LookOn is the day of the first look after a plant was held or housed so, or was in hand.
func (r Route) LookOn(since time.Time) string {
	return since.AddDate(0, 0, int(r.LookDays.Value)).Format(time.DateOnly)
}

// Route finds a route by its code; false where there is none.
func (k *Knowledge) Route(code string) (Route, bool) {
	i := slices.IndexFunc(k.Routes, func(r Route) bool { return r.Code == code })
	if i < 0 {
		return Route{}, false
	}
	return k.Routes[i], true
}
