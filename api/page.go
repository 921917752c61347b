package api

import (
	"crypto/rand"
	"fmt"
	"io/fs"
	"net/http"
	"strings"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"therapeon/clinic"
)

// servePage serves the built page. Its shell carries a fresh nonce each time,
// by which the page's own styles are let through the policy.
func servePage(e *echo.Echo, of *clinic.Clinic, page fs.FS) error {
	shell, err := fs.ReadFile(page, "index.html")
	if err != nil {
		shell = []byte("<!doctype html><title>Therapeon</title><p>The page is not built. Run <code>make build</code>.")
	}
	files := http.FileServerFS(page)
	both := []string{http.MethodGet, http.MethodHead}
	e.Match(both, "/assets/*", func(c *echo.Context) error {
		if _, err := fs.Stat(page, strings.TrimPrefix(c.Request().URL.Path, "/")); err != nil {
			return echo.ErrNotFound
		}
		c.Response().Header().Set("Cache-Control", "public, max-age=31536000, immutable")
		files.ServeHTTP(c.Response(), c.Request())
		return nil
	}, middleware.Gzip())
	e.Match(both, "/favicon.svg", echo.WrapHandler(files))
	e.Match(both, "/words/*", echo.WrapHandler(files))
	e.Match(both, "/*", func(c *echo.Context) error {
		if strings.HasPrefix(c.Request().URL.Path, "/api/") {
			return echo.ErrNotFound
		}
		spoken, err := chosen(c.Request(), of)
		if err != nil {
			return err
		}
		nonce := rand.Text()
		h := c.Response().Header()
		h.Set("Content-Security-Policy", policy(nonce))
		h.Set("Referrer-Policy", "no-referrer")
		said := strings.ReplaceAll(string(shell), "{{nonce}}", nonce)
		return c.HTMLBlob(http.StatusOK, []byte(inLanguage(said, spoken.Tag(), page)))
	})
	return nil
}

// inLanguage gives the shell the words of another language than English, which it brings itself.
func inLanguage(shell, tag string, page fs.FS) string {
	script := "words/" + tag + ".js"
	if _, err := fs.Stat(page, script); err != nil {
		return shell
	}
	shell = strings.Replace(shell, `lang="en"`, fmt.Sprintf("lang=%q", tag), 1)
	return strings.Replace(shell, "<script", fmt.Sprintf("<script src=%q></script><script", "/"+script), 1)
}

func policy(nonce string) string {
	return fmt.Sprintf(
		"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-%s'; img-src 'self' data:; font-src 'self'; "+
			"connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
		nonce,
	)
}
