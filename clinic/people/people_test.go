package people

import (
	"context"
	"errors"
	"fmt"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/record"
	"therapeon/language/english"
	"therapeon/ledger"
)

// house is a house whose clock is turned by hand.
type house struct {
	*testing.T
	Service
	now   time.Time
	ended []string
}

const right = "moss on a wet stone"

func newHouse(t *testing.T) *house {
	t.Helper()
	l, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	t.Cleanup(func() { _ = l.Close() })
	h := &house{T: t, now: time.Now()}
	h.Service = New(record.Over(l, record.Keeper{
		Now: func() time.Time { return h.now }, End: func(id string) { h.ended = append(h.ended, id) },
	}))
	h.Cheaply()
	_, err = h.AddPerson(h.ctx("addPerson"), AddPerson{Name: "Mira", Role: Keeper, Passphrase: right})
	require.NoError(t, err)
	_, err = h.AddPerson(h.ctx("addPerson"), AddPerson{Name: "Jon", Role: Helper})
	require.NoError(t, err)
	return h
}

func (h *house) ctx(did string) context.Context {
	return ledger.As(h.Context(), ledger.Act{Via: "machine", Did: did, At: h.Stamp()})
}

func (h *house) code(person int64) string {
	h.Helper()
	c, err := h.GiveCode(h.ctx("giveCode"), GiveCode{person})
	require.NoError(h, err)
	return c.Code
}

func (h *house) joins(code string) (Let, error) {
	return h.Join(h.Context(), Asker{"192.0.2.7", "a phone"}, Join{code})
}

func (h *house) enters(token string) Visitor {
	h.Helper()
	who, err := h.Enter(h.Context(), token)
	require.NoError(h, err)
	return who
}

func TestAPhoneJoinsOnceByACode(t *testing.T) {
	h := newHouse(t)
	code := h.code(2)
	require.Len(t, code, 6)
	let, err := h.joins(strings.ToLower(code[:3]) + " " + code[3:])
	require.NoError(t, err)
	assert.Equal(t, "Jon", let.Who.Name)
	assert.Equal(t, Helper, h.enters(let.Token).Role)
	_, err = h.joins(code)
	require.ErrorIs(t, err, ErrWho, "used twice")

	late := h.code(2)
	h.now = h.now.Add(5 * time.Minute)
	_, err = h.joins(late)
	require.ErrorIs(t, err, ErrWho, "late")

	first, second := h.code(2), h.code(2)
	_, err = h.joins(first)
	require.ErrorIs(t, err, ErrWho, "a new code takes the place of the last")
	h.now = h.now.Add(time.Hour)
	_, err = h.joins(second)
	require.ErrorIs(t, err, ErrWho)
}

func TestWhoGuessesCodesGetsNowhere(t *testing.T) {
	h := newHouse(t)
	code := h.code(2)
	for range wrongGuesses {
		_, err := h.joins("222222")
		for {
			soon, ok := err.(TooSoon) //nolint:errorlint // it is what comes
			if !ok {
				break
			}
			h.now = h.now.Add(min(soon.Wait, time.Second)) // the code still holds
			_, err = h.joins("222222")
		}
		require.ErrorIs(t, err, ErrWho)
		if time.Until(h.now) > 4*time.Minute {
			break
		}
	}
	_, err := h.Join(h.Context(), Asker{"198.51.100.9", "another phone"}, Join{code})
	require.Error(t, err, "after so many guesses all codes are void")
	seen := map[rune]bool{}
	for range 300 {
		c, err := newCode()
		require.NoError(t, err)
		for _, sign := range c {
			seen[sign] = true
		}
	}
	assert.Len(t, seen, len(signs), "all signs are used")
}

func TestWhoSignsInWithWrongPassphrasesIsSlowed(t *testing.T) {
	h := newHouse(t)
	try := func(from, name, passphrase string) error {
		_, err := h.SignIn(h.Context(), Asker{from, "x"}, SignIn{name, passphrase})
		return err
	}
	for range freeTries {
		require.ErrorIs(t, try("192.0.2.7", "Mira", "not the one at all"), ErrWho)
	}
	var soon TooSoon
	require.ErrorAs(t, try("192.0.2.7", "Mira", right), &soon, "even the right one has to wait")
	assert.Equal(t, 2*time.Second, soon.Wait)
	require.ErrorAs(t, try("198.51.100.9", "Mira", right), &soon, "from elsewhere too")
	require.ErrorIs(t, try("198.51.100.9", "Nobody", right), ErrWho)
	h.now = h.now.Add(2 * time.Second)
	require.NoError(t, try("192.0.2.7", "mira", right))
	require.ErrorIs(t, try("192.0.2.7", "Jon", right), ErrWho, "a helper has none")

	was := time.Duration(0)
	for range 12 {
		_, err := h.tries.begin(h.now, "203.0.113.5", "")
		require.NoError(t, err)
		if _, err = h.tries.begin(h.now, "203.0.113.5", ""); err == nil {
			continue
		}
		require.ErrorAs(t, err, &soon)
		assert.GreaterOrEqual(t, soon.Wait, was)
		was = soon.Wait
		h.now = h.now.Add(was)
	}
	assert.Equal(t, longestWait, was)
	assert.Equal(t, near("2001:db8::1"), near("2001:db8::ffff:1"), "one machine has many of them")
	for i := range mostTriers + 10 {
		_, err := h.tries.begin(h.now.Add(time.Duration(i)), fmt.Sprint("198.51.100.", i), strings.Repeat("n", i))
		require.NoError(t, err)
	}
	assert.LessOrEqual(t, len(h.tries.of), mostTriers+1)
}

// Sixty tries at once are no more than sixty one after the other: few are tried, each is a line of the
// log, and the keeper comes in from where they came in before.
func TestManyTriesAtOnceDoNotKeepTheKeeperOut(t *testing.T) {
	h := newHouse(t)
	_, err := h.SignIn(h.Context(), Asker{"192.0.2.7", "x"}, SignIn{"Mira", right})
	require.NoError(t, err)
	ctx := ledger.As(h.Context(), ledger.Act{Did: "signIn", Once: &ledger.Once{Name: "one for all"}})
	tried := make(chan error)
	for range 60 {
		go func() {
			_, err := h.SignIn(ctx, Asker{"203.0.113.5", "x"}, SignIn{"Mira", "not the one at all"})
			tried <- err
		}()
	}
	_, err = h.SignIn(h.Context(), Asker{"192.0.2.7", "x"}, SignIn{"Mira", right})
	require.NoError(t, err)
	wrong := 0
	for range 60 {
		var soon TooSoon
		if err := <-tried; !errors.As(err, &soon) {
			require.ErrorIs(t, err, ErrWho)
			wrong++
		}
	}
	assert.LessOrEqual(t, wrong, freeTries)
	lines := 0
	log, err := h.Log(h.Context(), 0, 0)
	require.NoError(t, err)
	for _, l := range log {
		if l.Did == "wrong-passphrase" {
			lines++
		}
	}
	assert.Equal(t, wrong, lines, "each try is a line, under whichever name it was sent")
}

// One name does not look like another's.
func TestNamesThatLookAlikeAreOneName(t *testing.T) {
	h := newHouse(t)
	for _, alike := range []string{"MIRA", "Ｍira", "  mira", "Mi\u200bra", "Mira\u2060", "\u202eariM", "Mi\rra", "Mi\nra"} {
		_, err := h.AddPerson(h.ctx("addPerson"), AddPerson{Name: alike, Role: Helper})
		assert.Error(t, err, "%q", alike)
	}
	_, err := h.AddPerson(h.ctx("addPerson"), AddPerson{Name: "Miira", Role: Helper})
	assert.NoError(t, err)
}

// A session is never begun with a token that was sent: session fixation.
func TestASessionHasATokenOfItsOwnAndEnds(t *testing.T) {
	h := newHouse(t)
	assert.Empty(t, h.enters("chosen-by-someone").Via)
	one, err := h.joins(h.code(2))
	require.NoError(t, err)
	two, err := h.joins(h.code(2))
	require.NoError(t, err)
	assert.NotEqual(t, one.Token, two.Token)
	assert.Empty(t, h.enters("chosen-by-someone").Via)

	list, err := h.Sessions(t.Context(), h.enters(one.Token))
	require.NoError(t, err)
	assert.Len(t, list, 2)
	assert.Equal(t, "A browser on something unknown", english.Say(list[0].On), "in words, of what the browser said")
	assert.Equal(t, "Chrome on an Android phone",
		english.Say(inWords("Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/130.0 Mobile Safari/537.36")))
	assert.Equal(t, "Safari on an iPhone",
		english.Say(inWords("Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) Version/18.0 Mobile/15E148 Safari/604.1")))
	mira, err := h.SignIn(t.Context(), Asker{"192.0.2.1", "a laptop"}, SignIn{"Mira", right})
	require.NoError(t, err)
	list, err = h.Sessions(t.Context(), h.enters(one.Token))
	require.NoError(t, err)
	assert.Len(t, list, 2, "a helper sees their own")
	require.Error(t, h.EndSession(h.ctx("endSession"), h.enters(one.Token), mira.Who.Session), "and ends no other's")
	require.NoError(t, h.EndSession(h.ctx("endSession"), h.enters(mira.Token), one.Who.Session))
	assert.Empty(t, h.enters(one.Token).Via)
	assert.Equal(t, "Jon", h.enters(two.Token).Name)
	assert.Equal(t, []string{one.Who.Session}, h.ended, "who listens is told")

	// What is kept lets nobody in, neither as a token nor as a passphrase.
	rows, err := record.Read(t.Context(), h.Keeper, func(tx *ledger.Tx) ([]ledger.Session, error) {
		return tx.Access().Sessions(t.Context(), h.now.Unix())
	})
	for _, row := range rows {
		assert.NotContains(t, string(row.Data)+row.Token, two.Token)
		assert.Empty(t, h.enters(row.Token).Via)
	}
	require.NoError(t, err)
}

func TestSessionsRunOut(t *testing.T) {
	h := newHouse(t)
	let, err := h.joins(h.code(2))
	require.NoError(t, err)
	// The kept library reads the machine's own clock: what it wrote is looked at by ours.
	h.now = h.now.Add(idleSession + time.Minute)
	assert.Empty(t, h.enters(let.Token).Via, "unused for a month")
	require.NoError(t, h.Tidy(t.Context()))
	list, err := h.Sessions(t.Context(), Visitor{Role: Keeper})
	require.NoError(t, err)
	assert.Empty(t, list)
}

func TestWhoLeavesOrIsAKeeperNoMoreIsSignedOut(t *testing.T) {
	h := newHouse(t)
	jon, err := h.joins(h.code(2))
	require.NoError(t, err)
	mira, err := h.SignIn(t.Context(), Asker{"192.0.2.1", "x"}, SignIn{"Mira", right})
	require.NoError(t, err)
	_, err = h.ChangePerson(t.Context(), 1, ChangePerson{Name: "Mira", Role: Helper})
	require.Contains(t, english.Error(err), "Nobody could sign in")
	assert.Equal(t, Keeper, h.enters(mira.Token).Role)
	_, err = h.ChangePerson(t.Context(), 2, ChangePerson{Name: "Jon", Role: Helper, Gone: true})
	require.NoError(t, err)
	assert.Empty(t, h.enters(jon.Token).Via)
	_, err = h.GiveCode(h.ctx("giveCode"), GiveCode{2})
	require.Error(t, err)
	_, err = h.AddPerson(h.ctx("addPerson"), AddPerson{Name: " mira ", Role: Helper})
	require.Contains(t, english.Error(err), "name already")
}

func TestAPassphraseIsChangedWithTheOneBefore(t *testing.T) {
	h := newHouse(t)
	one, err := h.SignIn(t.Context(), Asker{"192.0.2.1", "x"}, SignIn{"Mira", right})
	require.NoError(t, err)
	two, err := h.SignIn(t.Context(), Asker{"192.0.2.2", "y"}, SignIn{"Mira", right})
	require.NoError(t, err)
	next := "a stone under wet moss"
	change := func(old, next string) error {
		return h.ChangePassphrase(t.Context(), one.Who, "192.0.2.1", 1, ChangePassphrase{old, next})
	}
	require.Contains(t, english.Error(change("", next)), "not the passphrase")
	require.Contains(t, english.Error(change("wrong one of length", next)), "not the passphrase")
	require.Contains(t, english.Error(change(right, "short")), "Too short")
	require.Error(t, h.ChangePassphrase(t.Context(), one.Who, "x", 2, ChangePassphrase{"", next}), "another's")
	require.NoError(t, change(right, next))
	assert.Equal(t, "Mira", h.enters(one.Token).Name)
	assert.Empty(t, h.enters(two.Token).Via, "all others are signed out")
	_, err = h.SignIn(t.Context(), Asker{"192.0.2.3", "z"}, SignIn{"Mira", right})
	require.ErrorIs(t, err, ErrWho)

	require.NoError(t, h.ResetPassphrase(h.ctx("resetPassphrase"), "Mira", "forgotten and found again"))
	assert.Empty(t, h.enters(one.Token).Via)
	require.Error(t, h.ResetPassphrase(h.ctx("resetPassphrase"), "Jon", "forgotten and found again"))
	log, err := h.Log(t.Context(), 0, 0)
	require.NoError(t, err)
	for _, l := range log {
		assert.NotContains(t, english.Say(l.Note)+l.Person, right)
		assert.NotContains(t, english.Say(l.Note)+l.Person, next)
	}
}

func TestADevicesTokenIsEnded(t *testing.T) {
	h := newHouse(t)
	_, err := h.AddDevice(h.ctx("addDevice"), AddDevice{Name: "Shed", Does: "logger", PlaceID: 9})
	require.Error(t, err, "a place that is not there")
	d, err := h.AddDevice(h.ctx("addDevice"), AddDevice{Name: "Kitchen", Does: "scale"})
	require.NoError(t, err)
	who, err := h.EnterDevice(t.Context(), d.Token)
	require.NoError(t, err)
	assert.Equal(t, "Kitchen", who.Name)
	require.NoError(t, h.EndDevice(h.ctx("endDevice"), d.ID))
	who, err = h.EnterDevice(t.Context(), d.Token)
	require.NoError(t, err)
	assert.Empty(t, who.Via)
	require.Error(t, h.EndDevice(h.ctx("endDevice"), d.ID))
}
