package cleaning

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/message"
)

// Each job that a timer goes with has a name for it, and one without a name has no timer.
func TestTimedJobsHaveANameForTheirTimer(t *testing.T) {
	for _, e := range slices.Concat(plans().Jobs, plans().Actions) {
		assert.Equal(t, job(e).Minutes > 0, !TimerOf(e.Code).Empty(), e.Code)
	}
	assert.Equal(t, message.Message{}, TimerOf("own-1"))
}
