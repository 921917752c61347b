package api

import (
	_ "embed" // the contract as it was generated
	"encoding/json"
	"io/fs"
	"log/slog"
	"net/http"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"therapeon/clinic"
)

// maxBody is the largest request: a full reading takes well under half of it.
const maxBody = 4 << 20

// contract is the document that make generate writes from the route table; the
// tests hold it to Contract. Reflecting it anew would take longer than all the
// rest of the start.
//
//go:embed openapi.json
var contract []byte

// New makes the server: the API, its contract, and the page.
func New(c *clinic.Clinic, page fs.FS) (http.Handler, error) {
	e := echo.New()
	e.HTTPErrorHandler = answerProblem
	e.Use(careful, middleware.Recover(), localOnly, middleware.BodyLimit(maxBody))
	for _, o := range table(c) {
		e.Add(o.method, o.echoPath(), o.handle)
		if o.method == http.MethodGet {
			e.Add(http.MethodHead, o.echoPath(), o.handle)
		}
	}
	e.Match([]string{http.MethodGet, http.MethodHead}, "/api/openapi.json", func(c *echo.Context) error {
		return c.Blob(http.StatusOK, "application/json", contract)
	})
	if err := servePage(e, page); err != nil {
		return nil, err
	}
	guard := http.NewCrossOriginProtection()
	guard.SetDenyHandler(http.HandlerFunc(refuseForeign))
	return guard.Handler(e), nil
}

// careful marks every answer as one's own: not to be kept, and of the type it says.
func careful(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		h := c.Response().Header()
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Cache-Control", "no-store")
		return next(c)
	}
}

// refuseForeign answers a page from elsewhere.
func refuseForeign(w http.ResponseWriter, _ *http.Request) {
	h := w.Header()
	h.Set("Content-Type", problemJSON)
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Cache-Control", "no-store")
	w.WriteHeader(http.StatusForbidden)
	p := Problem{Type: "urn:therapeon:foreign", Title: "Not from this page", Status: http.StatusForbidden,
		Detail: "Only Therapeon's own page may change anything here. Nothing was saved."}
	if err := json.NewEncoder(w).Encode(p); err != nil {
		slog.Error("answer problem", "error", err)
	}
}
