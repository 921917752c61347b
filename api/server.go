package api

import (
	_ "embed" // the contract as it was generated
	"io/fs"
	"net/http"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"therapeon/api/people"
	"therapeon/api/wire"
	"therapeon/clinic"
)

// contract is the document that make generate writes from the route table; the
// tests hold it to Contract. Reflecting it anew would take longer than all the
// rest of the start.
//
//go:embed openapi.json
var contract []byte

// Server is the API, its contract, and the page.
type Server struct{ guarded http.Handler }

// New makes the server for whoever sits at this machine.
func New(c *clinic.Clinic, page fs.FS) (http.Handler, error) {
	s, err := NewServer(c, page, people.Shut{})
	if err != nil {
		return nil, err
	}
	return s.By(Loopback), nil
}

// NewServer makes the server, with the network that it can be opened to.
func NewServer(c *clinic.Clinic, page fs.FS, network people.Network) (*Server, error) {
	e := echo.New()
	e.HTTPErrorHandler = wire.AnswerProblem
	e.Use(careful, middleware.Recover(), ownOnly, middleware.BodyLimit(wire.MostBody), whoAsks(c))
	for _, o := range table(c, network) {
		handle := o.Handler(allowed)
		e.Add(o.Method, o.EchoPath(), handle)
		if o.Method == http.MethodGet && !o.Streams() {
			e.Add(http.MethodHead, o.EchoPath(), handle)
		}
	}
	e.Match([]string{http.MethodGet, http.MethodHead}, "/api/openapi.json", func(c *echo.Context) error {
		if err := allowed(wire.VisitOf(c).Who, "contract", ""); err != nil {
			return err
		}
		return c.Blob(http.StatusOK, "application/json", contract)
	})
	if err := servePage(e, c, page); err != nil {
		return nil, err
	}
	guard := http.NewCrossOriginProtection()
	guard.SetDenyHandler(http.HandlerFunc(refuseForeign))
	return &Server{guard.Handler(e)}, nil
}

// By is the server as it is reached by a door.
func (s *Server) By(d Door) http.Handler { return throughDoor(d, s.guarded) }

// careful marks every answer as one's own: not to be kept, of the type it says, and for this page.
func careful(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		wire.SetDeadlines(c, wire.UsualTime) // who reads slowly does not hold the line for good
		h := c.Response().Header()
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Cache-Control", "no-store")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		return next(c)
	}
}
