package people

import (
	"encoding/base64"
	"encoding/hex"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/crypto/argon2"

	"therapeon/language/english"
)

// The form in which a passphrase is kept is read as others write it: a string that the reference
// implementation's command line gives (echo -n "password" | argon2 somesalt -t 2 -m 16 -p 1 -id -e, from
// its test vectors, from memory), and one made here by the library's own call.
func TestAPassphraseIsReadAsOthersWriteIt(t *testing.T) {
	hash, err := hex.DecodeString("09316115d5cf24ed5a15a31a3ba326e5cf32edc24702987c02b6566f61913cf7")
	require.NoError(t, err)
	code := base64.RawStdEncoding.EncodeToString
	kept := fmt.Sprintf("$argon2id$v=19$m=65536,t=2,p=1$%s$%s", code([]byte("somesalt")), code(hash))
	assert.True(t, is(kept, "password"))
	assert.False(t, is(kept, "Password"))

	salt := []byte("sixteen bytes  !")
	other := argon2.IDKey([]byte("moss on a wet stone"), salt, 3, 8<<10, 2, 24)
	assert.True(t, is(fmt.Sprintf("$argon2id$v=19$m=8192,t=3,p=2$%s$%s", code(salt), code(other)), "moss on a wet stone"))
	for _, broken := range []string{"", "moss", "$argon2i$v=19$m=8,t=1,p=1$AA$AA", "$argon2id$v=19$m=8,t=0,p=1$AA$AA",
		"$argon2id$v=19$m=x$AA$AA", "$argon2id$v=19$m=8,t=1,p=1$?$AA", "$argon2id$v=19$m=8,t=1,p=1$AAAA$"} {
		assert.False(t, is(broken, ""), broken)
	}
	house := Service{turns: newTurns()}
	assert.False(t, is(house.nobodys(), ""), "nobody's passphrase is none")
}

// OWASP Password Storage Cheat Sheet, from memory: argon2id with at least 19 MiB and two passes, and
// a salt of its own for each.
func TestAPassphraseIsKeptAtACost(t *testing.T) {
	kept := hashed("moss on a wet stone", argonPasses)
	assert.True(t, is(kept, "moss on a wet stone"))
	assert.NotEqual(t, kept, hashed("moss on a wet stone", 1))
	assert.NotContains(t, kept, "moss")
	assert.GreaterOrEqual(t, argonKiB, 19*1024)
	assert.GreaterOrEqual(t, argonPasses, 2)
	assert.True(t, is(hashed("café on a wet stone", 1), "café on a wet stone"), "however a keyboard composes it")
}

func TestAPassphraseThatIsGuessedSoonIsRefused(t *testing.T) {
	c := Service{turns: newTurns()}
	c.Cheaply()
	for _, bad := range []string{
		"tiny", strings.Repeat("a", 40), "abcabcabcabc", "Password 1234", "mira mira mira", "mira 1234567890", "orchid orchid",
	} {
		_, err := c.newHash(t.Context(), "passphrase", "Mira", bad)
		require.Error(t, err, bad)
		assert.NotContains(t, english.Error(err), bad, "what was tried is never told again")
	}
	for _, good := range []string{"moss on a wet stone", "ßüöäéèêñçøåæ", strings.Repeat("long one ", 14)} {
		_, err := c.newHash(t.Context(), "passphrase", "Mira", good)
		require.NoError(t, err, good)
	}
}

// BenchmarkPassphrase is what one try costs whoever guesses. The bars are 200 to 600 ms.
func BenchmarkPassphrase(b *testing.B) {
	kept := hashed("four words of no kind", argonPasses)
	for b.Loop() {
		is(kept, "four words of some kind")
	}
}
