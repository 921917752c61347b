package causes

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// whole is a table of one cause and one finding that holds together.
func whole() *Knowledge {
	number := func(v float64) knowledge.Number { return knowledge.Number{Value: v} }
	return &Knowledge{
		Causes: []Cause{
			{
				Code:    "drought",
				Prior:   number(0.2),
				Do:      []string{"water"},
				Groups:  map[string]knowledge.Code{"vanda": {Value: "more"}},
				Weights: map[string]knowledge.Code{"limp": {Value: "++"}},
			},
		},
		Themes:         []Theme{{Code: "limp", Base: number(0.1)}},
		Findings:       []Finding{{Code: "leaves-limp", At: "look", Theme: "limp"}},
		Parts:          map[string]knowledge.Text{"leaves": {Value: message.Plain("Leaves")}},
		Actions:        []Action{{Code: "water"}},
		FindingFigures: FindingFigures{HitShared: number(0.8), FalseAlarmShared: number(0.05)},
	}
}

func worry(first, part string) []Worry {
	of := func(code string) knowledge.Codes { return knowledge.Codes{Values: []string{code}} }
	return []Worry{{Code: "limp", First: of(first), Parts: of(part)}}
}

func TestATableThatDoesNotHoldTogetherIsRefused(t *testing.T) {
	require.NoError(t, whole().compile())
	for words, spoil := range map[string]func(k *Knowledge){
		"unknown theme flat":     func(k *Knowledge) { k.Causes[0].Weights["flat"] = knowledge.Code{Value: "+"} },
		"not on the scale":       func(k *Knowledge) { k.Causes[0].Weights["limp"] = knowledge.Code{Value: "+++++"} },
		"unknown group tulips":   func(k *Knowledge) { k.Causes[0].Groups["tulips"] = knowledge.Code{Value: "more"} },
		"unknown action pray":    func(k *Knowledge) { k.Causes[0].Do = []string{"pray"} },
		"neither a theme nor":    func(k *Knowledge) { k.Findings[0].Theme = "" },
		"unknown theme droop":    func(k *Knowledge) { k.Findings[0].Theme = "droop" },
		"the hit higher":         func(k *Knowledge) { k.Findings[0].Hit = &knowledge.Number{Value: 0.01} },
		"unknown finding soggy":  func(k *Knowledge) { k.Rivals = []Rivals{{One: "leaves-limp", Other: "soggy"}} },
		"for soggy, which no":    func(k *Knowledge) { k.Worries = worry("soggy", "leaves") },
		"the unknown part ears":  func(k *Knowledge) { k.Worries = worry("leaves-limp", "ears") },
		"a set holds at most 64": func(k *Knowledge) { k.Causes = make([]Cause, 65) },
	} {
		k := whole()
		spoil(k)
		assert.ErrorContains(t, k.compile(), words)
	}
}
