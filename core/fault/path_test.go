package fault

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/message"
)

func TestPathsAreWrittenAsTheWireHasThem(t *testing.T) {
	var whole *Path
	assert.Empty(t, whole.String())
	assert.Equal(t, "roots[3].segments[0].length_mm",
		whole.Field("").Field("roots").Index(3).Field("segments").Index(0).Field("length_mm").String())
	assert.Equal(t, "findings[crumbles]", whole.Field("findings").Key("crumbles").String())
	assert.Equal(t, "[2].n", whole.Index(2).Field("n").String())
}

func TestFaultsUnderAField(t *testing.T) {
	list := List{
		{Field: "a", Words: message.Plain("too long"), Limit: message.Plain("9")},
		{Field: "b[1]", Words: message.Plain("not there")},
	}
	assert.Equal(t, "a: too long; b[1]: not there", list.Error())
	assert.Equal(t, "pot.a: too long; pot.b[1]: not there", list.Under("pot").Error())
	assert.Equal(t, "9", list.Under("pot")[0].Limit.Typed)
	assert.Equal(t, "a", list[0].Field, "the list itself is as it was")
}
