package wire

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"strconv"
	"strings"

	"github.com/labstack/echo/v5"

	"therapeon/clinic"
	"therapeon/clinic/people"
	"therapeon/clinic/record"
	"therapeon/core/fault"
)

// Problem is an error as RFC 9457 has it. Faults names each wrong value with
// its path, the limit and what was given.
type Problem struct {
	Type    string     `json:"type" required:"true" description:"what kind of problem, as a URN"`
	Title   string     `json:"title" required:"true"`
	Status  int        `json:"status" required:"true"`
	Detail  string     `json:"detail,omitempty" description:"what happened, and what is still safe"`
	Faults  fault.List `json:"faults,omitempty" description:"each wrong value"`
	More    int        `json:"more,omitempty" description:"so many wrong values besides"`
	Version int64      `json:"version,omitempty" description:"in a conflict: the version now"`
	Changes []string   `json:"changes,omitempty" description:"in a conflict: how what is there now differs from yours"`
	Theirs  []string   `json:"theirs,omitempty" description:"in a conflict: what was changed there since you loaded it, where that can still be told"`
	Yours   []string   `json:"yours,omitempty" description:"in a conflict: what you changed since"`
	By      []string   `json:"by,omitempty" description:"in a conflict: who changed it there, where that is known"`
	Apart   bool       `json:"apart,omitempty" description:"in a conflict: the two do not touch, so both can be kept by sending it again with both=true"`
	Seconds int        `json:"seconds,omitempty" description:"after too many tries: how long to wait"`
}

// ProblemJSON is the media type of a problem.
const ProblemJSON = "application/problem+json"

// OnceHeader names what is sent: it is kept once.
const OnceHeader = "Therapeon-Once"

// SecretPath begins the addresses that hold a secret of their own.
const SecretPath = "/api/v1/calendars/"

// problems are the kinds of errors that a client is told of, each with what it is told; the first that an
// error is of counts.
var problems = []func(error) (Problem, bool){
	keptProblem, stoppedProblem, valueProblem, visitorProblem, missingProblem, sentProblem, conflictProblem,
}

// problemOf turns an error into what the client is told.
func problemOf(err error) Problem {
	for _, of := range problems {
		if p, is := of(err); is {
			return p
		}
	}
	status := echo.StatusCode(err)
	if status == http.StatusRequestEntityTooLarge {
		return problemOf(Readable(err))
	}
	if status >= http.StatusBadRequest && status < http.StatusInternalServerError {
		return Problem{
			Type:   "about:blank",
			Title:  http.StatusText(status),
			Status: status,
			Detail: "See /api/openapi.json for what there is.",
		}
	}
	return Problem{Type: "about:blank", Title: "Something broke here", Status: http.StatusInternalServerError,
		Detail: "Nothing was saved by this request. What was answered before is safe."}
}

// keptProblem is of what was kept, though its answer failed.
func keptProblem(err error) (Problem, bool) {
	return Problem{
		Type:   "urn:therapeon:kept",
		Title:  "Saved, but not answered",
		Status: http.StatusInternalServerError,
		Detail: "It was saved, but the answer to it could not be made. Load it again before you go on.",
	}, errors.As(err, &afterwards{})
}

// stoppedProblem is of what the machine could not do.
func stoppedProblem(err error) (Problem, bool) {
	if errors.Is(err, clinic.ErrFull) {
		return Problem{
			Type:   "urn:therapeon:full",
			Title:  "The disk is full",
			Status: http.StatusInsufficientStorage,
			Detail: "Nothing was saved by this request. What was answered before is safe. Make room on the disk, then send it again.",
		}, true
	}
	return Problem{Type: "urn:therapeon:slow", Title: "This took too long", Status: http.StatusServiceUnavailable,
		Detail: "It was stopped, and nothing was saved by it. Try again, or ask for less."}, errors.Is(err, context.DeadlineExceeded)
}

// valueProblem is of values that do not fit, and of bodies that cannot be read.
func valueProblem(err error) (Problem, bool) {
	var faults fault.List
	var many manyFaults
	var unread unreadable
	errors.As(err, &many)
	if errors.As(err, &faults) {
		return Problem{
			Type:   "urn:therapeon:bad-value",
			Title:  "Some values do not fit",
			Status: http.StatusUnprocessableEntity,
			Detail: "Nothing was saved. Correct what is named and send it again.",
		}.with(faults, many.more), true
	}
	if !errors.As(err, &unread) {
		return Problem{}, false
	}
	return Problem{
		Type:   "urn:therapeon:unreadable",
		Title:  "The request cannot be read",
		Status: unread.status,
		Detail: unread.words,
	}.with(unread.faults, unread.more), true
}

// visitorProblem is of who asks, and of the door they came by.
func visitorProblem(err error) (Problem, bool) {
	var soon people.TooSoon
	p := Problem{Detail: inWords(err)}
	switch {
	case errors.As(err, &NotKnown{}), errors.Is(err, people.ErrWho):
		p.Type, p.Title, p.Status = "urn:therapeon:who", "Who are you?", http.StatusUnauthorized
	case errors.As(err, &NotTheirs{}), errors.As(err, &NotHere{}):
		p.Type, p.Title, p.Status = "urn:therapeon:not-yours", "The keeper's to do", http.StatusForbidden
	case errors.As(err, &NotOurs{}):
		p.Type, p.Title, p.Status = "urn:therapeon:address", "Not its address", http.StatusForbidden
	case errors.As(err, &soon):
		p.Type, p.Title, p.Status = "urn:therapeon:too-soon", "Too many tries", http.StatusTooManyRequests
		p.Seconds = soon.Seconds()
	default:
		return p, false
	}
	return p, true
}

// missingProblem is of what is not there.
func missingProblem(err error) (Problem, bool) {
	var missing record.Missing
	p := Problem{Type: "urn:therapeon:missing", Title: "Not found", Status: http.StatusNotFound}
	if errors.As(err, &missing) {
		p.Detail = missing.Error()
		return p, true
	}
	p.Detail = inWords(err)
	return p, errors.As(err, &people.NoSession{})
}

// sentProblem is of what was sent before under its name.
func sentProblem(err error) (Problem, bool) {
	if errors.Is(err, clinic.ErrSent) {
		return Problem{
			Type:   "urn:therapeon:sent",
			Title:  "Kept already",
			Status: http.StatusConflict,
			Detail: "It was kept when it was sent the first time. Load it again.",
		}, true
	}
	return Problem{
		Type:   "urn:therapeon:taken",
		Title:  "Not kept",
		Status: http.StatusConflict,
		Detail: "Something else was sent under the same name (" + OnceHeader + "). This was not kept. Send it under a name of its own.",
	}, errors.Is(err, clinic.ErrTaken)
}

// conflictProblem is of what was changed elsewhere meanwhile.
func conflictProblem(err error) (Problem, bool) {
	var conflict record.Conflict
	if !errors.As(err, &conflict) {
		return Problem{}, false
	}
	return Problem{
		Type:    "urn:therapeon:conflict",
		Title:   "Changed elsewhere",
		Status:  http.StatusConflict,
		Detail:  conflict.Error(),
		Version: conflict.Version,
		Changes: conflict.Differs,
		Theirs:  conflict.Theirs,
		Yours:   conflict.Yours,
		By:      conflict.By,
		Apart:   conflict.Apart,
	}, true
}

// with names the first of the faults, and says how many more there are.
func (p Problem) with(faults fault.List, more int) Problem {
	if len(faults) > mostFaults {
		more += len(faults) - mostFaults
		faults = faults[:mostFaults]
	}
	p.Faults, p.More = faults, more
	if more > 0 {
		p.Detail += fmt.Sprintf(" %d are named, and %d more are wrong.", len(faults), more)
	}
	return p
}

// inWords says why somebody did not come in, the same whatever was wrong.
func inWords(err error) string {
	if errors.Is(err, people.ErrWho) {
		return "That did not let you in. A name and its passphrase do, or a code that is shown now: a code holds " +
			"five minutes and works once."
	}
	return err.Error()
}

// named is a path as it is logged: without a secret.
func named(path string) string {
	if strings.HasPrefix(path, SecretPath) {
		return SecretPath + "…"
	}
	return path
}

// AnswerProblem is the server's error handler.
func AnswerProblem(c *echo.Context, err error) {
	if r, _ := echo.UnwrapResponse(c.Response()); r != nil && r.Committed {
		return
	}
	p := problemOf(err)
	if p.Status >= http.StatusInternalServerError && !errors.Is(err, context.Canceled) { // who asked has gone
		slog.Error("request failed", "method", c.Request().Method, "path", named(c.Request().URL.Path), "error", err)
	}
	if p.Seconds > 0 {
		c.Response().Header().Set("Retry-After", strconv.Itoa(p.Seconds))
	}
	body, err := json.Marshal(p)
	if err != nil {
		body = []byte(`{"type":"about:blank","title":"Something broke here","status":500}`)
	}
	if err := c.Blob(p.Status, ProblemJSON, body); err != nil {
		slog.Error("answer problem", "error", err)
	}
}
