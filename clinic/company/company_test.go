package company

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/ledger"
)

// news is what a seat is told when it is roused.
func news(t *testing.T, s *Seat) News {
	t.Helper()
	select {
	case <-s.Wake():
	default:
		require.Fail(t, "nobody roused it")
	}
	n, is, open := s.News()
	require.True(t, is)
	require.True(t, open)
	return n
}

func quiet(t *testing.T, s *Seat) {
	t.Helper()
	select {
	case <-s.Wake():
		_, is, _ := s.News()
		assert.False(t, is)
	default:
	}
}

func TestEachSeesThatTheOtherIsThere(t *testing.T) {
	h := New(0)
	ada := h.Sit(Guest{Tab: "a", Name: "Ada", Plant: 7})
	assert.Empty(t, news(t, ada).Others)
	ben := h.Sit(Guest{Tab: "b", Name: "Ben", Plant: 7})
	assert.Equal(t, []string{"Ada"}, news(t, ben).Others)
	assert.Equal(t, []string{"Ben"}, news(t, ada).Others)
	elsewhere := h.Sit(Guest{Tab: "c", Name: "Cy", Plant: 8})
	assert.Empty(t, news(t, elsewhere).Others)
	quiet(t, ada)
	ben.Leave()
	assert.Empty(t, news(t, ada).Others)
	again := h.Sit(Guest{Tab: "a", Name: "Ada", Plant: 7})
	assert.Empty(t, news(t, again).Others, "a tab that comes back is not its own company")
}

func TestOneIsToldWhatOthersChangedAndNotOnesOwn(t *testing.T) {
	h := New(0)
	s := h.Sit(Guest{Tab: "a"})
	news(t, s)
	h.Tell(ledger.Change{Plants: []int64{1}, Tab: "a"})
	quiet(t, s)
	h.Tell(ledger.Change{Plants: []int64{1, 2}, Tab: "b"})
	h.Tell(ledger.Change{House: []string{"timers"}, Plants: []int64{2}})
	n := news(t, s)
	assert.Equal(t, []int64{1, 2}, n.Plants)
	assert.Equal(t, []string{"timers"}, n.House)
	assert.EqualValues(t, 3, n.Seq)

	s.Leave()
	h.Tell(ledger.Change{Plants: []int64{9}, Tab: "b"})
	back := h.Sit(Guest{Tab: "a", Since: n.Seq})
	assert.Equal(t, []int64{9}, news(t, back).Plants, "what was missed is told")
	assert.True(t, news(t, h.Sit(Guest{Tab: "a", Since: 99})).All, "the program was started anew meanwhile")
	for range 3 * mostPast {
		h.Tell(ledger.Change{Plants: []int64{3}})
	}
	assert.True(t, news(t, h.Sit(Guest{Tab: "d", Since: 1})).All, "too much was changed to tell")
}

func TestThereAreSoManySeats(t *testing.T) {
	h := New(0)
	for range mostSeats {
		require.NotNil(t, h.Sit(Guest{}))
	}
	assert.Nil(t, h.Sit(Guest{}))
}

func TestAnEndedSessionsSeatsEnd(t *testing.T) {
	h := New(0)
	one, other := h.Sit(Guest{Tab: "a", Session: "s"}), h.Sit(Guest{Tab: "b"})
	h.End("s")
	_, _, open := one.News()
	assert.False(t, open)
	_, _, open = other.News()
	assert.True(t, open)
	h.Close()
	_, _, open = other.News()
	assert.False(t, open)
	_, _, open = h.Sit(Guest{Tab: "c"}).News()
	assert.False(t, open, "the program stops")
}

// Whatever is changed, and however often one comes back, each change by others is told, once.
func TestNothingIsMissedByWhoComesBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := New(0)
		h.Tell(ledger.Change{})
		s := h.Sit(Guest{Tab: "me"})
		n, _, _ := s.News()
		want, got := map[int64]int{}, map[int64]int{}
		hear := func() {
			next, _, _ := s.News()
			for _, id := range next.Plants {
				got[id]++
			}
			n = next
		}
		for id := range int64(rapid.IntRange(0, 40).Draw(t, "changes")) {
			switch rapid.IntRange(0, 3).Draw(t, "then") {
			case 0:
				hear()
			case 1:
				hear()
				s.Leave()
				s = h.Sit(Guest{Tab: "me", Since: n.Seq})
			}
			tab := rapid.SampledFrom([]string{"me", "other", ""}).Draw(t, "tab")
			if tab != "me" {
				want[id+1] = 1
			}
			h.Tell(ledger.Change{Plants: []int64{id + 1}, Tab: tab})
		}
		hear()
		assert.Equal(t, want, got)
	})
}

// One session, or one address, does not take all seats; those at this machine always find one.
func TestNobodyTakesAllSeats(t *testing.T) {
	h := New(0)
	sat := func(g Guest, tries int) (n int) {
		for range tries {
			if h.Sit(g) != nil {
				n++
			}
		}
		return n
	}
	assert.Equal(t, seatsASession, sat(Guest{Session: "a", From: "192.0.2.1"}, mostSeats))
	assert.Equal(t, seatsFromOne-seatsASession, sat(Guest{From: "192.0.2.1"}, mostSeats), "however many sessions are there")
	for n := range mostSeats {
		sat(Guest{Session: fmt.Sprint(n), From: fmt.Sprint("198.51.100.", n)}, 1)
	}
	assert.Zero(t, sat(Guest{Session: "new", From: "203.0.113.1"}, 1))
	assert.Equal(t, seatsHere, sat(Guest{}, mostSeats))
}
