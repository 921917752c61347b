package disputes

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestBothSidesHaveAReasonAndTheDefaultIsAChoice(t *testing.T) {
	require.Len(t, All(), 22)
	for _, q := range All() {
		require.GreaterOrEqual(t, len(q.Choices), 2, q.Code)
		codes := []SideCode{}
		for _, c := range q.Choices {
			codes = append(codes, c.Code)
			assert.NotEmpty(t, c.Reason.Mark, c.Code)
		}
		assert.Contains(t, codes, Default(q.Code), q.Code)
	}
	assert.Equal(t, IfWobbly, Default(DeadDryRoots))
	assert.Equal(t, ByState, Default(ClingingMedium))
	assert.Empty(t, Default("no such question"))
}
