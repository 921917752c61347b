package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"reflect"
	"runtime"
	"strconv"
	"strings"
	"time"

	"github.com/labstack/echo/v5"

	"therapeon/clinic"
	"therapeon/clinic/check"
	"therapeon/clinic/company"
	"therapeon/core/fault"
	"therapeon/ledger"
)

// operation is one row of the route table: what it is called, what goes in and
// comes out, and who answers. The contract is reflected from these rows.
type operation struct {
	method, path, id, summary string
	status                    int
	in, out                   any
	within                    *time.Duration // it is given up after that
	media                     string         // of the file that it answers with; empty: PDF
	handle                    echo.HandlerFunc
}

// usualTime is what an operation may take, unless its row says more.
const usualTime = 15 * time.Second

// op makes a row. In is a struct whose fields come from the path (tag path),
// the query (tag query) and a JSON body (tag json); all JSON is read strictly.
// A field File takes the body as it is, for a file of the type in its tag.
func op[In, Out any](method, path, id, summary string, work func(context.Context, In) (Out, error)) operation {
	status := http.StatusOK
	if method == http.MethodPost && !strings.Contains(path, "/compute/") {
		status = http.StatusCreated
	}
	within := new(time.Duration)
	*within = usualTime
	return operation{
		method: method, path: path, id: id, summary: summary, status: status, within: within,
		in: new(In), out: new(Out),
		handle: func(c *echo.Context) error {
			ctx, cancel := context.WithTimeout(c.Request().Context(), *within)
			defer cancel()
			setDeadlines(c, *within)
			var in In
			if err := bind(c, &in); err != nil {
				return err
			}
			ctx, kept := clinic.Watch(actingAs(ctx, id, method, &in))
			out, err := inTurn(ctx, method, func() (Out, error) { return work(ctx, in) })
			if err == nil {
				tellChanged(c, kept)
				err = answer(c, status, out)
			}
			switch {
			case err != nil && kept.Kept():
				return afterwards{err}
			case err != nil && ctx.Err() != nil:
				return errors.Join(ctx.Err(), err)
			}
			return err
		},
	}
}

// answering holds those that are being answered: a few at a time are answered as fast as all at once, the
// slowest of them sooner, and who writes waits for few.
var answering = make(chan struct{}, runtime.GOMAXPROCS(0))

// inTurn works out what is asked for, once it is its turn.
func inTurn[Out any](ctx context.Context, method string, work func() (Out, error)) (out Out, err error) {
	if method != http.MethodGet {
		return work()
	}
	select {
	case answering <- struct{}{}:
		defer func() { <-answering }()
		return work()
	case <-ctx.Done():
		return out, ctx.Err()
	}
}

// changedHeader says what a write changed, so that whoever sent it loads by the same rule as everyone
// else what follows from it.
const changedHeader = "Therapeon-Changed"

// tellChanged tells who sent it what was changed, as JSON.
func tellChanged(c *echo.Context, kept *ledger.Watching) {
	if len(kept.Plants)+len(kept.House) == 0 {
		return
	}
	doc, err := json.Marshal(company.News{Plants: kept.Plants, House: kept.House, Others: []string{}})
	if err == nil { // it is made of numbers and codes
		c.Response().Header().Set(changedHeader, string(doc))
	}
}

// actingAs makes what is done under a context an act of who asks. Who is signed in cannot speak
// for another.
func actingAs(ctx context.Context, id, method string, in any) context.Context {
	v := visitIn(ctx)
	fields := reflect.ValueOf(in).Elem()
	if person := fields.FieldByName("Person"); v.who.Via == "session" && person.IsValid() {
		person.SetString(v.who.Name)
	}
	if method == http.MethodGet {
		return ctx
	}
	act := v.act
	act.Did = id
	if both := fields.FieldByName("Both"); both.IsValid() {
		act.Both = both.Bool()
	}
	return ledger.As(ctx, act)
}

// guarded does an operation for those who may.
func (o operation) guarded() echo.HandlerFunc {
	return func(c *echo.Context) error {
		if err := allowed(visitOf(c).who, o.id, c.Param("id")); err != nil {
			return err
		}
		return o.handle(c)
	}
}

// takes gives an operation more time than usual.
func (o operation) takes(within time.Duration) operation {
	*o.within = within
	return o
}

// gives names the type of the file that an operation answers with.
func (o operation) gives(media string) operation {
	o.media = media
	return o
}

// setDeadlines bounds how long a slow client may send and take.
func setDeadlines(c *echo.Context, within time.Duration) {
	r := http.NewResponseController(c.Response())
	_ = r.SetReadDeadline(time.Now().Add(within)) // a recorder of a test has none
	_ = r.SetWriteDeadline(time.Now().Add(2 * within))
}

// afterwards is an error that came after something was kept.
type afterwards struct{ error }

// echoPath turns /plants/{id} into the router's /plants/:id.
func (o operation) echoPath() string {
	return strings.NewReplacer("{", ":", "}", "").Replace(o.path)
}

// bind fills in from the request.
func bind(c *echo.Context, in any) error {
	v := reflect.ValueOf(in).Elem()
	for i := range v.NumField() {
		field := v.Type().Field(i)
		if name := field.Tag.Get("path"); name != "" {
			if err := set(v.Field(i), name, c.Param(name)); err != nil {
				return err
			}
		}
		if name := field.Tag.Get("query"); name != "" {
			if given := c.QueryParam(name); given != "" {
				if err := set(v.Field(i), name, given); err != nil {
					return err
				}
			}
		}
	}
	if m := c.Request().Method; m != http.MethodPost && m != http.MethodPut {
		return nil
	}
	if kind, ok := fileType(in); ok {
		if given, _, _ := strings.Cut(c.Request().Header.Get("Content-Type"), ";"); strings.TrimSpace(given) != kind {
			return unreadable{
				status: http.StatusUnsupportedMediaType,
				words:  "Send the file as it is, with Content-Type: " + kind + ".",
			}
		}
		v.FieldByName("File").Set(reflect.ValueOf(c.Request().Body))
		return nil
	}
	if len(fieldsOf(v.Type())) == 0 {
		return saysJSON(c.Request()) // it is told nothing
	}
	return decode(c.Request(), in)
}

// fileType is the media type of the file that an operation takes, if it takes one.
func fileType(in any) (string, bool) {
	field, ok := reflect.TypeOf(in).Elem().FieldByName("File")
	return field.Tag.Get("file"), ok
}

func set(v reflect.Value, name, given string) error {
	switch v.Kind() {
	case reflect.String:
		if !check.Text(given) || len([]rune(given)) > mostParameter {
			return badParameter(name, short(given), fmt.Sprintf("text of at most %d characters", mostParameter))
		}
		v.SetString(given)
	case reflect.Bool:
		b, err := strconv.ParseBool(given)
		if err != nil {
			return badParameter(name, given, "true or false")
		}
		v.SetBool(b)
	case reflect.Int, reflect.Int64:
		n, err := strconv.ParseInt(given, 10, 64)
		if err != nil || n < 0 {
			return badParameter(name, given, "a whole number from 0")
		}
		v.SetInt(n)
	default:
		return fmt.Errorf("parameter %s: no way to read a %s", name, v.Kind())
	}
	return nil
}

// mostParameter is the longest parameter of an address.
const mostParameter = 400

func badParameter(name, given, limit string) error {
	return fault.List{{Field: name, Value: given, Limit: limit, Words: "Give " + limit + "."}}
}
