package dates

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestPartialDates(t *testing.T) {
	for s, want := range map[string]string{
		"2029-05-14": "2029-05-14 to 2029-05-14", "2029-05": "2029-05-01 to 2029-05-31", "2029": "2029-01-01 to 2029-12-31",
		"2028-02": "2028-02-01 to 2028-02-29",
	} {
		first, last, ok := Span(s)
		assert.True(t, ok, s)
		assert.Equal(t, want, first.Format("2006-01-02")+" to "+last.Format("2006-01-02"))
	}
	for _, s := range []string{"", "14.05.2029", "2029-13", "2029-02-30", "0001", "soon"} {
		_, _, ok := Span(s)
		assert.False(t, ok, s)
	}
}

func ExampleBetween() {
	fmt.Println(Between("2030-02-26", "2030-03-05"), InWords("2030-03-05"), InWords("soon"))
	// Output: 7 5 Mar 2030 soon
}

// The first year that is taken for one, and what is no day.
func TestTheEdgesOfDays(t *testing.T) {
	for s, ok := range map[string]bool{"1900": true, "1899": false, "1900-01-01": true, "1899-12-31": false} {
		_, _, is := Span(s)
		assert.Equal(t, ok, is, s)
	}
	assert.Zero(t, Between("soon", "2030-03-05"))
	assert.Zero(t, Between("2030-03-05", "soon"))
	assert.InDelta(t, -7, Between("2030-03-05", "2030-02-26"), 0)
	assert.Equal(t, "2028-02-29", After("2028-02-28", 1))
	assert.Equal(t, "2027-12-31", After("2028-01-01", -1))
	assert.Equal(t, "soon", After("soon", 3))
}
