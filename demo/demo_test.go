package demo

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/store"
)

func TestTheDemoBenchIsWhatItsStorySays(t *testing.T) {
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "demo.sqlite"))
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	c := clinic.New(s, time.Now)
	require.NoError(t, Fill(t.Context(), c))

	plants, total, err := c.Plants(t.Context(), clinic.Find{Most: 100})
	require.NoError(t, err)
	assert.GreaterOrEqual(t, total, int64(8))
	groups, grades, byTag := map[string]bool{}, map[string]bool{}, map[string]clinic.Plant{}
	for _, p := range plants {
		require.NotNil(t, p.Latest, p.Intake.Tag)
		groups[p.Intake.Group], grades[p.Latest.Grade], byTag[p.Intake.Tag] = true, true, p
	}
	assert.GreaterOrEqual(t, len(groups), 8)
	assert.Len(t, grades, 5, "plants of every grade")

	assert.Equal(t, "good", byTag["Crate 5, thought dead"].Latest.Grade, "brown roots are healthy in a slipper")
	assert.Equal(t, "Nothing to cut. Leave the roots alone.", byTag["By the door, leave it be"].Latest.Headline)
	lost, _, err := c.Plants(t.Context(), clinic.Find{Archived: true, Most: 10})
	require.NoError(t, err)
	assert.Len(t, lost, 1)
}
