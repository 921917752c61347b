package standin

import (
	"bytes"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/formats"
)

var noon = time.Date(2030, 5, 4, 12, 0, 0, 0, time.UTC)

func TestAScaleSettlesBeforeItIsStable(t *testing.T) {
	s := NewScale("Bench", 7, noon)
	s.NoiseG, s.DriftG = 0, 0
	s.Put(212.4, noon)
	first := s.Reads(noon.Add(200 * time.Millisecond))
	assert.False(t, first.Stable)
	assert.Less(t, first.Grams, 212.0, "it creeps up")
	still := s.Reads(noon.Add(2 * time.Second))
	assert.True(t, still.Stable)
	assert.InDelta(t, 212.4, still.Grams, 0.3)
	s.Put(0, noon.Add(3*time.Second))
	assert.False(t, s.Reads(noon.Add(3100*time.Millisecond)).Stable)
}

func TestAScaleTaresDriftsAndFlickers(t *testing.T) {
	s := NewScale("Bench", 7, noon)
	s.NoiseG, s.DriftG = 0, 0.3
	s.Put(150, noon)
	s.Tare(noon.Add(5 * time.Second))
	assert.InDelta(t, 0, s.Reads(noon.Add(5*time.Second)).Grams, 0.11)
	s.Put(350, noon.Add(6*time.Second))
	assert.InDelta(t, 200, s.Reads(noon.Add(10*time.Second)).Grams, 0.15, "less the tare")
	assert.InDelta(t, 203, s.Reads(noon.Add(10*time.Minute)).Grams, 0.2, "three tenths of a gram a minute")

	s.NoiseG = 0.5
	seen := map[float64]bool{}
	for i := range 30 {
		seen[s.Reads(noon.Add(time.Duration(20+i)*time.Second)).Grams] = true
	}
	assert.Greater(t, len(seen), 5)
}

// The log a logger writes is one the program reads: a reading each ten minutes,
// warm afternoons, and humid nights.
func TestALogIsReadBack(t *testing.T) {
	var out bytes.Buffer
	require.NoError(t, NewLogger(20, 4, 60, 3).CSV(&out, 3, noon))
	log, err := formats.ReadClimate(&out, time.UTC, noon)
	require.NoError(t, err)
	assert.Equal(t, 3*144, log.Lines)
	assert.Len(t, log.Hours, 72)
	assert.Len(t, log.Humid, 72)
	mean := 0.0
	for _, c := range log.Hours {
		mean += c / 72
	}
	assert.InDelta(t, 20, mean, 0.1)
	night, day := noon.Add(-9*time.Hour).Unix()/3600, noon.Add(-21*time.Hour).Unix()/3600
	assert.Greater(t, log.Hours[day], log.Hours[night]+6)
	assert.Greater(t, log.Humid[night], log.Humid[day]+15)
	assert.False(t, math.IsNaN(mean))
}
