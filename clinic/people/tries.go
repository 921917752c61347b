package people

import (
	"fmt"
	"net/netip"
	"strings"
	"sync"
	"time"
)

// TooSoon says that too many tries went wrong, and when the next may be made.
type TooSoon struct{ Wait time.Duration }

// Seconds is the wait in whole seconds.
func (t TooSoon) Seconds() int { return int((t.Wait + time.Second - 1) / time.Second) }

func (t TooSoon) Error() string {
	return fmt.Sprintf("Too many tries went wrong. Wait %d seconds, then try again.", t.Seconds())
}

const (
	freeTries   = 3 // go wrong without a wait
	longestWait = 5 * time.Minute
	namesWait   = 30 * time.Second // a stranger shall not keep a keeper out for long
	triesFor    = time.Hour        // then they are forgotten
	mostTriers  = 4096
)

// tries slows down who guesses: each try that goes wrong doubles the wait before the next, for
// where it came from and for the name it was made under.
type tries struct {
	sync.Mutex
	of map[string]*trier
}

type trier struct {
	wrong int
	last  time.Time
	until time.Time
}

func newTries() *tries { return &tries{of: map[string]*trier{}} }

// keys are what tries are counted by.
func keys(from, name string) [2]string {
	return [2]string{"from " + near(from), "name " + strings.ToLower(name)}
}

// near is an address as it is counted: of IPv6 the network, for one machine has many.
func near(from string) string {
	at, err := netip.ParseAddr(from)
	if err != nil {
		return from
	}
	if at = at.Unmap(); at.Is4() {
		return at.String()
	}
	net, _ := at.WithZone("").Prefix(64)
	return net.String()
}

// begin refuses a try that comes too soon.
func (t *tries) begin(now time.Time, from, name string) error {
	t.Lock()
	defer t.Unlock()
	var wait time.Duration
	for _, key := range keys(from, name) {
		if of := t.of[key]; of != nil {
			wait = max(wait, of.until.Sub(now))
		}
	}
	if wait > 0 {
		return TooSoon{wait}
	}
	return nil
}

// wrong counts a try that went wrong.
func (t *tries) wrong(now time.Time, from, name string) {
	t.Lock()
	defer t.Unlock()
	t.forget(now)
	for i, key := range keys(from, name) {
		of := t.of[key]
		if of == nil {
			of = &trier{}
			t.of[key] = of
		}
		of.wrong, of.last = of.wrong+1, now
		if of.wrong >= freeTries {
			most := longestWait
			if i == 1 {
				most = namesWait
			}
			of.until = now.Add(min(most, time.Second<<min(20, of.wrong-freeTries+1)))
		}
	}
}

// right forgets the tries of who came in.
func (t *tries) right(from, name string) {
	t.Lock()
	defer t.Unlock()
	for _, key := range keys(from, name) {
		delete(t.of, key)
	}
}

// forget drops what is long past; and, of too many, the one that tried longest ago.
func (t *tries) forget(now time.Time) {
	oldest := ""
	for key, of := range t.of {
		if now.Sub(of.last) > triesFor {
			delete(t.of, key)
		} else if oldest == "" || of.last.Before(t.of[oldest].last) {
			oldest = key
		}
	}
	if len(t.of) >= mostTriers {
		delete(t.of, oldest)
	}
}
