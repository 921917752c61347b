package wire

import (
	"context"
	"errors"
	"log/slog"
	"net/http"
	"strconv"
	"strings"

	"github.com/labstack/echo/v5"

	"therapeon/clinic"
	"therapeon/clinic/people"
	"therapeon/clinic/record"
	"therapeon/core/fault"
	"therapeon/core/message"
)

// Problem is an error as RFC 9457 has it. Faults names each wrong value with
// its path, the limit and what was given.
type Problem struct {
	Type    string            `json:"type" required:"true" description:"what kind of problem, as a URN"`
	Title   message.Message   `json:"title" required:"true"`
	Status  int               `json:"status" required:"true"`
	Detail  message.Message   `json:"detail,omitzero" description:"what happened, and what is still safe"`
	Faults  fault.List        `json:"faults,omitempty" description:"each wrong value"`
	More    int               `json:"more,omitempty" description:"so many wrong values besides"`
	Version int64             `json:"version,omitempty" description:"in a conflict: the version now"`
	Changes []message.Message `json:"changes,omitempty" description:"in a conflict: how what is there now differs from yours"`
	Theirs  []message.Message `json:"theirs,omitempty" description:"in a conflict: what was changed there since you loaded it, where that can still be told"`
	Yours   []message.Message `json:"yours,omitempty" description:"in a conflict: what you changed since"`
	By      []string          `json:"by,omitempty" description:"in a conflict: who changed it there, where that is known"`
	Apart   bool              `json:"apart,omitempty" description:"in a conflict: the two do not touch, so both can be kept by sending it again with both=true"`
	Seconds int               `json:"seconds,omitempty" description:"after too many tries: how long to wait"`
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
			Title:  message.Plain(http.StatusText(status)),
			Status: status,
			Detail: message.Of("api.see-api-openapi-json-for"),
		}
	}
	return Problem{Type: "about:blank", Title: message.Of("api.something-broke-here"), Status: http.StatusInternalServerError,
		Detail: message.Of("api.nothing-was-saved-by-this")}
}

// keptProblem is of what was kept, though its answer failed.
func keptProblem(err error) (Problem, bool) {
	return Problem{
		Type:   "urn:therapeon:kept",
		Title:  message.Of("api.saved-but-not-answered"),
		Status: http.StatusInternalServerError,
		Detail: message.Of("api.it-was-saved-but-the"),
	}, errors.As(err, &afterwards{})
}

// stoppedProblem is of what the machine could not do.
func stoppedProblem(err error) (Problem, bool) {
	if errors.Is(err, clinic.ErrFull) {
		return Problem{
			Type:   "urn:therapeon:full",
			Title:  message.Of("api.the-disk-is-full"),
			Status: http.StatusInsufficientStorage,
			Detail: message.Of("api.nothing-was-saved-by-this-2"),
		}, true
	}
	return Problem{Type: "urn:therapeon:slow", Title: message.Of("api.this-took-too-long"), Status: http.StatusServiceUnavailable,
		Detail: message.Of("api.it-was-stopped-and-nothing")}, errors.Is(err, context.DeadlineExceeded)
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
			Title:  message.Of("api.some-values-do-not-fit"),
			Status: http.StatusUnprocessableEntity,
			Detail: message.Of("api.nothing-was-saved-correct-what"),
		}.with(faults, many.more), true
	}
	if !errors.As(err, &unread) {
		return Problem{}, false
	}
	return Problem{
		Type:   "urn:therapeon:unreadable",
		Title:  message.Of("api.the-request-cannot-be-read"),
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
		p.Type, p.Title, p.Status = "urn:therapeon:who", message.Of("api.who-are-you"), http.StatusUnauthorized
	case errors.As(err, &NotTheirs{}), errors.As(err, &NotHere{}):
		p.Type, p.Title, p.Status = "urn:therapeon:not-yours", message.Of("api.the-keepers-to-do"), http.StatusForbidden
	case errors.As(err, &NotOurs{}):
		p.Type, p.Title, p.Status = "urn:therapeon:address", message.Of("api.not-its-address"), http.StatusForbidden
	case errors.As(err, &soon):
		p.Type, p.Title, p.Status = "urn:therapeon:too-soon", message.Of("api.too-many-tries"), http.StatusTooManyRequests
		p.Seconds = soon.Seconds()
	default:
		return p, false
	}
	return p, true
}

// missingProblem is of what is not there.
func missingProblem(err error) (Problem, bool) {
	var missing record.Missing
	p := Problem{Type: "urn:therapeon:missing", Title: message.Of("api.not-found"), Status: http.StatusNotFound}
	if errors.As(err, &missing) {
		p.Detail = missing.Message()
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
			Title:  message.Of("api.kept-already"),
			Status: http.StatusConflict,
			Detail: message.Of("api.it-was-kept-when-it"),
		}, true
	}
	return Problem{
		Type:   "urn:therapeon:taken",
		Title:  message.Of("api.not-kept"),
		Status: http.StatusConflict,
		Detail: message.Of("api.sent-under-the-same-name", message.Name("header", OnceHeader)),
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
		Title:   message.Of("api.changed-elsewhere"),
		Status:  http.StatusConflict,
		Detail:  changed(conflict),
		Version: conflict.Version,
		Changes: conflict.Differs,
		Theirs:  conflict.Theirs,
		Yours:   conflict.Yours,
		By:      conflict.By,
		Apart:   conflict.Apart,
	}, true
}

// changed says what was changed elsewhere, and by whom where that is known.
func changed(c record.Conflict) message.Message {
	kind := message.Told("kind", message.Of("kinds."+c.What))
	if len(c.By) == 0 {
		return message.Of("api.changed-elsewhere-since", kind)
	}
	by := make([]message.Word, len(c.By))
	for i, name := range c.By {
		by[i] = message.Word(name)
	}
	return message.Of("api.changed-by-since", kind, message.And("people", by))
}

// with names the first of the faults, and says how many more there are.
func (p Problem) with(faults fault.List, more int) Problem {
	if len(faults) > mostFaults {
		more += len(faults) - mostFaults
		faults = faults[:mostFaults]
	}
	p.Faults, p.More = faults, more
	if more > 0 {
		p.Detail = message.All(
			p.Detail,
			message.Of("api.are-named-and-more-are", message.Count("n", len(faults)), message.Count("more", more)),
		)
	}
	return p
}

// inWords says why somebody did not come in, the same whatever was wrong.
func inWords(err error) message.Message {
	if errors.Is(err, people.ErrWho) {
		return message.Of("api.that-did-not-let-you-in",
			message.Fixed("minutes", people.CodeFor.Minutes(), 0, "minutes"))
	}
	var says interface{ Message() message.Message }
	if errors.As(err, &says) {
		return says.Message()
	}
	return message.Message{}
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
	body, err := SpokenTo(c).JSON(p)
	if err != nil {
		body = []byte(`{"type":"about:blank","title":"Something broke here","status":500}`)
	}
	if err := c.Blob(p.Status, ProblemJSON, body); err != nil {
		slog.Error("answer problem", "error", err)
	}
}
