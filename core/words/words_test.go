package words

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestTheEdgesOfWords(t *testing.T) {
	assert.Equal(t, []string{"", "a", "pH", "aB"}, []string{Lower(""), Lower("A"), Lower("pH"), Lower("aB")})
	assert.Equal(t, []string{"", "A", "Épi", "PH"}, []string{Upper(""), Upper("a"), Upper("épi"), Upper("pH")})
	assert.Equal(t, []string{"", "a", "a and b"}, []string{
		Join(nil, "and"), Join([]string{"a"}, "and"), Join([]string{"a", "b"}, "and"),
	})
}
