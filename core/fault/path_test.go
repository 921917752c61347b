package fault

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestPathsAreWrittenAsTheWireHasThem(t *testing.T) {
	var whole *Path
	assert.Empty(t, whole.String())
	assert.Equal(t, "roots[3].segments[0].length_mm",
		whole.Field("").Field("roots").Index(3).Field("segments").Index(0).Field("length_mm").String())
	assert.Equal(t, "findings[crumbles]", whole.Field("findings").Key("crumbles").String())
	assert.Equal(t, "[2].n", whole.Index(2).Field("n").String())
}
