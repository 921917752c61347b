package wire

import (
	"cmp"
	"context"
	"fmt"
	"net/http"
	"net/url"
	"strings"

	"github.com/labstack/echo/v5"

	"therapeon/clinic/check"
	"therapeon/core/message"
)

// File is a file that an operation answers with.
type File struct {
	Name string
	Kind string // its media type
	Body []byte
}

// Media types of answers.
const (
	PDF         = "application/pdf"
	Calendar    = "text/calendar; charset=utf-8"
	EventStream = "text/event-stream"
)

// answer sends what an operation came to: a file as it is, all else as JSON.
func answer(c *echo.Context, status int, out any) error {
	file, ok := out.(File)
	if !ok {
		body, err := SpokenTo(c).JSON(out)
		if err != nil {
			return cmp.Or(check.Sound(out), fmt.Errorf("make the answer: %w", err))
		}
		return c.Blob(status, "application/json", body)
	}
	c.Response().Header().Set("Content-Disposition", fmt.Sprintf(`inline; filename="%s"`, file.Name))
	return c.Blob(http.StatusOK, file.Kind, file.Body)
}

// FileName is a name that any system takes.
func FileName(words, end string) string {
	plain := strings.Map(func(r rune) rune {
		switch {
		case r >= 'a' && r <= 'z', r >= '0' && r <= '9':
			return r
		case r >= 'A' && r <= 'Z':
			return r + 'a' - 'A'
		}
		return '-'
	}, words)
	plain = strings.Trim(strings.Join(strings.FieldsFunc(plain, func(r rune) bool { return r == '-' }), "-"), "-")
	if plain == "" {
		plain = "plant"
	}
	return plain[:min(len(plain), 60)] + end
}

// Origin is where the page is, for links on paper and in calendars; left out, the address that was asked.
func Origin(ctx context.Context, given string) (string, error) {
	if given == "" {
		v := VisitIn(ctx)
		return v.Scheme + "://" + v.Echo.Request().Host, nil
	}
	u, err := url.Parse(given)
	if err != nil || (u.Scheme != "http" && u.Scheme != "https") || u.Host == "" || len(given) > 200 {
		return "", BadParameter("origin", given, message.Plain("http://127.0.0.1:8317"))
	}
	return u.Scheme + "://" + u.Host, nil
}
