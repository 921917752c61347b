package acts

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
)

// House rule: which degrees go together.
func TestDegreesOfTwoGroupsContradictEachOther(t *testing.T) {
	soak := Act{Act: "water", Degree: "soak"}
	for _, pair := range [][2]Act{
		{Water, NoWater}, {WaterLittle, Water}, {WaterLittle, NoWater}, {soak, NoWater}, {Unpot, StayIn}, {Pot, Leave},
		{Feed, NoFeed}, {KeepSpike, CutSpike}, {Soak, NoSoak}, {MoistTips, DryTips}, {Divide, Whole},
	} {
		assert.True(t, pair[0].Against(pair[1]), "%s and %s", pair[0], pair[1])
		assert.True(t, pair[1].Against(pair[0]), "%s and %s", pair[1], pair[0])
		assert.False(t, pair[0].Alike(pair[1]), "%s and %s", pair[0], pair[1])
	}
	for _, pair := range [][2]Act{
		{Water, Water}, {Water, soak}, {NoWater, {Act: "water", Degree: "less"}}, {Soak, NoWater}, {Apart, Water},
		{Water, {Act: "water", Degree: "less"}},
		{Unpot, {Act: "unpot", Degree: "soon"}},
	} {
		assert.False(t, pair[0].Against(pair[1]), "%s and %s", pair[0], pair[1])
	}
	assert.True(t, soak.Alike(Water))
	assert.True(t, Clash([]Act{Feed, Water}, []Act{NoWater}))
	assert.False(t, Clash([]Act{Feed, Water}, []Act{Water, Leave}))
	assert.True(t, Water.Among([]Act{Feed, soak}))
}

func TestAnActReadsAsItIsWritten(t *testing.T) {
	for _, a := range []Act{Water, Soak, {Act: "apart"}} {
		again, err := Parse(a.String())
		require.NoError(t, err)
		assert.Equal(t, a, again)
	}
	_, err := Parse("moon:full")
	require.ErrorContains(t, err, "moon")
	doc, err := json.Marshal(Soak)
	require.NoError(t, err)
	assert.JSONEq(t, `"water.root-ball:soak"`, string(doc))
	var read Act
	require.NoError(t, read.UnmarshalYAML(func(into any) error { *into.(*string) = "tip:dry"; return nil }))
	assert.Equal(t, DryTips, read)
	require.Error(t, read.UnmarshalYAML(func(into any) error { *into.(*string) = "shine"; return nil }))
}

// A row that no sentence tells would never be said.
func TestEveryActWithDegreesIsOfSomeWords(t *testing.T) {
	for act := range table().Against {
		assert.Contains(t, knowledge.Acts(), act)
	}
	for _, act := range table().Rescues.Values {
		assert.Contains(t, knowledge.Acts(), act)
		assert.True(t, Act{Act: act}.Rescues())
	}
	assert.Len(t, Table(), len(knowledge.Acts()))
	assert.False(t, Water.Rescues())
}
