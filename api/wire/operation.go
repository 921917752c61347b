package wire

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
	"therapeon/clinic/people"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Operation is one row of the route table: what it is called, what goes in and comes out, and who
// answers. The contract is reflected from these rows.
type Operation struct {
	Method, Path, ID, Summary string

	status  int
	In, Out any            // what it takes and answers with, as pointers
	within  *time.Duration // it is given up after that
	media   string         // of the file that it answers with; empty: PDF
	handle  echo.HandlerFunc
}

// UsualTime is what an operation may take, unless its row says more.
const UsualTime = 15 * time.Second

// MostBody is the largest request: a full reading takes well under half of it.
const MostBody = 4 << 20

// root is where all operations lie.
const root = "/api/v1"

// computing begins the addresses of what is worked out and not kept.
const computing = "/compute/"

// Nothing is what an operation takes that is told nothing.
type Nothing struct{}

// ByID is what an operation takes that is about one thing, which its address names.
type ByID struct {
	ID int64 `path:"id" json:"-" required:"true"`
}

// Get makes the row of what is read. In is a struct whose fields come from the address (tags path and
// query). The path is that below /api/v1.
func Get[In, Out any](path, id, summary string, work func(context.Context, In) (Out, error)) Operation {
	return row(Operation{Method: http.MethodGet, Path: path, ID: id, Summary: summary, status: http.StatusOK}, work)
}

// Post makes the row of what is made anew, or worked out. Fields of In with a tag json come from a JSON
// body, which is read strictly; a field File takes the body as it is, for a file of the type in its tag.
func Post[In, Out any](path, id, summary string, work func(context.Context, In) (Out, error)) Operation {
	o := Operation{Method: http.MethodPost, Path: path, ID: id, Summary: summary, status: http.StatusCreated}
	if strings.HasPrefix(path, computing) {
		o.status = http.StatusOK
	}
	return row(o, work)
}

// Put makes the row of what is changed.
func Put[In, Out any](path, id, summary string, work func(context.Context, In) (Out, error)) Operation {
	return row(Operation{Method: http.MethodPut, Path: path, ID: id, Summary: summary, status: http.StatusOK}, work)
}

// Table makes the row of a table of the craft.
func Table[Out any](path, id, summary string, table func() Out) Operation {
	return Get("/knowledge/"+path, id, summary, func(context.Context, Nothing) (Out, error) { return table(), nil })
}

// Compute makes the row of what is worked out from what is sent, once that was found sound.
func Compute[In, Out any](path, id, summary string, work func(In) Out) Operation {
	return Post(computing+path, id, summary, func(_ context.Context, in In) (Out, error) {
		if err := check.Input(in); err != nil {
			var none Out
			return none, err
		}
		return work(in), nil
	})
}

// row gives a row its handler.
func row[In, Out any](o Operation, work func(context.Context, In) (Out, error)) Operation {
	within := UsualTime
	o.Path, o.In, o.Out, o.within = root+o.Path, new(In), new(Out), &within
	o.handle = func(c *echo.Context) error {
		ctx, cancel := context.WithTimeout(c.Request().Context(), within)
		defer cancel()
		SetDeadlines(c, within)
		var in In
		if err := bind(c, &in); err != nil {
			return err
		}
		ctx, kept := clinic.Watch(actingAs(ctx, o.ID, o.Method, &in))
		out, err := inTurn(ctx, o.Method, func() (Out, error) { return work(ctx, in) })
		if err == nil {
			tellChanged(c, kept)
			err = answer(c, o.status, out)
		}
		switch {
		case err != nil && kept.Kept():
			return afterwards{err}
		case err != nil && ctx.Err() != nil:
			return errors.Join(ctx.Err(), err)
		}
		return withNames(err, reflect.TypeFor[In]())
	}
	return o
}

// Streaming makes the row of what is answered for as long as one listens.
func Streaming[In, Out any](
	path, id, summary string, within time.Duration, answer func(*echo.Context, In) error,
) Operation {
	return Operation{
		Method: http.MethodGet, Path: root + path, ID: id, Summary: summary,
		status: http.StatusOK, In: new(In), Out: new(Out), within: &within, media: EventStream,
		handle: func(c *echo.Context) error {
			var in In
			if err := bind(c, &in); err != nil {
				return err
			}
			return answer(c, in)
		},
	}
}

// Streams holds for an operation that answers as long as one listens.
func (o Operation) Streams() bool { return o.media == EventStream }

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
	v := VisitIn(ctx)
	fields := reflect.ValueOf(in).Elem()
	if person := fields.FieldByName("Person"); v.Who.Via == "session" && person.IsValid() {
		person.SetString(v.Who.Name)
	}
	if method == http.MethodGet {
		return ctx
	}
	act := v.Act
	act.Did = id
	if both := fields.FieldByName("Both"); both.IsValid() {
		act.Both = both.Bool()
	}
	return ledger.As(ctx, act)
}

// Handler does an operation for those who may.
func (o Operation) Handler(allowed func(who people.Visitor, did, id string) error) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if err := allowed(VisitOf(c).Who, o.ID, c.Param("id")); err != nil {
			return err
		}
		return o.handle(c)
	}
}

// Takes gives an operation more time than usual.
func (o Operation) Takes(within time.Duration) Operation {
	*o.within = within
	return o
}

// Gives names the type of the file that an operation answers with.
func (o Operation) Gives(media string) Operation {
	o.media = media
	return o
}

// SetDeadlines bounds how long a slow client may send and take.
func SetDeadlines(c *echo.Context, within time.Duration) {
	r := http.NewResponseController(c.Response())
	_ = r.SetReadDeadline(time.Now().Add(within)) // a recorder of a test has none
	_ = r.SetWriteDeadline(time.Now().Add(2 * within))
}

// afterwards is an error that came after something was kept.
type afterwards struct{ error }

// EchoPath turns /plants/{id} into the router's /plants/:id.
func (o Operation) EchoPath() string {
	return strings.NewReplacer("{", ":", "}", "").Replace(o.Path)
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
				words:  message.Of("api.send-the-file-as-it-is", message.Name("kind", kind)),
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
			return BadParameter(name, Short(given), message.Of("api.text-of-at-most-characters", message.Count("n", mostParameter)))
		}
		v.SetString(given)
	case reflect.Bool:
		b, err := strconv.ParseBool(given)
		if err != nil {
			return BadParameter(name, given, message.Of("api.true-or-false"))
		}
		v.SetBool(b)
	case reflect.Int, reflect.Int64:
		n, err := strconv.ParseInt(given, 10, 64)
		if err != nil || n < 0 {
			return BadParameter(name, given, message.Of("api.a-whole-number-from-0"))
		}
		v.SetInt(n)
	default:
		return fmt.Errorf("parameter %s: no way to read a %s", name, v.Kind())
	}
	return nil
}

// mostParameter is the longest parameter of an address.
const mostParameter = 400

func BadParameter(name, given string, limit message.Message) error {
	return fault.List{
		{Field: name, Value: given, Limit: limit, Words: message.Of("api.give", message.Told("limit", limit))},
	}
}
