// Package company is who else is at the bench, and what they change: each tab that listens has a
// seat, sees who sits at the same plant, and is told what was changed from elsewhere.
package company

import (
	"slices"
	"sync"

	"therapeon/ledger"
)

// News is what a seat is told: what was changed since it was told last, and who else is there.
type News struct {
	Seq    int64    `json:"seq" required:"true" description:"to be sent as since when one comes back"`
	Plants []int64  `json:"plants,omitempty" description:"of which something was changed"`
	House  []string `json:"house,omitempty" description:"what was changed that is of no plant: timers, people, place, stock, recipe, component, house"`
	All    bool     `json:"all,omitempty" description:"too long ago to tell: anything may have been changed"`
	Others []string `json:"others" required:"true" description:"who else is at the same plant; empty for one without a name"`
}

// Hub brings the seats together.
type Hub struct {
	mu     sync.Mutex
	seq    int64
	past   []event // the newest at the end
	seats  map[*Seat]bool
	closed bool
}

type event struct {
	seq int64
	of  ledger.Change
}

// mostPast is how many changes are remembered for who comes back.
const mostPast = 512

// New begins with nobody there. It counts from a number that no earlier run has come to: the
// milliseconds of its start.
func New(start int64) *Hub { return &Hub{seq: start, seats: map[*Seat]bool{}} }

// Seq is the number of the newest change.
func (h *Hub) Seq() int64 {
	h.mu.Lock()
	defer h.mu.Unlock()
	return h.seq
}

// Guest is who takes a seat.
type Guest struct {
	Tab     string // names the tab: it is not told of its own changes
	Name    string
	Session string // empty: none
	From    string // the address they come from; empty: they sit at this machine
	Plant   int64  // at which plant they are; 0: at none
	Since   int64  // what they were told last; 0: they have just loaded all
}

// Seat is where one tab listens.
type Seat struct {
	Guest
	hub    *Hub
	wake   chan struct{}
	told   int64
	others []string
	first  bool
	ended  bool
}

// How many may sit: tabs of a house, and not of the world. Those at this machine always find a seat.
const (
	mostSeats     = 256
	seatsHere     = 64 // of them are kept for this machine
	seatsASession = 12
	seatsFromOne  = 48 // address
)

// hasRoom holds where there is a seat for a guest.
func (h *Hub) hasRoom(g Guest) bool {
	var ofSession, fromThere int
	for s := range h.seats {
		if g.Session != "" && s.Session == g.Session {
			ofSession++
		}
		if s.From == g.From {
			fromThere++
		}
	}
	if g.From == "" {
		return len(h.seats) < mostSeats
	}
	return len(h.seats) < mostSeats-seatsHere && ofSession < seatsASession && fromThere < seatsFromOne
}

// Sit gives a guest a seat, or none where all are taken.
func (h *Hub) Sit(g Guest) *Seat {
	h.mu.Lock()
	defer h.mu.Unlock()
	if !h.hasRoom(g) {
		return nil
	}
	s := &Seat{Guest: g, hub: h, wake: make(chan struct{}, 1), told: g.Since, first: true, ended: h.closed}
	if g.Since == 0 {
		s.told = h.seq
	}
	h.seats[s] = true
	s.rouse()
	h.rouseAt(g.Plant)
	return s
}

// Leave gives the seat up.
func (s *Seat) Leave() {
	s.hub.mu.Lock()
	defer s.hub.mu.Unlock()
	delete(s.hub.seats, s)
	s.hub.rouseAt(s.Plant)
}

// Wake tells when there may be news.
func (s *Seat) Wake() <-chan struct{} { return s.wake }

// News is what is new to a seat, and whether anything is. It says false for open where the seat's
// session ended.
func (s *Seat) News() (n News, is, open bool) {
	h := s.hub
	h.mu.Lock()
	defer h.mu.Unlock()
	n = News{Seq: h.seq, Others: h.othersOf(s)}
	switch oldest := h.seq - int64(len(h.past)); {
	case s.told < oldest || s.told > h.seq: // of another run of the program
		n.All = true
	default:
		for _, e := range h.past[s.told-oldest:] {
			if e.of.Tab != "" && e.of.Tab == s.Tab {
				continue
			}
			n.House, n.Plants = withNew(n.House, e.of.House), withNew(n.Plants, e.of.Plants)
		}
	}
	is = s.first || n.All || len(n.House)+len(n.Plants) > 0 || !slices.Equal(n.Others, s.others)
	s.told, s.others, s.first = h.seq, n.Others, false
	return n, is, !s.ended
}

// withNew adds to a list what is not in it yet.
func withNew[T comparable](list, more []T) []T {
	for _, one := range more {
		if !slices.Contains(list, one) {
			list = append(list, one)
		}
	}
	return list
}

// Tell tells everyone of a change.
func (h *Hub) Tell(c ledger.Change) {
	h.mu.Lock()
	defer h.mu.Unlock()
	h.seq++
	h.past = append(h.past, event{h.seq, c})
	if len(h.past) > 2*mostPast {
		h.past = slices.Clone(h.past[len(h.past)-mostPast:])
	}
	for s := range h.seats {
		if c.Tab == "" || s.Tab != c.Tab {
			s.rouse()
		}
	}
}

// End ends the seats of a session.
func (h *Hub) End(session string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for s := range h.seats {
		if s.Session != "" && s.Session == session {
			s.ended = true
			s.rouse()
		}
	}
}

// Close ends all seats: the program stops.
func (h *Hub) Close() {
	h.mu.Lock()
	defer h.mu.Unlock()
	h.closed = true
	for s := range h.seats {
		s.ended = true
		s.rouse()
	}
}

func (s *Seat) rouse() {
	select {
	case s.wake <- struct{}{}:
	default: // it was roused already
	}
}

// rouseAt rouses those at a plant: somebody came or left.
func (h *Hub) rouseAt(plant int64) {
	if plant == 0 {
		return
	}
	for s := range h.seats {
		if s.Plant == plant {
			s.rouse()
		}
	}
}

// othersOf are the names of those at the same plant on other tabs, each once.
func (h *Hub) othersOf(of *Seat) []string {
	names := []string{}
	for s := range h.seats {
		if of.Plant != 0 && s.Plant == of.Plant && s.Tab != of.Tab && !slices.Contains(names, s.Name) {
			names = append(names, s.Name)
		}
	}
	slices.Sort(names)
	return names
}
