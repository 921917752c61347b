package people

import (
	"context"
	"crypto/rand"
	"crypto/subtle"
	"encoding/base64"
	"fmt"
	"strings"
	"time"
	"unicode/utf8"

	"golang.org/x/crypto/argon2"
	"golang.org/x/text/unicode/norm"

	"therapeon/clinic/record"
	"therapeon/core/message"
)

// The cost of a passphrase, after the OWASP Password Storage Cheat Sheet, which asks for at least
// 19 MiB and two passes: as much memory, and as many passes as take about 0.3 s here.
const (
	argonKiB    = 19 << 10
	argonPasses = 16
	argonLanes  = 1
	saltBytes   = 16
	hashBytes   = 32
)

// fewestSigns is the shortest passphrase: OWASP ASVS 4.0.3, 2.1.1, from memory.
const fewestSigns = 12

// easy are passphrases long enough that are guessed first, from memory; without spaces and small.
var easy = []string{
	"123456789012", "1234567890123", "12345678901234", "123456123456", "111111111111", "000000000000",
	"passwordpassword", "password1234", "password12345", "password123456", "passwort1234", "passphrase123",
	"qwertyuiop12", "qwertyuiop123", "qwertyuiopasdfgh", "qwertyqwerty", "qwerty123456", "asdfghjkl123",
	"abcdefghijkl", "abcdefghijklm", "abcabcabcabc", "abcd12345678", "iloveyou1234", "letmeinletmein", "letmein12345",
	"adminadminadmin", "admin1234567", "administrator", "welcome12345", "correcthorsebatterystaple", "changemechangeme",
	"orchidorchid", "orchids12345", "phalaenopsis", "orchidaceae12", "therapeon123", "therapeontherapeon",
}

// plain is a passphrase as it is compared: however a keyboard composed its letters.
func plain(passphrase string) []byte { return []byte(norm.NFC.String(passphrase)) }

// hashed is a passphrase as it is kept, with its salt and its cost.
func hashed(passphrase string, passes uint32) string {
	salt := make([]byte, saltBytes)
	_, _ = rand.Read(salt) // it never fails
	hash := argon2.IDKey(plain(passphrase), salt, passes, argonKiB, argonLanes, hashBytes)
	code := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s",
		argon2.Version, argonKiB, passes, argonLanes, code(salt), code(hash))
}

// is holds where a passphrase is the one kept. What cannot be read is nobody's.
func is(kept, passphrase string) bool {
	parts := strings.Split(kept, "$")
	if len(parts) != 6 || parts[1] != "argon2id" {
		return false
	}
	var memory, passes uint32
	var lanes uint8
	if n, err := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &memory, &passes, &lanes); n != 3 || err != nil {
		return false
	}
	salt, err := base64.RawStdEncoding.DecodeString(parts[4])
	hash, err2 := base64.RawStdEncoding.DecodeString(parts[5])
	if err != nil || err2 != nil || len(hash) == 0 || lanes == 0 || passes == 0 {
		return false
	}
	now := argon2.IDKey(plain(passphrase), salt, passes, memory, lanes, uint32(len(hash)))
	return subtle.ConstantTimeCompare(now, hash) == 1
}

// nobodys is matched where there is no passphrase, and takes as long: no passphrase comes to it.
func (c *Service) nobodys() string {
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, argonKiB, c.turns.passes, argonLanes,
		strings.Repeat("A", base64.RawStdEncoding.EncodedLen(saltBytes)),
		strings.Repeat("A", base64.RawStdEncoding.EncodedLen(hashBytes)))
}

// turns are those in which passphrases are hashed: few at a time, so that many who try cannot take
// the memory of the machine; and one that is kept for who came in before.
type turns struct {
	strangers, known, waiting chan struct{}
	passes                    uint32
}

const (
	strangersTurns = 2
	mostWaiting    = 6 // strangers; who comes then is told to try again
	tryAgainIn     = 5 * time.Second
)

func newTurns() turns {
	return turns{
		make(chan struct{}, strangersTurns), make(chan struct{}, 1), make(chan struct{}, mostWaiting), argonPasses,
	}
}

// Cheaply makes passphrases cost little, for checks of other things.
func (c *Service) Cheaply() { c.turns.passes = 1 }

// inTurn works once it is one's turn.
func (c *Service) inTurn(ctx context.Context, known bool, work func()) error {
	line := c.turns.known
	if !known {
		line = c.turns.strangers
		select {
		case c.turns.waiting <- struct{}{}:
			defer func() { <-c.turns.waiting }()
		default:
			return TooSoon{tryAgainIn}
		}
	}
	select {
	case line <- struct{}{}:
		defer func() { <-line }()
	case <-ctx.Done():
		return ctx.Err()
	}
	work()
	return nil
}

func (c *Service) matches(ctx context.Context, known bool, kept, passphrase string) (right bool, err error) {
	err = c.inTurn(ctx, known, func() { right = is(kept, passphrase) })
	return right, err
}

// newHash is a new passphrase as it is kept, or a fault of the field: too short, or guessed first.
func (c *Service) newHash(ctx context.Context, field, name, passphrase string) (hash string, err error) {
	squeezed := strings.ToLower(strings.Join(strings.Fields(passphrase), ""))
	switch {
	case utf8.RuneCountInString(passphrase) < fewestSigns:
		return "", record.OneFault(field, message.Of("clinic.people.too-short-signs-or-more", message.Count("n", fewestSigns)),
			message.Of("clinic.people.at-least-signs", message.Count("n", fewestSigns)), nil)
	case isEasy(squeezed) || name != "" && strings.Trim(squeezed, strings.ToLower(name)+"0123456789") == "":
		return "", record.OneFault(field, message.Of("clinic.people.this-would-be-guessed-soon"),
			message.Of("clinic.people.one-that-is-not-guessed"), nil)
	}
	err = c.inTurn(ctx, true, func() { hash = hashed(passphrase, c.turns.passes) })
	return hash, err
}

func isEasy(squeezed string) bool {
	for _, e := range easy {
		if squeezed == e {
			return true
		}
	}
	few := map[rune]bool{}
	for _, sign := range squeezed {
		few[sign] = true
	}
	return len(few) < 4
}
