package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"

	"therapeon/clinic"
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
	eventsMedia   = "text/event-stream"
	gatherFor     = 120 * time.Millisecond // what is changed together is told together
	breathEvery   = 25 * time.Second       // a sign of life, so that a dead line is found
	oneLineWithin = 10 * time.Second
	tryAgain      = time.Minute      // where all seats are taken
	listenFor     = 30 * time.Minute // then one comes again
)

// streams holds for an operation that answers as long as one listens.
func (o operation) streams() bool {
	_, stream := o.out.(*eventStream)
	return stream
}

// events tells a tab what others change, and who else is at its plant.
func events(of *clinic.Clinic) operation {
	return operation{
		method: http.MethodGet, path: "/api/v1/events", id: "events",
		summary: "What others change, as it happens; ends with the session", status: http.StatusOK,
		in: new(listening), out: new(eventStream), within: new(listenFor),
		handle: func(c *echo.Context) error {
			var in listening
			if err := bind(c, &in); err != nil {
				return err
			}
			v := visitOf(c)
			who, from := v.who, ""
			if v.door.Asks {
				from = v.door.from(c.Request())
			}
			if who.Via == "session" {
				in.Name = who.Name
			}
			seat := of.Company.Sit(company.Guest{
				Tab: v.tab(in.Tab), Name: in.Name, Session: who.Session, From: from, Plant: in.Plant, Since: in.Since,
			})
			if seat == nil {
				return people.TooSoon{Wait: tryAgain}
			}
			defer seat.Leave()
			return tell(c, seat)
		},
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
	w.Header().Set("Content-Type", eventsMedia)
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
