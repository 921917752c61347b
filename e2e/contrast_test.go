package e2e

import (
	"math"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// luminance is the relative luminance of a colour such as #2f6b4f: WCAG 2.2.
func luminance(t *testing.T, hex string) float64 {
	t.Helper()
	n, err := strconv.ParseUint(strings.TrimPrefix(hex, "#"), 16, 32)
	require.NoError(t, err, hex)
	require.Len(t, hex, 7, hex)
	linear := func(c uint64) float64 {
		v := float64(c&0xff) / 255
		if v <= 0.04045 {
			return v / 12.92
		}
		return math.Pow((v+0.055)/1.055, 2.4)
	}
	return 0.2126*linear(n>>16) + 0.7152*linear(n>>8) + 0.0722*linear(n)
}

func contrast(t *testing.T, a, b string) float64 {
	t.Helper()
	x, y := luminance(t, a), luminance(t, b)
	return (max(x, y) + 0.05) / (min(x, y) + 0.05)
}

// Black on white is 21 to 1, and #767676 the lightest grey that passes on white: as
// the working group's own notes on the criterion have it.
func TestContrastIsReckonedAsPublished(t *testing.T) {
	assert.InDelta(t, 21, contrast(t, "#000000", "#ffffff"), 1e-9)
	assert.GreaterOrEqual(t, contrast(t, "#767676", "#ffffff"), 4.5)
	assert.Less(t, contrast(t, "#777777", "#ffffff"), 4.5)
}
