package roots

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/language/english"
)

func TestOneOfABatchTurnedOutFirm(t *testing.T) {
	r := Reading{Roots: []Root{tallied("b", 14, mushyMM(60), Bottom), tallied("b-2", 1, firmMM(80), "")}}
	got, err := Correct(r, Read(r, pale()), "b", Firm, 1)
	require.NoError(t, err)
	require.Len(t, got.Roots, 3)
	assert.Equal(t, 13, got.Roots[0].Count)
	assert.Equal(t, "b-3", got.Roots[1].ID, "b-2 is taken")
	v := Read(got, pale())
	assert.Equal(t, 13, v.Totals.WholeCuts)
	assert.Equal(t, Keep, v.Roots[1].Decision.Kind)
	assert.Equal(t, 14, r.Roots[0].Count, "the reading given is left as it was")
}

func TestACorrectionLeavesWhatIsKnownToLive(t *testing.T) {
	r := single(firmMM(40), Segment{LengthMM: mm(30)})
	got, err := Correct(r, Read(r, pale()), "r1", Mushy, 1)
	require.NoError(t, err)
	assert.Equal(t, Firm, got.Roots[0].Segments[0].Feel)
	assert.Equal(t, Mushy, got.Roots[0].Segments[1].Feel)

	r = single(firmMM(40))
	got, err = Correct(r, Read(r, pale()), "r1", Hollow, 1)
	require.NoError(t, err)
	assert.Equal(t, Dead, Read(got, pale()).Roots[0].State,
		"the whole root was held alive, so all of it is corrected")
}

func TestACorrectionMustFitTheReading(t *testing.T) {
	r := single(firmMM(40))
	_, err := Correct(r, Read(r, pale()), "nobody", Firm, 1)
	assert.Contains(t, english.Error(err), "root_id")
	_, err = Correct(r, Read(r, pale()), "r1", Firm, 2)
	assert.Contains(t, english.Error(err), "The entry holds 1 roots.")
}
