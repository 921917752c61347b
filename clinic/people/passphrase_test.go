package people

import (
	"encoding/hex"
	"testing"

	"github.com/stretchr/testify/assert"
	"golang.org/x/crypto/argon2"
)

// BenchmarkPassphrase is what one try costs whoever guesses. The bars are 200 to 600 ms.
func BenchmarkPassphrase(b *testing.B) {
	kept := hashed("four words of no kind")
	for b.Loop() {
		is(kept, "four words of some kind")
	}
}

var _ = hex.EncodeToString
var _ = assert.Equal
var _ = argon2.Version
