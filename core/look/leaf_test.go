package look_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/look"
	"therapeon/language/english"
)

func TestTheNewestLeafAgainstTheOneBefore(t *testing.T) {
	smaller, alike := true, false
	assert.Equal(t, "Smaller: stress in the months when it formed.", english.Say(look.LeafWords(&smaller)))
	assert.Equal(t, "As large as the last.", english.Say(look.LeafWords(&alike)))
	assert.True(t, look.LeafWords(nil).IsZero())
}
