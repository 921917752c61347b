package scales

import (
	"errors"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/record"
	"therapeon/core/fault"
)

// fieldOf is the field that a problem names.
func fieldOf(err error) string {
	var list fault.List
	if errors.As(err, &list) {
		return list[0].Field
	}
	return ""
}

func TestScalesAreHeardAndForgotten(t *testing.T) {
	now := time.Date(2030, 4, 2, 10, 0, 0, 0, time.UTC)
	c := New(&record.Keeper{Now: func() time.Time { return now }})
	told, err := c.ScaleReads(ScaleReading{Scale: "Kitchen", Grams: 212.4})
	require.NoError(t, err)
	assert.False(t, told.Tare)
	_, err = c.ScaleReads(ScaleReading{Scale: "Kitchen", Grams: 212.5, Stable: true})
	require.NoError(t, err)
	list := c.Scales()
	require.Len(t, list, 1)
	assert.Equal(t, 212.5, list[0].Grams)
	assert.True(t, list[0].Stable)

	_, err = c.Tare(TareScale{Scale: "Kitchen"})
	require.NoError(t, err)
	told, err = c.ScaleReads(ScaleReading{Scale: "Kitchen", Grams: 212.5})
	require.NoError(t, err)
	assert.True(t, told.Tare, "it hears of it once")
	told, err = c.ScaleReads(ScaleReading{Scale: "Kitchen", Grams: 0})
	require.NoError(t, err)
	assert.False(t, told.Tare)
	_, err = c.Tare(TareScale{Scale: "Attic"})
	assert.Equal(t, "scale", fieldOf(err))
	_, err = c.ScaleReads(ScaleReading{Scale: " ", Grams: 1})
	assert.Equal(t, "scale", fieldOf(err))

	now = now.Add(11 * time.Second)
	assert.Empty(t, c.Scales(), "it was switched off")
	for i := range mostScales {
		_, err = c.ScaleReads(ScaleReading{Scale: string(rune('a' + i)), Grams: 1})
		require.NoError(t, err)
	}
	_, err = c.ScaleReads(ScaleReading{Scale: "one more", Grams: 1})
	assert.Equal(t, "scale", fieldOf(err))
}
