package check

import (
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/fault"
	"therapeon/core/roots"
	"therapeon/language/english"
)

func mm(v float64) *float64 { return &v }

func reading(s roots.Segment) roots.Reading {
	return roots.Reading{Roots: []roots.Root{{ID: "r1", Count: 1, Segments: []roots.Segment{s}}}}
}

func faults(t *testing.T, v any) fault.List {
	t.Helper()
	var list fault.List
	require.ErrorAs(t, Input(v), &list)
	return list
}

func TestLimitsOfLengthAndDiameter(t *testing.T) {
	for _, l := range []float64{1, 3000} {
		assert.NoError(t, Input(reading(roots.Segment{LengthMM: mm(l)})))
	}
	for _, l := range []float64{0, 0.99, -5, 3000.1, 1e300, math.NaN(), math.Inf(1)} {
		list := faults(t, reading(roots.Segment{LengthMM: mm(l)}))
		assert.Equal(t, "roots[0].segments[0].length_mm", list[0].Field, l)
		assert.Contains(t, english.Say(list[0].Limit), " mm")
	}
	for _, d := range []float64{0.1, 31, -1} {
		assert.Equal(t, "roots[0].segments[0].diameter_mm",
			faults(t, reading(roots.Segment{DiameterMM: mm(d)}))[0].Field, d)
	}
}

func TestWordsThatAreNotKnown(t *testing.T) {
	f := faults(t, reading(roots.Segment{Feel: "squishy"}))[0]
	assert.Equal(t, []any{"roots[0].segments[0].feel", "squishy"}, []any{f.Field, f.Value})
	assert.Equal(t, "one of: firm, limp, thread, crunchy, hollow, mushy", english.Say(f.Limit))
	assert.Equal(t, "This word is not known here. Use one of: firm, limp, thread, crunchy, hollow, mushy.", english.Say(f.Words))
}

func TestTooManyAndTooFew(t *testing.T) {
	thirteen := roots.Reading{Roots: []roots.Root{{ID: "r1", Count: 1, Segments: make([]roots.Segment, 13)}}}
	f := faults(t, thirteen)[0]
	assert.Equal(t, "roots[0].segments", f.Field)
	assert.Equal(t, "at most 12 entries", english.Say(f.Limit))
	assert.Equal(t, 13, f.Value)

	thirteen.Roots[0].Segments = nil
	assert.Equal(t, "roots[0].segments", faults(t, thirteen)[0].Field)
	thirteen.Roots[0] = roots.Root{ID: "no spaces", Count: 0, Segments: make([]roots.Segment, 1)}
	list := faults(t, thirteen)
	assert.Equal(t, []string{"roots[0].id", "roots[0].count"}, []string{list[0].Field, list[1].Field})
	thirteen.Roots[0] = roots.Root{ID: strings.Repeat("x", 100), Count: 1, Segments: make([]roots.Segment, 1)}
	assert.Equal(t, strings.Repeat("x", 60)+"…", faults(t, thirteen)[0].Value)
}

func TestFaultsAcrossFields(t *testing.T) {
	two := reading(roots.Segment{})
	two.Roots = append(two.Roots, two.Roots[0])
	assert.Equal(t, "roots[1].id", faults(t, two)[0].Field)
}

func TestDaysToCome(t *testing.T) {
	now := time.Date(2029, 5, 14, 23, 0, 0, 0, time.UTC)
	assert.Empty(t, Future(nil, "d", "2029-05-15", now), "a day of grace")
	assert.Len(t, Future(nil, "d", "2029-05-17", now), 1)
	assert.Len(t, Future(nil, "d", "2030", now), 1)
}

// What does not go together in a part is found wherever the part lies, with the way to it.
func TestPartsAreCheckedAcrossTheirFields(t *testing.T) {
	of := reading(roots.Segment{Feel: roots.Firm})
	of.NoneFound = true
	assert.Equal(t, "none_found", faults(t, of)[0].Field)
	assert.Equal(t, "reading.none_found", faults(t, struct {
		Reading roots.Reading `json:"reading"`
	}{of})[0].Field)
	assert.Equal(t, "all[1].none_found", faults(t, struct {
		All []roots.Reading `json:"all" validate:"dive"`
	}{[]roots.Reading{reading(roots.Segment{}), of}})[0].Field)
}
