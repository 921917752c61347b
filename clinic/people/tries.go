package people

import (
	"fmt"
	"net/netip"
	"sync"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/message"
)

// TooSoon says that too many tries went wrong, and when the next may be made.
type TooSoon struct{ Wait time.Duration }

// Seconds is the wait in whole seconds.
func (t TooSoon) Seconds() int { return int((t.Wait + time.Second - 1) / time.Second) }

func (t TooSoon) Error() string {
	return fmt.Sprintf("too many tries went wrong, wait %d seconds", t.Seconds())
}

// Message says how long to wait.
func (t TooSoon) Message() message.Message {
	return message.Of("clinic.people.too-many-tries-went-wrong", message.Count("n", t.Seconds()))
}

const (
	freeTries   = 3 // go wrong without a wait
	longestWait = 5 * time.Minute
	namesWait   = 30 * time.Second // a stranger shall not keep a keeper out for long
	triesFor    = time.Hour        // then they are forgotten
	mostTriers  = 4096
)

// tries slows down who guesses: each try that goes wrong doubles the wait before the next, for
// where it came from and for the name it was made under. A try counts as wrong from its beginning
// until it is known to be right, so that many at once are no more than one after the other.
type tries struct {
	sync.Mutex
	of   map[string]*trier
	came map[[2]string]time.Time // who came in, and from where: strangers do not keep them out
}

type trier struct {
	wrong int
	last  time.Time
	until time.Time
}

func newTries() *tries { return &tries{of: map[string]*trier{}, came: map[[2]string]time.Time{}} }

// keys are what tries are counted by.
func keys(from, name string) [2]string {
	return [2]string{"from " + near(from), "name " + check.Folded(name)}
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

// begin counts a try, or refuses one that comes too soon. It tells whether this one came in from
// here before: then only the tries from here slow it down.
func (t *tries) begin(now time.Time, from, name string) (known bool, err error) {
	t.Lock()
	defer t.Unlock()
	t.forget(now)
	all := keys(from, name)
	counted := all[:]
	if _, known = t.came[all]; known {
		counted = all[:1]
	}
	var wait time.Duration
	for _, key := range counted {
		if of := t.of[key]; of != nil {
			wait = max(wait, of.until.Sub(now))
		}
	}
	if wait > 0 {
		return known, TooSoon{wait}
	}
	for i, key := range counted {
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
	return known, nil
}

// right forgets the tries of who came in, and remembers that they did.
func (t *tries) right(now time.Time, from, name string) {
	t.Lock()
	defer t.Unlock()
	for _, key := range keys(from, name) {
		delete(t.of, key)
	}
	if name != "" && len(t.came) < mostTriers {
		t.came[keys(from, name)] = now
	}
}

// forget drops what is long past; and, of too many, those that tried longest ago.
func (t *tries) forget(now time.Time) {
	for key, of := range t.of {
		if now.Sub(of.last) > triesFor {
			delete(t.of, key)
		}
	}
	for len(t.of) >= mostTriers {
		oldest := ""
		for key, of := range t.of {
			if oldest == "" || of.last.Before(t.of[oldest].last) {
				oldest = key
			}
		}
		delete(t.of, oldest)
	}
	for key, at := range t.came {
		if now.Sub(at) > idleSession {
			delete(t.came, key)
		}
	}
}
