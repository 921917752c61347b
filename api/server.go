package api

import (
	_ "embed" // the contract as it was generated
	"io/fs"
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
	e.Use(middleware.Recover(), localOnly, middleware.BodyLimit(maxBody))
	for _, o := range table(c) {
		e.Add(o.method, o.echoPath(), o.handle)
	}
	e.GET("/api/openapi.json", func(c *echo.Context) error {
		return c.Blob(http.StatusOK, "application/json", contract)
	})
	if err := servePage(e, page); err != nil {
		return nil, err
	}
	return http.NewCrossOriginProtection().Handler(e), nil
}
