// Package disputes holds the questions on which growers differ, as settings:
// both sides with their reasons, and a default with its own.
package disputes

import (
	"maps"
	"slices"
	"sync"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Codes of the questions.
const (
	DeadDryRoots   = "dead_dry_roots"
	ClingingMedium = "clinging_medium"
	SpikeAtRescue  = "spike_at_rescue"
	RepotInFlower  = "repot_in_flower"
	SmallRotPatch  = "small_rot_patch"
	Peroxide       = "peroxide"
	CutPowder      = "cut_powder"
	BareNoTips     = "bare_without_tips"
	Medium         = "medium"
	PotWall        = "pot_wall"
	FirstFeed      = "first_feed"
	Flushing       = "flushing"
	MossOnPebbles  = "moss_on_pebbles"
	WinterRest     = "winter_rest"
	AerialRoots    = "live_aerial_roots"
	Worms          = "worms"
	MossForMoths   = "moss_for_moths"
	WinterFeed     = "winter_feed"
	PotSize        = "pot_size"
	PeroxideRinsed = "peroxide_rinsed"
	Watering       = "watering_amount"
	CareFigures    = "care_figures"
)

// SideCode names a side in a question: one of its choices. The empty one is "as the house".
type SideCode string

// Choices of the questions.
const (
	AllOff         SideCode = "all-off"
	KeepSome       SideCode = "keep-some"
	IfWobbly       SideCode = "if-wobbly"
	LeaveWhatTears SideCode = "leave-what-tears"
	ByState        SideCode = "by-state"
	SpikeCut       SideCode = "cut"
	SpikeKeep      SideCode = "keep"
	SpikeByGrade   SideCode = "by-grade"
	NeverInFlower  SideCode = "never"
	WhenRootsNeed  SideCode = "when-needed"
	ByUrgency      SideCode = "by-urgency"
	PatchInPlace   SideCode = "in-place"
	PatchUnpot     SideCode = "unpot"
	PatchIfSound   SideCode = "if-rest-sound"
	Routine        SideCode = "routine"
	WithFinding    SideCode = "with-finding"
	PestsOnly      SideCode = "pests-only"
	Powder         SideCode = "powder"
	LeaveToDry     SideCode = "dry"
	HoldBare       SideCode = "hold"
	PotAtOnce      SideCode = "at-once"
	ByHumidity     SideCode = "by-humidity"
	Organic        SideCode = "organic"
	Inorganic      SideCode = "inorganic"
	AsBefore       SideCode = "as-before"
	ClearWall      SideCode = "clear"
	OpaqueWall     SideCode = "opaque"
	ThreeMonths    SideCode = "three-months"
	Dilute         SideCode = "dilute"
	EveryThirdDay  SideCode = "every-third-day"
	WhenDry        SideCode = "when-dry"
	MossForTips    SideCode = "yes-for-tips"
	Strict         SideCode = "strict"
	FollowGrowth   SideCode = "follow-growth"
	SoakAndPot     SideCode = "soak-and-pot"
	PotIfFew       SideCode = "pot-if-few"
	Never          SideCode = "never"
	WarmAndDry     SideCode = "warm-and-dry"
	ByHand         SideCode = "by-hand"
	StopInWinter   SideCode = "stop"
	AllYear        SideCode = "all-year"
	SmallPot       SideCode = "small"
	FreePot        SideCode = "free"
	LittleOften    SideCode = "little-and-often"
	Welcome        SideCode = "welcome"
	BySize         SideCode = "by-size"
	TooDilute      SideCode = "too-dilute"
	WorksRinsed    SideCode = "works"
	NoView         SideCode = "no-view"
	Maker          SideCode = "maker"
	Genus          SideCode = "genus"
	KeepBoth       SideCode = "keep-both"
)

// Sides are the sides taken, by the question.
type Sides map[string]SideCode

// Faults finds questions and sides that are not of the table, each by its field; none where all is sound.
func (s Sides) Faults() fault.List {
	var list fault.List
	for _, code := range slices.Sorted(maps.Keys(s)) {
		i := slices.IndexFunc(All(), func(q Question) bool { return q.Code == code })
		switch {
		case i < 0:
			list = append(list, fault.Fault{
				Field: "sides." + code, Value: code, Limit: message.Of("disputes.say.a-question-see-api-v1"),
				Words: message.Of("disputes.say.this-question-is-not-known"),
			})
		case SideOf(code, s[code]) == nil && s[code] != "":
			var codes []message.Word
			for _, c := range All()[i].Choices {
				codes = append(codes, message.Word(c.Code))
			}
			list = append(list, fault.Fault{
				Field: "sides." + code, Value: s[code], Limit: message.Of("limits.one-of", message.Several("words", codes)),
				Words: message.Of("disputes.say.this-is-no-side-of"),
			})
		}
	}
	return list
}

// Usual are the default sides, one for each question: a house that chose nothing takes them.
func Usual() Sides {
	sides := Sides{}
	for _, q := range All() {
		sides[q.Code] = q.Default
	}
	return sides
}

// Over are the sides with others laid over them, where those are said.
func (s Sides) Over(others ...Sides) Sides {
	merged := maps.Clone(s)
	if merged == nil {
		merged = Sides{}
	}
	for _, other := range others {
		for question, side := range other {
			if side != "" {
				merged[question] = side
			}
		}
	}
	return merged
}

// Choice is one side of a question.
type Choice struct {
	Code   SideCode        `yaml:"code" json:"code" required:"true"`
	Name   message.Message `yaml:"name" json:"name" required:"true"`
	Reason knowledge.Text  `yaml:"reason" json:"reason" required:"true"`
}

// Question is a practice on which growers differ.
type Question struct {
	Code     string          `yaml:"code" json:"code" required:"true"`
	Question message.Message `yaml:"question" json:"question" required:"true"`
	Choices  []Choice        `yaml:"choices" json:"choices" required:"true"`
	Default  SideCode        `yaml:"default" json:"default" required:"true"`
	At       string          `yaml:"at" json:"at" required:"true" enum:"intake,home" description:"where a plant's own side is asked"`
	Touches  []string        `yaml:"touches" json:"-"` // answers that a side changes, see the test that walks the rows
}

// All lists the questions.
var All = sync.OnceValue(func() []Question {
	var all []Question
	knowledge.MustRead("disputes.yaml", &all)
	return all
})

// Side is the side taken in a question, with its reason.
type Side struct {
	Code     string          `json:"code" required:"true"`
	Question message.Message `json:"question" required:"true"`
	Choice   Choice          `json:"choice" required:"true"`
}

// SideOf is a choice in a question, with its words; nil where there is no such choice.
func SideOf(code string, choice SideCode) *Side {
	for _, q := range All() {
		for _, c := range q.Choices {
			if q.Code == code && c.Code == choice {
				return &Side{q.Code, q.Question, c}
			}
		}
	}
	return nil
}

// Default is the house default of a question.
func Default(code string) SideCode {
	for _, q := range All() {
		if q.Code == code {
			return q.Default
		}
	}
	return ""
}
