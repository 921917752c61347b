// Package company is the routes of who else is at a plant: news, as it happens.
package company

import (
	"encoding/json"
	"fmt"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"

	"therapeon/api/wire"
	"therapeon/clinic/company"
	"therapeon/clinic/people"
)

// listening says where one listens from.
type listening struct {
	Tab   string `query:"tab" json:"-" description:"names the tab, which is not told of its own changes"`
	Plant int64  `query:"plant" json:"-" description:"at which plant one is: others there are told"`
	Since int64  `query:"since" json:"-" description:"the seq of the news that came last; left out: one has just loaded all"`
	Name  string `query:"name" json:"-" description:"who is at this machine; a session has its own"`
}

// eventStream is news, one after the other.
type eventStream struct{ company.News }

const (
	gatherFor     = 120 * time.Millisecond // what is changed together is told together
	breathEvery   = 25 * time.Second       // a sign of life, so that a dead line is found
	oneLineWithin = 10 * time.Second
	tryAgain      = time.Minute      // where all seats are taken
	listenFor     = 30 * time.Minute // then one comes again
)

// Routes are the operations of this room.
func Routes(hub *company.Hub) []wire.Operation {
	return []wire.Operation{
		wire.Streaming[listening, eventStream]("/events", "events", "What others change, as it happens; ends with the session",
			listenFor, func(c *echo.Context, in listening) error {
				v := wire.VisitOf(c)
				who, from := v.Who, ""
				if v.Asks {
					from = v.From
				}
				if who.Via == "session" {
					in.Name = who.Name
				}
				seat := hub.Sit(company.Guest{
					Tab: v.Tab(in.Tab), Name: in.Name, Session: who.Session, From: from,
					Plant: in.Plant, Since: in.Since,
				})
				if seat == nil {
					return people.TooSoon{Wait: tryAgain}
				}
				defer seat.Leave()
				return tell(c, seat)
			}),
	}
}

// tell writes news to who listens, each line with a deadline of its own, until either has enough.
func tell(c *echo.Context, seat *company.Seat) error {
	w := c.Response()
	to := http.NewResponseController(w)
	_ = to.SetReadDeadline(time.Time{}) // nothing more is read
	write := func(line string) bool {
		_ = to.SetWriteDeadline(time.Now().Add(oneLineWithin))
		_, err := fmt.Fprint(w, line)
		return err == nil && to.Flush() == nil
	}
	w.Header().Set("Content-Type", wire.EventStream)
	w.WriteHeader(http.StatusOK)
	breath := time.NewTicker(breathEvery)
	defer breath.Stop()
	enough := time.NewTimer(listenFor)
	defer enough.Stop()
	if !write("retry: 1000\n\n") {
		return nil
	}
	for {
		select {
		case <-c.Request().Context().Done():
			return nil
		case <-enough.C:
			return nil
		case <-breath.C:
			if !write(": here\n\n") {
				return nil
			}
		case <-seat.Wake():
			time.Sleep(gatherFor)
			news, is, open := seat.News()
			if !open {
				write("event: ended\ndata: {}\n\n")
				return nil
			}
			if !is {
				continue
			}
			line, err := json.Marshal(news)
			if err != nil {
				return err
			}
			if !write(fmt.Sprintf("id: %d\ndata: %s\n\n", news.Seq, line)) {
				return nil
			}
		}
	}
}
