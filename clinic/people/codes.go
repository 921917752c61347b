package people

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"math/big"
	"strings"
	"sync"
	"time"

	"therapeon/clinic/check"
	"therapeon/ledger"
)

const (
	// CodeFor is how long a code holds.
	CodeFor      = 5 * time.Minute
	codeSigns    = 6
	wrongGuesses = 10 // then all codes are void: 10 in 30^6 is one in 73 million
	// signs are those that are not taken for each other, on a screen or by ear.
	signs = "23456789ABCDEFGHJKMNPQRSTVWXYZ"
)

// Code lets one phone join, once.
type Code struct {
	Code    string `json:"code" required:"true" description:"six signs to type"`
	Person  string `json:"person" required:"true" description:"who comes in by it"`
	Seconds int    `json:"seconds" required:"true" description:"how long it holds"`
}

// GiveCode says for whom a code is.
type GiveCode struct {
	PersonID int64 `json:"person_id" required:"true" validate:"min=1"`
}

// codes are those given out. They are kept in memory alone: a restart makes them void.
type codes struct {
	sync.Mutex
	of    []given
	wrong int
}

type given struct {
	hash   [sha256.Size]byte
	person int64
	until  time.Time
}

func newCodes() *codes { return &codes{} }

// newCode is six signs, each as likely as the others.
func newCode() (string, error) {
	var code strings.Builder
	for range codeSigns {
		n, err := rand.Int(rand.Reader, big.NewInt(int64(len(signs))))
		if err != nil {
			return "", err
		}
		code.WriteByte(signs[n.Int64()])
	}
	return code.String(), nil
}

// asGiven is a code as it was given out, however it was typed.
func asGiven(typed string) string {
	return strings.Map(func(r rune) rune {
		if r == ' ' || r == '-' {
			return -1
		}
		return r
	}, strings.ToUpper(typed))
}

func (c *codes) give(now time.Time, person int64, code string) {
	c.Lock()
	defer c.Unlock()
	var of []given
	for _, g := range c.of { // a new code for someone takes the place of the last
		if g.until.After(now) && g.person != person {
			of = append(of, g)
		}
	}
	if len(of) == 0 {
		c.wrong = 0
	}
	c.of = append(of, given{sha256.Sum256([]byte(code)), person, now.Add(CodeFor)})
}

// take uses a code up. It says for whom it was, or zero where there is none such.
func (c *codes) take(now time.Time, typed string) (person int64) {
	c.Lock()
	defer c.Unlock()
	hash := sha256.Sum256([]byte(asGiven(typed)))
	var left []given
	for _, g := range c.of {
		switch same := subtle.ConstantTimeCompare(g.hash[:], hash[:]) == 1; {
		case !g.until.After(now):
		case same:
			person = g.person
		default:
			left = append(left, g)
		}
	}
	c.of = left
	if person == 0 {
		if c.wrong++; c.wrong >= wrongGuesses {
			c.of = nil
		}
	}
	return person
}

// GiveCode gives out a code by which a phone joins for someone.
func (c *Service) GiveCode(ctx context.Context, g GiveCode) (Code, error) {
	if err := check.Input(g); err != nil {
		return Code{}, err
	}
	p, err := c.person(ctx, g.PersonID)
	if err != nil {
		return Code{}, err
	}
	code, err := newCode()
	if err != nil {
		return Code{}, err
	}
	err = c.Store(ctx, func(tx *ledger.Tx) error {
		tx.About(p.Name)
		return nil
	})
	if err == nil {
		c.codes.give(c.Now(), p.ID, code)
	}
	return Code{code, p.Name, int(CodeFor / time.Second)}, err
}
