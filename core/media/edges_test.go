package media

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/message"
	"therapeon/language/english"
)

// A mix to the edge of what is said of it: air that is just enough, and a tenth that falls into gaps, are no fault.
func TestAMixIsJudgedToTheEdge(t *testing.T) {
	k := Table()
	least := k.LeastAir["airy"].Value
	words := func(air, settled float64) (n int) {
		return len(k.Judge(Settled{Air: air, PouredL: 1, VolumeL: settled}, "airy", nil))
	}
	assert.Zero(t, words(least, 1))
	assert.Equal(t, 1, words(least-0.001, 1))
	assert.Zero(t, words(least, 0.901))
	assert.Equal(t, 1, words(least, 0.899), "a tenth and more falls into gaps: house rule")
	told := k.Judge(Settled{Air: 0.1, PouredL: 2, VolumeL: 1.5}, "airy", nil)
	require.Len(t, told, 2)
	assert.Contains(t, english.Say(told[0].Value), "keeps 10 % air")
	assert.Contains(t, english.Say(told[1].Value), "25 % of what you pour")
	assert.Empty(t, k.Judge(Settled{Air: 0, PouredL: 1, VolumeL: 1}, "no such style", nil))
}

// What is fine: grains of 5 mm and less that do not break down, from a fifth of the mix on: house rules.
func TestAFineMix(t *testing.T) {
	k := Table()
	fine := func(mm, parts float64, organic bool) bool {
		small := component("fine", mm, 0.4, 0.3)
		small.Organic = organic
		shelf := made(component("coarse", 20, 0.5, 0.2), small)
		s, err := k.Settle([]Part{{"coarse", 100 - parts}, {"fine", parts}}, shelf)
		require.NoError(t, err)
		return s.Fine
	}
	assert.True(t, fine(5, 20, false))
	assert.False(t, fine(5.1, 20, false))
	assert.False(t, fine(5, 19.9, false))
	assert.False(t, fine(5, 20, true), "it breaks down")
	assert.False(t, fine(0, 20, false), "fibres have no grade")
}

// The grade of a mix is the geometric mean of what is poured, by litres; parts of 0 are none of it.
func TestTheGradeOfAMix(t *testing.T) {
	k := Table()
	shelf := made(component("coarse", 20, 0.5, 0.2), component("fine", 5, 0.4, 0.3))
	s, err := k.Settle([]Part{{"coarse", 2}, {"fine", 0}}, shelf)
	require.NoError(t, err)
	assert.InDelta(t, 20, s.GradeMM, 1e-9)
	assert.Len(t, s.Folds, 1)
	s, err = k.Settle([]Part{{"coarse", 3}, {"fine", 3}}, shelf)
	require.NoError(t, err)
	assert.InDelta(t, 10, s.GradeMM, 1e-9, "√(20 · 5)")
	assert.InDelta(t, 6, s.PouredL, 1e-9)
}

// Coarse pieces hold compost open: a fifth of compost and a third of them at least, by parts.
func TestCoarsePiecesHoldCompostOpen(t *testing.T) {
	k := Table()
	life := func(compost, chunky, rest float64) float64 {
		s, err := k.Settle([]Part{{"compost", compost}, {"bark-chunky", chunky}, {"pumice-large", rest}}, k.Component)
		require.NoError(t, err)
		return *s.LifeMonths
	}
	held := k.HeldOpen.LifeMonths.Value
	assert.InDelta(t, held, life(20, 33, 47), 0)
	assert.NotEqual(t, held, life(20, 32, 48))
}

// What stands in is alike to the edge: 0.15 of air and of water apart, 2.2 times as coarse, no more: house rules. What
// one takes is not there for the next.
func TestWhatStandsInToTheEdge(t *testing.T) {
	k := Knowledge{
		StandsGrade: Table().StandsGrade, StandsShare: Table().StandsShare, StandsDiffers: Table().StandsDiffers,
		GradeWeighs: Table().GradeWeighs, ShortFromL: Table().ShortFromL, JugStepL: Table().JugStepL,
	}
	stands := func(other Component) bool {
		other.Code = "other"
		k.Components = []Component{other}
		shelf := func(code string) (Component, bool) {
			if code == "other" {
				return other, true
			}
			return component(code, 10, 0.5, 0.25), true
		}
		list := k.Need([][]Measured{{{"wanted", message.Plain("Wanted"), 1}}}, map[string]float64{"other": 1}, shelf)
		return list[0].Instead != nil
	}
	assert.True(t, stands(component("", 22, 0.5, 0.25)))
	assert.False(t, stands(component("", 22.1, 0.5, 0.25)))
	assert.True(t, stands(component("", 4.6, 0.5, 0.25)))
	assert.False(t, stands(component("", 4.5, 0.5, 0.25)))
	assert.True(t, stands(component("", 10, 0.64, 0.25)))
	assert.False(t, stands(component("", 10, 0.66, 0.25)))
	assert.False(t, stands(component("", 10, 0.34, 0.25)))
	assert.True(t, stands(component("", 10, 0.5, 0.39)))
	assert.False(t, stands(component("", 10, 0.5, 0.41)))

	other := component("other", 10, 0.5, 0.25)
	k.Components = []Component{other}
	shelf := func(code string) (Component, bool) { return component(code, 10, 0.5, 0.25), true }
	list := k.Need(
		[][]Measured{{{"a", message.Plain("A"), 1}, {"b", message.Plain("B"), 1}}},
		map[string]float64{"other": 1.5},
		shelf,
	)
	require.NotNil(t, list[0].Instead)
	assert.Nil(t, list[1].Instead, "half a litre is left of it")
}
