// Package disputes holds the questions on which growers differ, as settings:
// both sides with their reasons, and a default with its own.
package disputes

import (
	"sync"

	"therapeon/core/knowledge"
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
)

// Choice is one side of a question.
type Choice struct {
	Code   SideCode       `yaml:"code" json:"code" required:"true"`
	Name   string         `yaml:"name" json:"name" required:"true"`
	Reason knowledge.Text `yaml:"reason" json:"reason" required:"true"`
}

// Question is a practice on which growers differ.
type Question struct {
	Code     string   `yaml:"code" json:"code" required:"true"`
	Question string   `yaml:"question" json:"question" required:"true"`
	Choices  []Choice `yaml:"choices" json:"choices" required:"true"`
	Default  SideCode `yaml:"default" json:"default" required:"true"`
}

// All lists the questions.
var All = sync.OnceValue(func() []Question {
	var all []Question
	knowledge.MustRead("disputes.yaml", &all)
	return all
})

// Side is the side taken in a question, with its reason.
type Side struct {
	Code     string `json:"code" required:"true"`
	Question string `json:"question" required:"true"`
	Choice   Choice `json:"choice" required:"true"`
}

// SideOf is a choice in a question.
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
