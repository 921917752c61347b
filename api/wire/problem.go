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

// problemOf turns an error into what the client is told.
func problemOf(err error) Problem {
	var faults fault.List
	var many manyFaults
	var unread unreadable
	var missing record.Missing
	var conflict record.Conflict
	var later afterwards
	var soon people.TooSoon
	errors.As(err, &many)
	switch {
	case errors.As(err, &later):
		return Problem{
			Type:   "urn:therapeon:kept",
			Title:  "Saved, but not answered",
			Status: http.StatusInternalServerError,
			Detail: "It was saved, but the answer to it could not be made. Load it again before you go on.",
		}
	case errors.Is(err, clinic.ErrFull):
		return Problem{
			Type:   "urn:therapeon:full",
			Title:  "The disk is full",
			Status: http.StatusInsufficientStorage,
			Detail: "Nothing was saved by this request. What was answered before is safe. Make room on the disk, then send it again.",
		}
	case errors.Is(err, context.DeadlineExceeded):
		return Problem{Type: "urn:therapeon:slow", Title: "This took too long", Status: http.StatusServiceUnavailable,
			Detail: "It was stopped, and nothing was saved by it. Try again, or ask for less."}
	case errors.As(err, &faults):
		return Problem{
			Type:   "urn:therapeon:bad-value",
			Title:  "Some values do not fit",
			Status: http.StatusUnprocessableEntity,
			Detail: "Nothing was saved. Correct what is named and send it again.",
		}.with(faults, many.more)
	case errors.As(err, &unread):
		return Problem{
			Type:   "urn:therapeon:unreadable",
			Title:  "The request cannot be read",
			Status: unread.status,
			Detail: unread.words,
		}.with(unread.faults, unread.more)
	case errors.As(err, &missing):
		return Problem{
			Type:   "urn:therapeon:missing",
			Title:  "Not found",
			Status: http.StatusNotFound,
			Detail: missing.Error(),
		}
	case errors.As(err, &NotKnown{}), errors.Is(err, people.ErrWho):
		return Problem{Type: "urn:therapeon:who", Title: "Who are you?", Status: http.StatusUnauthorized, Detail: inWords(err)}
	case errors.As(err, &NotTheirs{}), errors.As(err, &NotHere{}):
		return Problem{
			Type:   "urn:therapeon:not-yours",
			Title:  "The keeper's to do",
			Status: http.StatusForbidden,
			Detail: err.Error(),
		}
	case errors.As(err, &NotOurs{}):
		return Problem{
			Type:   "urn:therapeon:address",
			Title:  "Not its address",
			Status: http.StatusForbidden,
			Detail: inWords(err),
		}
	case errors.As(err, &soon):
		return Problem{
			Type:    "urn:therapeon:too-soon",
			Title:   "Too many tries",
			Status:  http.StatusTooManyRequests,
			Detail:  soon.Error(),
			Seconds: soon.Seconds(),
		}
	case errors.As(err, &people.NoSession{}):
		return Problem{Type: "urn:therapeon:missing", Title: "Not found", Status: http.StatusNotFound, Detail: inWords(err)}
	case errors.Is(err, clinic.ErrSent):
		return Problem{
			Type:   "urn:therapeon:sent",
			Title:  "Kept already",
			Status: http.StatusConflict,
			Detail: "It was kept when it was sent the first time. Load it again.",
		}
	case errors.Is(err, clinic.ErrTaken):
		return Problem{
			Type:   "urn:therapeon:taken",
			Title:  "Not kept",
			Status: http.StatusConflict,
			Detail: "Something else was sent under the same name (" + OnceHeader + "). This was not kept. Send it under a name of its own.",
		}
	case errors.As(err, &conflict):
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
		}
	}
	status := echo.StatusCode(err)
	if status == http.StatusRequestEntityTooLarge {
		return problemOf(Readable(err))
	}
	if status >= 400 && status < 500 {
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
